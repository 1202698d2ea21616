"""The card for home: one page in plain words, as a page, a PDF and days for a calendar."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from enum import StrEnum
from pathlib import Path
from typing import Any

from django.conf import settings
from django.template.loader import render_to_string
from django.utils import timezone
from icalendar import Calendar, Event

from craft.contract.wear import WearAnswer, WearDay
from craft.errors import CraftError
from craft.messages import DayForm, day_text, inline, language, message, said_in
from craft.region import ENGLISH, region
from craft.vocabulary import Detail, Manner
from craft.wear.card import cautions_at_home
from salon.aftercare.drawings import drawing
from salon.aftercare.wearing import planned_days, wear_of
from salon.planning.models import Plan
from salon.platform.language import sentence, spoken_now, use_language
from salon.salon_settings.services import current_salon

NO_PANGO = message(
    "This machine cannot write a PDF: the library Pango is missing (Debian: apt install "
    "libpango-1.0-0 libpangoft2-1.0-0). Print the page instead."
)


#: What is done with a set that is in: by the client, or in the salon.
OPEN_IT, OPENED_HERE = message("Open it"), message("Opening, with us")


class CardSize(StrEnum):
    """What a card is printed on."""

    A4 = "a4"
    LARGE = "large"
    PHONE = "phone"


#: Paper and margins. A phone's page is as long as it needs to be: several screens.
PAGES = {
    CardSize.A4: ("A4", "11mm"),
    CardSize.LARGE: ("A4", "12mm"),
    CardSize.PHONE: ("85mm 180mm", "5mm"),
}


@dataclass(frozen=True)
class Card:
    """What goes home with a client.

    Args:
        plan: what was done, or will be
        done_on: when
        answer: its days
    """

    plan: Plan
    done_on: date
    answer: WearAnswer

    @property
    def dates(self) -> list[tuple[str, date]]:
        """The dates that matter, in order: what is still to happen, and when."""
        answer = self.answer
        dates = [
            (OPEN_IT if opened_at_home(self.plan) else OPENED_HERE, answer.to_open_on),
            (message("Looks its best until"), answer.good_until),
            (message("Wash by"), answer.wash_by),
            (message("Take it out by"), answer.last_safe_day if answer.has_to_come_out else None),
            (message("Next appointment by"), answer.return_by),
        ]
        return [(what, day) for what, day in dates if day and day >= self.done_on]


def card_of(plan: Plan) -> Card:
    """The card of a plan: from its last visit, its hour, or as if it were done today.

    Raises:
        CraftError: its days cannot be worked out
    """
    visit = plan.visits.exclude(state="planned").order_by("-started_at").first()
    begun = visit.started_at if visit else plan.planned_start or timezone.now()
    done_on = timezone.localdate(begun)
    return Card(plan, done_on, wear_of(plan, done_on, planned_days(plan.client), visit))


def morning(day: WearDay) -> str:
    """What a day asks for, in one line."""
    amounts = "; ".join(
        f"{spoken_now(each.what)}: {spoken_now(each.words)}" for each in day.amounts
    )
    notes = [spoken_now(note) for note in day.notes]
    parts = [spoken_now(day.refresh), f"({amounts})" if amounts else "", *notes]
    return " ".join(part for part in parts if part)


def day_in(day: date, form: DayForm = DayForm.WEEKDAY) -> str:
    """A date in words."""
    return said_in(day_text(day, form), language())


#: Mornings of a refresh stand in a list of their own, with what they take.
IN_A_LIST = "refresh"


def phases_of(card: Card) -> list[dict[str, Any]]:
    """What is left to do at home, phase by phase."""
    return [
        {
            "title": spoken_now(phase.title),
            "when": spoken_now(phase.when),
            "lines": [spoken_now(line) for line in phase.lines],
            "in_order": phase.key == "release" and opened_at_home(card.plan),
        }
        for phase in card.answer.phases
        if phase.key != IN_A_LIST
    ]


def opened_at_home(plan: Plan) -> bool:
    """Whether the client opens the set."""
    return plan.parsed_request.details.get(Detail.OPENED) is Manner.HOME


#: What stands on every card.
FIXED = {
    "mornings": message("Mornings with a little work"),
    "not_right": message("If something is not right"),
    "mind": message("Good to know"),
    "label_first": message(
        "Always follow the product label first. This card is not medical advice."
    ),
}


def cautions_of(card: Card) -> list[str]:
    """What is minded at home."""
    of_plan = cautions_at_home(card.plan.parsed_answer)
    return of_plan + [caution.because for caution in card.answer.cautions]


def context_of(card: Card, size: CardSize) -> dict[str, Any]:
    """What the card tells, in the language of the moment."""
    salon, plan = current_salon(), card.plan
    page, margin = PAGES[size]
    days = [
        {"date": day_in(day.date, DayForm.BRIEF), "text": morning(day)}
        for day in card.answer.days
        if day.refresh or day.notes
    ]
    return {
        "language": language(),
        "name": plan.client.greeting_name,
        "title": plan.spoken_title,
        "done_on": day_in(card.done_on, DayForm.FULL),
        "dates": [{"what": sentence(what), "date": day_in(day)} for what, day in card.dates],
        "drawings": [drawing(what) for what in card.answer.drawings],
        "phases": phases_of(card),
        "days": days,
        "helps": [
            {"when": spoken_now(each.when), "do": spoken_now(each.do)} for each in card.answer.help
        ],
        "cautions": [spoken_now(line) for line in cautions_of(card)],
        **{name: sentence(text) for name, text in FIXED.items()},
        "salon": salon.name,
        "phone": salon.phone,
        "size": size.value,
        "page": page,
        "margin": margin,
    }


def page_of(card: Card, size: CardSize = CardSize.A4, wanted: str = ENGLISH) -> str:
    """The card as a page.

    Args:
        card: what is told
        size: of the page
        wanted: language it is read in
    """
    with use_language(wanted):
        return render_to_string("card.html", context_of(card, size))


def font() -> str:
    """Address of the shipped typeface; empty before the application was built."""
    files = sorted(
        Path(settings.WEB_DIR, "assets").glob("hanken-grotesk-latin-wght-normal-*.woff2")
    )
    return files[0].as_uri() if files else ""


def pdf_of(card: Card, size: CardSize = CardSize.A4, wanted: str = ENGLISH) -> bytes:
    """The card as a tagged PDF (PDF/UA-1); arguments as `page_of`.

    Raises:
        CraftError: a library of the system is missing; says which
    """
    try:
        from weasyprint import HTML, URLFetcher
    except OSError as error:
        raise CraftError("pdf", sentence(NO_PANGO)) from error
    with use_language(wanted):
        text = render_to_string("card.html", context_of(card, size) | {"font": font()})
    # The shipped typeface is all that is fetched.
    files = URLFetcher(allowed_protocols=("file",))
    written: bytes = HTML(string=text, url_fetcher=files).write_pdf(pdf_variant="pdf/ua-1")
    return written


def calendar_of(card: Card, wanted: str = ENGLISH) -> bytes:
    """The days of the card for a calendar program (RFC 5545); nobody is named in it.

    Args:
        card: what is told
        wanted: language it is read in
    """
    calendar = Calendar()
    calendar.add("prodid", "-//Gauffer//Card//EN")
    calendar.add("version", "2.0")
    with use_language(wanted):
        calendar.add("x-wr-calname", card.plan.spoken_title)
        for entry in sorted(entries_of(card), key=lambda entry: (entry.day, entry.key)):
            calendar.add_component(event_of(card, entry))
    written: bytes = calendar.to_ical()
    return written


#: How long a calendar keeps free for opening a set at home. Own value.
OPENING_TAKES = timedelta(hours=1)


@dataclass(frozen=True)
class Entry:
    """A day of the card in a calendar.

    Args:
        day: when
        key: what it is, the same in every language
        what: is done, in words within a line
        text: how; may be empty
        at: the hour, where it has one
    """

    day: date
    key: str
    what: str
    text: str = ""
    at: datetime | None = None


def entries_of(card: Card) -> Iterator[Entry]:
    """What stands in a calendar: dates, looks, mornings with work."""
    answer = card.answer
    for what, day in card.dates:
        opens = what in (OPEN_IT, OPENED_HERE)
        at = answer.to_open_at if opens else None
        yield Entry(day, what, decapitalised(what), at=at)
    for look in answer.looks[1:]:
        yield Entry(look.date, f"look {look.style}", spoken_now(inline(look.title)))
    for morning_of in answer.days:
        if morning_of.refresh:
            what = message("Freshen up")
            yield Entry(morning_of.date, what, decapitalised(what), morning(morning_of))


def event_of(card: Card, entry: Entry) -> Event:
    """An entry of a card for a calendar."""
    event = Event()
    key = entry.key.replace(" ", "-").lower()
    event.add("uid", f"{card.plan.pk}-{key}-{entry.day}@gauffer")
    event.add("summary", sentence("Hair: {what}", what=entry.what))
    if entry.at is not None:
        event.add("dtstart", entry.at.astimezone(UTC))
        event.add("dtend", entry.at.astimezone(UTC) + OPENING_TAKES)
    else:
        event.add("dtstart", entry.day)
        event.add("dtend", entry.day + timedelta(days=1))
    event.add("dtstamp", datetime.combine(card.done_on, time(12), UTC))
    if entry.text:
        event.add("description", entry.text)
    return event


def decapitalised(what: str) -> str:
    """What is done, within a line: English and French begin small, German keeps its nouns."""
    words = sentence(what)
    return words if region(language()).language == "de" else f"{words[0].lower()}{words[1:]}"
