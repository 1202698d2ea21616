"""The days between visits, against facts of the trade. Common practice, no source, unless said."""

import math
from datetime import date, datetime, timedelta
from itertools import count, pairwise
from typing import Any
from unittest import TestCase
from zoneinfo import ZoneInfo

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import parse
from craft.contract.plan import Learned, PlanRequest
from craft.contract.wear import WearAnswer, WearDay, WearRequest
from craft.errors import CraftError, Missing
from craft.plan.planner import plan
from craft.tests.requests import HAIR, plan_request
from craft.vocabulary import OnHead, Style, WearEventKind, WearPhase
from craft.wear.ageing import Ageing
from craft.wear.calendar import wear
from craft.wear.household import drops, palm, presses
from craft.wear.limits import overdue_days, spread_of

DONE = date(2026, 6, 20)


def on(day: int) -> str:
    return (DONE + timedelta(days=day)).isoformat()


def asked(style: str = "two_strand_twist_out", **more: Any) -> WearAnswer:
    request = {"style": style, "done_on": on(0), "hair": HAIR} | more
    return wear(parse(WearRequest, request))


def days_after(day: date | None) -> int:
    assert day is not None
    return (day - DONE).days


def day_of(answer: WearAnswer, day: int) -> WearDay:
    return next(each for each in answer.days if each.day == day)


class LimitTest(TestCase):
    """What the trade says of each style."""

    def test_a_twist_out_five_to_seven_days_two_weeks_where_it_is_twisted_again(self) -> None:
        usual = asked()
        self.assertIn(days_after(usual.good_until) - days_after(usual.release_on), range(5, 8))
        self.assertEqual(days_after(usual.last_safe_day), days_after(usual.release_on) + 7)
        again = asked(extended_by_retwist=True)
        self.assertEqual(days_after(again.last_safe_day), 14)
        self.assertEqual(days_after(again.wash_by), 14)

    def test_washed_at_two_weeks_at_the_latest(self) -> None:
        for style in Style:
            with self.subTest(style):
                self.assertLessEqual(days_after(asked(style.value).wash_by), 14)

    def test_each_style_by_its_own(self) -> None:
        for style, least, most in (
            ("shingle_wash_and_go", 7, 9),
            ("finger_coils", 7, 10),
            ("slick_bun", 4, 4),
        ):
            with self.subTest(style):
                self.assertIn(days_after(asked(style).last_safe_day), range(least, most + 1))

    def test_sewn_in_hair_eight_weeks_and_overdue_after(self) -> None:
        answer = asked("sewn_in", on=on(57))
        self.assertEqual(days_after(answer.last_safe_day), 56)
        self.assertEqual(answer.overdue_days, 1)
        self.assertIn("1 day longer", answer.cautions[0].because)
        self.assertEqual(asked("sewn_in", on=on(56)).cautions, [])

    def test_what_is_worn_loose_is_washed_at_home_in_the_end(self) -> None:
        late = asked(on=on(15))
        self.assertEqual((late.overdue_days, late.washed_out), (0, True))
        self.assertGreater(asked(on=on(10)).overdue_days, 0)
        coils = asked("finger_coils", on=on(40))
        self.assertEqual((coils.overdue_days, coils.washed_out), (30, False))

    def test_who_wears_it_too_long_by_the_card_alone(self) -> None:
        safe, back = DONE + timedelta(days=8), DONE + timedelta(days=14)
        for comes_out, day, days in (
            (True, 40, 32),
            (False, 10, 2),
            (False, 15, 0),
            (True, 8, 0),
        ):
            with self.subTest(has_to_come_out=comes_out, day=day):
                on_day = DONE + timedelta(days=day)
                counted = overdue_days(safe, back, on_day, has_to_come_out=comes_out)
                self.assertEqual(counted, days)

    def test_coils_lock(self) -> None:
        reasons = [each.because for each in asked("finger_coils").reasons]
        self.assertTrue(any("lock" in because for because in reasons))

    @settings(max_examples=40, deadline=None)
    @given(
        st.sampled_from(list(Style)),
        st.one_of(st.none(), st.integers(1, 21)),
        st.booleans(),
        st.lists(st.floats(0.1, 0.95), max_size=20),
        st.lists(st.tuples(st.integers(0, 20), st.sampled_from(list(WearEventKind))), max_size=4),
    )
    def test_days_agree_with_each_other(
        self,
        style: Style,
        wear_days: int | None,
        extended: bool,
        air: list[float],
        events: list[tuple[int, WearEventKind]],
    ) -> None:
        answer = asked(
            style.value,
            wear_days=wear_days,
            extended_by_retwist=extended,
            air=[{"date": on(day), "rh": rh} for day, rh in enumerate(air)],
            events=[{"date": on(day), "kind": kind} for day, kind in events],
            on=on(3),
        )
        line = [answer.good_until, answer.return_on, answer.wash_by, answer.last_safe_day]
        # After a swim it is washed sooner than it would have to come off.
        self.assertEqual([*line, answer.return_by], sorted([*line, answer.return_by]))
        self.assertEqual(
            [each.date for each in answer.days], sorted(each.date for each in answer.days)
        )
        self.assertEqual(answer.days[-1].date, answer.wash_by)
        if answer.release_on:
            self.assertLess(answer.release_on, answer.wash_by)
            self.assertGreater(answer.last_safe_day, answer.release_on)
        for each in answer.days:
            if each.refresh:
                self.assertGreater(each.day, days_after(answer.release_on or DONE))
                self.assertLess(each.date, answer.wash_by)
            self.assertEqual(bool(each.amounts), bool(each.refresh))
        shown = [each.definition for each in answer.days if each.definition is not None]
        kept = [each.kept for each in answer.days if each.kept is not None]
        self.assertEqual(bool(kept), answer.kept_of is not None)
        if kept:
            self.assertEqual(kept[0], 100)
        if not any("Twist it again" in each.night for each in answer.days):
            first = days_after(answer.release_on or DONE)
            for day, before, after in zip(count(first + 1), shown, shown[1:], strict=False):
                # It only ever looks better on the morning on which it is freshened.
                self.assertTrue(after <= before or 0 in ((day - first) % 2, (day - first) % 3))
            self.assertEqual(kept, sorted(kept, reverse=True))
        if answer.next:
            self.assertGreaterEqual(answer.next.date, DONE + timedelta(days=3))


