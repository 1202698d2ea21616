"""How hair lies at night. Common practice, no source, unless said otherwise."""

from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import PlanAnswer
from craft.tests.requests import planned
from craft.vocabulary import Night, OnHead, Style

#: Hair by how far it hangs [cm].
SHORT = {"length_cm": 8, "relaxed_cm": 4}
CHIN = {"length_cm": 14, "relaxed_cm": 7}
LONG = {"length_cm": 50, "relaxed_cm": 30}


def tonight(**changes: Any) -> PlanAnswer:
    return planned(goal={"style": "night_prep"} | changes.pop("goal", {}), **changes)


def how(answer: PlanAnswer, key: str) -> str:
    return next((step.how for step in answer.steps if step.key == key), "")


class NightPrepTest(TestCase):
    """What is done at bedtime with a style that is worn."""

    def test_a_twist_out_in_five_loose_rings_under_a_scarf(self) -> None:
        answer = tonight(now={"worn_days": 4})
        keys = [step.key for step in answer.steps]
        self.assertEqual(keys, ["gel_off", "lay_in", "shape", "cover"])
        self.assertIn("5 sections, loosely ringed", how(answer, "shape"))
        self.assertIn("the rest stays dry", how(answer, "gel_off"))
        self.assertEqual((answer.kit_needed.ties, answer.kit_needed.clips), (5, 0))
        oil = answer.totals.product_g
        self.assertLess(sum(oil.values()), 1.0)

    def test_so_many_rings_as_were_chosen(self) -> None:
        answer = tonight(goal={"sections": 7})
        self.assertIn("7 sections", how(answer, "shape"))
        self.assertEqual(answer.kit_needed.ties, 7)
        self.assertIn("gather", how(tonight(goal={"sections": 1}), "shape"))

    def test_by_length_and_density(self) -> None:
        thin = {"density_per_cm2": 110}
        for hair, words, ties in (
            (SHORT, "Too short to tie", 0),
            (CHIN, "top half", 1),
            (thin, "gather on top, one soft tie", 1),
            (LONG | thin, "tail or bun on top", 1),
        ):
            with self.subTest(hair):
                answer = tonight(hair=hair)
                self.assertIn(words, how(answer, "shape"))
                self.assertEqual(answer.kit_needed.ties, ties)

    def test_who_wears_nothing_has_the_front_folded_into_the_tie(self) -> None:
        answer = tonight(hair={"density_per_cm2": 110}, person={"night": "none"})
        self.assertIn("bite the tie, never the scalp", how(answer, "fold_front"))
        self.assertEqual((answer.kit_needed.ties, answer.kit_needed.clips), (1, 4))

    def test_what_is_closed_stays_closed(self) -> None:
        for worn, words in (
            ("flat_twists", "stays as it is"),
            ("coils", "lie as they fall"),
            ("bun", "The bun stays tied"),
        ):
            with self.subTest(worn):
                answer = tonight(now={"style": worn})
                self.assertIn(words, how(answer, "shape"))
                self.assertEqual(answer.kit_needed.ties, 0)

    def test_washed_by_what_is_worn_not_by_tonight(self) -> None:
        self.assertEqual(tonight(now={"worn_days": 4}).home.wash_by_day, 10)
        self.assertEqual(tonight(now={"worn_days": 30}).home.wash_by_day, 1)

    @settings(max_examples=60, deadline=None)
    @given(
        st.sampled_from(list(Night)),
        st.sampled_from(list(OnHead)),
        st.floats(4, 60),
        st.floats(0.3, 0.9),
        st.floats(80, 300),
    )
    def test_nothing_is_wet_and_nothing_contradicts_what_is_kept_on(
        self, night: Night, worn: OnHead, length: float, relaxed: float, density: float
    ) -> None:
        answer = tonight(
            hair={
                "length_cm": length,
                "relaxed_cm": length * relaxed,
                "density_per_cm2": density,
            },
            person={"night": night.value},
            now={"style": worn.value},
        )
        said = " ".join([*(step.how for step in answer.steps), *answer.home.night])
        self.assertFalse(set(answer.totals.product_g) & {"mist", "leave_in"})
        self.assertEqual("carf" in said, night is not Night.NONE)
        self.assertEqual("onnet" in said, night is Night.BONNET)
        self.assertEqual(bool(answer.kit_needed.clips), "small clips" in said)
        self.assertEqual(bool(answer.kit_needed.ties), "soft tie" in said)


class OtherServicesTest(TestCase):
    """No service carries the night of another."""

    def night(self, style: Style, **changes: Any) -> str:
        return " ".join(planned(goal={"style": style.value}, **changes).home.night)

    def test_a_wig_base_is_not_gathered(self) -> None:
        said = self.night(Style.UNDER_WIG_BASE)
        self.assertIn("stays as it is", said)
        self.assertNotIn("gather", said)

    def test_stretched_hair_is_ringed(self) -> None:
        self.assertIn("loosely ringed", self.night(Style.BANDED_STRETCH))

    def test_services_on_a_worn_style_choose_no_way_of_laying_in_wet(self) -> None:
        for style in (Style.NIGHT_PREP, Style.PUFF_PIN_UP, Style.REFRESH_VISIT):
            topics = {choice.topic for choice in planned(goal={"style": style.value}).schools}
            self.assertFalse(topics & {"distribution", "smoothing"}, style)
