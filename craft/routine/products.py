"""Which bottle, and how much of it."""

from craft import doses, labels
from craft.contract.plan import Reason, ShelfItem, StepProduct
from craft.routine.case import Case, bottles
from craft.routine.why import HOUSE, reason
from craft.vocabulary import Level, Role, Strand, WashRoutine, Weight

#: Weights in the order they suit, best first. Common practice, no source.
SUITS_LIGHT = (Weight.LIGHT, Weight.MEDIUM, Weight.HEAVY)
SUITS_HEAVY = (Weight.HEAVY, Weight.MEDIUM, Weight.LIGHT)
SUITS_MEDIUM = (Weight.MEDIUM, Weight.LIGHT, Weight.HEAVY)

OIL_ROLES = frozenset({Role.OIL, Role.PRE_OIL})

NAMES = {
    Role.PRE_OIL: "pre-wash oil",
    Role.SHAMPOO: "shampoo",
    Role.CO_WASH: "co-wash",
    Role.RINSE_OUT: "rinse-out conditioner",
    Role.MASK: "mask",
    Role.CLAY: "clay",
    Role.LEAVE_IN: "leave-in",
    Role.CREAM: "cream",
    Role.BUTTER: "butter",
    Role.OIL: "sealing oil",
    Role.MOUSSE: "mousse",
    Role.CUSTARD: "custard",
    Role.GEL: "gel",
    Role.MIST: "mist",
    Role.SCALP_OIL: "scalp oil",
}


def wanted_weight(case: Case) -> tuple[tuple[Weight, ...], str]:
    """Weights of product that suit this hair, best first, and the input that says so.

    Fine or sparse hair takes light, watery products; dense coarse hair thick, concentrated ones.
    """
    hair = case.hair
    if hair.strand is Strand.FINE:
        return SUITS_LIGHT, f"strand {hair.diameter_um:g} µm"
    if dense_and_coarse(case):
        return SUITS_HEAVY, f"strand {hair.diameter_um:g} µm, {hair.density_per_cm2:g} hairs/cm²"
    if hair.porosity is Level.LOW:
        return SUITS_LIGHT, "porosity low"
    return SUITS_MEDIUM, f"strand {hair.diameter_um:g} µm"


def dense_and_coarse(case: Case) -> bool:
    """Hair that swallows a light product."""
    hair = case.hair
    return hair.strand is Strand.COARSE and hair.density_per_cm2 > doses.DENSE_FROM_PER_CM2


def forbidden(case: Case, item: ShelfItem) -> str | None:
    """The ingredient that keeps a bottle off this head, if any."""
    person = case.request.person
    for avoided in (*person.allergies, *person.avoid):
        hit = labels.clash(item.ingredients, avoided)
        if hit:
            return hit
    return None


def unwashable(case: Case, item: ShelfItem) -> str | None:
    """A silicone in what stays in, on a head that is never shampooed."""
    if case.request.person.routine is not WashRoutine.COWASH_ONLY:
        return None
    if item.role not in case.technique.stays_in:
        return None
    return labels.insoluble_silicone(item.ingredients)


def solid_here(case: Case, item: ShelfItem) -> str | None:
    """A fat that would fleck in this room, in a bottle that is used as an oil."""
    if item.role not in OIL_ROLES:
        return None
    return labels.solid_at(item.ingredients, case.request.room.temp_c)


def runs_short(item: ShelfItem, grams: float) -> bool:
    """Whether a bottle holds less than the dose."""
    return item.stock_g is not None and item.stock_g < grams


def choose(case: Case, role: Role) -> ShelfItem | None:
    """The bottle for a role: allowed, washable, liquid, enough, of a weight that suits.

    Among equals the one with least left goes first, so that bottles are used up.
    """
    order, _ = wanted_weight(case)
    grams, _ = amount_of(case, role, passes=1)
    allowed = [item for item in bottles(case, role) if not forbidden(case, item)]
    return min(
        allowed,
        key=lambda item: (
            unwashable(case, item) is not None,
            solid_here(case, item) is not None,
            runs_short(item, grams),
            order.index(item.weight),
            item.stock_g if item.stock_g is not None else float("inf"),
            item.id,
        ),
        default=None,
    )


def dose(case: Case, role: Role, passes: int = 1) -> StepProduct:
    """A product of a step with its grams, its hand units and why.

    Args:
        case: the head
        role: what the product is for
        passes: how many times it is applied (scalp products)
    """
    item = choose(case, role)
    grams, amount = amount_of(case, role, passes)
    unit_g = item.unit_g if item else None
    return StepProduct(
        role=role,
        id=item.id if item else None,
        name=(item.name or item.id) if item else NAMES[role],
        grams=round(grams, 1),
        units=doses.hand_units(grams, unit_g) if unit_g else None,
        unit=item.unit if item and unit_g else None,
        stock_g=item.stock_g if item else None,
        stays_in=role in case.technique.stays_in,
        reasons=[amount, *choice_reasons(case, role, item)],
    )


def amount_of(case: Case, role: Role, passes: int) -> tuple[float, Reason]:
    """Grams of a product on this head, and the arithmetic."""
    if role in doses.SCALP_G_PER_CM2:
        grams = doses.scalp_dose(role, case.scalp_cm2, passes)
        times = f" × {passes} passes" if passes > 1 else ""
        because = (
            f"{doses.SCALP_G_PER_CM2[role]} g/cm² × {case.scalp_cm2:.0f} cm² of scalp{times} "
            f"= {grams:.1f} g."
        )
        return grams, reason("scalp_dose", because, f"head {case.hair.head_cm:g} cm", HOUSE)
    film = case.film(role)
    grams = doses.fibre_dose(film.g_per_m2, case.surface_m2)
    factors = "".join(f" × {factor:g} ({name})" for name, factor in film.factors)
    because = (
        f"{film.base_g_per_m2:g} g/m² × {case.surface_m2:.2f} m² of hair surface{factors} "
        f"= {grams:.1f} g."
    )
    fired = f"{case.hairs:,.0f} hairs of {case.hair.diameter_um:g} µm".replace(",", " ")
    return grams, reason("fibre_dose", because, fired, HOUSE)


def passed_over(case: Case, item: ShelfItem) -> Reason | None:
    """Why another bottle of the role was not taken, if there is more to say than its weight."""
    name = item.name or item.id
    hit = forbidden(case, item)
    if hit:
        return reason("kept_off", f"{name} is left out: it holds {hit}.", f"avoids {hit}")
    solid = solid_here(case, item)
    temp = f"{case.request.room.temp_c:g} °C"
    if solid:
        told = f"{name} is left out: {solid} is solid at {temp}."
        return reason("solid_oil", told, f"room {temp}")
    grams, _ = amount_of(case, item.role, passes=1)
    if runs_short(item, grams):
        told = f"{name} is left out: {item.stock_g:g} g left, {grams:.1f} g needed."
        return reason("runs_short", told, f"stock of {name} {item.stock_g:g} g")
    return None


def choice_reasons(case: Case, role: Role, item: ShelfItem | None) -> list[Reason]:
    """Why this bottle and not another."""
    reasons = []
    order, fired = wanted_weight(case)
    stock = bottles(case, role)
    if item and len(stock) > 1 and item.weight is order[0]:
        told = f"A {item.weight} {NAMES[role]} suits this hair best."
        reasons.append(reason("weight_suits", told, fired))
    others = (passed_over(case, other) for other in stock if other is not item)
    return reasons + [one for one in others if one]