class ClockTest(TestCase):
    """The calendar and the plan it comes from name the same days and hours."""

    @settings(max_examples=60, deadline=None)
    @given(
        start=st.datetimes(datetime(2026, 1, 1), datetime(2027, 12, 31)),
        zone=st.sampled_from(["UTC", "Europe/Lisbon", "America/New_York", "Asia/Tokyo"]),
        style=st.sampled_from(list(Style)),
        opened_after=st.integers(0, 4),
    )
    def test_of_a_set_that_is_in_and_of_one_that_is_open(
        self, start: datetime, zone: str, style: Style, opened_after: int
    ) -> None:
        begun = start.replace(tzinfo=ZoneInfo(zone), microsecond=0)
        planned = plan_request(
            goal={"style": style.value},
            start=begun.isoformat(),
            zone=zone,
            details={"opened": "home"},
        )
        try:
            times = plan(parse(PlanRequest, planned)).times
        except CraftError:
            return
        assert times is not None
        done_on = times.start.date()
        request = {"style": style.value, "done_on": done_on.isoformat(), "asked": planned}
        closed = wear(parse(WearRequest, request))
        if closed.to_open_at is not None:
            self.assertEqual(closed.to_open_at.date(), closed.to_open_on)
            self.assertEqual(closed.to_open_at, times.release)
        opened_on = done_on + timedelta(days=opened_after)
        opened = wear(parse(WearRequest, request | {"released_on": opened_on.isoformat()}))
        self.assertEqual((opened.to_open_on, opened.to_open_at), (None, None))
        keys = {phase.key for phase in opened.phases}
        if closed.to_open_on is not None:
            self.assertFalse({"in_set", "release"} & keys)
        for answer in (closed, opened):
            self.assertTrue(all(look.date < answer.wash_by for look in answer.looks[1:]))
            self.assertEqual([look.title for look in answer.looks], worn_titles(answer))


