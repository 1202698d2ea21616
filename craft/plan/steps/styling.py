"""Lay in, shape, dry, release, finish."""

from craft.contract.plan import Step
from craft.contract.reasons import TRADE, reason
from craft.messages import say
from craft.plan.case import Case
from craft.plan.details import does, variant
from craft.plan.forecast import Forecast, in_one_sitting
from craft.plan.kit.pieces import bands_after
from craft.plan.steps.drying import (
    band,
    damp_hood,
    dryer_step,
    press,
    stage_steps,
    stretch_roots,
)
from craft.plan.steps.laying_in import lay_in
from craft.plan.steps.night import night_steps
from craft.plan.steps.opening import finish, opened_at_home, release, send_home, set_home
from craft.plan.steps.shaping import shape
from craft.plan.steps.step import step
from craft.plan.steps.washing import blot_alone, blot_and_part
from craft.plan.steps.working import lay_in_first, work
from craft.plan.turns import is_cycle
from craft.vocabulary import Detail, Dryer, Family, Manner, Start, Station, Style, Washing

#: Test coils: made, then dried until they show what they do [min]. Own values.
TEST_COILS_MIN, TEST_COILS_DRY_MIN = 4.0, (10.0, 20.0)
#: Keeping two stylers apart, left and right [min]. Own value.
HALF_HEAD_MIN = 3.0


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


def worked(case: Case) -> list[Step]:
    """From hair that was washed to sections that are shaped: in a cycle, or step by step."""
    if case.request.goal.style is Style.NIGHT_PREP:
        return list(night_steps(case))
    if is_cycle(case):
        return [*blot_alone(case), *trial(case), *lay_in_first(case), work(case)]
    steps = [blot_and_part(case)] if case.dries else []
    steps += [*trial(case), lay_in(case)]
    if case.technique.setting.damp_first and case.soaks and not bands_after(case):
        steps.append(damp_hood(case))
    if case.request.goal.style is Style.PUFF_PIN_UP:
        steps.append(stretch_roots(case))
    return [*steps, shape(case)]


def styling(case: Case, forecast: Forecast) -> list[Step]:
    """What follows once the last section is shaped."""
    technique = case.technique
    steps: list[Step] = []
    if bands_after(case):
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
