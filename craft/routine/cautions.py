"""Cautions: shown where the risk arises, never a diagnosis.

One caution is one function that looks at a case and its drying forecast and
answers with a warning or with nothing. Labels, local codes and licensed
practice rule; the texts say so where it matters.
"""

from collections.abc import Callable, Iterator, Sequence

from craft import doses, labels
from craft.contract.plan import Caution, ShelfItem
from craft.routine import kit
from craft.routine.before import TAKE_DOWNS
from craft.routine.case import Case, bottles
from craft.routine.forecast import SAFE_ODDS, Forecast
from craft.routine.products import (
    NAMES,
    choose,
    dense_and_coarse,
    forbidden,
    solid_here,
    unwashable,
)
from craft.routine.styling import shape_minutes
from craft.routine.why import HOUSE, MODEL, TRADE
from craft.vocabulary import (
    Condition,
    Dryer,
    Elasticity,
    Heat,
    Role,
    Severity,
    StopSign,
    Strand,
    Washing,
    Weight,
)

Rule = Callable[[Case, Forecast], Caution | None]

#: What was seen, in words that name no illness.
STOP_SIGN_WORDS = {
    StopSign.OPEN_SORES: "open sores",
    StopSign.WEEPING: "weeping skin",
    StopSign.MAY_BE_CONTAGIOUS: "something that may be contagious",
    StopSign.SUDDEN_PATCHES: "hair lost suddenly in patches",
    StopSign.SEVERE_PAIN: "severe pain",
}

#: A mask that waits longer than this is slept in. House value.
OVERNIGHT_FROM_MIN = 180.0
#: Fine work without a break. Common practice, no source.
FINE_WORK_MIN = 75.0
HANDBOOK = "Standard cosmetology handbooks, from memory."

GRAVEST_FIRST = (Severity.STOP, Severity.ADJUST, Severity.REMIND)
#: Roles in which weight matters. Common practice, no source.
WEIGHTED_ROLES = frozenset({Role.LEAVE_IN, Role.CREAM, Role.BUTTER, Role.OIL, Role.GEL})


def caution(key: str, severity: Severity, text: str, fired_by: str, source: str = TRADE) -> Caution:
    """A caution without fixes; those are found later, by recomputing."""
    return Caution(
        key=key, severity=severity, text=text, fired_by=fired_by, source=source, fixes=[]
    )


def told(case: Case, *conditions: Condition) -> str | None:
    """Which of these conditions the client told of, in words, if any."""
    hits = [str(one) for one in conditions if one in case.request.person.conditions]
    return ", ".join(hits).replace("_", " ") or None


def used(case: Case) -> Iterator[ShelfItem]:
    """The bottles this plan takes."""
    for role in case.roles:
        item = choose(case, role)
        if item:
            yield item


def scalp_refer(case: Case, _: Forecast) -> Caution | None:
    """A stop sign on the scalp ends the service before it begins."""
    signs = [STOP_SIGN_WORDS[one] for one in case.request.person.stop_signs]
    if told(case, Condition.SCALP_SORES):
        signs.append("sores on the scalp")
    if not signs:
        return None
    seen = ", ".join(signs)
    return caution(
        "scalp_refer",
        Severity.STOP,
        f"{seen[0].upper()}{seen[1:]}: no service today. Ask the client to see a doctor or "
        "pharmacist; plan again once you have looked at the scalp and cleared it with a note.",
        seen,
    )


def not_dry_at_release(case: Case, made: Forecast) -> Caution | None:
    """A set opened before it is dry frizzes."""
    odds = made.odds
    timed = case.technique.released or case.request.goal.release_after_h is not None
    if not timed or odds >= SAFE_ODDS:
        return None
    dry_h = made.run.time_to(1.0)
    expected = f" Dry is expected after {dry_h:.0f} h." if dry_h is not None else ""
    return caution(
        "not_dry_at_release",
        Severity.ADJUST,
        f"Roots may still be damp at release: dry with odds of {odds:.0%} "
        f"after {made.release_h:g} h.{expected}",
        f"release after {made.release_h:g} h, {len(case.sections)} sections",
        MODEL,
    )


