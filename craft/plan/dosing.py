"""What a step takes: the bottle, how much of it, and why."""

from typing import Any

from craft.contract.plan import Reason, ShelfItem, StepProduct
from craft.contract.reasons import TRADE, reason
from craft.messages import say
from craft.plan.case import Case
from craft.plan.layers import amounts, film_reason, scalp_reason, solids_of
from craft.plan.places import zone_dose_reasons
from craft.products import doses
from craft.products.clashes import wanted_weight
from craft.products.layer import Laid
from craft.products.names import NAMES
from craft.products.picking import best, left_in, ranking, runs_short
from craft.products.stays import solids_share
from craft.vocabulary import Fits, Role


def name_of(item: ShelfItem) -> str:
    """What a bottle is called."""
    return item.name or item.id


def choose(case: Case, role: Role) -> ShelfItem | None:
    """The bottle for a role, if any may be used."""
    if role in case.taken:
        return case.taken[role]
    return best(case.shelf, role, case.dose_g(role), left_in(case.shelf, case.taken))


def others(case: Case, role: Role, than: ShelfItem | None = None) -> list[ShelfItem]:
    """Bottles that could be taken instead, with nothing against them, best first.

    Args:
        case: the head
        role: what it is for
        than: the bottle in question; that of the role where none is named
    """
    shelf, own = case.shelf, than or case.taken.get(role)
    rest = {other: item for other, item in case.taken.items() if other is not role}
    beside = left_in(shelf, rest) if role in shelf.stays_in else []
    return [
        item
        for item in ranking(shelf, role, case.dose_g(role), beside)
        if item is not own
        and not shelf.clashes(item, role)
        and not shelf.flaking(item, beside)
        and not runs_short(item, case.dose_g(role))
    ]


def dose(case: Case, role: Role, passes: int = 1) -> StepProduct:
    """A product of a step with its grams, its hand units and why.

    Args:
        case: the head
        role: what the product is for
        passes: how many times it is applied (scalp products)
    """
    item = choose(case, role)
    grams, amount = amount_of(case, role, passes)
    return StepProduct(
        **dose_fields(role, item, grams),
        stays_in=role in case.shelf.stays_in,
        reasons=[amount, *choice_reasons(case, role, item)],
    )


def dose_of_layer(case: Case, each: Laid) -> StepProduct:
    """A layer with its grams, its hand units and why."""
    layer = each.layer
    amounts = dose_fields(each.role, each.item, each.grams)
    if each.by_hand:
        amounts |= {"grams_low": None, "grams_high": None}
    return StepProduct(
        **amounts,
        usual_g=round(each.usual_g, 1),
        layer=each.place,
        on=layer.on,
        zone=layer.zone,
        strength=layer.strength,
        way=layer.way,
        stays_in=True,
        reasons=[
            *each.why,
            *zone_dose_reasons(case, each.role),
            *choice_reasons(case, each.role, each.item),
        ],
    )


def dose_fields(role: Role, item: ShelfItem | None, grams: float) -> dict[str, Any]:
    """An amount of a product: its range [g], the same in the bottle's unit, and its cost."""
    unit_g = item.unit_g if item else None
    units = doses.hand_units(grams, unit_g) if unit_g else None
    price = item.cost_per_g if item else None
    low, high = doses.dose_range(grams)
    return {
        "role": role,
        "id": item.id if item else None,
        "name": name_of(item) if item else NAMES[role],
        "grams": round(grams, 1),
        "grams_low": round(low, 1),
        "grams_high": round(high, 1),
        "units": units,
        "unit": item.unit if item and unit_g else None,
        "by_hand_g": round(units * unit_g, 1) if units and unit_g else None,
        "unit_g": unit_g,
        "cost": None if price is None else round(price * grams, 2),
        "stock_g": item.stock_g if item else None,
        "solids": solids_share(role, item),
    }


def film_left_on(case: Case) -> float:
    """Everything that stays in, where most of it lies, per hair surface [g/m²]."""
    return max(amounts(case.layers).values())


def solids_left_on(case: Case) -> float:
    """What stays of it once it is dry, where most of it lies, per hair surface [g/m²]."""
    return max(amounts(case.layers, solids_of).values())


def amount_of(case: Case, role: Role, passes: int) -> tuple[float, Reason]:
    """Amount of a product that is rinsed out [g], and the arithmetic."""
    grams = case.grams(role, passes)
    if role in doses.SCALP_G_PER_CM2:
        return grams, scalp_reason(case, role, grams, passes)
    return grams, film_reason(case, role, case.surface_m2, grams)


def passed_over(case: Case, role: Role, item: ShelfItem) -> Reason | None:
    """Why another bottle of the role was not taken, if there is more to say than its weight."""
    shelf = case.shelf
    against = shelf.clashes(item, role)
    if against and (against[0].fits is Fits.NO or against[0].key not in ("too_heavy", "too_light")):
        rule = "kept_off" if against[0].fits is Fits.NO else against[0].key
        name = name_of(item)
        text = say("{product} is left out. {why}", product=name, why=against[0].text)
        return reason(rule, text, against[0].trigger, against[0].source)
    taken = [bottle for bottle in case.taken.values() if bottle and bottle is not item]
    pair = shelf.flaking(item, taken)
    if pair and role in shelf.stays_in:
        other = next(bottle for bottle in taken if bottle.id in (pair.first, pair.second))
        text = say(
            "{item} is left out: it flakes with {other}. {because}",
            item=name_of(item),
            other=name_of(other),
            because=pair.because,
        )
        trigger = say("{item} with {other}", item=name_of(item), other=name_of(other))
        return reason("flaking_pair", text, trigger)
    grams = case.dose_g(role)
    if item.stock_g is not None and runs_short(item, grams):
        text = say(
            "{item} is left out: {stock_g:g g} left, {grams:.1f g} needed.",
            item=name_of(item),
            stock_g=item.stock_g,
            grams=grams,
        )
        return reason(
            "runs_short",
            text,
            say("stock of {item} {stock_g:g g}", item=name_of(item), stock_g=item.stock_g),
        )
    return None


def choice_reasons(case: Case, role: Role, item: ShelfItem | None) -> list[Reason]:
    """Why this bottle and not another."""
    reasons = []
    order, fired = wanted_weight(case.hair)
    stock = case.shelf.serving(role)
    if item and case.request.bottles.get(role) == item.id:
        text = say("{item} was chosen by hand.", item=name_of(item))
        reasons.append(
            reason("by_hand", text, say("bottles.{role} {id}", role=role, id=item.id), TRADE)
        )
    elif item and len(stock) > 1 and item.weight is order[0]:
        text = say(
            "A {weight} {product} suits this hair best.", weight=item.weight, product=NAMES[role]
        )
        reasons.append(reason("weight_suits", text, fired))
    passed = (passed_over(case, role, other) for other in stock if other is not item)
    return reasons + [entry for entry in passed if entry]
