"""Cautions of the set: its drying, its kit, its heat, its time."""

from collections.abc import Sequence

from craft.contract.plan import Step
from craft.contract.reasons import MODEL
from craft.messages import join, measured, say, word
from craft.physics.winding import LEAST_TURNS, too_thick, too_thin
from craft.plan.case import Case
from craft.plan.cautions.rule import CautionRule, Sign
from craft.plan.forecast import SAFE_ODDS, Forecast, damp_at_bedtime
from craft.plan.kit import pieces as kit
from craft.plan.kit.curls import rod_curl
from craft.plan.steps.before import TAKE_DOWNS
from craft.plan.steps.step import sitting_minutes
from craft.plan.turns import dried_turns, workable
from craft.vocabulary import Dryer, Elasticity, Heat, Night, Severity, StageKind
from craft.words import plural

#: A mask that waits longer than this is slept in [min]. Own value.
OVERNIGHT_FROM_MIN = 180.0
HANDBOOK = say("Standard cosmetology handbooks, from memory.")


def not_dry_at_release(case: Case, forecast: Forecast, *_: object) -> Sign | None:
    """A set opened before it is dry frizzes."""
    odds = forecast.odds
    timed = case.technique.release.needed or case.request.goal.release_after_h is not None
    if not timed or odds >= SAFE_ODDS:
        return None
    dry_h = forecast.run.time_to(1.0)
    expected = (
        say(" It should be dry after {dry_h:.0f} h.", dry_h=dry_h) if dry_h is not None else ""
    )
    return Sign(
        say(
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
            return Sign(
                say(
                    "It is only {odds:.0%} likely to be dry when it goes under {under} "
                    "({gone:.0%} of the water gone). Under there it hardly dries and the scalp "
                    "stays wet. Dry it longer first, or leave {under} off until it is dry.",
                    odds=odds,
                    under=under,
                    gone=gone,
                ),
                say("covered at {gone:.0%}", gone=gone),
                MODEL,
            )
    return None


def damp_bonnet(case: Case, forecast: Forecast, *_: object) -> Sign | None:
    """A set that is still damp at bedtime wants air, not a bonnet."""
    bedtime_h = damp_at_bedtime(case, forecast)
    if bedtime_h is None or case.request.person.night is not Night.BONNET:
        return None
    odds = forecast.odds_with(forecast.stages, bedtime_h)
    return Sign(
        say(
            "At bedtime, about {bedtime_h:.0f} h after shaping, it is {odds:.0%} likely to be "
            "dry. No bonnet over damp hair: tonight the set lies open on a satin pillowcase, or "
            "it is dried under the hood before the client leaves.",
            bedtime_h=bedtime_h,
            odds=odds,
        ),
        say(
            "night {night}, {water:g} g/g of water",
            night=case.request.person.night,
            water=forecast.water,
        ),
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
    medium = case.request.goal.max_heat is Heat.MEDIUM
    fragile = case.hair.elasticity is Elasticity.OVERSTRETCHED
    if forecast.dryer is Dryer.AIR or not (medium and fragile):
        return None
    return Sign(
        say("This hair is fragile: use low heat or air, not medium heat."),
        say(
            "elasticity {elasticity}, heat {max_heat}",
            elasticity=case.hair.elasticity,
            max_heat=case.request.goal.max_heat,
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
    CautionRule("damp_bonnet", REMIND, ("set_home",), damp_bonnet),
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
