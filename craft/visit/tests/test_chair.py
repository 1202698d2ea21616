"""The chair: what a step asks for, and what is caught while it can be mended."""

from collections.abc import Sequence
from datetime import timedelta
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import PlanAnswer, parse
from craft.contract.bottles import BottleOut, ClashOut
from craft.contract.chair import ChairAnswer, ChairRequest, ChairStep, SwapCheck, Target
from craft.contract.plan import Flaker
from craft.styles.catalogue import TECHNIQUES
from craft.tests.requests import planned
from craft.tests.test_visit import PLAN, TEN, entry
from craft.visit.chair import chair
from craft.visit.film import film_text
from craft.visit.flags import longest_worked
from craft.visit.log import TICKS
from craft.visit.steps import PIECES, SPOT_S, TOO_LONG
from craft.visit.swap import swap_check
from craft.vocabulary import Fits, Role, SectionTick, Severity, Side, VisitFlag

GEL = {"step": "lay_in", "role": "gel"}


def at(after: float, *entries: dict[str, Any], of: PlanAnswer = PLAN, **more: Any) -> ChairAnswer:
    """The chair so many minutes after ten."""
    request = {
        "plan": of.model_dump(mode="json"),
        "events": list(entries),
        "now": (TEN + timedelta(minutes=after)).isoformat(),
    }
    return chair(parse(ChairRequest, request | more))


def step(answer: ChairAnswer, key: str) -> ChairStep:
    return next(each for each in answer.steps if each.key == key)


def gel_of(answer: ChairAnswer) -> Target:
    """The gel as it is laid in."""
    return next(row for row in step(answer, "lay_in").targets if row.role is Role.GEL)


class StepTest(TestCase):
    def test_the_step_under_way_else_the_next_then_none(self) -> None:
        first, second = (each.key for each in PLAN.steps[:2])
        self.assertEqual(at(0).step, first)
        self.assertEqual(at(5, entry(1, 0, "step_started", step=second)).step, second)
        skipped = [
            entry(number, number, "step_skipped", step=each.key, reason="not today")
            for number, each in enumerate(PLAN.steps)
        ]
        self.assertIsNone(at(60, *skipped).step)

    def test_shares_of_sections_come_to_the_dose_of_the_plan(self) -> None:
        for target in step(at(0), "lay_in").targets:
            self.assertAlmostEqual(
                sum(part.grams for part in target.parts), target.grams, delta=0.2
            )
            self.assertEqual(len(target.parts), len(PLAN.sections))

    def test_what_is_worked_whole_is_halved_alike(self) -> None:
        wash = next(each for each in at(0).steps if each.targets and not each.ticks)
        sides = [(part.side, part.grams) for part in wash.targets[0].parts]
        self.assertEqual(sides[0][1], sides[1][1])
        self.assertEqual([side for side, _ in sides], [Side.LEFT, Side.RIGHT])

    def test_calibrated_bottles_are_told_in_units_of_the_hand(self) -> None:
        gel = gel_of(at(0))
        self.assertEqual(gel.unit_g, 2)
        self.assertTrue(all(part.units for part in gel.parts))

    def test_a_diffuser_is_ticked_and_paced_and_a_hood_is_waited_for(self) -> None:
        goal = {"style": "shake_wash_and_go", "sections": 8}
        held = step(at(0, of=planned(goal=goal, dry="diffuser")), "dry")
        waited = step(at(0, of=planned(goal=goal, dry="hood")), "dry")
        self.assertEqual((held.ticks, held.spot_s, held.dwell), (SectionTick.DRIED, SPOT_S, None))
        self.assertIsNone(waited.ticks)
        assert waited.dwell is not None
        self.assertGreaterEqual(waited.dwell.most_min, waited.dwell.least_min)

    def test_what_comes_of_too_long_is_said_of_what_sits(self) -> None:
        mask = step(at(0), "mask").dwell
        assert mask is not None
        self.assertEqual(mask.too_long, TOO_LONG[Role.MASK])
        oil = step(at(0, of=planned(goal={"style": "full_reset"})), "pre_wash").dwell
        assert oil is not None
        self.assertEqual(oil.too_long, TOO_LONG[Role.PRE_OIL])

    def test_every_step_that_is_ticked_or_takes_pieces_is_one(self) -> None:
        keys = {
            each.key
            for style in TECHNIQUES
            for way in ("section", "cycle")
            for each in planned(
                goal={"style": style.value}, dry="diffuser", school={"distribution": way}
            ).steps
        }
        self.assertLessEqual(PIECES | set(TICKS), keys)

    def test_necks_and_arms_are_thought_of(self) -> None:
        rinse = next(each for each in PLAN.steps if each.station == "basin")
        self.assertIn("Neck", step(at(0), rinse.key).posture)

    def test_more_minutes_than_anybody_works_are_asked_about(self) -> None:
        for each, own in zip(PLAN.steps, at(0).steps, strict=True):
            self.assertEqual(own.ask_after_min, longest_worked(each))


