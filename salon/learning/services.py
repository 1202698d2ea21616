"""Samples in, factors out: of salon and hands they are kept, of a client reckoned when asked."""

import math
from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime

from django.contrib.auth.models import User
from django.db.models import QuerySet
from django.utils import timezone

from craft.contract.plan.request import Learned
from craft.contract.plan.request import LearnedOdds as AskedOdds
from craft.learning.by_section import place_of
from craft.learning.lasting import WearBounds, client_estimate, salon_estimate
from craft.learning.lasting import is_doubtful as wear_is_doubtful
from craft.learning.lesson import Lesson
from craft.learning.quantities import (
    SPREADS,
    WEAR,
    basis_of,
    group_of,
    is_doubtful,
    planning_factor,
)
from craft.learning.scoring import calibrate
from craft.messages import say
from craft.plan.timetable import SHAPING
from craft.ranges import SHIFT_MOST, SLOPE_MOST, UNSURE_MOST, clamp
from craft.statistics.shrinkage import Estimate, Sample, learn, unit_estimate, unseen
from craft.vocabulary import LearnedOf, Position, Promised, Role, Zone
from salon.clients.models import Client
from salon.learning.models import (
    LearnedFactor,
    LearnedOdds,
    LearnedSample,
    LearningChoice,
    Promise,
)
from salon.staff.services import name_of

#: A group rests on its newest samples: older ones hardly count any more.
NEWEST = 1500
#: Of one client so many samples are looked at.
NEWEST_OF_HEAD = 300
DAY_S = 86_400.0
#: What choices call the drying of opened sets.
DRYING = "drying"
#: What goes by the hands; the rest goes by the client.
BY_HANDS = frozenset({LearnedOf.MINUTES, LearnedOf.POSITION, LearnedOf.DEFINITION})
#: What the log of a visit tells; how a style lasts is reported from home.
OF_THE_CHAIR = frozenset(LearnedOf) - {LearnedOf.WEAR}

#: What had been expected of a sample, and whether it fell where nine in ten do.
Forecast = tuple[float | None, bool | None]


def sample_of(lesson: Lesson, visit: int, client: int, at: datetime) -> LearnedSample:
    """What a visit of a client taught when it was, not kept yet."""
    return LearnedSample(
        visit=visit, client_id=client, at=at, log_ratio=lesson.log_ratio, **vars(lesson)
    )


def keep_samples(
    visit: int, samples: Iterable[LearnedSample], of: Collection[LearnedOf] = OF_THE_CHAIR
) -> None:
    """What a visit says now; what it said before is forgotten, and all it touches learned again.

    Args:
        visit: its number
        samples: of it
        of: the quantities they are all there is of
    """
    before = LearnedSample.objects.filter(visit=visit, quantity__in=of)
    touched = set(before.values_list("quantity", "group"))
    forecasts = {(row.quantity, row.group): (row.expected, row.inside) for row in before}
    before.delete()
    rows = list(samples)
    if rows:
        judge(rows, forecasts)
        decide(visit, rows)
    kept = LearnedSample.objects.bulk_create(rows)
    touched |= {(sample.quantity, sample.group) for sample in kept}
    for quantity, group in touched:
        learn_group(LearnedOf(quantity), group)


def decide(visit: int, rows: Sequence[LearnedSample]) -> None:
    """Leave out samples that are doubtful; what somebody decided by hand comes first.

    Args:
        visit: its number
        rows: its samples, judged, not kept yet
    """
    chosen = choices_of(visit)
    for row in rows:
        row.used = chosen.get((row.quantity, row.group), not row.doubtful)


def choices_of(visit: int) -> dict[tuple[str, str], bool]:
    """What somebody decided about a visit, by quantity and group."""
    rows = LearningChoice.objects.filter(visit=visit)
    return {
        (quantity, group): used
        for quantity, group, used in rows.values_list("quantity", "group", "used")
    }


