"""The clock of a service: nights, hours at which a set is opened, words that agree with them."""

from collections.abc import Iterator
from datetime import UTC, date, datetime, time, timedelta
from typing import Any
from unittest import TestCase
from zoneinfo import ZoneInfo

from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import BaseModel

from craft.contract import PlanAnswer, PlanRequest, parse
from craft.errors import CraftError
from craft.messages import Clocked, Dated, Message, Sequel, Shaped, Text
from craft.plan.clock import AFTER_WAKING_MIN, BEFORE_THE_END_MIN, Clock, clock_of
from craft.plan.planner import plan
from craft.tests.requests import caution_keys, plan_request, planned
from craft.vocabulary import Style

MADRID = ZoneInfo("Europe/Madrid")
ZONES = ("Europe/Lisbon", "America/New_York", "Asia/Kolkata", "Australia/Lord_Howe", "UTC")
EVENING = "2026-12-03T19:30:00+01:00"


def clock(start: str = EVENING, bed: time = time(22, 30), wake: time = time(7)) -> Clock:
    return Clock(datetime.fromisoformat(start).astimezone(MADRID), bed, wake)


def evening(start: str = EVENING, **changes: Any) -> PlanAnswer:
    usual = {"school": {"distribution": "cycle"}, "goal": {"style": "two_strand_twist_out"}}
    return planned(start=start, zone="Europe/Madrid", **usual | changes)


def hour(at: datetime | None) -> str:
    return at.strftime("%a %H:%M") if at else ""


class NightsTest(TestCase):
    def test_minutes_of_the_plan_become_hours_of_the_day(self) -> None:
        self.assertEqual(hour(clock().at(0)), "Thu 19:30")
        self.assertEqual(hour(clock().at(5 * 60)), "Fri 00:30")
        self.assertEqual(clock().day(5 * 60), 1)

    def test_nights_follow_each_other_from_bed_to_waking(self) -> None:
        nights = clock().nights()
        begins, ends = next(nights)
        self.assertEqual((begins, ends), (180, 180 + 8.5 * 60))
        self.assertEqual(next(nights)[0], 180 + 24 * 60)

    def test_who_goes_to_bed_after_midnight_does_so_on_the_next_day(self) -> None:
        late = clock(bed=time(0, 30), wake=time(8, 0))
        begins, ends = next(late.nights())
        self.assertEqual((hour(late.at(begins)), hour(late.at(ends))), ("Fri 00:30", "Fri 08:00"))

    def test_a_night_over_a_change_of_the_clocks_is_an_hour_longer(self) -> None:
        # Europe puts its clocks back in the night to 25 October 2026.
        autumn = clock("2026-10-24T19:30:00+02:00")
        begins, ends = next(autumn.nights())
        self.assertEqual(ends - begins, 9.5 * 60)
        self.assertEqual(hour(autumn.at(ends)), "Sun 07:00")

    def test_who_comes_home_late_goes_to_bed_at_once(self) -> None:
        self.assertEqual(clock().bedtime(60), 180)
        self.assertEqual(clock().bedtime(240), 240)

    def test_a_night_of_an_hour_is_refused(self) -> None:
        with self.assertRaisesRegex(CraftError, "A night lasts from 3 to 14 h"):
            planned(sleep={"bed": "23:00", "wake": "00:00"})
        with self.assertRaisesRegex(CraftError, "Give a time of day"):
            planned(sleep={"bed": "late"})
        with self.assertRaisesRegex(CraftError, "IANA"):
            planned(zone="Nowhere/Town")


class ReleaseTest(TestCase):
    def test_a_set_of_the_evening_is_opened_next_day_and_never_at_night(self) -> None:
        answer = evening()
        assert answer.times is not None
        self.assertEqual(hour(answer.times.release)[:3], "Fri")
        self.assertGreaterEqual(answer.drying.odds_dry, 0.8)
        home = " ".join(phase.when for phase in answer.home.phases)
        self.assertNotIn("this evening", home)
        self.assertEqual(answer.home.release_on_day, 1)

    def test_in_the_salon_it_is_opened_while_that_is_open(self) -> None:
        openings = [
            {"begins": f"2026-12-0{day}T10:00:00+01:00", "ends": f"2026-12-0{day}T18:00:00+01:00"}
            for day in (3, 5)
        ]
        release = evening(openings=openings).times
        assert release is not None
        self.assertEqual(hour(release.release), "Sat 10:00")
        at_home = evening(openings=openings, details={"opened": "home"}).times
        assert at_home is not None
        self.assertEqual(hour(at_home.release)[:3], "Fri")

    def test_an_hour_chosen_in_the_night_is_told_with_one_that_suits(self) -> None:
        answer = evening(goal={"style": "two_strand_twist_out", "release_after_h": 6})
        self.assertIn("unsuitable_hour", caution_keys(answer))
        caution = next(each for each in answer.cautions if each.key == "unsuitable_hour")
        self.assertIn("the client sleeps then", caution.text)
        fix = next(each for each in answer.fixes if each.caution == "unsuitable_hour")
        again = evening(goal={"style": "two_strand_twist_out"} | fix.change["goal"])
        self.assertNotIn("unsuitable_hour", caution_keys(again))

    def test_damp_at_bedtime_is_told_in_every_style_that_is(self) -> None:
        for style in ("two_strand_twist_out", "shake_wash_and_go", "finger_coils"):
            for night in ("scarf", "bonnet", "none"):
                answer = evening(goal={"style": style}, person={"night": night})
                with self.subTest(style=style, night=night):
                    self.assertIn("damp_at_bedtime", caution_keys(answer))
                    self.assertIn("nothing over it", answer.home.night[0])
                    for fix in answer.fixes:
                        if fix.caution == "damp_at_bedtime":
                            dry = evening(
                                goal={"style": style} | fix.change.get("goal", {}),
                                person={"night": night},
                                **{k: v for k, v in fix.change.items() if k != "goal"},
                            )
                            self.assertNotIn("damp_at_bedtime", caution_keys(dry), fix.title)

    def test_a_wig_goes_on_from_an_hour_that_is_named(self) -> None:
        goal = {"style": "under_wig_base", "release_after_h": 2}
        answer = evening("2026-12-03T16:00:00+01:00", goal=goal, dry="air")
        caution = next(each for each in answer.cautions if each.key == "damp_cap")
        self.assertRegex(caution.text, r"put the wig on from \w+ \d+ Dec, \d\d:\d\d")

    def test_wanted_before_it_is_there(self) -> None:
        answer = evening(look_good_from="2026-12-04T07:30:00+01:00")
        self.assertIn("not_there_in_time", caution_keys(answer))
        self.assertTrue([fix for fix in answer.fixes if fix.caution == "not_there_in_time"])
        later = evening(look_good_from="2026-12-06T12:00:00+01:00")
        self.assertNotIn("not_there_in_time", caution_keys(later))


