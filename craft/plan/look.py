"""A plan as it will look: before, at release, days later."""

from craft.contract.look import DownTo, LookAnswer, Moment
from craft.contract.plan import Finished, PlanRequest
from craft.contract.reasons import STANDARD, reason
from craft.messages import say
from craft.physics import appearance, curl
from craft.plan.case import Case
from craft.plan.finished import finished_look, hold_of
from craft.plan.forecast import forecast_of
from craft.plan.kit.curls import curl_width
from craft.plan.kit.pieces import rods_by_section
from craft.plan.prepare import prepare
from craft.plan.stages import room_at
from craft.vocabulary import AirAt, Landmark

#: Moments that are drawn, days after the release.
DAYS = (("release", 0), ("day_3", 3), ("day_7", 7))
#: Landmarks that are drawn.
DRAWN = (Landmark.EAR, Landmark.CHIN, Landmark.SHOULDER, Landmark.ARMPIT)
#: Before it is styled, how sure we are of the natural length [share]. Own value.
NATURAL_UNSURE = 0.08


def looks(request: PlanRequest) -> LookAnswer:
    """How a plan will look, in numbers and lines.

    Args:
        request: as for planning
    Raises:
        CraftError: as planning raises it
    """
    case = prepare(request)
    at_release = finished_look(case, forecast_of(case))
    rh = room_at(case, AirAt.JOURNEY).rh
    reaches = curl.LANDMARKS | dict(case.hair.landmarks)
    natural = case.hair.length_cm / case.hair.curl_index
    return LookAnswer(
        title=case.technique.title,
        moments=[
            moment(
                case,
                "before",
                0,
                natural,
                appearance.BEFORE_DEFINITION,
                natural_band(natural),
                None,
            ),
            *(later(case, key, days, at_release, natural, rh) for key, days in DAYS),
        ],
        landmarks=[DownTo(name=landmark, down_cm=reaches[landmark]) for landmark in DRAWN],
        half_width_cm=round(appearance.silhouette(1.0, 1.0, case.hair.head_cm).half_cm, 2),
        chin_cm=appearance.CHIN_CM,
        rh=round(rh, 3),
        kept_of=curl.kept_of(natural, at_release.length_cm),
        reasons=[
            reason(
                "length_over_days",
                say(
                    "It moves back toward its natural {natural:.0f cm}: the gap shrinks to a "
                    "third in {settling_days:.0f} days.",
                    natural=natural,
                    settling_days=appearance.settling_days(rh),
                ),
                say("{rh:.0%} RH", rh=rh),
                STANDARD,
            ),
            reason(
                "volume",
                say(
                    "Mass of the hair over how densely it lies: loose and humid hair holds more "
                    "air."
                ),
                say(
                    "{hair_g:.0f g}, definition {day1_definition:.0%}",
                    hair_g=case.hair_g,
                    day1_definition=at_release.day1_definition,
                ),
                STANDARD,
            ),
            reason(
                "silhouette",
                say(
                    "The volume laid over head and shoulders down to the finished length; drawn "
                    "from these numbers, not from a picture."
                ),
                say("head {head_cm:g cm}", head_cm=case.hair.head_cm),
                STANDARD,
            ),
        ],
    )


def natural_band(natural_cm: float) -> tuple[float, float]:
    """Between which the natural length lies eight times in ten [cm]."""
    return natural_cm * (1 - NATURAL_UNSURE), natural_cm * (1 + NATURAL_UNSURE)


def later(
    case: Case, key: str, days: int, at_release: Finished, natural_cm: float, rh: float
) -> Moment:
    """The hair some days after the release, in air of a relative humidity [cm, 0 to 1]."""
    length, low, high = (
        appearance.length_on(days, at, natural_cm, rh)
        for at in (at_release.length_cm, at_release.length_low, at_release.length_high)
    )
    definition = appearance.definition_on(days, at_release.day1_definition, rh, hold_of(case))
    kept = curl.shape_kept(case.hair.length_cm, natural_cm, at_release.length_cm, length)
    return moment(case, key, days, length, definition, (low, high), kept, rh)


def moment(
    case: Case,
    key: str,
    days: int,
    length_cm: float,
    definition: float,
    band: tuple[float, float],
    kept: float | None,
    rh: float = 0.5,
) -> Moment:
    """One silhouette with its numbers [cm; shares 0 to 1]."""
    room = appearance.volume(case.hair_g, definition, rh)
    shape = appearance.silhouette(room, length_cm, case.hair.head_cm)
    index = max(1.02, case.hair.length_cm / max(length_cm, 0.1))
    return Moment(
        key=key,
        day=days,
        length_cm=round(length_cm, 1),
        length_low=round(min(band), 1),
        length_high=round(max(band), 1),
        landmark=curl.landmark(length_cm, dict(case.hair.landmarks)),
        definition=round(definition, 2),
        volume_l=round(room / 1000, 2),
        breadth_cm=round(shape.breadth_cm, 1),
        kept=None if kept is None else round(kept, 0),
        outline=shape.outline(),
        strands=appearance.strands(shape, curl_mm_of(case, key), index, definition),
    )


def curl_mm_of(case: Case, key: str) -> float:
    """Width of the curl that is drawn [mm]: of the set once it is open, else the natural one."""
    natural = curl.TYPICAL_CURL_MM[case.hair.pattern]
    if key == "before":
        return natural
    rods = rods_by_section(case)
    first = case.sections[0]
    return curl_width(case, first, rods.get(first.number)) or natural
