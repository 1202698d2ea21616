"""The outbox: messages to clients who agreed, each sent once and within messaging hours."""

import hashlib
import hmac
import logging
from collections.abc import Iterator, Mapping
from datetime import date, datetime, time, timedelta
from zoneinfo import ZoneInfo

from django.conf import settings
from django.db import transaction
from django.utils import timezone

from craft.contract.wear import WearAnswer
from craft.messages import inline, language, said_in, say
from craft.vocabulary import BookingState, Contact, MessageKind, MessageState, VisitState
from craft.wear import reaching
from salon.aftercare.checking import open_link
from salon.aftercare.models import Message
from salon.aftercare.wearing import Wearing, wearing
from salon.aftercare.wording import fill_text, language_for, long_day, wording
from salon.booking.models import Booking
from salon.clients.models import Client
from salon.devices.gateway import NoGateway, Undeliverable, Unreachable, gateway
from salon.platform.language import stored_inline, time_text, use_language
from salon.salon_settings.services import current_salon
from salon.visits.models import Visit
from salon.visits.waiting import waits_for_opening

log = logging.getLogger("salon.outbox")

#: So long after a failure it is tried again, then no more [min].
AGAIN_MIN = (1, 5, 25, 120, 600)
#: Visits of so long ago are of no more interest.
ASK_FOR = timedelta(days=21)


def zone_of(client: Client) -> ZoneInfo:
    """Return the time zone of a client."""
    return ZoneInfo(client.zone or current_salon().zone)


def decent(at: datetime, client: Client) -> datetime:
    """Return the first time from then on that lies within messaging hours."""
    salon = current_salon()
    return reaching.decent(
        at.astimezone(zone_of(client)), reaching.Hours(salon.write_from_h, salon.write_to_h)
    )


def may_write(client: Client) -> bool:
    """Return whether a client agreed to messages and has a phone number."""
    return client.contact == Contact.MESSAGE and bool(client.phone) and client.archived_at is None


def put(
    key: str,
    client: Client,
    kind: MessageKind,
    due: datetime,
    words: Mapping[str, str],
    visit: Visit | None = None,
    booking: Booking | None = None,
) -> bool:
    """Add a message to the outbox, once for each key.

    One that waits and was not tried yet says what is true now, at the hour that is right now.

    Returns:
        whether it is new
    """
    salon, wanted = current_salon(), language_for(client)
    usual = {"name": client.greeting_name, "salon": salon.name, "phone": salon.phone}
    at = decent(due, client)
    with use_language(wanted):
        text = fill_text(wording(kind), usual | dict(words))[:600]
    message, new = Message.objects.get_or_create(
        key=key,
        defaults={
            "client": client,
            "visit": visit,
            "booking": booking,
            "kind": kind,
            "text": text,
            "due_at": at,
            "next_try_at": at,
        },
    )
    untouched = message.state == MessageState.WAITING and not message.tries
    if not new and untouched and at > timezone.now() and message.due_at != at:
        waiting = Message.objects.filter(pk=message.pk, state=MessageState.WAITING)
        waiting.update(text=text, due_at=at, next_try_at=at)
    return new


def fill_outbox() -> int:
    """Add every message that has become due.

    Returns:
        how many are new; none where nothing can be sent
    """
    if not is_connected():
        return 0
    return sum([*reminders(), *of_wear()])


def reminders() -> Iterator[bool]:
    """Add reminders of tomorrow's appointments; they are sent the day before or not at all."""
    now = timezone.now()
    coming = Booking.objects.filter(
        state=BookingState.BOOKED,
        start__gt=now + reaching.AHEAD,
        start__lte=now + 2 * reaching.REMIND_BEFORE,
    ).select_related("client")
    for booking in coming:
        if may_write(booking.client):
            start = booking.start.astimezone(zone_of(booking.client))
            with use_language(language_for(booking.client)):
                style = said_in(inline(booking.spoken_title), language())
                words = {"date": long_day(start), "time": time_text(start), "style": style}
            key = reminder_key(booking)
            due = max(now, booking.start - reaching.REMIND_BEFORE)
            if is_day_before(decent(due, booking.client), booking):
                yield put(key, booking.client, MessageKind.REMINDER, due, words, booking=booking)


def reminder_key(booking: Booking) -> str:
    """Return the key of a reminder. A moved appointment gets a new one."""
    return f"reminder {booking.pk} {booking.start:%Y%m%d%H%M}"


def is_day_before(at: datetime, booking: Booking) -> bool:
    """Return whether a time is before the day of an appointment, in the client's zone."""
    zone = zone_of(booking.client)
    return at.astimezone(zone).date() < booking.start.astimezone(zone).date()


