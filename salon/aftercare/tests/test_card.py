"""The card for home."""

import re
from datetime import timedelta
from io import BytesIO
from unittest.mock import patch
from xml.etree import ElementTree

from django.test import SimpleTestCase
from django.utils import timezone
from icalendar import Calendar
from pypdf import PdfReader

from craft.contract import parse
from craft.vocabulary import HomeDrawing
from salon.aftercare.drawings import drawing
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon
from salon.tests.base import ApiTest


class CardTest(ApiTest):
    plan: Plan

    def setUp(self) -> None:
        super().setUp()
        current_salon()
        Salon.objects.update(name="Quay", phone="+351 21 000 00 00")
        wish = {"client": self.person.pk, "goal": {"style": "two_strand_twist_out", "wear_days": 6}}
        self.plan = save(self.person, parse(ClientWish, wish), self.user)

    def text(self, **query: str) -> str:
        answer = self.client.get(f"/api/plans/{self.plan.pk}/card/", query)
        self.assertEqual(answer.status_code, 200)
        return answer.content.decode()

    def pages(self, **query: str) -> PdfReader:
        answer = self.client.get(f"/api/plans/{self.plan.pk}/card.pdf", query)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return PdfReader(BytesIO(answer.content))

    def test_the_page_tells_days_amounts_help_and_whom_to_call(self) -> None:
        text = self.text()
        for words in (
            self.person.name,
            "Wash by",
            "presses of the sprayer",
            "The scalp itches",
            "+351 21 000 00 00",
            "not medical advice",
        ):
            self.assertIn(words, text)
        self.assertEqual(text.count("<svg"), 2)

    def test_markup_in_a_name_stays_text(self) -> None:
        self.person.name = "<script>alert(1)</script>"
        self.person.save()
        self.assertNotIn("<script>", self.text())

    def test_one_page_of_tagged_pdf_with_a_title_and_a_language(self) -> None:
        pdf = self.pages()
        self.assertEqual(len(pdf.pages), 1)
        root = pdf.trailer["/Root"]
        self.assertTrue(root["/MarkInfo"]["/Marked"])
        self.assertEqual(root["/Lang"], "en")
        self.assertIn(self.person.name, pdf.metadata.title)
        self.assertIn("Wash by", pdf.pages[0].extract_text())

    def test_in_german_it_is_one_page_too_and_says_so(self) -> None:
        pdf = self.pages(language="de")
        self.assertEqual(len(pdf.pages), 1)
        self.assertEqual(pdf.trailer["/Root"]["/Lang"], "de")
        self.assertIn("Waschen bis", pdf.pages[0].extract_text())

    def test_large_print_and_a_phone(self) -> None:
        large, phone = self.pages(size="large"), self.pages(size="phone")
        self.assertLess(float(phone.pages[0].mediabox.width), 85 / 25.4 * 72 + 1)
        self.assertGreaterEqual(len(large.pages), 1)
        answer = self.client.get(f"/api/plans/{self.plan.pk}/card.pdf", {"size": "a9"})
        self.assertRefused(answer, "size", "a4, large, phone")

    def test_without_the_library_it_says_what_to_install(self) -> None:
        with (
            patch.dict("sys.modules", {"weasyprint": None}),
            patch("builtins.__import__", side_effect=missing),
        ):
            answer = self.client.get(f"/api/plans/{self.plan.pk}/card.pdf")
        self.assertRefused(answer, "pdf", "apt install")

    def test_its_days_for_a_calendar_name_nobody(self) -> None:
        answer = self.client.get(f"/api/plans/{self.plan.pk}/card.ics")
        self.assertNotIn(self.person.name, answer.content.decode())
        events = Calendar.from_ical(answer.content).walk("VEVENT")
        days = {str(event["summary"]): event["dtstart"].dt for event in events}
        today = timezone.localdate()
        self.assertEqual(days["Hair: opening, with us"], today + timedelta(days=1))
        self.assertLessEqual(days["Hair: wash by"], today + timedelta(days=14))
        self.assertEqual(len({str(event["uid"]) for event in events}), len(events))


def missing(name: str, *_args: object, **_kwargs: object) -> object:
    """An import on a machine without Pango."""
    if name == "weasyprint":
        raise OSError("cannot load library 'libpango-1.0-0'")
    return IMPORT(name, *_args, **_kwargs)  # type: ignore[arg-type]


IMPORT = __import__


class DrawingTest(SimpleTestCase):
    def test_every_drawing_lies_on_its_sheet(self) -> None:
        for what in HomeDrawing:
            with self.subTest(what):
                drawn = drawing(what)
                self.assertTrue(drawn["words"])
                for line in drawn["lines"]:  # type: ignore[attr-defined]
                    self.assertTrue(re.match(r"M[\d. L-]+Z?$", line.path), line.path)
                    for x, y in line.points:
                        self.assertTrue(-2 <= x <= 102 and -2 <= y <= 122, (what, x, y))

    def test_drawings_are_well_formed(self) -> None:
        for what in HomeDrawing:
            paths = "".join(f'<path d="{line.path}"/>' for line in drawing(what)["lines"])  # type: ignore[attr-defined]
            ElementTree.fromstring(f"<svg>{paths}</svg>")
