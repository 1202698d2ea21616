"""How a style comes out: how long it hangs, how defined it is on day one, how long it is worn."""

import math
from collections.abc import Iterator

from craft.contract.plan import Finished, Learned, Reason
from craft.contract.reasons import LEARNED, MODEL, STANDARD, TRADE, reason
from craft.messages import inline, message, say
from craft.physics import curl
from craft.physics.hold import held
from craft.plan.case import Case
from craft.plan.forecast import Forecast
from craft.plan.home import wear_days
from craft.plan.kit.curls import hangs, stretch_of
from craft.plan.kit.pieces import rod_mm
from craft.plan.separate import SEPARATED_SHARE, separated
from craft.products.doses import FILM_G_PER_M2
from craft.products.layer import STAYS
from craft.products.stays import fixative_share
from craft.ranges import SCORE_MAX, SCORE_MIN, clamp
from craft.styles.technique import Technique
from craft.vocabulary import Detail, Manner, Role
from craft.words import plural
from craft.work import timing

#: A finished length is never surer than this [cm]. Own value.
LEAST_UNSURE_CM = 0.3
#: How sure we are of the stretch of a technique. Own value.
STRETCH_SPREAD = 0.12
#: Definition on day one: what each doubling of the sections adds, what damp takes. Own values.
DOUBLING_SHARE, DAMP_SHARE = 0.06, 0.4
#: How much of its change in length a set loses for each share of water left at opening. Own value.
GOES_BACK = 1.5
#: Form of a set made loosely or tightly, against an even one. Own values.
TENSION_FORM = {Manner.LOOSELY: 0.93, Manner.EVENLY: 1.0, Manner.TIGHTLY: 1.04}
DEFINITION_RANGE = (0.05, 0.98)
HANGS = message("This client's hair hangs at {factor:.2f} times that: {basis}.")
SCORED = message("Definition scores were {factor:.2f} times the forecast: {basis}.")


def usual_hold(technique: Technique) -> float:
    """Film formers that a style is usually laid with [g/m²]."""
    return sum(FILM_G_PER_M2[role] * fixative_share(role) for role in lies(technique))


def lies(technique: Technique) -> list[Role]:
    """What is usually laid into the lengths."""
    return [role for role in technique.stays_in if role in STAYS and role in FILM_G_PER_M2]


def hold_of(case: Case) -> float:
    """Film formers on this head [g/m²]."""
    return sum(each.fixative_g for each in case.layers) / case.surface_m2


def form_of(case: Case) -> float:
    """Definition of a style with full hold: by the technique, its sections, how tight it is."""
    technique = case.technique
    form = technique.wear.definition / held(technique.setting.by_itself, usual_hold(technique))
    form += DOUBLING_SHARE * math.log2(len(case.sections) / technique.parting.sections)
    return form * TENSION_FORM.get(case.details.get(Detail.TENSION, Manner.EVENLY), 1.0)


def day1_definition(case: Case, forecast: Forecast) -> float:
    """Definition once it is opened and has settled, 0 to 1.

    Own model: the form, what of it is held, less for what is separated on purpose and for what is
    still damp.
    """
    kept = held(case.technique.setting.by_itself, hold_of(case))
    damp = DAMP_SHARE * (1 - forecast.run.at(forecast.release_h))
    parted = 1 - SEPARATED_SHARE * separated(case)
    forecast_of_form = form_of(case) * kept * parted * (1 - damp)
    return clamp(as_learned(forecast_of_form, case.request.learned_definition), *DEFINITION_RANGE)


def as_learned(definition: float, learned: Learned | None) -> float:
    """A definition [0 to 1] as these hands make it: they are known by their scores of 1 to 5."""
    if learned is None or not learned.visits:
        return definition
    span = SCORE_MAX - SCORE_MIN
    return (learned.factor * (SCORE_MIN + span * definition) - SCORE_MIN) / span


