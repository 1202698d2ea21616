"""What the card for home tells besides its days. Common practice, no source."""

from craft.contract.plan import PlanAnswer
from craft.contract.wear import HomeHelp
from craft.messages import say
from craft.plan.case import Case
from craft.plan.details import does
from craft.plan.night import Lying, bedtime_of
from craft.vocabulary import Detail, HomeDrawing, Manner, Night, SetKind, Style

FRIZZ = say(
    "Smooth it with a drop of oil between the palms; no brush, and no water on a humid day."
)
FRIZZ_LOOSE = say("Wet the palms, smooth the lock and twist it once round the finger; let it dry.")
FLAT = say(
    "Head to the side, lift at the roots with the fingers or a pick; the lengths stay alone."
)
FLAT_TIED = say("Leave it; it is worn smooth. Loosen the outer tie a little if it pulls.")
ITCH = say(
    "A cool damp cloth, or a little oil by the fingertip, no scratching. If it stays for more "
    "than two days, burns or flakes a lot, tell the salon; ask a pharmacist or a doctor."
)
PAIN = say(
    "Loosen or open it at once, also at night, and tell the salon. Sores or sudden loss of hair "
    "are for a doctor."
)
DAMP = say("Stop and let it dry: roots that were opened damp do not hold.")
#: Cautions of a plan that still hold at home: what is for a doctor, and what pulls.
AT_HOME = frozenset({"scalp_refer", "tension_edges"})


def cautions_at_home(plan: PlanAnswer) -> list[str]:
    """What of the cautions of a plan is minded at home, too, in words."""
    return [caution.text for caution in plan.cautions if caution.key in AT_HOME]


def help_at_home(case: Case, *, opened: bool) -> list[HomeHelp]:
    """What to do when it frizzes, flattens, itches or hurts.

    Args:
        opened: whether the set is open; before that it may be damp
    """
    tied = case.request.goal.style is Style.SLICK_BUN
    released = case.technique.release.needed
    lines = [
        HomeHelp(when=say("It frizzes"), do=FRIZZ if released or tied else FRIZZ_LOOSE),
        HomeHelp(when=say("It lies flat"), do=FLAT_TIED if tied else FLAT),
        HomeHelp(when=say("The scalp itches"), do=ITCH),
        HomeHelp(when=say("It pulls or hurts"), do=PAIN),
    ]
    if released and not opened:
        lines.insert(0, HomeHelp(when=say("Still damp when opened"), do=DAMP))
    return lines


#: How hair lies at night, where that is worth a drawing.
LYING_DRAWN = {Lying.GATHERED: HomeDrawing.GATHER, Lying.RINGS: HomeDrawing.RINGS}


def drawings(case: Case, *, opened: bool) -> list[HomeDrawing]:
    """What is worth a drawing: how it is opened, and how it lies at night.

    Args:
        opened: whether the set is open already
    """
    drawn = []
    # Who comes back for it is not shown how to open it.
    by_client = case.technique.release.needed and does(case, Detail.OPENED, Manner.HOME)
    if by_client and not opened and case.technique.setting.kind is not SetKind.LOOSE:
        drawn.append(HomeDrawing.UNWIND)
    bedtime = bedtime_of(case.request, case.hair)
    if bedtime.lying in LYING_DRAWN:
        drawn.append(LYING_DRAWN[bedtime.lying])
    if bedtime.is_folded:
        drawn.append(HomeDrawing.FOLDED)
    if bedtime.night is not Night.NONE:
        drawn.append(HomeDrawing.SCARF)
    return drawn
