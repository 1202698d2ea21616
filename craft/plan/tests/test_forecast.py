"""The drying of a plan, its release and its home card. Own models: only laws are checked."""

import math
from dataclasses import replace
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import PlanRequest, parse
from craft.plan.assemble import case_of
from craft.plan.forecast import SAFE_ODDS, Forecast, forecast_of, in_one_sitting, rounded_up
from craft.plan.stages import section_cylinder
from craft.styles.catalogue import TECHNIQUES
from craft.tests.requests import plan_request, planned
from craft.vocabulary import Dryer, StageKind, Start, Style


def forecast_for(**changes: Any) -> Forecast:
    return forecast_of(case_of(parse(PlanRequest, plan_request(**changes))))


class StagesTest(TestCase):
    def test_days_and_nights_in_the_air_of_the_room(self) -> None:
        stages = forecast_for(room={"temp_c": 24, "rh": 0.7}).stages
        self.assertEqual({(stage.temp_c, stage.rh) for stage in stages}, {(24, 0.7)})
        self.assertEqual(
            [(stage.kind, stage.hours) for stage in stages],
            [("air", 7), ("asleep", 8), ("air", 16), ("asleep", 8), ("air", None)],
        )

    def test_what_dries_by_bedtime_sees_no_pillow(self) -> None:
        goal = {"style": "shake_wash_and_go", "release_after_h": None}
        loose = planned(goal=goal, hair={"length_cm": 12}).drying
        self.assertLess(loose.h_to_dry or 0, 7)
        self.assertNotIn("asleep", str(loose.reasons))

    def test_a_pillow_slows_the_drying(self) -> None:
        flat = forecast_for()
        seated = [replace(stage, kind=StageKind.AIR) for stage in flat.stages]
        self.assertLess(flat.odds_with(flat.stages, 15), flat.odds_with(seated, 15))

    def test_a_hood_goes_before_the_air(self) -> None:
        stages = forecast_for(dry="hood", dry_min=30).stages
        self.assertEqual([stage.kind for stage in stages[:3]], ["hood", "air", "asleep"])
        self.assertEqual([stage.hours for stage in stages[:3]], [0.5, 6.5, 8])
        self.assertEqual(stages[0].hours, 0.5)

    def test_a_diffuser_stops_at_ninety_percent(self) -> None:
        self.assertEqual(forecast_for(dry="diffuser").stages[0].until_share, 0.9)

    def test_allowed_heat_sets_the_temperature(self) -> None:
        low = forecast_for(dry="hood", goal={"max_heat": "low"}).stages[0]
        medium = forecast_for(dry="hood", goal={"max_heat": "medium"}).stages[0]
        self.assertLess(low.temp_c, medium.temp_c)
        self.assertGreater(low.rh, medium.rh)

    def test_without_heat_there_is_no_dryer(self) -> None:
        run = forecast_for(dry="hood", goal={"max_heat": "none"})
        self.assertEqual((run.dryer, run.dryer_min), (Dryer.AIR, 0))

    def test_humid_rooms_make_humid_hoods(self) -> None:
        dry_room = forecast_for(dry="hood", room={"temp_c": 22, "rh": 0.3}).stages[0].rh
        wet_room = forecast_for(dry="hood", room={"temp_c": 22, "rh": 0.9}).stages[0].rh
        self.assertAlmostEqual(wet_room / dry_room, 3)


