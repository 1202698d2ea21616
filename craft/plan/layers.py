"""What stays in: which layers in which order, how much of each, from which bottle.

The school gives the usual list; any other list may be composed. Doses follow the film that the hair
takes, within what a hand can pick up and a head can carry.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace

from craft.contract.plan import Layer, Reason, ShelfItem
from craft.contract.reasons import STANDARD, TRADE, reason
from craft.errors import CraftError
from craft.head.partings.measuring import Section
from craft.messages import join, say
from craft.plan.case import Case
from craft.plan.details import does
from craft.products import doses
from craft.products.layer import COVERS, STAYS, Laid
from craft.products.picking import is_barred, ranking
from craft.products.stays import WHITE_ABOVE_G_PER_M2
from craft.vocabulary import Detail, Distribution, EditOp, LayerOn, LayerOver, Manner, Role

#: What comes nearest where the shelf has no bottle for a role. Common practice, no source.
NEAREST: Mapping[Role, tuple[Role, ...]] = {
    Role.GEL: (Role.CUSTARD, Role.MOUSSE),
    Role.CUSTARD: (Role.GEL, Role.MOUSSE),
    Role.MOUSSE: (Role.CUSTARD, Role.GEL),
    Role.EDGE_GEL: (Role.GEL, Role.CUSTARD),
    Role.CREAM: (Role.BUTTER, Role.LEAVE_IN),
    Role.BUTTER: (Role.CREAM, Role.OIL),
    Role.LEAVE_IN: (Role.CREAM,),
    Role.OIL: (Role.BUTTER, Role.PRE_OIL),
    Role.SCALP_OIL: (Role.OIL, Role.PRE_OIL),
    Role.HEAT_PROTECTANT: (Role.LEAVE_IN,),
}
LAY_IN = "lay_in"
#: Ways of working that finish a section before the next.
CYCLES = frozenset({Distribution.CYCLE, Distribution.MIXED, Distribution.CHUNKS})
#: What holds is laid in with the shaping, what conditions may go on before. Common practice, no
#: source.
HOLDS = frozenset({Role.MOUSSE, Role.CUSTARD, Role.GEL, Role.EDGE_GEL})


def layer_over(case: Case, layer: Layer) -> LayerOver:
    """Over how much of the head a layer goes: as chosen, else as the school has it."""
    way = case.request.school.distribution
    if way is Distribution.LAYER:
        return LayerOver.HEAD
    if layer.over is not None:
        return layer.over
    first = way is Distribution.MIXED and layer.role not in HOLDS
    return LayerOver.HEAD if first else LayerOver.SECTION


def requested_layers(case: Case, usual: Sequence[Role]) -> list[Layer]:
    """The layers that were composed, else those of the school.

    Raises:
        CraftError: something that does not stay in
    """
    asked = case.request.layers
    if asked is None:
        roles = [role for role in usual if role is not Role.MIST]
        if does(case, Detail.ENDS, Manner.GELLED):
            rest = [Layer(role=role) for role in roles if role is not Role.GEL]
            return [*rest, Layer(role=Role.GEL, on=LayerOn.ENDS)]
        return [Layer(role=role) for role in roles]
    for place, layer in enumerate(asked):
        if layer.role not in STAYS:
            listed = join(", ", STAYS)
            raise CraftError(
                f"layers.{place}.role", say("A layer stays in: use one of {listed}.", listed=listed)
            )
    return [along_the_edges(layer) for layer in asked]


def along_the_edges(layer: Layer) -> Layer:
    """Edge gel goes along the hairline where nothing else was said."""
    if layer.role is Role.EDGE_GEL and layer.on is LayerOn.ALL:
        return layer.model_copy(update={"on": LayerOn.EDGES})
    return layer


def laid(case: Case, usual: Sequence[Role]) -> tuple[Laid, ...]:
    """Every layer with its dose; what would be too much gives way.

    Raises:
        CraftError: a layer cannot be; names it
    """
    layers = requested_layers(case, usual)
    by_edit = grams_by_edit(case)
    stack = []
    for place, layer in enumerate(layers):
        hand = layer.grams if layer.grams is not None else by_edit.pop(layer.role, None)
        stack.append(dose_layer(case, place, layer, hand))
    return trim_layers(stack)


def grams_by_edit(case: Case) -> dict[Role, float]:
    """Doses of this step that a change of the routine decided [g]; the last one counts."""
    return {
        edit.role: edit.grams
        for edit in case.request.edits
        if edit.op is EditOp.OVERRIDE
        and edit.step == LAY_IN
        and edit.role is not None
        and edit.grams is not None
    }


def dose_layer(case: Case, place: int, layer: Layer, hand: float | None) -> Laid:
    """A layer with its dose [g], before the others are looked at."""
    sections = covered_sections(case, place, layer)
    if layer.role in doses.SCALP_G_PER_CM2:
        grams = case.grams(layer.role) * len(sections) / len(case.sections)
        why = [scalp_reason(case, layer.role, grams)]
        surface = 0.0
    elif layer.on is LayerOn.HANDS:
        surface = sum(section.surface_m2 for section in sections)
        grams = doses.ON_HANDS_G
        why = [reason("on_hands", say("A few drops on the hands."), say("on hands"), STANDARD)]
    elif layer.role is Role.EDGE_GEL and layer.on is LayerOn.EDGES:
        surface = sum(section.surface_m2 for section in sections) * COVERS[layer.on]
        grams = doses.edges_dose(case.hair.head_cm) * layer.strength
        why = [edges_reason(case)]
    else:
        surface = sum(section.surface_m2 for section in sections) * COVERS[layer.on]
        grams, why = film_dose(case, layer, surface, len(sections))
    most = doses.most_dose(layer.role)
    if grams > most:
        why.append(
            reason(
                "most_dose",
                say("No more than {most:g g} on one head.", most=most),
                "dose",
                STANDARD,
            )
        )
        grams = most
    if hand is not None:
        why.append(
            reason(
                "by_hand",
                say("{hand:g g} by hand.", hand=hand),
                say("usual {grams:.1f g}", grams=grams),
                TRADE,
            )
        )
    return Laid(
        place,
        layer,
        surface,
        grams,
        grams if hand is None else hand,
        hand is not None,
        tuple(why),
        full_g=grams,
    )


def covered_sections(case: Case, place: int, layer: Layer) -> list[Section]:
    """The sections a layer goes into.

    Raises:
        CraftError: there is no section where it should go
    """
    if layer.zone is None:
        return list(case.sections)
    sections = [section for section in case.sections if section.zone is layer.zone]
    if not sections:
        zones = join(", ", sorted({str(section.zone) for section in case.sections}))
        raise CraftError(
            f"layers.{place}.zone",
            say(
                "No section lies at the {zone}. Use one of: {zones}.", zone=layer.zone, zones=zones
            ),
        )
    return sections


def scalp_reason(case: Case, role: Role, grams: float, passes: int = 1) -> Reason:
    """The arithmetic of a dose on the scalp [g/cm² × cm²]."""
    times = say(" × {passes} passes", passes=passes) if passes > 1 else ""
    because = say(
        "{scalp_g_per_cm2} g/cm² × {scalp_cm2:.0f} cm² of scalp{times} = {grams:.1f g}.",
        scalp_g_per_cm2=doses.SCALP_G_PER_CM2[role],
        scalp_cm2=case.scalp_cm2 * case.technique.scalp_share,
        times=times,
        grams=grams,
    )
    return reason(
        "scalp_dose", because, say("head {head_cm:g cm}", head_cm=case.hair.head_cm), STANDARD
    )


def film_reason(
    case: Case, role: Role, surface_m2: float, grams: float, strength: float = 1.0
) -> Reason:
    """The arithmetic of a film on so much hair [g/m² × m²]."""
    film = case.film(role)
    factors = join(
        "",
        (say(" × {factor:g} ({name})", factor=factor, name=name) for name, factor in film.factors),
    )
    thinned = say(" × {strength:.2g} (thinned)", strength=strength) if strength < 1 else ""
    because = say(
        "{base_g_per_m2:g} g/m² × {surface_m2:.2f} m² of hair surface{factors}{thinned} = "
        "{grams:.1f g}.",
        base_g_per_m2=film.base_g_per_m2,
        surface_m2=surface_m2,
        factors=factors,
        thinned=thinned,
        grams=grams,
    )
    fired = say(
        "{hairs:,.0f} hairs of {diameter_um:g} µm",
        hairs=case.hairs,
        diameter_um=case.hair.diameter_um,
    )
    return reason("fibre_dose", because, fired, STANDARD)


def edges_reason(case: Case) -> Reason:
    """How much the hairline takes."""
    return reason(
        "edges_dose",
        say("The hairline takes about {grams:.1g g}, whatever the sections.", grams=doses.EDGES_G),
        say("head {head_cm:g cm}", head_cm=case.hair.head_cm),
        STANDARD,
    )


def film_dose(
    case: Case, layer: Layer, surface_m2: float, sections: int
) -> tuple[float, list[Reason]]:
    """Amount of a layer on so much hair [g], and how it comes about."""
    grams = case.film(layer.role).g_per_m2 * layer.strength * surface_m2
    why = [film_reason(case, layer.role, surface_m2, grams, layer.strength)]
    least = doses.least_dose(layer.role, sections) * layer.strength
    if layer_over(case, layer) is LayerOver.SECTION and grams < least:
        why.append(
            reason(
                "least_dose",
                say(
                    "A hand picks up no less than {least:.2g g} for a section: {sections} of them "
                    "take {total:.1f g}.",
                    least=least / sections,
                    sections=sections,
                    total=least,
                ),
                say("{sections} sections", sections=sections),
                STANDARD,
            )
        )
        grams = least
    return grams, why


Spot = tuple[object, ...] | None
Amount = Callable[[Laid], float]


def film_of(each: Laid) -> float:
    """A layer with its water [g/m²]."""
    return each.film


def solids_of(each: Laid) -> float:
    """What stays of a layer once it is dry [g/m²]."""
    return each.solids


#: What may lie on the hair at most: with its water, or it dries slowly; without, or it shows
#: [g/m²].
LIMITS: tuple[tuple[Amount, float], ...] = (
    (film_of, doses.RESIDUE_ABOVE_G_PER_M2),
    (solids_of, WHITE_ABOVE_G_PER_M2),
)


def amounts(stack: Sequence[Laid], amount: Amount = film_of) -> dict[Spot, float]:
    """What stays on the hair, everywhere and where more is laid [g/m²].

    Args:
        stack: the layers
        amount: of a layer, with its water or without
    """
    base = sum(amount(each) for each in stack if each.spot is None)
    totals: dict[Spot, float] = {None: base}
    for each in stack:
        # What the hairline takes is dosed for the hairline, and nothing else gives way to it.
        if each.spot is not None and each.layer.on is not LayerOn.EDGES:
            totals[each.spot] = totals.get(each.spot, base) + amount(each)
    return totals


def trim_layers(stack: Sequence[Laid]) -> tuple[Laid, ...]:
    """Layers of which nothing is too much: what was not decided by hand gives way.

    Rich layers give way first, then creams, the hold layer last. Beside a dose by hand each gives
    way by half at most: what is then still too much is warned of.
    """
    result = list(stack)
    for amount, limit in LIMITS:
        for spot in amounts(result, amount):
            trim_at(result, spot, amount, limit)
    wet = max(amounts(stack).values(), default=0.0) > doses.RESIDUE_ABOVE_G_PER_M2
    return tuple(
        told_less(before, after, wet=wet) if after.grams < before.grams else after
        for before, after in zip(stack, result, strict=True)
    )


def trim_at(result: list[Laid], spot: Spot, amount: Amount, limit: float) -> None:
    """Take from the layers at one spot, in place, what is above a limit [g/m²]."""
    last = () if any(each.by_hand for each in result) else (doses.GIVES_WAY_LAST,)
    for roles, least in (*doses.GIVES_WAY, *last):
        excess = amounts(result, amount)[spot] - limit
        giving = [
            each
            for each in result
            if each.role in roles and not each.by_hand and each.spot in (None, spot)
        ]
        whole = sum(amount(each) for each in giving)
        if excess <= 0 or not whole:
            continue
        share = max(least, 1 - excess / whole)
        for each in giving:
            # Below its share of the full dose no layer goes, however often it is looked at.
            grams = max(each.grams * share, min(each.grams, each.full_g * least))
            result[each.place] = replace(each, grams=grams)


def told_less(before: Laid, after: Laid, *, wet: bool) -> Laid:
    """A layer that gave way, with the reason.

    Args:
        before, after: it gave way
        wet: all layers would have been too wet; else too rich
    """
    because = (
        say(
            "{grams:.1f g} instead of {before:.1f [g]}: with all layers more than {most:g} g/m² "
            "would stay, which dries slowly.",
            grams=after.grams,
            before=before.grams,
            most=doses.RESIDUE_ABOVE_G_PER_M2,
        )
        if wet
        else say(
            "{grams:.1f g} instead of {before:.1f [g]}: once dry more than {most:g} g/m² would "
            "stay, which leaves white bits.",
            grams=after.grams,
            before=before.grams,
            most=WHITE_ABOVE_G_PER_M2,
        )
    )
    why = (*before.why, reason("trimmed", because, say("layers together"), STANDARD))
    return replace(after, usual_g=after.grams, why=why)


def assign_bottles(case: Case, stack: Sequence[Laid]) -> tuple[Laid, ...]:
    """Layers with their bottles: chosen by hand, else that of the role, a second one another.

    Raises:
        CraftError: a bottle is not on the shelf, or not for this
    """
    results: list[Laid] = []
    for each in stack:
        taken = [done.item for done in results if done.role is each.role and done.item]
        by_hand = chosen(case, each)
        item = by_hand or case.taken.get(each.role)
        if by_hand is None and item in taken:
            beside = [done.item for done in results if done.item]
            rest = ranking(case.shelf, each.role, each.grams, beside)
            item = next((bottle for bottle in rest if bottle not in taken), item)
        results.append(replace(each, item=item))
    return tuple(results)


def chosen(case: Case, each: Laid) -> ShelfItem | None:
    """The bottle that was asked for, if it may touch this head.

    Raises:
        CraftError: it is not on the shelf, or not for this
    """
    wished = each.layer.bottle
    if wished is None:
        return None
    serving = case.shelf.serving(each.role)
    item = next((bottle for bottle in serving if bottle.id == wished), None)
    if item is None:
        known = join(", ", (bottle.id for bottle in serving))
        listing = say("Known: {known}.", known=known) if known else say("The shelf has none.")
        raise CraftError(
            f"layers.{each.place}.bottle",
            say(
                "No bottle {wished} for this role is on the shelf. {listing}",
                wished=wished,
                listing=listing,
            ),
        )
    return None if is_barred(case.shelf, item, each.role) else item


def nearest(case: Case, role: Role) -> ShelfItem | None:
    """What comes nearest where the shelf has no bottle for a role."""
    for other in NEAREST.get(role, ()):
        item = next(iter(ranking(case.shelf, other, 0.0, [])), None)
        if item is not None:
            return item
    return None
