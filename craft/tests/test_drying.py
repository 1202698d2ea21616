"""The drying law: worked values, numerical integration (scipy), its energy, its laws."""

import math
from dataclasses import replace
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from craft.errors import NeverDries
from craft.physics import drying, film, rates
from craft.physics.air import warmed_humidity
from craft.physics.fibre import regain
from craft.physics.rates import Cylinder, Stage
from craft.tests.dryer_energy import dryer_runs
from craft.vocabulary import SetKind, StageKind

ROOM = Stage(StageKind.AIR, 22, 0.5)
HOOD = Stage(StageKind.HOOD, 50, 0.08)


def made_of(
    kind: SetKind,
    count: float,
    mass_g: float,
    length_cm: float,
    exposed: float,
    outside_m2: float | None = None,
) -> Cylinder:
    packed = rates.PACKED_KG_PER_M3[kind]
    radius = rates.section_radius(mass_g / 1000, count, packed, length_cm / 100)
    head_kg = mass_g / 1000
    layer = 0.0 if outside_m2 is None else head_kg / outside_m2
    return Cylinder(radius, packed, exposed=exposed, head_kg=head_kg, layer_kg_m2=layer)


def twists(count: float, mass_g: float = 130, length_cm: float = 30) -> Cylinder:
    return made_of(SetKind.TWIST, count, mass_g, length_cm, 0.7)


def needed(run: drying.Run, share: float = 1.0) -> float:
    hours = run.time_to(share)
    assert hours is not None
    return hours


class WorkedValuesTest(TestCase):
    """Worked by hand from the same laws, without fitting; within a tenth."""

    def test_hours_until_dry(self) -> None:
        flat = made_of(SetKind.TWIST, 8, 100, 20, 0.5)
        rods = made_of(SetKind.ROD, 40, 200, 25, 0.6)
        braids = made_of(SetKind.BRAID, 20, 110, 25, 0.7)
        fewer_rods = made_of(SetKind.ROD, 30, 110, 25, 0.6)
        coils = made_of(SetKind.COIL, 100, 60, 12, 0.8)
        damp = Stage(StageKind.AIR, 20, 0.85)
        cap = Stage(StageKind.CAP, 22, 0.5)
        bonnet = Stage(StageKind.HOOD, 45, 0.11)
        worked = (
            ("14 twists", twists(14), 0.7, ROOM, 7.9),
            ("12 soaked twists", twists(12), 1.0, ROOM, 11.9),
            ("the same under a cap", twists(12), 1.0, cap, 22.0),
            ("8 flat rows", flat, 0.7, ROOM, 18.0),
            ("the same, only misted", flat, 0.4, ROOM, 12.0),
            ("40 rods", rods, 0.8, ROOM, 7.5),
            ("20 braids", braids, 0.7, ROOM, 6.7),
            ("14 twists by the sea", twists(14), 0.7, damp, 20.0),
            ("14 twists under a hood", twists(14), 0.7, HOOD, 1.0),
            ("30 rods under a hood", fewer_rods, 0.7, HOOD, 0.6),
            ("100 coils under a bonnet", coils, 1.0, bonnet, 0.3),
        )
        for name, cylinder, water, stage, hours in worked:
            with self.subTest(name):
                took = needed(drying.dry(cylinder, water, [stage]))
                self.assertAlmostEqual(took, hours, delta=0.1 * hours)

    def test_rate_and_free_water(self) -> None:
        rate = rates.constant_rate(twists(14), ROOM)
        self.assertAlmostEqual(rate, 0.110, delta=0.004)
        self.assertAlmostEqual((0.7 - drying.CRITICAL) / rate, 3.7, delta=0.1)


