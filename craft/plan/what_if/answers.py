"""What answers each caution: the changes that are tried, as one table.

Cautions know nothing of their answers; what is tried stands above them and may use their limits.
"""

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import replace

from craft.contract.plan.answer import Fix
from craft.plan.case import Case
from craft.plan.cautions import Applied
from craft.plan.cautions.bottles import FROM_CLASHES
from craft.plan.forecast import Forecast
from craft.plan.steps.order import KEYS
from craft.plan.what_if.change import Change, Fixes
from craft.plan.what_if.drying import (
    at_a_better_hour,
    dry_before_covered,
    dry_by_bedtime,
    fixes_for_drying,
    there_in_time,
)
from craft.plan.what_if.routine import (
    clarify_today,
    in_the_air,
    not_head_down,
    order_fixes,
    rinsed_today,
    set_to_work_on,
    tested_ahead,
    upright,
    wetted_or_covered,
)
from craft.plan.what_if.styles import another, another_without_tension, fewer, shorter, shorter_wear
from craft.plan.what_if.supplies import (
    fixes_for_film,
    fixes_for_kit,
    fixes_for_rods,
    instead_of,
    nearest_instead,
    thicker_film,
)
from craft.vocabulary.work import Severity


def without_sign(fixes: Callable[[Case, Forecast], Iterable[Change]]) -> Fixes:
    """Fixes that need to know nothing of what made the caution apply."""
    return lambda case, forecast, _: fixes(case, forecast)


#: The changes that answer a caution, the cheapest first. A caution that is missing here has none:
#: its ``no_fix`` says what does help.
FIXES: Mapping[str, Fixes] = {
    "basin_posture": upright,
    "no_inversion": not_head_down,
    "patch_test": tested_ahead,
    "wrong_length": another,
    "tension_edges": another_without_tension,
    "unsuited": another,
    "too_much_for_one": fewer,
    "worn_too_long": shorter_wear,
    "tension_again": another_without_tension,
    "sparse": another,
    "not_dry_at_release": without_sign(fixes_for_drying),
    "dried_waiting": wetted_or_covered,
    "damp_cap": dry_before_covered,
    "damp_at_bedtime": dry_by_bedtime,
    "unsuitable_hour": at_a_better_hour,
    "not_there_in_time": there_in_time,
    "kit_short": without_sign(fixes_for_kit),
    "rod_fit": without_sign(fixes_for_rods),
    "heat_limit": in_the_air,
    "overnight_mask": rinsed_today,
    "nothing_to_work_on": set_to_work_on,
    "heat_protectant": in_the_air,
    "heat_fragile": in_the_air,
    "over_time_limit": shorter,
    "allergen": instead_of,
    "flaking_pair": instead_of,
    "no_bottle": nearest_instead,
    "residue_risk": without_sign(fixes_for_film),
    "cowash_buildup": clarify_today,
    "thin_film": thicker_film,
    **{key: instead_of for key, _ in FROM_CLASHES},
    **{key: order_fixes(key) for key in KEYS},
}


def with_fixes(case: Case, forecast: Forecast, cautions: Sequence[Applied]) -> list[Applied]:
    """Cautions with the changes that answer them; none where the service must not happen.

    Args:
        case, forecast: what is planned
        cautions: that apply
    """
    if any(caution.severity is Severity.STOP for caution in cautions):
        return list(cautions)
    return [replace(caution, fixes=fixes_of(case, forecast, caution)) for caution in cautions]


def fixes_of(case: Case, forecast: Forecast, caution: Applied) -> tuple[Fix, ...]:
    """The changes that answer one caution."""
    key = caution.rule.key
    fixes = FIXES.get(key)
    return (
        ()
        if fixes is None
        else tuple(trial.fix(key) for trial in fixes(case, forecast, caution.sign))
    )
