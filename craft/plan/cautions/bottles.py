"""Cautions of the bottles: on this head, with each other, and all together."""

from collections.abc import Iterator

from craft.contract.plan import ShelfItem
from craft.contract.reasons import STANDARD
from craft.messages import join, say
from craft.plan.case import Case
from craft.plan.cautions.rule import CautionRule, Sees, Sign
from craft.plan.dosing import choose, film_left_on, name_of, others, solids_left_on
from craft.plan.layers import nearest
from craft.products import doses
from craft.products.clashes import ALLERGEN_SOURCE, Clash
from craft.products.names import NAMES
from craft.products.picking import is_barred
from craft.products.stays import WHITE_ABOVE_G_PER_M2
from craft.vocabulary import Buildup, Role, Severity, Washing

#: So many of those that were left out are named.
LEFT_OUT_MOST = 5
SALON = say("Palm tests and visits of this salon.")


def planned_bottles(case: Case) -> Iterator[tuple[Role, ShelfItem]]:
    """The bottles this plan takes, each in its role."""
    laid_in = {each.role for each in case.layers}
    for role in case.roles:
        item = None if role in laid_in else choose(case, role)
        if item:
            yield role, item
    for each in case.layers:
        if each.item:
            yield each.role, each.item


def instead(case: Case, role: Role, than: ShelfItem | None = None) -> str:
    """What to use instead, from the shelf."""
    better = others(case, role, than)
    if better:
        return say(" Use {better} instead.", better=name_of(better[0]))
    return say(" No other {product} in stock is suitable.", product=NAMES[role])


def against(case: Case, key: str) -> Iterator[tuple[Role, ShelfItem, Clash]]:
    """Bottles in use that a rule speaks against."""
    shelf = case.shelf
    for role, item in planned_bottles(case):
        for clash in shelf.clashes(item, role):
            if clash.key == key:
                yield role, item, clash


NO_OTHER_BOTTLE = frozenset({"spoils_soon", "allergen_unclear"})


def clash_sign(key: str) -> Sees:
    """Sees the first bottle that clashes by a rule, and says what to use instead."""

    def sees(case: Case, *_: object) -> Sign | None:
        hit = next(against(case, key), None)
        if hit is None:
            return None
        role, item, clash = hit
        # Another bottle is no answer to what every bottle may hold.
        text = clash.text + ("" if key in NO_OTHER_BOTTLE else instead(case, role, item))
        return Sign(text, clash.trigger, clash.source, item.id, clash.severity)

    return sees


def allergen(case: Case, *_: object) -> Sign | None:
    """A bottle chosen by hand, or every bottle of a role, holds what must not touch this head."""
    shelf = case.shelf
    for role in case.roles:
        stock = shelf.serving(role)
        asked = {each.layer.bottle for each in case.layers if each.role is role}
        asked.add(case.request.bottles.get(role))
        by_hand = next((bottle for bottle in stock if bottle.id in asked), None)
        taken = choose(case, role)
        if by_hand and is_barred(shelf, by_hand, role):
            clash = shelf.clashes(by_hand, role)[0]
            now = (
                say(" {taken} is used instead.", taken=name_of(taken))
                if taken
                else instead(case, role)
            )
            return Sign(clash.text + now, clash.trigger, clash.source, by_hand.id)
        if stock and taken is None:
            return nothing_left(role, stock[0], shelf.clashes(stock[0], role)[0])
    return None


def nothing_left(role: Role, item: ShelfItem, clash: Clash) -> Sign:
    """No bottle of a role may be used."""
    key = "allergen" if clash.key in ("allergen", "avoided") else clash.key
    return Sign(
        say(
            "No {product} in stock may be used. {text} Use another product whose label you have "
            "read, or leave this layer out.",
            product=NAMES[role],
            text=clash.text,
        ),
        clash.trigger,
        ALLERGEN_SOURCE if key == "allergen" else clash.source,
        item.id,
        Severity.ADJUST,
        key,
    )


def flaking_pair(case: Case, *_: object) -> Sign | None:
    """Two products of this plan that flake together."""
    shelf = case.shelf
    laid = [(role, item) for role, item in planned_bottles(case) if role in shelf.stays_in]
    for place, (role, item) in enumerate(laid):
        earlier = [bottle for _, bottle in laid[:place]]
        pair = shelf.flaking(item, earlier)
        if pair:
            other = next(bottle for bottle in earlier if bottle.id in (pair.first, pair.second))
            return Sign(
                say(
                    "{product} and {other} flake together. {because}",
                    product=name_of(other),
                    other=name_of(item),
                    because=pair.because,
                )
                + instead(case, role, item),
                say("{other} with {item}", other=name_of(other), item=name_of(item)),
                SALON,
                item.id,
            )
    return None


def residue_risk(case: Case, *_: object) -> Sign | None:
    """Too much of everything: so wet that it dries slowly, or so rich that it shows."""
    total, solids = film_left_on(case), solids_left_on(case)
    # Trimmed doses add up to the limit itself, but for rounding.
    wet = exceeds(total, doses.RESIDUE_ABOVE_G_PER_M2)
    if not wet and not exceeds(solids, WHITE_ABOVE_G_PER_M2):
        return None
    text = (
        say(
            "{total:.1f} g/m² stay on the hair; above {residue_above_g_per_m2:g} it dries slowly. "
            "Take the usual doses, or leave out a layer.",
            total=total,
            residue_above_g_per_m2=doses.RESIDUE_ABOVE_G_PER_M2,
        )
        if wet
        else say(
            "{solids:.1f} g/m² stay on the hair once it is dry; above {white_above:g} it may leave "
            "white bits. Take less oil, butter or cream, or leave out a layer.",
            solids=solids,
            white_above=WHITE_ABOVE_G_PER_M2,
        )
    )
    return Sign(
        text,
        say(
            "dose by hand, porosity {porosity}, definition {definition:.0%}",
            porosity=case.hair.porosity,
            definition=case.definition,
        ),
        STANDARD,
    )