class IntegratedTest(TestCase):
    def test_two_periods_against_numerical_integration(self) -> None:
        """The closed form against the rate followed step by step (scipy)."""
        rate, equilibrium = 0.11, regain(0.5)

        def falls(_: float, water: list[float]) -> list[float]:
            share = min(1.0, (water[0] - equilibrium) / (drying.CRITICAL - equilibrium))
            return [-rate * share]

        for start in (1.0, 0.35, 0.25):
            run = drying.dry(twists(14), start, [ROOM])
            end = needed(run)
            solved = solve_ivp(falls, (0, end), [start], rtol=1e-9, dense_output=True, max_step=0.1)
            slower = rates.constant_rate(twists(14), ROOM) / rate
            for share in (0.2, 0.5, 0.9, 1.0):
                hours = needed(run, share)
                left = float(solved.sol(min(hours * slower, end))[0])
                if hours * slower <= end:
                    self.assertAlmostEqual(run.water_at(hours), left, delta=0.002)


class EnergyTest(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.floats(0.002, 0.03), st.floats(-5, 55), st.floats(0.05, 0.95), st.floats(0.02, 2.5))
    def test_nothing_evaporates_without_its_heat(
        self, across_m: float, temp: float, rh: float, speed: float
    ) -> None:
        surface = film.surface_temperature(across_m, temp, rh, speed, 15.0)
        heat = film.heat_in(across_m, temp, speed, 15.0, surface)
        used = film.evaporation(across_m, temp, rh, speed, 15.0) * film.evaporation_heat(surface)
        self.assertLessEqual(used, heat + 0.5)

    def test_no_dryer_gives_more_than_comes_out_of_the_plug(self) -> None:
        """180 plans: water out times latent heat, and what the blown air can carry."""
        rows = list(dryer_runs())
        self.assertGreater(len(rows), 150)
        for row in rows:
            with self.subTest(row.name):
                self.assertLess(row.share, 0.4, "most of the warm air misses the hair")
                self.assertLess(row.water_g, row.carries_g)
        self.assertGreater(max(row.share for row in rows), 0.15)

    def test_a_dryer_gives_no_more_than_it_has(self) -> None:
        many = made_of(SetKind.COIL, 120, 900, 40, 0.8)
        for temp in (38, 42, 50, 60):
            rate = rates.constant_rate(many, Stage(StageKind.DIFFUSER, temp, 0.1))
            given_w = rate * many.head_kg / 3600 * film.evaporation_heat(20)
            # A third of 600 to 1 500 W.
            self.assertLessEqual(given_w, 500)
            self.assertGreaterEqual(given_w, 190)

    def test_a_hood_gives_what_the_outside_of_the_head_takes_up(self) -> None:
        """Worked by hand: 30 W/(m² K) times the outside times 27.4 K, as water [g/s]."""
        for outside, worked in ((0.09, 0.030), (0.18, 0.060), (0.23, 0.077)):
            head = made_of(SetKind.COIL, 120, 900, 40, 0.8, outside)
            rate = rates.constant_rate(head, HOOD) * head.head_kg / 3.6
            self.assertAlmostEqual(rate, worked, delta=0.1 * worked)

    def test_short_of_heat_it_dries_as_the_heat_allows(self) -> None:
        """Against scipy: the lesser of what the heat gives and the fibres give off."""
        start, rate, most, rest = 1.0, 3.0, 0.8, 0.05
        span = drying.CRITICAL - rest

        def falls(_: float, water: list[float]) -> list[float]:
            return [-min(most, rate * min(1.0, (water[0] - rest) / span))]

        solved = solve_ivp(falls, (0, 3), [start], rtol=1e-9, dense_output=True, max_step=0.01)
        for left in (0.9, 0.3, 0.15, 0.1, 0.07):
            hours = float(drying.two_periods(start, np.array([left]), rate, rest, most)[0])
            self.assertAlmostEqual(float(solved.sol(hours)[0]), left, delta=0.002)

    def test_minutes_under_dryers(self) -> None:
        """Worked by hand; people sit 20 min for short coils, 45 to 90 for dense rods."""
        bonnet = Stage(StageKind.HOOD, 45, 0.11)
        coils = made_of(SetKind.COIL, 90, 40, 12, 0.8, 0.09)
        rods = made_of(SetKind.ROD, 40, 200, 25, 0.6, 0.09)
        thick = Cylinder(0.002, 250, 0.0017, 0.8, head_kg=0.15)
        diffuser = Stage(StageKind.DIFFUSER, 38, 0.15)
        for name, cylinder, water, stage, free_min, dry_min in (
            ("short coils under a bonnet", coils, 1.2, bonnet, 20, 30),
            ("40 rods under a hood", rods, 0.8, HOOD, 55, 75),
            ("dense and loose, diffuser on low", thick, 1.2, diffuser, 28, 45),
        ):
            with self.subTest(name):
                run = drying.dry(cylinder, water, [stage, ROOM])
                share = (water - drying.CRITICAL) / (water - run.dry_water)
                self.assertAlmostEqual(needed(run, share) * 60, free_min, delta=0.25 * free_min)
                self.assertAlmostEqual(needed(run) * 60, dry_min, delta=0.25 * dry_min)


