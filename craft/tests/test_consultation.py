"""The consultation: what is asked, what can be answered, and what cannot."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.profile.answers import check_answer, is_fresh, split
from craft.profile.consultation import BY_KEY, OBSERVED, QUESTIONS, Answer, Part, hair_range


class AnswerTest(TestCase):
    GOOD = (
        ("pattern", "4b"),
        ("pattern", "4B"),
        ("porosity", "low"),
        ("density", "high"),
        ("density_per_cm2", 20),
        ("density_per_cm2", 450),
        ("strand", "fine"),
        ("diameter_um", 70.5),
        ("length_cm", 1),
        ("length_cm", 150),
        ("relaxed_cm", 0.3),
        ("head_cm", 40),
        ("head_cm", 70),
        ("buildup", "heavy"),
        ("circumference_cm", 1),
        ("circumference_cm", 30),
        ("bead_s", 40),
        ("bead_s", "late"),
        ("slide", "rough"),
        ("scalp", "dry, flaking"),
        ("scalp", ["dry"]),
        ("stop_signs", ["weeping", "severe_pain"]),
        ("reason", "A wedding by the sea."),
        ("event_on", "2026-06-20"),
        ("allergies", ["linalool"]),
        ("stretch_returns", "no"),
    )
    BAD = (
        ("pattern", "1a"),
        ("pattern", 4),
        ("porosity", "LOW "),
        ("density_per_cm2", 19.9),
        ("density_per_cm2", 451),
        ("density_per_cm2", "many"),
        ("diameter_um", 19),
        ("diameter_um", float("inf")),
        ("length_cm", 0),
        ("length_cm", float("nan")),
        ("length_cm", True),
        ("head_cm", 39),
        ("circumference_cm", 31),
        ("circumference_cm", "thick"),
        ("bead_s", "never"),
        ("bead_s", -1),
        ("slide", 3),
        ("scalp", "green"),
        ("stop_signs", ["itching"]),
        ("stop_signs", 3),
        ("reason", ""),
        ("reason", "x" * 301),
        ("event_on", "20 June"),
        ("event_on", "2026-02-30"),
        ("allergies", "linalool"),
        ("allergies", [""]),
        ("allergies", ["a"] * 31),
        ("shed_hairs", 5001),
    )

    def test_what_can_be(self) -> None:
        for field, value in self.GOOD:
            with self.subTest(field=field, value=value):
                check_answer(field, value)

    def test_what_cannot_be_names_the_field_and_what_can(self) -> None:
        for field, value in self.BAD:
            with self.subTest(field=field, value=value), self.assertRaises(CraftError) as caught:
                check_answer(field, value)
            self.assertEqual(caught.exception.field, field)
            self.assertRegex(caught.exception.message, r"^(Give |Use )")

    def test_ranges_are_those_of_the_contract(self) -> None:
        self.assertEqual(hair_range("length_cm"), (1, 150))
        self.assertEqual(BY_KEY["density_per_cm2"].range, (20, 450))

    @given(st.one_of(st.none(), st.booleans(), st.floats(), st.text(), st.lists(st.integers())))
    def test_any_value_is_taken_or_refused_in_words(self, value: object) -> None:
        for question in QUESTIONS:
            try:
                check_answer(question.key, value)
            except CraftError as error:
                self.assertEqual(error.field, question.key)
                self.assertGreater(len(error.message), 10)


class QuestionsTest(TestCase):
    def test_the_order_is_that_of_the_work(self) -> None:
        # Common practice, no source: reason, history, person, scalp, and only then the hair.
        order = list(dict.fromkeys(question.part for question in QUESTIONS))
        self.assertEqual(order, list(Part))

    def test_every_key_is_asked_once(self) -> None:
        self.assertEqual(len(BY_KEY), len(QUESTIONS))

    def test_numbers_have_a_range_and_words_their_options(self) -> None:
        for question in QUESTIONS:
            if question.answer is Answer.NUMBER:
                self.assertLess(question.range[0], question.range[1], question.key)
            if question.answer in (Answer.CHOICE, Answer.MANY):
                self.assertGreater(len(question.options), 1, question.key)

    def test_weak_tests_say_so(self) -> None:
        # The float test is known to tell little (common practice, no source).
        self.assertTrue(BY_KEY["float"].weak)
        self.assertFalse(BY_KEY["soak_s"].weak)

    def test_what_changes_fast_is_asked_every_time(self) -> None:
        self.assertFalse(is_fresh("stop_signs", 0))
        self.assertTrue(is_fresh("head_cm", 400))
        self.assertFalse(is_fresh("length_cm", 60))

    def test_person_and_stop_signs_are_not_observations(self) -> None:
        kept = {observed.key for observed in OBSERVED}
        self.assertFalse({"conditions", "night", "stop_signs"} & kept)
        self.assertIn("scalp", kept)

    def test_words_joined_by_commas_or_in_a_list_are_the_same(self) -> None:
        self.assertEqual(split("dry, flaking"), split(["dry", "flaking "]))
