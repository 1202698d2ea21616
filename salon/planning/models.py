"""Saved plans, what they will take, and routines of the salon."""

from datetime import datetime
from functools import cached_property, lru_cache
from typing import Any, TypeVar

from django.conf import settings
from django.db import models
from django.db.models import F, Q, QuerySet
from django.utils import timezone

from craft.contract import PlanAnswer, PlanRequest
from craft.contract.sentence import Messages, collect_messages
from craft.contract.stored import CONTRACT_VERSION, answer_of, request_of
from craft.errors import CraftError
from craft.messages import language, speak
from craft.plan.planner import plan as plan_of
from craft.region import ENGLISH
from craft.vocabulary import KitKind, Station
from salon.clients.models import Client
from salon.planning.wish import PlanWish, wish_of
from salon.platform.language import spoken_now
from salon.products.models import Product

Row = TypeVar("Row", bound=models.Model)

#: What of a plan is long; lists read it only where they show it, through `read_answer`.
LONG = ("wish", "request", "answer", "messages")
#: So many plans stay read: about 20 MB a process.
PLANS_READ = 64


def without_long(rows: QuerySet[Row], plan: str = "") -> QuerySet[Row]:
    """Rows without the long columns of their plans; those are parsed once.

    Args:
        rows: plans, or what belongs to plans
        plan: name of the relation to the plan; empty: they are plans
    """
    return rows.defer(*(f"{plan}__{name}" if plan else name for name in LONG))


class Plan(models.Model):
    """A plan as it was made: wish, request, answer and rules never change afterwards.

    `answer`, `request` and `wish` are read through `parsed_answer`, `parsed_request` and
    `parsed_wish`, which know every version of the contract that ever wrote one.
    """

    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="plans")
    title = models.CharField(max_length=120)
    style = models.CharField(max_length=40)
    wish = models.JSONField(default=dict, help_text="What was chosen; the rest was on record.")
    request = models.JSONField()
    answer = models.JSONField()
    messages = models.JSONField(
        default=dict,
        db_default={},
        help_text="Sentences of the answer with their messages and parameters.",
    )
    contract = models.PositiveSmallIntegerField(
        default=CONTRACT_VERSION, help_text="Version of the contract that wrote both."
    )
    rules_version = models.CharField(max_length=20)
    made_at = models.DateTimeField(default=timezone.now)
    made_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    planned_start = models.DateTimeField(null=True, blank=True, help_text="When it should begin.")
    begun_at = models.DateTimeField(null=True, blank=True, help_text="When its first visit began.")
    cancelled_at = models.DateTimeField(null=True, blank=True)
    cancel_reason = models.CharField(max_length=200, blank=True)
    replaces = models.ForeignKey(
        "self", null=True, blank=True, on_delete=models.SET_NULL, related_name="replaced_by"
    )

    class Meta:
        ordering = ["-made_at", "-pk"]
        indexes = [
            models.Index(fields=["client", "-made_at"]),
            models.Index(fields=["planned_start"]),
        ]
        constraints = [
            models.CheckConstraint(condition=~Q(rules_version=""), name="plan_knows_its_rules"),
            models.CheckConstraint(condition=Q(contract__gte=1), name="plan_knows_its_contract"),
        ]

    def __str__(self) -> str:
        return f"{self.title}, {self.made_at:%Y-%m-%d}"

    @property
    def spoken_title(self) -> str:
        """The title in the language of the moment."""
        return spoken_now(self.title)

    @cached_property
    def parsed_answer(self) -> PlanAnswer:
        """The answer in the shape of today."""
        if "answer" in self.get_deferred_fields():
            return read_answer(self.pk, self.made_at, language() == ENGLISH)
        return answer_with_messages(self)

    @cached_property
    def parsed_request(self) -> PlanRequest:
        """The request in the shape of today."""
        if "request" in self.get_deferred_fields():
            return read_request(self.pk, self.made_at)
        return request_of(self.request, self.contract, self.messages)

    @cached_property
    def parsed_wish(self) -> PlanWish:
        """What was chosen, in the shape of today."""
        return wish_of(self.wish, self.contract)


@lru_cache(PLANS_READ)
def read_answer(plan: int, made_at: datetime, english: bool) -> PlanAnswer:
    """The answer of a plan, read once: plans never change.

    Args:
        plan: its number
        made_at: tells it from a plan of that number in another database
        english: it is read in the language it was stored in
    """
    rows = Plan.objects.only("answer", "messages", "contract")
    return answer_with_messages(rows.get(pk=plan, made_at=made_at), english=english)