def judge(rows: Sequence[LearnedSample], before: Mapping[tuple[str, str], Forecast]) -> None:
    """Hold samples against what had been learned when they came, and never against what came later.

    Args:
        rows: of one visit, not kept yet
        before: of the same visit as it was noted before: its forecasts stay what they were
    """
    own = samples_of(rows[0].client)
    hands = {row.hands for row in rows} | {""}
    kept = {
        (factor.quantity, factor.group, factor.hands): factor
        for factor in LearnedFactor.objects.filter(hands__in=hands)
    }
    for row in rows:
        spreads = SPREADS[LearnedOf(row.quantity)]
        salon = kept.get((row.quantity, row.group, ""))
        if salon is None:
            estimate = unseen(spreads)
        elif LearnedOf(row.quantity) in BY_HANDS:
            estimate = estimate_of(kept.get((row.quantity, row.group, row.hands), salon))
        elif row.quantity == LearnedOf.WEAR:
            estimate = client_estimate(wears_of(row.client), estimate_of(salon))
        else:
            before_it = own.get((row.quantity, row.group), ())
            estimate = unit_estimate(before_it, estimate_of(salon), spreads)
        seen = bounds_of(row)
        row.doubtful = (
            wear_is_doubtful(seen, estimate) if seen else is_doubtful(row.log_ratio, estimate)
        )
        if (row.quantity, row.group) in before:
            row.expected, row.inside = before[row.quantity, row.group]
            continue
        if salon is None or salon.newest_at >= row.at:
            continue
        row.expected = estimate.log_factor
        row.inside = fell_inside(row, *estimate.next_interval())


def fell_inside(row: LearnedSample, low: float, high: float) -> bool | None:
    """Whether what was seen fell within a range [times the standard]; None where nobody can tell.

    Of a style that still looked good when its client stopped telling nobody can: to count only
    those beyond the range would make every range look too narrow.
    """
    seen = bounds_of(row)
    if seen is None:
        return low <= math.exp(row.log_ratio) <= high
    if seen.at_most is None:
        return None
    return seen.at_least <= high and seen.at_most >= low


def bounds_of(row: LearnedSample, days_ago: float = 0.0) -> WearBounds | None:
    """What was seen of how long a style lasts; None for another quantity.

    Args:
        row: a sample
        days_ago: how old it is [d]
    """
    if row.quantity != LearnedOf.WEAR:
        return None
    at_most = None if row.at_most is None else row.at_most / row.standard
    at_least = (row.at_least or row.actual) / row.standard
    # A doubtful sample is used only once somebody has confirmed it.
    return WearBounds(at_least, at_most, days_ago, confirmed=row.doubtful and row.used)


def keep_promises(visit: int, promises: Iterable[Promise]) -> None:
    """What a plan promised and what came, as the visit stands now."""
    before = Promise.objects.filter(visit=visit)
    touched = set(before.values_list("kind", flat=True))
    before.delete()
    touched |= {promise.kind for promise in Promise.objects.bulk_create(promises)}
    if Promised.DRY in touched:
        learn_odds()


def learn_odds() -> None:
    """Learn again how odds of dry have to be bent to come true."""
    columns = ("odds", "forecast", "came", "at", "client_id")
    newest = list(Promise.objects.filter(kind=Promised.DRY).values_list(*columns)[:NEWEST])
    # Told bent, what the forecast had counts: what is bent is not bent again.
    odds = [given if forecast is None else forecast for given, forecast, *_ in newest]
    learned = calibrate(
        odds,
        came=[row[2] for row in newest],
        days_ago=[days_since(row[3]) for row in newest],
        clients=[row[4] for row in newest],
    )
    LearnedOdds.objects.update_or_create(
        kind=Promised.DRY,
        defaults={
            "shift": learned.shift,
            "slope": learned.slope,
            "promises": learned.promises,
        },
    )


