"""How much of the hair a noted dose is for: a part is not the whole."""

from collections import defaultdict
from collections.abc import Iterable, Sequence

from craft.contract.events import DoseTaken
from craft.contract.partings import SectionOut
from craft.contract.plan import PlanAnswer
from craft.vocabulary import Role, Side, Zone

#: A dose of a plan: its step, its role, which layer of that role.
DoseKey = tuple[str, Role, int]

#: Zones in front of the ears, and behind them.
FRONT_ZONES = frozenset({Zone.FRINGE, Zone.TOP})
BACK_ZONES = frozenset({Zone.CROWN, Zone.BACK, Zone.NAPE})
OPPOSITE = ((Side.LEFT, Side.RIGHT), (Side.FRONT, Side.BACK))


def sides_of_section(section: SectionOut) -> set[Side]:
    """Sides a section lies on; none where the middle of the head runs through it."""
    sides = set()
    if section.centre[0]:
        sides.add(Side.RIGHT if section.centre[0] > 0 else Side.LEFT)
    if section.zone in FRONT_ZONES:
        sides.add(Side.FRONT)
    if section.zone in BACK_ZONES:
        sides.add(Side.BACK)
    return sides


def share_on(section: SectionOut, sides: set[Side]) -> float:
    """How much of a section lies on any of these sides, 0 to 1."""
    if any({first, second} <= sides for first, second in OPPOSITE):
        return 1.0
    own = sides_of_section(section)
    if own & sides:
        return 1.0
    # The middle of the head runs through it: half of it lies on either side.
    unclear = {side for pair in OPPOSITE if not own & {*pair} for side in pair}
    return 0.5 if sides & unclear else 0.0


def dose_shares(plan: PlanAnswer, role: Role) -> dict[int, float]:
    """How a dose is shared out: by section, as the plan has it, else by the mass of the hair.

    Returns:
        parts of 1; nothing where nothing is parted
    """
    amounts = {section.number: section.doses.get(role, 0.0) for section in plan.sections}
    if not any(amounts.values()):
        amounts = {section.number: section.grams for section in plan.sections}
    whole = sum(amounts.values())
    return {number: amount / whole for number, amount in amounts.items()} if whole > 0 else {}


def noted_share(plan: PlanAnswer, role: Role, noted: Sequence[DoseTaken]) -> float:
    """How much of a dose was noted, 0 to 1, by what the plan has for that hair.

    A dose without a section or a side is for the whole head.

    Args:
        plan: that is worked
        role: of the product
        noted: doses of it in one step
    """
    if not noted:
        return 0.0
    if any(not dose.data.places and dose.data.side is None for dose in noted):
        return 1.0
    sides = {dose.data.side for dose in noted if dose.data.side is not None}
    numbers = frozenset[int]().union(*(dose.data.places for dose in noted))
    shares = dose_shares(plan, role)
    if not shares:
        return 1.0 if any({*pair} <= sides for pair in OPPOSITE) else 0.5
    covered = sum(
        shares[section.number] * (1.0 if section.number in numbers else share_on(section, sides))
        for section in plan.sections
    )
    return min(1.0, covered)


def section_doses(plan: PlanAnswer, role: Role, noted: Iterable[DoseTaken]) -> dict[int, float]:
    """What each section got [g], of doses that were noted for sections.

    Sections that share an amount get it as the plan shares the dose out.

    Args:
        plan: that is worked
        role: of the product
        noted: doses of it in one step
    """
    shares = dose_shares(plan, role)
    grams: dict[int, float] = defaultdict(float)
    for dose in noted:
        whole = sum(shares[place] for place in dose.data.places)
        for place in dose.data.places:
            part = shares[place] / whole if whole > 0 else 1 / len(dose.data.places)
            grams[place] += dose.data.grams * part
    return dict(grams)
