"""Working order, and which sections pair up."""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace

from craft.errors import CraftError
from craft.head.partings.measuring import Section
from craft.head.partings.schemes import Change
from craft.messages import say
from craft.vocabulary import PartOp, WorkOrder

Key = tuple[float, ...]


def back_first(section: Section) -> Key:
    """From the nape up, both sides in turn."""
    x, y = section.centre
    return (round(y, 1), round(abs(x), 1), x)


def front_first(section: Section) -> Key:
    """From the face back, both sides in turn."""
    x, y = section.centre
    return (-round(y, 1), round(abs(x), 1), x)


def middle_out(section: Section) -> Key:
    """From the middle outwards, both sides in turn."""
    x, y = section.centre
    return (round(abs(x), 1), x, y)


def one_side_first(section: Section) -> Key:
    """The whole left side from the nape up, then the right."""
    x, y = section.centre
    return (float(x > 0), round(y, 1), abs(x))


ORDERS: Mapping[WorkOrder, Callable[[Section], Key]] = {
    WorkOrder.BACK_FIRST: back_first,
    WorkOrder.FRONT_FIRST: front_first,
    WorkOrder.MIDDLE_OUT: middle_out,
    WorkOrder.ONE_SIDE_FIRST: one_side_first,
}


def number_sections(
    sections: Sequence[Section], order: WorkOrder, rows: bool, changes: Sequence[Change], field: str
) -> tuple[Section, ...]:
    """Sections in working order.

    Args:
        sections: in any order
        order: which comes first; usual is rows from the middle outwards, else from the nape up
        rows: whether they are rows from front to back
        changes: by hand; those of numbers are taken in order
        field: path of the changes in the request
    Raises:
        CraftError: a number is given to a section that is not there, or is larger than all
    """
    usual = middle_out if rows else back_first
    ordered = sorted(sections, key=ORDERS.get(order, usual))
    for place, change in enumerate(changes):
        if change.op != PartOp.NUMBER:
            continue
        section = next((section for section in ordered if section.key == change.key), None)
        if section is None:
            raise CraftError(
                f"{field}.{place}.key", say("There is no such section in this parting.")
            )
        if change.number is None or not 1 <= change.number <= len(ordered):
            raise CraftError(
                f"{field}.{place}.number",
                say("Give a whole number from 1 to {ordered}.", ordered=len(ordered)),
            )
        ordered.remove(section)
        ordered.insert(change.number - 1, section)
    return tuple(replace(section, number=number) for number, section in enumerate(ordered, 1))


def side(section: Section) -> int:
    """-1 left, 1 right."""
    return 1 if section.centre[0] > 0 else -1


def bundles(sections: Sequence[Section]) -> list[tuple[int, ...]]:
    """Sections that are taken together in pairs for banding: neighbours on the same side.

    Two twists a bundle, common practice, no source. One that is left over stands alone.

    Args:
        sections: in working order
    Returns:
        the numbers of each bundle
    """
    waiting = list(sections)
    pairs: list[tuple[int, ...]] = []
    while waiting:
        first = waiting.pop(0)
        same = [section for section in waiting if side(section) == side(first)]
        if same:
            mate = min(
                same,
                key=lambda section: (
                    round(math.dist(section.centre, first.centre), 1),
                    section.number,
                ),
            )
            waiting.remove(mate)
            pairs.append((first.number, mate.number))
        else:
            pairs.append((first.number,))
    return pairs
