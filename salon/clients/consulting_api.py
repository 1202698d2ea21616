"""Consultations, stop signs, and the hair over time."""

from dataclasses import asdict
from typing import Any

from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.utils import extend_schema, extend_schema_field
from rest_framework import serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.physics import curl
from craft.profile.answers import is_fresh
from craft.profile.consultation import QUESTIONS, Part
from craft.vocabulary import Pattern, StopSign
from salon.clients import consulting, profiles, services
from salon.clients.api import ProfileSerializer, profile_data
from salon.clients.models import Client, Consultation, RaisedStopSign
from salon.platform.auth import current_user
from salon.platform.errors import ErrorSerializer
from salon.platform.fields import float_field, integer_field
from salon.platform.language import SentenceField, lazy_sentence, sentence
from salon.platform.permissions import Access
from salon.platform.roles import HANDS, PLANNERS
from salon.staff.services import name_of

#: An answer holds so many words, or a text so long.
WORDS_MOST, TEXT_LONGEST = 60, 2000


class QuestionSerializer(serializers.Serializer[Any]):
    key = serializers.CharField()
    part = serializers.CharField()
    answer = serializers.CharField()
    options = serializers.ListField(child=serializers.CharField())
    unit = SentenceField(allow_blank=True)
    method = serializers.CharField()
    fresh_days = serializers.IntegerField()
    zoned = serializers.BooleanField()
    how = SentenceField(allow_blank=True)
    weak = serializers.BooleanField()
    kept = serializers.CharField()


class DrawingSerializer(serializers.Serializer[Any]):
    pattern = serializers.CharField()
    curl_mm = serializers.FloatField()
    shrinkage = serializers.FloatField()
    points = serializers.ListField(
        child=serializers.ListField(child=serializers.FloatField(), min_length=2, max_length=2)
    )


class QuestionsSerializer(serializers.Serializer[Any]):
    questions = QuestionSerializer(many=True)
    drawings = DrawingSerializer(many=True)


class QuestionsView(APIView):
    """What a consultation asks, in order, and the strands to compare with."""

    access = Access(HANDS)

    @extend_schema(responses=QuestionsSerializer)
    def get(self, request: Request) -> Response:
        drawings = [
            {
                "pattern": pattern.value,
                "curl_mm": curl.TYPICAL_CURL_MM[pattern],
                "shrinkage": curl.shrinkage(index),
                "points": curl.drawing(index, curl.TYPICAL_CURL_MM[pattern]),
            }
            for pattern, index in curl.TYPICAL_CURL_INDEX.items()
        ]
        assert len(drawings) == len(Pattern)
        data = {"questions": [asdict(question) for question in QUESTIONS], "drawings": drawings}
        return Response(QuestionsSerializer(data).data)


@extend_schema_field(
    {
        "oneOf": [
            {"type": "number"},
            {"type": "string"},
            {"type": "array", "items": {"type": "string"}},
        ]
    }
)
class AnswerValueField(serializers.Field[Any, Any, Any, Any]):
    """A number, a word or a list of words; kept as typed."""

    def to_internal_value(self, data: object) -> object:
        listed = isinstance(data, list) and all(isinstance(word, str) for word in data)
        if isinstance(data, bool) or not (listed or isinstance(data, int | float | str)):
            raise serializers.ValidationError(sentence("Give a number, a word or a list of words."))
        if isinstance(data, list | str) and len(data) > (WORDS_MOST if listed else TEXT_LONGEST):
            raise serializers.ValidationError(
                sentence(
                    "Give at most {words_most} words, or a text of {text_longest} letters.",
                    words_most=WORDS_MOST,
                    text_longest=TEXT_LONGEST,
                )
            )
        return data

    def to_representation(self, value: object) -> object:
        return value


class CountDetailSerializer(serializers.Serializer[Any]):
    """What a counted density rests on."""

    hairs = integer_field(0, 5000, "hairs")
    field_cm2 = float_field(0.01, 10, "cm²")
    picture = integer_field(1, 2**31, "", required=False)


class AnswerSerializer(serializers.Serializer[Any]):
    value = AnswerValueField(allow_null=True)
    confirmed = serializers.BooleanField(required=False)
    detail = CountDetailSerializer(required=False, allow_null=True)
    was = serializers.ListField(
        child=serializers.CharField(max_length=200),
        required=False,
        max_length=60,
        help_text="Of a list about the person: what was known where it was typed.",
    )


