"""Drying: dryer, stages, and what is done to the roots and lengths meanwhile."""

from craft.contract.plan import Step
from craft.contract.reasons import MODEL, TRADE, reason
from craft.messages import say
from craft.plan.case import Case
from craft.plan.details import added_minutes, detail_instructions, variant
from craft.plan.dryers import (
    HOOD_SETUP_MIN,
    diffuse_how,
    heat_of,
    hood_how,
    hood_name,
    hood_setup_min,
    hood_station,
    is_bonnet,
)
from craft.plan.forecast import Forecast
from craft.plan.kit.pieces import bands_needed
from craft.plan.steps.step import step
from craft.vocabulary import AirAt, Condition, Detail, Dryer, Family, Heat, StageKind, Station
from craft.words import plural, several

#: Who does not hang the head down. Common practice, no source.
NOT_HEAD_DOWN = frozenset({Condition.PREGNANCY, Condition.NECK_PAIN, Condition.EPILEPSY})
#: Until hair is damp: under a hood (common practice, no source), in a cloth (own value).
DAMP_HOOD_MIN, DAMP_WRAP_MIN = 15.0, 45.0
#: A loose bun stretches the roots in about so long. Common practice, no source.
ROOT_STRETCH_MIN = 10.0
#: One band, and pressing with microfibre after the styler [min]. Own values.
BAND_MIN, PRESS_MIN = 0.4, 3.0
HOOD_SLACK_MIN = 15.0


def posture(case: Case) -> str:
    """Upright or head-down, where the style can be either."""
    if not case.technique.setting.head_down:
        return ""
    asked = case.request.goal.head_down
    barred = any(condition in NOT_HEAD_DOWN for condition in case.request.person.conditions)
    return say(" Head down, in short spells.") if asked and not barred else say(" Upright.")


#: Details of drying with a diffuser.
DIFFUSED = (Detail.DIFFUSING, Detail.FRINGE)


def dryer_step(case: Case, forecast: Forecast) -> Step:
    """Minutes under a hood (waiting) or with a diffuser (hands-on)."""
    hood = forecast.dryer is Dryer.HOOD
    stage = forecast.stages[0]
    asked = case.request.dry_min is not None
    why = reason(
        "dryer_minutes",
        say(
            "At {temp_c:g °C} this takes out {at:.0%} of the water",
            temp_c=stage.temp_c,
            at=forecast.run.at(forecast.dryer_min / 60),
        )
        + (say(", for the time that was chosen.") if asked else say(", within an hour at most.")),
        say(
            "dry {dryer}, heat {max_heat}",
            dryer=forecast.dryer,
            max_heat=heat_of(case),
        ),
        MODEL,
    )
    metal = reason(
        "metal_hot", say("Metal clips get hot under a dryer: plastic only."), say("hood or heat")
    )
    return step(
        case,
        "dry",
        Family.SHAPE,
        hood_name(case) if hood else say("Diffuse"),
        hood_how(case)
        if hood
        else diffuse_how(case, forecast.dryer_min) + detail_instructions(case, *DIFFUSED),
        # A diffuser is held all the time.
        minutes=hood_setup_min(case)
        if hood
        else forecast.dryer_min + added_minutes(case, *DIFFUSED),
        station=hood_station(case) if hood else Station.CHAIR,
        wait=(forecast.dryer_min, forecast.dryer_min + HOOD_SLACK_MIN) if hood else (0.0, 0.0),
        wait_title=under_what(case) if hood else "",
        reasons=[why, metal],
    )


#: Names of stages that are worked in the salon, and of waiting in them.
STAGE_TITLES = {
    StageKind.DIFFUSER: (say("Diffuse"), ""),
    StageKind.CLOTH: (say("Wrap in a cloth"), say("in the cloth")),
    StageKind.AIR: (say("Air in the salon"), "airing"),
    StageKind.CAP: (say("Under a cap"), say("under the cap")),
}
STAGE_HOW = {
    StageKind.CLOTH: say("Wrap in dry cotton, press, do not rub; a fresh cloth if it is soaked."),
    StageKind.AIR: say("Let it dry in the air; do not touch it."),
    StageKind.CAP: say("Loosely under the cap; do not leave damp hair covered for long."),
}


def under_what(case: Case) -> str:
    """What the client waits under."""
    return say("under the bonnet") if is_bonnet(case) else say("under the hood")


def stage_titles(case: Case, kind: StageKind) -> tuple[str, str]:
    """Name of a stage, and of waiting in it."""
    return (hood_name(case), under_what(case)) if kind is StageKind.HOOD else STAGE_TITLES[kind]


def stage_how(case: Case, kind: StageKind, minutes: float) -> str:
    """What the hands do in a stage [min]."""
    if kind is StageKind.HOOD:
        return hood_how(case)
    if kind is StageKind.DIFFUSER:
        return diffuse_how(case, minutes) + detail_instructions(case, *DIFFUSED)
    return STAGE_HOW[kind]


