"""What there is of the kit, what is out of it, and when it is ready again."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.db.models import FilteredRelation, Q
from django.utils import timezone

from craft.errors import CraftError
from craft.products.kit import Reservation
from craft.vocabulary import KitKind
from craft.words import several
from salon.kit.models import KitItem, KitUse
from salon.platform.language import sentence
from salon.salon_settings.services import current_salon

#: In whose hair pieces are where nobody wrote it down.
SOMEBODY = "somebody"


@dataclass(frozen=True)
class CountedItem:
    """An item of the kit with what is out of it.

    Args:
        item: which
        uses: pieces that are out now
    """

    item: KitItem
    uses: Sequence[KitUse]

    def reservations(self, cleaning: timedelta) -> list[Reservation]:
        """Pieces that are out, from when until when.

        Args:
            cleaning: in the disinfectant, where it has not begun
        """
        return [
            Reservation(use.count, use.taken_at, ready_at(use, cleaning), holder_of(use))
            for use in self.uses
        ]


def cleaning_min() -> float:
    """Minutes in the disinfectant, 0 where nobody has typed them."""
    return current_salon().contact_min or 0.0


def ready_at(use: KitUse, cleaning: timedelta | None = None) -> datetime:
    """When pieces that are out can be used again.

    Args:
        use: of which
        cleaning: in the disinfectant; else as the salon has it
    """
    if use.cleaning_since is not None:
        return use.cleaning_since + timedelta(minutes=use.contact_min or 0)
    minutes = timedelta(minutes=cleaning_min()) if cleaning is None else cleaning
    # What should be back and is not is still out.
    return max(use.expected_back, timezone.now()) + minutes


def holder_of(use: KitUse) -> str:
    """In whose hair pieces are; nothing while they are being cleaned."""
    return "" if use.cleaning_since is not None else use.holder or SOMEBODY


def place_of(use: KitUse) -> str:
    """Where pieces are, in words."""
    return holder_of(use) or "cleaning"


#: What a count of the kit reads of pieces that are out.
USE_FIELDS = (
    "count",
    "plan",
    "holder",
    "taken_at",
    "expected_back",
    "cleaning_since",
    "contact_min",
)


def counted_items() -> list[CountedItem]:
    """The whole kit, with what is out of it: one query, however much there is."""
    columns = [f"out__{name}" for name in USE_FIELDS]
    rows = KitItem.objects.annotate(
        out=FilteredRelation("uses", condition=Q(uses__returned_at__isnull=True))
    ).values("pk", "kind", "diameter_mm", "name", "count", "version", "out__id", *columns)
    items: dict[int, KitItem] = {}
    uses: dict[int, list[KitUse]] = {}
    for row in rows:
        pk = row["pk"]
        items.setdefault(
            pk,
            KitItem(
                pk=pk,
                kind=row["kind"],
                diameter_mm=row["diameter_mm"],
                name=row["name"],
                count=row["count"],
                version=row["version"],
            ),
        )
        out = uses.setdefault(pk, [])
        if row["out__id"] is not None:
            values = {name: row[f"out__{name}"] for name in USE_FIELDS}
            out.append(KitUse(pk=row["out__id"], item_id=pk, **values))
    return [CountedItem(item, uses[pk]) for pk, item in items.items()]


def in_the_drawer(
    kind: KitKind, diameter_mm: float | None, count: int
) -> list[tuple[KitItem, int]]:
    """Pieces of a sort that lie in the drawer now, item by item.

    Args:
        kind, diameter_mm: of what
        count: how many are needed
    Raises:
        CraftError: there are not enough in the drawer now
    """
    pieces, missing = [], count
    for counted in counted_items():
        item = counted.item
        if (item.kind, item.diameter_mm) != (kind, diameter_mm) or not missing:
            continue
        there = max(0, item.count - sum(use.count for use in counted.uses))
        taken = min(there, missing)
        if taken:
            pieces.append((item, taken))
            missing -= taken
    if missing:
        size = sentence(" of {diameter_mm:g mm}", diameter_mm=diameter_mm) if diameter_mm else ""
        raise CraftError(
            "plan",
            sentence(
                "{count} {pieces}{size} are needed, {found} are in the drawer.",
                count=count,
                pieces=several(kind.replace("_", " ")),
                size=size,
                found=count - missing,
            ),
        )
    return pieces


def contact_time(use: KitUse, typed: float | None) -> float:
    """The contact time pieces are laid into the disinfectant for [min].

    Args:
        use: what came off the head
        typed: as the label says; else as the salon has it
    Raises:
        CraftError: nobody has typed a contact time, or they are back already
    """
    if use.returned_at is not None:
        raise CraftError("use", sentence("These have already been returned."))
    minutes = typed or current_salon().contact_min
    if not minutes:
        raise CraftError(
            "contact_min", sentence("Type the contact time from the label of your disinfectant.")
        )
    return minutes


def check_clean(use: KitUse) -> None:
    """Refuse pieces that cannot go back into the drawer.

    Raises:
        CraftError: they were not laid in, or the contact time is not over
    """
    now = timezone.now()
    if use.cleaning_since is None:
        raise CraftError("use", sentence("Put them into the disinfectant first."))
    if ready_at(use) > now:
        left = (ready_at(use) - now).total_seconds() / 60
        raise CraftError(
            "use", sentence("The contact time runs for {left:.0f} min more.", left=left)
        )


def keep_uses(visit: int, uses: Iterable[KitUse]) -> None:
    """Keep what the log of a visit says is out, and nothing else of that visit.

    Args:
        visit: its number
        uses: pieces, each with the event that took them
    """
    kept = {use.event: use for use in uses}
    recorded = {use.event: use for use in KitUse.objects.filter(visit=visit)}
    KitUse.objects.filter(event__in=recorded.keys() - kept.keys()).delete()
    for event, use in kept.items():
        use.pk = recorded[event].pk if event in recorded else None
        use.save()
