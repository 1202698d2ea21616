"""The hours of a plan by the clock of the client."""

from collections.abc import Iterator, Sequence
from datetime import datetime, timedelta

from craft.contract.plan import Home, Step, Times
from craft.plan.case import Case
from craft.plan.clock import clock_of
from craft.plan.forecast import Forecast
from craft.plan.steps.step import sitting_minutes
from craft.plan.timetable import release_at, shaped_at
from craft.vocabulary import StageKind

#: Nine in ten lie within so many standard deviations.
NINE_IN_TEN_Z = 1.645


def times(case: Case, forecast: Forecast, steps: Sequence[Step], home: Home) -> Times | None:
    """When everything of a plan is; None where the request does not say when it begins.

    Args:
        case, forecast: what is planned
        steps: in the order of the work
        home: what the client does, by days after the service
    """
    clock = clock_of(case.request)
    if clock is None:
        return None
    shaped = shaped_at(steps)
    leaves = sitting_minutes(steps)

    def dried(hours: float | None) -> datetime | None:
        return None if hours is None or not case.dries else clock.at(shaped + hours * 60)

    opened = case.technique.release.needed
    return Times(
        start=clock.start,
        shaped=clock.at(shaped),
        leaves=clock.at(leaves),
        bed=clock.at(clock.bedtime(leaves + case.request.journey_min)),
        dry=dried(forecast.run.time_to(1.0)),
        dry_early=dried(forecast.banded(-NINE_IN_TEN_Z).time_to(1.0)),
        dry_late=dried(forecast.banded(NINE_IN_TEN_Z).time_to(1.0)),
        covered_from=dried(forecast.safe_h),
        release=clock.at(release_at(steps, forecast.release_h)) if opened else None,
        wash_by=clock.start.date() + timedelta(days=home.wash_by_day),
        return_by=clock.start.date() + timedelta(days=home.return_by_day),
        nights=list(nights(forecast)),
    )


def opening_hour(case: Case, forecast: Forecast) -> datetime | None:
    """When a set is opened, by the clock of the client; None where the request has none."""
    clock = clock_of(case.request)
    if clock is None:
        return None
    return clock.at(case.shaped_min + forecast.release_h * 60)


def nights(forecast: Forecast) -> Iterator[tuple[float, float]]:
    """Nights of the drying, from and to [h after shaping]."""
    for stage, begins in zip(forecast.stages, forecast.begins, strict=True):
        if stage.kind is StageKind.ASLEEP and stage.hours is not None:
            yield round(begins, 2), round(begins + stage.hours, 2)