def worn_titles(answer: WearAnswer) -> list[str]:
    """What the days say it is worn as, each once."""
    return list(dict.fromkeys(day.look for day in answer.days if day.look))


class AdaptedTest(TestCase):
    def test_humid_air_shortens_it_and_keeps_water_away(self) -> None:
        humid = [{"date": on(day), "rh": 0.85} for day in range(15)]
        wet, usual = asked(air=humid), asked()
        self.assertLess(days_after(wet.good_until), days_after(usual.good_until))
        refreshed = [each for each in wet.days if each.refresh]
        self.assertTrue(refreshed)
        for each in refreshed:
            self.assertNotIn("Mist", each.refresh)
            self.assertTrue(any("Humid, 85%" in note for note in each.notes))

    def test_half_humid_days_count_once_and_humid_ones_twice(self) -> None:
        self.assertAlmostEqual(Ageing(1).age(7), 6)
        self.assertAlmostEqual(Ageing(1, dict.fromkeys(range(20), 0.75)).age(7), 12)

    def test_twisted_again_it_is_newer_than_the_day_before(self) -> None:
        worn, again = Ageing(1), Ageing(1, twisted_again=True)
        self.assertEqual((worn.age(3), again.age(3)), (2.0, 0.8))
        self.assertTrue(all(again.age(day) <= worn.age(day) for day in range(15)))
        answer = asked(extended_by_retwist=True)
        first = days_after(answer.release_on)
        kept = [day_of(answer, first + day).kept or 0 for day in range(3)]
        self.assertGreater(kept[2], kept[1])

    def test_a_wish_beyond_what_is_usual_is_shown_beside_it(self) -> None:
        usual = asked("shingle_wash_and_go")
        wished = asked("shingle_wash_and_go", wear_days=14)
        self.assertEqual(wished.good_until, usual.good_until)
        self.assertEqual(days_after(wished.wished_until), 14)
        said = {each.rule: each.because for each in wished.reasons}["good_until"]
        self.assertIn("14 days chosen. 6 days are usual", said)
        self.assertLessEqual(wished.wash_by, wished.last_safe_day)

    def test_a_swim_while_it_is_in_the_set_undoes_it(self) -> None:
        answer = asked(events=[{"date": on(1), "kind": "swim"}], released_on=on(2))
        self.assertEqual([each.rule for each in answer.cautions], ["swim_in_set"])

    def test_after_a_swim_it_is_washed_within_two_days(self) -> None:
        answer = asked(events=[{"date": on(3), "kind": "swim"}])
        self.assertEqual(days_after(answer.wash_by), 5)
        self.assertIn("rinse it at once", day_of(answer, 3).notes[0])
        self.assertTrue(any("chlorine" in each.because for each in answer.reasons))

    def test_an_event_is_freshened_for_on_its_morning_once(self) -> None:
        answer = asked(events=[{"date": on(5), "kind": "event"}])
        refreshed = [each.day for each in answer.days if each.refresh]
        self.assertIn(5, refreshed)
        self.assertFalse({4, 6} & set(refreshed))

    def test_an_event_at_a_bad_time_is_told(self) -> None:
        late = asked(events=[{"date": on(12), "kind": "event"}])
        self.assertEqual([each.rule for each in late.cautions], ["event_too_late"])
        early = asked(events=[{"date": on(0), "kind": "event"}])
        self.assertEqual([each.rule for each in early.cautions], ["event_in_set"])

    def test_nothing_closed_over_a_set(self) -> None:
        answer = asked(events=[{"date": on(0), "kind": "helmet"}])
        self.assertEqual([each.rule for each in answer.cautions], ["covered_in_set"])

    def test_really_opened_later_everything_moves(self) -> None:
        usual, late = asked(), asked(released_on=on(3))
        self.assertEqual(days_after(late.release_on), 3)
        self.assertEqual(days_after(late.last_safe_day), 10)
        self.assertEqual(day_of(late, 2).phase, WearPhase.IN_SET)
        self.assertEqual(
            days_after(late.good_until) - 3,
            days_after(usual.good_until) - days_after(usual.release_on),
        )

    def test_nights_are_those_this_client_does(self) -> None:
        for night, words in (("scarf", "Scarf tied"), ("none", "Nothing over the head")):
            self.assertIn(words, day_of(asked(person={"night": night}), 2).night)
        self.assertIn("washed tomorrow", day_of(asked(), days_after(asked().wash_by) - 1).night)

    def test_the_first_night_in_a_set_is_told_whole_and_the_next_shortly(self) -> None:
        nights = [day_of(asked(released_on=on(2)), day).night for day in (0, 1)]
        self.assertNotIn("Sleep on the set as it is", nights[0])
        self.assertEqual(nights[1], "Sleep on the set as it is; nothing tight over it.")

    def test_twisted_again_every_second_night_only_where_it_is(self) -> None:
        again = asked(extended_by_retwist=True)
        nights = [each.day for each in again.days if each.night.startswith("Twist it again")]
        self.assertEqual({later - before for before, later in pairwise(nights)}, {2})
        self.assertFalse(any("Twist it again" in each.night for each in asked().days))

    def test_looks_follow_by_day(self) -> None:
        answer = asked()
        first = days_after(answer.release_on)
        self.assertEqual(day_of(answer, first).look, "Two-strand twist-out")
        self.assertEqual(day_of(answer, first + 2).look, "Pinned")
        self.assertEqual(day_of(answer, first + 4).look, "Puff")

    def test_a_bun_gets_gel_and_no_water(self) -> None:
        amounts = [one.what for each in asked("slick_bun").days for one in each.amounts]
        self.assertEqual(set(amounts), {"gel"})

    def test_scalp_oil_every_other_day_at_most(self) -> None:
        days = [each.day for each in asked().days if each.scalp_oil]
        self.assertTrue(all(later - before >= 2 for before, later in pairwise(days)))