class TimerTest(TestCase):
    SET = entry(1, 0, "timer_set", timer="mask", title="Mask", least_min=20, most_min=30)

    def test_running_due_and_too_long(self) -> None:
        states = [at(after, self.SET).timers[0].state for after in (19.9, 20, 30, 30.1)]
        self.assertEqual(states, ["running", "due", "due", "over"])
        self.assertEqual(at(10, self.SET).timers[0].loud, False)
        self.assertEqual(at(20, self.SET).timers[0].loud, True)

    def test_stopped_it_is_gone_and_set_again_it_begins_anew(self) -> None:
        stop = entry(2, 21, "timer_stopped", timer="mask")
        self.assertEqual(at(25, self.SET, stop).timers, [])
        again = entry(3, 22, "timer_set", timer="mask", title="Mask", least_min=20)
        self.assertEqual(at(25, self.SET, stop, again).timers[0].state, "running")


class UnevenTest(TestCase):
    """Sides against each other, per gram of their hair; common practice, no source."""

    RIGHT = entry(1, 40, "dose", **GEL, grams=15, side="right")
    LEFT = entry(2, 41, "dose", **GEL, grams=18, side="left")
    DONE = entry(3, 44, "step_done", step="lay_in")

    def test_a_side_that_got_more_is_told_while_it_can_be_mended(self) -> None:
        row = at(45, self.RIGHT, self.LEFT).uneven[0]
        self.assertEqual((row.more, row.less, row.percent), (Side.LEFT, Side.RIGHT, 20))
        self.assertEqual((row.add_g, row.mendable), (3.0, True))
        self.assertIn("left has 20 % more per gram of hair than right", row.text)
        self.assertIn("Add 3.0 g on the right side", row.text)
        opened = entry(4, 1500, "step_started", step="release")
        self.assertFalse(at(1501, self.RIGHT, self.LEFT, opened).uneven[0].mendable)

    def test_a_side_that_is_still_worked_may_get_more(self) -> None:
        begun = entry(2, 41, "dose", **GEL, grams=4, side="left")
        self.assertEqual(at(45, self.RIGHT, begun).uneven, [])
        self.assertEqual(at(45, self.RIGHT, begun, self.DONE).uneven[0].less, Side.LEFT)

    def test_fifteen_percent_are_borne(self) -> None:
        left = entry(2, 41, "dose", **GEL, grams=17.2, side="left")
        self.assertEqual(at(45, self.RIGHT, left, self.DONE).uneven, [])

    def sections(self, left_g: float, right_g: float) -> list[dict[str, Any]]:
        """So much for the first section of each side, both laid in."""
        by_side: dict[bool, int] = {}
        for section in PLAN.sections:
            by_side.setdefault(section.centre[0] > 0, section.number)
        return [
            each
            for number, (section, grams) in enumerate(
                ((by_side[False], left_g), (by_side[True], right_g))
            )
            for each in (
                entry(10 + number, 40, "dose", **GEL, grams=grams, section=section),
                entry(20 + number, 41, "section_done", section=section, what="laid_in"),
            )
        ]

    def test_doses_of_sections_count_for_their_sides(self) -> None:
        rows = at(45, *self.sections(3, 2)).uneven
        self.assertIn((Side.LEFT, Side.RIGHT), [(row.more, row.less) for row in rows])

    def test_as_much_for_each_section_from_the_nape_up_is_even(self) -> None:
        rate = 0.1
        log = []
        for number, section in enumerate(PLAN.sections, 1):
            grams = round(section.grams * rate, 2)
            log.append(entry(number, number, "dose", **GEL, grams=grams, section=section.number))
            self.assertEqual(at(50, *log).uneven, [], f"after section {section.number}")

    def test_front_and_back(self) -> None:
        back = entry(1, 40, "dose", **GEL, grams=4, side="back")
        front = entry(2, 41, "dose", **GEL, grams=20, side="front")
        row = at(45, back, front).uneven[0]
        self.assertEqual((row.more, row.less), (Side.FRONT, Side.BACK))

    def test_what_stays_in_the_bowl_was_not_on_the_head(self) -> None:
        left = entry(3, 46, "leftover", **GEL, grams=4)
        dose = next(
            row for row in at(50, self.RIGHT, self.LEFT, left).visit.doses if row.role == "gel"
        )
        self.assertEqual((dose.grams, dose.leftover_g), (29.0, 4.0))


