"""Working orders and bundles on every scheme, and keys that stay the same."""

from itertools import pairwise
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.head.partings import Change, HeadOfHair, Layout, bundles, part
from craft.head.partings.ordering import ORDERS, one_side_first
from craft.vocabulary import PartOp, Scheme, WorkOrder

HAIR = HeadOfHair(57, 180, 25, 70)
SCHEMES = [
    Layout(Scheme.QUADRANTS, 12),
    Layout(Scheme.ROWS, 8),
    Layout(Scheme.V_FRONT, 8),
    Layout(Scheme.SIX, 6),
    Layout(Scheme.TAPER, 12),
    Layout(Scheme.BRICKED, 30),
    Layout(Scheme.COIL_ROWS, 24),
    Layout(Scheme.DIRECTED, 14, forward=3, sideways=2, back=2),
]


def ordered(layout: Layout, order: WorkOrder) -> list[str]:
    again = Layout(**{**vars(layout), "order": order})
    return [section.key for section in part(HAIR, again).sections]


class OrdersTest(TestCase):
    def test_an_order_changes_numbers_and_nothing_else(self) -> None:
        for layout in SCHEMES:
            usual = {section.key: section.hairs for section in part(HAIR, layout).sections}
            for order in WorkOrder:
                sections = part(HAIR, Layout(**{**vars(layout), "order": order})).sections
                self.assertEqual({section.key: section.hairs for section in sections}, usual)
                numbers = [section.number for section in sections]
                self.assertEqual(numbers, list(range(1, len(usual) + 1)))

    def test_sections_stand_in_their_order(self) -> None:
        for layout in SCHEMES:
            for order, key in ORDERS.items():
                sections = part(HAIR, Layout(**{**vars(layout), "order": order})).sections
                places = [key(section) for section in sections]
                self.assertEqual(places, sorted(places), (layout.scheme, order))

    def test_back_and_front_first_are_each_others_end(self) -> None:
        layout = SCHEMES[0]
        back = ordered(layout, WorkOrder.BACK_FIRST)
        front = ordered(layout, WorkOrder.FRONT_FIRST)
        self.assertEqual(set(back[:2]), set(front[-2:]))

    def test_one_side_is_done_before_the_other_is_begun(self) -> None:
        for layout in SCHEMES[:3]:
            sections = part(
                HAIR, Layout(**{**vars(layout), "order": WorkOrder.ONE_SIDE_FIRST})
            ).sections
            sides = [one_side_first(section)[0] for section in sections]
            self.assertEqual(sum(a != b for a, b in pairwise(sides)), 1)

    @settings(max_examples=25, deadline=None)
    @given(st.lists(st.tuples(st.integers(0, 11), st.integers(1, 12)), max_size=6))
    def test_numbers_by_hand_are_a_new_order_of_all(self, moves: list[tuple[int, int]]) -> None:
        layout = SCHEMES[0]
        keys = [section.key for section in part(HAIR, layout).sections]
        changes = tuple(Change(PartOp.NUMBER, keys[at], number=to) for at, to in moves)
        sections = part(HAIR, Layout(**{**vars(layout), "changes": changes})).sections
        self.assertEqual(sorted(section.key for section in sections), sorted(keys))
        if moves:
            at, to = moves[-1]
            self.assertEqual(sections[to - 1].key, keys[at])


class BundlesTest(TestCase):
    def test_two_at_most_and_all_of_them_on_any_scheme(self) -> None:
        for layout in SCHEMES:
            sections = part(HAIR, layout).sections
            pairs = bundles(sections)
            numbers = [number for pair in pairs for number in pair]
            self.assertEqual(sorted(numbers), [section.number for section in sections])
            self.assertTrue(all(len(pair) <= 2 for pair in pairs))

    def test_a_bundle_never_crosses_the_middle(self) -> None:
        for layout in SCHEMES:
            sections = {section.number: section for section in part(HAIR, layout).sections}
            for bundle in bundles(list(sections.values())):
                sides = {sections[number].centre[0] > 0 for number in bundle}
                self.assertEqual(len(sides), 1)


class KeysTest(TestCase):
    def test_keys_outlive_what_is_moved_laid_and_numbered(self) -> None:
        for layout in SCHEMES:
            parted = part(HAIR, layout)
            line, section = parted.lines[0], parted.sections[0]
            changes = (
                Change(PartOp.MOVE, line.key, at=(line.low + line.at) / 2),
                Change(PartOp.NUMBER, section.key, number=len(parted.sections)),
            )
            again = part(HAIR, Layout(**{**vars(layout), "changes": changes}))
            self.assertEqual(
                {section.key for section in again.sections},
                {section.key for section in parted.sections},
            )
            moved = {line.key: line.moved for line in again.lines}
            self.assertTrue(moved[line.key])
            self.assertEqual(again.sections[-1].key, section.key)

    def test_the_same_request_gives_the_same_parting(self) -> None:
        for layout in SCHEMES:
            first = part(HAIR, layout)
            part.cache_clear()
            self.assertEqual(part(HAIR, layout), first)

    def test_mirrors_of_lines_are_mutual_and_of_one_kind(self) -> None:
        for layout in SCHEMES:
            lines = {line.key: line for line in part(HAIR, layout).lines}
            paired = [line for line in lines.values() if line.mirror]
            for section in paired:
                other = lines[section.mirror or ""]
                self.assertEqual(other.kind, section.kind)
                self.assertEqual(other.mirror, section.key)
                self.assertAlmostEqual(abs(other.at), abs(section.at), delta=0.05)