class DryingTest(TestCase):
    def test_stages_chain_without_losing_time(self) -> None:
        # The same air in two stretches is the same drying.
        whole = drying.dry(twists(14), 0.7, [ROOM])
        split = drying.dry(twists(14), 0.7, [Stage(StageKind.AIR, 22, 0.5, hours=3), ROOM])
        self.assertAlmostEqual(needed(whole), needed(split), delta=0.02)
        self.assertAlmostEqual(whole.at(3), split.at(3), delta=0.002)

    def test_the_water_is_carried_over(self) -> None:
        run = drying.dry(twists(14), 0.7, [Stage(StageKind.CLOTH, 22, 0.5, hours=1), ROOM])
        self.assertAlmostEqual(run.water_at(0), 0.7)
        self.assertAlmostEqual(run.water_at(1), 0.491, delta=0.002)
        self.assertAlmostEqual(run.water_at(99), regain(0.5) + 0.02, delta=1e-6)

    def test_a_stage_is_left_at_its_share(self) -> None:
        diffuser = Stage(StageKind.DIFFUSER, 42, 0.15, hours=20, until_share=0.9)
        run = drying.dry(twists(30), 0.7, [diffuser, ROOM])
        alone = drying.dry(twists(30), 0.7, [diffuser])
        self.assertAlmostEqual(alone.shares[-1], 0.9)
        self.assertGreater(needed(run), needed(run, 0.9) + 0.3)

    def test_an_unfinished_run_never_gets_dry(self) -> None:
        run = drying.dry(twists(14), 0.7, [Stage(StageKind.AIR, 22, 0.5, hours=3)])
        self.assertIsNone(run.time_to(1.0))

    def test_saturated_air_never_dries(self) -> None:
        with self.assertRaises(NeverDries):
            drying.dry(twists(14), 0.7, [Stage(StageKind.AIR, 22, 1.0)])

    def test_damp_air_takes_nothing_from_drier_hair(self) -> None:
        damp = Stage(StageKind.AIR, 22, 0.95, hours=5)
        run = drying.dry(twists(14), 0.25, [damp, ROOM])
        self.assertEqual(run.at(5), 0)
        self.assertGreater(needed(run), 5)

    def test_hair_that_is_dry_is_dry(self) -> None:
        run = drying.dry(twists(14), 0.1, [ROOM])
        self.assertEqual(run.time_to(1.0), 0)
        self.assertEqual(drying.odds_dry(twists(14), 0.1, (ROOM,), 0), 1)

    def test_odds_are_even_at_the_expected_time(self) -> None:
        expected = needed(drying.dry(twists(14), 0.7, [ROOM]))
        odds = drying.odds_dry(twists(14), 0.7, (ROOM,), expected)
        self.assertAlmostEqual(odds, 0.5, delta=0.01)

    def test_odds_follow_the_log_normal(self) -> None:
        # One spread later is one standard deviation: 84.1 % (normal table).
        expected = needed(drying.dry(twists(14), 0.7, [ROOM]))
        later = expected * math.exp(drying.LOG_SPREAD)
        self.assertAlmostEqual(drying.odds_dry(twists(14), 0.7, (ROOM,), later), 0.841, delta=0.01)


