"""Laws of sections and drying over many heads, and edge cases of the core's commands."""

import math
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.commands import COMMANDS
from craft.contract import parse
from craft.errors import CraftError, NeverDries
from craft.head import geometry
from craft.head.partings import HeadOfHair, totals
from craft.head.partings.ordering import back_first
from craft.physics import drying, fibre, rates
from craft.physics.rates import Cylinder, Stage
from craft.tests.requests import HAIR, parted_by
from craft.vocabulary import Dryer, Even, Scheme, SetKind, Zone


def answer(command: str, request: dict[str, Any]) -> Any:
    handler = COMMANDS[command]
    return handler.run(parse(handler.request, request))


def parted(scheme: str, count: int | None = None, **hair: Any) -> Any:
    return answer("partings", {"hair": HAIR | hair, "scheme": scheme, "count": count})


class SchemesTest(TestCase):
    def test_numbers_of_sections(self) -> None:
        counts = (("halves", None, 2), ("quadrants", None, 4), ("per_quadrant", 3, 12))
        for scheme, count, expected in (*counts, ("rows", 8, 8), ("rows", 1, 1)):
            self.assertEqual(len(parted(scheme, count).sections), expected)

    def test_halves_are_left_and_right(self) -> None:
        left, right = parted("halves").sections
        self.assertLess(left.centre[0], 0)
        self.assertAlmostEqual(left.centre[0], -right.centre[0], places=2)

    def test_quadrants_are_worked_from_the_back(self) -> None:
        heights = [section.centre[1] for section in parted("quadrants").sections]
        self.assertEqual(heights, sorted(heights))

    def test_an_odd_number_keeps_both_sides_alike(self) -> None:
        sections = parted_by(HeadOfHair(57, 180, 25, 70), False, 9)
        middle = [section for section in sections if abs(section.centre[0]) < 0.01]
        self.assertEqual([section.number for section in middle], [1])
        left = sum(section.hairs for section in sections if section.centre[0] < -0.01)
        right = sum(section.hairs for section in sections if section.centre[0] > 0.01)
        self.assertAlmostEqual(left / right, 1, places=4)

    def test_larger_heads_hold_more_hair(self) -> None:
        hairs = [parted("halves", head_cm=cm).hairs for cm in (50, 54, 58, 62)]
        self.assertEqual(hairs, sorted(hairs))

    def test_what_was_assumed_is_told(self) -> None:
        self.assertEqual(parted("halves").assumed, [])
        self.assertEqual(len(parted("halves", head_cm=None).assumed), 1)

    def test_schemes_that_know_their_number_refuse_another(self) -> None:
        for scheme in (Scheme.HALVES, Scheme.QUADRANTS):
            with self.assertRaises(CraftError):
                parted(scheme.value, 5)
        with self.assertRaises(CraftError):
            parted("rows")

    @settings(max_examples=20, deadline=None)
    @given(
        st.integers(2, 30),
        st.booleans(),
        st.dictionaries(st.sampled_from(list(Zone)), st.integers(60, 300), max_size=4),
    )
    def test_sums_hold_on_any_head(self, count: int, rows: bool, zones: dict[Zone, int]) -> None:
        hair = HeadOfHair(57, 180, 25, 70, zone_density=tuple(sorted(zones.items())))
        sections = parted_by(hair, rows, count)
        sums = totals(sections)
        cells = geometry.cells(57)
        expected = float((geometry.per_cell(180, zones, cells) * cells.area).sum())
        self.assertAlmostEqual(sums["hairs"], expected, delta=1)
        self.assertAlmostEqual(sums["scalp_cm2"], geometry.scalp_area(57), places=6)
        self.assertEqual(sorted(section.number for section in sections), list(range(1, count + 1)))

    @settings(max_examples=20, deadline=None)
    @given(st.integers(2, 24), st.integers(60, 300))
    def test_rows_hold_equal_hair_with_any_crown(self, count: int, crown: int) -> None:
        hair = HeadOfHair(57, 180, 25, 70, zone_density=((Zone.CROWN, float(crown)),))
        hairs = [section.hairs for section in parted_by(hair, True, count)]
        self.assertLess(max(hairs) / min(hairs), 1.005)

    def test_even_spacing_is_even(self) -> None:
        sections = parted_by(HeadOfHair(57, 180, 25, 70), True, 6, Even.SPACING)
        middle, side = sections[0].area_cm2, sections[-1].area_cm2
        self.assertGreater(middle, side)

    def test_working_order_is_stable(self) -> None:
        sections = parted_by(HeadOfHair(57, 180, 25, 70), False, 20)
        self.assertEqual(list(sections), sorted(sections, key=back_first))


