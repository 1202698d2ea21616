"""How much of a product: a film on the fibres, or a dose on the scalp.

All amounts here are own values unless a docstring says otherwise; they are
meant to be corrected by what is weighed at the chair.
"""

import math
from dataclasses import dataclass

from craft.messages import say
from craft.vocabulary import Level, Role, Strand

#: Film on the fibre [g/m² of outer hair surface]. Own values.
FILM_G_PER_M2 = {
    Role.PRE_OIL: 1.5,
    Role.CO_WASH: 5.0,
    Role.RINSE_OUT: 5.0,
    Role.MASK: 8.0,
    Role.CLAY: 12.0,
    Role.LEAVE_IN: 2.5,
    Role.HEAT_PROTECTANT: 1.0,
    Role.CREAM: 2.0,
    Role.BUTTER: 1.2,
    Role.OIL: 0.5,
    Role.MOUSSE: 4.0,
    Role.CUSTARD: 3.0,
    Role.GEL: 3.5,
    Role.EDGE_GEL: 3.5,
    Role.MIST: 1.5,
}
#: Dose on the scalp [g/cm²], for each pass. Own values.
SCALP_G_PER_CM2 = {Role.CLARIFIER: 0.018, Role.SHAMPOO: 0.018, Role.SCALP_OIL: 0.004}

#: What stays on the hair and makes it hold.
HOLD_ROLES = frozenset({Role.GEL, Role.CUSTARD, Role.MOUSSE})
RICH_ROLES = frozenset({Role.BUTTER, Role.OIL})

#: The least a hand picks up for a section [g]: a grain of rice of gel, a touch of oil. Own value.
LEAST_G = {Role.LEAVE_IN: 0.05, Role.OIL: 0.02, Role.BUTTER: 0.05, Role.HEAT_PROTECTANT: 0.05}
LEAST_USUAL_G = 0.1
#: The most of a product that stays in one head [g]. Own values.
MOST_G = {Role.OIL: 15.0, Role.BUTTER: 40.0, Role.EDGE_GEL: 8.0, Role.SCALP_OIL: 15.0}
MOST_USUAL_G = 120.0
#: Oil on the hands is a few drops [g]. Own value.
ON_HANDS_G = 0.5
#: How far doses differ from hand to hand: standard deviation of the logarithm. Own value.
DOSE_SPREAD = 0.15
DOSE_Z = 1.645
#: What gives way where too much would stay on the hair, in this order, and down to which share.
#: Own values.
GIVES_WAY = (
    (frozenset({Role.OIL, Role.BUTTER}), 0.5),
    (frozenset({Role.CREAM, Role.LEAVE_IN, Role.HEAT_PROTECTANT}), 0.5),
    (frozenset({Role.GEL, Role.CUSTARD, Role.MOUSSE, Role.EDGE_GEL}), 0.5),
)
#: The same where that is not enough and no dose was decided by hand.
GIVES_WAY_LAST = (frozenset(Role), 0.0)

POROSITY_FACTOR = {Level.LOW: 0.85, Level.MEDIUM: 1.0, Level.HIGH: 1.15}
HOLD_FACTOR_RANGE = (0.7, 1.3)
FINE_RICH_FACTOR = 0.7

#: Edge gel along the hairline of a head of 57 cm, whatever the sections [g]. Own value.
EDGES_G, EDGES_HEAD_CM = 1.0, 57.0

#: Everything that stays in with its water, per surface [g/m²]: above, it dries slowly; below, lost
#: definition. Own values.
RESIDUE_ABOVE_G_PER_M2 = 10.0
THIN_BELOW_G_PER_M2 = 3.0

#: From here on dense hair of coarse strands wants thick products [hairs/cm²]. Own value.
DENSE_FROM_PER_CM2 = 180.0
#: Below this hair is sparse and takes light products [hairs/cm²]. Own value.
SPARSE_BELOW_PER_CM2 = 130.0

#: From so many units on, the part of one a hand goes by. Common practice, no source.
HAND_PARTS = ((20.0, 5.0), (10.0, 1.0), (1.0, 0.5), (0.0, 0.25))
#: Units lighter than this are sprays and drops, which nobody halves [g]. Own value.
WHOLE_BELOW_G = 0.3


