"""A plan as segments of a day."""

from collections.abc import Iterator, Sequence

from craft.contract.day import SegmentIn
from craft.contract.plan import PlanAnswer, Step
from craft.vocabulary import Station
from craft.work.ergonomics import FINE_STEPS
from craft.work.timing import DETANGLE_SPREAD, STEADY_SPREAD

#: Steps whose minutes are hard to foretell.
UNSTEADY = frozenset({"take_down_old", "detangle", "detangle_dry_oil"})
#: A client may wait so long where nothing is in the hair that has to come out [min]. Own value.
WAIT_MIN = 15.0
#: Wet hair with a styler in it waits for no more than this; nobody leaves a basin half rinsed.
#: Own values.
WET_WAIT_MIN, AT_ONCE_MIN = 5.0, 2.0
WET = frozenset({"lay_in", "blot", "part", "trial", "test_coils", "half_head"})
AT_ONCE = frozenset({"clarify", "cleanse", "rinse_clay", "slip_under", "condition", "damp"})
#: Long work may be left for another head between sections: in pieces of about so long [min].
#: Own value.
PIECE_MIN = 25.0
IN_PIECES = frozenset({"shape", "work", "release", "take_down_old", "band"})


def segments(
    plan: PlanAnswer, pace: float, sitting: int = 1, steps: Sequence[str] | None = None
) -> list[SegmentIn]:
    """One sitting of a plan as segments of a day.

    Args:
        plan: the plan
        pace: of the person it was planned for; hands-on minutes are converted to the standard pace
        sitting: which one
        steps: only these, by key; all where none are named
    """
    results: list[SegmentIn] = []
    for step in plan.steps:
        if step.sitting == sitting and (steps is None or step.key in steps):
            results += of_step(step, pace)
    return results


def of_step(step: Step, pace: float) -> Iterator[SegmentIn]:
    """A step: its work, in pieces where it is long, and what sits or is waited for after it.

    Args:
        step: of a plan
        pace: minutes of these hands by those of the plan, 1 is as planned
    """
    after = WAIT_MIN
    if step.key in WET:
        after = WET_WAIT_MIN
    if step.key in AT_ONCE:
        after = AT_ONCE_MIN
    station = station_of(step)
    if step.hands_on_min > 0:
        many = step.key in IN_PIECES and step.sections > 1
        pieces = max(1, min(step.sections, round(step.hands_on_min / PIECE_MIN))) if many else 1
        for piece in range(pieces):
            last = piece == pieces - 1
            waits_next = last and step.wait_min > 0
            yield SegmentIn(
                station=Station.CHAIR if step.station is not Station.BASIN else station,
                hands=True,
                minutes=round(step.hands_on_min / pieces / pace, 1),
                max_wait_after=AT_ONCE_MIN if waits_next else after,
                key=step.key,
                title=step.title,
                family=step.family,
                spread=DETANGLE_SPREAD if step.key in UNSTEADY else STEADY_SPREAD,
                fine=step.key in FINE_STEPS,
            )
    if step.wait_min > 0:
        yield SegmentIn(
            station=station,
            hands=False,
            minutes=step.wait_min,
            minutes_most=max(step.wait_min, step.wait_max_min),
            max_wait_after=0.0,
            key=step.key,
            title=step.wait_title or step.title,
            family=step.family,
        )


def station_of(step: Step) -> str:
    """Where a step is: what waits under a cap or with nothing does so in a chair."""
    return Station.CHAIR if step.station is Station.AWAY else step.station
