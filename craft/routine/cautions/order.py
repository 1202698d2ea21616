"""Cautions of the order of the work, after changes by hand."""

from collections.abc import Iterable, Sequence

from craft.contract.plan import Step
from craft.routine.case import Case
from craft.routine.cautions.rule import CautionRule, Fixes, Sees, Sign
from craft.routine.compose.order import KEYS, broken, concerned, steps_of
from craft.routine.drying.forecast import Forecast
from craft.routine.trials.trial import Trial
from craft.vocabulary import EditOp, Severity


def order_sign(key: str) -> Sees:
    """Sees the first thing that is broken under a key."""

    def sees(case: Case, _: Forecast, steps: Sequence[Step]) -> Sign | None:
        first = next(broken(key, case, steps), None)
        return None if first is None else Sign(*first)

    return sees


def taken_back(key: str) -> Fixes:
    """Takes back the changes by hand of the steps that something broken stands at."""

    def fixes(case: Case, forecast: Forecast, _: Sign) -> Iterable[Trial]:
        edits = case.request.edits
        mixed_up = concerned(key)
        kept = [
            edit.model_dump(mode="json", exclude_none=True)
            for edit in edits
            if edit.step not in mixed_up or edit.op is EditOp.OVERRIDE
        ]
        if len(kept) < len(edits):
            yield Trial("take_back", "Take back the change", {"edits": kept}, forecast)

    return fixes


def order_fixes(key: str) -> Fixes:
    """What mends something broken: layers as the school has them, else the change taken back."""

    def fixes(case: Case, forecast: Forecast, sign: Sign) -> Iterable[Trial]:
        if key == "gel_before_leave_in" and case.request.layers is not None:
            yield Trial(
                "school_layers", "Layers as the school has them", {"layers": None}, forecast
            )
        if key == "not_detangled":
            yield Trial("detangle", "Detangle today", {"now": {"detangled_h": None}}, forecast)
        yield from taken_back(key)(case, forecast, sign)

    return fixes


RULES: tuple[CautionRule, ...] = tuple(
    CautionRule(key, Severity.ADJUST, steps_of(key), order_sign(key), order_fixes(key))
    for key in KEYS
)