class DryCommandTest(TestCase):
    AIR = {"kind": "air", "temp_c": 22, "rh": 0.5}

    def dry(self, **changes: Any) -> Any:
        request = {
            "set": {"kind": "twist", "sections": 14, "mass_g": 130, "length_cm": 30},
            "stages": [self.AIR],
        }
        return answer("dry", request | changes)

    def test_mass_and_length_override_the_hair(self) -> None:
        of_hair = self.dry(hair=HAIR, set={"kind": "twist", "sections": 14})
        expected = fibre.mass(180 * geometry.scalp_area(57), 70, 25) * fibre.present(25)
        radius = math.sqrt(expected / 1000 / 14 / (350 * math.pi * 0.25)) * 1000
        self.assertAlmostEqual(of_hair.radius_mm, radius, delta=0.01)
        overridden = self.dry(hair=HAIR)
        self.assertAlmostEqual(overridden.radius_mm, 5.3, delta=0.05)

    def test_stages_that_end_early_leave_it_damp(self) -> None:
        answer = self.dry(stages=[self.AIR | {"hours": 3}])
        self.assertIsNone(answer.h_to_dry)
        self.assertTrue(0.4 < answer.at_end < 0.7)

    def test_hood_then_bands_then_air(self) -> None:
        hood = {"kind": "hood", "temp_c": 50, "rh": 0.08, "hours": 0.25}
        answer = self.dry(stages=[hood, self.AIR])
        self.assertLess(answer.h_to_dry, self.dry().h_to_dry)

    def test_kinds_of_set_by_packing(self) -> None:
        def hours(kind: str) -> float:
            body = {"kind": kind, "sections": 14, "mass_g": 130, "length_cm": 30}
            return float(self.dry(set=body).h_to_dry)

        # Packed tighter, a section has less surface for the same water.
        self.assertGreater(hours("braid"), hours("twist"))
        self.assertGreater(hours("twist"), hours("coil"))
        self.assertGreater(hours("coil"), hours("loose"))

    def test_water_and_factor_scale_the_time(self) -> None:
        usual = self.dry().h_to_dry
        # Free water leaves at a constant rate: twice as much of it takes as long again.
        one, two, three = (self.dry(water=water).h_to_dry for water in (0.7, 1.0, 1.3))
        self.assertAlmostEqual(two - one, three - two, places=3)
        self.assertAlmostEqual(self.dry(factor=0.5).h_to_dry / usual, 0.5, places=3)

    def test_a_share_that_damp_air_never_lets_it_reach_is_refused(self) -> None:
        damp = {"kind": "diffuser", "temp_c": 30, "rh": 0.97, "until_share": 0.9}
        with self.assertRaises(NeverDries) as refused:
            self.dry(stages=[damp, self.AIR | {"rh": 0.3}])
        self.assertEqual(refused.exception.field, "stages.0.rh")

    def test_curves_begin_wet_and_rise(self) -> None:
        curve = self.dry().curve
        self.assertEqual(tuple(curve[0]), (0, 0))
        shares = [share for _, share in curve]
        self.assertEqual(shares, sorted(shares))


class DryingEdgesTest(TestCase):
    def test_a_stage_nobody_waits_for_changes_nothing(self) -> None:
        cylinder = Cylinder(0.005, rates.PACKED_KG_PER_M3[SetKind.TWIST])
        air = Stage(Dryer.AIR, 22, 0.5)
        nothing = Stage(Dryer.HOOD, 50, 0.1, hours=0)
        with_it = drying.dry(cylinder, 0.7, [nothing, air]).time_to(1.0)
        self.assertAlmostEqual(with_it, drying.dry(cylinder, 0.7, [air]).time_to(1.0), places=6)

    def test_stages_after_dry_are_not_needed(self) -> None:
        cylinder = Cylinder(0.002, 350)
        air = Stage(Dryer.AIR, 30, 0.2)
        run = drying.dry(cylinder, 0.5, [air, air])
        self.assertEqual(float(run.shares[-1]), 1.0)
        self.assertEqual(run.at(1e6), 1.0)

    def test_odds_run_from_none_to_certain(self) -> None:
        cylinder, air = Cylinder(0.005, 350), (Stage(Dryer.AIR, 22, 0.5),)
        self.assertEqual(drying.odds_dry(cylinder, 0.7, air, 0), 0)
        self.assertGreater(drying.odds_dry(cylinder, 0.7, air, 200), 0.999)

    def test_an_envelope_slows_still_air_only(self) -> None:
        free, wrapped = Cylinder(0.002, 110), Cylinder(0.002, 110, envelope_m=0.01)
        air, hood = Stage(Dryer.AIR, 22, 0.5), Stage(Dryer.HOOD, 50, 0.1)

        def hours(cylinder: Cylinder, stage: Stage) -> float:
            return drying.dry(cylinder, 1.2, [stage]).time_to(1.0) or 0

        self.assertGreater(hours(wrapped, air), hours(free, air))
        self.assertEqual(hours(wrapped, hood), hours(free, hood))
