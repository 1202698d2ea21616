"""The card for home: one page in plain words, as a page, a PDF and days for a calendar."""

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
from craft.vocabulary import Detail, Manner
from salon.between.drawings import drawing
from salon.between.wearing import planned_days, wear_of
from salon.between.wording import long_day
from salon.house.services import the_house
from salon.planning.models import Plan

NO_PANGO = (
    "This machine cannot write a PDF: the library Pango is missing (Debian: apt install "
    "libpango-1.0-0 libpangoft2-1.0-0). Print the page instead."
)
#: What goes home from the cautions of a plan.
TOLD_AT_HOME = {"scalp_refer", "tension_edges"}


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
    def dates(self) -> list[dict[str, Any]]:
        """The dates that matter, in order."""
        answer = self.answer
        dates = [
            ("Open it", answer.release_on),
            ("Looks its best until", answer.good_until),
            ("Wash by", answer.wash_by),
            ("Back with us by", answer.return_by),
        ]
        return [{"what": what, "date": day} for what, day in dates if day and day >= self.done_on]


def card_of(plan: Plan) -> Card:
    """The card of a plan: from its last visit, its hour, or as if it were done today.

    Raises:
        CraftError: its days cannot be told
    """
    visit = plan.visits.exclude(state="planned").order_by("-started_at").first()
    begun = visit.started_at if visit else plan.planned_start or timezone.now()
    done_on = timezone.localdate(begun)
    return Card(plan, done_on, wear_of(plan, done_on, planned_days(plan.head), visit))


def morning(day: WearDay) -> str:
    """What a day asks for, in one line."""
    amounts = "; ".join(f"{each.what}: {each.words}" for each in day.amounts)
    parts = [day.refresh, f"({amounts})" if amounts else "", *day.notes]
    return " ".join(part for part in parts if part)


def phases_of(card: Card) -> list[dict[str, Any]]:
    """What is done when, by dates; mornings with work stand in a list of their own."""
    answer = card.answer
    opened = long_day(answer.release_on or card.done_on + timedelta(days=1))
    home = " at home, by yourself" if opened_at_home(card.plan) else " with us"
    when = {
        "in_set": f"until {opened}",
        "release": f"{opened},{home}",
        "first_morning": opened,
        "nights": f"until {long_day(answer.wash_by)}",
        "edges": "every other day at most",
    }
    return [
        {"title": phase.title, "when": when[phase.key], "lines": phase.lines}
        for phase in card.plan.answered.home.phases
        if phase.key in when
    ]


def opened_at_home(plan: Plan) -> bool:
    """Whether the client opens the set."""
    return plan.requested.details.get(Detail.OPENED) is Manner.HOME


def context_of(card: Card, size: CardSize) -> dict[str, Any]:
    """What the card tells."""
    house, plan = the_house(), card.plan
    page, margin = PAGES[size]
    days = [
        {"date": day.date, "text": morning(day)}
        for day in card.answer.days
        if day.refresh or day.notes
    ]
    cautions = [
        caution.text for caution in plan.answered.cautions if caution.key in TOLD_AT_HOME
    ] + [caution.because for caution in card.answer.cautions]
    return {
        "name": plan.head.name,
        "title": plan.title,
        "done_on": card.done_on,
        "dates": card.dates,
        "drawings": [drawing(what) for what in card.answer.drawings],
        "phases": phases_of(card),
        "days": days,
        "helps": card.answer.help,
        "cautions": cautions,
        "salon": house.name,
        "phone": house.phone,
        "size": size.value,
        "page": page,
        "margin": margin,
    }


def page_of(card: Card, size: CardSize = CardSize.A4) -> str:
    """The card as a page."""
    return render_to_string("card.html", context_of(card, size))


def font() -> str:
    """Address of the shipped typeface; empty before the application was built."""
    files = sorted(
        Path(settings.WEB_DIR, "assets").glob("hanken-grotesk-latin-wght-normal-*.woff2")
    )
    return files[0].as_uri() if files else ""


def pdf_of(card: Card, size: CardSize = CardSize.A4) -> bytes:
    """The card as a tagged PDF (PDF/UA-1).

    Raises:
        CraftError: a library of the system is missing; says which
    """
    try:
        from weasyprint import HTML, URLFetcher
    except OSError as error:
        raise CraftError("pdf", NO_PANGO) from error
    text = render_to_string("card.html", context_of(card, size) | {"font": font()})
    # The shipped typeface is all that is fetched.
    files = URLFetcher(allowed_protocols=("file",))
    written: bytes = HTML(string=text, url_fetcher=files).write_pdf(pdf_variant="pdf/ua-1")
    return written


def calendar_of(card: Card) -> bytes:
    """The days of the card for a calendar program (RFC 5545); nobody is named in it."""
    calendar = Calendar()
    calendar.add("prodid", "-//Gauffer//Card//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", card.plan.title)
    days: list[tuple[date, str, str]] = [(each["date"], each["what"], "") for each in card.dates]
    days += [(day.date, "Freshen up", morning(day)) for day in card.answer.days if day.refresh]
    for day, what, text in sorted(days):
        event = Event()
        event.add("uid", f"{card.plan.pk}-{what.replace(' ', '-').lower()}-{day}@gauffer")
        event.add("summary", f"Hair: {what[0].lower()}{what[1:]}")
        event.add("dtstart", day)
        event.add("dtend", day + timedelta(days=1))
        event.add("dtstamp", datetime.combine(card.done_on, time(12), UTC))
        if text:
            event.add("description", text)
        calendar.add_component(event)
    written: bytes = calendar.to_ical()
    return written
