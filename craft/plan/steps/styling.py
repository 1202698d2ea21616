"""Lay in, shape, dry, release, finish."""

from craft.contract.plan import Reason, Step
from craft.contract.reasons import MODEL, STANDARD, TRADE, reason
from craft.head.partings import Section
from craft.physics import fibre
from craft.plan.assemble import layering
from craft.plan.case import Case
from craft.plan.details import added_minutes, detail_instructions, does, variant
from craft.plan.dosing import NAMES, dose_of_layer, name_of
from craft.plan.forecast import Forecast, in_one_sitting
from craft.plan.kit.pieces import bands_needed
from craft.plan.steps.step import step
from craft.vocabulary import (
    AirAt,
    Condition,
    Detail,
    Distribution,
    Dryer,
    Family,
    Heat,
    LayerOn,
    LayerWay,
    Level,
    Manner,
    Smoothing,
    StageKind,
    Start,
    Station,
    Style,
    Washing,
)
from craft.words import plural
from craft.work import timing

#: Laying in: minutes for each product of each section, and for the hair. Own values.
LAY_IN_EACH_MIN = 0.12
LAY_IN_BULK = (0.0, 2.0)
#: One product over the whole head at a time takes longer, detangling better. Own value.
LAYER_FACTOR = 1.25
#: Fetching, setting and checking a hood, and how long the client may stay under it. Own values.
SEND_HOME_MIN, SET_HOME_MIN = 2.0, 1.0
#: Smoothing the hair left out under a wig. Own value.
LEAVE_OUT_MIN = 8.0
#: Family of wavy patterns.
WAVY = 2
#: Who does not hang the head down. Common practice, no source.
NOT_HEAD_DOWN = frozenset({Condition.PREGNANCY, Condition.NECK_PAIN, Condition.EPILEPSY})
#: Until hair is damp: under a hood (common practice, no source), in a cloth (own value).
DAMP_HOOD_MIN, DAMP_WRAP_MIN = 15.0, 45.0
#: A loose bun stretches the roots in about so long. Common practice, no source.
ROOT_STRETCH_MIN = 10.0
#: One band, and pressing with microfibre after the styler [min]. Own values.
BAND_MIN, PRESS_MIN = 0.4, 3.0
#: Test coils: made, then dried until they show what they do [min]. Own values.
TEST_COILS_MIN, TEST_COILS_DRY_MIN = 4.0, (10.0, 20.0)
#: Keeping two stylers apart, left and right [min]. Own value.
HALF_HEAD_MIN = 3.0
HOOD_SETUP_MIN = 1.5
HOOD_SLACK_MIN = 15.0


def usual_hairs(case: Case) -> float:
    """Hairs in a usual section of the technique on a medium head."""
    medium = fibre.TYPICAL_DENSITY_PER_CM2[Level.MEDIUM] * case.scalp_cm2
    return medium / case.technique.parting.sections


def shape_minutes(case: Case, section: Section) -> float:
    """Hands-on minutes of shaping one section at the standard pace [min]."""
    return timing.section_minutes(
        case.technique.setting.minutes_each, section.length_cm, section.hairs, usual_hairs(case)
    )


#: How a styler is worked in. Common practice, no source.
SMOOTHING_HOW = {
    Smoothing.RAKE: "Rake it through with the fingers.",
    Smoothing.PALMS: "Smooth it down with flat palms.",
    Smoothing.SCRUNCH: "Scrunch it in from the ends, no raking.",
}


def smoothing(case: Case) -> str:
    """How the styler is worked in: as asked, else waves are scrunched and the rest smoothed."""
    return SMOOTHING_HOW[smoothing_of(case)]


def smoothing_of(case: Case) -> Smoothing:
    """The school of smoothing that won."""
    asked = case.request.school.smoothing
    if asked is not Smoothing.AUTO:
        return asked
    return Smoothing.SCRUNCH if case.hair.pattern.family == WAVY else Smoothing.PALMS


