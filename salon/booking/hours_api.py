"""The hours of the salon: when it is open, who works when, what stands in it."""

from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.urls import path
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.vocabulary import Station, Style
from salon.booking.hours import USUAL_HOURS, stations
from salon.booking.models import DayOff, Holiday, Opening, Shift, Skill, StationCount
from salon.platform.fields import ClockField, choice_field, integer_field
from salon.platform.language import lazy_sentence, sentence, time_text
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY, OWNER, WorkRole
from salon.staff.models import Colleague
from salon.staff.services import name_of

DATES = lazy_sentence("Give a date as year-month-day, e.g. 2026-06-20.")
ROWS_MOST = 400
STATIONS = [station.value for station in Station if station is not Station.AWAY]


def in_order(values: dict[str, Any], begin: str, end: str) -> dict[str, Any]:
    """What begins ends later.

    Raises:
        ValidationError: it does not
    """
    if values[end] <= values[begin]:
        raise serializers.ValidationError(
            {end: sentence("Give a time after {value}.", value=time_text(values[begin]))}
        )
    return values


def rows(serializer: type[serializers.Serializer[Any]], most: int) -> Any:
    """A list of so many at the most."""
    options: dict[str, Any] = {"many": True, "max_length": most}
    return serializer(**options)


class OpeningSerializer(serializers.Serializer[Any]):
    weekday = integer_field(0, 6, lazy_sentence("with Monday as 0"))
    opens = ClockField()
    closes = ClockField()

    def validate(self, values: dict[str, Any]) -> dict[str, Any]:
        return in_order(values, "opens", "closes")


class HolidaySerializer(serializers.Serializer[Any]):
    date = serializers.DateField(error_messages={"invalid": DATES})
    reason = serializers.CharField(max_length=120, allow_blank=True, required=False, default="")


class ShiftSerializer(serializers.Serializer[Any]):
    user = serializers.PrimaryKeyRelatedField(queryset=User.objects.all())
    weekday = integer_field(0, 6, lazy_sentence("with Monday as 0"))
    begins = ClockField()
    ends = ClockField()
    pause = serializers.BooleanField(default=False)

    def validate(self, values: dict[str, Any]) -> dict[str, Any]:
        return in_order(values, "begins", "ends")


class DayOffSerializer(serializers.Serializer[Any]):
    user = serializers.PrimaryKeyRelatedField(queryset=User.objects.all())
    date = serializers.DateField(error_messages={"invalid": DATES})
    reason = serializers.CharField(max_length=120, allow_blank=True, required=False, default="")


class SkillSerializer(serializers.Serializer[Any]):
    user = serializers.PrimaryKeyRelatedField(queryset=User.objects.all())
    service = choice_field([style.value for style in Style], source="style")


class StationCountSerializer(serializers.Serializer[Any]):
    station = choice_field(STATIONS)
    count = integer_field(0, 50, "stations")


class HandsNameSerializer(serializers.Serializer[Any]):
    id = serializers.IntegerField()
    name = serializers.CharField()


class HoursSerializer(serializers.Serializer[Any]):
    """All hours of the salon; what is sent takes the place of what was."""

    openings = rows(OpeningSerializer, 7)
    holidays = rows(HolidaySerializer, ROWS_MOST)
    stations = rows(StationCountSerializer, len(STATIONS))
    shifts = rows(ShiftSerializer, ROWS_MOST)
    skills = rows(SkillSerializer, ROWS_MOST)
    days_off = rows(DayOffSerializer, ROWS_MOST)
    people = HandsNameSerializer(many=True, read_only=True)

    def validate(self, values: dict[str, Any]) -> dict[str, Any]:
        for name, key in (
            ("openings", "weekday"),
            ("holidays", "date"),
            ("stations", "station"),
        ):
            seen = [row[key] for row in values[name]]
            for place, value in enumerate(seen):
                if value in seen[:place]:
                    raise serializers.ValidationError(
                        {f"{name}.{place}.{key}": sentence("This is already in the list.")}
                    )
        return values


def hours_now() -> dict[str, Any]:
    """All hours of the salon; usual ones where nobody set any."""
    openings = list(Opening.objects.values("weekday", "opens", "closes"))
    if not openings:
        opens, closes = USUAL_HOURS
        openings = [{"weekday": weekday, "opens": opens, "closes": closes} for weekday in range(7)]
    people = Colleague.objects.filter(user__is_active=True).exclude(role=WorkRole.FRONT_DESK)
    return {
        "openings": openings,
        "holidays": Holiday.objects.all(),
        "stations": [
            {"station": station, "count": count}
            for station, count in stations().items()
            if station in STATIONS
        ],
        "shifts": Shift.objects.select_related("user"),
        "skills": Skill.objects.select_related("user"),
        "days_off": DayOff.objects.select_related("user"),
        "people": [
            {"id": colleague.user_id, "name": name_of(colleague.user)}
            for colleague in people.select_related("user").order_by("pk")
        ],
    }


#: What is kept as a whole, by its name in what is sent.
TABLES: tuple[tuple[Any, str], ...] = (
    (Opening, "openings"),
    (Holiday, "holidays"),
    (StationCount, "stations"),
    (Shift, "shifts"),
    (Skill, "skills"),
    (DayOff, "days_off"),
)


@transaction.atomic
def keep_hours(values: dict[str, Any]) -> None:
    """Put hours in the place of those that were."""
    for model, name in TABLES:
        model.objects.all().delete()
        model.objects.bulk_create([model(**row) for row in values[name]])


class HoursView(APIView):
    """When the salon is open, who works when, what stands in it."""

    access = Access(EVERYBODY, OWNER)

    @extend_schema(responses={200: HoursSerializer})
    def get(self, request: Request) -> Response:
        return Response(HoursSerializer(hours_now()).data)

    @extend_schema(request=HoursSerializer, responses={200: HoursSerializer})
    def put(self, request: Request) -> Response:
        given = HoursSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        keep_hours(given.validated_data)
        return Response(HoursSerializer(hours_now()).data)


urlpatterns = [path("hours/", HoursView.as_view(), name="hours")]
