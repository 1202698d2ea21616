"""Curl geometry: worked values, and the retention formula of cosmetic science (from memory)."""

import math
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from scipy import integrate

from craft.physics import curl, winding
from craft.vocabulary import Landmark, Pattern


class CurlTest(TestCase):
    def test_index_and_shrinkage(self) -> None:
        index = curl.curl_index(30, 12)
        self.assertAlmostEqual(index, 2.5)
        self.assertAlmostEqual(curl.shrinkage(index), 0.6)

    def test_helix(self) -> None:
        # Worked: 30 cm of hair in curls of 0.8 cm rising 1.0 cm a turn.
        coil = curl.helix(30, 0.8, 1.0)
        self.assertAlmostEqual(coil.turns, 11.09, delta=0.005)
        self.assertAlmostEqual(coil.hanging_cm, 11.09, delta=0.005)
        self.assertAlmostEqual(coil.shrinkage, 0.630, delta=0.0005)

    def test_helix_against_the_arc_length_integral(self) -> None:
        # The length along a helix of the computed turns is the hair that went in (scipy).
        diameter, pitch = 1.3, 0.7
        coil = curl.helix(24, diameter, pitch)
        speed = math.hypot(diameter / 2, pitch / (2 * math.pi))
        length, _ = integrate.quad(lambda _: speed, 0, 2 * math.pi * coil.turns)
        self.assertAlmostEqual(length, 24, places=6)

    @given(st.floats(5, 60), st.floats(0.2, 1), st.floats(0.1, 1), st.floats(0, 1))
    def test_what_is_kept_lies_between_nothing_and_all(
        self, stretched: float, natural: float, released: float, moved: float
    ) -> None:
        natural_cm, released_cm = stretched * natural, stretched * released
        later = released_cm + (natural_cm - released_cm) * moved
        kept = curl.shape_kept(stretched, natural_cm, released_cm, later)
        if kept is None:
            self.assertLess(abs(natural_cm - released_cm), curl.MOVED_LEAST_CM)
        else:
            self.assertTrue(-1e-6 <= kept <= 100 + 1e-6, kept)

    def test_stretch_kept(self) -> None:
        self.assertAlmostEqual(curl.stretch_kept(10, 18, 14), 50)
        self.assertAlmostEqual(curl.shape_kept(25, 10, 18, 18) or 0, 100)

    def test_curl_retention(self) -> None:
        # Usual formula of the humidity test, from memory; worked: 30, 15, 18 → 80 %.
        self.assertAlmostEqual(curl.curl_retention(30, 15, 18), 80)

    @given(st.floats(1, 150), st.floats(1, 5), st.floats(0, 1))
    def test_finished_length_lies_between_natural_and_straight(
        self, length: float, index: float, stretch: float
    ) -> None:
        coil = curl.finished_length(length, index, stretch)
        self.assertGreaterEqual(coil, length / index - 1e-9)
        self.assertLessEqual(coil, length + 1e-9)

    def test_landmarks_grow(self) -> None:
        names = [curl.landmark(length) for length in (5, 10, 15, 20, 30, 40, 50, 90)]
        self.assertEqual(len(set(names)), len(names))
        self.assertEqual(names[2], "jaw")

    def test_landmarks_of_a_person(self) -> None:
        self.assertEqual(curl.landmark(22), "chin")
        self.assertEqual(curl.landmark(22, {Landmark.CHIN: 21.0}), "shoulder")

    def test_pitch_gives_back_the_index(self) -> None:
        for pattern, index in curl.TYPICAL_CURL_INDEX.items():
            diameter = curl.TYPICAL_CURL_MM[pattern]
            coil = curl.helix(300, diameter, curl.pitch(index, diameter))
            self.assertAlmostEqual(1 / (1 - coil.shrinkage), index)

    def test_a_drawn_strand_hangs_as_long_as_its_shrinkage_says(self) -> None:
        for pattern, index in curl.TYPICAL_CURL_INDEX.items():
            points = curl.drawing(index, curl.TYPICAL_CURL_MM[pattern])
            down = points[-1][1]
            slack = curl.DRAWN_TILT * curl.TYPICAL_CURL_MM[pattern]
            self.assertAlmostEqual(down, curl.DRAWN_MM / index, delta=slack + 0.01)

    def test_tighter_patterns_have_smaller_coils(self) -> None:
        # Common practice, no source: from waves to coils the curl gets tighter.
        sizes = [curl.TYPICAL_CURL_MM[pattern] for pattern in Pattern]
        self.assertEqual(sizes, sorted(sizes, reverse=True))


class SpringTest(TestCase):
    """A released curl hangs as a spring under its own weight."""

    WOUND = 0.2

    def hangs(self, length: float, across_cm: float, strand_um: float = 70) -> float:
        return curl.spring_length(length, across_cm, strand_um, self.WOUND * across_cm)

    def test_against_the_sum_over_short_pieces(self) -> None:
        # Each piece of hair rises by its own pitch; summed numerically from the tip (scipy).
        length, across, strand = 0.30, 0.016, 70e-6
        rate = 1.0e9 * strand**4 / (8 * across**3)

        def rises(below: float) -> float:
            weight = 1320 * math.pi * strand**2 / 4 * 9.81 * below
            pitch = self.WOUND * across + weight / rate
            return pitch / math.hypot(math.pi * across, pitch)

        summed, _ = integrate.quad(rises, 0, length)
        self.assertAlmostEqual(self.hangs(30, 1.6), summed * 100, places=6)

    def test_worked_rods(self) -> None:
        # Worked: 30 cm, 70 µm, rods of 10, 16, 20, 25 mm hang at about 8, 11, 16, 22 cm. The curl
        # is wider than its rod by the hair on it and by how it opens (a own value).
        for rod, worked in ((10, 8), (16, 11), (20, 16), (25, 22)):
            across = winding.wind(4.3, 30, rod).mean_mm / 10 * 1.175
            self.assertAlmostEqual(self.hangs(30, across), worked, delta=0.21 * worked)

    @given(st.floats(5, 90), st.floats(0.3, 6), st.floats(1.01, 3), st.floats(40, 110))
    def test_a_larger_rod_never_hangs_shorter(
        self, length: float, across: float, wider: float, strand: float
    ) -> None:
        narrow, wide = (self.hangs(length, size, strand) for size in (across, across * wider))
        self.assertGreaterEqual(wide, narrow - 1e-9)
        self.assertLessEqual(wide, length + 1e-9)

    @given(st.floats(5, 90), st.floats(0.3, 6), st.floats(40, 100), st.floats(1.01, 2))
    def test_finer_strands_hang_longer(
        self, length: float, across: float, strand: float, coarser: float
    ) -> None:
        fine, coarse = (self.hangs(length, across, size) for size in (strand, strand * coarser))
        self.assertGreaterEqual(fine, coarse - 1e-9)
