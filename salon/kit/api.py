"""The kit: what there is, where it is, and what is free at an hour."""

from datetime import timedelta
from itertools import groupby
from typing import Any

from django.db import IntegrityError, transaction
from django.shortcuts import get_object_or_404
from django.urls import path
from django.utils import timezone
from django.utils.dateparse import parse_datetime
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema, extend_schema_field
from rest_framework import serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.vocabulary import KitKind
from salon.fields import one_of, whole, within
from salon.house.services import the_house
from salon.kit import services
from salon.kit.models import SIZED, KitItem, KitUse
from salon.planning.models import Plan
from salon.problems import ProblemsSerializer

KINDS = [one.value for one in KitKind]
LOOK_HOURS = (0.25, 336.0)


class KitItemSerializer(serializers.ModelSerializer):
    """Pieces of one kind as they are typed."""

    kind = one_of(KINDS)
    diameter_mm = within(3, 80, "mm", required=False, allow_null=True)
    count = whole(0, 2000, "pieces")

    class Meta:
        model = KitItem
        fields = ["id", "kind", "diameter_mm", "name", "count"]
        # The database holds that each item is there once; it is told in our own words.
        validators: list[Any] = []

    def validate(self, values: dict[str, Any]) -> dict[str, Any]:
        kind = values.get("kind", getattr(self.instance, "kind", None))
        size = values.get("diameter_mm", getattr(self.instance, "diameter_mm", None))
        if kind == SIZED and size is None:
            raise serializers.ValidationError({"diameter_mm": "Give the diameter of the rods, mm."})
        if kind != SIZED and size is not None:
            raise serializers.ValidationError({"diameter_mm": "Only rods have a diameter here."})
        return values


class KitAwaySerializer(serializers.Serializer):
    """Pieces that are not in the drawer for a while."""

    count = serializers.IntegerField()
    begin = serializers.DateTimeField()
    end = serializers.DateTimeField()
    who = serializers.CharField()


class KitFreeSerializer(serializers.Serializer):
    """An item with what of it is free during a time."""

    item = KitItemSerializer()
    free = serializers.IntegerField(source="count")
    holds = KitAwaySerializer(many=True)


class KitUseSerializer(serializers.ModelSerializer):
    """Pieces that are out."""

    what = serializers.SerializerMethodField()
    who = serializers.SerializerMethodField()
    ready_at = serializers.SerializerMethodField()

    class Meta:
        model = KitUse
        fields = [
            "id",
            "item",
            "what",
            "count",
            "plan",
            "who",
            "taken_at",
            "expected_back",
            "cleaning_since",
            "contact_min",
            "ready_at",
            "returned_at",
        ]

    def get_what(self, use: KitUse) -> str:
        return use.item.called(use.count)

    def get_who(self, use: KitUse) -> str:
        return services.who_has(use)

    @extend_schema_field(OpenApiTypes.DATETIME)
    def get_ready_at(self, use: KitUse) -> str:
        return services.ready_at(use).isoformat()


class KitNeedSerializer(serializers.Serializer):
    """What a plan takes of one kind, and what is there for it."""

    kind = serializers.CharField()
    diameter_mm = serializers.FloatField(allow_null=True)
    count = serializers.IntegerField()
    free = serializers.IntegerField()
    short = serializers.IntegerField()


class KitOddSerializer(serializers.Serializer):
    """Rods that stand in for those that were missing when it was planned."""

    diameter_mm = serializers.FloatField()
    count = serializers.IntegerField()


class KitComingSerializer(serializers.Serializer):
    """A plan to come with the kit it takes."""

    plan = serializers.IntegerField()
    head_name = serializers.CharField()
    title = serializers.CharField()
    planned_start = serializers.DateTimeField()
    taken = serializers.BooleanField()
    needs = KitNeedSerializer(many=True)
    odd = KitOddSerializer(many=True)


class DrawerSerializer(serializers.Serializer):
    """The kit at an hour."""

    begin = serializers.DateTimeField()
    end = serializers.DateTimeField()
    items = KitFreeSerializer(many=True)
    out = KitUseSerializer(many=True)
    coming = KitComingSerializer(many=True)
    contact_min = serializers.FloatField(allow_null=True)
    disinfectant = serializers.CharField(allow_blank=True)


def coming(drawer: services.Drawer) -> list[dict[str, Any]]:
    """Plans to come that take something, the next first, with what is free for each."""
    since = timezone.now() - timedelta(days=1)
    rows = []
    for _, group in groupby(drawer.promised, key=lambda one: one.plan.pk):
        promised = list(group)
        plan = promised[0].plan
        assert plan.planned_start is not None  # only those are promised anything
        if plan.planned_start >= since:
            rows.append(coming_row(drawer, plan, promised))
    return rows


def coming_row(
    drawer: services.Drawer, plan: Plan, promised: list[services.Promise]
) -> dict[str, Any]:
    """A plan to come with what it takes and what is free for it."""
    begin, end = plan.planned_start, max(one.hold.end for one in promised)
    free: dict[tuple[str, float | None], int] = {}
    for one in drawer.free_during(begin, end, but=plan.pk):
        key = (one.item.kind, one.item.diameter_mm)
        free[key] = free.get(key, 0) + one.count
    out = {use.plan_id for item in drawer.items for use in item.uses.all()}
    return {
        "plan": plan.pk,
        "head_name": plan.head.name,
        "title": plan.title,
        "planned_start": begin,
        "odd": plan.answer["kit_needed"].get("odd", []),
        "taken": plan.pk in out,
        "needs": [need_row(one.need, free) for one in promised],
    }


