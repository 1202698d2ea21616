"""Choosing bottles: laws that hold for any shelf. Common practice, no source."""

from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import Hair, parse
from craft.contract.plan import Flaker, Person, Room, ShelfItem
from craft.products.clashes import Facts, clashes, fits, wanted_weight
from craft.products.picking import Shelf, best, clash_rank, pick, ranking, usable_in
from craft.profile.complete import complete
from craft.tests.requests import HAIR
from craft.vocabulary import Fits, Role, Weight

ROLES = (Role.LEAVE_IN, Role.OIL, Role.CREAM, Role.GEL)
LABELS = (
    "",
    "Aqua, PVP",
    "Aqua, Glycerin, Mel",
    "Aqua, Linalool",
    "Aqua, Parfum",
    "Aqua, Dimethicone",
    "Aqua, Hydrolyzed Keratin",
    "Cocos Nucifera Oil",
    "Mentha Piperita Oil, Squalane",
)
ITEM = st.fixed_dictionaries(
    {
        "role": st.sampled_from(ROLES),
        "weight": st.sampled_from(list(Weight)),
        "ingredients": st.sampled_from(LABELS),
        "stock_g": st.sampled_from([None, 1.0, 40.0, 300.0]),
        "days_left": st.sampled_from([None, -2, 1, 90]),
        "unit_g": st.sampled_from([None, 2.0]),
    }
)
PERSON = st.fixed_dictionaries(
    {
        "allergies": st.sampled_from([[], ["linalool"], ["keratin"]]),
        "avoid": st.sampled_from([[], ["silicones"], ["fragrance"]]),
        "routine": st.sampled_from(["shampoo", "cowash_only"]),
        "conditions": st.sampled_from([[], ["asthma"]]),
    }
)
GRAMS = dict.fromkeys(ROLES, 12.0)


def shelf_of(
    items: list[dict[str, Any]], person: dict[str, Any] | None = None, *flakers: Flaker
) -> Shelf:
    """A shelf for a usual head."""
    named = [ShelfItem(id=f"b{place:02d}", **item) for place, item in enumerate(items)]
    room = Room()
    facts = Facts(complete(parse(Hair, HAIR)), parse(Person, person or {}), room, room)
    return Shelf(named, facts, frozenset(ROLES), flakers)


SHELVES = st.builds(shelf_of, st.lists(ITEM, max_size=10), PERSON)


