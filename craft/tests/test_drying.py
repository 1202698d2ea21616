"""The drying law: worked values, and its closed form against numerical integration (scipy)."""

import math
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft import drying
from craft.air import drying_deficit
from craft.drying import Cylinder, Stage
from craft.errors import NeverDries
from craft.vocabulary import Dryer, SetKind

TWIST = drying.PACKED_KG_PER_M3[SetKind.TWIST]
ROOM = Stage(Dryer.AIR, 22, 0.5)


def twists(count: float, mass_g: float = 130, length_cm: float = 30) -> Cylinder:
    return Cylinder(drying.section_radius(mass_g / 1000, count, TWIST, length_cm / 100), TWIST)


def needed(run: drying.Run, share: float) -> float:
    hours = run.time_to(share)
    assert hours is not None
    return hours


class WorkedValuesTest(TestCase):
    """Worked by hand from the shrinking-core law: 130 g, 30 cm, 0.7 g/g, 22 °C, 50 % RH."""

    def test_radius_and_resistances(self) -> None:
        cylinder = twists(14)
        self.assertAlmostEqual(cylinder.radius_m * 1000, 5.3, delta=0.05)
        water, deficit = TWIST * 0.7, drying_deficit(22, 0.5)
        transfer = drying.transfer_coefficient(drying.HEAT_TRANSFER[Dryer.AIR])
        film = drying.film_time(water, cylinder.radius_m, transfer, deficit)
        shell = drying.shell_time(water, cylinder.radius_m, deficit)
        self.assertAlmostEqual(film / 3600, 11.4, delta=0.05)
        self.assertAlmostEqual(shell / 3600, 12.6, delta=0.05)

    def test_fourteen_twists(self) -> None:
        run = drying.dry(twists(14), 0.7, [ROOM])
        for share, hours in {0.5: 7.6, 0.9: 18.7, 1.0: 24.0}.items():
            self.assertAlmostEqual(needed(run, share), hours, delta=0.06)

    def test_thirty_twists(self) -> None:
        run = drying.dry(twists(30, 110, 25), 0.7, [ROOM])
        self.assertAlmostEqual(needed(run, 0.9), 11.0, delta=0.06)
        self.assertAlmostEqual(needed(run, 1.0), 13.8, delta=0.06)

    def test_sea_air(self) -> None:
        run = drying.dry(twists(14), 0.7, [Stage(Dryer.AIR, 24, 0.75)])
        self.assertAlmostEqual(needed(run, 1.0), 47, delta=0.6)

    def test_hood(self) -> None:
        run = drying.dry(twists(30, 110, 25), 0.7, [Stage(Dryer.HOOD, 50, 0.08)])
        self.assertAlmostEqual(needed(run, 1.0), 2.1, delta=0.06)


class DryingTest(TestCase):
    def test_stages_chain_without_losing_time(self) -> None:
        # The same air in two stretches is the same drying.
        whole = drying.dry(twists(14), 0.7, [ROOM])
        split = drying.dry(twists(14), 0.7, [Stage(Dryer.AIR, 22, 0.5, hours=6), ROOM])
        self.assertAlmostEqual(needed(whole, 1.0), needed(split, 1.0), delta=0.02)
        self.assertAlmostEqual(whole.at(6), split.at(6), delta=0.002)

    def test_a_stage_is_left_at_its_share(self) -> None:
        diffuser = Stage(Dryer.DIFFUSER, 42, 0.15, hours=20, until_share=0.9)
        run = drying.dry(twists(30), 0.7, [diffuser, ROOM])
        alone = drying.dry(twists(30), 0.7, [diffuser])
        self.assertAlmostEqual(alone.shares[-1], 0.9)
        self.assertGreater(needed(run, 1.0), needed(run, 0.9) + 0.5)

    def test_an_unfinished_run_never_gets_dry(self) -> None:
        run = drying.dry(twists(14), 0.7, [Stage(Dryer.AIR, 22, 0.5, hours=3)])
        self.assertIsNone(run.time_to(1.0))

    def test_saturated_air_never_dries(self) -> None:
        with self.assertRaises(NeverDries):
            drying.dry(twists(14), 0.7, [Stage(Dryer.AIR, 22, 1.0)])

    def test_odds_are_even_at_the_expected_time(self) -> None:
        expected = needed(drying.dry(twists(14), 0.7, [ROOM]), 1.0)
        odds = drying.odds_dry(twists(14), 0.7, [ROOM], expected)
        self.assertAlmostEqual(odds, 0.5, delta=0.01)

    def test_odds_follow_the_log_normal(self) -> None:
        # One spread later is one standard deviation: 84.1 % (normal table).
        expected = needed(drying.dry(twists(14), 0.7, [ROOM]), 1.0)
        later = expected * math.exp(drying.LOG_SPREAD)
        self.assertAlmostEqual(drying.odds_dry(twists(14), 0.7, [ROOM], later), 0.841, delta=0.01)


class LawsTest(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.integers(4, 40), st.floats(0.1, 0.9), st.floats(10, 35))
    def test_more_sections_never_dry_slower(self, count: int, rh: float, temp: float) -> None:
        room = Stage(Dryer.AIR, temp, rh)
        fewer = needed(drying.dry(twists(count), 0.7, [room]), 1.0)
        more = needed(drying.dry(twists(count + 1), 0.7, [room]), 1.0)
        self.assertLessEqual(more, fewer)

    @settings(max_examples=60, deadline=None)
    @given(st.floats(0.05, 0.9), st.floats(0.005, 0.05), st.floats(10, 35))
    def test_damper_air_never_dries_faster(self, rh: float, more: float, temp: float) -> None:
        drier = needed(drying.dry(twists(12), 0.7, [Stage(Dryer.AIR, temp, rh)]), 1.0)
        damper = needed(drying.dry(twists(12), 0.7, [Stage(Dryer.AIR, temp, rh + more)]), 1.0)
        self.assertGreaterEqual(damper, drier)
