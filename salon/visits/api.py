"""Visits, recorded and compared."""

from datetime import datetime
from typing import Any

from django.db.models import F, QuerySet
from django.shortcuts import get_object_or_404
from django.urls import path
from django.utils import timezone
from drf_spectacular.utils import extend_schema, extend_schema_field
from rest_framework import generics, serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.contract.events import EventList
from craft.contract.visit import FaultFinding, VisitAnswer
from craft.ranges import SCORE_MAX, SCORE_MIN
from craft.visit.faults import findings
from craft.vocabulary import (
    Dryness,
    Residue,
    Role,
    StepStatus,
    Style,
    Verdict,
    VisitFlag,
    VisitState,
)
from salon.clients.searching import matching
from salon.planning.models import Plan, without_long
from salon.platform.auth import current_user
from salon.platform.errors import body_text, core_schema
from salon.platform.fields import ErrorMessages, choice_field, float_field, integer_field
from salon.platform.input_limits import MAX_ID, search_words
from salon.platform.language import SentenceField, lazy_sentence, sentence
from salon.platform.permissions import Access
from salon.platform.roles import HANDS
from salon.staff.services import name_of
from salon.visits import compare
from salon.visits.correcting import correct
from salon.visits.log import append, fold_visit, open_visit
from salon.visits.models import SCORES, Event, Visit
from salon.visits.recording import record
from salon.visits.sending import sent_entries
from salon.visits.waiting import waits_for_opening

MAX_MINUTES, MAX_GRAMS, MAX_RELEASE_H, MAX_LENGTH_CM, MAX_UNITS = 600, 2000, 336, 150, 500


WHEN = lazy_sentence("Give a date and a time, e.g. 2026-06-20T10:00.")


def score_field() -> serializers.IntegerField:
    allowed = lazy_sentence(
        "Give {score_min} to {score_max}.", score_min=SCORE_MIN, score_max=SCORE_MAX
    )
    messages: ErrorMessages = {"min_value": allowed, "max_value": allowed, "invalid": allowed}
    return serializers.IntegerField(
        min_value=SCORE_MIN,
        max_value=SCORE_MAX,
        required=False,
        allow_null=True,
        error_messages=messages,
    )


class TookSerializer(serializers.Serializer[Any]):
    key = serializers.CharField(max_length=40)
    minutes = float_field(0, MAX_MINUTES, "min")


class UsedSerializer(serializers.Serializer[Any]):
    step = serializers.CharField(
        max_length=40, required=False, help_text="Where the role comes in more than one step."
    )
    role = serializers.ChoiceField(choices=[role.value for role in Role])
    layer = integer_field(
        1, 9, "layers", required=False, help_text="Where it comes twice in a step."
    )
    grams = float_field(0, MAX_GRAMS, "g")
    product = serializers.IntegerField(
        required=False, allow_null=True, min_value=1, help_text="The bottle; else the plan's."
    )
    units = float_field(0.25, MAX_UNITS, "units", required=False, allow_null=True)


class RecordSerializer(serializers.Serializer[Any]):
    """A visit as it is typed."""

    id = serializers.UUIDField(
        required=False, help_text="Made by the form: sent twice, the visit is recorded once."
    )
    sure = serializers.BooleanField(
        required=False, help_text="Doubtful values were asked about and are right."
    )
    started_at = serializers.DateTimeField(
        required=False, allow_null=True, error_messages={"invalid": WHEN}
    )
    released_at = serializers.DateTimeField(
        required=False, allow_null=True, error_messages={"invalid": WHEN}
    )
    released_by = serializers.CharField(max_length=150, required=False, allow_blank=True)
    steps = TookSerializer(many=True, required=False)
    doses = UsedSerializer(many=True, required=False)
    released_after_h = float_field(0, MAX_RELEASE_H, "h", required=False, allow_null=True)
    dryness = serializers.ChoiceField(
        choices=[dryness.value for dryness in Dryness], required=False, allow_blank=True
    )
    definition = score_field()
    frizz = score_field()
    volume = score_field()
    evenness = score_field()
    bounce = score_field()
    softness = score_field()
    shine = score_field()
    residue = serializers.ChoiceField(
        choices=[residue.value for residue in Residue], required=False, allow_blank=True
    )
    length_cm = float_field(1, MAX_LENGTH_CM, "cm", required=False, allow_null=True)
    note = serializers.CharField(max_length=2000, required=False, allow_blank=True)

    def validate_started_at(self, value: datetime | None) -> datetime | None:
        if value and value > timezone.now():
            raise serializers.ValidationError(
                sentence("A visit can be recorded once it has started.")
            )
        return value

    def validate(self, values: dict[str, object]) -> dict[str, object]:
        results = ("steps", "doses", "dryness", "residue", "note", "length_cm", *SCORES)
        if not any(values.get(name) for name in results):
            raise serializers.ValidationError(
                sentence("Nothing to record yet: enter at least one time, dose, score or note.")
            )
        return values


