"""Trials over HTTP."""

from typing import Any

from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.utils import extend_schema, extend_schema_field
from rest_framework import serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.contract.trial import TrialAnswer
from craft.ranges import SCORE_MAX, SCORE_MIN
from craft.vocabulary import Trait, TrialLayout
from salon.clients.models import Client
from salon.platform.auth import current_user
from salon.platform.errors import core_schema
from salon.platform.fields import choice_field, float_field, integer_field
from salon.platform.language import lazy_sentence
from salon.platform.permissions import Access
from salon.platform.roles import HANDS
from salon.results.models import Trial, TrialPair
from salon.results.trials import begin_trial, end_trial, next_pair, rate, standing
from salon.staff.services import name_of


@core_schema(TrialAnswer)
class StandingField(serializers.JSONField):
    """What a trial has shown so far."""


class TrialPairSerializer(serializers.ModelSerializer[TrialPair]):
    """One client of a trial. Which side got which way is shown once rated; of visits, the left
    one is the first."""

    client_name = serializers.CharField(source="client.name", read_only=True)
    a_side = serializers.SerializerMethodField()

    class Meta:
        model = TrialPair
        fields = ["id", "number", "client", "client_name", "a_side", "left", "right", "at"]
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
            "layout",
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
    trait = choice_field([each.value for each in Trait])
    layout = choice_field([each.value for each in TrialLayout], default=TrialLayout.HALVES.value)
    alpha = float_field(
        0.01, 0.2, lazy_sentence("of claiming a difference there is not"), default=0.05
    )
    most = integer_field(5, 100, "pairs", default=20)


class NewPairSerializer(serializers.Serializer[Any]):
    client = serializers.IntegerField(min_value=1)


class RatingSerializer(serializers.Serializer[Any]):
    """Both halves, as somebody sees them who need not know which is which."""

    left = integer_field(SCORE_MIN, SCORE_MAX, lazy_sentence("as a score"))
    right = integer_field(SCORE_MIN, SCORE_MAX, lazy_sentence("as a score"))


def trial_out(of: Trial, request: Request) -> dict[str, Any]:
    """A trial as it is answered to somebody."""
    of = Trial.objects.prefetch_related("pairs__client").get(pk=of.pk)
    return dict(TrialSerializer(of, context={"viewer": current_user(request).pk}).data)


class TrialsView(APIView):
    """Trials, the newest first."""

    access = Access(HANDS)

    @extend_schema(responses=TrialSerializer(many=True))
    def get(self, request: Request) -> Response:
        rows = Trial.objects.select_related("begun_by").prefetch_related("pairs__client")[:50]
        context = {"viewer": current_user(request).pk}
        return Response(TrialSerializer(rows, many=True, context=context).data)

    @extend_schema(request=NewTrialSerializer, responses={201: TrialSerializer})
    def post(self, request: Request) -> Response:
        given = NewTrialSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        begun = begin_trial(given.validated_data, current_user(request))
        return Response(trial_out(begun, request), status=status.HTTP_201_CREATED)


class TrialView(APIView):
    """One trial: its next pair, its end."""

    access = Access(HANDS)

    @extend_schema(responses=TrialSerializer)
    def get(self, request: Request, pk: int) -> Response:
        return Response(trial_out(get_object_or_404(Trial, pk=pk), request))

    @extend_schema(
        operation_id="trial_pairs_add", request=NewPairSerializer, responses={200: TrialSerializer}
    )
    def post(self, request: Request, pk: int) -> Response:
        """The next client; a coin says which half gets the first way."""
        of = get_object_or_404(Trial, pk=pk)
        given = NewPairSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        client = get_object_or_404(Client, pk=given.validated_data["client"])
        next_pair(of, client, current_user(request))
        return Response(trial_out(of, request))

    @extend_schema(responses={200: TrialSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        """End it; what was seen stays."""
        return Response(trial_out(end_trial(get_object_or_404(Trial, pk=pk)), request))


class PairView(APIView):
    """Rate a pair."""

    access = Access(HANDS)

    @extend_schema(request=RatingSerializer, responses={200: TrialSerializer})
    def post(self, request: Request, pk: int) -> Response:
        pair = get_object_or_404(TrialPair.objects.select_related("trial"), pk=pk)
        given = RatingSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        rate(pair, values["left"], values["right"], current_user(request))
        return Response(trial_out(pair.trial, request))


urlpatterns = [
    path("trials/", TrialsView.as_view(), name="trials"),
    path("trials/<int:pk>/", TrialView.as_view(), name="trial"),
    path("trial-pairs/<int:pk>/", PairView.as_view(), name="trial-pair"),
]