class LawsTest(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(SHELVES)
    def test_nothing_that_must_not_go_on_is_taken(self, shelf: Shelf) -> None:
        for role, item in pick(shelf, ROLES, GRAMS, {}).items():
            if item:
                self.assertTrue(item.serves(role))
                hits = clashes(shelf.facts, shelf.use(item, role))
                self.assertIsNot(fits(hits), Fits.NO)

    @settings(max_examples=60, deadline=None)
    @given(SHELVES)
    def test_a_role_stays_bare_only_where_no_bottle_may_be_used(self, shelf: Shelf) -> None:
        for role, item in pick(shelf, ROLES, GRAMS, {}).items():
            usable = [bottle for bottle in shelf.serving(role) if usable_in(shelf, bottle, role)]
            self.assertEqual(item is None, not usable)

    @settings(max_examples=60, deadline=None)
    @given(SHELVES, st.randoms(use_true_random=False))
    def test_the_order_of_the_shelf_does_not_matter(self, shelf: Shelf, chance: Any) -> None:
        turned = list(shelf.items)
        chance.shuffle(turned)
        other = Shelf(turned, shelf.facts, shelf.stays_in, shelf.flakers)
        self.assertEqual(pick(shelf, ROLES, GRAMS, {}), pick(other, ROLES, GRAMS, {}))

    @settings(max_examples=60, deadline=None)
    @given(SHELVES)
    def test_nothing_else_has_fewer_or_lesser_clashes(self, shelf: Shelf) -> None:
        for role in ROLES:
            first = best(shelf, role, 12.0, [])
            for other in ranking(shelf, role, 12.0, []):
                assert first is not None
                mine, theirs = (
                    clash_rank(shelf, first, role),
                    clash_rank(shelf, other, role),
                )
                self.assertLessEqual(mine, theirs)

    @settings(max_examples=60, deadline=None)
    @given(SHELVES)
    def test_a_bottle_more_never_makes_the_choice_worse(self, shelf: Shelf) -> None:
        clean = ShelfItem(
            id="zz", role=Role.GEL, weight=Weight.MEDIUM, ingredients="Aqua, PVP", stock_g=300.0
        )
        richer = Shelf([*shelf.items, clean], shelf.facts, shelf.stays_in, ())
        chosen = best(richer, Role.GEL, 12.0, [])
        assert chosen is not None
        self.assertFalse(any(clash_rank(richer, chosen, Role.GEL)))

    @settings(max_examples=80, deadline=None)
    @given(SHELVES)
    def test_what_was_chosen_by_hand_stays_unless_it_is_an_allergen(self, shelf: Shelf) -> None:
        for item in shelf.items:
            taken = pick(shelf, ROLES, GRAMS, {item.role: item.id})[item.role]
            hits = clashes(shelf.facts, shelf.use(item, item.role))
            allergic = any(clash.key == "allergen" for clash in hits)
            if allergic:
                self.assertIsNot(taken, item)
            else:
                self.assertIs(taken, item)


class RankTest(TestCase):
    def first(self, *items: dict[str, Any], role: Role = Role.GEL) -> str:
        given = [{"role": role, "ingredients": "Aqua, PVP"} | item for item in items]
        bottle = best(shelf_of(given), role, 12.0, [])
        assert bottle is not None
        return bottle.id

    def test_what_decides_between_two(self) -> None:
        usual: dict[str, Any] = {"weight": Weight.MEDIUM, "stock_g": 100.0, "unit_g": 2.0}
        cases: tuple[tuple[str, dict[str, Any]], ...] = (
            ("not enough", {"stock_g": 3.0}),
            ("another weight", {"weight": Weight.HEAVY, "stock_g": 20.0}),
            ("not calibrated", {"unit_g": None, "stock_g": 20.0}),
            ("fuller", {"stock_g": 400.0}),
            ("not counted", {"stock_g": None}),
        )
        for why, worse in cases:
            with self.subTest(why=why):
                self.assertEqual(self.first(usual | worse, usual), "b01")

    def test_what_spoils_first_goes_first(self) -> None:
        usual: dict[str, Any] = {"weight": Weight.MEDIUM, "stock_g": 100.0}
        self.assertEqual(self.first(usual, usual | {"days_left": 5, "stock_g": 400.0}), "b01")

    def test_flaking_weighs_more_than_weight(self) -> None:
        items = [
            {"role": Role.CREAM},
            {"role": Role.GEL, "weight": Weight.MEDIUM},
            {"role": Role.GEL, "weight": Weight.HEAVY},
        ]
        free = pick(shelf_of(items), ROLES, GRAMS, {})
        apart = pick(shelf_of(items, None, Flaker(first="b00", second="b01")), ROLES, GRAMS, {})
        chosen = [picked[Role.GEL].id for picked in (free, apart) if picked[Role.GEL]]
        self.assertEqual(chosen, ["b01", "b02"])

    def test_a_bottle_of_the_role_comes_before_one_that_may_also_serve(self) -> None:
        items = [
            {"role": Role.CREAM, "also": [Role.GEL], "stock_g": 20.0},
            {"role": Role.GEL, "stock_g": 400.0},
        ]
        bottle = best(shelf_of(items), Role.GEL, 12.0, [])
        assert bottle is not None
        self.assertEqual(bottle.id, "b01")


class WantedWeightTest(TestCase):
    @given(st.integers(40, 120), st.integers(60, 300), st.sampled_from(["low", "medium", "high"]))
    def test_every_weight_has_its_place(self, diameter: int, density: int, porosity: str) -> None:
        hair = HAIR | {
            "diameter_um": float(diameter),
            "density_per_cm2": float(density),
            "porosity": porosity,
        }
        order, fired = wanted_weight(complete(parse(Hair, hair)))
        self.assertEqual(set(order), set(Weight))
        self.assertTrue(fired)
        if diameter < 60:
            self.assertEqual(order[0], Weight.LIGHT)
        elif diameter > 80 and density > 180:
            self.assertEqual(order[0], Weight.HEAVY)
