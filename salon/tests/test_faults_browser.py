"""What went wrong at the chair: marked on the map, explained, and known at the next visit."""

from datetime import timedelta
from typing import Any

from django.utils import timezone
from playwright.sync_api import expect

from craft.visit.fold import fold
from craft.vocabulary import Fault
from salon.salon_settings.models import Salon
from salon.tests.at_chair import ChairTest
from salon.visits.log import events_of, open_visit
from salon.visits.models import Event


class FaultsBrowserTest(ChairTest):
    wish: dict[str, Any] = {"goal": {"style": "two_strand_twist_out", "sections": 8}}

    def mark(self, section: int) -> None:
        self.page.locator(f".faults [data-section='{section}'] .figure").click()

    def to_results(self) -> None:
        """The style is opened; it was damp at the roots."""
        keys = [step.key for step in self.plan.parsed_answer.steps]
        self.log(
            timezone.now() - timedelta(hours=1),
            ("touch", {"place": "roots", "dryness": "damp_roots"}),
            *[("step_skipped", {"step": key, "reason": "test"}) for key in keys],
        )
        self.sit()

    def test_marked_on_the_map_with_its_cause_and_known_next_time(self) -> None:
        self.to_results()
        page = self.page
        page.get_by_text("frizz at the roots").click()
        for section in (2, 5, 7):
            self.mark(section)
        self.mark(5)
        findings = page.locator(".faults li")
        expect(findings).to_contain_text("sections 2, 7")
        expect(findings).to_contain_text("It was still damp here when the set was opened.")
        expect(findings).to_contain_text("Leave it longer or dry this place first.")
        runs = fold(self.plan.parsed_answer, events_of(self.visit)).faults
        self.assertEqual([(run.fault, run.sections) for run in runs], [(Fault.FRIZZ_ROOTS, [2, 7])])
        page.get_by_role("button", name="Finish visit").click()
        expect(page.get_by_text("The visit is finished")).to_be_visible()

        page.goto(f"/visits/{self.visit.pk}")
        expect(page.get_by_text("sections 2, 7")).to_be_visible()
        self.visit = open_visit(self.planned(self.person, self.wish), self.user)
        self.sit()
        last = page.locator(".last")
        expect(last).to_contain_text("Last time")
        expect(last).to_contain_text("It was still damp here when the set was opened.")

    def test_marked_without_a_connection_and_explained_once_it_is_back(self) -> None:
        self.to_results()
        page = self.page
        page.get_by_text("white flakes", exact=True).click()
        page.context.set_offline(True)
        try:
            self.mark(3)
            findings = page.locator(".faults li")
            expect(findings).to_contain_text("3")
            expect(findings).not_to_contain_text("Most often")
        finally:
            page.context.set_offline(False)
        expect(findings).to_contain_text("Most often product that was not smoothed through")
        self.assertEqual(Event.objects.filter(visit=self.visit, kind="fault").count(), 1)

    def test_the_salon_chooses_the_sound_and_a_device_its_own(self) -> None:
        page = self.sit()
        expect(page.get_by_role("button", name="Sound off")).to_be_visible()
        Salon.objects.update(chair_sound=True)
        page.reload()
        page.get_by_role("button", name="Sound on").click()
        expect(page.get_by_role("button", name="Sound off")).to_be_visible()
        page.reload()
        expect(page.get_by_role("button", name="Sound off")).to_be_visible()