class LearnedTest(TestCase):
    """What a head taught moves its days, and only within what is safe."""

    @staticmethod
    def learned(factor: float) -> WearAnswer:
        taught = {"factor": factor, "unsure": 0.05, "visits": 6, "basis": "6 wears"}
        return asked("shingle_wash_and_go", learned=taught)

    def test_where_it_fades_sooner_the_next_visit_is_proposed_sooner(self) -> None:
        usual, sooner, later = asked("shingle_wash_and_go"), self.learned(0.6), self.learned(1.3)
        good = [days_after(each.good_until) for each in (sooner, usual, later)]
        self.assertEqual(good, sorted(set(good)))
        back = [days_after(each.return_on) for each in (sooner, usual, later)]
        self.assertEqual(back, [day + 1 for day in good])

    def test_it_never_looks_good_beyond_its_wash_nor_comes_back_after_the_latest_day(self) -> None:
        for factor in (0.4, 0.7, 1.0, 2.0, 2.5):
            for style in Style:
                answer = asked(style.value, learned={"factor": factor, "visits": 3})
                assert answer.return_on is not None
                self.assertLess(days_after(answer.good_until), days_after(answer.wash_by), style)
                self.assertLessEqual(answer.return_on, answer.return_by, style)
                self.assertLessEqual(days_after(answer.wash_by), 14, style)

    def test_what_is_known_of_a_head_narrows_the_range(self) -> None:
        usual = spread_of(None)
        self.assertEqual(spread_of(Learned(visits=0)), usual)
        few, many = (spread_of(Learned(visits=n, unsure=u)) for n, u in ((2, 0.12), (20, 0.03)))
        self.assertTrue(usual[0] < few[0] < many[0] < 1 < many[1] < few[1] < usual[1])

    def test_eight_in_ten_lie_between_shares_of_the_days_it_is_worn(self) -> None:
        for style in ("two_strand_twist_out", "shingle_wash_and_go", "finger_coils"):
            answer = asked(style)
            first = days_after(answer.release_on) if answer.release_on else 0
            good = days_after(answer.good_until) - first
            low, high = (
                days_after(each) - first for each in (answer.good_until_low, answer.good_until_high)
            )
            sooner, later = spread_of(None)
            self.assertEqual((low, high), (math.floor(good * sooner), math.ceil(good * later)))

    def test_the_reason_says_from_where(self) -> None:
        reasons = {each.rule: each.because for each in self.learned(0.8).reasons}
        self.assertIn("By 6 wears: × 0.80.", reasons["good_until"])


