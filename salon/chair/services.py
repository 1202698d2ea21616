"""Visits under way: what the chair shows, and what a new entry does to the day."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from craft.contract import PlanAnswer, parse
from craft.contract.chair import ChairAnswer, ChairRequest, LastTime, SwapCheck
from craft.contract.events import AnyEvent, Begun
from craft.contract.proposals import CompareRequest
from craft.contract.replay import ReplayAnswer, ReplayRequest
from craft.errors import CraftError
from craft.plan.alternatives.compare import compare
from craft.visit.chair import chair
from craft.visit.fold import fold
from craft.visit.last_time import last_time
from craft.visit.replay import replay
from craft.visit.swap import swap_check
from craft.vocabulary import BookingState, EventKind, Role, VisitState
from salon.booking.models import ACTIVE, Booking
from salon.booking.services import touch
from salon.planning.clock import asked_at
from salon.planning.fitting import fit_for
from salon.planning.models import without_long
from salon.planning.services import Draft, draft, keep
from salon.planning.wish import ClientWish
from salon.platform.language import sentence
from salon.products.models import Product
from salon.visits.kit import entry
from salon.visits.log import append, events_of
from salon.visits.models import Visit

#: A visit that nobody touched for so long is not shown as under way any more.
FORGOTTEN = timedelta(days=21)
UNDER_WAY = (VisitState.RUNNING, VisitState.BETWEEN, VisitState.RELEASED)
#: What a booking is by the state of its visit, sitting by sitting.
BOOKED_AS = {
    (1, VisitState.RUNNING): BookingState.RUNNING,
    (1, VisitState.BETWEEN): BookingState.DONE,
    (1, VisitState.RELEASED): BookingState.DONE,
    (1, VisitState.DONE): BookingState.DONE,
    (2, VisitState.RELEASED): BookingState.DONE,
    (2, VisitState.DONE): BookingState.DONE,
}


def chair_of(visit: Visit, now: datetime, *, forecast: bool = True) -> ChairAnswer:
    """A visit at a moment, as the core sees it.

    Args:
        visit: with its plan
        now: the moment
        forecast: whether its drying is forecast, too
    Raises:
        CraftError: an entry of its log speaks of what the plan does not have
    """
    asked = asked_at(visit.plan, visit.started_at) if forecast else None
    stock = (
        Product.objects.filter(stock_g__isnull=False).values_list("pk", "stock_g")
        if forecast
        else ()
    )
    return chair(
        ChairRequest(
            plan=visit.plan.parsed_answer,
            asked=asked,
            events=events_of(visit),
            now=now,
            stock={str(pk): float(grams) for pk, grams in stock},
        )
    )


def replay_visit(visit: Visit, moment: int | None) -> ReplayAnswer:
    """A visit as it stood after one of its entries.

    Args:
        visit: with its plan
        moment: after so many entries; None: after the last
    Raises:
        CraftError: nothing was noted yet, or the log is shorter
    """
    return replay(
        ReplayRequest(plan=visit.plan.parsed_answer, events=events_of(visit), moment=moment)
    )


#: A visit that is far enough to have shown what went wrong.
SHOWN = (VisitState.BETWEEN, VisitState.RELEASED, VisitState.DONE)


def visit_before(visit: Visit) -> Visit | None:
    """The last visit of the same client before one, if there was any."""
    rows = visits_with_plan().filter(client=visit.client_id, state__in=SHOWN).exclude(pk=visit.pk)
    if visit.started_at is not None:
        rows = rows.filter(started_at__lt=visit.started_at)
    return rows.order_by("-started_at", "-pk").first()


def last_time_of(visit: Visit) -> LastTime:
    """What went wrong at a visit, for the next one.

    Raises:
        CraftError: an entry of its log speaks of what the plan does not have
    """
    return last_time(ReplayRequest(plan=visit.plan.parsed_answer, events=events_of(visit)))


def visits_with_plan() -> QuerySet[Visit]:
    """Visits with their clients and plans."""
    return without_long(Visit.objects.select_related("plan", "client"), "plan")


def under_way() -> list[Visit]:
    """Visits that are not over, the oldest first."""
    since = timezone.now() - FORGOTTEN
    rows = visits_with_plan().filter(
        state__in=UNDER_WAY, started_at__gt=since, client__archived_at=None
    )
    return list(rows.order_by("started_at", "pk"))


@transaction.atomic
def note(visit: Visit, events: Sequence[AnyEvent]) -> Visit:
    """Add entries to the log of a visit; its bookings and the day follow.

    Raises:
        CraftError: an entry speaks of what the plan does not have; nothing is added then
    """
    visit = append(visit, events)
    if any(isinstance(event, Begun) for event in events) or visit.state != VisitState.RUNNING:
        follow_bookings(visit)
    return visit


def follow_bookings(visit: Visit) -> None:
    """Bookings of a plan become what its visit is."""
    for booking in Booking.objects.select_for_update().filter(plan=visit.plan, state__in=ACTIVE):
        state = BOOKED_AS.get((booking.sitting, VisitState(visit.state)))
        if state is not None and booking.state != state:
            booking.state = state.value
            booking.version += 1
            booking.save(update_fields=["state", "version"])
            touch(timezone.localdate(booking.start))


@dataclass(frozen=True)
class Replan:
    """A visit that continues differently than planned, before it is kept.

    Args:
        wish: of the plan it would go on by
        plan: computed
        summary: what changes against the plan so far, in words
    """

    wish: ClientWish
    plan: Draft
    summary: list[str]


def replan_rest(visit: Visit, changed: Mapping[str, float], by: User) -> Replan:
    """The rest of a visit planned again with another number of sections, or on other rods.

    Args:
        visit: under way
        changed: of the goal: sections, rod_mm
        by: who asks
    Raises:
        CraftError: it cannot be parted so, or what is done already does not fit
    """
    chosen = visit.plan.parsed_wish.model_dump(mode="json", exclude_unset=True)
    goal = {**chosen.get("goal", {}), **changed}
    parting = chosen.get("parting", {})
    if "sections" in changed:
        # Lines moved by hand belong to the parting of before.
        parting = {**parting, "changes": []}
    wish = parse(
        ClientWish,
        {**chosen, "goal": goal, "parting": parting}
        | {"client": visit.client_id, "replaces": visit.plan_id},
    )
    planned = draft(visit.client, wish, by)
    check_fits(visit, planned.answer)
    both = CompareRequest(first=visit.plan.parsed_request, second=planned.request)
    summary = [*pieces_of(visit.plan.parsed_answer, planned.answer), *compare(both).summary]
    return Replan(wish, planned, summary)


def pieces_of(before: PlanAnswer, after: PlanAnswer) -> Iterator[str]:
    """Sections and rods of two plans, where they differ."""
    counts = len(before.sections), len(after.sections)
    if counts[0] != counts[1]:
        yield sentence("{before} → {after} sections", before=counts[0], after=counts[1])
    rods = rods_of(before), rods_of(after)
    if rods[0] != rods[1]:
        none = sentence("no rods")
        yield f"{rods[0] or none} → {rods[1] or none}"


def rods_of(answer: PlanAnswer) -> str:
    """Rods of a plan in words: 12 of 20 mm."""
    return ", ".join(
        sentence("{count} of {diameter_mm:g mm}", count=rod.count, diameter_mm=rod.diameter_mm)
        for rod in answer.kit_needed.rods
    )


def check_fits(visit: Visit, answer: PlanAnswer) -> None:
    """What is done already is part of the other plan, too.

    Raises:
        CraftError: it is not
    """
    try:
        fold(answer, events_of(visit))
    except CraftError as error:
        raise CraftError(
            "sections",
            sentence(
                "What was noted already does not fit: {why} Undo it first.", why=error.message
            ),
        ) from error


@transaction.atomic
def go_on_by(visit: Visit, by: User, replan: Replan) -> Visit:
    """Go on by the other plan; the one before is revised by it, and the log says so."""
    visit = Visit.objects.select_for_update().select_related("plan", "client").get(pk=visit.pk)
    before = visit.plan
    plan = keep(visit.client, replan.wish, replan.plan, by)
    visit.plan = plan
    visit.save(update_fields=["plan"])
    Booking.objects.filter(plan=before, state__in=ACTIVE).update(plan=plan)
    text = sentence("Re-planned: {summary}.", summary="; ".join(replan.summary))
    return note(visit, [entry(EventKind.NOTE, by, {"text": text[:2000]})])


def check_swap(visit: Visit, role: Role, product: Product) -> SwapCheck:
    """Another bottle for what is still to come of a role, held against this visit.

    Raises:
        CraftError: too little of the head is measured to judge a bottle on it
    """
    fits, judged = fit_for(visit.client, [product])
    fit = fits.get(product.pk)
    if fit is None:
        raise CraftError("product", " ".join(map(str, [*judged.missing, *judged.assumed])))
    plan = visit.plan.parsed_answer
    flakers = visit.plan.parsed_request.flakers
    folded = fold(plan, events_of(visit))
    return swap_check(plan, folded, role, fit, product.stock_g or 0.0, flakers)