def odds_as_asked() -> AskedOdds | None:
    """How odds of dry came true, as a request carries it; None where nothing came yet."""
    row = LearnedOdds.objects.filter(kind=Promised.DRY, promises__gt=0).first()
    if row is None:
        return None
    shift, slope = clamp(row.shift, -SHIFT_MOST, SHIFT_MOST), clamp(row.slope, 0, SLOPE_MOST)
    return AskedOdds(shift=round(shift, 4), slope=round(slope, 4), promises=row.promises)


def factors_from(
    quantity: LearnedOf, samples: QuerySet[LearnedSample]
) -> tuple[dict[str, Estimate], datetime | None]:
    """Learn the factors of a group, without keeping them.

    Args:
        quantity: of the group
        samples: that are used
    Returns:
        the factors by unit, "" for the salon; and when the newest visit began
    """
    if quantity is LearnedOf.WEAR:
        newest_rows = list(samples.order_by("-at", "-pk")[:NEWEST])
        told = [(row.client_id, seen) for row in newest_rows if (seen := with_age(row))]
        newest = newest_rows[0].at if newest_rows else None
        return {"": salon_estimate(told)}, newest
    unit = "hands" if quantity in BY_HANDS else "client_id"
    rows = samples.order_by("-at", "-pk").values_list(unit, "log_ratio", "at", "doubtful")
    units: dict[str, list[Sample]] = {}
    newest = None
    for name, log_ratio, at, doubtful in rows[:NEWEST]:
        newest = newest or at
        # A doubtful sample is used only once somebody has confirmed it.
        sample = Sample(log_ratio, days_since(at), confirmed=doubtful)
        units.setdefault(str(name), []).append(sample)
    return learn(units, SPREADS[quantity]), newest


def learn_group(quantity: LearnedOf, group: str) -> None:
    """Learn a group again from its newest samples, and keep its factors."""
    used = LearnedSample.objects.filter(quantity=quantity, group=group, used=True)
    learned, newest = factors_from(quantity, used)
    LearnedFactor.objects.filter(quantity=quantity, group=group).delete()
    if newest:
        LearnedFactor.objects.bulk_create(
            LearnedFactor(
                quantity=quantity,
                group=group,
                hands=name,
                log_factor=estimate.log_factor,
                unsure=estimate.unsure,
                visits=estimate.visits,
                spread=estimate.spread,
                freedom=estimate.freedom,
                newest_at=newest,
            )
            for name, estimate in learned.items()
            if quantity in BY_HANDS or not name
        )


def learn_all() -> None:
    """Learn every group again."""
    LearnedFactor.objects.all().delete()
    for quantity, group in set(LearnedSample.objects.values_list("quantity", "group")):
        learn_group(LearnedOf(quantity), group)
    learn_odds()


def days_since(at: datetime) -> float:
    """Days from a moment until now, not less than none."""
    return max(0.0, (timezone.now() - at).total_seconds() / DAY_S)


def estimate_of(row: LearnedFactor) -> Estimate:
    """A kept factor as the core knows it."""
    return Estimate(row.log_factor, row.unsure, row.visits, row.spread, row.freedom)


@dataclass(frozen=True)
class LearnedParts:
    """What a plan takes of what was learned.

    Args:
        minutes: by key of the step, what these hands take
        positions: by place in a cycle, what these hands take there against the rest
        doses: by role, what this client's hair takes
        zone_doses: by role and zone, what it takes there against the rest of the head
        length: what this client's hair hangs at, against the forecast
        definition: what these hands score in this technique, against the forecast
        odds: how odds of dry came true
    """

    minutes: dict[str, Learned]
    positions: dict[Position, Learned]
    doses: dict[Role, Learned]
    zone_doses: dict[Role, dict[Zone, Learned]]
    length: Learned | None
    definition: Learned | None
    odds: AskedOdds | None


