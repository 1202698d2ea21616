"""The days between two visits: nights, refreshes, looks, what the weather and plans ask for."""

import math
from datetime import date, timedelta

from craft.contract.plan import Goal, PlanRequest, Reason
from craft.contract.reasons import MODEL, STANDARD, TRADE, reason
from craft.contract.wear import LookFrom, WearAnswer, WearDue, WearRequest
from craft.errors import CraftError, Missing
from craft.messages import day_text, say
from craft.physics.curl import kept_of
from craft.plan.forecast import forecast_of
from craft.plan.home import (
    WASH_BY_DAY,
    phases,
)
from craft.plan.prepare import prepare
from craft.plan.times import opening_hour
from craft.vocabulary import OnHead, WearEventKind
from craft.wear.best import good_reason
from craft.wear.card import drawings, help_at_home
from craft.wear.limits import (
    left_on,
    overdue_days,
    return_reason,
    spread_of,
    stays_on,
    washed_out,
)
from craft.wear.worn import WASH_AFTER_SWIM_DAYS, Worn
from craft.words import plural


def asked_of(request: WearRequest) -> PlanRequest | None:
    """What the service was planned for, with what is wished of the wear; None without hair.

    Raises:
        Missing: a service is named, but no hair
        CraftError: what is on the head is none of the services, but a plan of one is given
    """
    asked = request.asked
    if asked is None:
        if isinstance(request.style, OnHead):
            return None
        if request.hair is None:
            raise Missing(
                "hair", say("This is missing: give the hair, or what was planned (asked).")
            )
        goal = Goal(style=request.style)
        asked = PlanRequest(hair=request.hair, person=request.person, goal=goal)
    elif request.style is not asked.goal.style:
        raise CraftError(
            "style",
            say(
                "The plan is for {style}; name that, or leave the plan out.", style=asked.goal.style
            ),
        )
    update: dict[str, object] = {"wear_days": request.wear_days} if request.wear_days else {}
    if request.looks is not None:
        update["looks"] = request.looks
    return asked.model_copy(update={"goal": asked.goal.model_copy(update=update)})


def wear(request: WearRequest) -> WearAnswer:
    """What is worn since a service, day by day.

    Raises:
        Missing: neither the hair nor a plan is given for a service
        CraftError: days that cannot be, or as planning raises it
    """
    asked = asked_of(request)
    if asked is None:
        return only_left_on(request)
    case = prepare(asked)
    worn = Worn(request, case, forecast_of(case))

    def on(day: int) -> date:
        return request.done_on + timedelta(days=day)

    good, wished = worn.good - worn.first, case.request.goal.wear_days
    sooner, later = spread_of(request.learned)
    needed, opened = case.technique.release.needed, worn.is_opened
    return wear_answer(
        request,
        WearAnswer(
            release_on=on(worn.first) if needed else None,
            to_open_on=on(worn.first) if worn.is_closed else None,
            to_open_at=opening_hour(case, worn.forecast) if worn.is_closed else None,
            good_until=on(worn.good),
            good_days=round(worn.good_days, 2),
            good_until_low=on(worn.first + math.floor(good * sooner)),
            good_until_high=on(worn.first + math.ceil(good * later)),
            last_safe_day=on(worn.safe.day),
            has_to_come_out=stays_on(case.technique.worn),
            wished_until=on(worn.first + wished) if wished else None,
            wash_by=on(worn.wash_day),
            return_on=on(worn.back_day),
            return_by=on(worn.return_day),
            days=list(worn.days(worn.wash_day)),
            kept_of=kept_of(worn.natural_cm, worn.released.length_cm),
            looks=[
                LookFrom(date=on(look.since), day=look.since, style=look.style, title=look.title)
                for look in worn.looks
            ],
            phases=list(phases(case, worn.forecast, worn.facts)),
            day=None,
            of_days=worn.safe.day,
            overdue_days=0,
            next=None,
            drawings=drawings(case, opened=opened),
            help=help_at_home(case, opened=opened),
            cautions=event_cautions(worn),
            reasons=[
                good_reason(worn),
                worn.safe.why,
                wash_reason(worn),
                return_reason(worn.wash_day, worn.back_day),
            ],
        ),
    )


