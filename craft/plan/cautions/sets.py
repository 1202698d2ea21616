"""Cautions of the set: its drying, its kit, its heat, its time."""

from collections.abc import Sequence

from craft.contract.plan import Step
from craft.contract.reasons import MODEL, TRADE
from craft.messages import join, measured, say, word
from craft.physics.winding import LEAST_TURNS, too_thick, too_thin
from craft.plan.case import Case
from craft.plan.cautions.rule import CautionRule, Sign
from craft.plan.clock import ROUNDED_MIN, clock_of
from craft.plan.details import does
from craft.plan.dryers import heat_of
from craft.plan.forecast import SAFE_ODDS, Forecast, damp_at_bedtime, in_one_sitting, moment_of
from craft.plan.kit import pieces as kit
from craft.plan.kit.curls import rod_curl
from craft.plan.steps.before import TAKE_DOWNS
from craft.plan.steps.step import sitting_minutes
from craft.plan.turns import dried_turns, workable
from craft.vocabulary import Detail, Dryer, Elasticity, Heat, Manner, Night, Severity, StageKind
from craft.words import plural

#: A mask that waits longer than this is slept in [min]. Own value.
OVERNIGHT_FROM_MIN = 180.0
#: Below these odds of dry it is simply damp. Own value.
SURELY_DAMP = 0.05
#: Nobody begins a service before this hour of the morning. Own value.
EARLIEST_START_H = 8
HANDBOOK = say("Standard cosmetology handbooks, from memory.")


def not_dry_at_release(case: Case, forecast: Forecast, *_: object) -> Sign | None:
    """A set opened before it is dry frizzes."""
    odds = forecast.odds
    timed = case.technique.release.needed or case.request.goal.release_after_h is not None
    if not timed or odds >= SAFE_ODDS:
        return None
    dry_h = forecast.run.time_to(1.0)
    known = clock_of(case.request) is not None
    expected: str = ""
    if dry_h is not None:
        expected = (
            say(" It should be dry by {moment}.", moment=moment_of(case, dry_h))
            if known
            else say(" It should be dry after {dry_h:.0f} h.", dry_h=dry_h)
        )
    return Sign(
        say(
            "The roots may still be damp when it is opened: {moment} it is {odds:.0%} likely to "
            "be dry.{expected}",
            moment=moment_of(case, forecast.release_h),
            odds=odds,
            expected=expected,
        )
        if known
        else say(
            "The roots may still be damp when it is opened: after {release_h:g} h it is "
            "{odds:.0%} likely to be dry.{expected}",
            release_h=forecast.release_h,
            odds=odds,
            expected=expected,
        ),
        say(
            "opened after {release_h:g} h, {sections} sections",
            release_h=forecast.release_h,
            sections=len(case.sections),
        ),
        MODEL,
    )


def rod_fit(case: Case, *_: object) -> Sign | None:
    """Hair too short for its rods only bends; too much hair on thin rods dries slowly."""
    meant = kit.sizes_by_section(case)
    wound = [
        (
            section,
            meant[section.number],
            rod_curl(case, meant[section.number], section=section).wound,
        )
        for section in case.sections
        if section.number in meant
    ]
    short = [section.number for section, _, on in wound if too_thick(on)]
    thick = [section.number for section, mm, on in wound if too_thin(on, mm)]
    if not short and not thick:
        return None
    few = say(
        "The hair is too short for the rods in sections {runs}: fewer than {least_turns:g} turns "
        "give a bend, not a curl. Use thinner rods.",
        runs=kit.runs(short or [0]),
        least_turns=LEAST_TURNS,
    )
    many = say(
        "There is too much hair on the rods in sections {runs}: the curls will be uneven and dry "
        "slowly. Use thicker rods, or more sections.",
        runs=kit.runs(thick or [0]),
    )
    return Sign(
        few if short else many,
        say(
            "rods of {sizes}, {length_cm:g cm}",
            sizes=join(", ", (measured(mm, "mm") for mm in dict.fromkeys(meant.values()))),
            length_cm=case.hair.length_cm,
        ),
        say("Geometry of the spiral; the limits are salon standards."),
    )


