"""Findings over HTTP: the overview, a head's story, trials, open data."""

from typing import Any

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema, extend_schema_field
from rest_framework import serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.contract.trial import TrialAnswer
from craft.results import SCORE_MAX, SCORE_MIN
from craft.vocabulary import LearnedOf, Promised, Suggested, Trait
from salon.fields import one_of, whole, within
from salon.findings import services
from salon.findings.heads import answer_suggestion, findings_of
from salon.findings.models import Trial, TrialPair
from salon.findings.opening import TABLES, as_csv, as_rows, dictionary
from salon.findings.trials import begin_trial, end_trial, next_pair, rate, standing
from salon.heads.models import Head
from salon.house.services import name_of
from salon.problems import core_schema
from salon.signed_in import user_of


class LearnedRowSerializer(serializers.Serializer[Any]):
    """A factor on the value of the house."""

    quantity = serializers.ChoiceField(choices=[each.value for each in LearnedOf])
    group = serializers.CharField()
    title = serializers.CharField()
    hands = serializers.CharField(allow_blank=True, help_text="Whose; empty: of the salon.")
    by_hands = serializers.BooleanField(help_text="Whether it goes by the hands.")
    factor = serializers.FloatField()
    low = serializers.FloatField(help_text="Nine in ten lie between low and high.")
    high = serializers.FloatField()
    visits = serializers.IntegerField()
    house = serializers.FloatField(help_text="Mean value of the house: minutes, grams or cm.")
    now = serializers.FloatField(help_text="The same, with what was learned.")
    differs = serializers.BooleanField(
        help_text="Whether the interval leaves the house out, by more than a twentieth."
    )


class HeldOutSerializer(serializers.Serializer[Any]):
    """Errors of forecasts made from the past alone."""

    quantity = serializers.ChoiceField(choices=[each.value for each in LearnedOf])
    count = serializers.IntegerField()
    before = serializers.FloatField(help_text="Mean error of the logarithm by the house.")
    after = serializers.FloatField(help_text="The same, by what had been learned.")
    covered = serializers.FloatField(help_text="Share within the range of nine in ten.")


class ReliabilitySerializer(serializers.Serializer[Any]):
    low = serializers.FloatField()
    high = serializers.FloatField()
    promised = serializers.FloatField()
    came = serializers.FloatField()
    came_low = serializers.FloatField()
    came_high = serializers.FloatField()
    count = serializers.IntegerField()


class BentSerializer(serializers.Serializer[Any]):
    promised = serializers.FloatField()
    really = serializers.FloatField(help_text="As it should have been promised.")


class PromiseSerializer(serializers.Serializer[Any]):
    """Promises of a kind, beside what came."""

    kind = serializers.ChoiceField(choices=[each.value for each in Promised])
    count = serializers.IntegerField()
    promised = serializers.FloatField(help_text="Mean odds.")
    came = serializers.FloatField(help_text="Share that came.")
    brier = serializers.FloatField()
    log_score = serializers.FloatField()
    log_score_alone = serializers.FloatField(help_text="Of the forecast alone, before bending.")
    classes = ReliabilitySerializer(many=True)
    bent = BentSerializer(many=True)


class BooksSerializer(serializers.Serializer[Any]):
    """A year of the chair."""

    since = serializers.DateField()
    visits = serializers.IntegerField()
    planned_min = serializers.FloatField()
    actual_min = serializers.FloatField()
    product_cost = serializers.FloatField()
    cost_per_visit = serializers.FloatField(allow_null=True)
    wasted = serializers.FloatField(help_text="Thrown away, in money.")
    lost = serializers.FloatField(help_text="Missing when counted again, in money.")
    steps = serializers.IntegerField()
    steps_kept = serializers.IntegerField(help_text="Within the range that was promised.")


class FindingsSerializer(serializers.Serializer[Any]):
    """What was found."""

    learned = LearnedRowSerializer(many=True)
    held_out = HeldOutSerializer(many=True)
    promises = PromiseSerializer(many=True)
    books = BooksSerializer()


class FindingsView(APIView):
    """What was learned, how good the forecasts were, and the books."""

    @extend_schema(responses=FindingsSerializer)
    def get(self, request: Request) -> Response:
        found = {
            "learned": services.learned(),
            "held_out": services.held_out(),
            "promises": services.promises(),
            "books": services.books(),
        }
        return Response(FindingsSerializer(found).data)


class StoryChangeSerializer(serializers.Serializer[Any]):
    what = serializers.CharField()
    before = serializers.CharField()
    after = serializers.CharField()


