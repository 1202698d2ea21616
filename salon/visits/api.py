"""Visits, recorded and compared."""

from django.db.models import QuerySet
from django.shortcuts import get_object_or_404
from django.urls import path
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema, extend_schema_field
from rest_framework import generics, serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.results import SCORE_MAX, SCORE_MIN
from craft.vocabulary import Dryness, Residue, Role, Verdict
from salon.fields import within
from salon.house.services import name_of
from salon.planning.models import Plan
from salon.planning.outlook import visit_cost
from salon.problems import ProblemsSerializer
from salon.visits import services
from salon.visits.models import SCORES, Visit

MAX_MINUTES, MAX_GRAMS, MAX_RELEASE_H, MAX_LENGTH_CM, MAX_UNITS = 600, 2000, 336, 150, 500


def score_field() -> serializers.IntegerField:
    told = f"Give {SCORE_MIN} to {SCORE_MAX}."
    messages = {"min_value": told, "max_value": told, "invalid": told}
    return serializers.IntegerField(
        min_value=SCORE_MIN,
        max_value=SCORE_MAX,
        required=False,
        allow_null=True,
        error_messages=messages,
    )


class TookSerializer(serializers.Serializer):
    key = serializers.CharField(max_length=40)
    minutes = within(0, MAX_MINUTES, "min")


class UsedSerializer(serializers.Serializer):
    role = serializers.ChoiceField(choices=[one.value for one in Role])
    grams = within(0, MAX_GRAMS, "g")
    product = serializers.IntegerField(
        required=False, allow_null=True, min_value=1, help_text="The bottle; else the plan's."
    )
    units = within(0.25, MAX_UNITS, "units", required=False, allow_null=True)


class RecordSerializer(serializers.Serializer):
    """A visit as it is typed."""

    started_at = serializers.DateTimeField(required=False)
    steps = TookSerializer(many=True, required=False)
    doses = UsedSerializer(many=True, required=False)
    released_after_h = within(0, MAX_RELEASE_H, "h", required=False, allow_null=True)
    dryness = serializers.ChoiceField(
        choices=[one.value for one in Dryness], required=False, allow_blank=True
    )
    definition = score_field()
    frizz = score_field()
    volume = score_field()
    evenness = score_field()
    residue = serializers.ChoiceField(
        choices=[one.value for one in Residue], required=False, allow_blank=True
    )
    length_cm = within(1, MAX_LENGTH_CM, "cm", required=False, allow_null=True)
    note = serializers.CharField(max_length=2000, required=False, allow_blank=True)

    def validate_started_at(self, value: object) -> object:
        if value > timezone.now():
            raise serializers.ValidationError("A visit is recorded once it has begun.")
        return value

    def validate(self, values: dict[str, object]) -> dict[str, object]:
        told = ("steps", "doses", "dryness", "residue", "note", "length_cm", *SCORES)
        if not any(values.get(name) for name in told):
            raise serializers.ValidationError(
                "Nothing to record yet: tell at least one time, dose, score or note."
            )
        return values


class StepRowSerializer(serializers.Serializer):
    key = serializers.CharField()
    family = serializers.CharField()
    title = serializers.CharField()
    planned = serializers.FloatField()
    low = serializers.FloatField()
    high = serializers.FloatField()
    actual = serializers.FloatField(allow_null=True)
    ratio = serializers.FloatField(allow_null=True)
    verdict = serializers.ChoiceField(choices=[one.value for one in Verdict], allow_null=True)


class DoseRowSerializer(serializers.Serializer):
    role = serializers.CharField()
    name = serializers.CharField()
    planned = serializers.FloatField()
    actual = serializers.FloatField(allow_null=True)
    ratio = serializers.FloatField(allow_null=True)
    verdict = serializers.ChoiceField(choices=[one.value for one in Verdict], allow_null=True)


class MinutesSerializer(serializers.Serializer):
    planned = serializers.FloatField()
    actual = serializers.FloatField()
    ratio = serializers.FloatField(allow_null=True)


