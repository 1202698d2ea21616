"""Changes by hand: applied in order, kept, shown, never undone in silence."""

from collections.abc import Callable, Mapping, Sequence

from craft.contract.plan import Cycle, Edit, Step
from craft.contract.reasons import reason
from craft.errors import CraftError
from craft.messages import join, say, word
from craft.plan.case import Case
from craft.plan.steps.step import step
from craft.products.doses import hand_units
from craft.vocabulary import EditOp, Family, Station

#: What an added step takes if nobody says. Own value.
ADDED_MIN = 5.0
OWN_PREFIX = "own_"

Steps = list[Step]


def apply_edits(case: Case, steps: Sequence[Step]) -> tuple[Steps, list[str]]:
    """The routine with every change by hand, and the titles of what was taken out.

    Raises:
        CraftError: a change names a step or a dose that is not there
    """
    done, removed = list(steps), []
    for index, edit in enumerate(case.request.edits):
        try:
            if edit.op is EditOp.REMOVE:
                removed.append(done[place(done, edit.step)].title)
            done = APPLY[edit.op](case, done, edit)
        except CraftError as error:
            raise CraftError(f"edits.{index}.{error.field}", error.message) from error
    return done, removed


def place(steps: Steps, key: str, field: str = "step") -> int:
    """Where a step stands.

    Raises:
        CraftError: there is no such step
    """
    keys = [planned.key for planned in steps]
    if key not in keys:
        holds = next((at for at, planned in enumerate(steps) if key in planned.covers), None)
        if holds is not None:
            return holds
        raise CraftError(
            field,
            say("There is no step {key} here. Steps: {keys}.", key=key, keys=join(", ", keys)),
        )
    return keys.index(key)


def behind(steps: Steps, after: str | None) -> int:
    """Where a step goes that comes after another, or first."""
    return 0 if after is None else place(steps, after, "after") + 1


def note_edit(planned: Step, what: str, **changes: object) -> Step:
    """A step with a change and a note of it."""
    return planned.model_copy(update={**changes, "edited": [*planned.edited, what]})


def add(case: Case, steps: Steps, edit: Edit) -> Steps:
    """A step of the specialist's own."""
    key = edit.step if edit.step.startswith(OWN_PREFIX) else OWN_PREFIX + edit.step
    if any(planned.key == key for planned in steps):
        raise CraftError("step", say("There is a step {key} already; give another key.", key=key))
    added = step(
        case,
        key,
        Family.PREPARE,
        edit.title or word(edit.step),
        say("Added by hand."),
        minutes=(ADDED_MIN if edit.minutes is None else edit.minutes) / case.request.pace,
        station=Station.CHAIR,
        wait=(edit.wait_min or 0.0, edit.wait_min or 0.0),
        wait_title=say("wait") if edit.wait_min else "",
        reasons=[
            reason(
                "by_hand", say("Added by hand."), say("edit {key}", key=key), say("The specialist.")
            )
        ],
    )
    at = behind(steps, edit.after)
    return [*steps[:at], note_edit(added, say("added")), *steps[at:]]


def remove(_: Case, steps: Steps, edit: Edit) -> Steps:
    """Take a step out."""
    at = place(steps, edit.step)
    return steps[:at] + steps[at + 1 :]


def move(_: Case, steps: Steps, edit: Edit) -> Steps:
    """Move a step, or a product within its step."""
    at = place(steps, edit.step)
    if edit.role is not None:
        return [*steps[:at], move_product(steps[at], edit), *steps[at + 1 :]]
    moved, rest = steps[at], steps[:at] + steps[at + 1 :]
    to = behind(rest, edit.after)
    return [*rest[:to], note_edit(moved, say("moved")), *rest[to:]]


def move_product(planned: Step, edit: Edit) -> Step:
    """A step with one of its products at another place."""
    roles = [product.role.value for product in planned.products]
    if edit.role not in roles:
        raise CraftError(
            "role",
            say(
                "{title} has no {role}. It has: {roles}.",
                title=planned.title,
                role=str(edit.role),
                roles=join(", ", roles),
            ),
        )
    if edit.after is not None and edit.after not in roles:
        raise CraftError(
            "after",
            say(
                "{title} has no {after}. It has: {roles}.",
                title=planned.title,
                after=edit.after,
                roles=join(", ", roles),
            ),
        )
    moved = planned.products[roles.index(edit.role)]
    rest = [product for product in planned.products if product is not moved]
    to = 0
    if edit.after is not None:
        to = [product.role.value for product in rest].index(edit.after) + 1
    products = [*rest[:to], moved, *rest[to:]]
    return note_edit(planned, say("{role} moved", role=word(edit.role)), products=products)


