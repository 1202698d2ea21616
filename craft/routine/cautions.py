"""Cautions: shown where the risk arises, never a diagnosis.

One caution is one function that looks at a case and its drying forecast and
answers with a warning or with nothing. Labels, local codes and licensed
practice rule; the texts say so where it matters.
"""

from collections.abc import Callable, Iterator

from craft import doses, labels
from craft.contract.plan import Caution, ShelfItem
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
from craft.routine.why import HOUSE, MODEL, TRADE
from craft.vocabulary import (
    Condition,
    Dryer,
    Heat,
    Role,
    Severity,
    StopSign,
    Strand,
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
    """Pins that run out half-way."""
    kit = case.request.kit
    needed = case.technique.pins_each * len(case.sections)
    if kit is None or kit.pins is None or kit.pins >= needed:
        return None
    return caution(
        "kit_short",
        Severity.ADJUST,
        f"{needed} pins are needed, {kit.pins} are in the drawer: {needed - kit.pins} short. "
        "Fetch more before you begin, or take fewer sections.",
        f"kit.pins {kit.pins}",
    )


def leave_on(case: Case) -> float:
    """Everything that stays in, per hair surface [g/m²]."""
    return sum(case.film(role).g_per_m2 for role in case.technique.stays_in)


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
    if total >= doses.THIN_BELOW_G_PER_M2:
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
    conditions = told(case, Condition.ASTHMA, Condition.PREGNANCY, Condition.MINOR)
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
)


def cautions_for(case: Case, made: Forecast, first_sitting_min: float) -> list[Caution]:
    """Every caution of a plan, gravest first."""
    judged = [rule(case, made) for rule in RULES] + [over_time_limit(case, first_sitting_min)]
    return sorted((one for one in judged if one), key=lambda one: GRAVEST_FIRST.index(one.severity))