def texts_in(piece: Any) -> Iterator[Text]:
    """Every text of an answer, and what it is put together from."""
    if isinstance(piece, Text):
        yield piece
        source = piece.source
        if isinstance(source, Message):
            yield from texts_in(list(source.params.values()))
        elif isinstance(source, Sequel):
            yield from texts_in(list(source.parts))
        elif isinstance(source, Shaped):
            yield from texts_in(source.text)
    elif isinstance(piece, BaseModel):
        for name in type(piece).model_fields:
            yield from texts_in(getattr(piece, name))
    elif isinstance(piece, list | tuple):
        for part in piece:
            yield from texts_in(part)


def moments_in(piece: Any) -> Iterator[tuple[date, int, str]]:
    """Days and hours that an answer names, by the keys of its messages: day, minute, text."""
    for text in texts_in(piece):
        if isinstance(text.source, Message) and {"day", "hour"} <= set(text.source.params):
            day, at = (text.source.params[name] for name in ("day", "hour"))
            if isinstance(day, Text) and isinstance(at, Text):
                assert isinstance(day.source, Dated)
                assert isinstance(at.source, Clocked)
                yield day.source.day, at.source.minute, text


#: Hours are told to the quarter, and a client takes a few minutes to leave.
TOLD = timedelta(minutes=20)
STARTS = st.datetimes(
    datetime(2026, 1, 1), datetime(2027, 1, 1), timezones=st.sampled_from([UTC])
).map(lambda at: at.replace(minute=at.minute // 15 * 15, second=0, microsecond=0))
BEDS = st.sampled_from(["21:00", "22:30", "00:00", "01:30"])
WAKES = st.sampled_from(["05:30", "07:00", "09:00"])


class AgreeTest(TestCase):
    """No sentence names a day or an hour that contradicts the plan's own times."""

    @settings(max_examples=120, deadline=None)
    @given(
        start=STARTS,
        zone=st.sampled_from(ZONES),
        bed=BEDS,
        wake=WAKES,
        style=st.sampled_from([style.value for style in Style]),
        at_home=st.booleans(),
    )
    def test_any_start_any_night_any_zone(
        self, start: datetime, zone: str, bed: str, wake: str, style: str, at_home: bool
    ) -> None:
        details = {"details": {"opened": "home"}} if at_home else {}
        asked = plan_request(
            goal={"style": style},
            start=start.isoformat(),
            zone=zone,
            sleep={"bed": bed, "wake": wake},
            school={"distribution": "cycle"},
        )
        try:
            request = parse(PlanRequest, asked | details)
            answer = plan(request)
        except CraftError:
            return
        hours, times = clock_of(request), answer.times
        assert hours is not None
        assert times is not None
        if times.release and not self.in_the_salon(answer):
            moment = hours.minutes(times.release)
            self.assertIsNone(hours.night_at(moment), "nobody opens a set at night")
            begins = max(end for _, end in self.nights_before(hours, moment))
            self.assertGreaterEqual(moment - begins, AFTER_WAKING_MIN - 1)
            self.assertGreaterEqual(hours.bedtime(moment) - moment, BEFORE_THE_END_MIN - 1)
            self.assertEqual(times.release.minute % 15, 0)
            days = (times.release.date() - times.start.date()).days
            self.assertEqual(answer.home.release_on_day, days)
        if times.dry_early and times.dry and times.dry_late:
            self.assertLessEqual(times.dry_early, times.dry)
            self.assertLessEqual(times.dry, times.dry_late)
        self.assertLess(times.start, times.leaves)
        self.assertLessEqual(times.leaves, times.bed)
        self.agree(answer, hours)

    def in_the_salon(self, answer: PlanAnswer) -> bool:
        """Whether it is opened before the client leaves."""
        return all(step.sitting == 1 for step in answer.steps)

    def nights_before(self, hours: Clock, moment: float) -> list[tuple[float, float]]:
        nights = hours.nights(-2 * 24 * 60)
        found = []
        for begins, ends in nights:
            if begins > moment:
                return found
            found.append((begins, ends))
        return found

    def agree(self, answer: PlanAnswer, hours: Clock) -> None:
        """Hours that are named in the night are those of bed, of drying or of the night itself."""
        times = answer.times
        assert times is not None
        known = [each for each in vars(times).values() if isinstance(each, datetime)]
        named = [
            (datetime.combine(day, time(0), hours.zone) + timedelta(minutes=minute), text)
            for day, minute, text in moments_in(answer)
        ]
        for moment, text in named:
            close = [each for each in known if abs(each - moment) <= TOLD]
            self.assertTrue(close, f"{text} is none of {[str(each) for each in known]}")