#: Work of a layer, against one that goes everywhere. Own values.
LAYER_WORK = {
    LayerOn.ALL: 1.0,
    LayerOn.ROOTS: 0.5,
    LayerOn.ENDS: 0.4,
    LayerOn.EDGES: 0.2,
    LayerOn.HANDS: 0.1,
}
#: How a layer is worked in, in words. Common practice, no source.
LAYER_WAYS = {
    LayerWay.PALMS: "emulsified between the palms first",
    LayerWay.SOAKING: "on dripping hair, squeezed until it is taken up",
    LayerWay.MASSAGE: "massaged into the scalp with the finger pads",
}


def layer_ways(case: Case) -> str:
    """Layers that are worked in otherwise than usual, in a sentence."""
    parts = []
    for each in case.layers:
        way = each.layer.way
        thinned = f"thinned to {each.layer.strength:.0%}" if each.layer.strength < 1 else ""
        how = ", ".join(part for part in (thinned, LAYER_WAYS[way] if way else "") if part)
        if how:
            name = name_of(each.item) if each.item else NAMES[each.role]
            parts.append(f"{name[0].upper()}{name[1:]} {how}.")
    return "".join(f" {part}" for part in parts)


def layers_reason(case: Case) -> Reason:
    """Why these layers in this order."""
    if case.request.layers is None:
        return layering(case)[1]
    return reason(
        "layers_by_hand", "Composed by hand for this plan.", f"{len(case.layers)} layers", TRADE
    )


def lay_in(case: Case) -> Step:
    """Products that stay in, in school order, ends twice."""
    why = layers_reason(case)
    count = len(case.sections)
    worked = sum(LAYER_WORK[each.layer.on] for each in case.layers)
    minutes = LAY_IN_EACH_MIN * worked * count + timing.bulk_minutes(*LAY_IN_BULK, case.hair_g)
    layered = case.request.school.distribution is Distribution.LAYER
    warm = " Warm the hair with a damp cloth before." if case.hair.porosity is Level.LOW else ""
    distribution = reason(
        f"distribution_{case.request.school.distribution}",
        "One product over the whole head at a time detangles better and takes longer."
        if layered
        else "All products section by section: each stays wet until it is shaped.",
        f"school.distribution {case.request.school.distribution}",
    )
    return step(
        case,
        "lay_in",
        Family.LAY_IN,
        "Lay in",
        f"Middle to ends first, roots last with what is left; ends twice. {smoothing(case)}"
        + detail_instructions(case, Detail.BRUSHED_BACK)
        + layer_ways(case)
        + warm,
        minutes=minutes * (LAYER_FACTOR if layered else 1)
        + added_minutes(case, Detail.BRUSHED_BACK),
        station=Station.CHAIR,
        products=[dose_of_layer(case, each) for each in case.layers],
        sections=count,
        reasons=[why, distribution],
    )


def shape(case: Case) -> Step:
    """The technique itself, section by section."""
    count = len(case.sections)
    noun = case.technique.parting.noun
    minutes = sum(shape_minutes(case, section) for section in case.sections)
    if case.request.goal.leave_out and case.request.goal.style is Style.UNDER_WIG_BASE:
        minutes += LEAVE_OUT_MIN
    minutes += added_minutes(case, *SHAPED)
    return step(
        case,
        "shape",
        Family.SHAPE,
        f"{noun.capitalize()}s, {count}",
        case.technique.setting.how
        + detail_instructions(case, *SHAPED)
        + posture(case)
        + left_out(case),
        minutes=minutes,
        station=Station.CHAIR,
        sections=count,
        reasons=[
            reason(
                "section_time",
                f"{case.technique.setting.minutes_each:g} min for a usual {noun} of 25 cm, scaled "
                f"by length and hair: {minutes / count:.1f} min each on this head.",
                f"{count} sections of {case.hair.length_cm:g} cm",
                STANDARD,
            ),
            reason(
                "section_count",
                "Smaller sections: more definition, more time, faster drying.",
                f"sections {count}",
            ),
        ],
    )


#: Details of the shaping itself.
SHAPED = (Detail.MIXED, Detail.ROOTS, Detail.ENDS, Detail.FASTENING)


def left_out(case: Case) -> str:
    """Hair left out at the front of a wig base, which has to match what is worn over it."""
    if case.request.goal.style is not Style.UNDER_WIG_BASE:
        return ""
    if not case.request.goal.leave_out:
        return " Nothing is left out."
    return (
        " Leave a V at the front out, no wider than the parting shows; stretch it without heat "
        "where it can be, and let it rest between wears."
    )


