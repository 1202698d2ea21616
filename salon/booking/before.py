"""Before the day: over all booked clients together, what can still be mended, in its order."""

from collections import defaultdict
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from datetime import date

from django.utils import timezone

from craft.contract.day import BoardAnswer
from craft.messages import clock, inline
from craft.plan.clock import moment_text
from craft.vocabulary import BookingState, KitKind, Severity
from salon.booking.board import board
from salon.booking.hours import specialists_on
from salon.booking.models import ACTIVE, Booking
from salon.booking.releases import opens_too_soon
from salon.planning.drawer import drawer_during
from salon.planning.models import KitDemand, ProductDemand
from salon.platform.language import sentence, time_text
from salon.products.models import Product

RANK = {Severity.STOP.value: 0, Severity.ADJUST.value: 1, Severity.REMIND.value: 2}


@dataclass(frozen=True)
class Line:
    """One thing to see to.

    Args:
        key: of the rule
        severity: how grave it is
        text: what it is, in words
        to: the page it is mended on; "/" for the day itself
        booking: it concerns, if one
    """

    key: str
    severity: str
    text: str
    to: str
    booking: int | None


def line(key: str, severity: Severity, text: str, to: str, booking: Booking | None = None) -> Line:
    """One thing to see to."""
    return Line(key, severity.value, text, to, booking.pk if booking else None)


def before_the_day(day: date) -> list[Line]:
    """Everything to see to before a date, what is gravest first."""
    today = board(day, draws=0)
    bookings = [booking for booking in today.bookings if booking.state in ACTIVE]
    names = {person.id: person.name for person in specialists_on(today.hours)}
    lines = [
        *rods_short(bookings),
        *bottles_short(bookings),
        *places_short(today.standing, bookings),
        *of_plans(bookings),
        *tired_arms(today.standing, names),
        *opened_too_soon(bookings),
        *to_tell(bookings),
    ]
    begun = {booking.pk for booking in bookings if booking.state == BookingState.RUNNING}
    # What has begun can hardly be mended: of the same gravity it stands last.
    return sorted(lines, key=lambda each: (RANK[each.severity], each.booking in begun))


def of_plans(bookings: list[Booking]) -> Iterator[Line]:
    """What the plans themselves warn of, and what is done before the day."""
    for booking in bookings:
        plan, name = booking.plan, booking.client.name
        if plan is None or booking.sitting != 1:
            continue
        answer, to = plan.parsed_answer, f"/plans/{plan.pk}"
        for item in answer.ahead:
            text = sentence(
                "{name}: {title}, {hours_before:g} h before.",
                name=name,
                title=inline(item.title),
                hours_before=item.hours_before,
            )
            yield line("ahead", Severity.ADJUST, text, to, booking)
        if not answer.drying.safe:
            odds = answer.drying.odds_dry
            text = sentence(
                "{name}: only {odds:.0%} likely to be dry at the release.", name=name, odds=odds
            )
            yield line("dryness", Severity.ADJUST, text, to, booking)
        for caution in answer.cautions:
            if caution.severity is not Severity.REMIND and caution.key != "not_dry_at_release":
                yield line(
                    caution.key,
                    caution.severity,
                    sentence("{name}: {text}", name=name, text=caution.text),
                    to,
                    booking,
                )


