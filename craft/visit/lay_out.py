"""What is put ready before a service begins, and what of it is short."""

from collections.abc import Iterator, Mapping

from craft.contract.chair import LayOutItem
from craft.contract.plan import Kit, PlanAnswer, PlanRequest, StepProduct
from craft.messages import join, say
from craft.plan.assemble import case_of
from craft.plan.dosing import others
from craft.plan.linen import caps_of, towels_of
from craft.vocabulary import ActKey, LayOut
from craft.words import plural


def lay_out(
    plan: PlanAnswer, asked: PlanRequest | None, stock: Mapping[str, float]
) -> list[LayOutItem]:
    """Everything to put ready: bottles, pieces, linen, in the order of use.

    Args:
        plan: that is worked
        asked: what it was made for; without it nothing is held against the drawer
        stock: what bottles hold now [g], by id; else as when it was planned
    """
    return [*bottles(plan, asked, stock), *pieces(plan, asked), *linen(plan)]


def bottles(
    plan: PlanAnswer, asked: PlanRequest | None, stock: Mapping[str, float]
) -> Iterator[LayOutItem]:
    """Bottles with all they give in this service."""
    doses: dict[str, list[StepProduct]] = {}
    for step in plan.steps:
        for product in step.products:
            doses.setdefault(product.id or f"{product.role}", []).append(product)
    for key, taken in doses.items():
        first = taken[0]
        grams = sum(dose.grams for dose in taken)
        units = [dose.units for dose in taken]
        have = stock.get(key, first.stock_g if first.id else None)
        short = (
            say("{have:.0f g} left", have=have)
            if have is not None and have < grams
            else ""
            if first.id
            else say("none on the shelf")
        )
        yield LayOutItem(
            key=f"bottle {key}",
            what=LayOut.BOTTLE,
            text=first.name,
            grams=round(grams, 1),
            units=sum(each or 0.0 for each in units) if all(units) else None,
            unit=first.unit,
            short=short,
            instead=bottle_instead(asked, first) if short else "",
        )


def bottle_instead(asked: PlanRequest | None, short: StepProduct) -> str:
    """The next bottle with nothing against it on this head, where there is one."""
    if asked is None:
        return ""
    rest = others(case_of(asked), short.role)
    return next((item.name or item.id for item in rest if item.id != short.id), "")


def pieces(plan: PlanAnswer, asked: PlanRequest | None) -> Iterator[LayOutItem]:
    """Rods by size, pins, bands, clips and ties; what the drawer lacks."""
    needed = plan.kit_needed
    for rods in needed.rods:
        swaps = [
            say("{count} of {mm:g mm}", count=other.count, mm=other.diameter_mm)
            for other in needed.substitutes
        ]
        yield LayOutItem(
            key=f"rod {rods.diameter_mm:g}",
            what=LayOut.ROD,
            text=say("{rods} of {mm:g mm}", rods=plural(rods.count, "rod"), mm=rods.diameter_mm),
            short=say("{short} missing", short=rods.short) if rods.short else "",
            instead=join(", ", swaps) if rods.short else "",
        )
    kit = (asked.kit if asked else None) or Kit()
    for what, count, noun, have in (
        (LayOut.PIN, needed.pins, "pin", kit.pins),
        (LayOut.BAND, needed.bands, "band", kit.bands),
        (LayOut.CLIP, needed.clips, "clip", kit.clips),
        (LayOut.TIE, needed.ties, "soft tie", kit.ties),
    ):
        if count:
            lacks = 0 if have is None else max(0, count - have)
            yield LayOutItem(
                key=what.value,
                what=what,
                text=plural(count, noun),
                short=say("{short} missing", short=lacks) if lacks else "",
            )


def linen(plan: PlanAnswer) -> Iterator[LayOutItem]:
    """Towels, caps, a cloth to blot with, water where sections are wetted again.

    Common practice, no source.
    """
    towels = towels_of([step for step in plan.steps if step.sitting == 1])
    if towels:
        yield LayOutItem(key="towel", what=LayOut.TOWEL, text=plural(towels, "towel"))
    waits = any(detail.chosen == "cap" for detail in plan.details if detail.detail == "waiting")
    caps = caps_of(plan) + (1 if waits else 0)
    if caps:
        yield LayOutItem(key="cap", what=LayOut.CAP, text=plural(caps, "cap"))
    if any(step.key in ("blot", "press", "wrap") for step in plan.steps):
        yield LayOutItem(key="cloth", what=LayOut.CLOTH, text=say("A cotton cloth or microfibre"))
    acts = [act.key for step in plan.steps if step.cycle for act in step.cycle.acts]
    if ActKey.WET in acts:
        yield LayOutItem(key="water", what=LayOut.WATER, text=say("A spray bottle of water"))