class StepRowSerializer(serializers.Serializer[Any]):
    key = serializers.CharField()
    family = serializers.CharField()
    title = SentenceField()
    status = serializers.ChoiceField(choices=[status.value for status in StepStatus])
    by = serializers.CharField(help_text="Whose hands.")
    planned = serializers.FloatField()
    low = serializers.FloatField()
    high = serializers.FloatField()
    actual = serializers.FloatField(allow_null=True)
    ratio = serializers.FloatField(allow_null=True)
    verdict = serializers.ChoiceField(
        choices=[verdict.value for verdict in Verdict], allow_null=True
    )


class HandsRowSerializer(serializers.Serializer[Any]):
    """Whose hands worked which sections of a step."""

    title = SentenceField()
    name = serializers.CharField()
    minutes = serializers.FloatField()
    sections = serializers.ListField(child=serializers.IntegerField())


class DoseRowSerializer(serializers.Serializer[Any]):
    step = serializers.CharField()
    layer = serializers.IntegerField()
    units = serializers.FloatField(allow_null=True)
    role = serializers.CharField()
    name = SentenceField()
    planned = serializers.FloatField()
    actual = serializers.FloatField(allow_null=True)
    ratio = serializers.FloatField(allow_null=True)
    verdict = serializers.ChoiceField(
        choices=[verdict.value for verdict in Verdict], allow_null=True
    )


class MinutesSerializer(serializers.Serializer[Any]):
    planned = serializers.FloatField()
    actual = serializers.FloatField()
    ratio = serializers.FloatField(allow_null=True)


class ForecastSerializer(serializers.Serializer[Any]):
    release_after_h = serializers.FloatField()
    odds_dry = serializers.FloatField()
    length_cm = serializers.FloatField()
    length_low = serializers.FloatField()
    length_high = serializers.FloatField()
    definition = serializers.FloatField()


class CostSerializer(serializers.Serializer[Any]):
    """What a visit took from the shelf, in money."""

    cost = serializers.FloatField()
    unpriced = serializers.ListField(child=serializers.CharField())


class VisitRowSerializer(serializers.ModelSerializer[Visit]):
    client_name = serializers.CharField(source="client.name", read_only=True)
    title = SentenceField(source="plan.title", read_only=True)
    minutes = serializers.SerializerMethodField()
    flags = serializers.ListField(
        child=serializers.ChoiceField(choices=[flag.value for flag in VisitFlag]), read_only=True
    )

    class Meta:
        model = Visit
        fields = [
            "id",
            "client",
            "client_name",
            "plan",
            "title",
            "state",
            "started_at",
            "minutes",
            "released_at",
            "released_by",
            "released_after_h",
            "dryness",
            *SCORES,
            "length_cm",
            "residue",
            "note",
            "flags",
        ]

    @extend_schema_field(MinutesSerializer)
    def get_minutes(self, visit: Visit) -> Any:
        return MinutesSerializer(compare.minutes_of(visit)).data


@core_schema(FaultFinding)
class FaultField(serializers.JSONField):
    """What failed, by place, with its likely causes."""


