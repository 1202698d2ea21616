"""Properties of minutes, lengths and doses over their whole ranges."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.physics import air, curl, fibre
from craft.products import doses
from craft.vocabulary import Level, Role, Strand
from craft.work import timing

LENGTHS = st.floats(1, 150)
DENSE = st.floats(20, 450)
THICK = st.floats(20, 150)


class FibreLawsTest(TestCase):
    @given(st.integers(1, 200_000), THICK, LENGTHS)
    def test_mass_and_surface_grow_together(self, hairs: int, um: float, cm: float) -> None:
        # A cylinder's mass over its surface is ρd/4.
        per_surface = fibre.mass(hairs, um, cm) / fibre.surface(hairs, um, cm)
        self.assertAlmostEqual(per_surface / (1.32e6 * um * 1e-6 / 4), 1, places=9)

    @given(DENSE)
    def test_every_density_has_a_class(self, per_cm2: float) -> None:
        self.assertIn(fibre.density_class(per_cm2), list(Level))

    @given(THICK)
    def test_every_strand_has_a_class(self, um: float) -> None:
        self.assertIn(fibre.strand_class(um), list(Strand))

    @given(st.lists(st.integers(0, 200), min_size=1, max_size=8), st.floats(0.05, 1))
    def test_the_count_lies_within_its_interval(self, counts: list[int], field: float) -> None:
        value, low, high = fibre.counted_density(counts, field)
        self.assertLessEqual(low, value)
        self.assertLess(value, high)

    @given(st.lists(st.integers(5, 60), min_size=1, max_size=4))
    def test_more_fields_narrow_the_interval(self, counts: list[int]) -> None:
        def width(interval: list[int]) -> float:
            _, low, high = fibre.counted_density(interval, 0.2)
            return high - low

        self.assertLess(width(counts * 2), width(counts))


class CurlLawsTest(TestCase):
    @given(LENGTHS, st.floats(0.2, 5), st.floats(0.1, 5))
    def test_a_helix_hangs_shorter_than_its_hair(self, cm: float, wide: float, rise: float) -> None:
        coil = curl.helix(cm, wide, rise)
        self.assertLess(coil.hanging_cm, cm)
        self.assertAlmostEqual(coil.hanging_cm / cm, 1 - coil.shrinkage)

    @given(LENGTHS, st.floats(1, 4), st.floats(0, 0.9), st.floats(0.01, 0.1))
    def test_more_stretch_never_hangs_shorter(
        self, cm: float, index: float, stretch: float, more: float
    ) -> None:
        less = curl.finished_length(cm, index, stretch)
        self.assertGreaterEqual(curl.finished_length(cm, index, stretch + more), less - 1e-9)

    @given(st.floats(1, 10))
    def test_index_and_shrinkage_go_together(self, index: float) -> None:
        self.assertTrue(0 <= curl.shrinkage(index) < 1)

    def test_retention_runs_from_all_to_none(self) -> None:
        self.assertEqual(curl.curl_retention(30, 15, 15), 100)
        self.assertEqual(curl.curl_retention(30, 15, 30), 0)


class TimingLawsTest(TestCase):
    @given(st.floats(1, 120), st.floats(0.01, 0.6))
    def test_a_range_holds_its_minutes(self, minutes: float, spread: float) -> None:
        low, high = timing.minutes_range(minutes, spread)
        self.assertTrue(0 < low < minutes < high)

    @given(st.floats(20, 400), st.floats(0, 120), st.sampled_from([2, 3, 4]))
    def test_detangling_takes_time(self, grams: float, days: float, family: int) -> None:
        self.assertGreater(timing.detangle_minutes(grams, days, family), 0)


class DoseLawsTest(TestCase):
    @given(
        st.sampled_from(sorted(doses.FILM_G_PER_M2)),
        st.sampled_from(list(Level)),
        st.sampled_from(list(Strand)),
        st.floats(0, 1),
    )
    def test_films_are_within_reason(
        self, role: Role, porosity: Level, strand: Strand, definition: float
    ) -> None:
        film = doses.film(role, porosity, strand, definition)
        self.assertTrue(0.4 * film.base_g_per_m2 < film.g_per_m2 < 1.6 * film.base_g_per_m2)

    @given(st.floats(0, 0.9), st.floats(0.01, 0.1))
    def test_more_definition_takes_more_gel(self, wish: float, more: float) -> None:
        self.assertGreater(doses.hold_factor(wish + more), doses.hold_factor(wish))

    def test_the_middle_of_the_scale_is_the_standard_film(self) -> None:
        self.assertAlmostEqual(doses.hold_factor(0.5), 1)


class AirLawsTest(TestCase):
    @given(st.floats(5, 45), st.floats(0.05, 0.99))
    def test_the_wet_bulb_is_never_warmer(self, temp: float, rh: float) -> None:
        self.assertLessEqual(air.wet_bulb(temp, rh), temp + 1e-6)

    @given(st.floats(10, 40), st.floats(0.05, 0.95), st.floats(0.5, 30))
    def test_warming_dries_the_air(self, temp: float, rh: float, more: float) -> None:
        self.assertLess(air.warmed_humidity(temp, rh, temp + more), rh)