def posture(case: Case) -> str:
    """Upright or head-down, where the style can be either."""
    if not case.technique.setting.head_down:
        return ""
    asked = case.request.goal.head_down
    barred = any(condition in NOT_HEAD_DOWN for condition in case.request.person.conditions)
    return " Head down, in short spells." if asked and not barred else " Upright."


DIFFUSE_HOW = "Low heat, low air; hold each spot about a minute, do not rake."
#: Details of drying with a diffuser.
DIFFUSED = (Detail.DIFFUSING, Detail.FRINGE)


def dryer_step(case: Case, forecast: Forecast) -> Step:
    """Minutes under a hood (waiting) or with a diffuser (hands-on)."""
    hood = forecast.dryer is Dryer.HOOD
    stage = forecast.stages[0]
    asked = case.request.dry_min is not None
    why = reason(
        "dryer_minutes",
        f"At {stage.temp_c:g} °C this takes out "
        f"{forecast.run.at(forecast.dryer_min / 60):.0%} of the water"
        + (", as long as was asked." if asked else ", within an hour at most."),
        f"dry {forecast.dryer}, heat {case.request.goal.max_heat}",
        MODEL,
    )
    metal = reason("metal_hot", "Metal clips get hot under a dryer: plastic only.", "hood or heat")
    return step(
        case,
        "dry",
        Family.SHAPE,
        "Hood" if hood else "Diffuse",
        "Settle the client, set the timer, let nothing be touched."
        if hood
        else DIFFUSE_HOW + detail_instructions(case, *DIFFUSED),
        # Fetching, setting and checking the hood; a diffuser is held all the time.
        minutes=HOOD_SETUP_MIN if hood else forecast.dryer_min + added_minutes(case, *DIFFUSED),
        station=Station.HOOD if hood else Station.CHAIR,
        wait=(forecast.dryer_min, forecast.dryer_min + HOOD_SLACK_MIN) if hood else (0.0, 0.0),
        wait_title="under the hood" if hood else "",
        reasons=[why, metal],
    )


#: Names of stages that are worked in the salon.
STAGE_TITLES = {
    StageKind.HOOD: ("Hood", "under the hood"),
    StageKind.DIFFUSER: ("Diffuse", ""),
    StageKind.CLOTH: ("Wrap in a cloth", "in the cloth"),
    StageKind.AIR: ("Air in the salon", "airing"),
    StageKind.CAP: ("Under a cap", "under the cap"),
}
STAGE_HOW = {
    StageKind.HOOD: "Settle the client, set the timer, let nothing be touched.",
    StageKind.DIFFUSER: DIFFUSE_HOW,
    StageKind.CLOTH: "Wrap in dry cotton, press, do not rub; a fresh cloth if it is soaked.",
    StageKind.AIR: "Let it air; nothing is touched.",
    StageKind.CAP: "Loosely under the cap; damp hair does not stay closed in.",
}


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
        title, wait = STAGE_TITLES[stage.kind]
        results.append(
            step(
                case,
                f"dry_{number}" if any(had.key == "dry" for had in results) else "dry",
                Family.SHAPE,
                title,
                STAGE_HOW[stage.kind] + (detail_instructions(case, *DIFFUSED) if held else ""),
                minutes=minutes + added_minutes(case, *DIFFUSED) if held else HOOD_SETUP_MIN,
                station=Station.HOOD if stage.kind is StageKind.HOOD else Station.CHAIR,
                wait=(0.0, 0.0) if held else (minutes, minutes + HOOD_SLACK_MIN),
                wait_title=wait,
                reasons=[
                    reason(
                        "stage_by_hand",
                        f"Chosen by hand; {forecast.run.at(ends):.0%} of the water is gone "
                        "after it.",
                        f"stage {number}, {stage.kind}",
                        MODEL,
                    )
                ],
            )
        )
    return results


def release(case: Case, forecast: Forecast) -> Step:
    """Take the set down, only when dry."""
    count = len(case.sections)
    noun = case.technique.parting.noun
    return step(
        case,
        "release",
        Family.FINISH,
        f"Release, {count}",
        case.technique.release.how.format(noun=noun),
        minutes=case.technique.release.minutes_each * count,
        station=Station.CHAIR,
        sections=count,
        sitting=1 if in_one_sitting(forecast) else 2,
        reasons=[
            reason(
                "count_out",
                f"{count} {noun}s go in, {count} come out: one left in is found a week later.",
                f"sections {count}",
            )
        ],
    )


