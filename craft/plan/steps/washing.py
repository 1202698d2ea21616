"""Cleanse, condition, detangle, treat, blot."""

from craft.contract.plan import Reason, Step
from craft.contract.reasons import STANDARD, TRADE, reason
from craft.messages import join, say
from craft.plan.case import Case, CleanserPass
from craft.plan.details import added_minutes, detail_instructions, does, variant
from craft.plan.dosing import choose, dose, name_of
from craft.plan.minutes import BLOT_MIN, PART_EACH_MIN
from craft.plan.steps.before import detangles_before_water
from craft.plan.steps.step import step
from craft.products.clashes import LABEL
from craft.vocabulary import (
    Arrival,
    Blot,
    Buildup,
    Detail,
    Detangling,
    Family,
    Level,
    Manner,
    Role,
    Station,
    Washing,
    WashOrder,
)
from craft.work import timing

#: Minutes of bulk work: fixed, and growing with the hair for 120 g. Own values.
WASH_PASS = (1.5, 3.0)
CONDITION = (0.5, 1.5)
MASK_ON = (0.5, 1.5)
RINSE = (0.5, 1.5)
WET_THROUGH = (0.5, 1.0)
CLAY_ON = (1.0, 3.0)
#: Clay sits so long [min]. Common practice, no source.
CLAY_SITS_MIN = (20.0, 30.0)
#: Washing the roots alone, the hair held in its twists, takes this share. Own value.
ROOTS_ONLY_SHARE = 0.5
#: A light conditioner under the shampoo is this share of a whole one. Own value.
UNDER_SHARE = 0.4
#: A mask preferably sits this long on porous or built-up hair [min]. Common practice, no source.
LONG_MASK_MIN = 30.0

CLEANSER_TITLES = {
    Role.CLARIFIER: say("Clarify"),
    Role.SHAMPOO: say("Shampoo"),
    Role.CO_WASH: "Co-wash",
}
TOOLS = {
    Detangling.FINGERS: say("fingers only"),
    Detangling.COMB: say("a wide comb"),
    Detangling.BRUSH: say("a flexible brush"),
}


def washing(case: Case) -> list[Step]:
    """The wet half of the service, in the order of the school; what was done elsewhere is left."""
    if not case.washes:
        return slip_only(case)
    cleansed = cleanses(case)
    if does(case, Detail.MASK_FIRST):
        return [mask(case), *detangle(case), *cleansed, condition(case), rinse(case)]
    if case.technique.wash.kind is Washing.RESET:
        first = [*cleansed, condition(case), *detangle(case)]
    elif case.request.school.wash is WashOrder.CONDITIONER_UNDER:
        first = [slip_under(case), *cleansed, condition(case), *detangle(case)]
    elif washes_conditioner_first(case)[0]:
        first = [condition(case), *detangle(case), *cleansed]
    else:
        first = [*cleansed, condition(case), *detangle(case)]
    return [*first, mask(case), rinse(case)]


def slip_only(case: Case) -> list[Step]:
    """Washed elsewhere, or not at all today: wet through, conditioned where that is missing."""
    if not case.dries:
        return []
    steps = []
    if case.arrival is Arrival.WASHED_DRY:
        steps.append(wet_through(case))
    if case.conditions:
        return [*steps, condition(case), *detangle(case), rinse(case)]
    return [*steps, *detangle(case)]


def wet_through(case: Case) -> Step:
    """Clean hair that has dried is soaked again, for it is shaped wet."""
    return step(
        case,
        "wet",
        Family.PREPARE,
        say("Wet through"),
        say("Lukewarm water through every quarter until it runs off; then squeeze."),
        minutes=timing.bulk_minutes(*WET_THROUGH, case.hair_g),
        station=Station.BASIN,
        sections=4,
        reasons=[
            reason(
                "wet_again",
                say("Washed elsewhere and dry again: products spread and clump on wet hair."),
                say("now {arrival}", arrival=case.arrival),
            )
        ],
    )


def cleanses(case: Case) -> list[Step]:
    """A step for each cleanser of today."""
    steps = []
    for each in case.cleansers:
        steps += clay(case, each) if each.role is Role.CLAY else [cleanse(case, each)]
    return steps


