"""The outbox over HTTP: what goes to whom and when, and how it is worded."""

from typing import Any

from django.db.models import QuerySet
from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.utils import extend_schema
from rest_framework import generics, serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.vocabulary import MessageKind
from salon.aftercare.models import Message, MessageText
from salon.aftercare.outbox import again, drop
from salon.aftercare.wording import (
    TEXT_MOST,
    check_text,
    fill_text,
    sample_words,
    usual_text,
    wording,
)
from salon.devices.gateway import NoGateway, gateway
from salon.platform.idempotency import Idempotency
from salon.platform.language import SentenceField, use_language
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY, OWNER
from salon.salon_settings.services import current_salon


class MessageSerializer(serializers.ModelSerializer[Message]):
    client_name = serializers.CharField(source="client.name")
    why = SentenceField()

    class Meta:
        model = Message
        fields = [
            "id",
            "client",
            "client_name",
            "kind",
            "text",
            "due_at",
            "state",
            "tries",
            "next_try_at",
            "why",
            "sent_at",
        ]


class MessagesView(generics.ListAPIView[Message]):
    """What is written to clients, the newest first."""

    access = Access(EVERYBODY)

    serializer_class = MessageSerializer

    def get_queryset(self) -> QuerySet[Message]:
        return Message.objects.select_related("client")


class GatewaySerializer(serializers.Serializer[Any]):
    """What messages go out by."""

    name = serializers.CharField(allow_blank=True, help_text="Empty where there is none.")
    simulated = serializers.BooleanField(help_text="Nothing leaves this machine.")


class GatewayView(APIView):
    """What messages go out by, if anything."""

    access = Access(EVERYBODY)

    @extend_schema(responses=GatewaySerializer)
    def get(self, request: Request) -> Response:
        try:
            device = gateway()
        except NoGateway:
            return Response({"name": "", "simulated": False})
        return Response({"name": device.name, "simulated": device.simulated})


class AgainView(APIView):
    """Try a message once more, or take it out."""

    access = Access(EVERYBODY)

    @extend_schema(request=None, responses={200: MessageSerializer})
    def post(self, request: Request, pk: int) -> Response:
        return Response(MessageSerializer(again(get_object_or_404(Message, pk=pk))).data)

    @extend_schema(responses={200: MessageSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        return Response(MessageSerializer(drop(get_object_or_404(Message, pk=pk))).data)


class WordingSerializer(serializers.Serializer[Any]):
    kind = serializers.ChoiceField(choices=[kind.value for kind in MessageKind])
    text = serializers.CharField(max_length=TEXT_MOST)
    usual = serializers.BooleanField(read_only=True)
    preview = serializers.CharField(read_only=True)


def preview_of(kind: MessageKind, text: str) -> dict[str, Any]:
    """A text as somebody would read it."""
    salon = current_salon()
    words = sample_words() | {"salon": salon.name, "phone": salon.phone}
    usual = text == usual_text(kind)
    return {"kind": kind.value, "text": text, "usual": usual, "preview": fill_text(text, words)}


class WordingsView(APIView):
    """How each kind of message is worded; what is sent is kept, the usual text ends one's own."""

    access = Access(EVERYBODY, OWNER)

    @extend_schema(responses=WordingSerializer(many=True))
    def get(self, request: Request) -> Response:
        with use_language(current_salon().tag()):
            rows = [preview_of(kind, wording(kind)) for kind in MessageKind]
        return Response(WordingSerializer(rows, many=True).data)

    @extend_schema(request=WordingSerializer, responses={200: WordingSerializer})
    def put(self, request: Request) -> Response:
        given = WordingSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        kind, text = MessageKind(given.validated_data["kind"]), given.validated_data["text"]
        check_text(text)
        if text == usual_text(kind):
            MessageText.objects.filter(kind=kind).delete()
        else:
            MessageText.objects.update_or_create(kind=kind, defaults={"text": text})
        return Response(WordingSerializer(preview_of(kind, text)).data)


class PreviewView(APIView):
    """A text as somebody would read it, before it is kept."""

    access = Access(OWNER)

    idempotency = Idempotency.OFF

    @extend_schema(request=WordingSerializer, responses={200: WordingSerializer})
    def post(self, request: Request) -> Response:
        given = WordingSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        check_text(given.validated_data["text"])
        kind = MessageKind(given.validated_data["kind"])
        return Response(WordingSerializer(preview_of(kind, given.validated_data["text"])).data)


urlpatterns = [
    path("messages/gateway/", GatewayView.as_view(), name="message-gateway"),
    path("messages/", MessagesView.as_view(), name="messages"),
    path("messages/<int:pk>/again/", AgainView.as_view(), name="message-again"),
    path("wordings/", WordingsView.as_view(), name="wordings"),
    path("wordings/preview/", PreviewView.as_view(), name="wording-preview"),
]