def kit_short(case: Case, _: Forecast) -> Caution | None:
    """Rods, pins or bands that run out half-way."""
    given = case.request.kit
    if given is None:
        return None
    lacks = []
    for name, needed, have in (
        ("pins", kit.pins_needed(case), given.pins),
        ("bands", kit.bands_needed(case), given.bands),
    ):
        if have is not None and needed > have:
            lacks.append(
                f"{needed} {name} are needed, {have} are in the drawer: {needed - have} short"
            )
    missing = kit.short(case)
    if missing:
        wanted, other = kit.rod_mm(case), kit.substitute(case)
        told_rods = f"{missing} rods of {wanted:g} mm are missing"
        if other:
            places = ", ".join(map(str, kit.odd_sections(case)))
            told_rods += (
                f": use {other.diameter_mm:g} mm at sections {places}, low at the back on both "
                "sides, where another curl shows least"
            )
        lacks.append(told_rods)
    if not lacks:
        return None
    return caution(
        "kit_short",
        Severity.ADJUST,
        "; ".join(lacks) + ". Fetch more before you begin, or take fewer sections.",
        "kit",
    )


def leave_on(case: Case) -> float:
    """Everything that stays in, per hair surface [g/m²]."""
    return sum(
        case.film(role).g_per_m2 for role in case.technique.stays_in if role in doses.FILM_G_PER_M2
    )


def residue_risk(case: Case, _: Forecast) -> Caution | None:
    """Too much of everything."""
    total = leave_on(case)
    if total <= doses.RESIDUE_ABOVE_G_PER_M2:
        return None
    return caution(
        "residue_risk",
        Severity.ADJUST,
        f"{total:.1f} g/m² stay on the hair; above {doses.RESIDUE_ABOVE_G_PER_M2:g} it tends to "
        "leave white residue and dries slowly. Take less definition or a lighter layer.",
        f"porosity {case.hair.porosity}, definition {case.definition:.0%}",
        HOUSE,
    )


def thin_film(case: Case, _: Forecast) -> Caution | None:
    """Too little to hold a curl."""
    total = leave_on(case)
    light_on_purpose = not case.washes or case.technique.washing is Washing.RESET
    if light_on_purpose or total >= doses.THIN_BELOW_G_PER_M2:
        return None
    return caution(
        "thin_film",
        Severity.REMIND,
        f"Only {total:.1f} g/m² stay on the hair; below {doses.THIN_BELOW_G_PER_M2:g} "
        "definition is lost.",
        f"porosity {case.hair.porosity}, style {case.request.goal.style}",
        HOUSE,
    )


def silicone_cowash(case: Case, _: Forecast) -> Caution | None:
    """Silicones that a co-wash will not take off."""
    for item in used(case):
        hit = unwashable(case, item)
        if hit:
            return caution(
                "silicone_cowash",
                Severity.ADJUST,
                f"{item.name or item.id} holds {hit}, which co-washing does not take off. "
                "Plan a surfactant shampoo, or take another bottle.",
                "routine co-wash only",
            )
    return None


def allergen(case: Case, _: Forecast) -> Caution | None:
    """Every bottle of a role holds what this client must not touch."""
    for role in case.roles:
        stock = bottles(case, role)
        if stock and choose(case, role) is None:
            hit = forbidden(case, stock[0])
            return caution(
                "allergen",
                Severity.ADJUST,
                f"No {NAMES[role]} on the shelf is free of what this client must avoid ({hit}). "
                "Use another product whose label you have read, or leave this layer out.",
                f"avoids {hit}",
            )
    return None


def tension_edges(case: Case, _: Forecast) -> Caution | None:
    """No pull on thinning edges."""
    if not (case.technique.tension and told(case, Condition.EDGE_THINNING)):
        return None
    return caution(
        "tension_edges",
        Severity.ADJUST,
        "Thinning edges: leave the hairline out of the rows or lay it without any pull, and change "
        "the parting from last time. If it goes on thinning, a doctor should look at it.",
        "edge thinning",
    )


def basin_posture(case: Case, _: Forecast) -> Caution | None:
    """No long reclining."""
    conditions = told(case, Condition.PREGNANCY, Condition.NECK_PAIN)
    if not conditions:
        return None
    return caution(
        "basin_posture",
        Severity.ADJUST,
        "No long reclining at the basin: support the neck, keep each stay short, offer to wash "
        "sitting upright, and ask how it feels.",
        conditions,
    )


def essential_oil(case: Case, _: Forecast) -> Caution | None:
    """Essential oils near those who may react to them."""
    conditions = told(
        case, Condition.ASTHMA, Condition.EPILEPSY, Condition.PREGNANCY, Condition.MINOR
    )
    if not conditions:
        return None
    for item in used(case):
        hit = labels.essential_oil(item.ingredients)
        if hit:
            return caution(
                "essential_oil",
                Severity.ADJUST,
                f"{item.name or item.id} holds {hit}. Its label and qualified advice decide "
                "whether it may be used here; otherwise take another bottle.",
                conditions,
            )
    return None