def clay(case: Case, each: CleanserPass) -> list[Step]:
    """Clay on misted hair, left to sit moist, rinsed downwards."""
    return [
        step(
            case,
            "cleanse",
            Family.CLEANSE,
            say("Clay"),
            say(
                "On misted hair, scalp first, then down the lengths with the fingers. Keep it "
                "moist: it is rinsed before it dries. Mind the wet floor."
            ),
            minutes=timing.bulk_minutes(*CLAY_ON, case.hair_g),
            station=Station.CHAIR,
            wait=CLAY_SITS_MIN,
            wait_title=say("clay sits"),
            products=[dose(case, Role.CLAY)],
            sections=4,
            reasons=[
                each.why,
                reason(
                    "clay_sits", say("20 to 30 minutes, moist all the time."), say("clay"), TRADE
                ),
            ],
        ),
        step(
            case,
            "rinse_clay",
            Family.CLEANSE,
            say("Rinse the clay"),
            say("Downwards, along the strands, until the water runs clear and no grit is felt."),
            minutes=2 * timing.bulk_minutes(*RINSE, case.hair_g),
            station=Station.BASIN,
            reasons=[
                reason("rinse_clay", say("Clay left behind dulls and catches."), say("clay"), TRADE)
            ],
        ),
    ]


def slip_under(case: Case) -> Step:
    """A light conditioner on the lengths under the shampoo."""
    whole = dose(case, Role.RINSE_OUT)
    light = whole.model_copy(
        update={
            "grams": round(whole.grams * UNDER_SHARE, 1),
            "units": None if whole.units is None else round(whole.units * UNDER_SHARE * 2) / 2,
        }
    )
    return step(
        case,
        "slip_under",
        Family.TREAT,
        say("Conditioner under"),
        say(
            "A light coat on the lengths, then shampoo over it on the scalp; both rinse out "
            "together."
        ),
        minutes=timing.bulk_minutes(*CONDITION, case.hair_g) * UNDER_SHARE,
        station=Station.BASIN,
        products=[light],
        sections=4,
        reasons=[
            reason(
                "conditioner_under",
                say("A light conditioner under the shampoo keeps slip in hair that tangles."),
                say("school.wash conditioner_under"),
            )
        ],
    )


def washes_conditioner_first(case: Case) -> tuple[bool, Reason]:
    """Condition before the shampoo, and why."""
    if case.technique.wash.kind is Washing.QUICK:
        return True, reason(
            "quick_wash_order",
            say("A quick wash conditions first: the slip stays under the shampoo."),
            say("style quick_wash"),
        )
    asked = case.request.school.wash
    first = asked is WashOrder.CONDITION_FIRST
    because = {
        WashOrder.CONDITION_FIRST: say("Conditioned and detangled before the shampoo, for slip."),
        WashOrder.CONDITIONER_UNDER: say("A light conditioner lies under the shampoo."),
        WashOrder.SHAMPOO_FIRST: say("Shampoo first, so that the conditioner meets clean hair."),
    }[asked]
    return first, reason(f"wash_{asked}", because, say("school.wash {asked}", asked=asked))


def cleanse(case: Case, each: CleanserPass) -> Step:
    """Wash the scalp with finger pads; the lengths get the run-off."""
    minutes = timing.bulk_minutes(*WASH_PASS, case.hair_g) * each.times
    if case.technique.wash.kind is Washing.QUICK:
        minutes *= ROOTS_ONLY_SHARE
    times = say(" ×{times}", times=each.times) if each.times > 1 else ""
    clarifies = each.role is Role.CLARIFIER
    how = (
        say("Scalp first, finger pads, one direction; rinse until the hair feels bare. ")
        if clarifies
        else say(
            "Finger pads on the scalp, always in one direction; the lengths get the run-off. "
            "Rinse very well: what stays behind keeps curls from clumping. "
        )
    )
    return step(
        case,
        "clarify" if clarifies else "cleanse",
        Family.CLEANSE,
        CLEANSER_TITLES[each.role] + times,
        how
        + say("Foam in the eyes: rinse at once. Mind the wet floor.")
        + detail_instructions(case, Detail.BASIN),
        minutes=minutes + added_minutes(case, Detail.BASIN),
        station=Station.BASIN,
        products=[dose(case, each.role, passes=each.times)],
        sections=4,
        reasons=[each.why, washes_conditioner_first(case)[1]],
    )


def condition(case: Case) -> Step:
    """Slip before any detangling."""
    return step(
        case,
        "condition",
        Family.TREAT,
        say("Condition"),
        say("Most on the ends; start at the back ends, they get forgotten.")
        + detail_instructions(case, Detail.SQUEEZE_IN),
        minutes=timing.bulk_minutes(*CONDITION, case.hair_g)
        + added_minutes(case, Detail.SQUEEZE_IN),
        station=Station.BASIN,
        products=[dose(case, Role.RINSE_OUT)],
        sections=4,
        reasons=[
            reason(
                "slip_first", say("Hair is never detangled without slip."), f"{case.hair.pattern}"
            )
        ],
    )