def damp_cap(case: Case, forecast: Forecast, *_: object) -> Sign | None:
    """Under a cap, a wig or in a bun the air saturates: what goes under it damp stays damp."""
    capped = (
        (start, say("the cap"))
        for stage, start in zip(forecast.stages, forecast.begins, strict=True)
        if stage.kind is StageKind.CAP
    )
    covered = case.technique.wear.covered_by
    worn = ((forecast.release_h, covered),) if covered and case.dries else ()
    for at_h, under in (*capped, *worn):
        odds = forecast.odds_with(forecast.stages, at_h)
        if odds < SAFE_ODDS:
            gone = forecast.run.at(at_h)
            safe_h = forecast.safe_h
            text = say(
                "It is only {odds:.0%} likely to be dry when it goes under {under} ({gone:.0%} of "
                "the water gone). Under there it hardly dries and the scalp stays wet.",
                odds=odds,
                under=under,
                gone=gone,
            )
            text += (
                say(" Dry it longer first, or leave {under} off until it is dry.", under=under)
                if safe_h is None
                else say(
                    " Dry it longer first, or put {under} on from {safe}.",
                    under=under,
                    safe=moment_of(case, safe_h),
                )
            )
            return Sign(
                text,
                say("covered at {gone:.0%}", gone=gone),
                MODEL,
            )
    return None


def damp_night(case: Case, forecast: Forecast, *_: object) -> Sign | None:
    """Hair that is still damp at bedtime wants air: under a cover it dries no more.

    Without a clock the hour of going to bed is only what is usual; then a bonnet alone is told of.
    """
    bedtime_h = damp_at_bedtime(case, forecast)
    known = clock_of(case.request) is not None
    if bedtime_h is None or not (known or bonnet_over_a_set(case)):
        return None
    night, safe_h = case.request.person.night, forecast.safe_h
    odds = forecast.odds_with(forecast.stages, bedtime_h)
    bedtime = moment_of(case, bedtime_h)
    text = (
        say("At bedtime ({bedtime}) it is still damp.", bedtime=bedtime)
        if odds < SURELY_DAMP
        else say(
            "At bedtime ({bedtime}) it is {odds:.0%} likely to be dry.", bedtime=bedtime, odds=odds
        )
    )
    if safe_h is not None:
        text += say(" It will be dry by {safe}.", safe=moment_of(case, safe_h))
    text += (
        say(" Nothing over it tonight, only a satin pillowcase.")
        if night is Night.NONE
        else say(" No {night} over damp hair: tonight nothing but a satin pillowcase.", night=night)
    )
    return Sign(
        text + earlier_start(case, forecast, bedtime_h),
        say(
            "night {night}, {water:.2f} g/g of water",
            night=night,
            water=forecast.water,
        ),
        MODEL,
    )


def bonnet_over_a_set(case: Case) -> bool:
    """Whether the client sleeps in a bonnet while a set is in."""
    return case.technique.release.needed and case.request.person.night is Night.BONNET


def earlier_start(case: Case, forecast: Forecast, bedtime_h: float) -> str:
    """From which hour on it would have been dry by bedtime, if the salon could begin then."""
    clock, safe_h = clock_of(case.request), forecast.safe_h
    if clock is None or safe_h is None:
        return ""
    sooner_min = (safe_h - bedtime_h) * 60
    start = clock.rounded_up(-sooner_min - ROUNDED_MIN)
    if clock.at(start).date() != clock.start.date() or clock.at(start).hour < EARLIEST_START_H:
        return ""
    return say(" Started by {start}, it would be dry by bedtime.", start=clock.hour(start))


def unsuitable_hour(case: Case, forecast: Forecast, *_: object) -> Sign | None:
    """An hour at which nobody opens a set: the client sleeps, or the salon is closed."""
    clock = clock_of(case.request)
    if (
        clock is None
        or not case.technique.release.needed
        or case.request.goal.release_after_h is None
        or in_one_sitting(forecast)
    ):
        return None
    moment = case.shaped_min + forecast.release_h * 60
    at_home = does(case, Detail.OPENED, Manner.HOME)
    if clock.suits(moment, at_home=at_home):
        return None
    why = (
        say("the client sleeps then")
        if clock.night_at(moment) is not None
        else say("the salon is closed then")
        if not at_home
        else say("that leaves no time before sleep")
    )
    return Sign(
        say("It would be opened {moment}: {why}.", moment=clock.moment(moment), why=why),
        say("opened after {release_h:g} h", release_h=forecast.release_h),
        TRADE,
    )


