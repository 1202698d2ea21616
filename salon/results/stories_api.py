"""A client over HTTP: its story, suggestions, any two of its visits."""

from typing import Any

from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.learning.likeness import Standing
from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import Role, Style, Suggested
from salon.clients.models import Client
from salon.platform.auth import current_user
from salon.platform.fields import choice_field, integer_field
from salon.platform.input_limits import MAX_ID
from salon.platform.language import SentenceField, lazy_sentence
from salon.platform.permissions import Access
from salon.platform.roles import HANDS
from salon.results.client_results import answer_suggestion, results_of, two_visits
from salon.results.likeness import ASPECTS, like


class StoryChangeSerializer(serializers.Serializer[Any]):
    what = SentenceField()
    before = SentenceField()
    after = SentenceField()


class ChapterSerializer(serializers.Serializer[Any]):
    """A visit against the one before it."""

    first = serializers.IntegerField()
    second = serializers.IntegerField()
    at = serializers.DateTimeField()
    changes = StoryChangeSerializer(many=True)
    results = StoryChangeSerializer(many=True)
    text = SentenceField()


class AttemptSerializer(serializers.Serializer[Any]):
    """One way of doing what is suggested."""

    title = SentenceField()
    change = serializers.JSONField(help_text="Merge patch of the wish (RFC 7396).")


class SuggestionSerializer(serializers.Serializer[Any]):
    """What to try next time."""

    key = serializers.ChoiceField(choices=[each.value for each in Suggested])
    text = SentenceField()
    visits = serializers.ListField(child=serializers.IntegerField())
    attempts = AttemptSerializer(many=True, help_text="Ways to do it.")
    origin = SentenceField(source="source", help_text="Of the rule.")


class FollowedUpSerializer(serializers.Serializer[Any]):
    """What became of a suggestion."""

    key = serializers.ChoiceField(choices=[each.value for each in Suggested])
    taken = serializers.BooleanField()
    reason = serializers.CharField(allow_blank=True)
    at = serializers.DateTimeField()
    since = serializers.IntegerField(help_text="Visits since.")
    again = serializers.IntegerField(help_text="Of these, with the same sign.")


class StorySerializer(serializers.Serializer[Any]):
    """A client's story."""

    visits = serializers.IntegerField()
    chapters = ChapterSerializer(many=True)
    suggestions = SuggestionSerializer(many=True)
    answers = FollowedUpSerializer(many=True)


class SuggestionAnswerSerializer(serializers.Serializer[Any]):
    """A suggestion is taken, or dismissed with a reason."""

    key = choice_field([each.value for each in Suggested])
    taken = serializers.BooleanField()
    reason = serializers.CharField(max_length=300, required=False, allow_blank=True, default="")


class StoryView(APIView):
    """What changed from visit to visit, and what to try."""

    access = Access(HANDS)

    @extend_schema(responses=StorySerializer)
    def get(self, request: Request, pk: int) -> Response:
        return Response(StorySerializer(results_of(get_object_or_404(Client, pk=pk))).data)

    @extend_schema(request=SuggestionAnswerSerializer, responses={200: StorySerializer})
    def post(self, request: Request, pk: int) -> Response:
        """Take a suggestion, or dismiss it."""
        client = get_object_or_404(Client, pk=pk)
        given = SuggestionAnswerSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        answer_suggestion(
            client,
            Suggested(values["key"]),
            current_user(request),
            taken=values["taken"],
            reason=values["reason"],
        )
        return Response(StorySerializer(results_of(client)).data)


class TakenBesideSerializer(serializers.Serializer[Any]):
    """A product of a step in both visits."""

    role = serializers.ChoiceField(choices=[role.value for role in Role])
    first = SentenceField(allow_blank=True, help_text="The bottle; empty: not used.")
    second = SentenceField(allow_blank=True)
    first_g = serializers.FloatField(allow_null=True)
    second_g = serializers.FloatField(allow_null=True)


class StepBesideSerializer(serializers.Serializer[Any]):
    """A step in both visits."""

    key = serializers.CharField()
    title = SentenceField()
    first_min = serializers.FloatField(allow_null=True, help_text="As noted.")
    second_min = serializers.FloatField(allow_null=True)
    first_planned = serializers.FloatField(allow_null=True, help_text="Null: no such step.")
    second_planned = serializers.FloatField(allow_null=True)
    products = TakenBesideSerializer(many=True)
    is_different = serializers.BooleanField(help_text="Only in one of them, or with other bottles.")


class BesideSerializer(serializers.Serializer[Any]):
    """Two visits of a client beside each other."""

    first_at = serializers.DateTimeField()
    second_at = serializers.DateTimeField()
    text = SentenceField(source="beside.text")
    changes = StoryChangeSerializer(source="beside.changes", many=True)
    results = StoryChangeSerializer(source="beside.results", many=True)
    steps = StepBesideSerializer(source="beside.steps", many=True)


class TwoVisitsSerializer(serializers.Serializer[Any]):
    first = integer_field(1, MAX_ID, lazy_sentence("as the number of a visit"))
    second = integer_field(1, MAX_ID, lazy_sentence("as the number of a visit"))


class TwoVisitsView(APIView):
    """Any two visits of a client, step by step."""

    access = Access(HANDS)

    @extend_schema(parameters=[TwoVisitsSerializer], responses=BesideSerializer)
    def get(self, request: Request, pk: int) -> Response:
        asked = TwoVisitsSerializer(data=request.query_params)
        asked.is_valid(raise_exception=True)
        client = get_object_or_404(Client, pk=pk)
        return Response(BesideSerializer(two_visits(client, **asked.validated_data)).data)


class RoutineStandingSerializer(serializers.Serializer[Any]):
    """How a routine comes out on hair like this; null where it rests on too little."""

    routine = serializers.CharField()
    title = serializers.SerializerMethodField()
    visits = serializers.IntegerField()
    clients = serializers.IntegerField()
    mean = serializers.FloatField(allow_null=True)
    low = serializers.FloatField(allow_null=True, help_text="Nine in ten lie between low and high.")
    high = serializers.FloatField(allow_null=True)

    def get_title(self, row: Standing) -> str:
        return TECHNIQUES[Style(row.routine)].title


class AspectSerializer(serializers.Serializer[Any]):
    """Routines by one of the ways they came out, the best first."""

    aspect = serializers.ChoiceField(choices=list(ASPECTS))
    routines = RoutineStandingSerializer(many=True)


class LikeSerializer(serializers.Serializer[Any]):
    """Clients with hair like this, and how routines came out on them."""

    clients = serializers.IntegerField(help_text="So like it.")
    looked_at = serializers.IntegerField()
    farthest = serializers.FloatField(allow_null=True, help_text="Of these, 0 alike to 1.")
    within = serializers.FloatField(help_text="So far apart is still like it.")
    least_visits = serializers.IntegerField(help_text="Before a routine is ranked.")
    least_clients = serializers.IntegerField()
    warning = SentenceField()
    aspects = AspectSerializer(many=True)


class LikeView(APIView):
    """What worked on hair like this."""

    access = Access(HANDS)

    @extend_schema(responses=LikeSerializer)
    def get(self, request: Request, pk: int) -> Response:
        return Response(LikeSerializer(like(get_object_or_404(Client, pk=pk))).data)


urlpatterns = [
    path("clients/<int:pk>/like/", LikeView.as_view(), name="similar-clients"),
    path("clients/<int:pk>/story/", StoryView.as_view(), name="story"),
    path("clients/<int:pk>/two-visits/", TwoVisitsView.as_view(), name="two-visits"),
]
