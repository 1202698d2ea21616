"""What is free at an hour, what is out, and what is being cleaned."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from django.contrib.auth.models import AbstractBaseUser
from django.db import transaction
from django.db.models import Prefetch
from django.utils import timezone

from craft.errors import CraftError
from craft.kitting import Hold, during, free
from craft.vocabulary import KitKind
from salon.house.services import the_house
from salon.kit.models import KitItem, KitUse
from salon.planning.models import Plan, still_to_come

#: Without a planned time a use is looked at for so long [h]. House value.
USUAL_HOURS = 3.0
#: What of a plan is large and not asked for here.
LARGE = ("plan__request", "plan__answer")


@dataclass(frozen=True)
class Need:
    """Pieces a plan takes.

    Args:
        kind, diameter_mm: of what
        count: how many
    """

    kind: KitKind
    diameter_mm: float | None
    count: int


def needs_of(plan: Plan) -> list[Need]:
    """The kit a saved plan takes; odd rods in the place of those that were missing."""
    needed = plan.answer["kit_needed"]
    found = [
        Need(KitKind.PIN, None, needed["pins"]),
        Need(KitKind.BAND, None, needed["bands"]),
        Need(KitKind.CLIP, None, needed["clips"]),
    ]
    odd = needed.get("odd", [])
    for rods in needed["rods"]:
        wanted = rods["count"] - sum(one["count"] for one in odd)
        found.append(Need(KitKind.ROD, rods["diameter_mm"], wanted))
    found += [Need(KitKind.ROD, one["diameter_mm"], one["count"]) for one in odd]
    return [one for one in found if one.count > 0]


def minutes_of(plan: Plan, kind: KitKind) -> float:
    """Minutes until a plan gives pieces back: clips after the sitting, what sets at release."""
    minutes = plan.answer["totals"]["first_sitting_min"]
    if kind is not KitKind.CLIP:
        minutes = max(minutes, plan.answer["drying"]["release_after_h"] * 60)
    return float(minutes)


def cleaning_min() -> float:
    """Minutes in the disinfectant, 0 where nobody has told them."""
    return the_house().contact_min or 0.0


@dataclass(frozen=True)
class Promise:
    """What a plan to come takes of one kind, and from when until when, clean again.

    Args:
        plan: which
        need: what it takes
        hold: how much, from when until when
    """

    plan: Plan
    need: Need
    hold: Hold


def promises() -> list[Promise]:
    """What every plan to come takes."""
    plans = still_to_come().select_related("head").order_by("planned_start")
    cleaning = cleaning_min()
    found = []
    for plan in plans:
        assert plan.planned_start is not None  # held by the query
        for need in needs_of(plan):
            minutes = minutes_of(plan, need.kind) + cleaning
            until = plan.planned_start + timedelta(minutes=minutes)
            hold = Hold(need.count, plan.planned_start, until, plan.head.name)
            found.append(Promise(plan, need, hold))
    return found


def ready_at(use: KitUse, cleaning: float | None = None) -> datetime:
    """When pieces that are out can be used again.

    Args:
        use: of which
        cleaning: minutes in the disinfectant; else as the house has it
    """
    if use.cleaning_since is not None:
        return use.cleaning_since + timedelta(minutes=use.contact_min or 0)
    minutes = cleaning_min() if cleaning is None else cleaning
    # What should be back and is not is still out.
    return max(use.expected_back, timezone.now()) + timedelta(minutes=minutes)


def real_holds(item: KitItem, cleaning: float | None = None) -> list[Hold]:
    """Pieces of an item that are out now."""
    return [
        Hold(use.count, use.taken_at, ready_at(use, cleaning), who_has(use))
        for use in item.uses.all()
        if use.returned_at is None
    ]


def who_has(use: KitUse) -> str:
    """Where pieces are, in words."""
    if use.cleaning_since is not None:
        return "cleaning"
    return use.plan.head.name if use.plan else "in use"


def items() -> Sequence[KitItem]:
    """The whole kit, with what is out."""
    out = KitUse.objects.filter(returned_at=None).select_related("plan__head")
    return list(KitItem.objects.prefetch_related(Prefetch("uses", out.defer(*LARGE))))


@dataclass(frozen=True)
class Free:
    """How much of an item is free during a time, and who has the rest."""

    item: KitItem
    count: int
    holds: tuple[Hold, ...]


@dataclass(frozen=True)
class Drawer:
    """The kit with everything that is out or promised, read once and asked at many hours.

    Args:
        items: the whole kit
        promised: what plans to come take; a plan whose kit is out holds it in earnest
        cleaning: minutes in the disinfectant
    """

    items: Sequence[KitItem]
    promised: Sequence[Promise]
    cleaning: float

    def free_during(self, begin: datetime, end: datetime, but: int | None = None) -> list[Free]:
        """What of the kit is free throughout a time.

        Args:
            begin, end: the time
            but: a plan that is not counted: the one that is asked for
        """
        out = {use.plan_id for item in self.items for use in item.uses.all()}
        found = []
        for item in self.items:
            holds = real_holds(item, self.cleaning) + [
                one.hold
                for one in self.promised
                if (one.need.kind, one.need.diameter_mm) == (item.kind, item.diameter_mm)
                and one.plan.pk != but
                and one.plan.pk not in out
            ]
            there = tuple(during(holds, begin, end))
            found.append(Free(item, free(item.count, holds, begin, end), there))
        return found


def the_drawer() -> Drawer:
    """The kit as it is now."""
    return Drawer(items(), promises(), cleaning_min())


def kit_for_plan(begin: datetime | None, hours: float, but: int | None = None) -> dict[str, Any]:
    """The kit as the core reads it: what is free at the hour of a plan.

    Args:
        begin: when the service begins; now where that is not planned
        hours: until its release [h]
        but: the plan itself
    """
    start = begin or timezone.now()
    until = start + timedelta(hours=max(hours, USUAL_HOURS))
    found = the_drawer().free_during(start, until, but)
    counts: dict[str, int] = {}
    for one in found:
        counts[one.item.kind] = counts.get(one.item.kind, 0) + one.count
    return {
        "rods": [
            {"diameter_mm": one.item.diameter_mm, "count": one.count}
            for one in found
            if one.item.kind == KitKind.ROD
        ],
        "pins": counts.get(KitKind.PIN),
        "bands": counts.get(KitKind.BAND),
        "clips": counts.get(KitKind.CLIP),
        "busy": [told(one.item, hold) for one in found for hold in one.holds][:40],
    }


def told(item: KitItem, hold: Hold) -> str:
    """What is elsewhere and until when, in words."""
    until = timezone.localtime(hold.end)
    where = "in cleaning" if hold.who == "cleaning" else f"with {hold.who}"
    return f"{hold.count} {item.called(hold.count)} {where} until {until:%a %H:%M}"[:200]


@transaction.atomic
def take_for(plan: Plan, by: AbstractBaseUser) -> list[KitUse]:
    """Take the kit of a plan out of the drawer.

    Raises:
        CraftError: it is out already, or something of it is not there
    """
    if plan.kit_uses.filter(returned_at=None).exists():
        raise CraftError("plan", "The kit of this plan is out already.")
    now = timezone.now()
    uses = [
        KitUse(
            item=item,
            count=count,
            plan=plan,
            taken_at=now,
            expected_back=now + timedelta(minutes=minutes_of(plan, need.kind)),
            by=by,
        )
        for need in needs_of(plan)
        for item, count in out_of_the_drawer(need)
    ]
    return KitUse.objects.bulk_create(uses)


def out_of_the_drawer(need: Need) -> list[tuple[KitItem, int]]:
    """The pieces that fill a need, item by item.

    Raises:
        CraftError: there are not enough in the drawer now
    """
    found, missing = [], need.count
    for item in items():
        if (item.kind, item.diameter_mm) != (need.kind, need.diameter_mm) or not missing:
            continue
        there = max(0, item.count - sum(one.count for one in real_holds(item)))
        count = min(there, missing)
        if count:
            found.append((item, count))
            missing -= count
    if missing:
        size = f" of {need.diameter_mm:g} mm" if need.diameter_mm else ""
        raise CraftError(
            "plan",
            f"{need.count} {need.kind}s{size} are needed, {need.count - missing} are in the "
            "drawer.",
        )
    return found


def into_cleaning(use: KitUse, contact_min: float | None) -> KitUse:
    """Lay pieces into the disinfectant: its contact time begins to run.

    Args:
        use: what came off the head
        contact_min: as its label says; else as the house has it
    Raises:
        CraftError: nobody has told the contact time, or they are back already
    """
    if use.returned_at is not None:
        raise CraftError("use", "These are back in the drawer already.")
    minutes = contact_min or the_house().contact_min
    if not minutes:
        raise CraftError(
            "contact_min", "Type the contact time from the label of your disinfectant."
        )
    use.cleaning_since, use.contact_min = timezone.now(), minutes
    use.save(update_fields=["cleaning_since", "contact_min"])
    return use


def back(use: KitUse) -> KitUse:
    """Put pieces back, clean and dry.

    Raises:
        CraftError: the contact time is not over
    """
    now = timezone.now()
    if use.cleaning_since is None:
        raise CraftError("use", "Lay them into the disinfectant first.")
    if ready_at(use) > now:
        left = (ready_at(use) - now).total_seconds() / 60
        raise CraftError("use", f"The contact time runs for {left:.0f} min more.")
    use.returned_at = now
    use.save(update_fields=["returned_at"])
    return use


def reopen(use: KitUse) -> KitUse:
    """Undo the last step: back into cleaning, or back onto the head."""
    if use.returned_at is not None:
        use.returned_at = None
    else:
        use.cleaning_since = use.contact_min = None
    use.save()
    return use
