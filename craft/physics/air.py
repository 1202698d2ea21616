"""Moist air: how much more water it can take from wet hair.

Sources:
    [1] ASHRAE Handbook—Fundamentals, chapter Psychrometrics, through the package psychrolib.
"""

from functools import lru_cache

import psychrolib

psychrolib.SetUnitSystem(psychrolib.SI)

#: Pressure of the standard atmosphere at sea level [Pa]. Source: [1].
STANDARD_PRESSURE_PA = 101_325.0
#: Specific gas constant of water vapour [J/(kg K)]. Source: [1].
VAPOUR_GAS_CONSTANT = 461.5
ZERO_CELSIUS_K = 273.15


@lru_cache(maxsize=4096)
def wet_bulb(temp_c: float, rh: float) -> float:
    """Thermodynamic wet-bulb temperature, the temperature a wet surface settles at.

    Args:
        temp_c: dry-bulb temperature [°C], 0 to 90
        rh: relative humidity as a fraction, 0 to 1
    Returns:
        temperature [°C]
    Source: [1].
    """
    return float(psychrolib.GetTWetBulbFromRelHum(temp_c, rh, STANDARD_PRESSURE_PA))


def saturation_pressure(temp_c: float) -> float:
    """Saturation vapour pressure of water [Pa] at a temperature [°C]. Source: [1]."""
    return float(psychrolib.GetSatVapPres(temp_c))


def vapour_density(pressure_pa: float, temp_c: float) -> float:
    """Density of water vapour [kg/m³] at a partial pressure [Pa] and a temperature [°C]."""
    return pressure_pa / (VAPOUR_GAS_CONSTANT * (temp_c + ZERO_CELSIUS_K))


@lru_cache(maxsize=4096)
def drying_deficit(temp_c: float, rh: float) -> float:
    """Vapour density at a wet surface minus that of the air around it.

    Args:
        temp_c: dry-bulb temperature [°C], 0 to 90
        rh: relative humidity as a fraction, 0 to 1
    Returns:
        difference [kg/m³]; 0 in saturated air
    Source: [1] for both vapour pressures, ideal gas for the densities.
    """
    surface_c = wet_bulb(temp_c, rh)
    at_surface = vapour_density(saturation_pressure(surface_c), surface_c)
    of_air = vapour_density(rh * saturation_pressure(temp_c), temp_c)
    return max(0.0, at_surface - of_air)


@lru_cache(maxsize=4096)
def dew_point(temp_c: float, rh: float) -> float:
    """Temperature at which the water in the air begins to settle [°C].

    Args:
        temp_c: dry-bulb temperature [°C]
        rh: relative humidity as a fraction, 0 to 1
    Source: [1].
    """
    driest = 0.001
    return float(psychrolib.GetTDewPointFromRelHum(temp_c, max(rh, driest)))


def humidity_of_dew_point(temp_c: float, dew_c: float) -> float:
    """Relative humidity of air with a dew point.

    Args:
        temp_c: temperature [°C]
        dew_c: its dew point [°C]; above the temperature the air is saturated
    Returns:
        relative humidity as a fraction, at most 1
    Source: [1].
    """
    return min(1.0, saturation_pressure(dew_c) / saturation_pressure(temp_c))


#: Water that people, cooking and washing add to the air of a home [kg/m³]. Own value.
HOME_ADDS_KG_PER_M3 = 0.0025


def indoors(outside_c: float, outside_rh: float, home_c: float) -> float:
    """Relative humidity in a home that is aired with the air outside.

    Args:
        outside_c: temperature outside [°C]
        outside_rh: relative humidity outside as a fraction
        home_c: temperature inside [°C]
    Returns:
        relative humidity as a fraction, at most 1
    Source: [1], vapour density kept, with what a household adds (own value).
    """
    outside = vapour_density(outside_rh * saturation_pressure(outside_c), outside_c)
    inside = outside + HOME_ADDS_KG_PER_M3
    return min(1.0, inside / vapour_density(saturation_pressure(home_c), home_c))


def warmed_humidity(temp_c: float, rh: float, to_c: float) -> float:
    """Relative humidity of room air after a dryer has warmed it without adding water.

    Args:
        temp_c: room temperature [°C]
        rh: relative humidity of the room as a fraction
        to_c: temperature in the dryer [°C]
    Returns:
        relative humidity as a fraction, at most 1
    Source: [1], constant vapour pressure.
    """
    return min(1.0, rh * saturation_pressure(temp_c) / saturation_pressure(to_c))
