"""What stays on the hair, as it is laid in."""

from collections.abc import Iterator

from craft.contract.chair import Film
from craft.contract.plan import PlanAnswer, StepProduct
from craft.contract.reasons import STANDARD
from craft.contract.visit import VisitAnswer
from craft.messages import say
from craft.products import doses
from craft.products.stays import WHITE_ABOVE_G_PER_M2, solids_share
from craft.visit.doses import planned_doses
from craft.vocabulary import Role, StepStatus


def film(plan: PlanAnswer, visit: VisitAnswer) -> Film | None:
    """What stays on the hair by what was noted or ticked, and with the rest as planned.

    Args:
        plan: that is worked; its hair gives the area
        visit: as far as it is
    """
    area = plan.totals.surface_m2
    planned = planned_doses(plan)
    taken = [
        (dose.grams, solids_in(planned.get((dose.step, dose.role, dose.layer)), dose.role))
        for dose in visit.doses
        if dose.stays_in
    ]
    coming = [
        (grams, solids_in(dose, dose.role)) for dose, grams in to_come(plan, visit) if dose.stays_in
    ]
    if area <= 0 or not any(dose.stays_in for dose in planned.values()):
        return None
    in_hair = sum(grams for grams, _ in taken)
    at_end = (in_hair + sum(grams for grams, _ in coming)) / area
    dry = sum(grams * share for grams, share in (*taken, *coming)) / area
    # Before anything is in the hair the plan has said all there is to say.
    text = film_text(at_end, dry) if in_hair else ""
    return Film(
        so_far=round(in_hair / area, 2),
        at_end=round(at_end, 2),
        solids=round(dry, 2),
        text=text,
        source=STANDARD,
    )


def solids_in(planned: StepProduct | None, role: Role) -> float:
    """Share of a dose that stays once it is dry: by its label as planned, else by its role."""
    if planned is None or planned.solids is None:
        return solids_share(role)
    return planned.solids


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


def film_text(at_end: float, dry: float) -> str:
    """What a film does, where it is too much or too little.

    Args:
        at_end: with its water [g/m²]
        dry: without it [g/m²]
    """
    if round(at_end, 1) > doses.RESIDUE_ABOVE_G_PER_M2:
        return say(
            "{at_end:.1f} g/m² will stay on the hair; above {residue_above_g_per_m2:g} it dries "
            "slowly. Take less of what is still to come.",
            at_end=at_end,
            residue_above_g_per_m2=doses.RESIDUE_ABOVE_G_PER_M2,
        )
    if round(dry, 1) > WHITE_ABOVE_G_PER_M2:
        return say(
            "{dry:.1f} g/m² will stay on the hair once it is dry; above {white_above:g} it may "
            "leave white bits. Take less oil, butter or cream.",
            dry=dry,
            white_above=WHITE_ABOVE_G_PER_M2,
        )
    if round(at_end, 1) < doses.THIN_BELOW_G_PER_M2:
        return say(
            "{at_end:.1f} g/m² will stay on the hair; below {thin_below_g_per_m2:g} clumps are "
            "lost. Take more of what is still to come.",
            at_end=at_end,
            thin_below_g_per_m2=doses.THIN_BELOW_G_PER_M2,
        )
    return ""
