"""Changes that answer what is short on the shelf or in the drawer."""

from collections.abc import Iterable, Iterator
from dataclasses import replace

from craft.messages import say
from craft.physics import winding
from craft.plan.case import Case
from craft.plan.cautions.rule import Sign
from craft.plan.dosing import name_of, others
from craft.plan.forecast import Forecast
from craft.plan.kit.curls import rod_curl
from craft.plan.kit.pieces import (
    bands_for,
    counted_pieces,
    other_sizes,
    pins_for,
    rod_mm,
    rods_needed,
    short,
    ties_needed,
)
from craft.plan.layers import LAY_IN, nearest
from craft.plan.stages import section_cylinder
from craft.plan.what_if.change import Change
from craft.plan.what_if.drying import in_sections, sections_minutes
from craft.products import doses
from craft.products.layer import STAYS, Laid
from craft.products.names import NAMES
from craft.words import several

#: Fewer sections than this share of now are another style. Own value.
FEWEST_SHARE = 0.5
#: Rods that are offered where the chosen ones do not fit [mm]. Own values.
ROD_OFFERS_MM = (6.0, 8.0, 10.0, 12.0, 14.0, 16.0, 18.0, 20.0, 22.0, 25.0, 28.0, 32.0, 36.0, 40.0)


def fixes_for_kit(case: Case, forecast: Forecast) -> Iterator[Change]:
    """Another size for the whole head, or fewer sections."""
    yield from other_rods(case, forecast)
    yield from fewer_sections(case, forecast)


def other_rods(case: Case, forecast: Forecast) -> Iterator[Change]:
    """The whole head on the nearest size of which there are enough."""
    if not short(case):
        return
    size = next((mm for mm, count in other_sizes(case) if count >= rods_needed(case)), None)
    if size is None:
        return
    now, then = rod_curl(case, rod_mm(case)), rod_curl(case, size)
    sizes = {"parting": {"sizes_mm": None}} if case.request.parting.sizes_mm else {}
    yield Change(
        "other_rods",
        say("Use {size:g mm} rods everywhere", size=size),
        {"goal": {"rod_mm": size}, **sizes},
        forecast,
        effect=say(
            "curls {diameter_mm:.0f mm} across instead of {before_mm:.0f [mm]}, hanging "
            "{hanging_cm:.1f cm} instead of {before_cm:.1f [cm]}",
            diameter_mm=then.diameter_mm,
            before_mm=now.diameter_mm,
            hanging_cm=then.hanging_cm,
            before_cm=now.hanging_cm,
        ),
    )


def fixes_for_rods(case: Case, forecast: Forecast) -> Iterator[Change]:
    """The nearest size that fits the hair, of those in the drawer first."""
    wanted = rod_mm(case)
    drawer = [size for size, _ in other_sizes(case)]
    offers = drawer or sorted(ROD_OFFERS_MM, key=lambda size: abs(size - wanted))
    for size in offers:
        curls = [rod_curl(case, size, section=section) for section in case.sections]
        if any(
            winding.too_thick(curl.wound) or winding.too_thin(curl.wound, size) for curl in curls
        ):
            continue
        yield Change(
            "fitting_rods",
            say("Use {size:g mm} rods", size=size),
            {"goal": {"rod_mm": size}, "parting": {"sizes_mm": None}},
            forecast,
            effect=say(
                "curls {diameter_mm:.0f mm} across, {turns:.1f} turns",
                diameter_mm=curls[0].diameter_mm,
                turns=curls[0].wound.turns,
            ),
        )
        return


def counts_that_suffice(case: Case) -> Iterator[int]:
    """Smaller even numbers of sections for which nothing is short, the largest first."""
    now, technique = len(case.sections), case.technique
    free = {name: have for name, _, have in counted_pieces(case) if have is not None}
    if short(case):
        free["rods"] = rods_needed(case) - short(case)
    for count in range(now - 2 + now % 2, max(1, round(now * FEWEST_SHARE)) - 1, -2):
        needs = {
            "rods": technique.kit.rods_each * count,
            "pins": pins_for(case, count),
            "bands": bands_for(case, count),
            "clips": technique.kit.clips,
            "ties": ties_needed(case),
        }
        if all(needs[name] <= have for name, have in free.items()):
            yield count


