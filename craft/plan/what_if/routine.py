"""Changes of the routine that answer a caution: how it is washed, dried, worn and ordered."""

from collections.abc import Iterable
from dataclasses import replace

from craft.messages import say, word
from craft.plan.case import Case
from craft.plan.cautions.rule import Sign
from craft.plan.cautions.sets import OVERNIGHT_FROM_MIN
from craft.plan.forecast import Forecast
from craft.plan.steps.order import steps_concerned
from craft.plan.turns import WET_MIN, dried_turns
from craft.plan.what_if.change import Change, Fixes
from craft.styles.details import DETAILS
from craft.vocabulary.details import Detail, Manner
from craft.vocabulary.sets import Heat
from craft.vocabulary.work import EditOp, Rewetting


def upright(_: Case, forecast: Forecast, __: Sign) -> Iterable[Change]:
    """Washed sitting upright."""
    yield Change(
        "upright",
        say("Wash sitting upright"),
        {"details": {Detail.BASIN.value: Manner.UPRIGHT.value}},
        forecast,
        hands_on_min=DETAILS[Detail.BASIN].ways[Manner.UPRIGHT].minutes[0],
        client_min=DETAILS[Detail.BASIN].ways[Manner.UPRIGHT].minutes[0],
    )


def tested_ahead(_: Case, forecast: Forecast, __: Sign) -> Iterable[Change]:
    """A patch test before the day."""
    patch = {"details": {Detail.PATCH_TEST.value: Manner.YES.value}}
    yield Change("patch_test", say("Plan a patch test 48 h before"), patch, forecast)


def not_head_down(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """Styled upright."""
    if case.request.goal.head_down:
        yield Change(
            "not_head_down", say("Style it upright"), {"goal": {"head_down": False}}, forecast
        )


def wetted_or_covered(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """Hair that waits for its turn is wetted again, or kept under a cap."""
    extra = WET_MIN[Rewetting.SPRAY] * len(dried_turns(case)) * case.request.pace
    yield Change(
        "wet_again",
        say("Wet each section again where it has dried"),
        {"school": {"rewet": Rewetting.AUTO.value}},
        forecast,
        hands_on_min=extra,
        client_min=extra,
    )
    details = case.request.details | {Detail.WAITING: Manner.CAP}
    capped = replace(case, details={**case.details, Detail.WAITING: Manner.CAP})
    if case.details.get(Detail.WAITING) is Manner.NO and not dried_turns(capped):
        yield Change(
            "cover_waiting",
            say("Keep what waits under a cap"),
            {"details": {detail.value: manner.value for detail, manner in details.items()}},
            forecast,
        )


def taken_back(key: str) -> Fixes:
    """Takes back the changes by hand of the steps that something broken stands at."""

    def fixes(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
        edits = case.request.edits
        mixed_up = steps_concerned(key)
        kept = [
            edit.model_dump(mode="json", exclude_none=True)
            for edit in edits
            if edit.step not in mixed_up or edit.op is EditOp.OVERRIDE
        ]
        if len(kept) < len(edits):
            yield Change("take_back", say("Undo the change"), {"edits": kept}, forecast)

    return fixes


def order_fixes(key: str) -> Fixes:
    """What mends something broken: layers as the school has them, else the change taken back."""

    def fixes(case: Case, forecast: Forecast, sign: Sign) -> Iterable[Change]:
        if key == "gel_before_leave_in" and case.request.layers is not None:
            yield Change("school_layers", say("Use the usual layers"), {"layers": None}, forecast)
        if key == "not_detangled":
            yield Change(
                "detangle", say("Detangle today"), {"now": {"detangled_h": None}}, forecast
            )
        yield from taken_back(key)(case, forecast, sign)

    return fixes


def rinsed_today(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """The mask as long as is usual."""
    kept = [
        edit.model_dump(mode="json", exclude_none=True)
        for edit in case.request.edits
        if not (edit.step == "mask" and (edit.wait_min or 0) > OVERNIGHT_FROM_MIN)
    ]
    yield Change("mask_time", say("Rinse it after the usual time"), {"edits": kept}, forecast)


def in_the_air(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """Dried in the air, or with little heat."""
    if case.request.goal.max_heat is Heat.MEDIUM:
        yield Change("low_heat", say("Low heat"), {"goal": {"max_heat": "low"}}, forecast)
    patch = {"dry": "air", "dry_min": None, "stages": None}
    yield Change("air_dry", say("Air-dry it"), patch, forecast)


def set_to_work_on(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """That what is needed is on the head."""
    for worn in case.technique.fitness.works_from:
        name = word(worn)
        patch = {"now": {"style": worn.value}}
        yield Change(f"now_{worn}", say("Current style is: {name}", name=name), patch, forecast)


def clarify_today(_: Case, forecast: Forecast, __: Sign) -> Iterable[Change]:
    """Clarify today."""
    return [Change("clarify", say("Clarify today"), {"cleanser": "clarify"}, forecast)]
