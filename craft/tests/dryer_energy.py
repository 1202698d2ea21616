"""Heat that drying takes against heat that a dryer has, over services, heads and settings.

Nothing of the drying law is in it: the water is weighed before and after, and a dryer gives what
its plug does. Latent heat: 2 430 kJ/kg at 30 °C, ASHRAE Handbook—Fundamentals, steam tables (from
memory). What air carries: its humidity once saturated at its wet bulb, by psychrolib. Power of
dryers: common practice, no source.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass
from itertools import product

import psychrolib

from craft.contract import PlanRequest, parse
from craft.errors import CraftError
from craft.physics.drying import dry_at
from craft.plan.forecast import forecast_of
from craft.plan.prepare import prepare
from craft.tests.requests import plan_request
from craft.vocabulary import Dryer, StageKind

LATENT_KJ_PER_KG = 2430.0
#: Electric power of a hood and of a hand dryer [W], by the heat that is set.
POWER_W = {
    (Dryer.HOOD, "low"): 600.0,
    (Dryer.HOOD, "medium"): 900.0,
    (Dryer.DIFFUSER, "low"): 800.0,
    (Dryer.DIFFUSER, "medium"): 1200.0,
}
#: The air a dryer draws in, and the heat that warms it.
ROOM_C, ROOM_RH, PASCAL, AIR_KJ_PER_KG_K = 22.0, 0.5, 101_325.0, 1.006
BLOWN = (StageKind.HOOD, StageKind.DIFFUSER)
STYLES = ("two_strand_twist_out", "finger_coils", "rod_set", "shingle_wash_and_go", "scrunch_waves")
HEADS: tuple[dict[str, object], ...] = (
    {"length_cm": 10, "density_per_cm2": 140},
    {"length_cm": 25, "density_per_cm2": 180},
    {"length_cm": 55, "density_per_cm2": 260},
)


@dataclass(frozen=True)
class Dried:
    """What a dryer did to a head.

    Args:
        name: service, length and dryer
        water_g: that left at the most while it ran
        minutes: under it
        used_kj, given_kj: heat for that water, and heat out of the plug
        carries_g: water that the blown air can carry off until it is saturated
    """

    name: str
    water_g: float
    minutes: float
    used_kj: float
    given_kj: float
    carries_g: float

    @property
    def share(self) -> float:
        """Of the heat that went into water, 0 to 1 where energy is kept."""
        return self.used_kj / self.given_kj


def dryer_runs() -> Iterator[Dried]:
    """Every dryer stage of the services, heads and settings."""
    settings = product(STYLES, HEADS, POWER_W, ("low", "medium", "high"))
    for style, head, (dryer, heat), air in settings:
        asked = plan_request(
            goal={"style": style, "max_heat": heat},
            hair=dict(head),
            dry=dryer.value,
            details={"airflow": air},
        )
        try:
            case = prepare(parse(PlanRequest, asked))
            forecast = forecast_of(case)
        except CraftError:
            # A style that no dryer is used for.
            continue
        blown = [each for each in forecast.stages if each.kind in BLOWN]
        if not blown or not forecast.dryer_min:
            continue
        # All other sections are at most as dry as the air lets them be.
        rest = min(dry_at(blown), forecast.water)
        at_end = forecast.run.water_at(forecast.dryer_min / 60)
        left = min(at_end, rest)
        hair_kg = math.fsum(section.grams for section in case.sections) / 1000
        gives_kw = POWER_W[dryer, heat] / 1000
        seconds = forecast.dryer_min * 60
        water_kg = (forecast.water - left) * hair_kg
        yield Dried(
            f"{style}, {head['length_cm']} cm, {dryer.value} {heat} heat {air} air",
            water_kg * 1000,
            forecast.dryer_min,
            water_kg * LATENT_KJ_PER_KG,
            gives_kw * seconds,
            1000 * seconds * gives_kw * carried_kg_per_kj(max(each.temp_c for each in blown)),
        )


def carried_kg_per_kj(temp_c: float) -> float:
    """Water that warmed air carries off for the heat put into it [kg/kJ].

    Args:
        temp_c: it is blown at [°C]
    """
    room = psychrolib.GetHumRatioFromRelHum(ROOM_C, ROOM_RH, PASCAL)
    wet = psychrolib.GetTWetBulbFromHumRatio(temp_c, room, PASCAL)
    more = psychrolib.GetSatHumRatio(wet, PASCAL) - room
    return float(more / (AIR_KJ_PER_KG_K * (temp_c - ROOM_C)))
