"""Devices: the strand scope."""

from typing import Any

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import serializers, status
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.contract.profile import DensityOut, Spot
from craft.messages import language, stored_said_in
from craft.profile.estimate import counted_out
from craft.vocabulary import Zone
from salon.clients.models import Client
from salon.devices import services
from salon.devices.models import ScopePicture
from salon.devices.scope import NoPicture, Shot, scope
from salon.platform.auth import current_user
from salon.platform.errors import core_schema
from salon.platform.idempotency import Idempotency
from salon.platform.language import lazy_sentence
from salon.platform.permissions import Access
from salon.platform.roles import HANDS

ZONES = [zone.value for zone in Zone]


class PlaceField(serializers.ListField):
    """A place on the picture (x, y) [px]."""

    def __init__(self, **kwargs: Any) -> None:
        super().__init__(child=serializers.FloatField(), min_length=2, max_length=2, **kwargs)


class PictureSerializer(serializers.ModelSerializer[ScopePicture]):
    roots = serializers.ListField(child=PlaceField())
    frame = serializers.ListField(child=serializers.FloatField())
    by_hand = serializers.SerializerMethodField()
    density = serializers.SerializerMethodField()

    class Meta:
        model = ScopePicture
        fields = [
            "id",
            "client",
            "zone",
            "um_per_px",
            "width_px",
            "height_px",
            "roots",
            "frame",
            "area_cm2",
            "diameter_um",
            "taken_at",
            "by_hand",
            "density",
        ]

    def get_by_hand(self, picture: ScopePicture) -> bool:
        return picture.corrected is not None

    @core_schema(DensityOut)
    def get_density(self, picture: ScopePicture) -> Any:
        density = counted_out([Spot(count=len(picture.roots), field_cm2=picture.area_cm2)])
        return density.model_dump(mode="json", by_alias=True) if density else None


class ScopeSerializer(serializers.Serializer[Any]):
    name = serializers.CharField(allow_blank=True, help_text="Empty where none is connected.")
    pictures = PictureSerializer(many=True)


class TakeSerializer(serializers.Serializer[Any]):
    zone = serializers.ChoiceField(choices=ZONES, allow_blank=True, default="")


class UploadSerializer(TakeSerializer):
    um_per_px = serializers.FloatField()
    picture = serializers.FileField(
        error_messages={
            "required": lazy_sentence("Choose a picture."),
            "empty": lazy_sentence("The file is empty."),
        }
    )


class CorrectSerializer(serializers.Serializer[Any]):
    roots = serializers.ListField(child=PlaceField(), max_length=services.ROOTS_MOST)


PICTURES_SHOWN = 12


def scope_name() -> str:
    """What the scope of this salon is called; empty where there is none."""
    try:
        return stored_said_in(scope().name, language())
    except NoPicture:
        return ""


class ScopeView(APIView):
    """The scope: its latest pictures of a client; taking another."""

    access = Access(HANDS)

    idempotency = Idempotency.RESERVE
    may_be_busy = True

    @extend_schema(responses=ScopeSerializer)
    def get(self, request: Request, pk: int) -> Response:
        client = get_object_or_404(Client, pk=pk)
        pictures = client.scope_pictures.all()[:PICTURES_SHOWN]
        return Response(ScopeSerializer({"name": scope_name(), "pictures": pictures}).data)

    @extend_schema(request=TakeSerializer, responses={201: PictureSerializer})
    def post(self, request: Request, pk: int) -> Response:
        given = TakeSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        client = get_object_or_404(Client, pk=pk)
        picture = services.take_picture(client, given.validated_data["zone"], current_user(request))
        return Response(PictureSerializer(picture).data, status=status.HTTP_201_CREATED)


class UploadView(APIView):
    """A picture from any other scope, with its scale."""

    access = Access(HANDS)

    idempotency = Idempotency.RESERVE
    may_be_busy = True

    parser_classes = [MultiPartParser]

    @extend_schema(
        request={"multipart/form-data": UploadSerializer},
        responses={201: PictureSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        given = UploadSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        shot = Shot(values["picture"].read(), values["um_per_px"])
        client = get_object_or_404(Client, pk=pk)
        picture = services.keep(client, values["zone"], shot, current_user(request))
        return Response(PictureSerializer(picture).data, status=status.HTTP_201_CREATED)


class PictureView(APIView):
    """One picture: the count, corrected by taps."""

    access = Access(HANDS)

    @extend_schema(request=CorrectSerializer, responses={200: PictureSerializer})
    def patch(self, request: Request, pk: int) -> Response:
        given = CorrectSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        picture = get_object_or_404(ScopePicture, pk=pk)
        return Response(
            PictureSerializer(services.correct(picture, given.validated_data["roots"])).data
        )


class ImageView(APIView):
    """The picture itself."""

    access = Access(HANDS)

    @extend_schema(responses={(200, "image/png"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int) -> HttpResponse:
        picture = get_object_or_404(ScopePicture, pk=pk)
        with picture.image.open("rb") as file:
            return HttpResponse(file.read(), content_type="image/png")


urlpatterns = [
    path("clients/<int:pk>/scope/", ScopeView.as_view(), name="scope"),
    path("clients/<int:pk>/scope/upload/", UploadView.as_view(), name="scope-upload"),
    path("scope/<int:pk>/", PictureView.as_view(), name="scope-picture"),
    path("scope/<int:pk>/image/", ImageView.as_view(), name="scope-image"),
]