class AskedTest(TestCase):
    def test_a_plan_says_what_was_done(self) -> None:
        plan = plan_request(goal={"style": "rod_set", "wear_days": 4})
        answer = asked("rod_set", asked=plan, hair=None)
        self.assertEqual(days_after(answer.good_until) - days_after(answer.release_on), 4)

    def test_what_cannot_be_is_refused_by_its_field(self) -> None:
        for field, more in (
            ("hair", {"hair": None}),
            ("style", {"asked": plan_request(goal={"style": "rod_set"})}),
            ("released_on", {"released_on": on(-1)}),
        ):
            with self.subTest(field), self.assertRaises(CraftError) as caught:
                asked(**more)
            self.assertEqual(caught.exception.field, field)
        with self.assertRaises(Missing):
            asked(hair=None)

    def test_the_next_thing_due(self) -> None:
        self.assertEqual(asked(on=on(0)).next.what, "release")  # type: ignore[union-attr]
        last = asked()
        self.assertIsNone(asked(on=(last.wash_by + timedelta(days=1)).isoformat()).next)

    def test_what_is_left_on_needs_no_hair(self) -> None:
        for worn in OnHead:
            answer = asked(worn.value, hair=None, on=on(1))
            self.assertEqual((answer.days, answer.day), ([], 1))


class HouseholdTest(TestCase):
    def test_amounts_as_a_kitchen_has_them(self) -> None:
        self.assertEqual(presses("water", 11.6).words, "12 presses of the sprayer")
        self.assertEqual(presses("water", 0.2).words, "1 press of the sprayer")
        self.assertEqual(drops("oil", 0.12).words, "4 drops")
        self.assertEqual(palm("gel", 2.0).words, "as large as an almond")


class CardTest(TestCase):
    def test_what_is_drawn_is_what_is_done(self) -> None:
        for style, night, drawn in (
            ("two_strand_twist_out", "scarf", ["gather", "scarf"]),
            ("banded_stretch", "bonnet", ["rings", "scarf"]),
            ("slick_bun", "none", []),
        ):
            with self.subTest(style):
                answer = asked(style, person={"night": night})
                self.assertEqual([each.value for each in answer.drawings], drawn)

    def test_long_hair_is_gathered_and_folded_where_nothing_is_worn(self) -> None:
        long = HAIR | {"length_cm": 40, "relaxed_cm": 20}
        answer = asked(hair=long, person={"night": "none"})
        self.assertEqual([each.value for each in answer.drawings], ["gather", "folded"])

    def test_who_opens_it_is_shown_how_until_it_is_open(self) -> None:
        home = plan_request(goal={"style": "two_strand_twist_out"}, details={"opened": "home"})
        for opened, drawn in ((None, True), (on(1), False)):
            answer = asked(asked=home, hair=None, released_on=opened)
            self.assertEqual("unwind" in [each.value for each in answer.drawings], drawn)

    def test_pain_and_itch_are_never_judged_here(self) -> None:
        said = {each.when: each.do for each in asked().help}
        self.assertIn("doctor", said["It pulls or hurts"])
        self.assertIn("pharmacist", said["The scalp itches"])
        self.assertIn("Still damp when opened", said)