def of_wear() -> Iterator[bool]:
    """Add messages about styles in place: opening day, check-ins, overdue styles."""
    lately = Visit.objects.filter(started_at__gte=timezone.now() - ASK_FOR)
    lately = lately.exclude(state=VisitState.PLANNED)
    clients = Client.objects.filter(
        contact=Contact.MESSAGE, archived_at=None, pk__in=lately.values("client")
    ).exclude(phone="")
    for client in clients:
        worn = wearing(client)
        if worn.visit is not None and worn.answer is not None:
            yield from of_style(worn, worn.visit, worn.answer)


def of_style(worn: Wearing, visit: Visit, answer: WearAnswer) -> Iterator[bool]:
    """Return the messages due for a style in place, in the language of its client."""
    client = visit.client
    with use_language(language_for(client)):
        yield from said_of_style(worn, visit, answer)


def said_of_style(worn: Wearing, visit: Visit, answer: WearAnswer) -> Iterator[bool]:
    """The same in the language of the moment."""
    client, now = visit.client, timezone.now()
    style = stored_inline(visit.plan.title)
    if answer.to_open_on and waits_for_opening(visit):
        opens = answer.to_open_at or start_of(answer.to_open_on, client)
        words = {"date": long_day(opens.date()), "time": time_text(opens), "style": style}
        due = max(now, start_of(answer.to_open_on, client))
        yield put(f"release {visit.pk}", client, MessageKind.RELEASE, due, words, visit)
    today = now.astimezone(zone_of(client)).date()
    if answer.wash_by > today:
        due = max(now, visit.started_at + reaching.ASK_AFTER)
        yield put(first_key(visit), client, MessageKind.CHECK_IN, due, {"style": style}, visit)
        told = [checkin.date for checkin in worn.checkins]
        every = current_salon().ask_every_days
        if reaching.asks_today(today, answer.wash_by, days_asked(visit), told, every):
            key = f"{first_key(visit)} {today}"
            yield put(key, client, MessageKind.CHECK_IN, now, {"style": style}, visit)
    if answer.overdue_days and not worn.booked:
        words = {"date": long_day(start_of(answer.last_safe_day, client)), "style": style}
        yield put(f"overdue {visit.pk}", client, MessageKind.OVERDUE, now, words, visit)


def start_of(day: date, client: Client) -> datetime:
    """Return the start of a day in the client's time zone."""
    return timezone.make_aware(datetime.combine(day, time()), zone_of(client))


def first_key(visit: Visit) -> str:
    """Return the key of a visit's first check-in, which also names its link."""
    return f"check-in {visit.pk}"


def days_asked(visit: Visit) -> list[date]:
    """Days for which it was asked how a style wears, whether it went out yet or not."""
    asked = visit.messages.filter(kind=MessageKind.CHECK_IN).exclude(state=MessageState.DROPPED)
    zone = zone_of(visit.client)
    return [due.astimezone(zone).date() for due in asked.values_list("due_at", flat=True)]


def secret_of(message: Message) -> str:
    """Return the secret of the link in a message; every retry gets the same one."""
    key = first_key(message.visit) if message.visit else message.key
    mixed = hmac.new(settings.SECRET_KEY.encode(), key.encode(), hashlib.sha256)
    return mixed.hexdigest()


def whole_text(message: Message) -> str:
    """Return the text that is sent, with the link, which is stored nowhere."""
    if "{link}" not in message.text or message.visit is None:
        return message.text
    _, secret = open_link(message.visit, None, secret_of(message))
    return message.text.replace("{link}", f"{settings.PUBLIC_ADDRESS}/check-in/{secret}")


def due_messages() -> list[int]:
    """Return the messages that are due."""
    now = timezone.now()
    rows = Message.objects.filter(state=MessageState.WAITING, next_try_at__lte=now)
    return list(rows.order_by("next_try_at", "pk").values_list("pk", flat=True))


def is_connected() -> bool:
    """Return whether a message gateway is connected; without one nothing is queued."""
    try:
        gateway()
    except NoGateway:
        return False
    return True


def deliver_due() -> None:
    """Send due messages. One that fails is postponed and does not hold up the others."""
    if not is_connected():
        return
    for pk in due_messages():
        try:
            deliver(pk)
        except Exception:
            log.exception("message")
            put_off(
                Message.objects.get(pk=pk),
                say("It could not be written. The server log has the reason."),
            )


