"""How a style looks: lengths over the days, volume, and a silhouette that holds it."""

import math
from itertools import pairwise
from unittest import TestCase

import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import PlanRequest, parse
from craft.contract.look import LookAnswer
from craft.physics import appearance
from craft.plan.look import looks
from craft.tests.requests import plan_request


def look_of(**changes: object) -> LookAnswer:
    return looks(parse(PlanRequest, plan_request(**changes)))


class OverDaysTest(TestCase):
    def test_from_release_to_natural(self) -> None:
        self.assertEqual(appearance.length_on(0, 18, 10, 0.5), 18)
        self.assertAlmostEqual(appearance.length_on(365, 18, 10, 0.5), 10, places=3)
        # One settling time leaves 1/e of the gap.
        left = appearance.length_on(appearance.settling_days(0.6), 18, 10, 0.6)
        self.assertAlmostEqual((left - 10) / 8, math.exp(-1))

    @settings(max_examples=40, deadline=None)
    @given(st.floats(0.2, 0.9), st.floats(0.02, 0.1), st.floats(0.5, 10))
    def test_faster_in_humid_air(self, rh: float, more: float, days: float) -> None:
        self.assertLess(
            appearance.length_on(days, 18, 10, rh + more), appearance.length_on(days, 18, 10, rh)
        )
        self.assertLess(
            appearance.definition_on(days, 0.8, rh + more), appearance.definition_on(days, 0.8, rh)
        )
        self.assertGreaterEqual(
            appearance.volume(130, 0.6, rh + more), appearance.volume(130, 0.6, rh)
        )

    def test_loose_hair_takes_more_room(self) -> None:
        self.assertGreater(appearance.volume(130, 0.3, 0.5), appearance.volume(130, 0.9, 0.5))


class SilhouetteTest(TestCase):
    @settings(max_examples=30, deadline=None)
    @given(st.floats(800, 5000), st.floats(3, 60))
    def test_it_is_one_shape_that_reaches_the_length(self, room: float, hangs: float) -> None:
        shape = appearance.silhouette(room, hangs, 57)
        outline = shapely.Polygon(shape.outline())
        self.assertTrue(outline.buffer(0).area > 0)
        self.assertAlmostEqual(max(y for _, y in shape.outline()), shape.end_cm, delta=0.05)
        self.assertAlmostEqual(shape.end_cm, max(hangs, appearance.SIDE_HAIRLINE_CM))
        left, _, right, _ = outline.bounds
        self.assertAlmostEqual(left, -right)

    def test_it_holds_its_volume(self) -> None:
        # The layer, both halves, over the depth it is spread on: numerically, along its way.
        shape = appearance.silhouette(2600, 26, 57)
        steps = 2000
        way = (
            math.pi / 2 * (shape.half_cm + appearance.BROADEST_CM) / 2 + 26 - appearance.BROADEST_CM
        )
        mean = sum(shape.thickness((i + 0.5) / steps) for i in range(steps)) / steps
        self.assertAlmostEqual(2 * mean * way * appearance.DEPTH_CM / 2600, 1, delta=0.06)

    def test_more_room_is_broader(self) -> None:
        broad = [appearance.silhouette(room, 26, 57).breadth_cm for room in (1500, 2500, 3500)]
        self.assertEqual(broad, sorted(broad))