def rods_short(bookings: list[Booking]) -> Iterator[Line]:
    """Pieces that several plans want at the same time and the drawer has not."""
    plans = [booking.plan_id for booking in bookings if booking.plan_id]
    wants: dict[tuple[str, float | None], list[KitDemand]] = defaultdict(list)
    for want in KitDemand.objects.filter(plan__in=plans).select_related("plan__client"):
        wants[want.kind, want.diameter_mm].append(want)
    if not wants:
        return
    begin = min(want.begin for group in wants.values() for want in group)
    end = max(want.end for group in wants.values() for want in group)
    drawer = drawer_during(begin, end)
    owned = {(item.kind, item.diameter_mm): item for item, _ in drawer.items}
    for sort, group in wants.items():
        item = owned.get(sort)
        if item is None:
            continue
        for want in group:
            free = drawer.free_of(sort, want.begin, want.end, want.plan_id)
            if free < want.count:
                others = sorted(
                    {
                        other.plan.client.name
                        for other in group
                        if other.plan_id != want.plan_id
                        and other.begin < want.end
                        and other.end > want.begin
                    }
                )
                shared = (
                    sentence(", shared with {others}", others=", ".join(others)) if others else ""
                )
                what = item.called(want.count) if sort[0] == KitKind.ROD else item.called(2)
                text = sentence(
                    "{name}: {count} {what}, {free} are free{shared}.",
                    name=want.plan.client.name,
                    count=want.count,
                    what=what,
                    free=free,
                    shared=shared,
                )
                yield line("kit", Severity.ADJUST, text, "/products/kit")
                break


def bottles_short(bookings: list[Booking]) -> Iterator[Line]:
    """Bottles that all clients of the day together empty."""
    plans = [booking.plan_id for booking in bookings if booking.plan_id]
    grams: dict[int, float] = defaultdict(float)
    for product, taken in ProductDemand.objects.filter(plan__in=plans).values_list(
        "product_id", "grams"
    ):
        grams[product] += taken
    for bottle in Product.objects.filter(pk__in=grams):
        if bottle.stock_g is not None and bottle.stock_g < grams[bottle.pk]:
            text = sentence(
                "{name}: {grams:.0f g} are needed, {stock_g:.0f g} left.",
                name=bottle.name,
                grams=grams[bottle.pk],
                stock_g=bottle.stock_g,
            )
            yield line("stock", Severity.ADJUST, text, f"/products/{bottle.pk}")


def places_short(standing: BoardAnswer, bookings: list[Booking]) -> Iterator[Line]:
    """What clashes on the board; of those who clash the last to come is the one to move."""
    for clash in standing.clashes:
        text = sentence("{text} at {start}.", text=clash.text, start=clock(clash.start))
        own = [booking for booking in bookings if str(booking.pk) in clash.heads]
        yield line("clash", Severity.ADJUST, text, "/", own[-1] if own else None)


def tired_arms(standing: BoardAnswer, names: Mapping[str, str]) -> Iterator[Line]:
    """Fine work that goes on without a break."""
    for row in standing.tired:
        text = sentence(
            "{name}: {minutes} min of fine work without a break, until {until}.",
            name=names[row.specialist],
            minutes=row.minutes,
            until=clock(row.until),
        )
        # A break is set with the hours.
        yield line("arms", Severity.REMIND, text, "/salon/hours")


def opened_too_soon(bookings: list[Booking]) -> Iterator[Line]:
    """Who comes to have a set opened that will hardly be dry by then."""
    for booking in bookings:
        opens = opens_too_soon(booking)
        if opens is not None:
            text = sentence(
                "{name}: comes for the opening at {at}; by the plan it can be opened from {opens}.",
                name=booking.client.name,
                at=time_text(timezone.localtime(booking.start)),
                opens=moment_text(opens),
            )
            yield line("too_soon", Severity.ADJUST, text, "/", booking)


def to_tell(bookings: list[Booking]) -> Iterator[Line]:
    """Who does not know their hour yet."""
    for booking in bookings:
        if not booking.client_knows:
            at = timezone.localtime(booking.start)
            text = sentence("Tell {name}: {at} now.", name=booking.client.name, at=time_text(at))
            yield line("tell", Severity.ADJUST, text, "/", booking)
        if booking.late_min:
            text = sentence(
                "{name} comes {late_min} min late.",
                name=booking.client.name,
                late_min=booking.late_min,
            )
            yield line("late", Severity.REMIND, text, "/", booking)
