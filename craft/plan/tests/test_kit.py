"""Rods, pins and bands that run short. Common practice, no source; curls by the helix."""

from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import PlanAnswer
from craft.physics import curl
from craft.plan.kit.pieces import HIDDEN_FIRST, runs
from craft.tests.requests import caution_keys, planned
from craft.vocabulary import Role


def rods(**counts: int) -> list[dict[str, Any]]:
    """rods(mm20=24) → 24 rods of 20 mm."""
    return [{"diameter_mm": float(name[2:]), "count": n} for name, n in counts.items()]


def set_on(sections: int = 28, **kit: Any) -> PlanAnswer:
    return planned(
        goal={"style": "rod_set", "sections": sections, "rod_mm": 20},
        kit={"rods": kit.pop("rods"), **kit},
    )


class SubstituteRodsTest(TestCase):
    def test_enough_is_enough(self) -> None:
        answer = set_on(rods=rods(mm20=28, mm16=40))
        self.assertNotIn("kit_short", caution_keys(answer))
        self.assertEqual(
            (answer.kit_needed.substitutes, answer.kit_needed.substitute_sections), ([], [])
        )

    def test_they_lie_low_at_the_back_and_alike_on_both_sides(self) -> None:
        answer = set_on(rods=rods(mm20=22, mm16=40))
        (odd,) = answer.kit_needed.substitutes
        self.assertEqual(odd.diameter_mm, 16)
        # Pairs, and one in the middle of a row: six are missing, at most one more is taken.
        self.assertIn(odd.count, (6, 7))
        by_number = {section.number: section for section in answer.sections}
        chosen = [by_number[number] for number in odd.sections]
        rest = [section for section in answer.sections if section.number not in odd.sections]
        self.assertAlmostEqual(sum(section.centre[0] for section in chosen), 0, delta=1.0)
        lowest = max(HIDDEN_FIRST.index(section.zone) for section in chosen)
        self.assertLessEqual(lowest, min(HIDDEN_FIRST.index(section.zone) for section in rest))
        self.assertTrue(all(section.rod_mm == 16 for section in chosen))
        self.assertTrue(all(section.rod_mm == 20 for section in rest))

    def test_a_single_one_is_taken_in_the_middle_or_as_a_pair(self) -> None:
        answer = set_on(rods=rods(mm20=27, mm16=40))
        (odd,) = answer.kit_needed.substitutes
        places = [
            section.centre[0] for section in answer.sections if section.number in odd.sections
        ]
        self.assertAlmostEqual(sum(places), 0, delta=0.1)

    def test_three_sizes_each_short_of_their_own(self) -> None:
        answer = planned(
            goal={"style": "rod_set", "sections": 40},
            parting={"sizes_mm": [12, 16, 20]},
            kit={"rods": rods(mm12=40, mm16=40, mm20=4, mm22=40)},
        )
        needed = {rod.diameter_mm: rod for rod in answer.kit_needed.rods}
        self.assertEqual(sum(need.count for need in needed.values()), 40)
        self.assertEqual([size for size, need in needed.items() if need.short], [20])
        self.assertEqual(needed[20].short, needed[20].count - 4)
        self.assertEqual(
            {substitute.diameter_mm for substitute in answer.kit_needed.substitutes}, {22}
        )
        self.assertEqual({section.rod_mm for section in answer.sections}, {12, 16, 20, 22})

    def test_the_nearest_size_that_is_enough(self) -> None:
        answer = set_on(rods=rods(mm20=20, mm16=40, mm18=3, mm10=40))
        self.assertEqual(
            [substitute.diameter_mm for substitute in answer.kit_needed.substitutes], [16]
        )

    def test_two_sizes_where_one_is_not_enough(self) -> None:
        answer = set_on(rods=rods(mm20=18, mm16=6, mm25=6))
        self.assertEqual(
            [substitute.diameter_mm for substitute in answer.kit_needed.substitutes], [16, 25]
        )
        self.assertGreaterEqual(
            sum(substitute.count for substitute in answer.kit_needed.substitutes), 10
        )
        for substitute in answer.kit_needed.substitutes:
            self.assertLessEqual(substitute.count, 6)

    def test_nothing_stands_in_where_all_is_too_little(self) -> None:
        answer = set_on(rods=rods(mm20=4, mm16=6))
        self.assertEqual(answer.kit_needed.substitutes, [])
        text = next(caution.text for caution in answer.cautions if caution.key == "kit_short")
        self.assertIn("no other size is enough", text)

    def test_most_missing_is_another_size_throughout(self) -> None:
        answer = set_on(rods=rods(mm20=1, mm10=40))
        text = next(caution.text for caution in answer.cautions if caution.key == "kit_short")
        self.assertIn("27 of 28 rods of 20 mm are missing", text)
        self.assertIn("use 10 mm throughout, or another style", text)
        self.assertNotIn("low at the back", text)
        self.assertEqual({section.rod_mm for section in answer.sections}, {10})

    def test_what_it_does_to_the_curl(self) -> None:
        answer = set_on(rods=rods(mm20=22, mm16=40))
        (odd,) = answer.kit_needed.substitutes
        # The curl is as wide as the hair lies on its rod; hair on a thinner rod lies thicker.
        self.assertTrue(16 / 20 < odd.curl_mm / odd.wanted_curl_mm < 0.9)
        coil = odd.curl_mm / 10
        expected = curl.spring_length(25, coil, 70, 0.2 * coil)
        self.assertAlmostEqual(odd.length_cm, expected, delta=0.1)

    @settings(max_examples=25, deadline=None)
    @given(st.integers(0, 30), st.integers(0, 30), st.integers(0, 30))
    def test_never_more_rods_than_there_are(self, wanted: int, smaller: int, larger: int) -> None:
        answer = set_on(rods=rods(mm20=wanted, mm16=smaller, mm25=larger))
        counts = {16.0: smaller, 25.0: larger}
        for substitute in answer.kit_needed.substitutes:
            self.assertLessEqual(substitute.count, counts[substitute.diameter_mm])
        taken = {section.number: section.rod_mm for section in answer.sections}
        if answer.kit_needed.substitutes or wanted >= 28:
            self.assertLessEqual(sum(mm == 20 for mm in taken.values()), max(wanted, 0))

    def test_two_rods_for_a_twist_go_together(self) -> None:
        answer = planned(
            goal={"style": "twist_rod_set", "sections": 14, "rod_mm": 20},
            kit={"rods": rods(mm20=24, mm16=30)},
        )
        (odd,) = answer.kit_needed.substitutes
        self.assertEqual((odd.count, len(odd.sections)), (4, 2))