def patch_test(case: Case, _: Forecast) -> Caution | None:
    """Somebody who has reacted before may react again."""
    if not case.request.person.allergies:
        return None
    return caution(
        "patch_test",
        Severity.REMIND,
        "Known allergies: patch test every product that is new to this client as its label says, "
        "commonly 48 hours ahead.",
        ", ".join(case.request.person.allergies),
    )


def guardian(case: Case, _: Forecast) -> Caution | None:
    """Minors come with consent."""
    if not told(case, Condition.MINOR):
        return None
    return caution(
        "guardian",
        Severity.REMIND,
        "A minor: a guardian agrees to the service and to its products first.",
        "minor",
    )


def solid_oil(case: Case, _: Forecast) -> Caution | None:
    """Fats that fleck in a cool room."""
    temp = case.request.room.temp_c
    for item in used(case):
        hit = solid_here(case, item)
        if hit:
            return caution(
                "solid_oil",
                Severity.REMIND,
                f"{item.name or item.id} holds {hit}, which is solid at {temp:g} °C and can fleck. "
                "Warm it between the palms, or take another oil.",
                f"room {temp:g} °C",
                "Handbook melting point, from memory.",
            )
    return None


def too_heavy(case: Case, _: Forecast) -> Caution | None:
    """Thick products flatten fine hair."""
    if case.hair.strand is not Strand.FINE:
        return None
    return weight_caution(case, "too_heavy", Weight.HEAVY, "is heavy for fine hair and flattens it")


def too_light(case: Case, _: Forecast) -> Caution | None:
    """Watery products vanish in dense coarse hair."""
    if not dense_and_coarse(case):
        return None
    return weight_caution(
        case, "too_light", Weight.LIGHT, "is light for dense, coarse hair and may not hold it"
    )


def weight_caution(case: Case, key: str, weight: Weight, says: str) -> Caution | None:
    """The first bottle of a weight that does not suit."""
    for item in used(case):
        if item.role in WEIGHTED_ROLES and item.weight is weight:
            return caution(
                key,
                Severity.REMIND,
                f"{item.name or item.id} {says}. Try it on two coils first.",
                f"strand {case.hair.diameter_um:g} µm",
            )
    return None


def over_time_limit(case: Case, first_sitting_min: float) -> Caution | None:
    """A promise that cannot hold."""
    limit = case.request.goal.time_limit_min
    if limit is None or first_sitting_min <= limit:
        return None
    return caution(
        "over_time_limit",
        Severity.ADJUST,
        f"This takes {first_sitting_min:.0f} min today, {first_sitting_min - limit:.0f} more than "
        f"the {limit:g} the client has. Fewer sections or a shorter service would fit.",
        f"goal.time_limit_min {limit:g}",
        MODEL,
    )


def no_inversion(case: Case, _: Forecast) -> Caution | None:
    """Nobody hangs the head down who should not."""
    conditions = told(case, Condition.PREGNANCY, Condition.NECK_PAIN, Condition.EPILEPSY)
    if not (conditions and case.technique.head_down):
        return None
    return caution(
        "no_inversion",
        Severity.ADJUST,
        "Not head-down: work upright, tilt sideways at most, and stop if it makes dizzy.",
        conditions,
    )


def overnight_mask(case: Case, _: Forecast) -> Caution | None:
    """A mask is rinsed out the same day."""
    edit = next(
        (
            one
            for one in case.request.edits
            if one.step == "mask" and (one.wait_min or 0) > OVERNIGHT_FROM_MIN
        ),
        None,
    )
    if edit is None:
        return None
    return caution(
        "overnight_mask",
        Severity.ADJUST,
        f"{edit.wait_min:g} min is overnight: nobody sleeps in a mask. Rinse it as its label says, "
        "30 to 45 minutes are enough.",
        f"mask waits {edit.wait_min:g} min",
    )


def wear_overdue(case: Case, _: Forecast) -> Caution | None:
    """Styles that stay in too long."""
    now = case.request.now
    old = TAKE_DOWNS.get(now.style)
    if old is None or now.worn_days is None or now.worn_days <= old.most_days:
        return None
    over = now.worn_days - old.most_days
    return caution(
        "wear_overdue",
        Severity.ADJUST,
        f"Worn {now.worn_days:g} days, {over:g} more than {old.most_days:g}: take it out today, "
        "look at hairline and scalp, expect shed hair, and let the edges rest.",
        f"now {now.style}, {now.worn_days:g} days",
    )


