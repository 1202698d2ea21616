"""Cautions of the bottles: on this head, with each other, and all together."""

from collections.abc import Iterator

from craft import doses
from craft.contract.plan import Caution, ShelfItem
from craft.routine.case import Case
from craft.routine.cautions.telling import Rule, caution
from craft.routine.clashes import ALLERGEN_SOURCE, Clash, clashes
from craft.routine.forecast import Forecast
from craft.routine.picking import barred
from craft.routine.products import NAMES, choose, name_of, others
from craft.routine.why import HOUSE
from craft.vocabulary import Role, Severity, Washing

SALON = "Palm tests and visits of this salon."


def used(case: Case) -> Iterator[tuple[Role, ShelfItem]]:
    """The bottles this plan takes, each in its role."""
    for role in case.roles:
        item = choose(case, role)
        if item:
            yield role, item


def instead(case: Case, role: Role) -> str:
    """What to use instead, from the shelf."""
    better = others(case, role)
    if better:
        return f" Take {name_of(better[0])} instead."
    return f" The shelf has no other {NAMES[role]} that would do."


def against(case: Case, key: str) -> Iterator[tuple[Role, ShelfItem, Clash]]:
    """Bottles in use that a rule speaks against."""
    shelf = case.shelf
    for role, item in used(case):
        for found in clashes(shelf.facts, shelf.use(item, role)):
            if found.key == key:
                yield role, item, found


def clash_rule(key: str) -> Rule:
    """A caution for the first bottle that clashes by a rule, with what to use instead."""

    def rule(case: Case, _: Forecast) -> Caution | None:
        hit = next(against(case, key), None)
        if hit is None:
            return None
        role, item, found = hit
        text = found.text + ("" if key == "spoils_soon" else instead(case, role))
        return caution(key, found.severity, text, found.trigger, found.source, item.id)

    return rule


def allergen(case: Case, _: Forecast) -> Caution | None:
    """A bottle chosen by hand, or every bottle of a role, holds what must not touch this head."""
    shelf = case.shelf
    for role in case.roles:
        stock = shelf.serving(role)
        by_hand = next((one for one in stock if one.id == case.request.bottles.get(role)), None)
        taken = choose(case, role)
        if by_hand and barred(shelf, by_hand, role):
            found = clashes(shelf.facts, shelf.use(by_hand, role))[0]
            now = f" {name_of(taken)} is taken instead." if taken else instead(case, role)
            text = found.text + now
            return caution(
                "allergen", Severity.ADJUST, text, found.trigger, found.source, by_hand.id
            )
        if stock and taken is None:
            found = clashes(shelf.facts, shelf.use(stock[0], role))[0]
            return nothing_left(role, stock[0], found)
    return None


def nothing_left(role: Role, item: ShelfItem, found: Clash) -> Caution:
    """No bottle of a role may be used."""
    key = "allergen" if found.key in ("allergen", "avoided") else found.key
    return caution(
        key,
        Severity.ADJUST,
        f"No {NAMES[role]} on the shelf may be used. {found.text} Use another product whose label "
        "you have read, or leave this layer out.",
        found.trigger,
        ALLERGEN_SOURCE if key == "allergen" else found.source,
        item.id,
    )


def flaking_pair(case: Case, _: Forecast) -> Caution | None:
    """Two products of this plan that flake together."""
    shelf = case.shelf
    laid = [(role, item) for role, item in used(case) if role in shelf.stays_in]
    for place, (role, item) in enumerate(laid):
        earlier = [one for _, one in laid[:place]]
        pair = shelf.flaking(item, earlier)
        if pair:
            other = next(one for one in earlier if one.id in (pair.first, pair.second))
            return caution(
                "flaking_pair",
                Severity.ADJUST,
                f"{name_of(other)} and {name_of(item)} flake together. {pair.because}".strip()
                + instead(case, role),
                f"{name_of(other)} with {name_of(item)}",
                SALON,
                item.id,
            )
    return None


def leave_on(case: Case) -> float:
    """Everything that stays in, per hair surface [g/m²]."""
    return sum(
        case.film(role).g_per_m2 for role in case.technique.stays_in if role in doses.FILM_G_PER_M2
    )


def residue_risk(case: Case, _: Forecast) -> Caution | None:
    """Too much of everything."""
    total = leave_on(case)
    if total <= doses.RESIDUE_ABOVE_G_PER_M2:
        return None
    return caution(
        "residue_risk",
        Severity.ADJUST,
        f"{total:.1f} g/m² stay on the hair; above {doses.RESIDUE_ABOVE_G_PER_M2:g} it tends to "
        "leave white residue and dries slowly. Take less definition or leave out a layer.",
        f"porosity {case.hair.porosity}, definition {case.definition:.0%}",
        HOUSE,
    )


def thin_film(case: Case, _: Forecast) -> Caution | None:
    """Too little to hold a curl."""
    total = leave_on(case)
    light_on_purpose = not case.washes or case.technique.washing is Washing.RESET
    if light_on_purpose or total >= doses.THIN_BELOW_G_PER_M2:
        return None
    return caution(
        "thin_film",
        Severity.REMIND,
        f"Only {total:.1f} g/m² stay on the hair; below {doses.THIN_BELOW_G_PER_M2:g} "
        "definition is lost.",
        f"porosity {case.hair.porosity}, style {case.request.goal.style}",
        HOUSE,
    )


#: One rule of clashes, one caution; `allergen` looks at the whole shelf and stands for itself.
FROM_CLASHES = (
    "silicone_cowash",
    "label_unread",
    "allergen_unnamed",
    "avoided",
    "spoiled",
    "label_rinse",
    "protein_stiff",
    "essential_oil",
    "solid_oil",
    "humectant_air",
    "too_heavy",
    "too_light",
    "spoils_soon",
)
RULES: tuple[Rule, ...] = (
    allergen,
    flaking_pair,
    residue_risk,
    thin_film,
    *(clash_rule(key) for key in FROM_CLASHES),
)
