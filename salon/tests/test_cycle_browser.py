"""Section by section at the chair: taps, amounts, an empty bottle, other hands, no connection."""

import re
from typing import Any

from playwright.sync_api import expect

from craft.contract.events import DoseTaken, SectionDone
from craft.visit.fold import fold
from craft.visit.shares import dose_shares
from craft.vocabulary import Role
from salon.checks.browser import PHONE, TABLET
from salon.platform.roles import WorkRole
from salon.products.models import Product
from salon.staff.services import add_colleague
from salon.tests.at_chair import ChairTest, press_space, rest
from salon.tests.base import PASSWORD
from salon.visits.log import events_of, open_visit

#: Many sections in warm, dry air: what waits has dried before its turn.
GOAL = {"style": "two_strand_twist_out", "sections": 14}
DRY_ROOM = {"temp_c": 30, "rh": 0.2}
COILS = {"style": "finger_coils", "sections": 76}


class CycleBrowserTest(ChairTest):
    wish: dict[str, Any] = {"goal": GOAL, "room": DRY_ROOM, "school": {"rewet": "spray"}}

    def finish(self, number: int) -> None:
        """Finish the section at hand with the large button's key."""
        large = self.page.get_by_role("button", name=f"Section {number} done")
        expect(large).to_be_visible()
        press_space(self.page)
        expect(large).to_have_count(0)

    def hand_over(self, to: str) -> None:
        page = self.page
        page.get_by_role("button", name="Hand over").click()
        page.get_by_role("combobox", name="Hand over to").press("Enter")
        page.get_by_role("option", name=to).click()
        page.locator("form").get_by_role("button", name="Hand over").click()
        expect(page.get_by_text(f"{to} is working")).to_be_visible()

    def swap_gel(self, to: str) -> None:
        page = self.page
        page.get_by_role("button", name="Swap product").click()
        page.get_by_role("group").get_by_text("Clear gel", exact=True).click()
        page.get_by_role("combobox", name="Replace Clear gel with").press("Enter")
        page.get_by_role("option", name=re.compile(to)).click()
        page.get_by_role("button", name="Save note").click()

    def offline_to_the_end_but_for_the_ninth(self) -> None:
        page = self.page
        page.context.set_offline(True)
        try:
            # Where it has dried it is sprayed again.
            expect(page.get_by_text(re.compile("[1-9] spray"))).to_be_visible()
            self.finish(7)
            self.finish(8)
            for number in range(10, 15):
                page.locator(f"[data-section='{number}']").click()
                self.finish(number)
            expect(page.get_by_text("1 section left: 9")).to_be_visible()
            expect(page.get_by_text("No connection")).to_be_visible()
        finally:
            page.context.set_offline(False)
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()

    def test_fourteen_sections_with_everything_that_happens(self) -> None:
        other = Product.objects.create(
            name="Sea gel", role="gel", ingredients="Aqua", stock_g=300, unit="pump", unit_g=2
        )
        add_colleague("ilse", PASSWORD, WorkRole.SPECIALIST, "Ilse")
        page = self.sit(until="work")
        page.evaluate("navigator.serviceWorker.ready.then(() => true)")
        page.reload()
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        press_space(page)
        expect(page.get_by_role("heading", name=re.compile("^of 14 · "))).to_be_visible()
        self.finish(1)
        self.finish(2)
        # More gel for the third alone.
        page.get_by_role("button", name="Clear gel: more").click()
        expect(page.get_by_text("all that follow")).to_be_visible()
        self.finish(3)
        expect(page.get_by_text("all that follow")).to_have_count(0)
        self.finish(4)
        self.finish(5)
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        self.swap_gel("Sea gel")
        self.finish(6)
        self.hand_over("Ilse")
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        self.offline_to_the_end_but_for_the_ninth()
        self.finish(9)
        after = next(step for step in self.plan.parsed_answer.steps if step.key == "set_home")
        expect(page.get_by_role("heading", name=after.title, exact=True)).to_be_visible()
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        self.assertEverythingCounted(other)

    def assertEverythingCounted(self, other: Product) -> None:
        """Sums, bottles, stock and hands to the gram and the section."""
        events = events_of(self.visit)
        ticks = [event for event in events if isinstance(event, SectionDone)]
        self.assertEqual(sorted(tick.data.section for tick in ticks), list(range(1, 15)))
        (dose,) = [event for event in events if isinstance(event, DoseTaken)]
        self.assertEqual((dose.data.section, dose.data.role), (3, Role.GEL))

        plan = self.plan.parsed_answer
        folded = fold(plan, events)
        work = next(step for step in plan.steps if step.key == "work")
        planned = next(each for each in work.products if each.role is Role.GEL).grams
        shares = dose_shares(plan, Role.GEL)
        gel = next(run for run in folded.doses if run.role is Role.GEL)
        self.assertAlmostEqual(gel.grams, planned * (1 - shares[3]) + dose.data.grams, places=1)
        first = planned * sum(shares[n] for n in (1, 2, 4, 5)) + dose.data.grams
        bottles = {each.id: each.grams for each in gel.bottles}
        self.assertAlmostEqual(bottles[str(self.gel.pk)], first, places=1)
        self.gel.refresh_from_db()
        other.refresh_from_db()
        self.assertAlmostEqual(400 - (self.gel.stock_g or 0), first, places=1)
        self.assertAlmostEqual(300 - (other.stock_g or 0), gel.grams - first, places=1)
        run = next(run for run in folded.steps if run.key == "work")
        self.assertEqual(
            {each.by: len(each.sections) for each in run.hands}, {"vera": 6, "ilse": 8}
        )

    def test_an_amount_goes_on_for_the_sections_that_follow_and_outlives_a_reload(self) -> None:
        page = self.sit(until="work")
        press_space(page)
        self.finish(1)
        page.get_by_role("button", name="Clear gel: less").click()
        page.get_by_text("all that follow").click()
        self.finish(2)
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        page.reload()
        self.finish(3)
        page.keyboard.press("4")
        expect(page.get_by_role("button", name="Section 5 done")).to_be_visible()
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        doses = [event.data for event in events_of(self.visit) if isinstance(event, DoseTaken)]
        self.assertEqual([dose.section for dose in doses], [2, 3, 4])
        self.assertEqual(len({dose.units for dose in doses}), 1)
        # Taken back, the section is at hand again.
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("button", name="Section 4 done")).to_be_visible()

    def test_a_key_that_is_held_finishes_one_section(self) -> None:
        page = self.sit(until="work")
        press_space(page)
        expect(page.get_by_role("button", name="Section 1 done")).to_be_visible()
        rest(page)
        for _ in range(5):
            page.keyboard.down("Space")
        page.keyboard.up("Space")
        expect(page.get_by_role("button", name="Section 2 done")).to_be_visible()
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        ticks = [event for event in events_of(self.visit) if isinstance(event, SectionDone)]
        self.assertEqual(len(ticks), 1)

    def test_coils_that_share_an_amount_are_finished_by_row(self) -> None:
        self.visit.delete()
        self.plan = self.planned(self.person, {"goal": COILS})
        self.visit = open_visit(self.plan, self.user)
        page = self.sit(until="work")
        press_space(page)
        page.get_by_role("button", name="Clear gel: more").click()
        row = page.get_by_role("button", name=re.compile("^Finish 1 to [0-9]+ together$"))
        last = int((row.inner_text()).split()[3])
        row.click()
        expect(page.get_by_role("button", name=f"Section {last + 1} done")).to_be_visible()
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        events = events_of(self.visit)
        ticks = [event.data.section for event in events if isinstance(event, SectionDone)]
        self.assertEqual(ticks, list(range(1, last + 1)))
        doses = [event.data for event in events if isinstance(event, DoseTaken)]
        self.assertEqual([dose.role for dose in doses], [Role.GEL])
        # One undo takes the row back.
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("button", name="Section 1 done")).to_be_visible()

    def test_a_pedal_finishes_the_section_that_fills_the_screen(self) -> None:
        page = self.sit(until="work")
        press_space(page)
        self.finish(1)
        page.get_by_role("button", name="Full screen").click()
        expect(
            page.get_by_role("button", name=re.compile("pump Clear gel.*Section 2 done"))
        ).to_be_visible()
        rest(page)
        page.keyboard.press("PageDown")
        expect(page.get_by_role("button", name=re.compile("Section 3 done 0:"))).to_be_visible()

    def test_it_fits_every_screen(self) -> None:
        page = self.sit(until="work")
        press_space(page)
        for size in ({"width": 1024, "height": 768}, {"width": 1180, "height": 820}, TABLET, PHONE):
            page.set_viewport_size(size)  # type: ignore[arg-type]
            expect(page.get_by_role("button", name="Section 1 done")).to_be_in_viewport()
            wide = page.evaluate("document.documentElement.scrollWidth - innerWidth")
            self.assertLessEqual(wide, 0, size)

    def test_what_is_put_ready_is_ticked_before_it_begins(self) -> None:
        Product.objects.filter(pk=self.gel.pk).update(stock_g=2)
        page = self.sit()
        listed = page.get_by_role("region", name="Lay out before you begin")
        expect(listed).to_contain_text("2 g left")
        listed.get_by_text("Clear gel").click()
        expect(listed).to_contain_text("1 of")
        page.reload()
        expect(listed.get_by_role("checkbox", name="Clear gel")).to_be_checked()
        press_space(page)
        expect(listed).to_have_count(0)