class LastSerializer(serializers.Serializer[Any]):
    """What was known before, with its age."""

    key = serializers.CharField()
    zone = serializers.CharField(allow_blank=True)
    value = AnswerValueField()
    method = serializers.CharField(allow_blank=True)
    taken_at = serializers.DateTimeField(allow_null=True)
    taken_by = serializers.CharField(allow_blank=True)
    fresh = serializers.BooleanField()


class ConsultationSerializer(serializers.ModelSerializer[Consultation]):
    answers = serializers.DictField(child=AnswerSerializer())
    parts_done = serializers.ListField(child=serializers.CharField())
    last = serializers.SerializerMethodField()
    profile = serializers.SerializerMethodField()
    problems = serializers.SerializerMethodField()
    started_by = serializers.SerializerMethodField()

    class Meta:
        model = Consultation
        fields = [
            "id",
            "client",
            "started_at",
            "started_by",
            "answers",
            "parts_done",
            "version",
            "finished_at",
            "last",
            "profile",
            "problems",
        ]

    def get_started_by(self, consultation: Consultation) -> str:
        return name_of(consultation.started_by)

    @extend_schema_field(LastSerializer(many=True))
    def get_last(self, consultation: Consultation) -> Any:
        return LastSerializer(last_known(consultation.client), many=True).data

    @extend_schema_field(ProfileSerializer)
    def get_profile(self, consultation: Consultation) -> Any:
        return ProfileSerializer(profile_data(consulting.profile_with(consultation))).data

    @extend_schema_field(ErrorSerializer(many=True))
    def get_problems(self, consultation: Consultation) -> Any:
        return consulting.problems(consultation.answers)


def last_known(client: Client) -> list[dict[str, Any]]:
    """The newest answer to every question, from the record and from the person."""
    observed = [
        {
            "key": observation.kind,
            "zone": observation.zone,
            "value": observation.value,
            "method": observation.method,
            "taken_at": observation.taken_at,
            "taken_by": name_of(observation.taken_by),
            "fresh": is_fresh(observation.kind, profiles.days_before(observation.taken_at)),
        }
        for observation in profiles.newest(client)
    ]
    typed = {"conditions": client.conditions, "allergies": client.allergies, "avoid": client.avoid}
    choices = {"night": client.night, "routine": client.routine}
    changed = (
        client.history.order_by("-history_date").values_list("history_date", flat=True).first()
    )
    person = [
        {
            "key": key,
            "zone": "",
            "value": value,
            "method": "reported",
            "taken_at": changed,
            "taken_by": "",
            "fresh": bool(changed) and is_fresh(key, profiles.days_before(changed)),
        }
        for key, value in {**typed, **choices}.items()
    ]
    return observed + person


class SaveSerializer(serializers.Serializer[Any]):
    version = serializers.IntegerField(min_value=1)
    answers = serializers.DictField(child=AnswerSerializer())


class FinishSerializer(serializers.Serializer[Any]):
    version = serializers.IntegerField(min_value=1)


class BeginView(APIView):
    """Open a consultation, or go on with the open one."""

    access = Access(HANDS)

    @extend_schema(request=None, responses=ConsultationSerializer)
    def post(self, request: Request, pk: int) -> Response:
        client = get_object_or_404(Client, pk=pk)
        return Response(
            ConsultationSerializer(consulting.begin(client, current_user(request))).data
        )


class ConsultationStateSerializer(serializers.Serializer[Any]):
    """Where a client stands: a consultation that is open, parts left out of the last one."""

    open_since = serializers.DateTimeField(allow_null=True)
    last_at = serializers.DateTimeField(allow_null=True)
    left_out = serializers.ListField(child=SentenceField())


class ConsultationStateView(APIView):
    """Where a client stands."""

    access = Access(HANDS)

    @extend_schema(responses=ConsultationStateSerializer)
    def get(self, request: Request, pk: int) -> Response:
        client = get_object_or_404(Client, pk=pk)
        opened = client.consultations.filter(finished_at=None).first()
        last = client.consultations.exclude(finished_at=None).first()
        left = [part for part in Part if last and part not in last.parts_done]
        data = {
            "open_since": opened.started_at if opened else None,
            "last_at": last.finished_at if last else None,
            "left_out": left,
        }
        return Response(ConsultationStateSerializer(data).data)


