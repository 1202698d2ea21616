"""Moist air against CoolProp (test only), an implementation independent of psychrolib."""

from unittest import TestCase

from CoolProp.CoolProp import PropsSI
from CoolProp.HumidAirProp import HAPropsSI

from craft.physics import air


class AirTest(TestCase):
    def test_wet_bulb_worked_values(self) -> None:
        worked = {(22, 0.50): 15.43, (24, 0.75): 20.76, (50, 0.08): 22.7}
        for (temp, rh), expected in worked.items():
            self.assertAlmostEqual(air.wet_bulb(temp, rh), expected, delta=0.05)

    def test_wet_bulb_against_coolprop(self) -> None:
        for temp in (10, 18, 22, 26, 35, 50):
            for rh in (0.08, 0.3, 0.5, 0.75, 0.95):
                reference = HAPropsSI("B", "T", temp + 273.15, "P", 101325, "R", rh) - 273.15
                self.assertAlmostEqual(air.wet_bulb(temp, rh), reference, delta=0.15)

    def test_vapour_density_against_coolprop(self) -> None:
        for temp in (10, 22, 35, 50):
            ours = air.vapour_density(air.saturation_pressure(temp), temp)
            reference = PropsSI("D", "T", temp + 273.15, "Q", 1, "Water")
            self.assertAlmostEqual(ours / reference, 1, delta=0.01)

    def test_no_deficit_in_saturated_air(self) -> None:
        self.assertAlmostEqual(air.drying_deficit(22, 1.0), 0, places=9)

    def test_deficit_falls_with_humidity(self) -> None:
        deficits = [air.drying_deficit(22, rh / 20) for rh in range(21)]
        self.assertEqual(deficits, sorted(deficits, reverse=True))

    def test_a_dryer_dries_the_air(self) -> None:
        # 22 °C at 50 % warmed to 50 °C: vapour pressure 1.32 kPa over 12.35 kPa (steam table).
        self.assertAlmostEqual(air.warmed_humidity(22, 0.5, 50), 1.32 / 12.35, delta=0.001)