class GatheredTest(TestCase):
    def test_longer_hair_is_a_longer_section_and_no_thinner_at_its_roots(self) -> None:
        short = case_of(parse(PlanRequest, plan_request(hair={"length_cm": 12})))
        long = case_of(parse(PlanRequest, plan_request(hair={"length_cm": 60})))
        radii = [section_cylinder(case, 8000).radius_m for case in (short, long)]
        self.assertAlmostEqual(radii[0], radii[1])

    @settings(max_examples=60, deadline=None)
    @given(
        st.sampled_from([style for style in Style if TECHNIQUES[style].wash.start is Start.WASH]),
        st.floats(5, 80),
        st.floats(5, 80),
        st.integers(90, 300),
        st.floats(1.1, 3),
        st.sampled_from(["air", "hood", "diffuser"]),
    )
    def test_longer_hair_never_dries_sooner(
        self, style: Style, one_cm: float, other_cm: float, density: int, curl: float, dry: str
    ) -> None:
        """The same hairs in the same sections: where it dries last, every hair is there."""
        times = []
        for length_cm in sorted((one_cm, other_cm)):
            hair = {
                "length_cm": length_cm,
                "relaxed_cm": length_cm / curl,
                "density_per_cm2": density,
            }
            goal = {"style": style.value, "sections": TECHNIQUES[style].parting.sections}
            dryer = {} if dry == "air" else {"dry": dry, "dry_min": 60}
            answer = planned(hair=hair, goal=goal, **dryer)
            times.append(answer.drying.h_to_dry or math.inf)
        self.assertGreaterEqual(times[1], times[0] * 0.999)

    def test_loose_hair_dries_as_its_locks_not_as_the_sections_of_the_hands(self) -> None:
        times = [
            forecast_for(goal={"style": "shingle_wash_and_go", "sections": count}).run.time_to(1)
            or 0
            for count in (10, 30, 60)
        ]
        self.assertAlmostEqual(max(times) / min(times), 1, places=6)

    def test_finer_curls_dry_as_finer_locks(self) -> None:
        # From waves to coils the locks get thinner: common practice, no source.
        goal = {"style": "shake_wash_and_go"}
        radii = [
            forecast_for(goal=goal, hair={"pattern": pattern}).cylinder.radius_m
            for pattern in ("2c", "3b", "4c")
        ]
        self.assertEqual(radii, sorted(radii, reverse=True))

    def test_four_times_the_hair_is_twice_the_radius(self) -> None:
        case = case_of(parse(PlanRequest, plan_request()))
        ratio = section_cylinder(case, 8000).radius_m / section_cylinder(case, 2000).radius_m
        self.assertAlmostEqual(ratio, 2)

    def test_only_loose_hair_has_an_envelope(self) -> None:
        twists = forecast_for().cylinder
        loose = forecast_for(goal={"style": "shingle_wash_and_go"}).cylinder
        self.assertEqual(twists.envelope_m, 0)
        self.assertGreater(loose.envelope_m, 0)


class ReleaseTest(TestCase):
    def test_an_unasked_release_is_always_safe(self) -> None:
        for style in ("two_strand_twist_out", "flat_twist_out", "shingle_wash_and_go"):
            for rh in (0.3, 0.6, 0.8):
                run = forecast_for(goal={"style": style}, room={"temp_c": 22, "rh": rh})
                self.assertGreaterEqual(run.odds, SAFE_ODDS - 0.01)

    def test_sets_are_opened_on_whole_days(self) -> None:
        self.assertEqual(forecast_for(goal={"style": "two_strand_twist_out"}).release_h % 24, 0)

    def test_a_release_asked_for_is_kept(self) -> None:
        self.assertEqual(forecast_for(goal={"release_after_h": 19.5}).release_h, 19.5)

    def test_airing_is_never_one_sitting(self) -> None:
        self.assertFalse(in_one_sitting(forecast_for(goal={"release_after_h": 0.2})))

    def test_rounding_up(self) -> None:
        for hours, step, expected in ((24, 24, 24), (24.1, 24, 48), (3.2, 0.5, 3.5)):
            self.assertEqual(rounded_up(hours, step), expected)

    def test_the_slowest_section_holds_most_hair(self) -> None:
        zones = {"crown": {"density_per_cm2": 250}}
        case = case_of(parse(PlanRequest, plan_request(hair={"zones": zones})))
        run = forecast_of(case)
        most = max(section.hairs for section in case.sections)
        self.assertEqual(case.sections[run.slowest - 1].hairs, most)

    def test_learned_factors_scale_the_time(self) -> None:
        room = [{"kind": "air"}]
        usual = planned(stages=room).drying.h_to_dry
        slow = planned(stages=room, drying_factor=1.4).drying.h_to_dry
        self.assertAlmostEqual(slow / usual, 1.4, delta=0.01)