@dataclass(frozen=True)
class Film:
    """A film with the factors that made it.

    Args:
        base_g_per_m2: standard film of the role
        factors: (name, multiplier) in the order they were applied
    """

    base_g_per_m2: float
    factors: tuple[tuple[str, float], ...]

    @property
    def g_per_m2(self) -> float:
        """The film after all factors [g/m²]."""
        return self.base_g_per_m2 * math.prod(factor for _, factor in self.factors)


def hold_factor(definition: float) -> float:
    """Multiplier on the hold layer for the wanted definition, 0 to 1. Own value."""
    low, high = HOLD_FACTOR_RANGE
    return low + (high - low) * definition


def film(role: Role, porosity: Level, strand: Strand, definition: float) -> Film:
    """Film of a product that goes on the lengths.

    Args:
        role: what the product is for, a role of `FILM_G_PER_M2`
        porosity: class; porous hair takes up more
        strand: class; fine strands carry less oil and butter
        definition: wanted definition, 0 to 1; scales the hold layer
    """
    factors = [(say("{porosity} porosity", porosity=porosity), POROSITY_FACTOR[porosity])]
    if role in HOLD_ROLES:
        factors.append(
            (say("definition {definition:.0%}", definition=definition), hold_factor(definition))
        )
    if role in RICH_ROLES and strand is Strand.FINE:
        factors.append((say("fine strands"), FINE_RICH_FACTOR))
    return Film(FILM_G_PER_M2[role], tuple(pair for pair in factors if pair[1] != 1.0))


def fibre_dose(film_g_per_m2: float, surface_m2: float) -> float:
    """Grams of a product spread as a film.

    Args:
        film_g_per_m2: film [g/m²]
        surface_m2: outer surface of the hair [m²]
    """
    return film_g_per_m2 * surface_m2


def scalp_dose(role: Role, scalp_cm2: float, passes: int = 1) -> float:
    """Grams of a product that goes on the scalp.

    Args:
        role: a role of `SCALP_G_PER_CM2`
        scalp_cm2: scalp area [cm²]
        passes: how many times
    """
    return SCALP_G_PER_CM2[role] * scalp_cm2 * passes


def edges_dose(head_cm: float) -> float:
    """What smooths the hairline [g]: it follows the head, not the sections. Own value."""
    return EDGES_G * head_cm / EDGES_HEAD_CM


def least_dose(role: Role, sections: int) -> float:
    """The least that goes into so many sections, each from the hand [g]. Own values."""
    return LEAST_G.get(role, LEAST_USUAL_G) * sections


def most_dose(role: Role) -> float:
    """The most of a product that goes on a head and stays [g]. Own values."""
    return MOST_G.get(role, MOST_USUAL_G)


def dose_range(grams: float) -> tuple[float, float]:
    """Between which a dose falls nine times in ten when a hand doses it [g]. Own spread."""
    wide = math.exp(DOSE_Z * DOSE_SPREAD)
    return grams / wide, grams * wide


#: By so much a hand changes what it weighs [g]. Own value.
STEP_G = 0.5


def hand_step(units: float | None, unit_g: float | None) -> float:
    """The least by which a hand changes an amount: in its own unit, else in grams.

    Args:
        units: of the amount; None where the bottle is not calibrated
        unit_g: what one unit weighs [g]
    """
    if units is None or unit_g is None:
        return STEP_G
    if unit_g < WHOLE_BELOW_G:
        return 1.0
    return 0.5 if units > 1 else 0.25


def hand_units(grams: float, unit_g: float) -> float:
    """A dose in pumps, squirts or puddles, rounded to what a hand can do.

    Quarters below one unit, halves up to ten, whole ones up to twenty, then fives: nobody counts
    43 sprays. A spray is never halved. Never nothing.

    Args:
        grams: the dose [g], > 0
        unit_g: grams of one unit, > 0
    """
    units = grams / unit_g
    part = next(part for least, part in HAND_PARTS if units >= least)
    if unit_g < WHOLE_BELOW_G:
        part = max(part, 1.0)
    return max(part, round(units / part) * part)
