"""Shaping: the technique itself, section by section."""

from craft.contract.plan import Reason, Step
from craft.contract.reasons import STANDARD, reason
from craft.messages import capital, say, word
from craft.plan.case import Case
from craft.plan.details import added_minutes, detail_instructions
from craft.plan.fitness import edges_rest
from craft.plan.minutes import leave_out_minutes, shape_minutes
from craft.plan.steps.drying import posture
from craft.plan.steps.step import step
from craft.plan.turns import SHAPED
from craft.vocabulary import Blot, Detail, Family, Manner, Station, Style
from craft.words import several
from craft.work import timing


def shape_how(case: Case) -> str:
    """What the hands do to shape a section."""
    setting = case.technique.setting
    how = setting.gentle if setting.gentle and edges_rest(case) else setting.how
    return how + detail_instructions(case, *SHAPED) + posture(case) + left_out(case)


def waiting_half(case: Case) -> str:
    """What is done with the half that waits, where it was blotted; else it is capped already.

    Where one section is finished after another, the cycle says so itself.
    """
    capped = case.technique.usual.get(Detail.WAITING) is Manner.CAP
    if not (capped and case.soaks) or case.blot is Blot.NONE:
        return ""
    return say(" Keep the wet half under a cap.")


def section_time_reason(case: Case, minutes: float) -> Reason:
    """How the minutes of shaping all sections come about [min]."""
    count = len(case.sections)
    return reason(
        "section_time",
        say(
            "{minutes_each:g} min for a usual {noun} of {usual_cm:g cm}, scaled by length "
            "and hair: {minutes:.1f} min each for this client.",
            minutes_each=case.technique.setting.minutes_each,
            noun=word(case.technique.parting.noun),
            usual_cm=timing.REFERENCE_LENGTH_CM,
            minutes=minutes / count,
        ),
        say("{count} sections of {length_cm:g cm}", count=count, length_cm=case.hair.length_cm),
        STANDARD,
    )


def section_count_reason(case: Case) -> Reason:
    """What the number of sections does."""
    return reason(
        "section_count",
        say("Smaller sections: more definition, more time, faster drying."),
        say("sections {count}", count=len(case.sections)),
    )


def shape(case: Case) -> Step:
    """The technique itself, section by section."""
    count = len(case.sections)
    noun = case.technique.parting.noun
    minutes = sum(shape_minutes(case, section) for section in case.sections)
    minutes += leave_out_minutes(case) + added_minutes(case, *SHAPED)
    return step(
        case,
        "shape",
        Family.SHAPE,
        say("{nouns}, {count}", nouns=capital(several(noun)), count=count),
        shape_how(case) + waiting_half(case),
        minutes=minutes,
        station=Station.CHAIR,
        sections=count,
        reasons=[section_time_reason(case, minutes), section_count_reason(case)],
    )


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