class ForgottenTest(TestCase):
    def test_sections_the_step_has_not_reached(self) -> None:
        first = [each.key for each in PLAN.steps]
        over = [
            entry(number, number, "step_done", step=key)
            for number, key in enumerate(first[: first.index("shape")])
        ]
        ticked = [
            entry(50 + number, 50, "section_done", section=number, what="shaped")
            for number in range(1, 8)
        ]
        answer = at(60, *over, *ticked)
        self.assertEqual((answer.step, answer.unticked), ("shape", [8]))


class ComfortTest(TestCase):
    def test_pain_is_flagged(self) -> None:
        felt = entry(1, 60, "comfort", comfort="pain", zone="nape")
        self.assertIn(VisitFlag.PAIN, at(61, felt).visit.flags)

    def test_notes_are_told_apart(self) -> None:
        notes = [
            entry(1, 60, "note", text="front re-misted"),
            entry(2, 61, "note", about="client", text="likes it softer"),
            entry(3, 62, "note", about="next", text="4 more sections"),
        ]
        visit = at(63, *notes).visit
        self.assertEqual(
            (visit.notes, visit.said, visit.next_time),
            (["front re-misted"], ["likes it softer"], ["4 more sections"]),
        )

    def test_a_zone_judged_apart_leaves_the_whole_alone(self) -> None:
        scores = [
            entry(1, 60, "score", trait="frizz", value=4),
            entry(2, 61, "score", trait="frizz", value=2, zone="nape"),
        ]
        visit = at(63, *scores).visit
        self.assertEqual(dict(visit.scores), {"frizz": 4})
        self.assertEqual(visit.zone_scores["frizz"], {"nape": 2})


class RestTest(TestCase):
    def test_who_did_no_fine_work_needs_no_break_from_it(self) -> None:
        self.assertIsNone(at(80, entry(1, 0, "step_started", step="cleanse")).rest)

    def test_a_break_is_proposed_after_75_minutes_and_counts(self) -> None:
        keys = [each.key for each in PLAN.steps]
        self.assertIn("shape", keys)
        lay = entry(1, 0, "step_started", step="lay_in")
        done = entry(2, 50, "step_done", step="lay_in")
        shape = entry(3, 52, "step_started", step="shape")
        tired = at(80, lay, done, shape).rest
        assert tired is not None
        self.assertTrue(tired.due)
        later = entry(3, 65, "step_started", step="shape")
        rested = at(80, lay, done, later).rest
        assert rested is not None
        self.assertEqual((rested.due, rested.fine_min), (False, 15.0))

    @settings(max_examples=25, deadline=None)
    @given(st.floats(0, 600))
    def test_any_hour_has_an_answer(self, after: float) -> None:
        self.assertIsNotNone(at(after, TimerTest.SET, UnevenTest.LEFT).steps)


class MishapTest(TestCase):
    def keys(self, *entries: dict[str, Any]) -> list[str]:
        return [each.key for each in at(60, *entries).mishaps]

    def test_a_mask_without_its_rinse_is_told_and_its_rinse_mends_it(self) -> None:
        before = [
            entry(50 + number, -9, "step_done", step=key)
            for number, key in enumerate(("cleanse", "condition", "detangle"))
        ]
        done = entry(1, 0, "step_done", step="mask")
        skipped = entry(2, 5, "step_skipped", step="rinse", reason="no time")
        self.assertEqual(self.keys(*before, done), [])
        self.assertEqual(self.keys(*before, done, skipped), ["mask_not_rinsed"])
        self.assertEqual(
            self.keys(*before, done, skipped, entry(3, 9, "step_started", step="rinse")), []
        )
        mishap = at(60, *before, done, skipped).mishaps[0]
        self.assertIn("Rinse", mishap.trigger)

    def test_what_is_begun_too_early_is_told(self) -> None:
        self.assertEqual(
            self.keys(entry(1, 0, "step_started", step="shape")),
            ["unparted", "styler_after_shaping"],
        )

    def test_worked_in_order_nothing_is_told(self) -> None:
        entries = [
            entry(number, number, "step_done", step=each.key)
            for number, each in enumerate(PLAN.steps)
        ]
        for count in range(len(entries) + 1):
            self.assertEqual(self.keys(*entries[:count]), [])


