"""Cautions of what cannot be: the style, its wear, the minutes of one pair of hands."""

from collections.abc import Sequence

from craft.contract.plan import Step
from craft.contract.reasons import STANDARD
from craft.messages import inline, join, say
from craft.plan.case import Case
from craft.plan.cautions.rule import CautionRule, Sign
from craft.plan.fitness import (
    fits_length,
    length_range,
    pulled_lately,
    styles_instead,
)
from craft.plan.forecast import Forecast
from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import Condition, Severity
from craft.words import plural
from craft.work.ergonomics import FINE_STEPS, FINE_WORK_MIN

#: Hands-on minutes of one sitting that one person works well. Own value.
ONE_PAIR_OF_HANDS_MIN = 240.0


def style_names(case: Case, *, without_tension: bool = False) -> str:
    """Other styles by name, in a sentence."""
    titles = [
        inline(TECHNIQUES[style].title)
        for style in styles_instead(case, without_tension=without_tension)
    ]
    return (
        say(" A {titles} would suit this hair.", titles=join(say(" or a "), titles))
        if titles
        else ""
    )


def wrong_length(case: Case, *_: object) -> Sign | None:
    """Hair too short for a style, or longer than it makes sense for."""
    style, length = case.request.goal.style, case.hair.length_cm
    if fits_length(style, length):
        return None
    least, most = length_range(style)
    what = (
        say(
            "needs {least:g cm} of stretched hair; this is {length:g cm}",
            least=least,
            length=length,
        )
        if length < least
        else say(
            "makes sense up to {most:g cm}; this is {length:g cm} and would take far too long",
            most=most,
            length=length,
        )
    )
    return Sign(
        say(
            "{style} {what}.{others}",
            style=case.technique.title,
            what=what,
            others=style_names(case),
        ),
        say("length {length:g cm}", length=length),
    )


def unsuited_hair(case: Case, *_: object) -> Sign | None:
    """A style made for other hair."""
    suits = case.technique.fitness.suits
    if not suits or case.hair.pattern in suits:
        return None
    return Sign(
        say(
            "{title} is for {first} to {last} hair and will not hold on {pattern}.{style_names}",
            title=case.technique.title,
            first=suits[0],
            last=suits[-1],
            pattern=case.hair.pattern,
            style_names=style_names(case),
        ),
        say("pattern {pattern}", pattern=case.hair.pattern),
    )


def worn_too_long(case: Case, *_: object) -> Sign | None:
    """A wish to wear a style longer than it holds or than is good for the hair."""
    days, most = case.request.goal.wear_days, case.technique.wear.days_max
    if days is None or most is None or days <= most:
        return None
    return Sign(
        say(
            "{title} should be worn {most} days at most, not {days}. After that it mats or "
            "strains the hair, and a wash is due.",
            title=case.technique.title,
            most=most,
            days=days,
        ),
        say("goal.wear_days {days}", days=days),
    )


def too_much_for_one(case: Case, _: Forecast, steps: Sequence[Step]) -> Sign | None:
    """More minutes than one pair of hands works well."""
    minutes = sum(step.hands_on_min for step in steps if step.sitting == 1)
    if minutes <= ONE_PAIR_OF_HANDS_MIN:
        return None
    return Sign(
        say(
            "{hours:.1f} h of hands-on work is too much for one person at one appointment. Book "
            "two appointments, or a second specialist ({each:.0f} min each).",
            hours=minutes / 60,
            each=minutes / 2,
        ),
        say(
            "{sections} sections, hands-on {minutes:.0f} min",
            sections=len(case.sections),
            minutes=minutes,
        ),
        STANDARD,
    )


def tension_edges(case: Case, *_: object) -> Sign | None:
    """No pull on thinning edges or a sore scalp."""
    conditions = {Condition.EDGE_THINNING} & set(case.request.person.conditions)
    if not (case.technique.setting.tension and conditions):
        return None
    hairline = (
        say("leave the hairline out of the rows")
        if case.technique.in_rows
        else say("leave the hairline loose, nothing tied or wound tight there")
    )
    return Sign(
        say(
            "Thinning edges: {hairline}, avoid any pull, and change the parting from last "
            "time.{style_names} If the thinning continues, a doctor should look at it.",
            hairline=hairline,
            style_names=style_names(case, without_tension=True),
        ),
        say("edge thinning"),
    )


def tension_again(case: Case, *_: object) -> Sign | None:
    """The same pull at the same place again and again thins the hairline."""
    past = pulled_lately(case)
    if past is None:
        return None
    return Sign(
        say(
            "{title} with the same parting {days_ago} ago: pulling at the same place again strains "
            "the roots. Change the parting, or let it rest.{style_names}",
            title=TECHNIQUES[past.style].title,
            days_ago=plural(past.days_ago, "day"),
            style_names=style_names(case, without_tension=True),
        ),
        say("past {style}, {days_ago:g} days", style=past.style, days_ago=past.days_ago),
    )


def sparse(case: Case, *_: object) -> Sign | None:
    """Partings show on sparse hair."""
    least = case.technique.fitness.density_min
    density = case.hair.density_per_cm2
    if density >= least:
        return None
    return Sign(
        say(
            "{title}: the scalp shows below {least:g} hairs/cm²; this is {density:.0f}. Use fewer "
            "partings, and no straight ones.{style_names}",
            title=case.technique.title,
            least=least,
            density=density,
            style_names=style_names(case),
        ),
        say("density {density:.0f} hairs/cm²", density=density),
        STANDARD,
    )


def fine_work(case: Case, _: Forecast, steps: Sequence[Step]) -> Sign | None:
    """Arms need a break: every minute of fine or overhead work counts, not shaping alone."""
    minutes = sum(
        step.hands_on_min for step in steps if step.key in FINE_STEPS and step.sitting == 1
    )
    breaks = int(minutes // FINE_WORK_MIN)
    if not breaks:
        return None
    often = say("after") if breaks == 1 else say("after every")
    return Sign(
        say(
            "{minutes:.0f} min of fine and overhead work. Take a break {often} {fine_work_min:g} "
            "min: relax your shoulders, and let the client stretch.",
            minutes=minutes,
            often=often,
            fine_work_min=FINE_WORK_MIN,
        ),
        say("{sections} sections", sections=len(case.sections)),
    )


ADJUST, REMIND = Severity.ADJUST, Severity.REMIND
RULES: tuple[CautionRule, ...] = (
    CautionRule("wrong_length", ADJUST, ("shape",), wrong_length),
    CautionRule("tension_edges", ADJUST, ("shape",), tension_edges),
    CautionRule("unsuited", REMIND, ("shape",), unsuited_hair),
    CautionRule("too_much_for_one", ADJUST, ("shape",), too_much_for_one),
    CautionRule("worn_too_long", ADJUST, ("send_home",), worn_too_long),
    CautionRule("tension_again", ADJUST, ("shape",), tension_again),
    CautionRule("sparse", REMIND, ("shape",), sparse),
    CautionRule(
        "fine_work",
        REMIND,
        ("shape",),
        fine_work,
        no_fix=say("Take the break whenever the work allows it."),
    ),
)