class ChapterSerializer(serializers.Serializer[Any]):
    """A visit against the one before it."""

    first = serializers.IntegerField()
    second = serializers.IntegerField()
    at = serializers.DateTimeField()
    changes = StoryChangeSerializer(many=True)
    results = StoryChangeSerializer(many=True)
    text = serializers.CharField()


class SuggestionSerializer(serializers.Serializer[Any]):
    """What to try next time."""

    key = serializers.ChoiceField(choices=[each.value for each in Suggested])
    text = serializers.CharField()
    visits = serializers.ListField(child=serializers.IntegerField())
    origin = serializers.CharField(help_text="Of the rule.")


class FollowedUpSerializer(serializers.Serializer[Any]):
    """What became of a suggestion."""

    key = serializers.ChoiceField(choices=[each.value for each in Suggested])
    taken = serializers.BooleanField()
    reason = serializers.CharField(allow_blank=True)
    at = serializers.DateTimeField()
    since = serializers.IntegerField(help_text="Visits since.")
    again = serializers.IntegerField(help_text="Of these, with the same sign.")


class StorySerializer(serializers.Serializer[Any]):
    """A head's story."""

    visits = serializers.IntegerField()
    chapters = ChapterSerializer(many=True)
    suggestions = SuggestionSerializer(many=True)
    answers = FollowedUpSerializer(many=True)


class SuggestionAnswerSerializer(serializers.Serializer[Any]):
    """A suggestion is taken, or dismissed with a reason."""

    key = one_of([each.value for each in Suggested])
    taken = serializers.BooleanField()
    reason = serializers.CharField(max_length=300, required=False, allow_blank=True, default="")


class StoryView(APIView):
    """What changed from visit to visit, and what to try."""

    @extend_schema(responses=StorySerializer)
    def get(self, request: Request, pk: int) -> Response:
        return Response(StorySerializer(findings_of(get_object_or_404(Head, pk=pk))).data)

    @extend_schema(request=SuggestionAnswerSerializer, responses={200: StorySerializer})
    def post(self, request: Request, pk: int) -> Response:
        """Take a suggestion, or dismiss it."""
        head = get_object_or_404(Head, pk=pk)
        given = SuggestionAnswerSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        answer_suggestion(
            head,
            Suggested(values["key"]),
            user_of(request),
            taken=values["taken"],
            reason=values["reason"],
        )
        return Response(StorySerializer(findings_of(head)).data)


@core_schema(TrialAnswer)
class StandingField(serializers.JSONField):
    """What a trial has shown so far."""


class TrialPairSerializer(serializers.ModelSerializer[TrialPair]):
    """One head of a trial. Which half got which way is told once it is rated."""

    head_name = serializers.CharField(source="head.name", read_only=True)
    a_side = serializers.SerializerMethodField()

    class Meta:
        model = TrialPair
        fields = ["id", "number", "head", "head_name", "a_side", "left", "right", "at"]
        read_only_fields = fields

    @extend_schema_field(serializers.ChoiceField(choices=["left", "right"], allow_null=True))
    def get_a_side(self, pair: TrialPair) -> str | None:
        """For whoever lays it in, and for everybody once it is rated; whoever rates is blind."""
        viewer = self.context.get("viewer")
        if pair.left is None and viewer != pair.made_by_id:
            return None
        return "left" if pair.a_left else "right"


class TrialSerializer(serializers.ModelSerializer[Trial]):
    """A trial with what it has shown."""

    pairs = TrialPairSerializer(many=True, read_only=True)
    standing = serializers.SerializerMethodField()
    begun_by = serializers.SerializerMethodField()

    class Meta:
        model = Trial
        fields = [
            "id",
            "name",
            "way_a",
            "way_b",
            "trait",
            "alpha",
            "most",
            "begun_by",
            "begun_at",
            "ended_at",
            "pairs",
            "standing",
        ]
        read_only_fields = fields

    @extend_schema_field(StandingField())
    def get_standing(self, of: Trial) -> dict[str, Any]:
        return standing(of).model_dump(mode="json")

    def get_begun_by(self, of: Trial) -> str:
        return name_of(of.begun_by)


class NewTrialSerializer(serializers.Serializer[Any]):
    """A trial that begins."""

    name = serializers.CharField(max_length=120)
    way_a = serializers.CharField(max_length=120)
    way_b = serializers.CharField(max_length=120)
    trait = one_of([each.value for each in Trait])
    alpha = within(0.01, 0.2, "of claiming a difference there is not", default=0.05)
    most = whole(5, 100, "pairs", default=20)