class ForecastSerializer(serializers.Serializer):
    release_after_h = serializers.FloatField()
    odds_dry = serializers.FloatField()
    length_cm = serializers.FloatField()
    length_low = serializers.FloatField()
    length_high = serializers.FloatField()
    definition = serializers.FloatField()


class CostSerializer(serializers.Serializer):
    """What a visit took from the shelf, in money."""

    cost = serializers.FloatField()
    unpriced = serializers.ListField(child=serializers.CharField())


class VisitRowSerializer(serializers.ModelSerializer):
    head_name = serializers.CharField(source="head.name", read_only=True)
    title = serializers.CharField(source="plan.title", read_only=True)
    minutes = serializers.SerializerMethodField()

    class Meta:
        model = Visit
        fields = [
            "id",
            "head",
            "head_name",
            "plan",
            "title",
            "started_at",
            "minutes",
            "released_after_h",
            "dryness",
            *SCORES,
            "length_cm",
            "residue",
            "note",
        ]

    @extend_schema_field(MinutesSerializer)
    def get_minutes(self, visit: Visit) -> dict[str, float | None]:
        return services.minutes_of(visit)


class VisitSerializer(VisitRowSerializer):
    steps = serializers.SerializerMethodField()
    doses = serializers.SerializerMethodField()
    forecast = serializers.SerializerMethodField()
    recorded_by = serializers.SerializerMethodField()
    cost = serializers.SerializerMethodField()

    class Meta(VisitRowSerializer.Meta):
        fields = [
            *VisitRowSerializer.Meta.fields,
            "steps",
            "doses",
            "forecast",
            "recorded_by",
            "cost",
        ]

    @extend_schema_field(CostSerializer)
    def get_cost(self, visit: Visit) -> dict[str, object]:
        return visit_cost(visit.pk)

    @extend_schema_field(StepRowSerializer(many=True))
    def get_steps(self, visit: Visit) -> list[dict[str, object]]:
        return services.compare_steps(visit)

    @extend_schema_field(DoseRowSerializer(many=True))
    def get_doses(self, visit: Visit) -> list[dict[str, object]]:
        return services.compare_doses(visit)

    @extend_schema_field(ForecastSerializer)
    def get_forecast(self, visit: Visit) -> dict[str, object]:
        return services.forecast_of(visit)

    def get_recorded_by(self, visit: Visit) -> str:
        user = visit.recorded_by
        return name_of(user)


def visits() -> QuerySet[Visit]:
    """Visits with everything a comparison reads."""
    return Visit.objects.select_related("plan", "head", "recorded_by").prefetch_related(
        "steps", "doses"
    )


class VisitsView(generics.ListAPIView):
    """Recorded visits, newest first."""

    serializer_class = VisitRowSerializer

    def get_queryset(self) -> QuerySet[Visit]:
        # A row needs nothing of the plan but its title; the plan itself is large.
        rows = visits().defer("plan__request", "plan__answer")
        head = self.request.query_params.get("head", "")
        return rows.filter(head=head) if head.isdigit() else rows

    @extend_schema(parameters=[OpenApiParameter("head", OpenApiTypes.INT)])
    def get(self, request: Request, *args: object, **kwargs: object) -> Response:
        return super().get(request, *args, **kwargs)


class RecordView(APIView):
    """Record a visit against a plan."""

    @extend_schema(
        request=RecordSerializer, responses={201: VisitSerializer, 400: ProblemsSerializer}
    )
    def post(self, request: Request, pk: int) -> Response:
        plan = get_object_or_404(Plan.objects.select_related("head"), pk=pk)
        given = RecordSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        visit = services.record(plan, given.validated_data, request.user)
        return Response(VisitSerializer(visit).data, status=status.HTTP_201_CREATED)


class VisitView(generics.RetrieveAPIView):
    """One visit, planned beside actual."""

    serializer_class = VisitSerializer

    def get_queryset(self) -> QuerySet[Visit]:
        return visits()


urlpatterns = [
    path("plans/<int:pk>/visits/", RecordView.as_view(), name="record"),
    path("visits/", VisitsView.as_view(), name="visits"),
    path("visits/<int:pk>/", VisitView.as_view(), name="visit"),
]
