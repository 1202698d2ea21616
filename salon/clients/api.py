"""Clients and observations."""

from datetime import date
from typing import Any

from django.shortcuts import get_object_or_404
from django.urls import path
from django.utils import timezone
from drf_spectacular.utils import extend_schema, extend_schema_field
from rest_framework import serializers, status
from rest_framework.exceptions import PermissionDenied
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.contract import School
from craft.contract.plan.request import NAMES_MOST
from craft.contract.profile import ProfileAnswer
from craft.profile.consultation import OBSERVED
from craft.vocabulary import Condition, Zone
from salon.clients import profiles, services
from salon.clients.models import Client, Observation
from salon.platform.auth import current_user
from salon.platform.errors import CoreField, core_schema
from salon.platform.fields import ClockField, check_night, phone_field, validate_time_zone
from salon.platform.language import lazy_sentence, sentence
from salon.platform.permissions import Access, has_role
from salon.platform.roles import EVERYBODY, HANDS
from salon.salon_settings.services import current_salon
from salon.staff.services import name_of

#: Nobody is older [years].
OLDEST = 120
WORDS: dict[str, Any] = {"max_length": 200, "allow_blank": False}


@core_schema(School)
class SchoolField(CoreField):
    """Ways of working."""

    model = School


class ObservationSerializer(serializers.ModelSerializer[Observation]):
    value = serializers.SerializerMethodField()
    taken_by = serializers.SerializerMethodField()

    class Meta:
        model = Observation
        fields = [
            "id",
            "kind",
            "zone",
            "value",
            "method",
            "taken_at",
            "taken_by",
            "note",
            "withdrawn_at",
        ]

    @extend_schema_field({"oneOf": [{"type": "number"}, {"type": "string"}]})
    def get_value(self, observation: Any) -> float | str:
        value: float | str = observation.value
        return value

    def get_taken_by(self, observation: Observation) -> str:
        return name_of(observation.taken_by)


@extend_schema_field({"oneOf": [{"type": "number"}, {"type": "string"}]})
class ValueField(serializers.Field[Any, Any, Any, Any]):
    """A number or a word; the core decides whether it can be."""

    def to_internal_value(self, data: object) -> object:
        if isinstance(data, bool) or not isinstance(data, int | float | str):
            raise serializers.ValidationError(sentence("Give a number or a word."))
        return data

    def to_representation(self, value: object) -> object:
        return value


class NewObservationSerializer(serializers.Serializer[Any]):
    kind = serializers.ChoiceField(choices=[observed.key for observed in OBSERVED])
    value = ValueField()
    zone = serializers.ChoiceField(
        choices=[zone.value for zone in Zone], required=False, allow_blank=True
    )
    method = serializers.ChoiceField(choices=Observation.Method.choices)
    note = serializers.CharField(max_length=300, required=False, allow_blank=True)


class ObserveSerializer(serializers.Serializer[Any]):
    observations = NewObservationSerializer(many=True, allow_empty=False)


class MissingSerializer(serializers.Serializer[Any]):
    field = serializers.CharField()
    message = serializers.CharField()


class ProfileSerializer(serializers.Serializer[Any]):
    hair = serializers.DictField()
    estimates = serializers.SerializerMethodField()
    shrinkage = serializers.FloatField(allow_null=True)
    current = ObservationSerializer(many=True)
    missing = MissingSerializer(many=True)

    @core_schema(ProfileAnswer)
    def get_estimates(self, profile: dict[str, Any]) -> Any:
        return profile["estimates"].model_dump(mode="json", by_alias=True)


def profile_data(profile: profiles.Profile) -> dict[str, Any]:
    """A profile as it is answered."""
    return {
        "hair": profile.hair,
        "estimates": profile.estimates,
        "shrinkage": profiles.shrinkage_of(profile.hair),
        "current": profile.current,
        "missing": profile.missing,
    }


class ClientSerializer(serializers.ModelSerializer[Client]):
    name = serializers.CharField(
        max_length=120,
        error_messages={
            "blank": lazy_sentence("Type a name; the first name is enough."),
            "required": lazy_sentence("Type a name; the first name is enough."),
        },
    )
    conditions = serializers.ListField(
        child=serializers.ChoiceField(choices=[condition.value for condition in Condition]),
        required=False,
    )
    allergies = serializers.ListField(
        child=serializers.CharField(**WORDS), required=False, max_length=NAMES_MOST
    )
    avoid = serializers.ListField(
        child=serializers.CharField(**WORDS), required=False, max_length=NAMES_MOST
    )
    school = SchoolField(required=False)
    bed_time = ClockField(required=False, allow_null=True)
    wake_time = ClockField(required=False, allow_null=True)
    phone = phone_field()
    zone = serializers.CharField(
        max_length=64, required=False, allow_blank=True, validators=[validate_time_zone]
    )

    def validate(self, attrs: dict[str, Any]) -> dict[str, Any]:
        """A night has some hours, also where the salon's hour stands in."""
        if {"bed_time", "wake_time"} & attrs.keys():
            salon = current_salon()
            own = (
                attrs.get(name, getattr(self.instance, name, None)) or getattr(salon, name)
                for name in ("bed_time", "wake_time")
            )
            check_night(*own)
        return attrs

    def validate_birthday(self, day: date | None) -> date | None:
        """A day that has been, of somebody who may sit in the chair."""
        if day and not timezone.localdate().year - OLDEST <= day.year:
            raise serializers.ValidationError(sentence("Give a date within the last 120 years."))
        if day and day > timezone.localdate():
            raise serializers.ValidationError(
                sentence("This day has not come yet. Give an earlier day.")
            )
        return day

    class Meta:
        model = Client
        fields = [
            "id",
            "name",
            "preferred_name",
            "pronouns",
            "language",
            "note",
            "conditions",
            "allergies",
            "avoid",
            "routine",
            "night",
            "bed_time",
            "wake_time",
            "retwists",
            "school",
            "phone",
            "birthday",
            "contact",
            "zone",
            "consented_at",
            "version",
            "created_at",
            "archived_at",
        ]
        read_only_fields = ["id", "created_at", "archived_at", "consented_at"]
        extra_kwargs = {"version": {"required": False}}


