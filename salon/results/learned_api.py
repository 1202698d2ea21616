"""Learned values over HTTP: the visits behind one, and the choice which of them count."""

from typing import Any

from django.urls import path
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.vocabulary import LearnedOf
from salon.learning.services import DRYING
from salon.platform.auth import current_user
from salon.platform.fields import choice_field, integer_field
from salon.platform.input_limits import MAX_ID
from salon.platform.language import lazy_sentence
from salon.platform.permissions import Access
from salon.platform.roles import HANDS, PLANNERS
from salon.results.learned import LISTED, LearnedValue, choose, visits_of, what_if

#: Everything that is learned.
QUANTITIES = [DRYING, *(quantity.value for quantity in LearnedOf)]


class LearnedValueSerializer(serializers.Serializer[Any]):
    """Which learned value."""

    quantity = choice_field(QUANTITIES)
    group = serializers.CharField(
        max_length=80, required=False, allow_blank=True, default="", help_text="Empty for drying."
    )
    hands = serializers.CharField(
        max_length=150, required=False, allow_blank=True, default="", help_text="Empty: the salon."
    )


class LearnedVisitSerializer(serializers.Serializer[Any]):
    """A visit behind a learned value."""

    visit = serializers.IntegerField()
    client = serializers.IntegerField()
    name = serializers.CharField()
    at = serializers.DateTimeField()
    usual = serializers.FloatField(
        help_text="By the salon's standard: minutes, grams, cm, days or hours until dry."
    )
    actual = serializers.FloatField(help_text="What it was; for drying when the set was opened.")
    found = serializers.CharField(allow_blank=True, help_text="Dryness; only for drying.")
    at_least = serializers.FloatField(
        allow_null=True, help_text="Days a style surely looked good; null: seen exactly."
    )
    at_most = serializers.FloatField(
        allow_null=True, help_text="Days by which it had faded; null: nobody told."
    )
    used = serializers.BooleanField(help_text="Whether the value is learned from it.")
    doubtful = serializers.BooleanField(help_text="So unusual that somebody must confirm it first.")


class LearnedVisitsSerializer(serializers.Serializer[Any]):
    """The visits behind a learned value."""

    factor = serializers.FloatField()
    visits = LearnedVisitSerializer(many=True)


class LearningChoiceSerializer(LearnedValueSerializer):
    """Visits that should count for a learned value, or should not."""

    visits = serializers.ListField(
        child=integer_field(1, MAX_ID, lazy_sentence("as the number of a visit")),
        min_length=1,
        max_length=LISTED,
    )
    used = serializers.BooleanField()
    preview = serializers.BooleanField(
        required=False, default=False, help_text="Only say what it would change."
    )


class LearningEffectSerializer(serializers.Serializer[Any]):
    """What a choice changes."""

    before = serializers.FloatField(help_text="Times the salon's standard.")
    after = serializers.FloatField()
    kept = serializers.BooleanField(help_text="False for a preview.")


class LearnedValueView(APIView):
    """One learned value."""

    access = Access(HANDS, PLANNERS)

    @extend_schema(parameters=[LearnedValueSerializer], responses=LearnedVisitsSerializer)
    def get(self, request: Request) -> Response:
        given = LearnedValueSerializer(data=request.query_params)
        given.is_valid(raise_exception=True)
        value = LearnedValue(**given.validated_data)
        visits = visits_of(value)
        factor, _ = what_if(value, [], used=True)
        return Response(LearnedVisitsSerializer({"factor": factor, "visits": visits}).data)

    @extend_schema(request=LearningChoiceSerializer, responses={200: LearningEffectSerializer})
    def post(self, request: Request) -> Response:
        """Let visits count, or leave them out; or only say what that would change."""
        given = LearningChoiceSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        chosen = given.validated_data
        value = LearnedValue(chosen["quantity"], chosen["group"], chosen["hands"])
        before, after = what_if(value, chosen["visits"], used=chosen["used"])
        if not chosen["preview"]:
            choose(value, chosen["visits"], current_user(request), used=chosen["used"])
        effect = {"before": before, "after": after, "kept": not chosen["preview"]}
        return Response(LearningEffectSerializer(effect).data)


urlpatterns = [path("results/learned/", LearnedValueView.as_view(), name="learned-value")]
