"""A day read from an iCalendar file (RFC 5545): looked at first, then booked as holds."""

from dataclasses import dataclass
from datetime import UTC, date, datetime
from uuid import NAMESPACE_URL, UUID, uuid5

from django.contrib.auth.models import User
from django.utils import timezone
from icalendar import Calendar
from rest_framework.exceptions import ValidationError

from salon.booking.models import Booking
from salon.booking.placing import Wanted
from salon.booking.services import book
from salon.clients.models import Client
from salon.platform.language import sentence

#: A file of one day holds so many events at the most, in so many bytes.
EVENTS_MOST, BYTES_MOST = 200, 500_000
#: A hold takes between so many minutes.
LEAST_MIN, MOST_MIN = 5, 720
OURS = "@gauffer"


@dataclass
class Entry:
    """An event of the file.

    Args:
        summary: as it stands there
        start: when
        minutes: how long
        uuid: the same for the same event: read twice it is booked once
        client: whose name it begins with
        problem: why it is not booked, empty where it can be
        booked: whether it was
    """

    summary: str
    start: datetime | None
    minutes: int
    uuid: UUID
    client: Client | None = None
    problem: str = ""
    booked: bool = False

    @property
    def title(self) -> str:
        """What is done: what stands behind the name."""
        _, _, title = self.summary.partition(":")
        return (title or self.summary).strip()[:120]


def entries(content: bytes, day: date) -> list[Entry]:
    """The events of a file on a date, each with its client or what is wrong with it.

    Raises:
        ValidationError: it is no calendar, or holds too much
    """
    if len(content) > BYTES_MOST:
        raise ValidationError(
            {
                "file": sentence(
                    "The file may have at most {bytes_most} kB.", bytes_most=BYTES_MOST // 1000
                )
            }
        )
    try:
        calendar = Calendar.from_ical(content)
        events = list(calendar.walk("VEVENT"))
    except (ValueError, TypeError, IndexError, KeyError) as error:
        raise ValidationError(
            {"file": sentence("This is not an iCalendar file (.ics).")}
        ) from error
    if len(events) > EVENTS_MOST:
        raise ValidationError(
            {
                "file": sentence(
                    "Import at most {events_most} events at once.", events_most=EVENTS_MOST
                )
            }
        )
    clients = {client.name.casefold(): client for client in Client.objects.filter(archived_at=None)}
    results = []
    for event in events:
        entry = entry_of(event)
        if entry.start is not None and timezone.localdate(entry.start) != day:
            continue
        judge(entry, clients)
        results.append(entry)
    return results


def entry_of(event: object) -> Entry:
    """An event as it stands in the file; what cannot be read is left open."""
    get = event.get  # type: ignore[attr-defined]
    summary = str(get("summary", "")).replace("\n", " ")[:200]
    uid = str(get("uid", "")) or summary
    ours = uid.removesuffix(OURS)
    try:
        uuid = UUID(ours) if uid.endswith(OURS) else uuid5(NAMESPACE_URL, uid)
    except ValueError:
        uuid = uuid5(NAMESPACE_URL, uid)
    start = moment(getattr(get("dtstart"), "dt", None))
    end = moment(getattr(get("dtend"), "dt", None))
    minutes = round((end - start).total_seconds() / 60) if start and end else 0
    return Entry(summary, start, minutes, uuid)


def moment(value: object) -> datetime | None:
    """A moment; one without a zone is of the salon's clock; a whole day is none."""
    if not isinstance(value, datetime):
        return None
    return (value if value.tzinfo else timezone.make_aware(value)).astimezone(UTC)


def judge(entry: Entry, clients: dict[str, Client]) -> None:
    """Whose it is, and whether it can be booked."""
    name, _, _ = entry.summary.partition(":")
    entry.client = clients.get(name.strip().casefold())
    entry.booked = Booking.objects.filter(uuid=entry.uuid).exists()
    if entry.start is None:
        entry.problem = sentence("It has no time of day.")
    elif not LEAST_MIN <= entry.minutes <= MOST_MIN:
        entry.problem = sentence(
            "It takes {minutes} min: {least_min} to {most_min} can be booked.",
            minutes=entry.minutes,
            least_min=LEAST_MIN,
            most_min=MOST_MIN,
        )
    elif entry.client is None:
        entry.problem = sentence("No client is called {name}.", name=name.strip())


def book_entries(read: list[Entry], by: User) -> list[Entry]:
    """Book what can be, one after another; what does not fit says why."""
    for entry in read:
        if entry.booked or entry.problem or entry.start is None or entry.client is None:
            continue
        wanted = Wanted(
            client=entry.client, title=entry.title, minutes=entry.minutes, uuid=entry.uuid
        )
        try:
            book(wanted, entry.start, by)
        except ValidationError as error:
            details = error.detail
            first = next(iter(details.values())) if isinstance(details, dict) else details
            entry.problem = str(first[0] if isinstance(first, list) else first)
        else:
            entry.booked = True
    return read