class NewClientSerializer(ClientSerializer):
    observations = NewObservationSerializer(many=True, required=False)
    sure = serializers.BooleanField(
        required=False, write_only=True, help_text="Another person than a client of that name."
    )

    class Meta(ClientSerializer.Meta):
        fields = [*ClientSerializer.Meta.fields, "observations", "sure"]
        read_only_fields = ["id", "created_at", "version", "consented_at"]


class ClientView(APIView):
    """One client."""

    access = Access(EVERYBODY)

    @extend_schema(responses=ClientSerializer)
    def get(self, request: Request, pk: int) -> Response:
        return Response(ClientSerializer(get_object_or_404(Client, pk=pk)).data)

    @extend_schema(
        request=ClientSerializer(partial=True),
        responses={200: ClientSerializer},
    )
    def patch(self, request: Request, pk: int) -> Response:
        client = get_object_or_404(Client, pk=pk)
        given = ClientSerializer(client, data=request.data, partial=True)
        given.is_valid(raise_exception=True)
        values = dict(given.validated_data)
        if not has_role(request.user, HANDS):
            check_nothing_is_lost(client, values)
        version = values.pop("version", None)
        if version is None:
            raise serializers.ValidationError(
                {"version": sentence("The version of the record is missing. Load the page again.")}
            )
        return Response(ClientSerializer(services.change_client(client, values, version)).data)


#: What protects a client: added by whoever hears of it, taken away by who works on the hair.
PROTECTING = ("allergies", "conditions", "avoid")


def check_nothing_is_lost(client: Client, values: dict[str, Any]) -> None:
    """Refuse to take away what protects a client.

    Args:
        client: of the client
        values: that are to be changed
    Raises:
        PermissionDenied: says who may
    """
    for name in PROTECTING:
        gone = set(getattr(client, name)) - set(values.get(name, getattr(client, name)))
        if gone:
            raise PermissionDenied(
                sentence(
                    "{names}: only specialists may remove this. You can add to the list.",
                    names=", ".join(sorted(gone)),
                )
            )


class ArchiveView(APIView):
    """Leave a client out of lists, or bring them back."""

    access = Access(EVERYBODY)

    @extend_schema(request=None, responses=ClientSerializer)
    def post(self, request: Request, pk: int) -> Response:
        client = services.archive(get_object_or_404(Client, pk=pk))
        return Response(ClientSerializer(client).data)

    @extend_schema(request=None, responses={200: ClientSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        client = services.archive(get_object_or_404(Client, pk=pk), back=True)
        return Response(ClientSerializer(client).data)


class ProfileView(APIView):
    """The newest of everything observed of a client."""

    access = Access(HANDS)

    @extend_schema(responses=ProfileSerializer)
    def get(self, request: Request, pk: int) -> Response:
        profile = profiles.profile(get_object_or_404(Client, pk=pk))
        return Response(ProfileSerializer(profile_data(profile)).data)


class ObservationsView(APIView):
    """Everything ever observed of a client; new observations are added, none is changed."""

    access = Access(HANDS)

    @extend_schema(responses=ObservationSerializer(many=True))
    def get(self, request: Request, pk: int) -> Response:
        client = get_object_or_404(Client, pk=pk)
        rows = client.observations.select_related("taken_by")
        return Response(ObservationSerializer(rows, many=True).data)

    @extend_schema(
        request=ObserveSerializer,
        responses={201: ObservationSerializer(many=True)},
    )
    def post(self, request: Request, pk: int) -> Response:
        client = get_object_or_404(Client, pk=pk)
        given = ObserveSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        kept = services.observe(client, given.validated_data["observations"], current_user(request))
        return Response(ObservationSerializer(kept, many=True).data, status=status.HTTP_201_CREATED)


class WithdrawalView(APIView):
    """Take an observation back, or undo that."""

    access = Access(HANDS)

    @extend_schema(request=None, responses=ObservationSerializer)
    def post(self, request: Request, pk: int) -> Response:
        observation = services.withdraw(get_object_or_404(Observation, pk=pk))
        return Response(ObservationSerializer(observation).data)

    @extend_schema(request=None, responses={200: ObservationSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        observation = services.restore(get_object_or_404(Observation, pk=pk))
        return Response(ObservationSerializer(observation).data)


urlpatterns = [
    path("clients/<int:pk>/", ClientView.as_view(), name="client"),
    path("clients/<int:pk>/archive/", ArchiveView.as_view(), name="client-archive"),
    path("clients/<int:pk>/profile/", ProfileView.as_view(), name="profile"),
    path("clients/<int:pk>/observations/", ObservationsView.as_view(), name="observations"),
    path("observations/<int:pk>/withdrawal/", WithdrawalView.as_view(), name="withdrawal"),
]
