"""What sets leave, over many heads: bounds and laws of rods, coils, bands and strands."""

from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import PlanRequest, parse
from craft.errors import CraftError
from craft.physics import curl, winding
from craft.plan.assemble import case_of
from craft.plan.case import Case
from craft.plan.kit.curls import (
    banded_section,
    bands_of,
    coil_hangs,
    coil_mm,
    curl_width,
    hangs,
    rod_curl,
    section_hangs,
    set_in_words,
    span,
    stretch_of,
    turns_of,
)
from craft.plan.kit.pieces import bands_for, rods_by_section, rods_by_size
from craft.tests.requests import plan_request, planned

LOW_HIGH = (slice(0, 4), slice(-4, None))
LENGTHS = st.integers(6, 60)
INDEXES = st.floats(1.1, 3.2)


def case(style: str, length: float = 25, index: float = 2.5, **goal: Any) -> Case:
    hair = {"length_cm": length, "relaxed_cm": round(length / index, 2)}
    request = plan_request(hair=hair, goal={"style": style} | goal)
    return case_of(parse(PlanRequest, request))


class LengthTest(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(
        st.sampled_from(["two_strand_twist_out", "braid_out", "finger_coils", "banded_stretch"]),
        LENGTHS,
        INDEXES,
    )
    def test_between_natural_and_straight(self, style: str, length: int, index: float) -> None:
        subject = case(style, length, index)
        sits = hangs(subject, stretch_of(subject), None)
        natural = length / subject.hair.curl_index
        self.assertTrue(natural - 1e-6 <= sits <= length + 1e-6)

    @settings(max_examples=30, deadline=None)
    @given(LENGTHS, st.floats(0, 0.9), st.floats(0.01, 0.1))
    def test_more_stretch_hangs_longer(self, length: int, stretch: float, more: float) -> None:
        subject = case("two_strand_twist_out", length)
        self.assertGreater(hangs(subject, stretch + more, None), hangs(subject, stretch, None))

    def test_sections_of_a_short_nape_sit_shorter(self) -> None:
        answer = planned(
            hair={"zones": {"nape": {"length_cm": 12}}},
            goal={"style": "two_strand_twist_out", "sections": 30},
        )
        # The lowest sections hold most of the nape's hair.
        low, high = (
            [section.sits_cm or 0 for section in answer.sections[part]] for part in LOW_HIGH
        )
        self.assertLess(max(low), min(high))

    def test_each_section_by_its_own_length(self) -> None:
        subject = case("two_strand_twist_out")
        stretch = subject.technique.setting.stretch
        for section in subject.sections:
            natural = section.length_cm / 2.5
            straight = curl.finished_length(section.length_cm, 2.5, stretch)
            # The spring it was wound to is a little shorter than straight hair.
            sits = section_hangs(subject, section, None)
            self.assertTrue(natural + 0.7 * (straight - natural) < sits < straight)


class RodsTest(TestCase):
    @settings(max_examples=30, deadline=None)
    @given(st.floats(6, 40), st.floats(0.5, 8))
    def test_thicker_rods_wider_curls(self, rod: float, more: float) -> None:
        subject = case("rod_set")
        thin, thick = rod_curl(subject, rod), rod_curl(subject, rod + more)
        self.assertGreater(thick.diameter_mm, thin.diameter_mm)
        self.assertLess(thick.wound.turns, thin.wound.turns)

    def test_more_rods_on_a_head_carry_less_hair_each(self) -> None:
        few, many = (case("rod_set", sections=count) for count in (20, 50))
        self.assertGreater(
            rod_curl(few, 20).wound.thickness_mm, rod_curl(many, 20).wound.thickness_mm
        )

    def test_two_rods_share_a_twist(self) -> None:
        # Its end is split onto two rods: common practice, no source.
        subject = case("twist_rod_set")
        section = subject.sections[0]
        shared = rod_curl(subject, 20, section=section).wound
        alone = winding.wind(section.grams, section.length_cm, 20)
        self.assertLess(shared.thickness_mm, alone.thickness_mm)

    def test_rods_of_the_sections_are_the_rods_of_the_kit(self) -> None:
        subject = case_of(
            parse(
                PlanRequest,
                plan_request(
                    goal={"style": "rod_set", "sections": 36},
                    parting={"sizes_mm": [12, 18, 24]},
                ),
            )
        )
        by_section = list(rods_by_section(subject).values())
        for size, count in rods_by_size(subject).items():
            self.assertEqual(by_section.count(size), count)

    def test_width_is_told_for_rods_and_coils_only(self) -> None:
        for style, rod in (("rod_set", 20.0), ("finger_coils", None)):
            subject = case(style)
            self.assertGreater(curl_width(subject, subject.sections[0], rod) or 0, 0)
        twists = case("two_strand_twist_out")
        self.assertIsNone(curl_width(twists, twists.sections[0], None))


class CoilsTest(TestCase):
    @settings(max_examples=30, deadline=None)
    @given(LENGTHS, st.floats(4, 20), st.floats(0.5, 10))
    def test_wider_turns_take_more_length(self, length: int, width: float, more: float) -> None:
        narrow = case("finger_coils", length, coil_mm=width)
        wide = case("finger_coils", length, coil_mm=width + more)
        stretch = stretch_of(narrow)
        self.assertGreater(coil_hangs(narrow, length, stretch), coil_hangs(wide, length, stretch))

    def test_the_usual_width_hangs_as_the_technique_does(self) -> None:
        for length in (8, 15, 30):
            usual = case("finger_coils", length)
            width = coil_mm(usual, length)
            same = case("finger_coils", length, coil_mm=width)
            stretch = stretch_of(usual)
            self.assertAlmostEqual(
                coil_hangs(usual, length, stretch), coil_hangs(same, length, stretch), places=6
            )

    def test_turns_and_length_are_one_helix(self) -> None:
        subject = case("finger_coils", 20)
        section = subject.sections[0]
        turns = turns_of(subject, section, None) or 0
        sits = coil_hangs(subject, section.length_cm, stretch_of(subject))
        rise = sits / turns
        helix = curl.helix(section.length_cm, coil_mm(subject, section.length_cm) / 10, rise)
        self.assertAlmostEqual(helix.hanging_cm, sits, places=4)


class BandsTest(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.integers(4, 60))
    def test_what_is_usual_fits_any_length(self, length: int) -> None:
        subject = case("banded_stretch", length)
        held = banded_section(subject, length)
        assert held is not None
        self.assertAlmostEqual(held.under_cm + held.gaps_cm + held.out_cm, length)
        self.assertGreaterEqual(held.gap_cm, 0)
        self.assertTrue(0 < stretch_of(subject) < 1)

    def test_only_banded_styles_have_bands(self) -> None:
        self.assertIsNone(bands_of(case("braid_out")))
        self.assertEqual(bands_for(case("braid_out"), 12), 0)
        self.assertEqual(bands_for(case("banded_stretch"), 6), 24)
        self.assertEqual(bands_for(case("banded_twist_out"), 12), 24)
        self.assertEqual(bands_for(case("banded_twist_out"), 11), 24)

    def test_more_bands_stretch_more_and_cost_more(self) -> None:
        few, many = (
            planned(goal={"style": "banded_stretch", "bands": {"each": each}}) for each in (2, 6)
        )
        self.assertGreater(many.finished.length_cm, few.finished.length_cm)
        self.assertEqual(many.kit_needed.bands, 3 * few.kit_needed.bands)

    def test_a_wish_that_does_not_fit_names_its_range(self) -> None:
        with self.assertRaises(CraftError) as caught:
            stretch_of(case("banded_stretch", 10, bands={"each": 8, "turns": 4.0}))
        self.assertEqual(caught.exception.field, "goal.bands.each")
        self.assertRegex(caught.exception.message, r"give 1 to \d+")


class TextTest(TestCase):
    def test_spans(self) -> None:
        self.assertEqual(span([2.04, 2.01], 1), "2.0")
        self.assertEqual(span([2, 5, 3]), "2 to 5")

    def test_what_a_set_is_made_of(self) -> None:
        expected = {
            "rod_set": ("turns round a rod", "rod_winding"),
            "finger_coils": ("mm wide", "coil_width"),
            "braid_out": ("turns in each", "twine_turns"),
            "banded_stretch": ("ends left out", "bands"),
        }
        for style, (words, rule) in expected.items():
            subject = case(style)
            details, why = set_in_words(subject, rods_by_section(subject))
            self.assertTrue(any(words in line for line in details), (style, details))
            self.assertIn(rule, [each.rule for each in why])

    def test_to_the_tip_is_said(self) -> None:
        subject = case("banded_stretch", bands={"ends_out_cm": 0.0})
        self.assertIn("to the tip", set_in_words(subject, {})[0][-1])