class ConsultationView(APIView):
    """One consultation: read, save as typed, discard."""

    access = Access(HANDS)

    @extend_schema(responses=ConsultationSerializer)
    def get(self, request: Request, pk: int) -> Response:
        return Response(ConsultationSerializer(get_object_or_404(Consultation, pk=pk)).data)

    @extend_schema(
        request=SaveSerializer,
        responses={200: ConsultationSerializer},
    )
    def put(self, request: Request, pk: int) -> Response:
        consultation = get_object_or_404(Consultation, pk=pk)
        given = SaveSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        saved = consulting.save(consultation, values["answers"], values["version"])
        return Response(ConsultationSerializer(saved).data)

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> Response:
        consulting.discard(get_object_or_404(Consultation, pk=pk))
        return Response(status=status.HTTP_204_NO_CONTENT)


class FinishView(APIView):
    """Record what was answered."""

    access = Access(PLANNERS)

    @extend_schema(
        request=FinishSerializer,
        responses={200: ConsultationSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        consultation = get_object_or_404(Consultation, pk=pk)
        given = FinishSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        done = consulting.finish(
            consultation, given.validated_data["version"], current_user(request)
        )
        return Response(ConsultationSerializer(done).data)


class RaisedStopSignSerializer(serializers.ModelSerializer[RaisedStopSign]):
    raised_by = serializers.SerializerMethodField()
    cleared_by = serializers.SerializerMethodField()

    class Meta:
        model = RaisedStopSign
        fields = ["id", "sign", "raised_at", "raised_by", "cleared_at", "cleared_by", "clear_note"]

    def get_raised_by(self, sign: RaisedStopSign) -> str:
        return name_of(sign.raised_by)

    def get_cleared_by(self, sign: RaisedStopSign) -> str:
        return name_of(sign.cleared_by)


class RaiseSerializer(serializers.Serializer[Any]):
    sign = serializers.ChoiceField(choices=[stop_sign.value for stop_sign in StopSign])


class ClearSerializer(serializers.Serializer[Any]):
    note = serializers.CharField(
        max_length=300,
        error_messages={
            "blank": lazy_sentence("Write what you saw, or who said that it has healed."),
            "required": lazy_sentence("Write what you saw, or who said that it has healed."),
        },
    )


class StopSignsView(APIView):
    """Stop signs of a client, open ones and cleared ones."""

    access = Access(HANDS)

    @extend_schema(responses=RaisedStopSignSerializer(many=True))
    def get(self, request: Request, pk: int) -> Response:
        rows = get_object_or_404(Client, pk=pk).stop_signs.select_related("raised_by", "cleared_by")
        return Response(RaisedStopSignSerializer(rows, many=True).data)

    @extend_schema(request=RaiseSerializer, responses={201: RaisedStopSignSerializer})
    def post(self, request: Request, pk: int) -> Response:
        client = get_object_or_404(Client, pk=pk)
        given = RaiseSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        stop_sign = services.raise_stop(client, given.validated_data["sign"], current_user(request))
        return Response(RaisedStopSignSerializer(stop_sign).data, status=status.HTTP_201_CREATED)


class ClearView(APIView):
    """Clear a stop sign, with a note."""

    access = Access(PLANNERS)

    @extend_schema(
        request=ClearSerializer,
        responses={200: RaisedStopSignSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        given = ClearSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        stop_sign = get_object_or_404(RaisedStopSign, pk=pk)
        cleared = services.clear_stop(
            stop_sign, given.validated_data["note"], current_user(request)
        )
        return Response(RaisedStopSignSerializer(cleared).data)


urlpatterns = [
    path("consultation-questions/", QuestionsView.as_view(), name="questions"),
    path("clients/<int:pk>/consultations/", BeginView.as_view(), name="consultations"),
    path(
        "clients/<int:pk>/consultation/", ConsultationStateView.as_view(), name="consultation-state"
    ),
    path("consultations/<int:pk>/", ConsultationView.as_view(), name="consultation"),
    path("consultations/<int:pk>/finish/", FinishView.as_view(), name="finish-consultation"),
    path("clients/<int:pk>/stop-signs/", StopSignsView.as_view(), name="stop-signs"),
    path("stop-signs/<int:pk>/clearance/", ClearView.as_view(), name="clear-stop-sign"),
]
