"""Clients as they are looked for: with what was last planned and done, and over time."""

from datetime import UTC, datetime
from typing import Any

from django.db.models import Exists, OuterRef, QuerySet, Subquery
from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework import generics, serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.vocabulary import VisitState
from salon.clients import services
from salon.clients.api import ClientSerializer, NewClientSerializer
from salon.clients.models import Client, Observation, RaisedStopSign
from salon.clients.searching import matching
from salon.clients.timeline import DAY, timeline
from salon.planning.models import Plan
from salon.platform.auth import current_user
from salon.platform.input_limits import search_words
from salon.platform.language import SentenceField
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY, HANDS
from salon.visits.models import Visit


class ClientRowSerializer(serializers.ModelSerializer[Client]):
    conditions = serializers.ListField(child=serializers.CharField())
    pattern = serializers.CharField(allow_null=True)
    length_cm = serializers.FloatField(allow_null=True)
    porosity = serializers.CharField(allow_null=True)
    last_plan_id = serializers.IntegerField(allow_null=True)
    last_plan_title = SentenceField(allow_null=True)
    last_plan_at = serializers.DateTimeField(allow_null=True)
    last_visit_at = serializers.DateTimeField(allow_null=True)
    last_visit_title = SentenceField(allow_null=True)
    stopped = serializers.BooleanField()

    class Meta:
        model = Client
        fields = [
            "id",
            "name",
            "conditions",
            "pattern",
            "length_cm",
            "porosity",
            "last_plan_id",
            "last_plan_title",
            "last_plan_at",
            "last_visit_at",
            "last_visit_title",
            "stopped",
        ]


def latest(kind: str, column: str) -> Subquery:
    """The newest value of a kind for each client."""
    rows = Observation.objects.filter(
        client=OuterRef("pk"), kind=kind, zone="", withdrawn_at=None
    ).order_by("-taken_at", "-pk")
    return Subquery(rows.values(column)[:1])


def client_rows() -> QuerySet[Client]:
    """Clients with what a row shows of each."""
    plans = Plan.objects.filter(client=OuterRef("pk")).order_by("-made_at", "-pk")
    visits = (
        Visit.objects.filter(client=OuterRef("pk"))
        .exclude(state=VisitState.PLANNED)
        .order_by("-started_at", "-pk")
    )
    stops = RaisedStopSign.objects.filter(client=OuterRef("pk"), cleared_at=None)
    return Client.objects.annotate(
        stopped=Exists(stops),
        pattern=latest("pattern", "word"),
        length_cm=latest("length_cm", "number"),
        porosity=latest("porosity", "word"),
        last_plan_id=Subquery(plans.values("pk")[:1]),
        last_plan_title=Subquery(plans.values("title")[:1]),
        last_plan_at=Subquery(plans.values("made_at")[:1]),
        last_visit_at=Subquery(visits.values("started_at")[:1]),
        last_visit_title=Subquery(visits.values("plan__title")[:1]),
    )


class ClientsView(generics.ListCreateAPIView[Any]):
    """Clients."""

    access = Access(EVERYBODY)

    def get_serializer_class(self) -> type[serializers.Serializer[Any]]:
        return NewClientSerializer if self.request.method == "POST" else ClientRowSerializer

    def get_queryset(self) -> QuerySet[Client]:
        shown = self.request.query_params.get("archived", "") == "1"
        rows = client_rows().filter(archived_at__isnull=not shown)
        rows = rows.filter(matching(search_words(self.request)))
        return rows.order_by("name", "pk")

    @extend_schema(
        parameters=[
            OpenApiParameter(
                "search",
                OpenApiTypes.STR,
                description="Parts of a name or a phone number.",
            ),
            OpenApiParameter("archived", OpenApiTypes.STR, description="1 for the archived ones."),
        ],
        responses=ClientRowSerializer(many=True),
    )
    def get(self, request: Request, *args: object, **kwargs: object) -> Response:
        return super().get(request, *args, **kwargs)

    @extend_schema(request=NewClientSerializer, responses={201: ClientSerializer})
    def post(self, request: Request) -> Response:
        given = NewClientSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = dict(given.validated_data)
        observations = values.pop("observations", [])
        if not values.pop("sure", False):
            services.ask_about_namesakes(values["name"])
        client = services.add_client(values, observations, current_user(request))
        return Response(ClientSerializer(client).data, status=status.HTTP_201_CREATED)


MARKS_MOST = 60


class PointSerializer(serializers.Serializer[Any]):
    at = serializers.DateTimeField()
    value = serializers.FloatField()
    low = serializers.FloatField(allow_null=True)
    high = serializers.FloatField(allow_null=True)


class SeriesSerializer(serializers.Serializer[Any]):
    key = serializers.CharField()
    unit = SentenceField(allow_blank=True)
    note = SentenceField(allow_blank=True)
    range_low = serializers.FloatField(allow_null=True)
    range_high = serializers.FloatField(allow_null=True)
    points = PointSerializer(many=True)


class MarkSerializer(serializers.Serializer[Any]):
    at = serializers.DateTimeField()
    title = SentenceField()
    visit = serializers.IntegerField()


class TimelineSerializer(serializers.Serializer[Any]):
    series = SeriesSerializer(many=True)
    services = MarkSerializer(many=True)


class TimelineView(APIView):
    """The hair over time, with services as marks."""

    access = Access(HANDS)

    @extend_schema(responses=TimelineSerializer)
    def get(self, request: Request, pk: int) -> Response:
        client = get_object_or_404(Client, pk=pk)
        visits = (
            Visit.objects.filter(client=client)
            .exclude(state=VisitState.PLANNED)
            .order_by("-started_at")
        )
        marks = visits.values_list("started_at", "plan__title", "pk")[:MARKS_MOST]
        data = {
            "series": [
                {
                    "key": series.key,
                    "unit": series.unit,
                    "note": series.note,
                    "range_low": series.range[0] if series.range else None,
                    "range_high": series.range[1] if series.range else None,
                    "points": [
                        {
                            "at": datetime.fromtimestamp(point.day * DAY, tz=UTC),
                            "value": round(point.value, 3),
                            "low": point.low,
                            "high": point.high,
                        }
                        for point in series.points
                    ],
                }
                for series in timeline(client)
            ],
            "services": [
                {"at": at, "title": title, "visit": visit} for at, title, visit in reversed(marks)
            ],
        }
        return Response(TimelineSerializer(data).data)


urlpatterns = [
    path("clients/", ClientsView.as_view(), name="clients"),
    path("clients/<int:pk>/timeline/", TimelineView.as_view(), name="timeline"),
]
