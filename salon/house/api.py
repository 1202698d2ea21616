"""Signing in and out, and the house."""

from typing import Any

from django.contrib.auth import authenticate, login, logout
from django.middleware.csrf import get_token
from django.urls import path
from drf_spectacular.utils import extend_schema
from rest_framework import exceptions, serializers, status
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.contract import HouseRules, PlanRequest, Room, School
from salon.fields import ranged, whole, within
from salon.house.models import House
from salon.house.services import change_house, name_of, the_house
from salon.problems import CoreField, ProblemsSerializer, core_schema


class SignInSerializer(serializers.Serializer[Any]):
    username = serializers.CharField(
        max_length=150, error_messages={"blank": "Type your name.", "required": "Type your name."}
    )
    password = serializers.CharField(
        max_length=200,
        trim_whitespace=False,
        error_messages={"blank": "Type your password.", "required": "Type your password."},
    )


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
    room_temp_c = ranged(Room, "temp_c")
    room_rh = within(0, DAMPEST_RH, "as a share of 1")
    journey_min = ranged(PlanRequest, "journey_min")
    home_temp_c = within(5, 35, "°C")
    contact_min = within(0.5, 120, "min, as its label says", allow_null=True)
    currency = serializers.RegexField(
        "^[A-Z]{3}$", error_messages={"invalid": "Give three capital letters, e.g. EUR."}
    )
    lead_days = whole(0, 120, "days")
    order_for_days = whole(1, 365, "days")
    school = HouseSchoolField()
    rules = RulesField()

    class Meta:
        model = House
        fields = [
            "name",
            "room_temp_c",
            "room_rh",
            "journey_min",
            "home_temp_c",
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


class SessionSerializer(serializers.Serializer[Any]):
    signed_in = serializers.BooleanField()
    name = serializers.CharField(allow_blank=True)
    house = HouseSerializer(allow_null=True)


def session_of(request: Request) -> dict[str, object]:
    """Who is signed in, and to which house."""
    user = request.user
    if not user.is_authenticated:
        return {"signed_in": False, "name": "", "house": None}
    return {"signed_in": True, "name": name_of(user), "house": the_house()}


class SessionView(APIView):
    """Sign in and out."""

    permission_classes = [AllowAny]

    @extend_schema(responses=SessionSerializer)
    def get(self, request: Request) -> Response:
        get_token(request)
        return Response(SessionSerializer(session_of(request)).data)

    @extend_schema(
        request=SignInSerializer,
        responses={
            200: SessionSerializer,
            400: ProblemsSerializer,
            429: ProblemsSerializer,
        },
    )
    def post(self, request: Request) -> Response:
        given = SignInSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        user = authenticate(request._request, **given.validated_data)
        if user is None:
            raise exceptions.ValidationError(
                {"password": "Name and password do not go together. Try again."}
            )
        login(request._request, user)
        request.user = user
        return Response(SessionSerializer(session_of(request)).data)

    @extend_schema(request=None, responses={204: None})
    def delete(self, request: Request) -> Response:
        logout(request._request)
        return Response(status=status.HTTP_204_NO_CONTENT)


class HouseView(APIView):
    """The house: its air, its kit, its ways of working, its values."""

    @extend_schema(responses=HouseSerializer)
    def get(self, request: Request) -> Response:
        return Response(HouseSerializer(the_house()).data)

    @extend_schema(
        request=HouseSerializer(partial=True),
        responses={200: HouseSerializer, 400: ProblemsSerializer, 409: ProblemsSerializer},
    )
    def patch(self, request: Request) -> Response:
        given = HouseSerializer(the_house(), data=request.data, partial=True)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        house = change_house(values, values.pop("version", None))
        return Response(HouseSerializer(house).data)


urlpatterns = [
    path("house/", HouseView.as_view(), name="house"),
    path("session/", SessionView.as_view(), name="session"),
]