class LawsTest(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.integers(4, 40), st.floats(0.1, 0.9), st.floats(-5, 35))
    def test_more_sections_never_dry_slower(self, count: int, rh: float, temp: float) -> None:
        room = Stage(StageKind.AIR, temp, rh)
        fewer = needed(drying.dry(twists(count), 0.7, [room]))
        more = needed(drying.dry(twists(count + 1), 0.7, [room]))
        self.assertLessEqual(more, fewer + 1e-9)

    @settings(max_examples=60, deadline=None)
    @given(st.floats(0.05, 0.65), st.floats(0.005, 0.05), st.floats(10, 35))
    def test_damper_air_wets_slower(self, rh: float, more: float, temp: float) -> None:
        drier = rates.constant_rate(twists(12), Stage(StageKind.AIR, temp, rh))
        damper = rates.constant_rate(twists(12), Stage(StageKind.AIR, temp, rh + more))
        self.assertGreaterEqual(drier, damper)

    @settings(max_examples=200, deadline=None)
    @given(
        st.sampled_from([StageKind.HOOD, StageKind.DIFFUSER]),
        st.sampled_from([None, 5, 15, 30, 60]),
        st.floats(0.3, 1.2),
        st.floats(0.1, 0.9),
        st.floats(0.01, 0.3),
    )
    def test_damp_air_never_dries_sooner_under_a_dryer(
        self, kind: StageKind, minutes: float | None, water: float, rh: float, more: float
    ) -> None:
        """But for a fortieth of the time, since drier rooms are looked at in steps of a tenth."""
        coils = made_of(SetKind.COIL, 80, 90, 15, 0.8, 0.12)

        def dry_h(rh: float) -> float:
            hours = None if minutes is None else minutes / 60
            until = 0.9 if kind is StageKind.DIFFUSER else 1.0
            warm = Stage(kind, 45, warmed_humidity(22, rh, 45), hours, until)
            return needed(drying.dry(coils, water, [warm, Stage(StageKind.AIR, 22, rh)]))

        self.assertGreaterEqual(dry_h(min(0.97, rh + more)), 0.975 * dry_h(rh))

    @settings(max_examples=60, deadline=None)
    @given(st.floats(0.1, 0.9), st.floats(0.01, 0.3), st.floats(0.3, 1.2))
    def test_damp_air_never_dries_sooner_in_still_air(
        self, rh: float, more: float, water: float
    ) -> None:
        damper = Stage(StageKind.AIR, 22, min(0.97, rh + more))
        drier = needed(drying.dry(twists(12), water, [Stage(StageKind.AIR, 22, rh)]))
        self.assertGreaterEqual(needed(drying.dry(twists(12), water, [damper])), 0.975 * drier)

    @settings(max_examples=60, deadline=None)
    @given(st.floats(0.3, 1.0), st.floats(0, 12), st.floats(0.2, 0.9))
    def test_roots_under_a_row_are_never_dry_before_it(
        self, water: float, evening: float, rh: float
    ) -> None:
        night = Stage(StageKind.ASLEEP, 20, rh, hours=8, covers=True)
        stages = (Stage(StageKind.AIR, 22, rh, hours=evening), night, Stage(StageKind.AIR, 22, rh))
        rows = replace(twists(10), exposed=0.5, scalp_w_m2=15, roots=0.25, covered=0.05)
        lengths, roots = (needed(drying.dry_place(place, water, stages)) for place in rows.places)
        self.assertGreaterEqual(roots, lengths)
        self.assertGreaterEqual(needed(drying.dry(rows, water, stages)), roots)

    @settings(max_examples=60, deadline=None)
    @given(st.floats(0.02, 2), st.floats(1.01, 3))
    def test_faster_air_never_dries_slower(self, speed: float, faster: float) -> None:
        slow = rates.constant_rate(twists(12), Stage(StageKind.AIR, 22, 0.5, speed_m_s=speed))
        fast = Stage(StageKind.AIR, 22, 0.5, speed_m_s=speed * faster)
        self.assertGreaterEqual(rates.constant_rate(twists(12), fast), slow)
