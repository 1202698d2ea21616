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
from craft.wear.card import cautions_at_home
from salon.aftercare.drawings import drawing
from salon.aftercare.translating import Language, day_in, translate
from salon.aftercare.wearing import planned_days, wear_of
from salon.planning.models import Plan
from salon.salon_settings.services import current_salon

NO_PANGO = (
    "This machine cannot write a PDF: the library Pango is missing (Debian: apt install "
    "libpango-1.0-0 libpangoft2-1.0-0). Print the page instead."
)


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
        """The dates that matter, in order: what happens, and when."""
        answer = self.answer
        dates = [
            ("Open it", answer.release_on),
            ("Looks its best until", answer.good_until),
            ("Wash by", answer.wash_by),
            ("Next appointment by", answer.return_by),
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


def morning(day: WearDay, language: Language = Language.ENGLISH) -> str:
    """What a day asks for, in one line."""
    amounts = "; ".join(
        f"{translate(each.what, language)}: {translate(each.words, language)}"
        for each in day.amounts
    )
    notes = [translate(note, language) for note in day.notes]
    parts = [translate(day.refresh, language), f"({amounts})" if amounts else "", *notes]
    return " ".join(part for part in parts if part)


def phases_of(card: Card, language: Language) -> list[dict[str, Any]]:
    """What is done when, by dates; mornings with work stand in a list of their own."""
    answer = card.answer
    opened = day_in(answer.release_on or card.done_on + timedelta(days=1), language)
    until = translate("until", language)
    where = "at home, by yourself" if opened_at_home(card.plan) else "with us"
    when = {
        "in_set": f"{until} {opened}",
        "release": f"{opened}, {translate(where, language)}",
        "first_morning": opened,
        "nights": f"{until} {day_in(answer.wash_by, language)}",
        "edges": translate("every other day at most", language),
    }
    return [
        {
            "title": translate(phase.title, language),
            "when": when[phase.key],
            "lines": [translate(line, language) for line in phase.lines],
        }
        for phase in card.plan.answered.home.phases
        if phase.key in when
    ]


def opened_at_home(plan: Plan) -> bool:
    """Whether the client opens the set."""
    return plan.requested.details.get(Detail.OPENED) is Manner.HOME


#: What stands on every card.
FIXED = {
    "mornings": "Mornings with a little work",
    "not_right": "If something is not right",
    "mind": "Good to know",
    "label_first": "Always follow the product label first. This card is not medical advice.",
}


def cautions_of(card: Card) -> list[str]:
    """What is minded at home."""
    of_plan = cautions_at_home(card.plan.answered)
    return of_plan + [caution.because for caution in card.answer.cautions]


def context_of(card: Card, size: CardSize, language: Language) -> dict[str, Any]:
    """What the card tells."""
    salon, plan = current_salon(), card.plan
    page, margin = PAGES[size]
    days = [
        {"date": day_in(day.date, language, "D j M"), "text": morning(day, language)}
        for day in card.answer.days
        if day.refresh or day.notes
    ]
    return {
        "language": language.value,
        "name": plan.client.greeting_name,
        "title": translate(plan.title, language),
        "done_on": day_in(card.done_on, language, "l j F Y"),
        "dates": [
            {"what": translate(what, language), "date": day_in(day, language)}
            for what, day in card.dates
        ],
        "drawings": [
            {**drawn, "words": translate(str(drawn["words"]), language)}
            for drawn in map(drawing, card.answer.drawings)
        ],
        "phases": phases_of(card, language),
        "days": days,
        "helps": [
            {"when": translate(each.when, language), "do": translate(each.do, language)}
            for each in card.answer.help
        ],
        "cautions": [translate(line, language) for line in cautions_of(card)],
        **{name: translate(text, language) for name, text in FIXED.items()},
        "salon": salon.name,
        "phone": salon.phone,
        "size": size.value,
        "page": page,
        "margin": margin,
    }


def page_of(card: Card, size: CardSize = CardSize.A4, language: Language = Language.ENGLISH) -> str:
    """The card as a page."""
    return render_to_string("card.html", context_of(card, size, language))


def font() -> str:
    """Address of the shipped typeface; empty before the application was built."""
    files = sorted(
        Path(settings.WEB_DIR, "assets").glob("hanken-grotesk-latin-wght-normal-*.woff2")
    )
    return files[0].as_uri() if files else ""


def pdf_of(
    card: Card, size: CardSize = CardSize.A4, language: Language = Language.ENGLISH
) -> bytes:
    """The card as a tagged PDF (PDF/UA-1).

    Raises:
        CraftError: a library of the system is missing; says which
    """
    try:
        from weasyprint import HTML, URLFetcher
    except OSError as error:
        raise CraftError("pdf", NO_PANGO) from error
    text = render_to_string("card.html", context_of(card, size, language) | {"font": font()})
    # The shipped typeface is all that is fetched.
    files = URLFetcher(allowed_protocols=("file",))
    written: bytes = HTML(string=text, url_fetcher=files).write_pdf(pdf_variant="pdf/ua-1")
    return written


def calendar_of(card: Card, language: Language = Language.ENGLISH) -> bytes:
    """The days of the card for a calendar program (RFC 5545); nobody is named in it."""
    calendar = Calendar()
    calendar.add("prodid", "-//Gauffer//Card//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", translate(card.plan.title, language))
    days: list[tuple[date, str, str]] = [(day, what, "") for what, day in card.dates]
    days += [
        (day.date, "Freshen up", morning(day, language)) for day in card.answer.days if day.refresh
    ]
    for day, what, text in sorted(days):
        event = Event()
        event.add("uid", f"{card.plan.pk}-{what.replace(' ', '-').lower()}-{day}@gauffer")
        words = translate(what, language)
        # Within a line English begins small; German keeps its nouns.
        words = f"{words[0].lower()}{words[1:]}" if language is Language.ENGLISH else words
        event.add("summary", f"{translate('Hair', language)}: {words}")
        event.add("dtstart", day)
        event.add("dtend", day + timedelta(days=1))
        event.add("dtstamp", datetime.combine(card.done_on, time(12), UTC))
        if text:
            event.add("description", text)
        calendar.add_component(event)
    written: bytes = calendar.to_ical()
    return written
