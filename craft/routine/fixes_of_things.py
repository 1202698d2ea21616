"""Changes of a plan that answer what is short on the shelf or in the drawer."""

from collections.abc import Iterator, Sequence
from dataclasses import replace

from craft import doses, sets
from craft.contract.plan import Caution, Fix
from craft.routine.case import Case
from craft.routine.cautions.bottles import leave_on
from craft.routine.curls import rod_curl
from craft.routine.fixes import in_sections, sections_minutes
from craft.routine.forecast import Forecast, section_bundle
from craft.routine.kit import bands_for, counted, other_sizes, rod_mm, rods_needed, short
from craft.routine.products import name_of, others
from craft.vocabulary import Role

#: Fewer sections than this share of now are another style. House value.
FEWEST_SHARE = 0.5
DEFINITION_STEP = 0.05


def fixes_for_kit(case: Case, made: Forecast) -> list[Fix]:
    """Another size for the whole head, or fewer sections."""
    return [fix for fix in (other_rods(case, made), fewer_sections(case, made)) if fix]


def other_rods(case: Case, made: Forecast) -> Fix | None:
    """The whole head on the nearest size of which there are enough."""
    if not short(case):
        return None
    size = next((one for one, count in other_sizes(case) if count >= rods_needed(case)), None)
    if size is None:
        return None
    now, then = rod_curl(case, rod_mm(case)), rod_curl(case, size)
    return unchanged(
        "other_rods",
        "kit_short",
        f"Set the whole head on {size:g} mm",
        {
            "goal": {"rod_mm": size},
            **({"parting": {"sizes_mm": []}} if case.request.parting.sizes_mm else {}),
        },
        made,
        f"curls {then.diameter_mm:.0f} mm across instead of {now.diameter_mm:.0f}, hanging "
        f"{then.hanging_cm:.1f} cm instead of {now.hanging_cm:.1f}",
    )


#: Rods that are offered where the chosen ones do not fit [mm]. House values.
ROD_OFFERS_MM = (6.0, 8.0, 10.0, 12.0, 14.0, 16.0, 18.0, 20.0, 22.0, 25.0, 28.0, 32.0, 36.0, 40.0)


def fixes_for_rods(case: Case, made: Forecast) -> list[Fix]:
    """The nearest size that fits the hair, of those in the drawer first."""
    wanted = rod_mm(case)
    drawer = [size for size, _ in other_sizes(case)]
    offers = drawer or sorted(ROD_OFFERS_MM, key=lambda size: abs(size - wanted))
    for size in offers:
        curls = [rod_curl(case, size, section=one) for one in case.sections]
        if any(sets.too_thick(one.wound) or sets.too_thin(one.wound, size) for one in curls):
            continue
        return [
            unchanged(
                "fitting_rods",
                "rod_fit",
                f"Take rods of {size:g} mm",
                {"goal": {"rod_mm": size}, "parting": {"sizes_mm": []}},
                made,
                f"curls {curls[0].diameter_mm:.0f} mm across, {curls[0].wound.turns:.1f} turns",
            )
        ]
    return []


def counts_that_suffice(case: Case) -> Iterator[int]:
    """Smaller even numbers of sections for which nothing is short, the largest first."""
    now, technique = len(case.sections), case.technique
    free = {name: have for name, _, have in counted(case) if have is not None}
    if short(case):
        free["rods"] = rods_needed(case) - short(case)
    for count in range(now - 2 + now % 2, max(1, round(now * FEWEST_SHARE)) - 1, -2):
        needs = {
            "rods": technique.rods_each * count,
            "pins": technique.pins_each * count + technique.pins_whole,
            "bands": bands_for(case, count),
            "clips": technique.clips,
        }
        if all(needs[name] <= have for name, have in free.items()):
            yield count


def fewer_sections(case: Case, made: Forecast) -> Fix | None:
    """The most sections the drawer is enough for."""
    count = next(counts_that_suffice(case), None)
    if count is None:
        return None
    extra = sections_minutes(case, count) - sections_minutes(case, len(case.sections))
    bundle = section_bundle(case, case.hairs / count)
    return Fix(
        key="fewer_sections",
        caution="kit_short",
        title=f"Take {count} {case.technique.noun}s",
        change=in_sections(case, count),
        hands_on_min=round(extra, 1),
        client_min=round(extra, 1),
        later_h=0,
        odds_dry=round(replace(made, bundle=bundle).odds, 3),
        effect="thicker sections: looser, less defined, slower to dry",
    )


def fixes_for_film(case: Case, made: Forecast) -> list[Fix]:
    """Less definition wanted, so that the hold layer gets thinner and the film fits."""
    hold = sum(
        case.film(role).g_per_m2 / doses.hold_factor(case.definition)
        for role in case.technique.stays_in
        if role in doses.HOLD_ROLES
    )
    rest = leave_on(case) - hold * doses.hold_factor(case.definition)
    steps = round(case.definition / DEFINITION_STEP)
    for step in range(steps - 1, -1, -1):
        wished = round(step * DEFINITION_STEP, 2)
        total = rest + hold * doses.hold_factor(wished)
        if total <= doses.RESIDUE_ABOVE_G_PER_M2:
            return [
                unchanged(
                    "less_definition",
                    "residue_risk",
                    f"Wish {wished:.0%} definition",
                    {"goal": {"definition": wished}},
                    made,
                    f"{total:.1f} g/m² stay on the hair",
                )
            ]
    return []


def fixes_for_bottles(case: Case, made: Forecast, found: Sequence[Caution]) -> list[Fix]:
    """For each caution about a bottle, the one to take instead."""
    fixes = []
    for one in found:
        role = next(
            (role for role, item in case.taken.items() if item and item.id == one.bottle), None
        )
        if role is None or one.key == "spoils_soon":
            continue
        better = others(case, role)
        if better:
            fixes.append(take_instead(one.key, role, better[0].id, name_of(better[0]), made))
    return fixes


def take_instead(caution: str, role: Role, bottle: str, name: str, made: Forecast) -> Fix:
    """Another bottle for a role."""
    return unchanged(
        f"take_instead_{role}",
        caution,
        f"Take {name}",
        {"bottles": {role.value: bottle}},
        made,
        "same dose in grams",
    )


def unchanged(
    key: str, caution: str, title: str, change: dict[str, object], made: Forecast, effect: str
) -> Fix:
    """A fix that costs no time."""
    return Fix(
        key=key,
        caution=caution,
        title=title,
        change=change,
        hands_on_min=0,
        client_min=0,
        later_h=0,
        odds_dry=round(made.odds, 3),
        effect=effect,
    )
