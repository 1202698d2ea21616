"""What of the kit is free at an hour: in the drawer, in use, being cleaned, promised to plans."""

from collections import defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.utils import timezone

from craft.contract.base import readable
from craft.contract.plan.request import PIECES_MOST, Kit, RodStock
from craft.products.kit import Reservation, during, free
from craft.vocabulary import KitKind
from salon.kit.models import KitItem
from salon.kit.services import cleaning_min, counted_items
from salon.planning.models import KitDemand
from salon.platform.language import moment_text, sentence

#: Without a planned time a use is looked at for so long [h]. Salon standard.
USUAL_HOURS = 3.0
#: So many places where pieces are elsewhere are named.
ELSEWHERE_MOST = 40

#: What pieces are distinguished by: their kind and, of rods, the diameter [mm].
Sort = tuple[str, float | None]


@dataclass(frozen=True)
class Free:
    """How much of an item is free during a time, and who has the rest."""

    item: KitItem
    count: int
    elsewhere: tuple[Reservation, ...]


@dataclass(frozen=True)
class Drawer:
    """The kit with what is out or promised during a time, read once and asked at many hours.

    Args:
        items: the whole kit, each with what is out of it
        promised: what plans to come take, by sort and plan
    """

    items: Sequence[tuple[KitItem, Sequence[Reservation]]]
    promised: Mapping[Sort, Sequence[tuple[int, Reservation]]]

    def free_during(self, begin: datetime, end: datetime, but: int | None = None) -> list[Free]:
        """What of the kit is free throughout a time.

        Args:
            begin, end: the time
            but: a plan that is not counted: the one that is asked for
        """
        return [
            Free(
                item,
                free(item.count, reserved, begin, end),
                tuple(during(reserved, begin, end)),
            )
            for item, out in self.items
            for reserved in [[*out, *self.promised_of(item, but)]]
        ]

    def promised_of(self, item: KitItem, but: int | None) -> list[Reservation]:
        """What plans but one are promised of an item."""
        promised = self.promised.get((item.kind, item.diameter_mm), ())
        return [reservation for plan, reservation in promised if plan != but]

    def pooled(self, sort: Sort, but: int | None) -> tuple[int, list[Reservation]] | None:
        """How many of a sort there are in all, and who has some; None where it is not counted.

        Args:
            sort: which
            but: a plan that is not counted
        """
        items = [(item, out) for item, out in self.items if (item.kind, item.diameter_mm) == sort]
        if not items:
            return None
        rows = [row for _, out in items for row in out]
        promised = self.promised_of(items[0][0], but)
        return sum(item.count for item, _ in items), [*rows, *promised]

    def called(self, sort: Sort, count: int) -> str:
        """What so many of a sort are called."""
        item = next(item for item, _ in self.items if (item.kind, item.diameter_mm) == sort)
        return item.called(count)

    def free_of(self, sort: Sort, begin: datetime, end: datetime, but: int | None) -> int:
        """How many of a sort are free throughout a time."""
        return sum(
            free(item.count, [*out, *self.promised_of(item, but)], begin, end)
            for item, out in self.items
            if (item.kind, item.diameter_mm) == sort
        )


def drawer_during(begin: datetime, end: datetime, contact_min: float | None = None) -> Drawer:
    """The kit with everything that touches a time.

    Args:
        begin, end: the time
        contact_min: in the disinfectant [min]; else as the salon has it
    """
    cleaning = timedelta(minutes=cleaning_min() if contact_min is None else contact_min)
    counted = counted_items()
    # A plan whose kit is out has it in earnest.
    out_for = {use.plan for item_uses in counted for use in item_uses.uses}
    promised: dict[Sort, list[tuple[int, Reservation]]] = defaultdict(list)
    for kind, diameter_mm, count, leaves, back, holder, plan in demand_during(begin, end, cleaning):
        if plan not in out_for:
            reservation = Reservation(count, leaves, back + cleaning, holder)
            promised[kind, diameter_mm].append((plan, reservation))
    return Drawer(
        [(item_uses.item, item_uses.reservations(cleaning)) for item_uses in counted], promised
    )


def demand_during(
    begin: datetime, end: datetime, cleaning: timedelta
) -> Iterable[tuple[str, float | None, int, datetime, datetime, str, int]]:
    """What plans to come take during a time: kind, diameter, count, begin, end, client, plan."""
    return KitDemand.objects.filter(
        begin__lt=end, end__gt=begin - cleaning, expires_at__gt=timezone.now()
    ).values_list("kind", "diameter_mm", "count", "begin", "end", "plan__client__name", "plan")


def kit_for_plan(
    begin: datetime | None,
    hours: float,
    but: int | None = None,
    contact_min: float | None = None,
) -> tuple[Kit, list[str]]:
    """The kit as the core reads it: what is free at the hour of a plan; and what it cannot read.

    Args:
        begin: when the service begins; now where that is not planned
        hours: until its release [h]
        but: the plan itself
        contact_min: in the disinfectant [min]; else as the salon has it
    """
    start = begin or timezone.now()
    until = start + timedelta(hours=max(hours, USUAL_HOURS))
    kit = drawer_during(start, until, contact_min).free_during(start, until, but)
    counts: dict[str, int] = {}
    for there in kit:
        counts[there.item.kind] = counts.get(there.item.kind, 0) + there.count
    # Caps and towels are counted for the day, not for a plan.
    elsewhere = [
        (there.item, reservation)
        for there in kit
        if there.item.kind not in (KitKind.CAP, KitKind.TOWEL)
        for reservation in there.elsewhere
    ]

    def many(kind: KitKind) -> int | None:
        # Several entries may come to more than a plan can count; so many are enough.
        return min(counts[kind], PIECES_MOST) if kind in counts else None

    rods, left_out = readable(
        RodStock,
        [
            {"diameter_mm": there.item.diameter_mm, "count": min(there.count, PIECES_MOST)}
            for there in kit
            if there.item.kind == KitKind.ROD
        ],
        lambda row: sentence("rods of {mm:g mm}", mm=row["diameter_mm"]),
    )
    free = Kit(
        rods=rods,
        pins=many(KitKind.PIN),
        bands=many(KitKind.BAND),
        clips=many(KitKind.CLIP),
        ties=many(KitKind.SCRUNCHY),
        busy=[in_words(*place) for place in elsewhere[:ELSEWHERE_MOST]],
    )
    return free, left_out


def in_words(item: KitItem, reservation: Reservation) -> str:
    """What is elsewhere and until when."""
    until = timezone.localtime(reservation.end)
    where = (
        sentence("with {holder}", holder=reservation.holder)
        if reservation.holder
        else sentence("in cleaning")
    )
    return sentence(
        "{count} {called} {where} until {until}",
        count=reservation.count,
        called=item.called(reservation.count),
        where=where,
        until=moment_text(until),
    )[:200]