def damp_hood(case: Case) -> Step:
    """A quarter of an hour of warmth so that bands and pins go into damp hair, not dripping."""
    heat = case.request.goal.max_heat is not Heat.NONE
    return step(
        case,
        "damp",
        Family.SHAPE,
        "Hood until damp" if heat else "Wrap until damp",
        "Fifteen minutes under the hood; then feel the roots."
        if heat
        else "A cotton cloth for an hour at most; then feel the roots.",
        minutes=HOOD_SETUP_MIN,
        station=Station.HOOD if heat else Station.CHAIR,
        wait=(DAMP_HOOD_MIN, DAMP_HOOD_MIN + HOOD_SLACK_MIN)
        if heat
        else (DAMP_WRAP_MIN, DAMP_WRAP_MIN + HOOD_SLACK_MIN),
        wait_title="until damp",
        reasons=[
            reason(
                "bands_on_damp",
                "Bands and pins on dripping hair leave dents and never dry underneath.",
                f"style {case.request.goal.style}",
            )
        ],
    )


def band(case: Case) -> Step:
    """Bands down the twists, once they are damp."""
    bands = bands_needed(case)
    pairs = "in pairs" if case.technique.kit.bundled else "each for itself"
    return step(
        case,
        "band",
        Family.SHAPE,
        f"Bands, {bands}",
        f"Damp {case.technique.parting.noun}s, {pairs}: wrap downwards, three to four turns a "
        "band, gaps between them, the one at the root not tight.",
        minutes=BAND_MIN * bands,
        station=Station.CHAIR,
        sections=len(case.sections),
        reasons=[
            reason(
                "bands_after_twisting",
                "All are twisted first, then warmed until damp, then banded: bands on dripping "
                "hair leave dents.",
                f"{plural(bands, 'band')}",
            )
        ],
    )


def press(case: Case) -> Step:
    """Microfibre over the styler, without rubbing."""
    return step(
        case,
        "press",
        Family.SHAPE,
        "Press",
        "Microfibre round each part, squeezed from the ends up; nothing is rubbed.",
        minutes=PRESS_MIN,
        station=Station.CHAIR,
        reasons=[reason("press", variant(case, Detail.PRESS).because, "press", TRADE)],
    )


def trial(case: Case) -> list[Step]:
    """A styler is tried before a whole head is committed to it."""
    way = variant(case, Detail.TRIAL)
    why = [reason("trial", way.because, "trial", TRADE)]
    if does(case, Detail.TRIAL, Manner.TEST_COILS):
        return [
            step(
                case,
                "test_coils",
                Family.LAY_IN,
                "Test coils",
                "Two or three coils in the under layer with today's layers; dry them with the "
                "diffuser and look: do they clump, flake, fall?",
                minutes=TEST_COILS_MIN,
                station=Station.CHAIR,
                wait=TEST_COILS_DRY_MIN,
                wait_title="test coils dry",
                reasons=why,
            )
        ]
    if does(case, Detail.TRIAL, Manner.HALF_HEAD):
        return [
            step(
                case,
                "half_head",
                Family.LAY_IN,
                "Half-head trial",
                "Part down the middle. Left with the layers as planned, right with the other "
                "styler; note which went where and judge both once it has settled.",
                minutes=HALF_HEAD_MIN,
                station=Station.CHAIR,
                reasons=why,
            )
        ]
    return []


def stretch_roots(case: Case, sitting: int = 1) -> Step:
    """A loose bun for ten minutes stretches the roots."""
    return step(
        case,
        "stretch_roots",
        Family.SHAPE,
        "Stretch the roots",
        "Gather loosely on top, one soft tie, no pull at the edges; leave it.",
        minutes=1.5,
        station=Station.CHAIR,
        wait=(ROOT_STRETCH_MIN, 2 * ROOT_STRETCH_MIN),
        wait_title="loose bun",
        sitting=sitting,
        reasons=[
            reason(
                "stretch_roots",
                "About ten minutes in a loose bun lift the roots.",
                f"style {case.request.goal.style}",
            )
        ],
    )


