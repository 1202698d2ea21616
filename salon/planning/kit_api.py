"""The kit at an hour: what is free, out, and promised to plans."""

from collections import defaultdict
from datetime import datetime, timedelta
from typing import Any

from django.urls import path
from django.utils import timezone
from django.utils.dateparse import parse_datetime
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework import serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from salon.kit.api import KitItemSerializer, KitUseSerializer, keep_item
from salon.kit.models import KitUse
from salon.planning.drawer import USUAL_HOURS, Drawer, drawer_during
from salon.planning.models import KitDemand, Plan, still_to_come
from salon.platform.language import SentenceField, sentence
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY, PLANNERS
from salon.salon_settings.services import current_salon

LOOK_HOURS = (0.25, 336.0)
#: So many plans to come are listed, the next first; the rest is counted.
COMING_MOST = 40
#: Plans that should have begun so long ago are still listed.
OVERDUE = timedelta(days=1)


class ElsewhereSerializer(serializers.Serializer[Any]):
    """Pieces that are not in the drawer for a while."""

    count = serializers.IntegerField()
    begin = serializers.DateTimeField()
    end = serializers.DateTimeField()
    holder = serializers.CharField(help_text="In whose hair; empty while they are cleaned.")


class KitFreeSerializer(serializers.Serializer[Any]):
    """An item with what of it is free during a time."""

    item = KitItemSerializer()
    free = serializers.IntegerField(source="count")
    elsewhere = ElsewhereSerializer(many=True)


class KitNeedSerializer(serializers.Serializer[Any]):
    """What a plan takes of one sort, and what is there for it."""

    kind = serializers.CharField()
    diameter_mm = serializers.FloatField(allow_null=True)
    count = serializers.IntegerField()
    free = serializers.IntegerField()
    short = serializers.IntegerField()


class KitSubstituteSerializer(serializers.Serializer[Any]):
    """Rods that stand in for those that were missing when it was planned."""

    diameter_mm = serializers.FloatField()
    count = serializers.IntegerField(source="substitutes")


class KitComingSerializer(serializers.Serializer[Any]):
    """A plan to come with the kit it takes."""

    plan = serializers.IntegerField()
    client_name = serializers.CharField()
    title = SentenceField()
    planned_start = serializers.DateTimeField()
    taken = serializers.BooleanField()
    needs = KitNeedSerializer(many=True)
    substitutes = KitSubstituteSerializer(many=True)


class DrawerSerializer(serializers.Serializer[Any]):
    """The kit at an hour."""

    begin = serializers.DateTimeField()
    end = serializers.DateTimeField()
    items = KitFreeSerializer(many=True)
    out = KitUseSerializer(many=True)
    coming = KitComingSerializer(many=True)
    coming_more = serializers.IntegerField(help_text="Plans to come that are not listed.")
    contact_min = serializers.FloatField(allow_null=True)
    disinfectant = serializers.CharField(allow_blank=True)


class KitView(APIView):
    """The kit, free and out, at an hour; a new item."""

    access = Access(EVERYBODY, PLANNERS)

    @extend_schema(
        parameters=[
            OpenApiParameter("at", OpenApiTypes.DATETIME),
            OpenApiParameter("hours", OpenApiTypes.FLOAT),
        ],
        responses={200: DrawerSerializer},
    )
    def get(self, request: Request) -> Response:
        begin, hours = asked_time(request)
        salon = current_salon()
        end = begin + timedelta(hours=hours)
        out = KitUse.objects.filter(returned_at=None).select_related("item")
        coming, more = plans_coming()
        return Response(
            DrawerSerializer(
                {
                    "begin": begin,
                    "end": end,
                    "items": drawer_during(begin, end).free_during(begin, end),
                    "out": out,
                    "coming": coming,
                    "coming_more": more,
                    "contact_min": salon.contact_min,
                    "disinfectant": salon.disinfectant,
                }
            ).data
        )

    @extend_schema(request=KitItemSerializer, responses={201: KitItemSerializer})
    def post(self, request: Request) -> Response:
        given = KitItemSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        return Response(KitItemSerializer(keep_item(given)).data, status=status.HTTP_201_CREATED)


#: Nobody plans further ahead, or looks further back.
FARTHEST = timedelta(days=731)


def asked_time(request: Request) -> tuple[datetime, float]:
    """The time the kit is looked at for.

    Raises:
        ValidationError: it is no time, or too long
    """
    text = request.query_params.get("at")
    try:
        at = parse_datetime(text.replace(" ", "+")) if text else timezone.now()
    except ValueError:
        at = None
    if at is None:
        raise serializers.ValidationError(
            {"at": sentence("Give a time, e.g. 2026-06-20T10:00+02:00.")}
        )
    if timezone.is_naive(at):
        at = timezone.make_aware(at)
    if abs(at - timezone.now()) > FARTHEST:
        raise serializers.ValidationError(
            {"at": sentence("Give a time within two years from now.")}
        )
    low, high = LOOK_HOURS
    allowed = sentence("Give a number from {low:g} to {high:g} hours.", low=low, high=high)
    try:
        hours = float(request.query_params.get("hours", USUAL_HOURS))
    except ValueError as error:
        raise serializers.ValidationError({"hours": allowed}) from error
    if not low <= hours <= high:
        raise serializers.ValidationError({"hours": allowed})
    return at, hours


def plans_coming() -> tuple[list[dict[str, Any]], int]:
    """Plans to come that take something of the kit, the next first, and how many more there are."""
    since = timezone.now() - OVERDUE
    out = set(KitUse.objects.filter(returned_at=None).values_list("plan", flat=True))
    coming = still_to_come().filter(
        planned_start__gte=since, pk__in=KitDemand.objects.values("plan")
    )
    ordered = coming.order_by("planned_start", "pk")
    plans = list(ordered.select_related("client").defer("wish", "request", "answer")[:COMING_MOST])
    if not plans:
        return [], 0
    demands = defaultdict(list)
    for demand in KitDemand.objects.filter(plan__in=plans):
        demands[demand.plan_id].append(demand)
    begins = [demand.begin for rows in demands.values() for demand in rows]
    ends = [demand.end for rows in demands.values() for demand in rows]
    now = timezone.now()
    drawer = drawer_during(min(begins, default=now), max(ends, default=now))
    rows = [coming_row(drawer, plan, demands[plan.pk], plan.pk in out) for plan in plans]
    return rows, ordered.count() - len(plans)


def coming_row(drawer: Drawer, plan: Plan, demands: list[KitDemand], taken: bool) -> dict[str, Any]:
    """A plan to come with what it takes and what is free for it."""
    return {
        "plan": plan.pk,
        "client_name": plan.client.name,
        "title": plan.spoken_title,
        "planned_start": plan.planned_start,
        "substitutes": [demand for demand in demands if demand.substitutes],
        "taken": taken,
        "needs": [need_row(drawer, demand) for demand in demands],
    }


def need_row(drawer: Drawer, demand: KitDemand) -> dict[str, Any]:
    """What a plan takes of one sort, what is free for it and what is missing."""
    sort = (demand.kind, demand.diameter_mm)
    there = drawer.free_of(sort, demand.begin, demand.end, but=demand.plan_id)
    return {
        "kind": demand.kind,
        "diameter_mm": demand.diameter_mm,
        "count": demand.count,
        "free": there,
        "short": max(0, demand.count - there),
    }


urlpatterns = [path("kit/", KitView.as_view(), name="kit")]
