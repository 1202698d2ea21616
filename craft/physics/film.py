"""The film of air round a wet section: heat in, vapour out.

Sources:
    [1] Churchill & Bernstein, *Journal of Heat Transfer* 99 (1977) 300: forced flow across a
        cylinder. From memory; checked against the library ht.
    [2] Churchill & Chu, *International Journal of Heat and Mass Transfer* 18 (1975) 1049: natural
        convection round a horizontal cylinder. From memory; checked against the library ht.
    [3] Combined as the cube root of the sum of cubes, e.g. Incropera & DeWitt, *Fundamentals of
        Heat and Mass Transfer*. From memory.
    [4] Lewis relation between heat and mass transfer, any text on psychrometry.
    [5] Sutherland's law for the viscosity of air; a power law for its conductivity. Handbook, from
        memory; checked against CoolProp.
"""

import math
from dataclasses import dataclass
from functools import lru_cache

from scipy.optimize import brentq

from craft.physics.air import (
    STANDARD_PRESSURE_PA,
    ZERO_CELSIUS_K,
    saturation_pressure,
    vapour_density,
    wet_bulb,
)

GRAVITY = 9.81
#: Heat capacity of air [J/(kg K)] and its gas constant. Handbook, from memory.
AIR_J_PER_KG_K, AIR_GAS_CONSTANT = 1007.0, 287.05
#: Lewis number of water vapour in air; handbooks give 0.85 to 0.87. From memory.
LEWIS = 0.857
#: Radiation: Stefan-Boltzmann constant [W/(m² K⁴)], and how black wet hair is. Handbook.
STEFAN_BOLTZMANN, EMISSIVITY = 5.670e-8, 0.97
#: Heat of evaporation at 0 °C [J/kg], and by how much less it is for each degree. Handbook.
EVAPORATION_J_KG, EVAPORATION_LESS = 2.501e6, 2360.0
#: How far from the wet bulb a surface is looked for [K].
COLDER_K, WARMER_K = 2.0, 60.0


@dataclass(frozen=True)
class Air:
    """Air at the temperature of the film.

    Args:
        viscosity: kinematic [m²/s]
        conductivity: of heat [W/(m K)]
        prandtl: Prandtl number
        density: [kg/m³]
    """

    viscosity: float
    conductivity: float
    prandtl: float
    density: float


@lru_cache(maxsize=1024)
def air_at(temp_c: float) -> Air:
    """Dry air at a temperature [°C], 0 to 90. Source: [5]."""
    kelvin = temp_c + ZERO_CELSIUS_K
    dynamic = 1.458e-6 * kelvin**1.5 / (kelvin + 110.4)
    conductivity = 0.02624 * (kelvin / 300) ** 0.8646
    density = STANDARD_PRESSURE_PA / (AIR_GAS_CONSTANT * kelvin)
    return Air(dynamic / density, conductivity, dynamic * AIR_J_PER_KG_K / conductivity, density)


def forced_nusselt(reynolds: float, prandtl: float) -> float:
    """Nusselt number of flow across a cylinder, for Reynolds · Prandtl above 0.2. Source: [1]."""
    laminar = 0.62 * math.sqrt(reynolds) * prandtl ** (1 / 3)
    laminar /= (1 + (0.4 / prandtl) ** (2 / 3)) ** 0.25
    return float(0.3 + laminar * (1 + (reynolds / 282_000) ** (5 / 8)) ** (4 / 5))


def natural_nusselt(rayleigh: float, prandtl: float) -> float:
    """Nusselt number of still air round a horizontal cylinder. Source: [2]."""
    of_prandtl = (1 + (0.559 / prandtl) ** (9 / 16)) ** (8 / 27)
    return float((0.60 + 0.387 * rayleigh ** (1 / 6) / of_prandtl) ** 2)


