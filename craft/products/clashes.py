"""Whether a bottle may go on a head today, and why not.

One clash is one function that looks at a head, its air and a bottle and answers with a sentence or
with nothing. The same functions choose bottles for a plan, warn in it, and answer on the shelf.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from craft import labels
from craft.contract.plan import Person, PlanRequest, Room, ShelfItem
from craft.contract.reasons import TRADE
from craft.messages import join, say, word
from craft.physics.air import dew_point
from craft.products import doses
from craft.products.shelf_life import SOON_DAYS
from craft.profile.complete import CompleteHair
from craft.vocabulary import (
    Condition,
    Directions,
    Elasticity,
    Fits,
    Level,
    Role,
    Severity,
    Strand,
    WashRoutine,
    Weight,
)
from craft.vocabulary import IngredientFamily as Family
from craft.words import plural

OIL_ROLES = frozenset({Role.OIL, Role.PRE_OIL})
#: Roles in which weight matters. Common practice, no source.
WEIGHTED_ROLES = frozenset({Role.LEAVE_IN, Role.CREAM, Role.BUTTER, Role.OIL, Role.GEL})
#: Roles that stay in the hair in any service. Common practice, no source.
LEAVE_ON_ROLES = frozenset(
    {Role.LEAVE_IN, Role.CREAM, Role.BUTTER, Role.OIL, Role.MOUSSE, Role.CUSTARD, Role.GEL}
    | {Role.MIST, Role.SCALP_OIL, Role.HEAT_PROTECTANT, Role.EDGE_GEL}
)
#: Outside of these dew points humectants work against the style [°C]. Common practice, no source.
DRY_AIR_C, DAMP_AIR_C = 2.0, 18.0
LABEL = say("The product's label.")
ALLERGEN_SOURCE = say(
    "Client's word; fragrance allergens: Regulation (EC) 1223/2009, Annex III, as extended by "
    "(EU) 2023/1545, from memory."
)

#: Weights in the order they suit, best first. Common practice, no source.
SUITS_LIGHT = (Weight.LIGHT, Weight.MEDIUM, Weight.HEAVY)
SUITS_HEAVY = (Weight.HEAVY, Weight.MEDIUM, Weight.LIGHT)
SUITS_MEDIUM = (Weight.MEDIUM, Weight.LIGHT, Weight.HEAVY)


@dataclass(frozen=True)
class Facts:
    """What a bottle is judged by.

    Args:
        hair: of the head
        person: whom it belongs to
        room: the air it dries in
        outdoors: the air it goes out into
    """

    hair: CompleteHair
    person: Person
    room: Room
    outdoors: Room


def facts_of(request: PlanRequest, hair: CompleteHair) -> Facts:
    """What the bottles of a plan are judged by."""
    return Facts(hair, request.person, request.room, request.outdoors or request.room)


@dataclass(frozen=True)
class Clash:
    """A bottle and a head that do not go together, or only with care.

    Args:
        key: of the caution
        fits: no, or with care
        severity: how it is reported
        text: one sentence
        trigger: the input that fired it
        source: of the rule
    """

    key: str
    fits: Fits
    severity: Severity
    text: str
    trigger: str
    source: str = TRADE


@dataclass(frozen=True)
class Use:
    """A bottle in a role.

    Args:
        item: the bottle
        role: what it is used for
        stays_in: whether it is left in the hair
    """

    item: ShelfItem
    role: Role
    stays_in: bool

    @property
    def name(self) -> str:
        return self.item.name or self.item.id


Rule = Callable[[Facts, Use], Clash | None]


def conditions_of(person: Person, *conditions: Condition) -> str | None:
    """Which of these conditions the client told of, in words, if any."""
    hits = [str(condition) for condition in conditions if condition in person.conditions]
    return join(", ", map(word, hits)) if hits else None


def allergen(facts: Facts, use: Use) -> Clash | None:
    """An ingredient the client is allergic to."""
    for named in facts.person.allergies:
        hit = labels.clash(use.item.ingredients, named)
        if hit:
            return Clash(
                "allergen",
                Fits.NO,
                Severity.ADJUST,
                say("{name} contains {hit}: do not use it on this client.", name=use.name, hit=hit),
                say("allergic to {named}", named=named),
                ALLERGEN_SOURCE,
            )
    return None


def avoided_ingredient(facts: Facts, use: Use) -> Clash | None:
    """An ingredient the client does not want."""
    for named in facts.person.avoid:
        hit = labels.clash(use.item.ingredients, named)
        if hit:
            return Clash(
                "avoided",
                Fits.NO,
                Severity.ADJUST,
                say(
                    "{name} contains {hit}, which this client does not want.",
                    name=use.name,
                    hit=hit,
                ),
                say("avoids {named}", named=named),
                say("Client's word."),
            )
    return None


def past_its_date(_: Facts, use: Use) -> Clash | None:
    """Past its date."""
    days = use.item.days_left
    if days is None or days >= 0:
        return None
    return Clash(
        "spoiled",
        Fits.NO,
        Severity.ADJUST,
        say("{name} is {days} past its date.", name=use.name, days=plural(-days, "day")),
        say("{days} past its date", days=plural(-days, "day")),
        LABEL,
    )


def label_rinse(_: Facts, use: Use) -> Clash | None:
    """Left in although the label says rinse."""
    if not use.stays_in or use.item.directions is not Directions.RINSE:
        return None
    return Clash(
        "label_rinse",
        Fits.NO,
        Severity.ADJUST,
        say("The label of {name} says to rinse it out; here it would stay in.", name=use.name),
        say("used as {role}", role=word(use.role)),
        LABEL,
    )


def silicone_cowash(facts: Facts, use: Use) -> Clash | None:
    """A silicone in what stays in, on a head that is never shampooed."""
    if facts.person.routine is not WashRoutine.COWASH_ONLY or not use.stays_in:
        return None
    hit = labels.insoluble_silicone(use.item.ingredients)
    if not hit:
        return None
    return Clash(
        "silicone_cowash",
        Fits.CARE,
        Severity.ADJUST,
        say(
            "{name} contains {hit}, which co-washing does not take off. Plan a surfactant "
            "shampoo, or use another product.",
            name=use.name,
            hit=hit,
        ),
        say("routine co-wash only"),
    )


def unread(facts: Facts, use: Use) -> Clash | None:
    """Nobody has read the label, and the client is allergic to something."""
    if use.item.ingredients.strip() or not facts.person.allergies:
        return None
    return Clash(
        "label_unread",
        Fits.CARE,
        Severity.ADJUST,
        say(
            "No ingredients are entered for {name}: read its label before you use it.",
            name=use.name,
        ),
        say("allergic to ") + join(", ", facts.person.allergies),
    )


def may_hold(facts: Facts, use: Use) -> Clash | None:
    """Something that may bring an allergen unnamed, or a name that may be a misprint of one."""
    for named in facts.person.allergies:
        if labels.clash(use.item.ingredients, named):
            continue
        hit = labels.may_hold(use.item.ingredients, named)
        if hit:
            return Clash(
                "allergen_unnamed",
                Fits.CARE,
                Severity.ADJUST,
                say(
                    "{name} lists {hit}, which may contain {named}. Ask its maker, or use another "
                    "product.",
                    name=use.name,
                    hit=hit,
                    named=named.lower(),
                ),
                say("allergic to {named}", named=named),
                ALLERGEN_SOURCE,
            )
    return None


def allergen_unclear(facts: Facts, use: Use) -> Clash | None:
    """An allergy that nobody can look for: until it is asked about, any bottle may hold it."""
    for named in facts.person.allergies:
        if not labels.understood(named) and not labels.clash(use.item.ingredients, named):
            return Clash(
                "allergen_unclear",
                Fits.CARE,
                Severity.ADJUST,
                say(
                    "Allergic to “{named}”: no label name is known for it, so any bottle may hold "
                    "it. Ask what is meant and how labels name it, then write that down.",
                    named=named,
                ),
                say("allergic to {named}", named=named),
            )
    return None


def protein_stiff(facts: Facts, use: Use) -> Clash | None:
    """Protein on hair that hardly stretches."""
    if facts.hair.elasticity is not Elasticity.STIFF:
        return None
    hit = labels.first(use.item.ingredients, Family.PROTEIN)
    if not hit:
        return None
    return Clash(
        "protein_stiff",
        Fits.CARE,
        Severity.ADJUST,
        say(
            "{name} contains {hit}: protein makes hair that hardly stretches stiffer still.",
            name=use.name,
            hit=hit,
        ),
        say("elasticity stiff"),
    )


def essential_oil(facts: Facts, use: Use) -> Clash | None:
    """Essential oils near those who may react to them."""
    conditions = conditions_of(
        facts.person, Condition.ASTHMA, Condition.EPILEPSY, Condition.PREGNANCY, Condition.MINOR
    )
    oils = labels.essential_oils(use.item.ingredients) if conditions else ()
    if not conditions or not oils:
        return None
    return Clash(
        "essential_oil",
        Fits.CARE,
        Severity.ADJUST,
        say(
            "{name} contains {oils}. Its label and qualified advice decide whether it may be used "
            "here; if not, use another product.",
            name=use.name,
            oils=join(", ", oils),
        ),
        conditions,
    )


def solid_oil(facts: Facts, use: Use) -> Clash | None:
    """A fat that would fleck in this room, in a bottle that is used as an oil."""
    temp = facts.room.temp_c
    hit = labels.solid_at(use.item.ingredients, temp) if use.role in OIL_ROLES else None
    if not hit:
        return None
    return Clash(
        "solid_oil",
        Fits.CARE,
        Severity.REMIND,
        say(
            "{name} contains {hit}, which is solid at {temp:g °C} and can fleck. Warm it between "
            "the palms, or use another oil.",
            name=use.name,
            hit=hit,
            temp=temp,
        ),
        say("room {temp:g °C}", temp=temp),
        say("Handbook melting point, from memory."),
    )


def too_heavy(facts: Facts, use: Use) -> Clash | None:
    """Thick products flatten fine or sparse hair."""
    fine = facts.hair.strand is Strand.FINE
    if not fine and facts.hair.density_per_cm2 >= doses.SPARSE_BELOW_PER_CM2:
        return None
    says = say(
        "is heavy for {fine} hair and flattens it", fine=say("fine") if fine else say("sparse")
    )
    return weight_clash(facts, use, "too_heavy", Weight.HEAVY, says)


def too_light(facts: Facts, use: Use) -> Clash | None:
    """Watery products vanish in dense coarse hair."""
    if not dense_and_coarse(facts.hair):
        return None
    says = say("is light for dense, coarse hair and may not hold it")
    return weight_clash(facts, use, "too_light", Weight.LIGHT, says)


def weight_clash(facts: Facts, use: Use, key: str, weight: Weight, says: str) -> Clash | None:
    """A bottle of a weight that does not suit."""
    if use.role not in WEIGHTED_ROLES or use.item.weight is not weight:
        return None
    return Clash(
        key,
        Fits.CARE,
        Severity.REMIND,
        say("{name} {says}. Try it on two coils first.", name=use.name, says=says),
        say("strand {diameter_um:g} µm", diameter_um=facts.hair.diameter_um),
    )


def humectant_air(facts: Facts, use: Use) -> Clash | None:
    """Humectants draw water out of the hair in dry air, and too much into it in damp air."""
    dew = dew_point(facts.outdoors.temp_c, facts.outdoors.rh)
    if not use.stays_in or DRY_AIR_C <= dew <= DAMP_AIR_C:
        return None
    hit = labels.leading(use.item.ingredients, Family.HUMECTANT)
    if not hit:
        return None
    does = say("draws water out of the hair") if dew < DRY_AIR_C else say("swells the hair")
    return Clash(
        "humectant_air",
        Fits.CARE,
        Severity.REMIND,
        say(
            "{name} leads with {hit}: at a dew point of {dew:.0f °C} it {does}. Use little of it; "
            "a styler based on film formers holds better.",
            name=use.name,
            hit=hit,
            dew=dew,
            does=does,
        ),
        say("dew point {dew:.0f °C}", dew=dew),
    )


def spoils_soon(_: Facts, use: Use) -> Clash | None:
    """Its last days: use it up, and look and smell first."""
    days = use.item.days_left
    if days is None or not 0 <= days <= min(SOON_DAYS, 3):
        return None
    last = (
        say("today is its last day") if days == 0 else say("{days} left", days=plural(days, "day"))
    )
    return Clash(
        "spoils_soon",
        Fits.CARE,
        Severity.REMIND,
        say("{name}: {last}. Look at it, smell it, and use it up.", name=use.name, last=last),
        say("{days} left", days=plural(days, "day")),
        LABEL,
    )


#: The gravest first.
RULES: tuple[Rule, ...] = (
    allergen,
    avoided_ingredient,
    past_its_date,
    label_rinse,
    silicone_cowash,
    unread,
    may_hold,
    allergen_unclear,
    protein_stiff,
    essential_oil,
    solid_oil,
    humectant_air,
    too_heavy,
    too_light,
    spoils_soon,
)
#: Keys that decide between bottles, the gravest first. Weight and last days are ranked apart.
RANKED = (
    "silicone_cowash",
    "label_unread",
    "allergen_unnamed",
    "protein_stiff",
    "essential_oil",
)
#: The same, but less than a weight that is wrong for the hair.
RANKED_MILD = ("solid_oil", "humectant_air")


def clashes(facts: Facts, use: Use) -> list[Clash]:
    """Everything against a bottle on a head, the gravest first."""
    return [clash for clash in (rule(facts, use) for rule in RULES) if clash]


def fits(hits: Sequence[Clash]) -> Fits:
    """Whether a bottle may be used, from what is against it."""
    if any(clash.fits is Fits.NO for clash in hits):
        return Fits.NO
    return Fits.CARE if hits else Fits.YES


def dense_and_coarse(hair: CompleteHair) -> bool:
    """Hair that swallows a light product."""
    return hair.strand is Strand.COARSE and hair.density_per_cm2 > doses.DENSE_FROM_PER_CM2


def wanted_weight(hair: CompleteHair) -> tuple[tuple[Weight, ...], str]:
    """Weights of product that suit this hair, best first, and the input that says so.

    Fine or sparse hair takes light, watery products; dense coarse hair and porous hair thick,
    concentrated ones.
    """
    if hair.density_per_cm2 < doses.SPARSE_BELOW_PER_CM2:
        return SUITS_LIGHT, say(
            "{density_per_cm2:.0f} hairs/cm²", density_per_cm2=hair.density_per_cm2
        )
    if hair.strand is Strand.FINE:
        return SUITS_LIGHT, say("strand {diameter_um:g} µm", diameter_um=hair.diameter_um)
    if dense_and_coarse(hair):
        return SUITS_HEAVY, say(
            "strand {diameter_um:g} µm, {density_per_cm2:g} hairs/cm²",
            diameter_um=hair.diameter_um,
            density_per_cm2=hair.density_per_cm2,
        )
    if hair.porosity is Level.LOW:
        return SUITS_LIGHT, say("porosity low")
    if hair.porosity is Level.HIGH:
        # Porous hair loses water fast: a heavier cream holds it.
        return SUITS_HEAVY, say("porosity high")
    return SUITS_MEDIUM, say("strand {diameter_um:g} µm", diameter_um=hair.diameter_um)