class FilmTest(TestCase):
    def test_as_planned_it_ends_at_the_film_of_the_plan(self) -> None:
        film = at(0).film
        assert film is not None
        self.assertEqual(film.so_far, 0)
        self.assertAlmostEqual(film.at_end, PLAN.totals.leave_on_g_per_m2, delta=0.05)
        self.assertEqual(film.text, "")

    def test_too_much_too_little_and_what_was_left_in_the_bowl(self) -> None:
        area = PLAN.totals.surface_m2
        much = entry(1, 0, "dose", **GEL, grams=round(12 * area, 1))
        film = at(5, much).film
        assert film is not None
        self.assertIn("dries slowly", film.text)
        self.assertAlmostEqual(film.so_far, 12, delta=0.1)
        back = entry(2, 1, "leftover", **GEL, grams=round(8 * area, 1))
        film = at(5, much, back).film
        assert film is not None
        self.assertAlmostEqual(film.so_far, 4, delta=0.1)
        self.assertNotIn("dries slowly", film.text)

    def test_rich_is_not_wet(self) -> None:
        """White bits come of what stays once it is dry, slow drying of all of it."""
        self.assertEqual(film_text(9.96, 1.0), film_text(10.04, 1.0), "10.0 is not above 10")
        self.assertIn("dries slowly", film_text(10.1, 1.0))
        self.assertIn("white bits", film_text(6.0, 2.6))
        self.assertIn("clumps are lost", film_text(2.9, 0.3))
        self.assertEqual(film_text(6.0, 2.5), "")

    def test_the_first_sections_of_many_are_not_a_thin_film(self) -> None:
        started = entry(1, 0, "step_started", step="lay_in")
        share = next(part.grams for part in gel_of(at(0)).parts if part.section == 1)
        first = entry(2, 1, "dose", **GEL, grams=share, section=1)
        film = at(5, started, first).film
        assert film is not None
        self.assertAlmostEqual(film.at_end, PLAN.totals.leave_on_g_per_m2, delta=0.05)
        # The sections nobody noted a dose for got theirs as planned.
        done = at(9, started, first, entry(3, 8, "step_done", step="lay_in")).film
        assert done is not None
        self.assertAlmostEqual(done.at_end, film.at_end)

    def test_what_is_skipped_no_longer_comes(self) -> None:
        skipped = entry(1, 0, "step_skipped", step="lay_in", reason="no time")
        film = at(5, skipped).film
        assert film is not None
        self.assertLess(film.at_end, PLAN.totals.leave_on_g_per_m2)


class SettledTest(TestCase):
    def test_it_is_judged_as_opened_and_again_once_it_has_settled(self) -> None:
        visit = at(
            90,
            entry(1, 0, "score", trait="volume", value=2),
            entry(2, 45, "score", trait="volume", value=4, settled=True),
        ).visit
        self.assertEqual((visit.scores, visit.settled), ({"volume": 2}, {"volume": 4}))


class SwapTest(TestCase):
    """Another gel in the middle: label, pairs, stock and film."""

    worked = planned(
        goal={"style": "flat_twist_out", "sections": 8},
        shelf=[
            {"id": "7", "role": "gel", "stock_g": 400},
            {"id": "milk", "role": "leave_in", "stock_g": 400},
        ],
    )

    def check(
        self, stock_g: float, *entries: dict[str, Any], clashes: Sequence[ClashOut] = ()
    ) -> tuple[SwapCheck, dict[str, Fits]]:
        bottle = BottleOut(
            id="sea",
            role=Role.GEL,
            fits=Fits.YES,
            best=False,
            grams=10,
            units=None,
            unit=None,
            enough_for=None,
            clashes=list(clashes),
        )
        pair = Flaker(first="sea", second="milk", because="rubbed on the palm")
        visit = at(5, *entries, of=self.worked).visit
        answer = swap_check(self.worked, visit, Role.GEL, bottle, stock_g, [pair])
        return answer, {line.about: line.fits for line in answer.lines}

    def test_enough_of_it_and_a_pair_that_flakes(self) -> None:
        answer, lines = self.check(500)
        self.assertEqual(lines["stock"], Fits.YES)
        self.assertEqual(lines["pair"], Fits.CARE)
        self.assertEqual(lines["label"], Fits.YES)
        self.assertEqual(answer.fits, Fits.CARE)

    def test_only_what_is_still_to_come_is_needed(self) -> None:
        whole, lines = self.check(1)
        self.assertEqual((whole.fits, lines["stock"]), (Fits.NO, Fits.NO))
        rest, lines = self.check(2, entry(1, 0, "dose", **GEL, grams=whole.needed_g - 1))
        self.assertAlmostEqual(rest.needed_g, 1, delta=0.1)
        self.assertEqual(lines["stock"], Fits.YES)

    def test_a_label_against_this_head_is_the_gravest(self) -> None:
        holds = ClashOut(
            key="allergen",
            fits=Fits.NO,
            severity=Severity.STOP,
            text="Holds linalool.",
            trigger="linalool",
            source="label",
        )
        answer, _ = self.check(500, clashes=[holds])
        self.assertEqual(answer.fits, Fits.NO)
        self.assertEqual(answer.lines[0].text, "Holds linalool.")