def heat_transfer(diameter_m: float, speed_m_s: float, temp_c: float, surface_c: float) -> float:
    """Heat-transfer coefficient of the film [W/(m² K)].

    Args:
        diameter_m: of the section [m], > 0
        speed_m_s: of the air [m/s], >= 0
        temp_c: of the air [°C]
        surface_c: of the wet surface [°C]
    Source: [1], [2], combined as [3]; properties of air halfway between both temperatures.
    """
    between_c = (temp_c + surface_c) / 2
    air = air_at(round(between_c, 1))
    forced = forced_nusselt(speed_m_s * diameter_m / air.viscosity, air.prandtl)
    lift = GRAVITY * abs(temp_c - surface_c) / (between_c + ZERO_CELSIUS_K)
    rayleigh = lift * diameter_m**3 * air.prandtl / air.viscosity**2
    natural = natural_nusselt(rayleigh, air.prandtl)
    return float((forced**3 + natural**3) ** (1 / 3) * air.conductivity / diameter_m)


def mass_transfer(film_w_m2_k: float, temp_c: float) -> float:
    """Mass-transfer coefficient of the same film [m/s]. Source: [4]."""
    density = air_at(round(temp_c, 1)).density
    return film_w_m2_k / (density * AIR_J_PER_KG_K * math.pow(LEWIS, 2 / 3))


def evaporation_heat(surface_c: float) -> float:
    """Heat that a kilogram of water needs to evaporate [J/kg]. Handbook, from memory."""
    return EVAPORATION_J_KG - EVAPORATION_LESS * surface_c


def heat_in(
    diameter_m: float, temp_c: float, speed_m_s: float, scalp_w_m2: float, surface_c: float
) -> float:
    """Heat that reaches a wet surface: from the air, by radiation, from the scalp [W/m²]."""
    film = heat_transfer(diameter_m, speed_m_s, temp_c, surface_c)
    mean_k = (temp_c + surface_c) / 2 + ZERO_CELSIUS_K
    radiated = 4 * EMISSIVITY * STEFAN_BOLTZMANN * mean_k**3
    return (film + radiated) * (temp_c - surface_c) + scalp_w_m2


def vapour_out(
    diameter_m: float, temp_c: float, rh: float, speed_m_s: float, surface_c: float
) -> float:
    """Vapour that leaves a wet surface of a temperature [kg/(m² s)]; negative where dew falls."""
    film = heat_transfer(diameter_m, speed_m_s, temp_c, surface_c)
    of_air = vapour_density(rh * saturation_pressure(temp_c), temp_c)
    at_surface = vapour_density(saturation_pressure(surface_c), surface_c)
    return mass_transfer(film, (temp_c + surface_c) / 2) * (at_surface - of_air)


@lru_cache(maxsize=4096)
def surface_temperature(
    diameter_m: float, temp_c: float, rh: float, speed_m_s: float, scalp_w_m2: float = 0.0
) -> float:
    """Temperature at which a wet section settles [°C]: what reaches it evaporates.

    With radiation it lies a little above the wet bulb.

    Args:
        diameter_m: of the section [m], > 0
        temp_c: of the air [°C], -10 to 90
        rh: its relative humidity as a fraction, 0 to 1
        speed_m_s: of the air [m/s], >= 0
        scalp_w_m2: heat of the scalp [W/m²], >= 0
    Source: heat balance.
    """

    def gap(surface_c: float) -> float:
        out = vapour_out(diameter_m, temp_c, rh, speed_m_s, surface_c)
        into = heat_in(diameter_m, temp_c, speed_m_s, scalp_w_m2, surface_c)
        return into - evaporation_heat(surface_c) * out

    low = wet_bulb(temp_c, rh) - COLDER_K
    return float(brentq(gap, low, temp_c + WARMER_K, xtol=1e-3))


@lru_cache(maxsize=4096)
def evaporation(
    diameter_m: float, temp_c: float, rh: float, speed_m_s: float, scalp_w_m2: float = 0.0
) -> float:
    """Water that leaves a wet section [kg/(m² s)].

    Args: as for `surface_temperature`
    """
    surface_c = surface_temperature(diameter_m, temp_c, rh, speed_m_s, scalp_w_m2)
    return max(0.0, vapour_out(diameter_m, temp_c, rh, speed_m_s, surface_c))
