"""Partings: how a head is divided into sections, computed on the equal-area map.

Sections tile the hairline with neither gap nor overlap, and their hair sums to
the head's, however they were cut, moved, split or merged.
"""

from craft.head.partings.measuring import Section
from craft.head.partings.ordering import bundles
from craft.head.partings.parting import DrawnLine, Sectioning, part, totals
from craft.head.partings.regions import HeadOfHair
from craft.head.partings.schemes import (
    FEWEST,
    FIXED,
    MAX_SECTIONS,
    PART_MOST_CM,
    WITH_MIDDLE_PARTING,
    Change,
    Layout,
    count_of,
    knows_its_number,
    lay_of,
)
from craft.head.partings.views import View, seen_from

__all__ = [
    "FEWEST",
    "FIXED",
    "MAX_SECTIONS",
    "PART_MOST_CM",
    "WITH_MIDDLE_PARTING",
    "Change",
    "DrawnLine",
    "HeadOfHair",
    "Layout",
    "Section",
    "Sectioning",
    "View",
    "bundles",
    "count_of",
    "knows_its_number",
    "lay_of",
    "part",
    "seen_from",
    "totals",
]