def learned_for(client: Client, by: User | None, style: str) -> LearnedParts:
    """What a plan takes of what was learned.

    Args:
        client: that is planned for
        by: whose hands; None: nobody's in particular
        style: that is planned
    """
    hands = by.get_username() if by else ""
    kept: dict[tuple[str, str], dict[str, Estimate]] = {}
    for row in LearnedFactor.objects.filter(hands__in=(hands, "")):
        kept.setdefault((row.quantity, row.group), {})[row.hands] = estimate_of(row)
    by_client = any(quantity not in BY_HANDS for quantity, _ in kept)
    own = samples_of(client) if by_client else {}
    parts = LearnedParts({}, {}, {}, {}, None, None, odds_as_asked())
    length = definition = None
    for (quantity, group), estimates in kept.items():
        salon = estimates.get("")
        if salon is None or quantity == LearnedOf.WEAR:
            continue
        if quantity in BY_HANDS:
            own_hands = as_asked(
                estimates.get(hands, salon), salon, say("{name}'s", name=name_of(by))
            )
            place, key = place_of(group, style), step_of(group, style)
            if quantity == LearnedOf.DEFINITION:
                definition = own_hands if group == style else definition
            elif quantity == LearnedOf.MINUTES and key:
                parts.minutes[key] = own_hands
            elif quantity == LearnedOf.POSITION and place:
                parts.positions[place] = own_hands
            continue
        seen = own.get((quantity, group), ())
        of_client = unit_estimate(seen, salon, SPREADS[LearnedOf(quantity)])
        learned = as_asked(of_client, salon, say("this client's"))
        if quantity == LearnedOf.DETANGLING:
            parts.minutes[group] = learned
        elif quantity == LearnedOf.DOSE:
            parts.doses[Role(group)] = learned
        elif quantity == LearnedOf.ZONE_DOSE:
            role, _, zone = group.partition(" ")
            parts.zone_doses.setdefault(Role(role), {})[Zone(zone)] = learned
        elif seen:
            # How long one client hangs says little of another.
            length = learned
    return replace(parts, length=length, definition=definition)


def learned_wear(client: Client) -> Learned | None:
    """How long styles last on this client, times what is usual; None where nothing is known."""
    row = LearnedFactor.objects.filter(quantity=LearnedOf.WEAR, group=WEAR, hands="").first()
    if row is None:
        return None
    salon = estimate_of(row)
    of_client = client_estimate(wears_of(client), salon)
    return as_asked(of_client, salon, say("this client's"), "wear")


def wears_of(client: Client) -> list[WearBounds]:
    """What was seen of how long styles last on a client."""
    rows = LearnedSample.objects.filter(client=client, quantity=LearnedOf.WEAR, used=True)
    return [seen for row in rows[:NEWEST_OF_HEAD] if (seen := with_age(row))]


def with_age(row: LearnedSample) -> WearBounds | None:
    """The same, with how old it is today."""
    return bounds_of(row, days_since(row.at))


def step_of(group: str, style: str) -> str:
    """The step of a group in a style; empty where that style has none."""
    if not group.startswith(f"{SHAPING} "):
        return group
    return SHAPING if group == group_of(SHAPING, style) else ""


def samples_of(client: Client) -> Mapping[tuple[str, str], Sequence[Sample]]:
    """What was seen of one client, by quantity and group."""
    rows = LearnedSample.objects.filter(client=client, used=True).exclude(quantity__in=BY_HANDS)
    samples: dict[tuple[str, str], list[Sample]] = {}
    columns = ("quantity", "group", "log_ratio", "at", "doubtful")
    for quantity, group, log_ratio, at, doubtful in rows.values_list(*columns)[:NEWEST_OF_HEAD]:
        sample = Sample(log_ratio, days_since(at), confirmed=doubtful)
        samples.setdefault((quantity, group), []).append(sample)
    return samples


def as_asked(estimate: Estimate, salon: Estimate, whose: str, what: str = "visit") -> Learned:
    """A factor as a request carries it."""
    return Learned(
        factor=round(planning_factor(estimate), 3),
        unsure=round(min(estimate.unsure, UNSURE_MOST), 3),
        visits=estimate.visits,
        basis=basis_of(estimate, salon, whose, what),
    )