def detangle(case: Case) -> list[Step]:
    """Ends to roots in the conditioner; nothing to do on hair detangled today or last night."""
    days = case.detangled_days
    told = case.request.now.detangled_h is not None
    if days <= 1 and (told or case.technique.wash.kind is Washing.QUICK):
        return []
    if case.pre_oil and detangles_before_water(case):
        return []
    tool = TOOLS[case.request.school.detangle]
    slip = "" if case.conditions else say(" The first of the leave-in gives slip.")
    return [
        step(
            case,
            "detangle",
            Family.PREPARE,
            say("Detangle"),
            say(
                "With {tool}, ends to roots; hold the hair above the knot so the root is not "
                "pulled.",
                tool=tool,
            )
            + slip,
            minutes=timing.detangle_minutes(case.hair_g, days, case.hair.pattern.family),
            spread=timing.DETANGLE_SPREAD,
            station=Station.BASIN if case.conditions else Station.CHAIR,
            sections=4,
            reasons=[
                reason(
                    "detangle_time",
                    say(
                        "{hair_g:.0f g} of {pattern} hair, {days:g} days since the last time. The "
                        "least predictable step.",
                        hair_g=case.hair_g,
                        pattern=case.hair.pattern,
                        days=days,
                    ),
                    say("days_since_detangle {days:g}", days=days),
                    STANDARD,
                ),
                reason(
                    "detangle_in_slip",
                    say(
                        "In the conditioner and never dry: wet hair with slip stretches, dry hair "
                        "breaks."
                    ),
                    say("school.detangle {detangle}", detangle=case.request.school.detangle),
                ),
            ],
        )
    ]


def mask_minutes(case: Case) -> tuple[float, float, Reason]:
    """How long the mask sits, and may sit at most [min], and why. Its label comes first."""
    minutes, why = usual_mask_minutes(case)
    longest = max(minutes, case.technique.wash.mask_max_min)
    item = choose(case, Role.MASK)
    least, most = (item.dwell_min, item.dwell_max_min) if item else (None, None)
    if item is None or (least is None and most is None):
        return minutes, longest, why
    labelled = max(minutes, least or 0.0)
    if most is not None:
        labelled, longest = min(labelled, most), min(longest, most)
    longest = max(longest, labelled)
    if labelled == minutes:
        return minutes, longest, why
    range_text = join(
        say(" to "),
        (say("{minutes:g}", minutes=minutes) for minutes in (least, most) if minutes is not None),
    )
    because = say(
        "The label of {item} says {range_text} min: {labelled:g} instead of {minutes:g}.",
        item=name_of(item),
        range_text=range_text,
        labelled=labelled,
        minutes=minutes,
    )
    return (
        labelled,
        longest,
        reason("label_dwell", because, say("label {range_text} min", range_text=range_text), LABEL),
    )


def usual_mask_minutes(case: Case) -> tuple[float, Reason]:
    """How long a mask sits [min] where no label says it, and why."""
    technique = case.technique
    hair = case.hair
    short = technique.wash.mask_max_min < LONG_MASK_MIN
    if not short and (hair.porosity is Level.HIGH or hair.buildup is Buildup.HEAVY):
        fired = say("porosity high") if hair.porosity is Level.HIGH else say("build-up heavy")
        return LONG_MASK_MIN, reason(
            "long_mask", say("30 to 45 minutes are preferred where hair is porous or worn."), fired
        )
    because = (
        say("A quick treatment is 15 to 20 minutes.")
        if short
        else say("20 minutes are the least for a real treatment.")
    )
    return technique.wash.mask_min, reason(
        "mask_time", because, say("style {style}", style=case.request.goal.style)
    )


def warm_mask(case: Case) -> bool:
    """Whether the mask sits under steam."""
    return does(case, Detail.WARMTH, Manner.STEAM)


#: Under two caps and a bonnet a mask sits so long [min]. Common practice, no source.
TWO_CAPS_MIN = (45.0, 60.0)


