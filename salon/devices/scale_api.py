"""The bowl scale: streamed to the screen; typing the grams is always possible beside it."""

import json
from typing import Any

from django.http import StreamingHttpResponse
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import renderers, serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.messages import language, stored_said_in
from salon.devices.scale import NoScale, Scale, State, scale
from salon.devices.scale.simulated import SimulatedScale
from salon.platform.event_stream import EventStreamRenderer, SharedEvents
from salon.platform.language import sentence
from salon.platform.permissions import Access
from salon.platform.roles import HANDS

#: Readings are sent so often; one that did not change again after so long, as a sign of life [s].
EVERY_S, REPEAT_S = 0.15, 1.5


class ScaleReadingSerializer(serializers.Serializer[Any]):
    """One reading."""

    name = serializers.CharField()
    simulated = serializers.BooleanField()
    grams = serializers.FloatField(allow_null=True)
    state = serializers.ChoiceField(choices=[state.value for state in State])


class PourSerializer(serializers.Serializer[Any]):
    """What somebody does to the simulated scale."""

    grams = serializers.FloatField(min_value=-5000, max_value=5000, required=False)
    empty = serializers.BooleanField(required=False)
    plugged_in = serializers.BooleanField(required=False)


def shown(device: Scale) -> dict[str, object]:
    """What a scale shows now."""
    weight = device.read()
    return {
        "name": stored_said_in(device.name, language()),
        "simulated": device.simulated,
        "grams": weight.grams,
        "state": weight.state.value,
    }


class ScaleView(APIView):
    """What lies on the scale now."""

    access = Access(HANDS)

    @extend_schema(responses={200: ScaleReadingSerializer})
    def get(self, request: Request) -> Response:
        return Response(ScaleReadingSerializer(shown(scale())).data)


def reading() -> str:
    """What the scale shows, as JSON."""
    return json.dumps(shown(scale()))


READINGS = SharedEvents(reading, every_s=EVERY_S, repeat_s=REPEAT_S)


class StreamView(APIView):
    """Readings as they come."""

    access = Access(HANDS)

    renderer_classes = [EventStreamRenderer, renderers.JSONRenderer]

    @extend_schema(responses={(200, "text/event-stream"): OpenApiTypes.STR})
    def get(self, request: Request) -> StreamingHttpResponse:
        return READINGS.response()


class TareView(APIView):
    """Take what lies on it as nothing."""

    access = Access(HANDS)

    @extend_schema(request=None, responses={200: ScaleReadingSerializer})
    def post(self, request: Request) -> Response:
        device = scale()
        device.tare()
        return Response(ScaleReadingSerializer(shown(device)).data)


class StandInView(APIView):
    """Pour onto the simulated scale, empty it, pull its cable."""

    access = Access(HANDS)

    @extend_schema(request=PourSerializer, responses={200: ScaleReadingSerializer})
    def post(self, request: Request) -> Response:
        given = PourSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        device = scale()
        if not isinstance(device, SimulatedScale):
            raise NoScale(sentence("Only the simulated scale can be poured onto from here."))
        if "plugged_in" in values:
            device.plug(into=values["plugged_in"])
        if values.get("empty"):
            device.empty()
        if values.get("grams"):
            device.pour(values["grams"])
        return Response(ScaleReadingSerializer(shown(device)).data)


urlpatterns = [
    path("scale/", ScaleView.as_view(), name="scale"),
    path("scale/stream/", StreamView.as_view(), name="scale-stream"),
    path("scale/tare/", TareView.as_view(), name="scale-tare"),
    path("scale/stand-in/", StandInView.as_view(), name="scale-stand-in"),
]