def unsuited(case: Case, _: Forecast) -> Caution | None:
    """A style made for other hair."""
    suits = case.technique.suits
    if not suits or case.hair.pattern in suits:
        return None
    return caution(
        "unsuited",
        Severity.REMIND,
        f"{case.technique.title} is made for {suits[0]} to {suits[-1]}; on {case.hair.pattern} it "
        "will clump little. A shaken wash-and-go is nearest.",
        f"pattern {case.hair.pattern}",
    )


def nothing_to_work_on(case: Case, _: Forecast) -> Caution | None:
    """A service that needs something on the head that is not there."""
    needs = case.technique.works_from
    now = case.request.now.style
    if not needs or now in needs:
        return None
    words = " or ".join(str(one).replace("_", " ") for one in needs)
    return caution(
        "nothing_to_work_on",
        Severity.ADJUST,
        f"{case.technique.title} works from {words}; on the head is {str(now).replace('_', ' ')}. "
        "Say what is worn, or plan the set first.",
        f"now {now}",
    )


def protein(case: Case, _: Forecast) -> Caution | None:
    """Overstretched hair may want protein, stiff hair none."""
    if not case.washes or case.hair.elasticity is Elasticity.SPRINGY:
        return None
    if case.hair.elasticity is Elasticity.OVERSTRETCHED:
        text = "A wet strand stretches and stays: a protein treatment as its label says may help."
    else:
        text = "A wet strand hardly stretches: no protein in the mask today."
    return caution("protein", Severity.REMIND, text, f"elasticity {case.hair.elasticity}", HANDBOOK)


def fine_work(case: Case, _: Forecast) -> Caution | None:
    """Arms need a break after long fine work."""
    minutes = case.request.pace * sum(shape_minutes(case, one) for one in case.sections)
    if minutes <= FINE_WORK_MIN:
        return None
    return caution(
        "fine_work",
        Severity.REMIND,
        f"{minutes:.0f} min of fine work: a break after {FINE_WORK_MIN:g}, shoulders down, client "
        "up for a stretch.",
        f"{len(case.sections)} sections",
    )


def heat_protectant(case: Case, made: Forecast) -> Caution | None:
    """Nothing warm without protection."""
    if made.dryer is Dryer.AIR:
        return None
    return caution(
        "heat_protectant",
        Severity.REMIND,
        "Heat protectant first if its label says so; metal clips out, they get hot; cables away "
        "from water.",
        f"dry {made.dryer}",
    )


def heat_fragile(case: Case, made: Forecast) -> Caution | None:
    """Less heat on hair that does not come back."""
    medium = case.request.goal.max_heat is Heat.MEDIUM
    fragile = case.hair.elasticity is Elasticity.OVERSTRETCHED
    if made.dryer is Dryer.AIR or not (medium and fragile):
        return None
    return caution(
        "heat_fragile",
        Severity.ADJUST,
        "Fragile hair under medium heat: low heat, or air.",
        f"elasticity {case.hair.elasticity}, heat {case.request.goal.max_heat}",
    )


def heat_limit(case: Case, _: Forecast) -> Caution | None:
    """No dryer where no heat is wanted."""
    if case.request.goal.max_heat is not Heat.NONE or case.request.dry is Dryer.AIR:
        return None
    return caution(
        "heat_limit",
        Severity.ADJUST,
        f"No heat is allowed on this hair, so the {case.request.dry} is left out "
        "and it dries in the air.",
        "goal.max_heat none",
    )


RULES: tuple[Rule, ...] = (
    scalp_refer,
    not_dry_at_release,
    kit_short,
    residue_risk,
    thin_film,
    silicone_cowash,
    allergen,
    tension_edges,
    basin_posture,
    essential_oil,
    patch_test,
    guardian,
    solid_oil,
    too_heavy,
    too_light,
    heat_limit,
    no_inversion,
    overnight_mask,
    wear_overdue,
    unsuited,
    nothing_to_work_on,
    protein,
    fine_work,
    heat_protectant,
    heat_fragile,
)


def cautions_for(case: Case, made: Forecast, first_sitting_min: float) -> list[Caution]:
    """Every caution of a plan, gravest first."""
    judged = [rule(case, made) for rule in RULES] + [over_time_limit(case, first_sitting_min)]
    return gravest_first([one for one in judged if one])


def gravest_first(cautions: Sequence[Caution]) -> list[Caution]:
    """Cautions in the order they are read."""
    return sorted(cautions, key=lambda one: GRAVEST_FIRST.index(one.severity))
