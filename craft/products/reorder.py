"""How long a bottle lasts, and what to order."""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, timedelta

from craft.messages import say

#: Use is averaged over so many days back. Own value.
WINDOW_DAYS = 56
#: Bounds hold eight in ten.
BOUND_Z = 1.2816
#: Cover is given up to so many days; further is "long".
LONGEST_DAYS = 365
#: Little is left under this share of a full bottle, or for fewer services. Own values.
LOW_SHARE, LOW_SERVICES = 0.1, 2


@dataclass(frozen=True)
class Use:
    """How much of a product goes, as services of the last weeks took it.

    Args:
        per_day_g: mean [g/day]
        spread_g: standard deviation of that mean [g/day]
        services: how many services it rests on
        per_service_g: mean of one service [g]
    """

    per_day_g: float
    spread_g: float
    services: int
    per_service_g: float = 0.0


def use_from(total_g: float, squares: float, services: int, days: float) -> Use:
    """Mean use and how sure it is.

    Services come at random and each takes its own amount: the sum of a compound Poisson process,
    whose variance is the sum of the squared amounts.

    Args:
        total_g: sum of what services took within the window [g]
        squares: sum of the squares of what each took [g²]
        services: how many there were
        days: length of the window [days], > 0
    Source: compound Poisson process, Var S = λ·E[X²]; any textbook.
    """
    per_service_g = total_g / services if services else 0.0
    return Use(total_g / days, math.sqrt(squares) / days, services, per_service_g)


@dataclass(frozen=True)
class Outlook:
    """What becomes of a bottle.

    Args:
        cover_days: days until it is empty; None if nothing takes from it within a year
        cover_low, cover_high: eight in ten times it lasts between these [days]
        short_on: first day a planned service finds too little, if any
        short_g: how much is missing by the last planned service [g], 0 if nothing
        planned_g: what planned services will take [g]
        reorder: number of full bottles to order now; None where a bottle's content is not known
        order_now: whether to order
        low: little is left, whatever the use
        services: how many services the use rests on
        because: what all of it rests on, in words
    """

    cover_days: float | None
    cover_low: float | None
    cover_high: float | None
    short_on: date | None
    short_g: float
    planned_g: float
    reorder: int | None
    order_now: bool
    low: bool
    services: int
    because: str


def in_words(
    stock_g: float, use: Use, planned_g: float, lead_days: int, order_for_days: int
) -> str:
    """What an outlook rests on, in words."""
    weeks = WINDOW_DAYS // 7
    return say(
        "{stock_g:.0f g} are left; {services} services of the last {weeks} weeks took "
        "{per_day_g:.0f g} a week, plans to come take {planned_g:.0f g}. Daily use is the larger "
        "of the two. An order takes {lead_days} days to arrive and should last {order_for_days}.",
        stock_g=stock_g,
        services=use.services,
        weeks=weeks,
        per_day_g=use.per_day_g * 7,
        planned_g=planned_g,
        lead_days=lead_days,
        order_for_days=order_for_days,
    )


def is_low(stock_g: float, use: Use, full_g: float | None) -> bool:
    """Whether little is left: under a tenth of a full bottle, or not enough for two services."""
    of_bottle = (full_g or 0.0) * LOW_SHARE
    of_services = LOW_SERVICES * use.per_service_g
    return stock_g < max(of_bottle, of_services)


def days_until_empty(
    stock_g: float, per_day_g: float, planned: Mapping[date, float], today: date
) -> float | None:
    """Days until nothing is left: planned services day by day, mean use where nothing is planned.

    Plans beyond the usual use count instead of it, not on top: a day takes the larger of the two.
    """
    left = stock_g
    if left <= 0:
        return 0.0
    last = max(planned, default=today)
    for day in range((last - today).days + 1):
        takes = max(planned.get(today + timedelta(days=day), 0.0), per_day_g)
        if takes >= left:
            return day + left / takes
        left -= takes
    if per_day_g <= 0:
        return None
    days = (last - today).days + 1 + left / per_day_g
    return days if days <= LONGEST_DAYS else None


def outlook(
    stock_g: float,
    use: Use,
    planned: Mapping[date, float],
    today: date,
    *,
    lead_days: int,
    order_for_days: int,
    full_g: float | None,
) -> Outlook:
    """How long a product lasts and how much to order.

    Args:
        stock_g: what is left [g]
        use: of the last weeks
        planned: grams that saved plans will take, by day
        today: the day it is asked
        lead_days: from ordering to having it
        order_for_days: how long an order shall last
        full_g: content of a full bottle [g]
    """
    due = {day: grams for day, grams in planned.items() if day >= today}
    total = sum(due.values())
    cover = days_until_empty(stock_g, use.per_day_g, due, today)
    low = days_until_empty(stock_g, use.per_day_g + BOUND_Z * use.spread_g, due, today)
    lazy = max(0.0, use.per_day_g - BOUND_Z * use.spread_g)
    high = days_until_empty(stock_g, lazy, due, today)
    short_on = first_short(stock_g, due)
    order_now = short_on is not None or (low is not None and low <= lead_days)
    needs_g = max(total, use.per_day_g * order_for_days) - stock_g
    reorder = None
    if order_now and full_g:
        reorder = max(1, math.ceil(needs_g / full_g))
    return Outlook(
        cover_days=cover,
        cover_low=low,
        cover_high=high,
        short_on=short_on,
        short_g=max(0.0, total - stock_g),
        planned_g=total,
        reorder=reorder,
        order_now=order_now,
        low=is_low(stock_g, use, full_g),
        services=use.services,
        because=in_words(stock_g, use, total, lead_days, order_for_days),
    )


def first_short(stock_g: float, planned: Mapping[date, float]) -> date | None:
    """The first day planned services want more than is left."""
    left = stock_g
    for day in sorted(planned):
        left -= planned[day]
        if left < 0:
            return day
    return None