def deliver(pk: int) -> None:
    """Send one message.

    Killed at any moment it can be begun again: the gateway brings the same key once. Whether it is
    still true is looked at now, not when it was put there; at a bad hour it waits.
    """
    message = Message.objects.select_related("client", "visit__plan", "booking__client").get(pk=pk)
    if message.state != MessageState.WAITING:
        return
    now = timezone.now()
    untrue = why_untrue(message, now)
    if untrue:
        message.state, message.why = MessageState.DROPPED, untrue
        message.save(update_fields=["state", "why"])
        return
    later = decent(now, message.client)
    if later > now:
        message.next_try_at = later
        message.save(update_fields=["next_try_at"])
        return
    try:
        receipt = gateway().send(message.key, message.client.phone, whole_text(message))
    except (Unreachable, NoGateway) as error:
        put_off(message, str(error))
    except Undeliverable as error:
        message.state, message.why = MessageState.FAILED, str(error)[:300]
        message.save(update_fields=["state", "why"])
    else:
        sent(message, receipt)


def why_untrue(message: Message, now: datetime) -> str:
    """Return why a message is no longer true and must not be sent; empty if it is true.

    Args:
        message: that waits
        now: the moment at which it would go out
    """
    if message.client.archived_at is not None:
        return say("The client is archived.")
    if not may_write(message.client):
        return say("The client does not want messages.")
    if message.kind == MessageKind.REMINDER:
        return why_not_remind(message, now)
    return why_not_worn(message, now)


def why_not_worn(message: Message, now: datetime) -> str:
    """Return why no message about a style may be sent."""
    worn = wearing(message.client)
    if message.visit is None or worn.answer is None or worn.visit != message.visit:
        return say("Another style has replaced this one.")
    today = now.astimezone(zone_of(message.client)).date()
    if message.kind == MessageKind.RELEASE:
        return why_not_release(message.visit, worn.answer, today)
    if message.kind == MessageKind.CHECK_IN:
        return why_not_ask(message, worn.answer, today)
    return why_not_overdue(worn, worn.answer)


def why_not_remind(message: Message, now: datetime) -> str:
    """Return why a reminder may not be sent."""
    booking = message.booking
    if booking is None or booking.state != BookingState.BOOKED:
        return say("The appointment is no longer booked.")
    if message.key != reminder_key(booking):
        return say("The appointment has another time now.")
    if not is_day_before(now, booking):
        return say("It is too late: a reminder goes out the day before.")
    return ""


def why_not_release(visit: Visit, answer: WearAnswer, today: date) -> str:
    """Return why the opening-day message may not be sent."""
    if not waits_for_opening(visit):
        return say("The set has been opened already.")
    if answer.to_open_on != today:
        return say("The set is to be opened on another day.")
    return ""


def why_not_ask(message: Message, answer: WearAnswer, today: date) -> str:
    """Return why a check-in may not be sent."""
    if told_today(message):
        return say("The client has already checked in for this day.")
    if answer.wash_by <= today:
        return say("The style has been taken out.")
    return ""


def why_not_overdue(worn: Wearing, answer: WearAnswer) -> str:
    """Return why an overdue message may not be sent."""
    if not answer.overdue_days:
        return say("The style is not overdue.")
    return say("An appointment is booked.") if worn.booked else ""


def told_today(message: Message) -> bool:
    """Return whether the client has already checked in today."""
    today = timezone.now().astimezone(zone_of(message.client)).date()
    return message.visit is not None and message.visit.checkins.filter(date=today).exists()


def sent(message: Message, receipt: str) -> None:
    """Mark a message as sent."""
    message.state, message.receipt, message.why = MessageState.SENT, receipt, ""
    message.sent_at = timezone.now()
    message.save(update_fields=["state", "receipt", "why", "sent_at"])


def put_off(message: Message, why: str) -> None:
    """Postpone a message, longer each time; after the last try it has failed."""
    message.why = why[:300]
    if message.tries >= len(AGAIN_MIN):
        message.state = MessageState.FAILED
    else:
        message.next_try_at = timezone.now() + timedelta(minutes=AGAIN_MIN[message.tries])
        message.tries += 1
    message.save(update_fields=["why", "state", "next_try_at", "tries"])


@transaction.atomic
def again(message: Message) -> Message:
    """Retry a message that failed or was dropped."""
    message.state, message.tries, message.why = MessageState.WAITING, 0, ""
    message.next_try_at = timezone.now()
    message.save(update_fields=["state", "tries", "why", "next_try_at"])
    return message


@transaction.atomic
def drop(message: Message) -> Message:
    """Drop a message that has not been sent."""
    if message.state == MessageState.WAITING:
        message.state, message.why = MessageState.DROPPED, say("Cancelled by hand.")
        message.save(update_fields=["state", "why"])
    return message


@transaction.atomic
def opt_out(client: Client) -> None:
    """Record that a client wants no more messages."""
    client.contact, client.consented_at = Contact.NONE, None
    client.version += 1
    client.save(update_fields=["contact", "consented_at", "version"])
    waiting = client.messages.filter(state=MessageState.WAITING)
    waiting.update(state=MessageState.DROPPED, why=say("The client does not want messages."))
