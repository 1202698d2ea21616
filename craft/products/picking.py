"""Which bottle for which role: chosen by hand, else the one that suits best."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field

from craft.contract.plan import Flaker, PlanRequest, ShelfItem
from craft.errors import CraftError
from craft.messages import join, say
from craft.products.clashes import (
    RANKED,
    RANKED_MILD,
    Clash,
    Facts,
    Use,
    clashes,
    fits,
    wanted_weight,
)
from craft.vocabulary import Fits, Role

Taken = Mapping[Role, ShelfItem | None]


@dataclass(frozen=True)
class Shelf:
    """The bottles a plan may take, and what speaks against them.

    Args:
        items: all bottles
        facts: what they are judged by
        stays_in: roles that stay in the hair in this service
        flakers: pairs to keep apart
        judged: what was found against bottles so far
    """

    items: Sequence[ShelfItem]
    facts: Facts
    stays_in: frozenset[Role]
    flakers: Sequence[Flaker]
    judged: dict[tuple[str, Role], list[Clash]] = field(default_factory=dict, compare=False)

    def clashes(self, item: ShelfItem, role: Role) -> list[Clash]:
        """Everything against a bottle in a role, the gravest first; judged once for a plan."""
        key = (item.id, role)
        if key not in self.judged:
            self.judged[key] = clashes(self.facts, self.use(item, role))
        return self.judged[key]

    def use(self, item: ShelfItem, role: Role) -> Use:
        """A bottle in a role of this service."""
        return Use(item, role, role in self.stays_in)

    def serving(self, role: Role) -> list[ShelfItem]:
        """Bottles that may serve a role."""
        return [item for item in self.items if item.serves(role)]

    def flaking(self, item: ShelfItem, others: Iterable[ShelfItem]) -> Flaker | None:
        """The pair of a bottle with any of others that flakes, if one does."""
        ids = {other.id for other in others}
        for pair in self.flakers:
            partner = {pair.first: pair.second, pair.second: pair.first}.get(item.id)
            if partner in ids:
                return pair
        return None


def pick(
    shelf: Shelf, roles: Sequence[Role], grams: Mapping[Role, float], by_hand: Mapping[Role, str]
) -> dict[Role, ShelfItem | None]:
    """A bottle for every role, in the order of use.

    Those chosen by hand come first: the rest is chosen so that it does not flake with them. A
    bottle that must not touch the head is never taken, not even by hand.

    Args:
        shelf: the bottles
        roles: of the service
        grams: the dose of each role [g]
        by_hand: bottles chosen by the specialist
    """
    taken: dict[Role, ShelfItem | None] = {}
    for role in roles:
        item = next(
            (bottle for bottle in shelf.serving(role) if bottle.id == by_hand.get(role)), None
        )
        if item and not is_barred(shelf, item, role):
            taken[role] = item
    for role in roles:
        if role not in taken:
            others = left_in(shelf, taken) if role in shelf.stays_in else []
            taken[role] = best(shelf, role, grams[role], others)
    return {role: taken[role] for role in roles}


def left_in(shelf: Shelf, taken: Taken) -> list[ShelfItem]:
    """Bottles taken so far that stay in the hair."""
    return [item for role, item in taken.items() if item and role in shelf.stays_in]


def is_barred(shelf: Shelf, item: ShelfItem, role: Role) -> bool:
    """Whether a bottle must not touch this head, even if it was chosen by hand."""
    return any(clash.key == "allergen" for clash in shelf.clashes(item, role))


def best(shelf: Shelf, role: Role, grams: float, others: Sequence[ShelfItem]) -> ShelfItem | None:
    """The bottle that suits a role best, if any may be used."""
    return next(iter(ranking(shelf, role, grams, others)), None)


def ranking(shelf: Shelf, role: Role, grams: float, others: Sequence[ShelfItem]) -> list[ShelfItem]:
    """Every bottle that may be used for a role, best first.

    First what speaks against it, in the order of the rules; then whether it flakes with what is
    already taken, whether it is enough, a weight that is wrong, what speaks mildly against it, its
    weight, whether it is calibrated; among equals the one
    that spoils first and has least left goes first, so that bottles are used up.
    """
    weights, _ = wanted_weight(shelf.facts.hair)
    far = float("inf")

    def rank(item: ShelfItem) -> tuple[object, ...]:
        return (
            clash_rank(shelf, item, role),
            shelf.flaking(item, others) is not None,
            runs_short(item, grams),
            item.role is not role,
            # Heavy on fine hair is worse than a humectant in damp air.
            wrong_weight(shelf, item, role),
            mild_rank(shelf, item, role),
            weights.index(item.weight),
            item.unit_g is None,
            far if item.days_left is None else item.days_left,
            far if item.stock_g is None else item.stock_g,
            item.id,
        )

    return sorted(
        (bottle for bottle in shelf.serving(role) if usable_in(shelf, bottle, role)), key=rank
    )


def usable_in(shelf: Shelf, item: ShelfItem, role: Role) -> bool:
    """Whether a bottle may be used in a role at all."""
    return fits(shelf.clashes(item, role)) is not Fits.NO


def clash_rank(shelf: Shelf, item: ShelfItem, role: Role) -> tuple[bool, ...]:
    """What speaks against a bottle, in the order of the rules; compares as better when smaller."""
    against = {clash.key for clash in shelf.clashes(item, role)}
    return tuple(key in against for key in RANKED)


def wrong_weight(shelf: Shelf, item: ShelfItem, role: Role) -> bool:
    """Whether a bottle flattens this hair, or vanishes in it."""
    return any(clash.key in ("too_heavy", "too_light") for clash in shelf.clashes(item, role))


def mild_rank(shelf: Shelf, item: ShelfItem, role: Role) -> tuple[bool, ...]:
    """What speaks against a bottle less than a wrong weight would."""
    against = {clash.key for clash in shelf.clashes(item, role)}
    return tuple(key in against for key in RANKED_MILD)


def runs_short(item: ShelfItem, grams: float) -> bool:
    """Whether a bottle holds less than the dose."""
    return item.stock_g is not None and item.stock_g < grams


def check_by_hand(request: PlanRequest) -> None:
    """Refuse bottles chosen by hand that are not on the shelf, or not for that role.

    Raises:
        CraftError: names the role
    """
    for role, chosen in request.bottles.items():
        if not any(item.id == chosen and item.serves(role) for item in request.shelf):
            fitting = join(", ", (item.id for item in request.shelf if item.serves(role)))
            listing = (
                say("Known: {fitting}.", fitting=fitting) if fitting else say("The shelf has none.")
            )
            raise CraftError(
                f"bottles.{role}",
                say(
                    "No bottle {chosen} for this role is on the shelf. {listing}",
                    chosen=chosen,
                    listing=listing,
                ),
            )
