"""What a step asks for at the chair: doses by section or half, dwell, ticks, posture."""

from collections import defaultdict
from collections.abc import Sequence

from craft.contract.chair import ChairStep, Dwell, PartDose, Target
from craft.contract.plan import PlanAnswer, Step, StepProduct
from craft.messages import say
from craft.products.doses import WHOLE_BELOW_G, dose_range, hand_step, hand_units
from craft.visit.flags import longest_worked
from craft.visit.log import RELEASE, TICKS
from craft.visit.portions import Portion, portions
from craft.visit.shares import dose_shares
from craft.vocabulary import Role, SectionTick, Side, Station
from craft.work.ergonomics import FINE_STEPS, FINE_WORK_MIN

#: A spot under the diffuser before the hands go on [s]. The trade: about a minute.
SPOT_S = 60.0
DIFFUSED = "diffuse"
#: Pieces are laid ready before a set is made, go on while it is, and come off when it is opened.
PIECES = frozenset({"part", "shape", "work", "band", RELEASE})
#: What is worked in halves when it is not worked by sections.
HALVES = (Side.LEFT, Side.RIGHT)
#: What sitting too long does, by what sits. Common practice, no source; labels come first.
TOO_LONG = {
    Role.MASK: say("Left too long it softens hair that stretches already; rinse it now."),
    Role.CLAY: say("Clay that dries pulls on the hair: mist it or rinse it now."),
    Role.PRE_OIL: say("Oil that sits too long wants a second wash."),
}


def chair_step(plan: PlanAnswer, step: Step) -> ChairStep:
    """What a step asks for."""
    ticks = ticks_of(plan, step)
    return ChairStep(
        key=step.key,
        ticks=ticks,
        every_tick=step.key == RELEASE,
        stops=[before.key for before in earlier(plan, step) if before.wait_min > 0],
        then=next_step(plan, step),
        targets=targets(plan, step, by_section=ticks is not None),
        dwell=dwell_of(step),
        kit=step.key in PIECES,
        spot_s=SPOT_S if step.key == "dry" and DIFFUSED in step.title.lower() else None,
        ask_after_min=longest_worked(step),
        posture=posture(step),
        reason=main_reason(step),
    )


def earlier(plan: PlanAnswer, step: Step) -> Sequence[Step]:
    """Steps that stand before one."""
    return plan.steps[: [each.key for each in plan.steps].index(step.key)]


def next_step(plan: PlanAnswer, step: Step) -> str | None:
    """The step that starts at once when this one is done.

    None where something sits first, or where the next one belongs to another sitting.
    """
    after = plan.steps[len(earlier(plan, step)) + 1 :]
    if step.wait_min > 0 or not after or after[0].sitting != step.sitting:
        return None
    return after[0].key


def ticks_of(plan: PlanAnswer, step: Step) -> SectionTick | None:
    """What is ticked section by section: under a hood all of them dry at once."""
    waits = step.key == "dry" and step.wait_min > 0
    return TICKS.get(step.key) if len(plan.sections) > 1 and not waits else None


def targets(plan: PlanAnswer, step: Step, *, by_section: bool) -> list[Target]:
    """Products of a step with their shares.

    Args:
        plan: that is worked
        step: one of its steps
        by_section: whether it is worked section by section, else in halves
    """
    layers: dict[Role, int] = defaultdict(int)
    results = []
    for product in step.products:
        layers[product.role] += 1
        low, high = dose_range(product.grams)
        results.append(
            Target(
                role=product.role,
                layer=layers[product.role],
                name=product.name,
                bottle=product.id,
                grams=product.grams,
                low_g=product.grams_low if product.grams_low is not None else round(low, 1),
                high_g=product.grams_high if product.grams_high is not None else round(high, 1),
                units=product.units,
                unit=product.unit,
                unit_g=product.unit_g,
                stays_in=product.stays_in,
                parts=parts(plan, product) if by_section else halves(product),
            )
        )
    return results


def parts(plan: PlanAnswer, product: StepProduct) -> list[PartDose]:
    """A dose by section, as the plan shares it out; else by the mass of the hair."""
    shares = dose_shares(plan, product.role)
    if product.unit_g and shares:
        whole = product.unit_g < WHOLE_BELOW_G
        taken = portions(product.grams / product.unit_g, shares, whole=whole)
    else:
        taken = [Portion([number], None) for number, share in shares.items() if share > 0]
    return [
        PartDose(
            section=portion.sections[0] if len(portion.sections) == 1 else None,
            sections=list(portion.sections),
            grams=round(product.grams * sum(shares[each] for each in portion.sections), 2),
            units=portion.units,
            step=hand_step(portion.units, product.unit_g),
        )
        for portion in taken
    ]


def halves(product: StepProduct) -> list[PartDose]:
    """A dose in two halves of the head, the same for both."""
    grams = product.grams / 2
    units = hand_units(grams, product.unit_g) if product.unit_g else None
    step = hand_step(units, product.unit_g)
    return [
        PartDose(sections=[], side=side, grams=round(grams, 2), units=units, step=step)
        for side in HALVES
    ]


def dwell_of(step: Step) -> Dwell | None:
    """How long something sits after a step, if anything does."""
    if step.wait_min <= 0:
        return None
    return Dwell(
        title=step.wait_title or step.title,
        least_min=step.wait_min,
        most_min=max(step.wait_min, step.wait_max_min),
        too_long=next(
            (TOO_LONG[product.role] for product in step.products if product.role in TOO_LONG), ""
        ),
    )


def posture(step: Step) -> str:
    """Neck of the client at the basin, arms of the specialist at long fine work."""
    if step.station is Station.BASIN:
        return say("Neck supported, no long reclining: ask how it feels.")
    if step.key in FINE_STEPS and step.hands_on_min > FINE_WORK_MIN / 2:
        return say("Seat the client lower, elbows below the shoulders.")
    return ""


def main_reason(step: Step) -> str:
    """The reason that this head gave, else the first: the others are behind `why?`."""
    reasons = step.reasons or [reason for product in step.products for reason in product.reasons]
    return reasons[0].because if reasons else ""


def current(steps: Sequence[Step], over: Sequence[bool], running: Sequence[bool]) -> str | None:
    """The step that is under way, else the next; None once all are over."""
    for step, goes_on in zip(steps, running, strict=True):
        if goes_on:
            return step.key
    return next((step.key for step, done in zip(steps, over, strict=True) if not done), None)