def send_home(case: Case, forecast: Forecast) -> Step:
    """What the client does until the next visit."""
    first = in_one_sitting(forecast) or not case.technique.release.needed
    return step(
        case,
        "send_home",
        Family.FINISH,
        "Home card",
        "Night routine, refresh, when to take it down, when to come back. Then tools into the "
        "disinfectant, for the contact time on its label.",
        minutes=SEND_HOME_MIN,
        station=Station.CHAIR,
        sitting=1 if first else 2,
        reasons=[
            reason(
                "send_home",
                "What is done at night decides how long it lasts.",
                f"night {case.request.person.night}",
            )
        ],
    )


def opened_at_home(case: Case, forecast: Forecast) -> bool:
    """Whether the client opens the set, another day."""
    return does(case, Detail.OPENED, Manner.HOME) and not in_one_sitting(forecast)


def set_home(case: Case) -> Step:
    """The card for the nights in the set, before the client leaves with it."""
    return step(
        case,
        "set_home",
        Family.FINISH,
        "Home card, the set",
        "How to sleep on it, when it is opened and by whom, whom to call if it itches or pulls.",
        minutes=SET_HOME_MIN,
        station=Station.CHAIR,
        reasons=[
            reason(
                "set_home",
                "What is for the nights in the set is handed over before them.",
                f"night {case.request.person.night}",
            )
        ],
    )


def finish(case: Case, forecast: Forecast) -> Step:
    """Separate, lift the roots, let it settle."""
    settle = case.technique.finish.settle_min
    first = in_one_sitting(forecast) or not case.technique.release.needed
    return step(
        case,
        "finish",
        Family.FINISH,
        "Finish",
        case.technique.finish.separate
        + " Lift the roots with a pick 5 to 10 cm from the scalp, never through the lengths. "
        "Judge it after it has settled." + detail_instructions(case, Detail.PARTING_SIDE),
        minutes=case.technique.finish.minutes + added_minutes(case, Detail.PARTING_SIDE),
        station=Station.CHAIR,
        wait=(settle, 60.0),
        wait_title="settle",
        sitting=1 if first else 2,
        reasons=[
            reason(
                "settle",
                "A style is judged after 15 to 60 minutes of settling.",
                f"style {case.request.goal.style}",
                TRADE,
            )
        ],
    )


def bands_after(case: Case) -> bool:
    """Whether it is twisted first and banded afterwards; else banding is the shaping."""
    return Detail.FASTENING in case.details and any(case.technique.kit.band_stretch)


def styling(case: Case, forecast: Forecast) -> list[Step]:
    """The dry half of the service."""
    technique = case.technique
    steps = [*trial(case), lay_in(case)]
    twined_first = bands_after(case)
    if technique.setting.damp_first and case.soaks and not twined_first:
        steps.append(damp_hood(case))
    if case.request.goal.style is Style.PUFF_PIN_UP:
        steps.append(stretch_roots(case))
    steps.append(shape(case))
    if twined_first:
        steps += [damp_hood(case)] if case.soaks else []
        steps.append(band(case))
    if does(case, Detail.PRESS):
        steps.append(press(case))
    if case.request.stages and technique.wash.start is Start.WASH:
        steps += stage_steps(case, forecast)
    elif forecast.dryer is not Dryer.AIR and technique.wash.start is Start.WASH:
        steps.append(dryer_step(case, forecast))
    if technique.release.needed:
        if not in_one_sitting(forecast):
            steps.append(set_home(case))
        if opened_at_home(case, forecast):
            return steps
        steps.append(release(case, forecast))
        if does(case, Detail.ROOT_STRETCH):
            steps.append(stretch_roots(case, steps[-1].sitting))
    dried = (
        technique.release.needed
        or forecast.dryer is not Dryer.AIR
        or technique.wash.start is Start.WORN
    )
    if technique.finish.minutes > 0 and dried:
        steps.append(finish(case, forecast))
    # A quick wash has to fit thirty minutes; at night the client is home.
    if technique.wash.kind is not Washing.QUICK and case.request.goal.style is not Style.NIGHT_PREP:
        steps.append(send_home(case, forecast))
    return steps