def not_there_in_time(case: Case, forecast: Forecast, steps: Sequence[Step]) -> Sign | None:
    """The style is wanted before it is there."""
    clock, wanted = clock_of(case.request), case.request.look_good_from
    if clock is None or wanted is None:
        return None
    dried_h = forecast.release_h if case.dries else 0.0
    opening = sum(step.hands_on_min for step in steps if step.sitting != 1)
    there = case.shaped_min + dried_h * 60 + opening
    if there <= clock.minutes(wanted):
        return None
    return Sign(
        say(
            "It should look good from {wanted}, and is there from {there}.",
            wanted=clock.moment(clock.minutes(wanted)),
            there=clock.moment(there),
        ),
        say("look good from {wanted}", wanted=clock.moment(clock.minutes(wanted))),
        MODEL,
    )


def overnight_mask(case: Case, *_: object) -> Sign | None:
    """A mask is rinsed out the same day."""
    edit = next(
        (
            edit
            for edit in case.request.edits
            if edit.step == "mask" and (edit.wait_min or 0) > OVERNIGHT_FROM_MIN
        ),
        None,
    )
    if edit is None:
        return None
    wait_min = edit.wait_min or 0.0
    return Sign(
        say(
            "{wait_min:g} min means overnight. Do not leave a mask in overnight: rinse it as its "
            "label says; 30 to 45 minutes are enough.",
            wait_min=wait_min,
        ),
        say("mask waits {wait_min:g} min", wait_min=wait_min),
    )


def wear_overdue(case: Case, *_: object) -> Sign | None:
    """Styles that stay in too long."""
    now = case.request.now
    old = TAKE_DOWNS.get(now.style)
    if old is None or now.worn_days is None or now.worn_days <= old.most_days:
        return None
    over = now.worn_days - old.most_days
    return Sign(
        say(
            "Worn {worn_days}, {over:g} more than the limit of {most_days:g}. Take it out today, "
            "check the hairline and scalp, expect shed hair, and rest the edges.",
            worn_days=plural(now.worn_days, "day"),
            over=over,
            most_days=old.most_days,
        ),
        say("now {style}, {worn_days:g} days", style=now.style, worn_days=now.worn_days),
    )


def nothing_to_work_on(case: Case, *_: object) -> Sign | None:
    """A service that needs something on the head that is not there."""
    needs = case.technique.fitness.works_from
    now = case.request.now.style
    if not needs or now in needs:
        return None
    words = join(say(" or "), (word(need) for need in needs))
    return Sign(
        say(
            "{title} starts from {words}; the current style is {now}. Correct the current style, "
            "or plan the set first.",
            title=case.technique.title,
            words=words,
            now=word(now),
        ),
        say("now {now}", now=now),
    )


def protein(case: Case, *_: object) -> Sign | None:
    """Overstretched hair may want protein, stiff hair none."""
    if not case.washes or case.hair.elasticity is Elasticity.SPRINGY:
        return None
    if case.hair.elasticity is Elasticity.OVERSTRETCHED:
        text = say(
            "A wet strand stretches and does not spring back: a protein treatment may help. "
            "Follow its label."
        )
    else:
        text = say("A wet strand hardly stretches: use a mask without protein today.")
    return Sign(text, say("elasticity {elasticity}", elasticity=case.hair.elasticity), HANDBOOK)


def heat_protectant(case: Case, forecast: Forecast, *_: object) -> Sign | None:
    """Nothing warm without protection."""
    if forecast.dryer is Dryer.AIR:
        return None
    return Sign(
        say(
            "Use a heat protectant first if its label says so. Take metal clips out, they get "
            "hot. Keep cables away from water."
        ),
        say("dry {dryer}", dryer=forecast.dryer),
    )


def heat_fragile(case: Case, forecast: Forecast, *_: object) -> Sign | None:
    """Less heat on hair that does not come back."""
    medium = heat_of(case) is Heat.MEDIUM
    fragile = case.hair.elasticity is Elasticity.OVERSTRETCHED
    if forecast.dryer is Dryer.AIR or not (medium and fragile):
        return None
    return Sign(
        say("This hair is fragile: use low heat or air, not medium heat."),
        say(
            "elasticity {elasticity}, heat {max_heat}",
            elasticity=case.hair.elasticity,
            max_heat=heat_of(case),
        ),
    )