class VisitSerializer(VisitRowSerializer):
    steps = serializers.SerializerMethodField()
    doses = serializers.SerializerMethodField()
    forecast = serializers.SerializerMethodField()
    recorded_by = serializers.SerializerMethodField()
    cost = serializers.SerializerMethodField()
    settled = serializers.SerializerMethodField()
    faults = serializers.SerializerMethodField()
    hands = serializers.SerializerMethodField()
    to_open = serializers.SerializerMethodField()

    class Meta(VisitRowSerializer.Meta):
        fields = [
            *VisitRowSerializer.Meta.fields,
            "steps",
            "doses",
            "forecast",
            "recorded_by",
            "cost",
            "settled",
            "faults",
            "hands",
            "to_open",
        ]

    def folded(self, visit: Visit) -> VisitAnswer:
        """What follows from the log, read once for all that is told of it."""
        if not hasattr(self, "_folded"):
            self._folded = fold_visit(visit)
        return self._folded

    @extend_schema_field(serializers.DictField(child=serializers.IntegerField()))
    def get_settled(self, visit: Visit) -> dict[str, int]:
        """Scores that were judged again once it had settled, by trait."""
        return {trait.value: value for trait, value in self.folded(visit).settled.items()}

    @extend_schema_field(serializers.ListField(child=FaultField()))
    def get_faults(self, visit: Visit) -> Any:
        rows = findings(visit.plan.parsed_answer, self.folded(visit))
        return [row.model_dump(mode="json") for row in rows]

    def get_to_open(self, visit: Visit) -> bool:
        """Whether the client has still to open it at home, or to tell of it."""
        return waits_for_opening(visit)

    @extend_schema_field(HandsRowSerializer(many=True))
    def get_hands(self, visit: Visit) -> Any:
        return HandsRowSerializer(compare.hands_of(visit, self.folded(visit)), many=True).data

    @extend_schema_field(CostSerializer)
    def get_cost(self, visit: Visit) -> Any:
        return CostSerializer(compare.cost_of(visit)).data

    @extend_schema_field(StepRowSerializer(many=True))
    def get_steps(self, visit: Visit) -> Any:
        return StepRowSerializer(compare.compare_steps(visit), many=True).data

    @extend_schema_field(DoseRowSerializer(many=True))
    def get_doses(self, visit: Visit) -> Any:
        return DoseRowSerializer(compare.compare_doses(visit), many=True).data

    @extend_schema_field(ForecastSerializer)
    def get_forecast(self, visit: Visit) -> Any:
        return ForecastSerializer(compare.forecast_of(visit)).data

    def get_recorded_by(self, visit: Visit) -> str:
        user = visit.recorded_by
        return name_of(user)


def visits() -> QuerySet[Visit]:
    """Visits that were begun, with everything a comparison reads."""
    begun = Visit.objects.exclude(state=VisitState.PLANNED)
    rows = begun.select_related("plan", "client", "recorded_by")
    return without_long(rows, "plan").prefetch_related("steps", "doses")


#: What visits may be sorted by; with a minus the largest first.
SORTED = ("started_at", "definition", "frizz", "released_after_h", "length_cm")


class VisitsQuery(serializers.Serializer[Any]):
    """Which visits, and in which order."""

    client = integer_field(1, MAX_ID, lazy_sentence("as the number of a client"), required=False)
    style = choice_field([style.value for style in Style], required=False)  # type: ignore[assignment]
    dryness = choice_field([dryness.value for dryness in Dryness], required=False)
    search = serializers.CharField(
        required=False, max_length=100, help_text="Words of the name of the head."
    )
    sort = choice_field([f"{sign}{name}" for name in SORTED for sign in ("-", "")], required=False)


class VisitsView(generics.ListAPIView[Any]):
    """Recorded visits, newest first or as sorted."""

    access = Access(HANDS)

    serializer_class = VisitRowSerializer

    def get_queryset(self) -> QuerySet[Visit]:
        # A row needs nothing of the plan but its title; the plan itself is large.
        rows = visits().defer("plan__request", "plan__answer")
        given = VisitsQuery(data=self.request.query_params)
        given.is_valid(raise_exception=True)
        asked = given.validated_data
        columns = {"client": "client", "style": "plan__style", "dryness": "dryness"}
        rows = rows.filter(**{columns[name]: asked[name] for name in columns if name in asked})
        rows = rows.filter(matching(search_words(self.request), "client__search"))
        if "sort" not in asked:
            return rows
        name = asked["sort"].removeprefix("-")
        order = F(name).desc if asked["sort"].startswith("-") else F(name).asc
        # What nobody noted comes last, whichever way.
        return rows.order_by(order(nulls_last=True), "-pk")

    @extend_schema(parameters=[VisitsQuery])
    def get(self, request: Request, *args: object, **kwargs: object) -> Response:
        return super().get(request, *args, **kwargs)