class NewPairSerializer(serializers.Serializer[Any]):
    head = serializers.IntegerField(min_value=1)


class RatingSerializer(serializers.Serializer[Any]):
    """Both halves, as somebody sees them who need not know which is which."""

    left = whole(SCORE_MIN, SCORE_MAX, "as a score")
    right = whole(SCORE_MIN, SCORE_MAX, "as a score")


def trial_out(of: Trial, request: Request) -> dict[str, Any]:
    """A trial as it is answered to somebody."""
    of = Trial.objects.prefetch_related("pairs__head").get(pk=of.pk)
    return dict(TrialSerializer(of, context={"viewer": user_of(request).pk}).data)


class TrialsView(APIView):
    """Trials, the newest first."""

    @extend_schema(responses=TrialSerializer(many=True))
    def get(self, request: Request) -> Response:
        rows = Trial.objects.select_related("begun_by").prefetch_related("pairs__head")[:50]
        context = {"viewer": user_of(request).pk}
        return Response(TrialSerializer(rows, many=True, context=context).data)

    @extend_schema(request=NewTrialSerializer, responses={201: TrialSerializer})
    def post(self, request: Request) -> Response:
        given = NewTrialSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        begun = begin_trial(given.validated_data, user_of(request))
        return Response(trial_out(begun, request), status=status.HTTP_201_CREATED)


class TrialView(APIView):
    """One trial: its next pair, its end."""

    @extend_schema(responses=TrialSerializer)
    def get(self, request: Request, pk: int) -> Response:
        return Response(trial_out(get_object_or_404(Trial, pk=pk), request))

    @extend_schema(
        operation_id="trial_pairs_add", request=NewPairSerializer, responses={200: TrialSerializer}
    )
    def post(self, request: Request, pk: int) -> Response:
        """The next head; a coin says which half gets the first way."""
        of = get_object_or_404(Trial, pk=pk)
        given = NewPairSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        head = get_object_or_404(Head, pk=given.validated_data["head"])
        next_pair(of, head, user_of(request))
        return Response(trial_out(of, request))

    @extend_schema(responses={200: TrialSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """End it; what was seen stays."""
        return Response(trial_out(end_trial(get_object_or_404(Trial, pk=pk)), request))


class PairView(APIView):
    """Rate a pair."""

    @extend_schema(request=RatingSerializer, responses={200: TrialSerializer})
    def post(self, request: Request, pk: int) -> Response:
        pair = get_object_or_404(TrialPair.objects.select_related("trial"), pk=pk)
        given = RatingSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        rate(pair, values["left"], values["right"], user_of(request))
        return Response(trial_out(pair.trial, request))


TABLE = OpenApiParameter("table", OpenApiTypes.STR, enum=list(TABLES), required=True)


class TableSerializer(serializers.Serializer[Any]):
    table = one_of(list(TABLES))


def asked_table(request: Request) -> str:
    """The table that is asked for."""
    given = TableSerializer(data=request.query_params)
    given.is_valid(raise_exception=True)
    return str(given.validated_data["table"])


class CsvView(APIView):
    """A table of open data as CSV."""

    @extend_schema(parameters=[TABLE], responses={(200, "text/csv"): OpenApiTypes.STR})
    def get(self, request: Request) -> HttpResponse:
        name = asked_table(request)
        answer = HttpResponse(as_csv(name), content_type="text/csv; charset=utf-8")
        answer["Content-Disposition"] = f'attachment; filename="gauffer-{name}.csv"'
        return answer


class DataSerializer(serializers.Serializer[Any]):
    """A table of open data with its dictionary."""

    about = serializers.CharField()
    columns = serializers.DictField(child=serializers.CharField())
    rows = serializers.ListField(child=serializers.DictField())


class DataView(APIView):
    """A table of open data as JSON."""

    @extend_schema(parameters=[TABLE], responses=DataSerializer)
    def get(self, request: Request) -> Response:
        name = asked_table(request)
        return Response(DataSerializer({**dictionary()[name], "rows": as_rows(name)}).data)


urlpatterns = [
    path("findings/", FindingsView.as_view(), name="findings"),
    path("findings/data.csv", CsvView.as_view(), name="findings-csv"),
    path("findings/data/", DataView.as_view(), name="findings-data"),
    path("heads/<int:pk>/story/", StoryView.as_view(), name="story"),
    path("trials/", TrialsView.as_view(), name="trials"),
    path("trials/<int:pk>/", TrialView.as_view(), name="trial"),
    path("trial-pairs/<int:pk>/", PairView.as_view(), name="trial-pair"),
]