class FixesTest(TestCase):
    def test_another_size_for_the_whole_head(self) -> None:
        answer = set_on(rods=rods(mm20=22, mm16=40))
        fix = next(fix for fix in answer.fixes if fix.key == "other_rods")
        self.assertEqual(fix.change, {"goal": {"rod_mm": 16.0}})
        self.assertIn("mm across instead of", fix.effect)

    def test_fewer_sections(self) -> None:
        answer = set_on(rods=rods(mm20=22))
        fix = next(fix for fix in answer.fixes if fix.key == "fewer_sections")
        self.assertEqual(fix.change, {"goal": {"sections": 22}})
        self.assertLess(fix.hands_on_min, 0)
        mended = set_on(22, rods=rods(mm20=22))
        self.assertNotIn("kit_short", caution_keys(mended))
        saved = answer.totals.hands_on_min - mended.totals.hands_on_min
        self.assertAlmostEqual(-fix.hands_on_min, saved, delta=1.5)

    def test_not_so_few_that_it_is_another_style(self) -> None:
        answer = set_on(rods=rods(mm20=9))
        self.assertNotIn("fewer_sections", [fix.key for fix in answer.fixes])

    def test_pins_bands_and_clips(self) -> None:
        for kit, word in (({"pins": 10}, "pins"), ({"clips": 1}, "clips")):
            answer = planned(kit=kit)
            text = next(caution.text for caution in answer.cautions if caution.key == "kit_short")
            self.assertIn(f"{word} are needed", text)
        fewer = planned(kit={"pins": 12}, goal={"sections": 8})
        fix = next(fix for fix in fewer.fixes if fix.key == "fewer_sections")
        self.assertEqual(fix.change["goal"]["sections"], 6)
        banded = planned(kit={"bands": 5}, goal={"style": "banded_stretch"})
        self.assertIn("kit_short", caution_keys(banded))

    def test_what_is_elsewhere_is_told(self) -> None:
        answer = planned(kit={"pins": 2, "busy": ["14 pins with Runa until Sat 10:00"]})
        text = next(caution.text for caution in answer.cautions if caution.key == "kit_short")
        self.assertIn("14 pins with Runa until Sat 10:00", text)

    def test_too_much_by_hand_is_answered_by_the_usual_doses(self) -> None:
        by_layer = {"layers": [{"role": "leave_in"}, {"role": "gel", "grams": 90}]}
        by_edit = {"edits": [{"op": "override", "step": "lay_in", "role": "gel", "grams": 90}]}
        for wish in (by_layer, by_edit):
            answer = planned(**wish)
            fix = next(fix for fix in answer.fixes if fix.caution == "residue_risk")
            mended = planned(**{**wish, **fix.change})
            self.assertNotIn("residue_risk", caution_keys(mended))
            self.assertLess(mended.totals.product_g[Role.GEL], 90)


class RunsTest(TestCase):
    def test_numbers_a_hand_can_follow(self) -> None:
        cases = (
            ([1], "1"),
            ([1, 2], "1, 2"),
            ([1, 2, 3], "1 to 3"),
            ([1, 3, 5], "1, 3, 5"),
            ([1, 2, 3, 4, 7, 9, 10, 11], "1 to 4, 7, 9 to 11"),
        )
        for numbers, words in cases:
            self.assertEqual(runs(numbers), words)
