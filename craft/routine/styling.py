"""Lay in, shape, dry, release, finish."""

from craft import fibre, timing
from craft.contract.plan import Step
from craft.partings import Section
from craft.routine.case import Case, layering
from craft.routine.forecast import Forecast, in_one_sitting
from craft.routine.products import dose
from craft.routine.steps import step
from craft.routine.why import HOUSE, MODEL, TRADE, reason
from craft.vocabulary import Distribution, Dryer, Family, Level, Station

#: Laying in: minutes for each product of each section, and for the hair. House values.
LAY_IN_EACH_MIN = 0.12
LAY_IN_BULK = (0.0, 2.0)
#: One product over the whole head at a time takes longer, detangling better. House value.
LAYER_FACTOR = 1.25
#: Fetching, setting and checking a hood, and how long the client may stay under it. House values.
HOOD_SETUP_MIN = 1.5
HOOD_SLACK_MIN = 15.0


def usual_hairs(case: Case) -> float:
    """Hairs in a usual section of the technique on a medium head."""
    medium = fibre.TYPICAL_DENSITY_PER_CM2[Level.MEDIUM] * case.scalp_cm2
    return medium / case.technique.sections


def shape_minutes(case: Case, section: Section) -> float:
    """Hands-on minutes of shaping one section at the house pace [min]."""
    return timing.section_minutes(
        case.technique.shape_min, section.length_cm, section.hairs, usual_hairs(case)
    )


def lay_in(case: Case) -> Step:
    """Products that stay in, in school order, ends twice."""
    order, why = layering(case)
    count = len(case.sections)
    minutes = LAY_IN_EACH_MIN * len(order) * count + timing.bulk_minutes(*LAY_IN_BULK, case.hair_g)
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
        "Middle to ends first, roots last with what is left; ends twice." + warm,
        minutes=minutes * (LAYER_FACTOR if layered else 1),
        station=Station.CHAIR,
        products=[dose(case, role) for role in order],
        sections=count,
        reasons=[why, distribution],
    )


def shape(case: Case) -> Step:
    """The technique itself, section by section."""
    count = len(case.sections)
    noun = case.technique.noun
    minutes = sum(shape_minutes(case, section) for section in case.sections)
    return step(
        case,
        "shape",
        Family.SHAPE,
        f"{noun.capitalize()}s, {count}",
        case.technique.how,
        minutes=minutes,
        station=Station.CHAIR,
        sections=count,
        reasons=[
            reason(
                "section_time",
                f"{case.technique.shape_min:g} min for a usual {noun} of 25 cm, scaled by length "
                f"and hair: {minutes / count:.1f} min each on this head.",
                f"{count} sections of {case.hair.length_cm:g} cm",
                HOUSE,
            ),
            reason(
                "section_count",
                "Smaller sections: more definition, more time, faster drying.",
                f"sections {count}",
            ),
        ],
    )


def dryer_step(case: Case, made: Forecast) -> Step:
    """Minutes under a hood (waiting) or with a diffuser (hands-on)."""
    hood = made.dryer is Dryer.HOOD
    stage = made.stages[0]
    asked = case.request.dry_min is not None
    why = reason(
        "dryer_minutes",
        f"At {stage.temp_c:g} °C this takes out {made.run.at(made.dryer_min / 60):.0%} of the "
        "water" + (", as long as was asked." if asked else ", within an hour at most."),
        f"dry {made.dryer}, heat {case.request.goal.max_heat}",
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
        else "Low heat, low air; hold each spot about a minute, do not rake.",
        # Fetching, setting and checking the hood; a diffuser is held all the time.
        minutes=HOOD_SETUP_MIN if hood else made.dryer_min,
        station=Station.HOOD if hood else Station.CHAIR,
        wait=(made.dryer_min, made.dryer_min + HOOD_SLACK_MIN) if hood else (0.0, 0.0),
        wait_title="under the hood" if hood else "",
        reasons=[why, metal],
    )


def release(case: Case, made: Forecast) -> Step:
    """Take the set down, only when dry."""
    count = len(case.sections)
    noun = case.technique.noun
    return step(
        case,
        "release",
        Family.FINISH,
        f"Release, {count}",
        f"Only when dry. Oil on the fingers; bottom {noun}s before top ones, ends first, a half "
        "turn against the twist to loosen. Count them out.",
        minutes=case.technique.release_each_min * count,
        station=Station.CHAIR,
        sections=count,
        sitting=1 if in_one_sitting(made) else 2,
        reasons=[
            reason(
                "count_out",
                f"{count} {noun}s go in, {count} come out: one left in is found a week later.",
                f"sections {count}",
            )
        ],
    )


def finish(case: Case, made: Forecast) -> Step:
    """Separate, lift the roots, let it settle."""
    settle = case.technique.settle_min
    separate = "Flat twists need no separating. " if case.technique.rows else ""
    first = in_one_sitting(made) or not case.technique.released
    return step(
        case,
        "finish",
        Family.FINISH,
        "Finish",
        separate
        + "Part only where the hair wants to; lift the roots with a pick 5 to 10 cm from the "
        "scalp, never through the lengths. Judge it after it has settled.",
        minutes=case.technique.finish_min,
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


def styling(case: Case, made: Forecast) -> list[Step]:
    """The dry half of the service."""
    steps = [lay_in(case), shape(case)]
    if made.dryer is not Dryer.AIR:
        steps.append(dryer_step(case, made))
    if case.technique.released:
        steps.append(release(case, made))
    if case.technique.finish_min > 0 and (case.technique.released or made.dryer is not Dryer.AIR):
        steps.append(finish(case, made))
    return steps