def need_row(need: services.Need, free: dict[tuple[str, float | None], int]) -> dict[str, Any]:
    """What a plan takes of one kind, what is free for it and what is missing."""
    there = free.get((need.kind, need.diameter_mm), 0)
    return {
        "kind": need.kind,
        "diameter_mm": need.diameter_mm,
        "count": need.count,
        "free": there,
        "short": max(0, need.count - there),
    }


class KitView(APIView):
    """The kit, free and out, at an hour; a new item."""

    @extend_schema(
        parameters=[
            OpenApiParameter("at", OpenApiTypes.DATETIME),
            OpenApiParameter("hours", OpenApiTypes.FLOAT),
        ],
        responses={200: DrawerSerializer, 400: ProblemsSerializer},
    )
    def get(self, request: Request) -> Response:
        begin, hours = asked_time(request)
        house = the_house()
        end = begin + timedelta(hours=hours)
        drawer = services.the_drawer()
        out = KitUse.objects.filter(returned_at=None).select_related("item", "plan__head")
        return Response(
            DrawerSerializer(
                {
                    "begin": begin,
                    "end": end,
                    "items": drawer.free_during(begin, end),
                    "out": out.defer(*services.LARGE),
                    "coming": coming(drawer),
                    "contact_min": house.contact_min,
                    "disinfectant": house.disinfectant,
                }
            ).data
        )

    @extend_schema(
        request=KitItemSerializer, responses={201: KitItemSerializer, 400: ProblemsSerializer}
    )
    def post(self, request: Request) -> Response:
        given = KitItemSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        return Response(KitItemSerializer(kept(given)).data, status=status.HTTP_201_CREATED)


def asked_time(request: Request) -> tuple[Any, float]:
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
        raise serializers.ValidationError({"at": "Give a time, e.g. 2026-06-20T10:00+02:00."})
    if timezone.is_naive(at):
        at = timezone.make_aware(at)
    low, high = LOOK_HOURS
    told = f"Give a number from {low:g} to {high:g} hours."
    try:
        hours = float(request.query_params.get("hours", services.USUAL_HOURS))
    except ValueError as error:
        raise serializers.ValidationError({"hours": told}) from error
    if not low <= hours <= high:
        raise serializers.ValidationError({"hours": told})
    return at, hours


def kept(given: KitItemSerializer) -> KitItem:
    """Keep an item.

    Raises:
        ValidationError: it is there already
    """
    try:
        with transaction.atomic():
            return given.save()
    except IntegrityError as error:
        raise serializers.ValidationError(
            {"kind": "That is in the kit already: change its number there."}
        ) from error


class ItemView(APIView):
    """One item of the kit."""

    @extend_schema(
        request=KitItemSerializer(partial=True),
        responses={200: KitItemSerializer, 400: ProblemsSerializer},
    )
    def patch(self, request: Request, pk: int) -> Response:
        item = get_object_or_404(KitItem, pk=pk)
        given = KitItemSerializer(item, data=request.data, partial=True)
        given.is_valid(raise_exception=True)
        return Response(KitItemSerializer(kept(given)).data)

    @extend_schema(responses={204: None, 400: ProblemsSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        item = get_object_or_404(KitItem, pk=pk)
        if item.uses.filter(returned_at=None).exists():
            raise serializers.ValidationError({"item": "Some of these are out: bring them back."})
        item.delete()
        return Response(status=status.HTTP_204_NO_CONTENT)


class TakeView(APIView):
    """Take the kit of a plan out of the drawer."""

    @extend_schema(
        request=None, responses={201: KitUseSerializer(many=True), 400: ProblemsSerializer}
    )
    def post(self, request: Request, pk: int) -> Response:
        plan = get_object_or_404(Plan.objects.select_related("head"), pk=pk)
        uses = services.take_for(plan, request.user)
        return Response(KitUseSerializer(uses, many=True).data, status=status.HTTP_201_CREATED)


class CleaningSerializer(serializers.Serializer):
    """Into the disinfectant."""

    contact_min = within(0.5, 120, "min, as its label says", required=False, allow_null=True)


class CleaningView(APIView):
    """Pieces go into the disinfectant; its contact time runs."""

    @extend_schema(
        request=CleaningSerializer, responses={200: KitUseSerializer, 400: ProblemsSerializer}
    )
    def post(self, request: Request, pk: int) -> Response:
        given = CleaningSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        use = get_object_or_404(KitUse, pk=pk)
        done = services.into_cleaning(use, given.validated_data.get("contact_min"))
        return Response(KitUseSerializer(done).data)


class BackView(APIView):
    """Pieces go back into the drawer; undone, one step back."""

    @extend_schema(request=None, responses={200: KitUseSerializer, 400: ProblemsSerializer})
    def post(self, request: Request, pk: int) -> Response:
        return Response(KitUseSerializer(services.back(get_object_or_404(KitUse, pk=pk))).data)

    @extend_schema(responses=KitUseSerializer)
    def delete(self, request: Request, pk: int) -> Response:
        return Response(KitUseSerializer(services.reopen(get_object_or_404(KitUse, pk=pk))).data)


urlpatterns = [
    path("kit/", KitView.as_view(), name="kit"),
    path("kit/<int:pk>/", ItemView.as_view(), name="kit-item"),
    path("plans/<int:pk>/kit/", TakeView.as_view(), name="kit-take"),
    path("kit-uses/<int:pk>/cleaning/", CleaningView.as_view(), name="kit-cleaning"),
    path("kit-uses/<int:pk>/back/", BackView.as_view(), name="kit-back"),
]