class RecordView(APIView):
    """Record a visit against a plan."""

    access = Access(HANDS)

    @extend_schema(request=RecordSerializer, responses={201: VisitSerializer})
    def post(self, request: Request, pk: int) -> Response:
        plan = get_object_or_404(Plan.objects.select_related("client"), pk=pk)
        values = typed_visit(request)
        visit = record(plan, values, current_user(request), values.pop("id", None))
        return Response(VisitSerializer(visit).data, status=status.HTTP_201_CREATED)


def typed_visit(request: Request) -> dict[str, Any]:
    """A visit as the form has it, once every field can be."""
    given = RecordSerializer(data=request.data)
    given.is_valid(raise_exception=True)
    return dict(given.validated_data)


class VisitView(APIView):
    """One visit, planned beside actual."""

    access = Access(HANDS)

    @extend_schema(responses=VisitSerializer)
    def get(self, request: Request, pk: int) -> Response:
        return Response(VisitSerializer(get_object_or_404(visits(), pk=pk)).data)

    @extend_schema(request=RecordSerializer, responses={200: VisitSerializer})
    def put(self, request: Request, pk: int) -> Response:
        """Correct a visit: what the form said before is taken back in the log."""
        values = typed_visit(request)
        values.pop("id", None)
        visit = correct(get_object_or_404(visits(), pk=pk), values, current_user(request))
        return Response(VisitSerializer(visit).data)


class EventSerializer(serializers.ModelSerializer[Event]):
    """One entry of a log."""

    class Meta:
        model = Event
        fields = ["id", "kind", "at", "device", "seq", "by", "data", "received_at"]


@core_schema(VisitAnswer)
class FoldedField(serializers.JSONField):
    """What follows from a log."""


class LogSerializer(serializers.Serializer[Any]):
    """The log of a visit and what follows from it."""

    visit = serializers.IntegerField()
    events = EventSerializer(many=True)
    folded = FoldedField()


class LogView(APIView):
    """The log of a visit: read, and added to."""

    access = Access(HANDS)

    @extend_schema(responses=LogSerializer)
    def get(self, request: Request, pk: int) -> Response:
        return Response(log_of(get_object_or_404(visits(), pk=pk)))

    @extend_schema(request=EventList, responses={200: LogSerializer})
    def post(self, request: Request, pk: int) -> Response:
        visit = get_object_or_404(Visit.objects.select_related("plan"), pk=pk)
        return Response(log_of(append(visit, sent_entries(visit, body_text(request)))))


def log_of(visit: Visit) -> dict[str, Any]:
    """A log as it is answered."""
    rows = {
        "visit": visit.pk,
        "events": visit.events.all(),
        "folded": fold_visit(visit).model_dump(mode="json"),
    }
    return dict(LogSerializer(rows).data)


class BeginSerializer(serializers.Serializer[Any]):
    """A visit that begins."""

    id = serializers.UUIDField(help_text="Made where it is begun.")


class BeginView(APIView):
    """Begin the visit of a plan, or find the one that is under way."""

    access = Access(HANDS)

    @extend_schema(request=BeginSerializer, responses={200: LogSerializer})
    def post(self, request: Request, pk: int) -> Response:
        plan = get_object_or_404(Plan.objects.select_related("client"), pk=pk)
        given = BeginSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        visit = open_visit(plan, current_user(request), given.validated_data["id"])
        return Response(log_of(visit))


urlpatterns = [
    path("plans/<int:pk>/visits/", RecordView.as_view(), name="record"),
    path("plans/<int:pk>/visit/", BeginView.as_view(), name="begin-visit"),
    path("visits/", VisitsView.as_view(), name="visits"),
    path("visits/<int:pk>/", VisitView.as_view(), name="visit"),
    path("visits/<int:pk>/log/", LogView.as_view(), name="visit-log"),
]
