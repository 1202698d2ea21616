"""Lay in, shape, dry, release, finish."""

from craft.contract.plan import Step
from craft.contract.reasons import STANDARD, TRADE, reason
from craft.head.partings import Section
from craft.messages import capital, say, word
from craft.plan.case import Case
from craft.plan.details import added_minutes, detail_instructions, does, variant
from craft.plan.forecast import Forecast, in_one_sitting
from craft.plan.steps.drying import (
    band,
    bands_after,
    damp_hood,
    dryer_step,
    posture,
    press,
    stage_steps,
    stretch_roots,
)
from craft.plan.steps.laying_in import lay_in, usual_hairs
from craft.plan.steps.opening import finish, opened_at_home, release, send_home, set_home
from craft.plan.steps.step import step
from craft.vocabulary import Detail, Dryer, Family, Manner, Start, Station, Style, Washing
from craft.words import several
from craft.work import timing

#: Smoothing the hair left out under a wig. Own value.
LEAVE_OUT_MIN = 8.0
#: Test coils: made, then dried until they show what they do [min]. Own values.
TEST_COILS_MIN, TEST_COILS_DRY_MIN = 4.0, (10.0, 20.0)
#: Keeping two stylers apart, left and right [min]. Own value.
HALF_HEAD_MIN = 3.0


def shape_minutes(case: Case, section: Section) -> float:
    """Hands-on minutes of shaping one section at the standard pace [min]."""
    return timing.section_minutes(
        case.technique.setting.minutes_each, section.length_cm, section.hairs, usual_hairs(case)
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
        say("{nouns}, {count}", nouns=capital(several(noun)), count=count),
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
                say(
                    "{minutes_each:g} min for a usual {noun} of {usual_cm:g cm}, scaled by length "
                    "and hair: {minutes:.1f} min each for this client.",
                    minutes_each=case.technique.setting.minutes_each,
                    noun=word(noun),
                    usual_cm=timing.REFERENCE_LENGTH_CM,
                    minutes=minutes / count,
                ),
                say(
                    "{count} sections of {length_cm:g cm}",
                    count=count,
                    length_cm=case.hair.length_cm,
                ),
                STANDARD,
            ),
            reason(
                "section_count",
                say("Smaller sections: more definition, more time, faster drying."),
                say("sections {count}", count=count),
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
        return say(" Nothing is left out.")
    return say(
        " Leave a V at the front out, no wider than the parting shows; stretch it without heat "
        "where it can be, and let it rest between wears."
    )


def trial(case: Case) -> list[Step]:
    """A styler is tried before a whole head is committed to it."""
    way = variant(case, Detail.TRIAL)
    why = [reason("trial", way.because, say("trial"), TRADE)]
    if does(case, Detail.TRIAL, Manner.TEST_COILS):
        return [
            step(
                case,
                "test_coils",
                Family.LAY_IN,
                say("Test coils"),
                say(
                    "Two or three coils in the under layer with today's layers; dry them with the "
                    "diffuser and look: do they clump, flake, fall?"
                ),
                minutes=TEST_COILS_MIN,
                station=Station.CHAIR,
                wait=TEST_COILS_DRY_MIN,
                wait_title=say("test coils dry"),
                reasons=why,
            )
        ]
    if does(case, Detail.TRIAL, Manner.HALF_HEAD):
        return [
            step(
                case,
                "half_head",
                Family.LAY_IN,
                say("Half-head trial"),
                say(
                    "Part down the middle. Left with the layers as planned, right with the other "
                    "styler; note which went where and judge both once it has settled."
                ),
                minutes=HALF_HEAD_MIN,
                station=Station.CHAIR,
                reasons=why,
            )
        ]
    return []


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