def heat_limit(case: Case, *_: object) -> Sign | None:
    """No dryer where no heat is wanted."""
    if case.request.goal.max_heat is not Heat.NONE or case.dry is Dryer.AIR:
        return None
    return Sign(
        say("No heat is allowed on this hair, so it is air-dried without the {dry}.", dry=case.dry),
        say("goal.max_heat none"),
    )


def over_time_limit(case: Case, _: Forecast, steps: Sequence[Step]) -> Sign | None:
    """A promise that cannot hold."""
    first_sitting_min = sitting_minutes(steps)
    limit = case.request.goal.time_limit_min
    if limit is None or first_sitting_min <= limit:
        return None
    return Sign(
        say(
            "This takes {minutes:.0f} min today, {excess:.0f} more than the {limit:.0f} min the "
            "client has. Use fewer sections or choose a shorter service.",
            minutes=first_sitting_min,
            excess=first_sitting_min - limit,
            limit=limit,
        ),
        say("time limit {limit:.0f} min", limit=limit),
        MODEL,
        by=first_sitting_min - limit,
    )


def kit_short(case: Case, *_: object) -> Sign | None:
    """Rods, pins, bands or clips that run out half-way."""
    lacks = [words for words in (kit.rods_text(case), *kit.counted_text(case)) if words]
    if not lacks:
        return None
    busy = case.request.kit.busy if case.request.kit else []
    elsewhere = say(" In use at that time: {busy}.", busy=join("; ", busy)) if busy else ""
    return Sign(
        join("; ", lacks) + say(". Get more before you start, or use fewer sections.") + elsewhere,
        say("kit"),
    )


def dried_waiting(case: Case, *_: object) -> Sign | None:
    """Sections that have dried before their turn: products no longer spread in them."""
    turns = dried_turns(case)
    if not turns:
        return None
    last = turns[-1]
    return Sign(
        say(
            "Sections {sections} have dried by their turn: {water:.2f g} of water per gram of "
            "hair after {minutes:.0f} min. Products need {workable:g g}: wet them again, or keep "
            "them under a cap.",
            sections=kit.runs([turn.section.number for turn in turns]),
            water=last.water,
            minutes=last.waited_min,
            workable=workable(case),
        ),
        say(
            "{sections} sections, {minutes:.0f} min",
            sections=len(case.sections),
            minutes=last.waited_min + last.minutes,
        ),
        MODEL,
    )


ADJUST, REMIND = Severity.ADJUST, Severity.REMIND
RULES: tuple[CautionRule, ...] = (
    CautionRule("not_dry_at_release", ADJUST, ("release", "shape"), not_dry_at_release),
    CautionRule("damp_cap", ADJUST, ("set_home", "send_home"), damp_cap),
    CautionRule("damp_at_bedtime", REMIND, ("set_home", "send_home"), damp_night),
    CautionRule("unsuitable_hour", ADJUST, ("release", "set_home"), unsuitable_hour),
    CautionRule(
        "not_there_in_time", ADJUST, ("release", "set_home", "send_home"), not_there_in_time
    ),
    CautionRule("dried_waiting", ADJUST, ("work",), dried_waiting),
    CautionRule("kit_short", ADJUST, ("shape",), kit_short),
    CautionRule("rod_fit", ADJUST, ("shape",), rod_fit),
    CautionRule("heat_limit", ADJUST, ("dry",), heat_limit),
    CautionRule("overnight_mask", ADJUST, ("mask",), overnight_mask),
    CautionRule(
        "wear_overdue",
        ADJUST,
        ("take_down_old",),
        wear_overdue,
        no_fix=say("It is overdue and comes out today, whatever is planned."),
    ),
    CautionRule("nothing_to_work_on", ADJUST, (), nothing_to_work_on),
    CautionRule(
        "protein",
        REMIND,
        ("mask",),
        protein,
        no_fix=say("Choose the mask by its label."),
    ),
    CautionRule(
        "heat_protectant",
        REMIND,
        ("dry",),
        heat_protectant,
    ),
    CautionRule("heat_fragile", ADJUST, ("dry",), heat_fragile),
    CautionRule("over_time_limit", ADJUST, (), over_time_limit),
)
