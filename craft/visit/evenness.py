"""Sides that should get as much of a product for their hair, and did not."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from craft.contract.events import DoseTaken
from craft.contract.plan import PlanAnswer
from craft.contract.visit import SectionRun, StepRun
from craft.visit.doses import noted_doses
from craft.visit.log import TICKS, Log
from craft.visit.shares import OPPOSITE, DoseKey, section_doses, share_on, sides_of_section
from craft.visit.ticked import ticked_doses
from craft.vocabulary import Side, StepStatus

#: Two sides differ from this share more per gram of hair. Own value.
UNEVEN_SHARE = 0.15


@dataclass(frozen=True)
class SideDose:
    """What the hair of one side got, where it is known.

    Args:
        grams: of the product
        hair_g: dry hair it is for; 0: nothing was noted
        open: more may come, its last part is still in the hands
    """

    grams: float
    hair_g: float
    open: bool

    @property
    def rate(self) -> float:
        """Product per gram of hair."""
        return self.grams / self.hair_g


@dataclass(frozen=True)
class Uneven:
    """A side that got more of a product for its hair than the other one.

    Args:
        key: step, role and layer
        more, less: sides
        ratio: product per gram of hair there, by that on the other side; above 1
        lacks_g: what the other side needs to be as even
    """

    key: DoseKey
    more: Side
    less: Side
    ratio: float
    lacks_g: float


def uneven_sides(
    log: Log, steps: Sequence[StepRun], sections: Sequence[SectionRun]
) -> Iterator[Uneven]:
    """Products that two sides differ in, per gram of their hair.

    The side with less has to be finished: more may come to one that is still in the hands. So a
    set that is worked from the nape up, left and right in turn, is even all the time.
    """
    over = {run.key for run in steps if run.status in (StepStatus.DONE, StepStatus.SKIPPED)}
    by_hand = noted_doses(log)
    ticks = ticked_doses(log, by_hand)
    for key, own in by_hand.items():
        noted = sorted([*own, *ticks.get(key, [])], key=lambda dose: dose.at)
        tick = TICKS.get(key[0])
        ticked = {run.number for run in sections if tick and getattr(run, tick)}
        # What was noted last is still in the hands, until its step is done or it is ticked.
        latest = noted[-1].data
        open_sections = set() if key[0] in over else set(latest.places) - ticked
        open_side = None if key[0] in over else latest.side
        for pair in OPPOSITE:
            doses = {
                side: side_dose(log.plan, key, noted, side, open_sections, open_side)
                for side in pair
            }
            if any(dose.hair_g <= 0 or dose.grams <= 0 for dose in doses.values()):
                continue
            less, more = sorted(pair, key=lambda side: doses[side].rate)
            ratio = doses[more].rate / doses[less].rate
            if ratio > 1 + UNEVEN_SHARE and not doses[less].open:
                lacks = doses[more].rate * doses[less].hair_g - doses[less].grams
                yield Uneven(key, more, less, ratio, lacks)


def side_dose(
    plan: PlanAnswer,
    key: DoseKey,
    noted: Sequence[DoseTaken],
    side: Side,
    open_sections: set[int],
    open_side: Side | None,
) -> SideDose:
    """What one side got.

    Args:
        plan: that is worked
        key: step, role and layer
        noted: doses of it, in order
        side: of the head
        open_sections: that are still in the hands; left out
        open_side: that is still in the hands
    """
    by_side = [dose.data.grams for dose in noted if dose.data.side is side]
    if by_side:
        hair = sum(section.grams * share_on(section, {side}) for section in plan.sections)
        return SideDose(sum(by_side), hair or 1.0, open=open_side is side)
    got = section_doses(plan, key[1], noted)
    own = [
        section
        for section in plan.sections
        if section.number in got
        and section.number not in open_sections
        and side in sides_of_section(section)
    ]
    return SideDose(
        sum(got[section.number] for section in own),
        sum(section.grams for section in own),
        open=False,
    )
