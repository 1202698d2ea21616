"""The house."""

from typing import Any

from django.urls import path
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.contract import HouseRules, PlanRequest, Room, School
from craft.wear import reaching
from salon.house.models import House
from salon.house.services import change_house, the_house
from salon.platform.errors import CoreField, core_schema
from salon.platform.fields import (
    contract_float_field,
    float_field,
    integer_field,
    phone_field,
    validate_time_zone,
)
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY, OWNER

#: Saturated air never dries hair.
DAMPEST_RH = 0.98


@core_schema(School)
class HouseSchoolField(CoreField):
    """Ways of working of the house."""

    model = School


@core_schema(HouseRules)
class RulesField(CoreField):
    """House values."""

    model = HouseRules


class HouseSerializer(serializers.ModelSerializer[House]):
    phone = phone_field()
    zone = serializers.CharField(max_length=64, validators=[validate_time_zone])
    room_temp_c = contract_float_field(Room, "temp_c")
    room_rh = float_field(0, DAMPEST_RH, "as a share of 1")
    journey_min = contract_float_field(PlanRequest, "journey_min")
    home_temp_c = float_field(5, 35, "°C")
    contact_min = float_field(0.5, 120, "min, as its label says", allow_null=True)
    currency = serializers.RegexField(
        "^[A-Z]{3}$", error_messages={"invalid": "Give three capital letters, e.g. EUR."}
    )
    lead_days = integer_field(0, 120, "days")
    order_for_days = integer_field(1, 365, "days")
    write_from_h = integer_field(reaching.HOURS[0], reaching.HOURS[1] - 1, "o’clock")
    write_to_h = integer_field(reaching.HOURS[0] + 1, reaching.HOURS[1], "o’clock")
    ask_every_days = integer_field(*reaching.DAYS_APART, "days; 0 for once")
    school = HouseSchoolField()
    rules = RulesField()

    class Meta:
        model = House
        fields = [
            "name",
            "phone",
            "zone",
            "room_temp_c",
            "room_rh",
            "journey_min",
            "home_temp_c",
            "write_from_h",
            "write_to_h",
            "ask_every_days",
            "calendar_names",
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
        """A day on which clients are written to begins before it ends."""
        names = ("write_from_h", "write_to_h")
        begins, ends = (attrs.get(name, getattr(self.instance, name, None)) for name in names)
        if begins is not None and ends is not None and begins >= ends:
            wrong = names[0] if names[0] in attrs else names[1]
            raise serializers.ValidationError(
                {wrong: f"It is written from {begins} to {ends} o’clock: let it begin earlier."}
            )
        return attrs


class HouseView(APIView):
    """The house: its air, its kit, its ways of working, its values."""

    access = Access(EVERYBODY, OWNER)

    @extend_schema(responses=HouseSerializer)
    def get(self, request: Request) -> Response:
        return Response(HouseSerializer(the_house()).data)

    @extend_schema(
        request=HouseSerializer(partial=True),
        responses={200: HouseSerializer},
    )
    def patch(self, request: Request) -> Response:
        given = HouseSerializer(the_house(), data=request.data, partial=True)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        house = change_house(values, values.pop("version", None))
        return Response(HouseSerializer(house).data)


urlpatterns = [
    path("house/", HouseView.as_view(), name="house"),
]
