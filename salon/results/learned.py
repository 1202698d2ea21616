"""Learned values, visit by visit: what each rests on, what to leave out, and what that changes."""

from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import F, FloatField, Q, QuerySet, Value

from craft.errors import CraftError
from craft.ranges import factor_in_range
from craft.vocabulary import LearnedOf
from salon.clients.drying import learn_salon, salon_factor_from
from salon.clients.models import OpenedSet
from salon.learning.models import LearnedSample, LearningChoice
from salon.learning.services import DRYING, factors_from, learn_group
from salon.platform.language import sentence

#: So many visits of a value are listed, the newest first.
LISTED = 200


@dataclass(frozen=True)
class LearnedValue:
    """A learned value of the salon, or of one specialist.

    Args:
        quantity: what it is a factor on; drying for drying times
        group: what is learned together; empty for drying
        hands: whose; empty for the salon
    """

    quantity: str
    group: str = ""
    hands: str = ""

    @property
    def is_drying(self) -> bool:
        """Whether it is learned from opened sets, not from samples."""
        return self.quantity == DRYING

    def sets(self) -> QuerySet[OpenedSet]:
        """The opened sets that drying is learned from."""
        return OpenedSet.objects.order_by("-at", "-visit")

    def samples(self) -> QuerySet[LearnedSample]:
        """The samples of its whole group: a specialist's factor leans on the salon's."""
        return LearnedSample.objects.filter(quantity=self.quantity, group=self.group)

    def factor(self, left_out: Q) -> float:
        """The factor that follows from its visits.

        Args:
            left_out: visits that are not used
        """
        if self.is_drying:
            return salon_factor_from(self.sets().exclude(left_out)).factor
        learned, _ = factors_from(LearnedOf(self.quantity), self.samples().exclude(left_out))
        estimate = learned.get(self.hands, learned[""])
        return factor_in_range(estimate.factor)


@dataclass(frozen=True)
class LearnedVisit:
    """A visit that a learned value rests on.

    Args:
        visit, client, name, at: which, of whom, when
        usual, actual: by the salon's standard, and what it was
        found: how dry it felt; only for drying
        at_least, at_most: where only bounds were seen; no upper one: nobody knows how much more
        used: it counts
        doubtful: it lies so far off that someone must confirm it
    """

    visit: int
    client: int
    name: str
    at: datetime
    usual: float
    actual: float
    found: str
    at_least: float | None
    at_most: float | None
    used: bool
    doubtful: bool


def visits_of(value: LearnedValue) -> list[LearnedVisit]:
    """Visits a learned value rests on, the newest first, at most `LISTED`."""
    if value.is_drying:
        rows: QuerySet[Any] = value.sets().annotate(
            usual=F("forecast_h"),
            actual=F("opened_h"),
            found=F("dryness"),
            at_least=Value(None, FloatField()),
            at_most=Value(None, FloatField()),
        )
    else:
        rows = value.samples().annotate(usual=F("standard"), found=Value(""))
        if value.hands:
            rows = rows.filter(hands=value.hands)
    names = (
        "visit",
        "client",
        "client__name",
        "at",
        "usual",
        "actual",
        "found",
        "at_least",
        "at_most",
        "used",
        "doubtful",
    )
    listed = rows.order_by("-at", "-visit").values_list(*names)[:LISTED]
    return [LearnedVisit(*row) for row in listed]


def what_if(value: LearnedValue, visits: Collection[int], *, used: bool) -> tuple[float, float]:
    """What a choice would change: the factor as it stands, and with the choice.

    Args:
        value: the learned value
        visits: the choice is about
        used: whether they would count
    """
    chosen = Q(visit__in=visits)
    after = Q(used=False) & ~chosen if used else Q(used=False) | chosen
    return value.factor(Q(used=False)), value.factor(after)


@transaction.atomic
def choose(value: LearnedValue, visits: Collection[int], by: User, *, used: bool) -> None:
    """Let visits count for a learned value, or leave them out; plans take it from now on.

    Args:
        value: the learned value
        visits: the choice is about
        by: who decided
        used: whether they count
    Raises:
        CraftError: a visit says nothing of this value
    """
    rows: QuerySet[Any] = value.sets() if value.is_drying else value.samples()
    known = set(rows.filter(visit__in=visits).values_list("visit", flat=True))
    missing = set(visits) - known
    if missing:
        numbers = ", ".join(str(number) for number in sorted(missing))
        raise CraftError(
            "visits", sentence("Visit {numbers} has no sample of this value.", numbers=numbers)
        )
    for visit in known:
        LearningChoice.objects.update_or_create(
            visit=visit,
            quantity=value.quantity,
            group=value.group,
            defaults={"used": used, "by": by.get_username()},
        )
    rows.filter(visit__in=known).update(used=used)
    if value.is_drying:
        learn_salon()
    else:
        learn_group(LearnedOf(value.quantity), value.group)
