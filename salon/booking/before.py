"""Before the day: over all booked heads together, what can still be mended, in its order."""

from collections import defaultdict
from collections.abc import Iterator
from datetime import date
from typing import Any

from django.utils import timezone

from craft.routine.cautions.fitness import FINE_WORK_MIN
from craft.vocabulary import KitKind, Severity
from salon.booking.hours import hours_of as hours
from salon.booking.hours import minute_of, specialists_on, stations
from salon.booking.models import ACTIVE, Booking
from salon.booking.services import bookings_on
from salon.planning.drawer import drawer_during
from salon.planning.models import KitDemand, ProductDemand
from salon.shelf.models import Product

#: Hands that rest for less than this go on [min]. House value.
REST_MIN = 10
RANK = {Severity.STOP.value: 0, Severity.ADJUST.value: 1, Severity.REMIND.value: 2}
Line = dict[str, Any]


def line(key: str, severity: Severity, text: str, to: str, booking: Booking | None = None) -> Line:
    """One thing to see to."""
    return {
        "key": key,
        "severity": severity.value,
        "text": text,
        "to": to,
        "booking": booking.pk if booking else None,
    }


def before_the_day(day: date) -> list[Line]:
    """Everything to see to before a date, what is gravest first."""
    bookings = [booking for booking in bookings_on(day) if booking.state in ACTIVE]
    lines = [
        *rods_short(bookings),
        *bottles_short(bookings),
        *places_short(bookings),
        *of_plans(bookings),
        *tired_arms(day, bookings),
        *to_tell(bookings),
    ]
    return sorted(lines, key=lambda each: RANK[each["severity"]])


def of_plans(bookings: list[Booking]) -> Iterator[Line]:
    """What the plans themselves warn of, and what is done before the day."""
    for booking in bookings:
        plan, name = booking.plan, booking.head.name
        if plan is None or booking.sitting != 1:
            continue
        answer, to = plan.answered, f"/plans/{plan.pk}"
        for item in answer.ahead:
            text = f"{name}: {item.title.lower()}, {item.hours_before:g} h before."
            yield line("ahead", Severity.ADJUST, text, to, booking)
        if not answer.drying.safe:
            odds = answer.drying.odds_dry
            text = f"{name}: dry at the release with odds of {odds:.0%} only."
            yield line("dryness", Severity.ADJUST, text, to, booking)
        for caution in answer.cautions:
            if caution.severity is not Severity.REMIND and caution.key != "not_dry_at_release":
                yield line(caution.key, caution.severity, f"{name}: {caution.text}", to, booking)


def rods_short(bookings: list[Booking]) -> Iterator[Line]:
    """Pieces that several plans want at the same time and the drawer has not."""
    plans = [booking.plan_id for booking in bookings if booking.plan_id]
    wants: dict[tuple[str, float | None], list[KitDemand]] = defaultdict(list)
    for want in KitDemand.objects.filter(plan__in=plans).select_related("plan__head"):
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
                        other.plan.head.name
                        for other in group
                        if other.plan_id != want.plan_id
                        and other.begin < want.end
                        and other.end > want.begin
                    }
                )
                shared = f", shared with {', '.join(others)}" if others else ""
                what = item.called(want.count) if sort[0] == KitKind.ROD else item.called(2)
                text = f"{want.plan.head.name}: {want.count} {what}, {free} are free{shared}."
                yield line("kit", Severity.ADJUST, text, "/shelf/kit")
                break


def bottles_short(bookings: list[Booking]) -> Iterator[Line]:
    """Bottles that all heads of the day together empty."""
    plans = [booking.plan_id for booking in bookings if booking.plan_id]
    grams: dict[int, float] = defaultdict(float)
    for product, taken in ProductDemand.objects.filter(plan__in=plans).values_list(
        "product_id", "grams"
    ):
        grams[product] += taken
    for bottle in Product.objects.filter(pk__in=grams):
        if bottle.stock_g is not None and bottle.stock_g < grams[bottle.pk]:
            text = (
                f"{bottle.name}: {grams[bottle.pk]:.0f} g are wanted, {bottle.stock_g:.0f} g left."
            )
            yield line("stock", Severity.ADJUST, text, f"/shelf/products/{bottle.pk}")


def places_short(bookings: list[Booking]) -> Iterator[Line]:
    """Stations that are wanted by more heads than there are at once."""
    counts = stations()
    segments = [segment for booking in bookings for segment in booking.segments.all()]
    for station, count in counts.items():
        own = [segment for segment in segments if segment.station == station]
        for segment in own:
            at_once = {
                other.booking_id for other in own if other.start <= segment.start < other.end
            }
            if len(at_once) > count:
                at = timezone.localtime(segment.start)
                text = f"{len(at_once)} heads want {count} × {station} at {at:%H:%M}."
                yield line("station", Severity.ADJUST, text, "/")
                break


def tired_arms(day: date, bookings: list[Booking]) -> Iterator[Line]:
    """Fine work that goes on without a break."""
    by_person: dict[int, list[tuple[int, int]]] = defaultdict(list)
    for booking in bookings:
        for segment in booking.segments.all():
            if segment.fine and segment.hands and segment.specialist_id:
                by_person[segment.specialist_id].append(
                    (minute_of(segment.start, day), minute_of(segment.end, day))
                )
    names = {person.id: person.name for person in specialists_on(hours(day))}
    for person, spans in by_person.items():
        run, last = 0, None
        for begin, end in sorted(spans):
            goes_on = last is not None and begin - last < REST_MIN
            run = run + end - begin if goes_on else end - begin
            last = end
            if run > FINE_WORK_MIN:
                name = names.get(str(person), "")
                text = f"{name}: {run} min of fine work without a break, until {clock(last)}."
                yield line("arms", Severity.REMIND, text, "/")
                break


def clock(minute: int) -> str:
    """A minute of the day as a clock shows it."""
    return f"{minute // 60 % 24:02d}:{minute % 60:02d}"


def to_tell(bookings: list[Booking]) -> Iterator[Line]:
    """Who does not know their hour yet."""
    for booking in bookings:
        if not booking.told:
            at = timezone.localtime(booking.start)
            text = f"Tell {booking.head.name}: {at:%H:%M} now."
            yield line("tell", Severity.ADJUST, text, "/", booking)
        if booking.late_min:
            text = f"{booking.head.name} comes {booking.late_min} min late."
            yield line("late", Severity.REMIND, text, "/", booking)