def exceeds(amount: float, limit: float) -> bool:
    """Whether a film [g/m²] is above a limit by as much as is shown of it."""
    return round(amount, 1) > limit


def thin_film(case: Case, *_: object) -> Sign | None:
    """Too little to hold a curl."""
    total = film_left_on(case)
    light_on_purpose = not case.dries or case.technique.wash.kind is Washing.RESET
    if light_on_purpose or total >= doses.THIN_BELOW_G_PER_M2:
        return None
    return Sign(
        say(
            "Only {total:.1f} g/m² stay on the hair; below {thin_below_g_per_m2:g} definition is "
            "lost.",
            total=total,
            thin_below_g_per_m2=doses.THIN_BELOW_G_PER_M2,
        ),
        say(
            "porosity {porosity}, style {style}",
            porosity=case.hair.porosity,
            style=case.request.goal.style,
        ),
        STANDARD,
    )


def cowash_buildup(case: Case, *_: object) -> Sign | None:
    """Co-washing heavy build-up only moves it about."""
    cleansers = [each.role for each in case.cleansers]
    if case.hair.buildup is not Buildup.HEAVY or cleansers != [Role.CO_WASH]:
        return None
    return Sign(
        say("Heavy build-up does not come off with a co-wash: clarify once, then co-wash again."),
        say(
            "build-up {buildup}, cleanser {cleanser}",
            buildup=case.hair.buildup,
            cleanser=case.request.cleanser,
        ),
    )


def no_bottle(case: Case, *_: object) -> Sign | None:
    """A layer the shelf has nothing for, and what comes nearest."""
    for each in case.layers:
        if each.item is None and case.shelf.items and not case.shelf.serving(each.role):
            other = nearest(case, each.role)
            near = (
                say(
                    " {other} ({product}) comes nearest.",
                    other=name_of(other),
                    product=NAMES[other.role],
                )
                if other
                else ""
            )
            return Sign(
                say("The shelf has no {product}.{near}", product=NAMES[each.role], near=near),
                say("layer {place}, {product}", place=each.place + 1, product=NAMES[each.role]),
            )
    return None


NO_BETTER_BOTTLE = say("No other product in stock does better here.")
#: Cautions from what speaks against a bottle: key and the steps it stands at; the clash itself says
#: how grave it is. `allergen` looks at the whole shelf and stands for itself.
LAID_IN = ("lay_in",)
ANY_PRODUCT = ("clarify", "cleanse", "condition", "mask", "lay_in")
FROM_CLASHES: tuple[tuple[str, tuple[str, ...]], ...] = (
    ("silicone_cowash", LAID_IN),
    ("label_unread", ANY_PRODUCT),
    ("allergen_unnamed", ANY_PRODUCT),
    ("allergen_unclear", ANY_PRODUCT),
    ("avoided", ANY_PRODUCT),
    ("spoiled", LAID_IN),
    ("label_rinse", LAID_IN),
    ("protein_stiff", ("mask", "lay_in")),
    ("essential_oil", ("lay_in", "cleanse")),
    ("solid_oil", LAID_IN),
    ("humectant_air", LAID_IN),
    ("too_heavy", LAID_IN),
    ("too_light", LAID_IN),
)


def left_out(case: Case, *_: object) -> Sign | None:
    """Something of the record that could not be read: the plan goes on without it."""
    rows = case.request.left_out
    if not rows:
        return None
    more = say(" and {rows} more", rows=len(rows) - 1) if len(rows) > 1 else ""
    text = say(
        "Left out of this plan: {row}{more}. Correct it in the record.", row=rows[0], more=more
    )
    return Sign(text, join("; ", rows[:LEFT_OUT_MOST]), say("The record of this salon."))


RULES: tuple[CautionRule, ...] = (
    CautionRule("allergen", Severity.ADJUST, ("lay_in", "mask", "cleanse"), allergen),
    CautionRule("flaking_pair", Severity.ADJUST, LAID_IN, flaking_pair),
    CautionRule("no_bottle", Severity.REMIND, LAID_IN, no_bottle),
    CautionRule("residue_risk", Severity.ADJUST, LAID_IN, residue_risk),
    CautionRule("cowash_buildup", Severity.ADJUST, ("cleanse",), cowash_buildup),
    CautionRule("thin_film", Severity.REMIND, LAID_IN, thin_film),
    *(
        CautionRule(key, Severity.ADJUST, steps, clash_sign(key), no_fix=NO_BETTER_BOTTLE)
        for key, steps in FROM_CLASHES
    ),
    CautionRule(
        "spoils_soon",
        Severity.REMIND,
        LAID_IN,
        clash_sign("spoils_soon"),
        no_fix=say("It is still good today: use it up or order another."),
    ),
    CautionRule(
        "left_out", Severity.REMIND, LAID_IN, left_out, no_fix=say("It is corrected in the record.")
    ),
)
