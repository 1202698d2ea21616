"""Days as iCalendar (RFC 5545)."""

from datetime import UTC, date, timedelta

from django.contrib.auth.models import User
from django.utils import timezone
from icalendar import Calendar, Event

from craft.messages import language, said_in
from salon.booking.hours import moment_of
from salon.booking.models import ACTIVE, Booking
from salon.salon_settings.services import current_salon

#: A feed holds so many days before and after today.
BEHIND_DAYS, AHEAD_DAYS = 14, 120


def calendar_of(
    user: User | None,
    first: date | None = None,
    last: date | None = None,
    *,
    named: bool = True,
) -> bytes:
    """Bookings as a calendar file.

    Args:
        user: whose hands are in them; None: everybody's
        first, last: from which date to which
        named: with names of clients and notes; else with initials
    """
    today = timezone.localdate()
    begin = moment_of(0, first or today - timedelta(days=BEHIND_DAYS))
    end = moment_of(24 * 60, last or today + timedelta(days=AHEAD_DAYS))
    rows = Booking.objects.filter(start__gte=begin, start__lt=end, state__in=[*ACTIVE, "done"])
    if user is not None:
        rows = rows.filter(segments__specialist=user).distinct()
    calendar = Calendar()
    calendar.add("prodid", "-//Gauffer//Days//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", current_salon().name)
    for booking in rows.select_related("client").prefetch_related("segments"):
        calendar.add_component(event_of(booking, named=named))
    written: bytes = calendar.to_ical()
    return written


def initials(name: str) -> str:
    """A name that only says something to who knows the client: R. H."""
    return " ".join(f"{word[0].upper()}." for word in name.split())


def event_of(booking: Booking, *, named: bool) -> Event:
    """A booking as an event; its moments are absolute, so no change of clocks moves them."""
    who = booking.client.name if named else initials(booking.client.name)
    event = Event()
    event.add("uid", f"{booking.uuid}@gauffer")
    event.add("summary", f"{who}: {said_in(booking.spoken_title, language())}")
    event.add("dtstart", booking.start.astimezone(UTC))
    event.add("dtend", booking.end.astimezone(UTC))
    event.add("dtstamp", booking.booked_at.astimezone(UTC))
    event.add("sequence", booking.version)
    if booking.note and named:
        event.add("description", booking.note)
    return event
