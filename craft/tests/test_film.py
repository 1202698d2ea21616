"""The film of air against other people's: the library ht, CoolProp, the wet bulb."""

from unittest import TestCase

from CoolProp import HumidAirProp
from CoolProp.CoolProp import PropsSI
from ht import Nu_cylinder_Churchill_Bernstein, Nu_horizontal_cylinder_Churchill_Chu

from craft.physics import film
from craft.physics.air import wet_bulb
from craft.physics.drying import Stage, dry_at
from craft.physics.fibre import HYSTERESIS, REGAIN, REGAIN_RH, SATURATION_REGAIN, regain
from craft.vocabulary import StageKind


def air(rh: float) -> Stage:
    return Stage(StageKind.AIR, 22, rh)


class CorrelationsTest(TestCase):
    def test_forced_flow_against_ht(self) -> None:
        for reynolds in (1, 3, 10, 33, 66, 130, 650, 2600, 5000):
            own = film.forced_nusselt(reynolds, 0.71)
            other = Nu_cylinder_Churchill_Bernstein(Re=reynolds, Pr=0.71)
            self.assertAlmostEqual(own / other, 1, delta=1e-6)

    def test_natural_convection_against_ht(self) -> None:
        for rayleigh in (0.1, 10, 100, 660, 5e3, 5e5, 1e7):
            own = film.natural_nusselt(rayleigh, 0.71)
            other = Nu_horizontal_cylinder_Churchill_Chu(Pr=0.71, Gr=rayleigh / 0.71)
            self.assertAlmostEqual(own / other, 1, delta=1e-6)

    def test_air_against_coolprop(self) -> None:
        for temp in (-10, 5, 22, 37, 50, 70):
            air = film.air_at(temp)
            kelvin = temp + 273.15
            conductivity = PropsSI("L", "T", kelvin, "P", 101325, "Air")
            density = PropsSI("D", "T", kelvin, "P", 101325, "Air")
            viscosity = PropsSI("V", "T", kelvin, "P", 101325, "Air") / density
            self.assertAlmostEqual(air.conductivity / conductivity, 1, delta=0.01)
            self.assertAlmostEqual(air.viscosity / viscosity, 1, delta=0.01)
            self.assertAlmostEqual(air.density / density, 1, delta=0.002)

    def test_heat_of_evaporation_against_coolprop(self) -> None:
        for temp in (5, 15, 25, 40):
            gas, liquid = (PropsSI("H", "T", temp + 273.15, "Q", q, "Water") for q in (1, 0))
            self.assertAlmostEqual(film.evaporation_heat(temp) / (gas - liquid), 1, delta=0.003)

    def test_worked_films(self) -> None:
        self.assertAlmostEqual(film.heat_transfer(0.010, 0.1, 22, 16), 11.6, delta=0.1)
        self.assertAlmostEqual(film.heat_transfer(0.020, 0.1, 22, 16), 8.2, delta=0.1)
        self.assertAlmostEqual(film.heat_transfer(0.010, 1.0, 50, 23), 33, delta=1)


class SurfaceTest(TestCase):
    def test_a_fast_stream_settles_at_the_wet_bulb(self) -> None:
        """Without radiation to speak of it is the wet bulb (CoolProp); Lewis < 1 cools a little."""
        for temp, rh in ((22, 0.5), (30, 0.3), (45, 0.12), (20, 0.85)):
            kelvin = temp + 273.15
            other = HumidAirProp.HAPropsSI("B", "T", kelvin, "R", rh, "P", 101325) - 273.15
            own = film.surface_temperature(0.003, temp, rh, 30.0)
            self.assertAlmostEqual((temp - own) / (temp - other), 1, delta=0.09)

    def test_radiation_keeps_it_a_little_above(self) -> None:
        # Worked: 22 °C, 50 %, 10 mm: 16.0 against 15.4.
        settled = film.surface_temperature(0.010, 22, 0.5, 0.1)
        self.assertAlmostEqual(settled, 16.0, delta=0.1)
        self.assertAlmostEqual(wet_bulb(22, 0.5), 15.4, delta=0.1)

    def test_the_scalp_warms_it(self) -> None:
        cold = film.evaporation(0.015, 22, 0.5, 0.1)
        self.assertGreater(film.evaporation(0.015, 22, 0.5, 0.1, 30.0), cold)


class RegainTest(TestCase):
    def test_published_values(self) -> None:
        # Robbins, from memory.
        for rh, water in zip(REGAIN_RH, REGAIN, strict=True):
            self.assertAlmostEqual(regain(rh), water)

    def test_hair_that_dries_gets_to_what_feels_dry(self) -> None:
        """Hair that dries rests higher than hair that takes up water (Chamberlain & Speakman)."""
        for step in range(5, 100):
            self.assertLessEqual(regain(step / 100) + HYSTERESIS, dry_at([air(step / 100)]) + 1e-9)

    def test_dry_air_leaves_little_water(self) -> None:
        # A monolayer holds about 0.04 g/g by 10 % (wool and hair, BET; from memory), then it eases.
        self.assertAlmostEqual(regain(0.10), 0.041, delta=0.005)
        self.assertGreater(regain(0.05) / 0.05, 1.5 * regain(0.3) / 0.3)

    def test_it_rises_with_the_humidity(self) -> None:
        values = [regain(step / 100) for step in range(101)]
        self.assertEqual(values, sorted(values))
        self.assertEqual(values[-1], SATURATION_REGAIN)
