"""The salon."""

from typing import Any

from django.urls import path
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.contract import PlanRequest, Room, SalonStandards, School
from craft.wear import reaching
from salon.platform.errors import CoreField, core_schema
from salon.platform.fields import (
    ClockField,
    check_night,
    contract_float_field,
    float_field,
    integer_field,
    phone_field,
    validate_country,
    validate_time_zone,
)
from salon.platform.language import lazy_sentence, sentence
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY, OWNER
from salon.salon_settings.models import Salon
from salon.salon_settings.services import change_salon, current_salon

#: Saturated air never dries hair.
DAMPEST_RH = 0.98


@core_schema(School)
class SalonSchoolField(CoreField):
    """Ways of working of the salon."""

    model = School


@core_schema(SalonStandards)
class RulesField(CoreField):
    """Salon standards."""

    model = SalonStandards


class SalonSerializer(serializers.ModelSerializer[Salon]):
    phone = phone_field()
    zone = serializers.CharField(max_length=64, validators=[validate_time_zone])
    country = serializers.CharField(
        allow_blank=True, max_length=2, validators=[validate_country], required=False
    )
    room_temp_c = contract_float_field(Room, "temp_c")
    room_rh = float_field(0, DAMPEST_RH, lazy_sentence("as a share of 1"))
    journey_min = contract_float_field(PlanRequest, "journey_min")
    home_temp_c = float_field(5, 35, "°C")
    contact_min = float_field(0.5, 120, lazy_sentence("min, as its label says"), allow_null=True)
    currency = serializers.RegexField(
        "^[A-Z]{3}$",
        error_messages={"invalid": lazy_sentence("Give three capital letters, e.g. EUR.")},
    )
    lead_days = integer_field(0, 120, "days")
    order_for_days = integer_field(1, 365, "days")
    write_from_h = integer_field(reaching.HOURS[0], reaching.HOURS[1] - 1, "o’clock")
    write_to_h = integer_field(reaching.HOURS[0] + 1, reaching.HOURS[1], "o’clock")
    ask_every_days = integer_field(*reaching.DAYS_APART, lazy_sentence("days; 0 for once"))
    bed_time = ClockField(required=False)
    wake_time = ClockField(required=False)
    school = SalonSchoolField()
    rules = RulesField()

    class Meta:
        model = Salon
        fields = [
            "name",
            "phone",
            "language",
            "country",
            "units",
            "zone",
            "room_temp_c",
            "room_rh",
            "journey_min",
            "home_temp_c",
            "write_from_h",
            "write_to_h",
            "ask_every_days",
            "calendar_names",
            "chair_sound",
            "bed_time",
            "wake_time",
            "disinfectant",
            "contact_min",
            "currency",
            "lead_days",
            "order_for_days",
            "school",
            "rules",
            "layering",
            "drying_factor",
            "drying_visits",
            "version",
        ]
        read_only_fields = ["drying_factor", "drying_visits"]

    version = serializers.IntegerField(
        required=False, min_value=1, help_text="That was read; another one is refused."
    )

    def validate(self, attrs: dict[str, Any]) -> dict[str, Any]:
        """A day on which clients are written to begins before it ends; a night has some hours."""
        night = ("bed_time", "wake_time")
        check_night(*(attrs.get(name, getattr(self.instance, name, None)) for name in night))
        names = ("write_from_h", "write_to_h")
        begins, ends = (attrs.get(name, getattr(self.instance, name, None)) for name in names)
        if begins is not None and ends is not None and begins >= ends:
            wrong = names[0] if names[0] in attrs else names[1]
            raise serializers.ValidationError(
                {
                    wrong: sentence(
                        "It is written from {begins} to {ends} o’clock: start earlier.",
                        begins=begins,
                        ends=ends,
                    )
                }
            )
        return attrs


class SalonView(APIView):
    """The salon: its air, its kit, its ways of working, its values."""

    access = Access(EVERYBODY, OWNER)

    @extend_schema(responses=SalonSerializer)
    def get(self, request: Request) -> Response:
        return Response(SalonSerializer(current_salon()).data)

    @extend_schema(
        request=SalonSerializer(partial=True),
        responses={200: SalonSerializer},
    )
    def patch(self, request: Request) -> Response:
        given = SalonSerializer(current_salon(), data=request.data, partial=True)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        salon = change_salon(values, values.pop("version", None))
        return Response(SalonSerializer(salon).data)


urlpatterns = [
    path("salon/", SalonView.as_view(), name="salon"),
]