def wash_reason(worn: Worn) -> Reason:
    """Why it is washed when it is."""
    if any(day + WASH_AFTER_SWIM_DAYS == worn.wash_day for day in worn.swims):
        because = say("After salt or chlorine it is washed within two days.")
        return reason("wash_by", because, say("swim"), TRADE)
    because = say(
        "Once the style is worn out, after two weeks ({wash_by_day} days) at the latest.",
        wash_by_day=WASH_BY_DAY,
    )
    return reason(
        "wash_by",
        because,
        say("worn {wear_days}", wear_days=plural(round(worn.worn_days), "day")),
        TRADE,
    )


def event_cautions(worn: Worn) -> list[Reason]:
    """Days that matter and come when it no longer looks as it should, or before it is there."""
    cautions = []
    for day, kinds in sorted(worn.events.items()):
        covered = {WearEventKind.VEIL, WearEventKind.HELMET} & set(kinds)
        if WearEventKind.EVENT in kinds and day > worn.good:
            because = say(
                "Day {day} matters, and the style is past its best by then: plan a visit before.",
                day=day,
            )
            cautions.append(
                reason("event_too_late", because, say("event on day {day}", day=day), MODEL)
            )
        if WearEventKind.EVENT in kinds and day < worn.first:
            because = say(
                "Day {day} matters, and the hair is still in the set: dry it under the hood, or "
                "make the set sooner.",
                day=day,
            )
            cautions.append(
                reason("event_in_set", because, say("event on day {day}", day=day), STANDARD)
            )
        if WearEventKind.SWIM in kinds and 0 < day < worn.first:
            because = say(
                "On day {day} the hair is still in the set, and water would undo it: swim another "
                "day, or keep it dry.",
                day=day,
            )
            cautions.append(
                reason("swim_in_set", because, say("swim on day {day}", day=day), TRADE)
            )
        if covered and 0 <= day < worn.first:
            because = say(
                "On day {day} the hair is still in the set, and nothing closed may go over damp "
                "hair.",
                day=day,
            )
            cautions.append(
                reason("covered_in_set", because, say("covered on day {day}", day=day), TRADE)
            )
    return cautions


def only_left_on(request: WearRequest) -> WearAnswer:
    """What is known where only what is on the head is: how long it may stay."""
    assert isinstance(request.style, OnHead)
    limit = left_on(request.style)
    last = request.done_on + timedelta(days=limit.day)
    return wear_answer(
        request,
        WearAnswer(
            release_on=None,
            good_until=None,
            good_until_low=None,
            good_until_high=None,
            last_safe_day=last,
            has_to_come_out=stays_on(request.style),
            wash_by=last,
            return_by=last,
            days=[],
            day=None,
            of_days=limit.day,
            overdue_days=0,
            next=None,
            cautions=[],
            reasons=[limit.why],
        ),
    )


def wear_answer(request: WearRequest, answer: WearAnswer) -> WearAnswer:
    """The answer, with what it comes to on the day that is asked about."""
    if request.on is None:
        return answer
    gone = washed_out(answer.has_to_come_out, answer.return_by, request.on)
    over = overdue_days(
        answer.last_safe_day,
        answer.return_by,
        request.on,
        has_to_come_out=answer.has_to_come_out,
    )
    cautions = list(answer.cautions)
    if over:
        because = say(
            "Worn {over} longer than it should: take it out, look at the hairline and scalp, and "
            "expect shed hair.",
            over=plural(over, "day"),
        )
        trigger = say("last safe day {day}", day=day_text(answer.last_safe_day))
        cautions.insert(0, reason("wear_overdue", because, trigger, TRADE))
    return answer.model_copy(
        update={
            "day": (request.on - request.done_on).days,
            "overdue_days": over,
            "washed_out": gone,
            "next": next_due(answer, request.on),
            "cautions": cautions,
        }
    )


def next_due(answer: WearAnswer, on: date) -> WearDue | None:
    """What comes next, from a day on; what was opened is not opened again."""
    due = [WearDue(date=answer.to_open_on, what="release")] if answer.to_open_on else []
    due += [WearDue(date=day.date, what="refresh") for day in answer.days if day.refresh]
    due.append(WearDue(date=answer.wash_by, what="wash"))
    return min((each for each in due if each.date >= on), key=lambda each: each.date, default=None)