def definition_reason(case: Case) -> Reason:
    """How the definition comes about."""
    setting = case.technique.setting
    return reason(
        "day1_definition",
        say(
            "{definition:.0%} usual for this style. It keeps {by_itself:.0%} of its form without "
            "product, {kept:.0%} with {hold:.2f} g/m² of film formers. More sections and tighter "
            "ones define more, damp and separating less.",
            definition=case.technique.wear.definition,
            by_itself=setting.by_itself,
            hold=hold_of(case),
            kept=held(setting.by_itself, hold_of(case)),
        ),
        say(
            "definition {definition:.0%}, {sections}",
            definition=case.definition,
            sections=plural(len(case.sections), "section"),
        ),
        STANDARD,
    )


def learned_reason(rule: str, learned: Learned | None, what: str) -> Iterator[Reason]:
    """The reason for a learned value; none before the first visit.

    Args:
        rule: its key
        learned: the value
        what: says it, with its factor and basis
    """
    if learned is not None and learned.visits:
        because = say(what, factor=learned.factor, basis=learned.basis)
        yield reason(rule, because, plural(learned.visits, "visit"), LEARNED)


def opened_damp(case: Case, forecast: Forecast, length_cm: float) -> float:
    """Length of a set that is opened before it is dry [cm]: what is damp goes back by itself.

    What is dry is set: hours past that change nothing.
    """
    if not case.technique.release.needed:
        return length_cm
    damp = 1 - forecast.run.at(forecast.release_h)
    back = case.hair.hangs_cm - length_cm
    return length_cm + back * min(1.0, GOES_BACK * damp)


def finished_look(case: Case, forecast: Forecast) -> Finished:
    """How long it hangs and how defined it is on day one."""
    hair, technique = case.hair, case.technique
    rod = rod_mm(case) if technique.kit.rods_each else None
    taken_out = stretch_of(case)
    lengths = [
        opened_damp(case, forecast, hangs(case, taken_out + off, rod))
        for off in (-STRETCH_SPREAD, 0.0, STRETCH_SPREAD)
    ]
    learned = case.request.learned_length
    if learned is not None and learned.visits:
        low, high = timing.minutes_range(lengths[1] * learned.factor, learned.unsure)
        lengths = [max(low, lengths[0] * learned.factor), lengths[1] * learned.factor, high]
        lengths[1] = min(lengths[1], hair.length_cm)
    # The same set on the same head never hangs to the millimetre.
    lengths[0] = min(lengths[0], lengths[1] - LEAST_UNSURE_CM)
    lengths[2] = min(hair.length_cm, max(lengths[2], lengths[1] + LEAST_UNSURE_CM))
    return Finished(
        length_cm=round(lengths[1], 1),
        length_low=round(lengths[0], 1),
        length_high=round(lengths[2], 1),
        landmark=curl.landmark(lengths[1], dict(hair.landmarks)),
        day1_definition=round(day1_definition(case, forecast), 2),
        wear_days=wear_days(case),
        reasons=[
            reason(
                "finished_length",
                say(
                    "{length_cm:g cm} shrink by {shrinkage:.0%} left alone; a {title} takes out "
                    "{taken_out:.0%} of that.",
                    length_cm=hair.length_cm,
                    shrinkage=curl.shrinkage(hair.curl_index),
                    title=inline(technique.title),
                    taken_out=taken_out,
                ),
                say("curl index {curl_index:.2f}", curl_index=hair.curl_index),
                MODEL,
            ),
            *learned_reason("learned_length", learned, HANGS),
            definition_reason(case),
            *learned_reason("learned_definition", case.request.learned_definition, SCORED),
            reason(
                "wear",
                say(
                    "Worn {wear_days}: usual for this style, or as chosen.",
                    wear_days=plural(wear_days(case), "day"),
                ),
                say("style {style}", style=case.request.goal.style),
                TRADE,
            ),
        ],
    )