def replace(_: Case, steps: Steps, edit: Edit) -> Steps:
    """Do something else instead of a step; its minutes stay unless given."""
    at = place(steps, edit.step)
    if not edit.title:
        raise CraftError("title", say("Say what is done instead."))
    old = steps[at]
    changes: dict[str, object] = {"title": edit.title, "products": [], "how": say("By hand.")}
    if edit.minutes is not None:
        changes |= exactly(edit.minutes)
    return [
        *steps[:at],
        note_edit(old, say("instead of {title}", title=old.title), **changes),
        *steps[at + 1 :],
    ]


def exactly(minutes: float) -> dict[str, object]:
    """Hands-on time that was decided by hand [min]."""
    return {"hands_on_min": minutes, "hands_on_low": minutes, "hands_on_high": minutes}


def dose_place(steps: Steps, edit: Edit) -> int:
    """Where a dose that is changed is taken: a cycle may hold it back for the sections."""
    at = place(steps, edit.step)
    if any(product.role is edit.role for product in steps[at].products):
        return at
    cycles = (
        other
        for other, planned in enumerate(steps)
        if planned.cycle and any(product.role is edit.role for product in planned.products)
    )
    return next(cycles, at)


def at_pace(cycle: Cycle | None, factor: float) -> Cycle | None:
    """A cycle with all its minutes multiplied by a factor."""
    if cycle is None:
        return None
    acts = [
        act.model_copy(update={"min_each": round(act.min_each * factor, 2)}) for act in cycle.acts
    ]
    turns = [
        turn.model_copy(update={"minutes": round(turn.minutes * factor, 2)}) for turn in cycle.turns
    ]
    return cycle.model_copy(update={"acts": acts, "turns": turns})


def override(_: Case, steps: Steps, edit: Edit) -> Steps:
    """Decide a number: minutes, waiting, or the grams of a dose."""
    at = place(steps, edit.step) if edit.grams is None else dose_place(steps, edit)
    planned = steps[at]
    if edit.minutes is None and edit.wait_min is None and edit.grams is None:
        raise CraftError("minutes", say("Give minutes, wait_min, or a role with grams."))
    if edit.minutes is not None:
        note = say(
            "{minutes:g} min instead of {hands_on_min:g}",
            minutes=edit.minutes,
            hands_on_min=planned.hands_on_min,
        )
        faster = edit.minutes / planned.hands_on_min if planned.hands_on_min else 1.0
        planned = note_edit(
            planned, note, **exactly(edit.minutes), cycle=at_pace(planned.cycle, faster)
        )
    if edit.wait_min is not None:
        note = say(
            "waits {wait_min:g} min instead of {planned:g}",
            wait_min=edit.wait_min,
            planned=planned.wait_min,
        )
        longest = max(edit.wait_min, planned.wait_max_min)
        planned = note_edit(planned, note, wait_min=edit.wait_min, wait_max_min=longest)
    if edit.grams is not None:
        planned = set_dose(planned, edit)
    return [*steps[:at], planned, *steps[at + 1 :]]


def set_dose(planned: Step, edit: Edit) -> Step:
    """A step with a dose that somebody has decided."""
    roles = [product.role for product in planned.products]
    if edit.role not in roles:
        doses = join(", ", roles) or say("no products")
        raise CraftError(
            "role",
            say("{title} has no such dose. It has: {doses}.", title=planned.title, doses=doses),
        )
    at = roles.index(edit.role)
    product, grams = planned.products[at], edit.grams or 0.0
    usual = product.grams if product.usual_g is None else product.usual_g
    units = hand_units(grams, product.unit_g) if product.unit_g and grams else product.units
    changes: dict[str, object] = {
        "grams": grams,
        "grams_low": None,
        "grams_high": None,
        "units": units,
        "by_hand_g": round(units * product.unit_g, 1) if units and product.unit_g else None,
    }
    if product.cost is not None and product.grams:
        changes["cost"] = round(product.cost * grams / product.grams, 2)
    products = [*planned.products]
    products[at] = product.model_copy(update=changes)
    note = say(
        "{name} {grams:g g} instead of {usual:g [g]}", name=product.name, grams=grams, usual=usual
    )
    return note_edit(planned, note, products=products)


APPLY: Mapping[EditOp, Callable[[Case, Steps, Edit], Steps]] = {
    EditOp.ADD: add,
    EditOp.REMOVE: remove,
    EditOp.MOVE: move,
    EditOp.REPLACE: replace,
    EditOp.OVERRIDE: override,
}
