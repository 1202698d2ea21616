"""How well days are foretold in salons whose styles fade by another law."""

import math
import random
from collections.abc import Iterable
from dataclasses import dataclass, replace
from datetime import date, timedelta
from functools import cache
from statistics import mean

from craft.contract import parse
from craft.contract.wear import WearRequest
from craft.learning.lasting import WearBounds, client_estimate, days_seen, salon_estimate
from craft.learning.tests.worn_elsewhere import WornOnce, wearers
from craft.plan.case import Case
from craft.plan.forecast import Forecast, forecast_of
from craft.plan.prepare import prepare
from craft.tests.requests import plan_request
from craft.vocabulary import Night
from craft.wear.calendar import asked_of
from craft.wear.worn import Worn

DONE = date(2026, 3, 2)
CLIENTS = 12


@dataclass(frozen=True)
class HeldOut:
    """How well the last wears of clients were foretold.

    Args:
        plain, learned: mean error of the days, as a share, without and with what was learned
        inside: share that lay within the range that holds nine in ten
        wears: so many
    """

    plain: float
    learned: float
    inside: float
    wears: int


def held_out(seeds: Iterable[int]) -> HeldOut:
    """Learn from all wears of some salons but the last of each client, and foretell that."""
    plain, learned, inside = [], [], []
    for seed in seeds:
        seen: list[tuple[int, WearBounds]] = []
        asked: list[tuple[list[WearBounds], WornOnce]] = []
        for client, (_, wears) in enumerate(wearers(random.Random(seed), CLIENTS)):
            own = [lasted for wear in wears[:-1] if (lasted := bounds_of(wear))]
            seen += [(client, each) for each in own]
            asked.append((own, wears[-1]))
        salon = salon_estimate(seen)
        for own, last in asked:
            estimate = client_estimate(own, salon)
            usual = expected(last, told=False)
            low, high = estimate.next_interval()
            plain.append(abs(usual / last.days - 1))
            days = expected(last, told=False, factor=estimate.factor)
            learned.append(abs(days / last.days - 1))
            inside.append(low * usual <= last.days <= high * usual)
    return HeldOut(mean(plain), mean(learned), mean(inside), len(plain))


def bounds_of(wear: WornOnce) -> WearBounds | None:
    """What was told of a wear, against its forecast."""
    days = days_seen(wear.looks)
    if days is None:
        return None
    usual = expected(wear, told=True)
    return WearBounds(days[0] / usual, None if days[1] is None else days[1] / usual)


@cache
def prepared(style: str, gel: float) -> tuple[Case, Forecast]:
    """A plan with so much of a usual layer of gel; a film is laid thinned, once or twice."""
    layers: list[dict[str, object]] = [{"role": "leave_in"}]
    if 0 < gel < 1:
        layers.append({"role": "gel", "strength": gel})
    layers += [{"role": "gel"}] * int(gel)
    wished = {
        "style": style,
        "done_on": str(DONE),
        "asked": plan_request(goal={"style": style}, layers=layers),
    }
    asked = asked_of(parse(WearRequest, wished))
    assert asked is not None
    case = prepare(asked)
    return case, forecast_of(case)


def expected(wear: WornOnce, *, told: bool, factor: float = 1.0) -> float:
    """Days by the program: before a wear by what a client usually does, after it as it was told."""
    case, forecast = prepared(wear.style, wear.gel)
    first = forecast.release_h / 24 if case.technique.release.needed else 0
    opened = DONE + timedelta(days=math.ceil(first))

    def on(day: int) -> str:
        return str(opened + timedelta(days=day))

    usual_night = "none" if mean(wear.bare) > 0.5 else "bonnet"
    days = range(1, 22)
    asked = case.request.model_copy(
        update={"person": case.request.person.model_copy(update={"night": Night(usual_night)})}
    )
    request = parse(
        WearRequest,
        {
            "style": wear.style,
            "done_on": str(DONE),
            "asked": asked.model_dump(mode="json"),
            "released_on": str(opened),
            "refreshes": any(wear.freshened[1:]),
            "air": [{"date": on(day), "rh": wear.air[day]} for day in days],
            "reports": [
                {"date": on(day), "night": "none" if wear.bare[day] else "bonnet"}
                for day in days
                if told
            ],
            "learned": {"factor": factor},
        },
    )
    return Worn(request, replace(case, request=asked), forecast).good_days
