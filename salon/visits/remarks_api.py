"""Remarks over HTTP: what nobody has seen to yet, and what the next visit should know."""

from typing import Any

from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.vocabulary import RemarkKind
from salon.clients.models import Client
from salon.platform.auth import current_user
from salon.platform.fields import integer_field
from salon.platform.input_limits import MAX_ID
from salon.platform.language import lazy_sentence
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY
from salon.visits.models import Remark, Visit
from salon.visits.remarks import HOME, of_client, see, unsee, unseen


class RemarkSerializer(serializers.ModelSerializer[Remark]):
    """Something a client said or felt, or that was noted for the next visit."""

    kind = serializers.ChoiceField(choices=[kind.value for kind in RemarkKind])
    client_name = serializers.CharField(source="client.name")
    from_home = serializers.SerializerMethodField()

    class Meta:
        model = Remark
        fields = [
            "id",
            "client",
            "client_name",
            "visit",
            "kind",
            "text",
            "at",
            "from_home",
            "seen_at",
        ]

    def get_from_home(self, remark: Remark) -> bool:
        return remark.source.startswith(HOME)


class RemarksQuery(serializers.Serializer[Any]):
    """Whose remarks."""

    client = integer_field(
        1,
        MAX_ID,
        lazy_sentence("as the number of a client"),
        required=False,
        help_text="What the next visit of this client should know; else what nobody has seen to.",
    )
    visit = integer_field(
        1,
        MAX_ID,
        lazy_sentence("as the number of a visit"),
        required=False,
        help_text="Only remarks of this visit.",
    )


class RemarksView(APIView):
    """Remarks nobody has seen to; of one visit; or those the next visit should know."""

    access = Access(EVERYBODY)

    names_rows = True

    @extend_schema(parameters=[RemarksQuery], responses=RemarkSerializer(many=True))
    def get(self, request: Request) -> Response:
        given = RemarksQuery(data=request.query_params)
        given.is_valid(raise_exception=True)
        asked = given.validated_data
        if "visit" in asked:
            rows = list(
                get_object_or_404(Visit, pk=asked["visit"]).remarks.select_related("client")
            )
        elif "client" in asked:
            rows = of_client(get_object_or_404(Client, pk=asked["client"]))
        else:
            rows = unseen()
        return Response(RemarkSerializer(rows, many=True).data)


class RemarkSeenView(APIView):
    """Somebody has seen to a remark, or takes that back."""

    access = Access(EVERYBODY)

    @extend_schema(request=None, responses={200: RemarkSerializer})
    def post(self, request: Request, pk: int) -> Response:
        remark = get_object_or_404(Remark.objects.select_related("client"), pk=pk)
        return Response(RemarkSerializer(see(remark, current_user(request))).data)

    @extend_schema(responses={200: RemarkSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        remark = get_object_or_404(Remark.objects.select_related("client"), pk=pk)
        return Response(RemarkSerializer(unsee(remark)).data)


urlpatterns = [
    path("remarks/", RemarksView.as_view(), name="remarks"),
    path("remarks/<int:pk>/seen/", RemarkSeenView.as_view(), name="remark-seen"),
]
