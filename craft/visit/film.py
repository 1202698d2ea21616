"""What stays on the hair, as it is laid in."""

from collections.abc import Iterator

from craft.contract.chair import Film
from craft.contract.plan import PlanAnswer, StepProduct
from craft.contract.reasons import STANDARD
from craft.contract.visit import VisitAnswer
from craft.messages import say
from craft.products import doses
from craft.visit.doses import planned_doses
from craft.vocabulary import StepStatus


def film(plan: PlanAnswer, visit: VisitAnswer) -> Film | None:
    """What stays on the hair by what was noted or ticked, and with the rest as planned.

    Args:
        plan: that is worked; its hair gives the area
        visit: as far as it is
    """
    area = plan.totals.surface_m2
    taken = [dose.grams for dose in visit.doses if dose.stays_in]
    coming = [grams for dose, grams in to_come(plan, visit) if dose.stays_in]
    if area <= 0 or not any(dose.stays_in for dose in planned_doses(plan).values()):
        return None
    in_hair = sum(taken)
    so_far, at_end = in_hair / area, (in_hair + sum(coming)) / area
    # Before anything is in the hair the plan has said all there is to say.
    text = film_text(at_end) if in_hair else ""
    return Film(so_far=round(so_far, 2), at_end=round(at_end, 2), text=text, source=STANDARD)


def to_come(plan: PlanAnswer, visit: VisitAnswer) -> Iterator[tuple[StepProduct, float]]:
    """Doses that are still to come, and how much of each [g].

    Hair that nobody noted a dose for gets it as planned. Of a dose for the whole head there may be
    more to come until its step is done.
    """
    taken = {(dose.step, dose.role, dose.layer): dose for dose in visit.doses}
    status = {run.key: run.status for run in visit.steps}
    for key, dose in planned_doses(plan).items():
        if status[key[0]] is StepStatus.SKIPPED:
            continue
        run = taken.get(key)
        if run is None:
            yield dose, dose.grams
        elif not run.noted:
            yield dose, max(0.0, dose.grams - run.grams)
        elif run.noted_share < 1:
            yield dose, dose.grams * (1 - run.noted_share) - run.rest_g
        elif status[key[0]] is not StepStatus.DONE:
            yield dose, max(0.0, dose.grams - run.grams)


def film_text(at_end: float) -> str:
    """What a film [g/m²] does, where it is too much or too little."""
    if at_end > doses.RESIDUE_ABOVE_G_PER_M2:
        return say(
            "{at_end:.1f} g/m² will stay on the hair; above {residue_above_g_per_m2:g} it leaves "
            "white residue and dries slowly. Take less of what is still to come.",
            at_end=at_end,
            residue_above_g_per_m2=doses.RESIDUE_ABOVE_G_PER_M2,
        )
    if at_end < doses.THIN_BELOW_G_PER_M2:
        return say(
            "{at_end:.1f} g/m² will stay on the hair; below {thin_below_g_per_m2:g} clumps are "
            "lost. Take more of what is still to come.",
            at_end=at_end,
            thin_below_g_per_m2=doses.THIN_BELOW_G_PER_M2,
        )
    return ""