def mask(case: Case) -> Step:
    """Treat the lengths, most on the ends."""
    minutes, longest, why = mask_minutes(case)
    warm = warm_mask(case)
    reasons = [why]
    caps = does(case, Detail.WARMTH, Manner.TWO_CAPS)
    labelled = choose(case, Role.MASK)
    if caps and not (labelled and labelled.dwell_max_min is not None):
        minutes, longest = max(minutes, TWO_CAPS_MIN[0]), max(longest, TWO_CAPS_MIN[1])
        reasons.append(
            reason("two_caps", variant(case, Detail.WARMTH).because, say("warmth two caps"), TRADE)
        )
    if warm and case.hair.porosity is Level.LOW:
        reasons.append(
            reason(
                "warm_mask", say("Low porosity lets little in: warmth helps."), say("porosity low")
            )
        )
    return step(
        case,
        "mask",
        Family.TREAT,
        say("Mask"),
        say("Section by section, most on the ends; then cover.")
        + detail_instructions(case, Detail.WARMTH, Detail.MASK_FIRST),
        minutes=timing.bulk_minutes(*MASK_ON, case.hair_g) + added_minutes(case, Detail.WARMTH),
        station=Station.STEAMER if warm else Station.CHAIR,
        wait=(minutes, longest),
        wait_title=say("under steam")
        if warm
        else say("under two caps")
        if caps
        else say("under a cap"),
        products=[dose(case, Role.MASK)],
        sections=4,
        reasons=reasons,
    )


def rinse(case: Case) -> Step:
    """Rinse as the label says; cool for low porosity."""
    low = case.hair.porosity is Level.LOW or case.technique.wash.kind is Washing.RESET
    return step(
        case,
        "rinse",
        Family.TREAT,
        say("Rinse"),
        say("Rinse as the label says, cool to lukewarm.")
        if low
        else say("Rinse as the label says, lukewarm, until the water runs clear."),
        minutes=timing.bulk_minutes(*RINSE, case.hair_g),
        station=Station.BASIN,
        reasons=[
            reason(
                "rinse_mask",
                say("A mask that stays in keeps curls from clumping; its label decides."),
                say("porosity {porosity}", porosity=case.hair.porosity),
                TRADE,
            )
        ],
    )


#: In a cloth before styling [min]; putting it on takes one. Common practice, no source.
CLOTH_MIN = (45.0, 60.0)


def in_a_cloth(case: Case) -> list[Step]:
    """An hour in a cloth before styling, where that was chosen."""
    if not does(case, Detail.CLOTH_HOUR):
        return []
    return [
        step(
            case,
            "wrap",
            Family.PREPARE,
            say("Cloth"),
            say("Wrap in dry cotton, flat to the head, nothing rubbed; mist where an edge dries."),
            minutes=1.0,
            station=Station.CHAIR,
            wait=CLOTH_MIN,
            wait_title=say("in the cloth"),
            reasons=[
                reason("cloth_hour", variant(case, Detail.CLOTH_HOUR).because, say("cloth"), TRADE)
            ],
        )
    ]


#: What blotting leaves, and what is done with hair that is not blotted, by how it is blotted; None:
#: it was not washed here. Common practice, no source.
BLOT_HOW = {
    Blot.NONE: say("Leave the hair soaking wet; cap the half you are not working on."),
    Blot.CLOTH: say("Squeeze with a cotton cloth until it no longer drips."),
    Blot.PRESSED: say("Press twice with dry microfibre."),
}


def blot_how(case: Case) -> str:
    """What is done with the water before the hair is parted."""
    if case.soaks:
        return BLOT_HOW[case.blot]
    if case.arrival is Arrival.STRETCHED:
        return say("Part the hair as it is; it stays dry and stretched.")
    return say("Part the misted hair; mist again where it dries.")


def blot_alone(case: Case) -> list[Step]:
    """Take out water before a cycle; nothing where the hair stays as it is."""
    minutes = BLOT_MIN[case.blot] if case.soaks else 0.0
    if not minutes:
        return []
    return [
        step(
            case,
            "blot",
            Family.PREPARE,
            say("Blot"),
            blot_how(case),
            minutes=minutes,
            station=Station.CHAIR,
            reasons=[
                reason(
                    "blot",
                    say("How wet the hair is decides how long the set dries."),
                    say("blot {blot}", blot=case.blot),
                    STANDARD,
                )
            ],
        )
    ]


def equal_hair_reason(case: Case) -> Reason:
    """Why partings lie where they do."""
    return reason(
        "equal_hair",
        say("Partings are placed so that every section holds the same hair, not the same width."),
        say("{count} sections", count=len(case.sections)),
        STANDARD,
    )


def blot_and_part(case: Case) -> Step:
    """Take out water, then place the partings."""
    minutes = BLOT_MIN[case.blot] if case.soaks else 0.0
    count = len(case.sections)
    return step(
        case,
        "part",
        Family.PREPARE,
        say("Blot and part, {count}", count=count)
        if minutes
        else say("Part, {count}", count=count),
        blot_how(case),
        minutes=minutes + PART_EACH_MIN * count,
        station=Station.CHAIR,
        sections=count,
        reasons=[equal_hair_reason(case)],
    )
