"""The time between visits: phases in order, days that agree with each other, advice that fits.

Common practice, no source, where a comment says nothing else.
"""

from itertools import pairwise
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract.plan import Home, HomePhase
from craft.tests.requests import planned
from craft.vocabulary import Night, Style


def home_of(style: Style | str = Style.TWO_STRAND_TWIST_OUT, **changes: Any) -> Home:
    goal = {"style": str(style)} | changes.pop("goal", {})
    return planned(goal=goal, **changes).home


def lines(home: Home, key: str) -> str:
    return " ".join(line for phase in home.phases if phase.key == key for line in phase.lines)


class PhasesTest(TestCase):
    def test_a_set_is_slept_in_opened_judged_and_kept(self) -> None:
        keys = [phase.key for phase in home_of(goal={"release_after_h": 24}).phases]
        self.assertEqual(
            keys, ["in_set", "release", "first_morning", "looks", "nights", "refresh", "edges"]
        )

    def test_what_is_opened_here_is_not_slept_in(self) -> None:
        keys = [phase.key for phase in home_of(dry="hood").phases]
        self.assertNotIn("in_set", keys)
        self.assertNotIn("release", keys)

    def test_the_card_for_the_set_goes_home_with_the_set(self) -> None:
        steps = planned(goal={"release_after_h": 24}).steps
        keys = [step.key for step in steps]
        self.assertLess(keys.index("set_home"), keys.index("release"))
        card = next(step for step in steps if step.key == "set_home")
        self.assertEqual(card.sitting, 1)
        hood = planned(goal={"style": "two_strand_twist_out"}, dry="hood")
        self.assertNotIn("set_home", [step.key for step in hood.steps])

    def test_rods_and_stretched_hair_are_not_misted(self) -> None:
        for style in ("rod_set", "banded_stretch", "twist_rod_set"):
            self.assertIn("no water", lines(home_of(style), "refresh"), style)

    def test_a_bun_gets_gel_and_stays_tied(self) -> None:
        bun = home_of("slick_bun", hair={"length_cm": 40, "relaxed_cm": None})
        self.assertIn("stays tied", lines(bun, "nights"))
        self.assertIn("gel", lines(bun, "refresh"))
        self.assertNotIn("shake", lines(bun, "first_morning"))

    def test_two_weeks_take_a_retwist_every_second_night(self) -> None:
        long = home_of(goal={"wear_days": 14, "release_after_h": 24})
        days = [due.day for due in long.refresh]
        self.assertEqual({after - before for before, after in pairwise(days)}, {2})

    def test_short_hair_is_not_gathered(self) -> None:
        short = {"length_cm": 12, "relaxed_cm": 5}
        self.assertIn("top half", lines(home_of(hair=short), "nights"))
        self.assertIn(
            "Too short to tie", lines(home_of(hair={"length_cm": 8, "relaxed_cm": 4}), "nights")
        )
        long = {"length_cm": 45, "relaxed_cm": 20}
        self.assertIn("High loose gather", lines(home_of(hair=long), "nights"))

    def test_hair_too_short_for_a_tie_is_worn_as_no_look_that_takes_one(self) -> None:
        style = Style.TWO_STRAND_TWIST_OUT
        self.assertIn("Puff", lines(home_of(style), "looks"))
        short = lines(home_of(style, hair={"length_cm": 9, "relaxed_cm": 4}), "looks")
        self.assertNotIn("Puff", short)
        self.assertNotIn("Pinned", short)

    def test_what_stays_closed_is_not_shaken_out(self) -> None:
        for style in (Style.REFRESH_VISIT, Style.FINGER_COILS):
            self.assertIn("stays as it is", lines(home_of(style), "first_morning"), style)
        for worn in ("flat_twists", "sewn_in"):
            tonight = home_of(Style.NIGHT_PREP, now={"style": worn})
            self.assertIn("stays as it is", lines(tonight, "first_morning"), worn)
        loose = home_of(Style.NIGHT_PREP, now={"style": "loose"})
        self.assertIn("shake", lines(loose, "first_morning"))

    def test_twists_to_go_home_in_are_opened_there_before_the_night(self) -> None:
        for style in (Style.QUICK_WASH, Style.FULL_RESET, Style.PROTECTIVE_REMOVAL_RESET):
            home = home_of(style, start="2026-12-02T19:30:00+01:00", zone="Europe/Berlin")
            with self.subTest(style):
                self.assertIn("Open the twists once home", lines(home, "in_set"))
                self.assertNotIn("damp", lines(home, "in_set"))
                self.assertIn("gather", lines(home, "nights"))
                self.assertNotIn("retwist", lines(home, "refresh"))

    def test_nothing_wet_goes_under_a_wig(self) -> None:
        self.assertIn("no water", lines(home_of(Style.UNDER_WIG_BASE), "refresh"))

    def test_nothing_over_the_head_of_who_throws_it_off(self) -> None:
        home = home_of(person={"night": "none"}, hair={"length_cm": 45, "relaxed_cm": 20})
        text = lines(home, "nights")
        self.assertNotIn("bonnet", text)
        self.assertNotIn("carf", text)
        self.assertIn("never the scalp", text)

    @settings(max_examples=60, deadline=None)
    @given(
        st.sampled_from(list(Style)),
        st.integers(1, 21),
        st.one_of(st.none(), st.floats(0, 336)),
        st.sampled_from(list(Night)),
    )
    def test_days_agree_with_each_other(
        self, style: Style, wear: int, release: float | None, night: Night
    ) -> None:
        goal = {"style": style, "wear_days": wear, "release_after_h": release}
        answer = planned(goal=goal, person={"night": night})
        home = answer.home
        opened = home.release_on_day if any(p.key == "release" for p in home.phases) else 0
        for due in home.refresh:
            self.assertGreater(due.day, opened)
            self.assertLess(due.day, 15)
        self.assertGreater(home.wash_by_day, opened)
        self.assertGreaterEqual(home.return_by_day, home.wash_by_day)
        self.assertTrue(all(phase.lines and phase.when for phase in home.phases))


class ClockTest(TestCase):
    def release(self, **wish: Any) -> HomePhase:
        answer = planned(goal={"style": "two_strand_twist_out"}, **wish)
        return next(phase for phase in answer.home.phases if phase.key == "release")

    def test_hour_and_hands_of_the_release_are_named(self) -> None:
        release = self.release()
        self.assertEqual(release.when, "day 1, 24 h after shaping, in the salon")
        plan = planned(goal={"style": "two_strand_twist_out"})
        self.assertEqual(release.at_min, plan.totals.release_min)
        self.assertIn("at home, by yourself", self.release(details={"opened": "home"}).when)

    def test_opened_at_home_there_is_no_second_sitting(self) -> None:
        answer = planned(goal={"style": "two_strand_twist_out"}, details={"opened": "home"})
        self.assertEqual({step.sitting for step in answer.steps}, {1})
        self.assertEqual(answer.steps[-1].key, "set_home")
        self.assertIn("ends first", " ".join(self.release(details={"opened": "home"}).lines))

    def test_who_opens_it_finishes_it_once(self) -> None:
        """The steps of the opening end with what is said of an opening in the salon after it."""
        at_home = home_of(details={"opened": "home"})
        self.assertNotIn("first_morning", [phase.key for phase in at_home.phases])
        self.assertIn("15 to 60 minutes", lines(at_home, "release"))
        self.assertIn("15 to 60 minutes", lines(home_of(), "first_morning"))
