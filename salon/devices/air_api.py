"""The air: what room sensor and forecast say, and what can be done to the sensor."""

from datetime import timedelta
from typing import Any

from django.urls import path
from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.messages import language, stored_said_in
from craft.physics.air import dew_point
from craft.vocabulary import AirSource
from salon.devices.ambient import ambient, forecast_from
from salon.devices.models import RoomStandIn
from salon.devices.room import LOOKED_AT, NoSensor, Trust, judge, sensor
from salon.platform.language import SentenceField, sentence
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY, HANDS
from salon.salon_settings.services import current_salon

#: Readings are drawn so often at most, and the forecast looks so far ahead [h].
DRAWN_EVERY, AHEAD_H = timedelta(minutes=5), 24


class AirPointSerializer(serializers.Serializer[Any]):
    at = serializers.DateTimeField()
    temp_c = serializers.FloatField()
    rh = serializers.FloatField()


class SensorSerializer(serializers.Serializer[Any]):
    """What the room sensor says."""

    name = serializers.CharField(allow_blank=True)
    simulated = serializers.BooleanField()
    trust = serializers.ChoiceField(choices=[trust.value for trust in Trust] + ["none"])
    temp_c = serializers.FloatField(allow_null=True)
    rh = serializers.FloatField(allow_null=True)
    dew_point_c = serializers.FloatField(allow_null=True)
    at = serializers.DateTimeField(allow_null=True)
    readings = AirPointSerializer(many=True)


class PlaceAirSerializer(serializers.Serializer[Any]):
    temp_c = serializers.FloatField()
    rh = serializers.FloatField()
    by = serializers.ChoiceField(choices=[source.value for source in AirSource])
    source: Any = SentenceField()


class SalonAirSerializer(serializers.Serializer[Any]):
    room = SensorSerializer()
    used = PlaceAirSerializer(help_text="What a plan of now would take for the salon.")
    outdoors = PlaceAirSerializer(allow_null=True)
    home = PlaceAirSerializer(allow_null=True)
    ahead = AirPointSerializer(many=True)


class SensorStandInSerializer(serializers.Serializer[Any]):
    """What somebody does to the simulated sensor."""

    mode = serializers.ChoiceField(choices=RoomStandIn.MODES)


NO_ROOM = {"name": "", "simulated": False, "trust": "none", "readings": []}


def room_words() -> dict[str, object]:
    """The sensor, its readings and how far they can be trusted."""
    now = timezone.now()
    nothing = {"temp_c": None, "rh": None, "dew_point_c": None, "at": None}
    try:
        device = sensor()
    except NoSensor:
        return {**NO_ROOM, **nothing}
    readings = device.since(now - LOOKED_AT)
    air = judge(readings, now)
    dew = None
    if air.temp_c is not None and air.rh is not None:
        dew = round(dew_point(air.temp_c, air.rh), 1)
    drawn = [
        point
        for point in readings or []
        if int(point.at.timestamp()) % int(DRAWN_EVERY.total_seconds()) == 0
    ]
    return {
        "name": stored_said_in(device.name, language()),
        "simulated": device.simulated,
        "trust": air.trust.value,
        "temp_c": air.temp_c,
        "rh": air.rh,
        "dew_point_c": dew,
        "at": air.at,
        "readings": drawn,
    }


class AirView(APIView):
    """The air of the salon now, of the way home, of the night."""

    access = Access(EVERYBODY, HANDS)

    @extend_schema(responses=SalonAirSerializer)
    def get(self, request: Request) -> Response:
        air = ambient(current_salon(), None)
        body = {
            "room": room_words(),
            "used": air.room,
            "outdoors": air.outdoors,
            "home": air.home,
            "ahead": forecast_from(timezone.now(), AHEAD_H),
        }
        return Response(SalonAirSerializer(body).data)


class RoomStandInView(APIView):
    """Let the simulated sensor stick, fall silent, get lost, come back."""

    access = Access(HANDS)

    @extend_schema(
        request=SensorStandInSerializer,
        responses={200: SalonAirSerializer},
    )
    def post(self, request: Request) -> Response:
        given = SensorStandInSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        if not sensor().simulated:
            raise NoSensor(sentence("Only the simulated sensor can be changed from here."))
        RoomStandIn.put(given.validated_data["mode"])
        return AirView().get(request)


urlpatterns = [
    path("air/", AirView.as_view(), name="air"),
    path("air/stand-in/", RoomStandInView.as_view(), name="air-stand-in"),
]