class LawsTest(TestCase):
    @settings(max_examples=15, deadline=None)
    @given(st.integers(4, 22), st.sampled_from([0.2, 0.5, 0.8]))
    def test_more_sections_never_raise_the_risk(self, count: int, rh: float) -> None:
        room = {"temp_c": 22, "rh": rh}
        goal = {"release_after_h": 24}
        fewer = forecast_for(goal=goal | {"sections": count}, room=room).odds
        more = forecast_for(goal=goal | {"sections": count + 2}, room=room).odds
        self.assertGreaterEqual(more, fewer - 1e-3)

    @settings(max_examples=15, deadline=None)
    @given(st.floats(0.1, 0.85), st.floats(0.01, 0.1))
    def test_damper_rooms_never_raise_the_odds(self, rh: float, more: float) -> None:
        goal = {"release_after_h": 30}
        drier = forecast_for(goal=goal, room={"temp_c": 22, "rh": rh}).odds
        damper = forecast_for(goal=goal, room={"temp_c": 22, "rh": rh + more}).odds
        self.assertLessEqual(damper, drier + 1e-3)

    @settings(max_examples=15, deadline=None)
    @given(st.integers(1, 90), st.integers(1, 60))
    def test_hood_minutes_never_lower_the_odds(self, minutes: int, more: int) -> None:
        goal = {"release_after_h": 24, "sections": 14}
        short = forecast_for(goal=goal, dry="hood", dry_min=minutes).odds
        long = forecast_for(goal=goal, dry="hood", dry_min=minutes + more).odds
        self.assertGreaterEqual(long, short - 1e-3)


class CurveTest(TestCase):
    def test_curves_rise_and_keep_their_order(self) -> None:
        drying = planned(goal={"release_after_h": 24}).drying
        for curve in (drying.curve, drying.low_curve, drying.high_curve):
            shares = [share for _, share in curve]
            self.assertEqual(shares, sorted(shares))
            self.assertTrue(0 <= shares[0] <= shares[-1] <= 1)
        for (_, slow), (_, middle), (_, fast) in zip(
            drying.low_curve, drying.curve, drying.high_curve, strict=True
        ):
            self.assertLessEqual(slow, middle)
            self.assertLessEqual(middle, fast)

    def test_the_release_is_on_the_chart(self) -> None:
        for hours in (3, 24, 96):
            drying = planned(goal={"release_after_h": hours}).drying
            self.assertGreaterEqual(drying.curve[-1][0], hours)


class HomeTest(TestCase):
    def test_night_by_what_stays_on(self) -> None:
        for night, words in (("scarf", "Scarf"), ("bonnet", "bonnet"), ("none", "never the scalp")):
            lines = planned(person={"night": night}).home.night
            self.assertTrue(any(words in line for line in lines), night)
            self.assertTrue(any("pillowcase" in line for line in lines), night)

    def test_nothing_closed_over_damp_hair(self) -> None:
        hanging = {"style": "two_strand_twist_out"}
        self.assertIn("nothing over it", planned().home.night[0])
        self.assertIn("nothing tight", planned(goal=hanging, dry="hood").home.night[0])

    def test_refreshes_fall_within_the_wear(self) -> None:
        for days in (2, 7, 14):
            home = planned(goal={"wear_days": days}).home
            last = home.release_on_day + days
            self.assertTrue(all(due.day < last for due in home.refresh))
            self.assertLessEqual(home.wash_by_day, 14)

    def test_wash_at_two_weeks_at_the_latest(self) -> None:
        home = planned(goal={"wear_days": 21}).home
        self.assertEqual((home.wash_by_day, home.return_by_day), (14, 14))