def fewer_sections(case: Case, forecast: Forecast) -> Iterator[Change]:
    """The most sections the drawer is enough for."""
    count = next(counts_that_suffice(case), None)
    if count is None:
        return
    thicker = replace(forecast, cylinder=section_cylinder(case, case.hairs / count))
    yield use_fewer_sections(case, thicker, count)


def use_fewer_sections(case: Case, forecast: Forecast, count: int) -> Change:
    """The change to a smaller number of sections.

    Args:
        case: what is planned
        forecast: of the drying with that number
        count: of sections
    """
    extra = sections_minutes(case, count) - sections_minutes(case, len(case.sections))
    return Change(
        "fewer_sections",
        say("Use {count} {nouns}", count=count, nouns=several(case.technique.parting.noun)),
        in_sections(case, count),
        forecast,
        hands_on_min=extra,
        client_min=extra,
        effect=say("thicker sections: looser, less defined, slower to dry"),
    )


def fixes_for_film(case: Case, forecast: Forecast) -> Iterator[Change]:
    """The usual doses again, where a hand decided more than hair carries."""
    kept = [
        edit.model_dump(mode="json", exclude_none=True)
        for edit in case.request.edits
        if not (edit.step == LAY_IN and edit.grams is not None)
    ]
    patch: dict[str, object] = {}
    if case.request.layers is not None:
        patch["layers"] = [
            layer.model_copy(update={"grams": None}).model_dump(mode="json", exclude_none=True)
            for layer in case.request.layers
        ]
    if len(kept) < len(case.request.edits):
        patch["edits"] = kept
    if patch:
        yield Change(
            "usual_doses",
            say("Use the standard doses"),
            patch,
            forecast,
            effect=say(
                "at most {residue_above_g_per_m2:g} g/m² stay on the hair",
                residue_above_g_per_m2=doses.RESIDUE_ABOVE_G_PER_M2,
            ),
        )


def take_instead(case: Case, forecast: Forecast, bottle: str | None) -> Iterator[Change]:
    """For a bottle that a caution is about, the one to take instead."""
    for each in case.layers:
        if each.item and each.item.id == bottle and each.layer.bottle == bottle:
            yield from other_layer_bottle(case, forecast, each)
            return
    role = next((role for role, item in case.taken.items() if item and item.id == bottle), None)
    if role is None:
        return
    better = others(case, role)
    if better:
        yield Change(
            f"take_instead_{role}",
            say("Use {better}", better=name_of(better[0])),
            {"bottles": {role.value: better[0].id}},
            forecast,
            effect=say("same dose by weight"),
        )


def other_layer_bottle(case: Case, forecast: Forecast, each: Laid) -> Iterator[Change]:
    """For a bottle that was chosen for a layer, the one to take instead."""
    better = next(iter(others(case, each.role, each.item)), None)
    if better is None:
        return
    layers = [other.layer.model_dump(mode="json", exclude_none=True) for other in case.layers]
    layers[each.place] |= {"bottle": better.id}
    yield Change(
        f"take_instead_{each.role}",
        say("Use {better}", better=name_of(better)),
        {"layers": layers},
        forecast,
        effect=say("same dose by weight"),
    )


def nearest_instead(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """The layer with what comes nearest, or without it."""
    lacking = [
        each for each in case.layers if each.item is None and not case.shelf.serving(each.role)
    ]
    for each in lacking[:1]:
        layers = [other.layer.model_dump(mode="json", exclude_none=True) for other in case.layers]
        item = nearest(case, each.role)
        if item is not None and item.role in STAYS:
            layers[each.place] |= {"role": item.role.value, "bottle": item.id}
            yield Change(
                "nearest_role",
                say("Use {item} as {product}", item=name_of(item), product=NAMES[item.role]),
                {"layers": layers},
                forecast,
            )
        else:
            yield Change(
                "without_layer",
                say("Leave out the {product}", product=NAMES[each.role]),
                {"layers": layers[: each.place] + layers[each.place + 1 :]},
                forecast,
            )


def instead_of(case: Case, forecast: Forecast, sign: Sign) -> Iterable[Change]:
    """The bottle to take instead."""
    return take_instead(case, forecast, sign.bottle)


def thicker_film(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """The usual doses, or the layers of the school."""
    yield from fixes_for_film(case, forecast)
    if case.request.layers is not None:
        yield Change("school_layers", say("Use the usual layers"), {"layers": None}, forecast)