class LooksTest(TestCase):
    def test_four_moments(self) -> None:
        answer = look_of(goal={"style": "two_strand_twist_out"})
        self.assertEqual(
            [moment.key for moment in answer.moments], ["before", "release", "day_3", "day_7"]
        )
        release, three, seven = answer.moments[1:]
        self.assertEqual(
            [moment.length_cm for moment in (release, three, seven)],
            sorted((moment.length_cm for moment in (release, three, seven)), reverse=True),
        )
        self.assertGreater(seven.volume_l, release.volume_l)
        self.assertLess(seven.definition, release.definition)
        for moment in answer.moments:
            self.assertTrue(moment.length_low <= moment.length_cm <= moment.length_high)

    def test_what_is_kept_is_stretch_or_curl_by_what_the_set_did(self) -> None:
        stretched = look_of(goal={"style": "two_strand_twist_out"})
        natural, release, three = (moment.length_cm for moment in stretched.moments[:3])
        self.assertEqual(stretched.kept_of, "stretch")
        expected = 100 * (three - natural) / (release - natural)
        self.assertAlmostEqual(stretched.moments[2].kept or 0, expected, delta=2)
        waves = {"pattern": "2a", "relaxed_cm": 23}
        curled = look_of(goal={"style": "rod_set"}, hair=waves)
        _, release, three = (moment.length_cm for moment in curled.moments[:3])
        self.assertEqual(curled.kept_of, "curl")
        expected = 100 * (25 - three) / (25 - release)
        self.assertAlmostEqual(curled.moments[2].kept or 0, expected, delta=2)

    def test_sea_air_undoes_it_sooner(self) -> None:
        sea = {"temp_c": 18, "rh": 0.85}
        humid, dry = look_of(outdoors=sea), look_of(outdoors={"temp_c": 18, "rh": 0.4})
        self.assertLess(humid.moments[3].length_cm, dry.moments[3].length_cm)
        self.assertGreater(humid.moments[3].volume_l, dry.moments[3].volume_l)

    def test_landmarks_run_down(self) -> None:
        marks = [landmark.down_cm for landmark in look_of().landmarks]
        self.assertTrue(all(a < b for a, b in pairwise(marks)))
        own = look_of(hair={"landmarks": {"shoulder": 29.0}})
        self.assertEqual(next(m.down_cm for m in own.landmarks if m.name == "shoulder"), 29)

    def test_locks_run_down_evenly(self) -> None:
        """Each point lies below the one before, none far from it: a lock is one line."""
        moment = look_of(goal={"style": "rod_set"}).moments[1]
        for strand in moment.strands:
            steps = [after[1] - before[1] for before, after in pairwise(strand)]
            self.assertGreater(len(set(strand)), len(strand) // 2)
            self.assertLess(max(map(abs, steps)), 0.2 * abs(strand[-1][1] - strand[0][1]) + 0.5)

    def test_locks_stay_in_the_silhouette(self) -> None:
        for moment in look_of(goal={"style": "rod_set"}).moments:
            area = shapely.Polygon(moment.outline).buffer(0.6)
            for strand in moment.strands:
                self.assertTrue(all(area.contains(shapely.Point(point)) for point in strand))


class WorkedTest(TestCase):
    """Worked by hand from the own values."""

    def test_definition_fades_to_1_over_e_and_twice_as_fast_in_humid_air(self) -> None:
        for days, rh in ((14, 0.5), (7, 0.75)):
            faded = appearance.definition_on(days, 0.8, rh)
            self.assertAlmostEqual(faded, 0.8 / math.e, places=3)

    def test_a_litre_of_hair(self) -> None:
        # 28 g are loose in a litre, 78 g fully defined; saturated air swells it by 0.8 × 0.5.
        for grams, definition, rh, litres in ((28, 0, 0.5, 1), (78, 1, 0.3, 1), (28, 0, 1, 1.4)):
            self.assertAlmostEqual(appearance.volume(grams, definition, rh), 1000 * litres)

    def test_hair_lies_on_an_ellipse_and_then_hangs(self) -> None:
        shape = appearance.Silhouette(half_cm=9, end_cm=31, layer_cm=3)
        # A quarter of about π/2 × (9 + 11)/2 = 15.7 cm, then 20 cm straight down to the ends.
        quarter, whole = 15.708, 35.708
        expected = {
            0: ((0, 0), (0, -1)),
            quarter / whole: ((9, 11), (1, 0)),
            quarter / whole / 2: ((6.364, 3.222), (0.774, -0.633)),
            1: ((9, 31), (1, 0)),
        }
        for share, place in expected.items():
            for seen, want in zip(shape.inner(share), place, strict=True):
                self.assertAlmostEqual(seen[0], want[0], 2)
                self.assertAlmostEqual(seen[1], want[1], 2)