def stage_hands_min(case: Case, kind: StageKind, minutes: float) -> float:
    """Hands-on minutes of a stage [min]: a diffuser is held all the time."""
    if kind is StageKind.DIFFUSER:
        return minutes + added_minutes(case, *DIFFUSED)
    return hood_setup_min(case) if kind is StageKind.HOOD else HOOD_SETUP_MIN


def stage_steps(case: Case, forecast: Forecast) -> list[Step]:
    """Stages chosen by hand that are worked in the salon, each as a step."""
    results: list[Step] = []
    begins = 0.0
    for number, (stage, ends) in enumerate(
        zip(case.request.stages, forecast.run.ends, strict=False), 1
    ):
        minutes = (ends - begins) * 60
        begins = ends
        if stage.at is not AirAt.SALON or (
            stage.minutes is None and stage.kind is not StageKind.DIFFUSER
        ):
            continue
        held = stage.kind is StageKind.DIFFUSER
        hood = stage.kind is StageKind.HOOD
        title, wait = stage_titles(case, stage.kind)
        results.append(
            step(
                case,
                f"dry_{number}" if any(had.key == "dry" for had in results) else "dry",
                Family.SHAPE,
                title,
                stage_how(case, stage.kind, minutes),
                minutes=stage_hands_min(case, stage.kind, minutes),
                station=hood_station(case) if hood else Station.CHAIR,
                wait=(0.0, 0.0) if held else (minutes, minutes + HOOD_SLACK_MIN),
                wait_title=wait,
                reasons=[
                    reason(
                        "stage_by_hand",
                        say(
                            "Chosen by hand; {at:.0%} of the water is gone after it.",
                            at=forecast.run.at(ends),
                        ),
                        say("stage {number}, {kind}", number=number, kind=stage.kind),
                        MODEL,
                    )
                ],
            )
        )
    return results


def damp_hood(case: Case) -> Step:
    """A quarter of an hour of warmth so that bands and pins go into damp hair, not dripping."""
    heat = case.request.goal.max_heat is not Heat.NONE
    return step(
        case,
        "damp",
        Family.SHAPE,
        say("Hood until damp") if heat else say("Wrap until damp"),
        say("Fifteen minutes under the hood; then feel the roots.")
        if heat
        else say("A cotton cloth for an hour at most; then feel the roots."),
        minutes=HOOD_SETUP_MIN,
        station=Station.HOOD if heat else Station.CHAIR,
        wait=(DAMP_HOOD_MIN, DAMP_HOOD_MIN + HOOD_SLACK_MIN)
        if heat
        else (DAMP_WRAP_MIN, DAMP_WRAP_MIN + HOOD_SLACK_MIN),
        wait_title=say("until damp"),
        reasons=[
            reason(
                "bands_on_damp",
                say("Bands and pins on dripping hair leave dents and never dry underneath."),
                say("style {style}", style=case.request.goal.style),
            )
        ],
    )


def band(case: Case) -> Step:
    """Bands down the twists, once they are damp."""
    bands = bands_needed(case)
    pairs = say("in pairs") if case.technique.kit.bundled else say("one by one")
    return step(
        case,
        "band",
        Family.SHAPE,
        say("Bands, {bands}", bands=bands),
        say(
            "Damp {nouns}, {pairs}: wrap downwards, three to four turns a band, gaps between "
            "them, the one at the root not tight.",
            nouns=several(case.technique.parting.noun),
            pairs=pairs,
        ),
        minutes=BAND_MIN * bands,
        station=Station.CHAIR,
        sections=len(case.sections),
        reasons=[
            reason(
                "bands_after_twisting",
                say(
                    "All are twisted first, then warmed until damp, then banded: bands on "
                    "dripping hair leave dents."
                ),
                plural(bands, "band"),
            )
        ],
    )


def press(case: Case) -> Step:
    """Microfibre over the styler, without rubbing."""
    return step(
        case,
        "press",
        Family.SHAPE,
        say("Press"),
        say("Microfibre round each part, squeezed from the ends up; nothing is rubbed."),
        minutes=PRESS_MIN,
        station=Station.CHAIR,
        reasons=[reason("press", variant(case, Detail.PRESS).because, say("press"), TRADE)],
    )


def stretch_roots(case: Case, sitting: int = 1) -> Step:
    """A loose bun for ten minutes stretches the roots."""
    return step(
        case,
        "stretch_roots",
        Family.SHAPE,
        say("Stretch the roots"),
        say("Gather loosely on top, one soft tie, no pull at the edges; leave it."),
        minutes=1.5,
        station=Station.CHAIR,
        wait=(ROOT_STRETCH_MIN, 2 * ROOT_STRETCH_MIN),
        wait_title=say("loose bun"),
        sitting=sitting,
        reasons=[
            reason(
                "stretch_roots",
                say("About ten minutes in a loose bun lift the roots."),
                say("style {style}", style=case.request.goal.style),
            )
        ],
    )
