"""Hood, bonnet and diffuser as they are set for one head: heat, air, and how they are held."""

import math

from craft.head.geometry import radius
from craft.messages import say
from craft.physics import rates
from craft.physics.air import warmed_humidity
from craft.physics.rates import Stage
from craft.plan.case import Case
from craft.plan.details import does
from craft.vocabulary import Detail, Dryer, Heat, Manner, SetKind, StageKind, Station

#: Temperature at the hair by dryer and allowed heat [°C]. Own values.
DRYER_TEMP_C = {
    (Dryer.HOOD, Heat.LOW): 40.0,
    (Dryer.HOOD, Heat.MEDIUM): 50.0,
    (Dryer.DIFFUSER, Heat.LOW): 38.0,
    (Dryer.DIFFUSER, Heat.MEDIUM): 42.0,
}
#: A diffuser is put away at this share; the rest dries in the air. Common practice, no source.
DIFFUSE_TO_SHARE = 0.9
#: How much cooler the air reaches the hair from a hovering diffuser, and through the hose of a
#: bonnet [°C]. Own values.
HOVER_COOLER_C, BONNET_COOLER_C = 3.0, 5.0
#: Share of the heat that arrives, against the usual: where the diffuser hovers, where one hand
#: holds the hair taut, where it moves on early, where a bonnet lies on the hair. Own values.
REACHES = {
    Manner.HOVERING: 0.8,
    Manner.TAUT: 0.85,
    Manner.SHORT_SPOTS: 0.9,
    Manner.BONNET: 0.9,
}
#: Air by its setting: speed against the usual, and heat that comes with it. Own values.
AIR_SPEED = {Manner.LOW: 0.5, Manner.MEDIUM: 1.0, Manner.HIGH: 1.5}
AIR_HEAT = {Manner.LOW: 0.8, Manner.MEDIUM: 1.0, Manner.HIGH: 1.15}
#: How far the hair stands off the head when it is loose [cm]. Own value.
ENVELOPE_CM = 3.0
#: What a diffuser covers at once, some 12 cm across [m²], and how long it is held there at a time
#: [s]. Own values.
SPOT_M2 = 0.012
HELD_S = {Manner.SPOTS: 60, Manner.TAUT: 60, Manner.HOVERING: 30, Manner.SHORT_SPOTS: 20}
#: Fetching, setting and checking [min]; a bonnet is pulled over and tied. Own values.
HOOD_SETUP_MIN, BONNET_SETUP_MIN = 1.5, 2.5

HEAT_WORDS = {Heat.LOW: say("Low heat"), Heat.MEDIUM: say("Medium heat")}
AIR_WORDS = {
    Manner.LOW: say("low air"),
    Manner.MEDIUM: say("medium air"),
    Manner.HIGH: say("high air"),
}


def outside_m2(case: Case, skirt_cm: float) -> float:
    """Outside of head and hair as it stands: a dome, and a skirt of what hangs below [m²].

    Args:
        case: the head
        skirt_cm: how far it hangs [cm]
    """
    reach_cm = radius(case.hair.head_cm) + ENVELOPE_CM
    return 2 * math.pi * reach_cm * (reach_cm + skirt_cm) / 1e4


def heat_of(case: Case) -> Heat:
    """Heat that the dryer is set to: as chosen, never more than may be used."""
    most = case.request.goal.max_heat
    if most is Heat.MEDIUM and does(case, Detail.HEAT, Manner.LOW):
        return Heat.LOW
    return most


def air_of(case: Case) -> Manner:
    """Air that the dryer is set to; medium where nothing is chosen."""
    return case.details.get(Detail.AIRFLOW, Manner.MEDIUM)


def is_bonnet(case: Case) -> bool:
    """Whether the hood is a soft bonnet."""
    return does(case, Detail.HOOD, Manner.BONNET)


def way_of(case: Case, kind: StageKind) -> Manner | None:
    """How the dryer is held, or what it is; None as usual."""
    detail = Detail.DIFFUSING if kind is StageKind.DIFFUSER else Detail.HOOD
    return case.details.get(detail)


def dryer_temp(case: Case, kind: StageKind) -> float:
    """Usual temperature at the hair under a dryer, as it is set [°C]."""
    heat = heat_of(case)
    temp = DRYER_TEMP_C[Dryer(kind), heat if heat is not Heat.NONE else Heat.LOW]
    way = way_of(case, kind)
    if way is Manner.HOVERING:
        return temp - HOVER_COOLER_C
    return temp - BONNET_COOLER_C if way is Manner.BONNET else temp


def dryer_reaches(case: Case, kind: StageKind) -> float:
    """Share of a dryer's heat that reaches the hair, against the usual."""
    way = way_of(case, kind)
    held = 1.0 if way is None else REACHES.get(way, 1.0)
    return held * AIR_HEAT[air_of(case)]


def dryer_stage(
    case: Case, kind: StageKind, minutes: float | None, temp_c: float | None = None
) -> Stage:
    """The stretch under a hood or diffuser [min], which warms the air of the room [°C]."""
    temp = dryer_temp(case, kind) if temp_c is None else temp_c
    room = case.request.room
    return Stage(
        kind=kind,
        temp_c=temp,
        rh=warmed_humidity(room.temp_c, room.rh, temp),
        hours=None if minutes is None else minutes / 60,
        until_share=DIFFUSE_TO_SHARE if kind is StageKind.DIFFUSER else 1.0,
        speed_m_s=rates.SPEED_M_S[kind] * AIR_SPEED[air_of(case)],
        reaches=dryer_reaches(case, kind),
    )


def hood_station(case: Case) -> Station:
    """Where a client sits to dry: a bonnet is tied on at the chair."""
    return Station.CHAIR if is_bonnet(case) else Station.HOOD


def hood_setup_min(case: Case) -> float:
    """Hands-on minutes of a hood or bonnet [min]."""
    return BONNET_SETUP_MIN if is_bonnet(case) else HOOD_SETUP_MIN


def hood_name(case: Case) -> str:
    """What the client sits under."""
    return say("Bonnet") if is_bonnet(case) else say("Hood")


def hood_how(case: Case) -> str:
    """What the hands do at a hood or bonnet."""
    settings = say("{heat}, {air}.", heat=HEAT_WORDS[shown_heat(case)], air=AIR_WORDS[air_of(case)])
    if is_bonnet(case):
        return settings + say(
            " Pull the bonnet over loosely, so that air moves inside, and set the timer."
        )
    return settings + say(" Make the client comfortable, set the timer, and leave the hair alone.")


def shown_heat(case: Case) -> Heat:
    """Heat of the dryer in words; where none may be used, the least it has."""
    heat = heat_of(case)
    return Heat.LOW if heat is Heat.NONE else heat


def spots_of(case: Case) -> int:
    """Places over which a diffuser goes, one after another."""
    loose = case.technique.setting.kind is SetKind.LOOSE
    hangs_cm = case.hair.length_cm / case.hair.curl_index if loose else 0.0
    return max(1, round(outside_m2(case, hangs_cm) / SPOT_M2))


def diffuse_how(case: Case, minutes: float) -> str:
    """How a diffuser is set and held, and its minutes shared out over the spots [min]."""
    spots = spots_of(case)
    way = case.details.get(Detail.DIFFUSING, Manner.SPOTS)
    return say(
        "{heat}, {air}. {spots} spots, {held} s at a time, about {each:.1g} min on each in all; do "
        "not rake.",
        heat=HEAT_WORDS[shown_heat(case)],
        air=AIR_WORDS[air_of(case)],
        spots=spots,
        held=HELD_S[way],
        each=minutes / spots,
    )
