"""Pictures of styles over HTTP."""

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

from craft.vocabulary import PictureMoment, View
from salon.aftercare.looks import delete_picture, keep_picture
from salon.aftercare.models import LookPicture
from salon.aftercare.strip import strip_pdf
from salon.aftercare.tasks import measure
from salon.clients.models import Client
from salon.platform.auth import current_user
from salon.platform.idempotency import Idempotency
from salon.platform.language import lazy_sentence, sentence
from salon.platform.permissions import Access
from salon.platform.roles import HANDS
from salon.visits.models import Visit

PICTURES_MOST = 60


PAIR = serializers.ListField(child=serializers.FloatField(), min_length=2, max_length=2)


class LookMeasuredSerializer(serializers.Serializer[Any]):
    value = serializers.FloatField()
    sd = serializers.FloatField()


class LookMeasuresSerializer(serializers.Serializer[Any]):
    silhouette_cm2 = LookMeasuredSerializer()
    roughness_mm = LookMeasuredSerializer()
    coherence = LookMeasuredSerializer()
    length_cm = LookMeasuredSerializer()
    evenness = LookMeasuredSerializer()
    px_per_cm = serializers.FloatField()
    outline_cm = serializers.ListField(
        child=PAIR,
        required=False,
        help_text="Of the silhouette: right of the middle of the head, down from its top [cm].",
    )


class LookPictureSerializer(serializers.ModelSerializer[LookPicture]):
    measures = LookMeasuresSerializer(allow_null=True)

    class Meta:
        model = LookPicture
        fields = [
            "id",
            "visit",
            "view",
            "moment",
            "width_px",
            "height_px",
            "taken_at",
            "measured_at",
            "measures",
            "cannot",
        ]


class NewPictureSerializer(serializers.Serializer[Any]):
    picture = serializers.FileField(
        error_messages={
            "required": lazy_sentence("Choose a picture."),
            "empty": lazy_sentence("The file is empty."),
        }
    )
    view = serializers.ChoiceField(choices=[view.value for view in View])
    moment = serializers.ChoiceField(choices=[moment.value for moment in PictureMoment])
    visit = serializers.IntegerField(required=False, allow_null=True)
    consent = serializers.BooleanField(help_text="The client agrees to this picture.")

    def validate_consent(self, agreed: bool) -> bool:
        """Nothing is kept that the client does not agree to."""
        if not agreed:
            raise serializers.ValidationError(
                sentence("Ask the client first; without consent none is kept.")
            )
        return agreed


class LookPicturesView(APIView):
    """Pictures of a client; another one."""

    access = Access(HANDS)

    idempotency = Idempotency.RESERVE
    may_be_busy = True
    parser_classes = [MultiPartParser]

    @extend_schema(responses=LookPictureSerializer(many=True))
    def get(self, request: Request, pk: int) -> Response:
        client = get_object_or_404(Client, pk=pk)
        rows = client.look_pictures.all()[:PICTURES_MOST]
        return Response(LookPictureSerializer(rows, many=True).data)

    @extend_schema(
        request={"multipart/form-data": NewPictureSerializer},
        responses={201: LookPictureSerializer},
    )
    def post(self, request: Request, pk: int) -> Response:
        given = NewPictureSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        visit = values.get("visit")
        picture = keep_picture(
            get_object_or_404(Client, pk=pk),
            values["picture"].read(),
            values["view"],
            values["moment"],
            current_user(request),
            get_object_or_404(Visit, pk=visit) if visit else None,
        )
        measure.enqueue(picture.pk)
        data = LookPictureSerializer(picture).data
        return Response(data, status=status.HTTP_201_CREATED)


class LookImageView(APIView):
    """The picture itself; deleting it deletes its file."""

    access = Access(HANDS)

    @extend_schema(responses={(200, "image/png"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int) -> HttpResponse:
        picture = get_object_or_404(LookPicture, pk=pk)
        with picture.image.open("rb") as file:
            return HttpResponse(file.read(), content_type="image/png")

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> Response:
        delete_picture(get_object_or_404(LookPicture, pk=pk))
        return Response(status=status.HTTP_204_NO_CONTENT)


class StripView(APIView):
    """The scale strip to print and hold beside a client."""

    access = Access(HANDS)

    @extend_schema(responses={(200, "application/pdf"): OpenApiTypes.BINARY})
    def get(self, request: Request) -> HttpResponse:
        return HttpResponse(strip_pdf(), content_type="application/pdf")


urlpatterns = [
    path("clients/<int:pk>/pictures/", LookPicturesView.as_view(), name="look-pictures"),
    path("look-pictures/<int:pk>/", LookImageView.as_view(), name="look-picture"),
    path("scale-strip.pdf", StripView.as_view(), name="scale-strip"),
]
