"""The bowl scale: streamed to the screen; typing the grams is always possible beside it."""

import asyncio
import json
import time
from collections.abc import AsyncIterator
from typing import Any

from asgiref.sync import sync_to_async
from django.db import connections
from django.http import StreamingHttpResponse
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import renderers, serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from salon.devices.scale import NoScale, Scale, State, scale
from salon.devices.scale.simulated import SimulatedScale

#: Readings are sent so often, and a stream ends after so long; the browser opens the next [s].
EVERY_S, STREAM_S = 0.15, 55.0
#: A reading that did not change is sent again after so many ticks, as a sign of life.
REPEAT_TICKS = 10


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
        "name": device.name,
        "simulated": device.simulated,
        "grams": weight.grams,
        "state": weight.state.value,
    }


class ScaleView(APIView):
    """What lies on the scale now."""

    @extend_schema(responses={200: ScaleReadingSerializer})
    def get(self, request: Request) -> Response:
        return Response(ScaleReadingSerializer(shown(scale())).data)


class EventStream(renderers.BaseRenderer):
    """Lets the browser's own reader of event streams in."""

    media_type = "text/event-stream"
    format = "stream"

    def render(self, data: object, *_: object, **__: object) -> bytes:
        return json.dumps(data).encode()


class Readings:
    """What the scale shows, asked for once by everybody who watches it."""

    def __init__(self) -> None:
        self.text = ""
        self.asked = -EVERY_S
        self.loop: asyncio.AbstractEventLoop | None = None
        self.turn = asyncio.Lock()

    async def now(self, device: Scale) -> str:
        """The reading as JSON, no older than it has to be."""
        if self.loop is not asyncio.get_running_loop():
            self.loop, self.turn = asyncio.get_running_loop(), asyncio.Lock()
        async with self.turn:
            if time.monotonic() - self.asked >= EVERY_S * 0.9:
                self.text = await sync_to_async(read, thread_sensitive=False)(device)
                self.asked = time.monotonic()
            return self.text


READINGS = Readings()


def read(device: Scale) -> str:
    """A reading as JSON, in a thread that keeps no connection open."""
    try:
        return json.dumps(shown(device))
    finally:
        connections.close_all()


async def events(device: Scale) -> AsyncIterator[str]:
    """Readings as server-sent events: each change, and now and then a sign of life."""
    ends = time.monotonic() + STREAM_S
    last, ticks = "", 0
    yield "retry: 500\n\n"
    while time.monotonic() < ends:
        text = await READINGS.now(device)
        if text != last or ticks >= REPEAT_TICKS:
            last, ticks = text, 0
            yield f"data: {text}\n\n"
        ticks += 1
        await asyncio.sleep(EVERY_S)


class StreamView(APIView):
    """Readings as they come."""

    renderer_classes = [EventStream, renderers.JSONRenderer]

    @extend_schema(responses={(200, "text/event-stream"): OpenApiTypes.STR})
    def get(self, request: Request) -> StreamingHttpResponse:
        return StreamingHttpResponse(
            events(scale()),
            content_type="text/event-stream",
            headers={"Cache-Control": "no-cache", "X-Accel-Buffering": "no"},
        )


class TareView(APIView):
    """Take what lies on it as nothing."""

    @extend_schema(request=None, responses={200: ScaleReadingSerializer})
    def post(self, request: Request) -> Response:
        device = scale()
        device.tare()
        return Response(ScaleReadingSerializer(shown(device)).data)


class StandInView(APIView):
    """Pour onto the simulated scale, empty it, pull its cable."""

    @extend_schema(request=PourSerializer, responses={200: ScaleReadingSerializer})
    def post(self, request: Request) -> Response:
        given = PourSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        device = scale()
        if not isinstance(device, SimulatedScale):
            raise NoScale("Only the simulated scale can be poured onto from here.")
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