def answer_with_messages(row: "Plan", *, english: bool | None = None) -> PlanAnswer:
    """The answer of a plan, with its messages where another language than English needs them.

    Args:
        row: the plan
        english: it is read in English; None: as the language of the moment is
    """
    messages = row.messages
    if not messages and not (language() == ENGLISH if english is None else english):
        messages = messages_by_rules(row)
    return answer_of(row.answer, row.contract, messages)


def messages_by_rules(row: "Plan") -> Messages:
    """Messages of a plan that was stored before messages were: of what the rules say today.

    A sentence that the rules no longer say has none and stays as it was stored.
    """
    try:
        answer = plan_of(request_of(row.request, row.contract))
    except CraftError:
        return {}
    with speak(ENGLISH), collect_messages() as messages:
        answer.model_dump(mode="json")
    return messages


@lru_cache(PLANS_READ)
def read_request(plan: int, made_at: datetime) -> PlanRequest:
    """The request of a plan, read once; arguments as `read_answer`."""
    row = Plan.objects.only("request", "messages", "contract").get(pk=plan, made_at=made_at)
    return request_of(row.request, row.contract, row.messages)


def still_to_come() -> "models.QuerySet[Plan]":
    """Plans with an hour that were not begun, not revised and not cancelled."""
    return Plan.objects.filter(
        planned_start__isnull=False, begun_at=None, replaced_by=None, cancelled_at=None
    )


class Demand(models.Model):
    """What a plan to come will take, from when until when.

    Demand lasts until the plan is begun, revised or deleted; a plan whose hour passes without
    being begun stops taking anything at `expires_at`.
    """

    plan = models.ForeignKey(Plan, on_delete=models.CASCADE, related_name="%(class)ss")
    begin = models.DateTimeField()
    end = models.DateTimeField()
    expires_at = models.DateTimeField()

    class Meta:
        abstract = True
        indexes = [models.Index(fields=["begin", "end"])]
        constraints = [
            models.CheckConstraint(
                condition=Q(end__gte=F("begin")), name="%(class)s_ends_after_it_begins"
            )
        ]


class KitDemand(Demand):
    """Pieces of one kind in a client's hair."""

    kind = models.CharField(max_length=10, choices=[(kind.value, kind.value) for kind in KitKind])
    diameter_mm = models.FloatField(null=True, blank=True)
    count = models.PositiveIntegerField()
    substitutes = models.PositiveIntegerField(
        default=0, help_text="How many of them stand in for rods of another size."
    )

    class Meta(Demand.Meta):
        constraints = [
            *Demand.Meta.constraints,
            models.CheckConstraint(condition=Q(count__gt=0), name="kitdemand_takes_something"),
        ]

    def __str__(self) -> str:
        return f"{self.count} × {self.kind}"


class ProductDemand(Demand):
    """Grams of one bottle."""

    product = models.ForeignKey(Product, on_delete=models.CASCADE, related_name="+")
    grams = models.FloatField()

    class Meta(Demand.Meta):
        constraints = [
            *Demand.Meta.constraints,
            models.CheckConstraint(condition=Q(grams__gt=0), name="productdemand_takes_something"),
        ]

    def __str__(self) -> str:
        return f"{self.grams:g} g of {self.product}"


class StationDemand(Demand):
    """A place in the salon for one step, and whether hands are on the hair."""

    step = models.CharField(max_length=40)
    station = models.CharField(
        max_length=10, choices=[(station.value, station.value) for station in Station]
    )
    hands = models.BooleanField()

    def __str__(self) -> str:
        return f"{self.station}, {self.step}"


DEMANDS = (KitDemand, ProductDemand, StationDemand)


class Routine(models.Model):
    """A routine of the salon: choices and changes by hand, fitted to each client."""

    name = models.CharField(max_length=80, unique=True)
    title = models.CharField(max_length=120)
    wish: Any = models.JSONField()
    contract = models.PositiveSmallIntegerField(
        default=CONTRACT_VERSION, help_text="Version of the contract that wrote the wish."
    )
    made_at = models.DateTimeField(default=timezone.now)
    made_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )

    class Meta:
        ordering = ["name"]
        constraints = [
            models.CheckConstraint(condition=~Q(name=""), name="routine_has_a_name"),
            models.CheckConstraint(condition=Q(contract__gte=1), name="routine_knows_its_contract"),
        ]

    def __str__(self) -> str:
        return self.name

    @cached_property
    def parsed_wish(self) -> PlanWish:
        """What was chosen, in the shape of today."""
        return wish_of(self.wish, self.contract)
