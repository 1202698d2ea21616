"""Taking the kit of a plan, cleaning it, and putting it back."""

from typing import Any

from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.utils import extend_schema
from rest_framework import serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from salon.kit.api import KitUseSerializer
from salon.kit.models import KitUse
from salon.planning.models import Plan
from salon.platform.auth import current_user
from salon.platform.fields import float_field
from salon.platform.language import lazy_sentence
from salon.platform.permissions import Access
from salon.platform.roles import HANDS
from salon.visits import kit


class TakeView(APIView):
    """Take the kit of a plan out of the drawer."""

    access = Access(HANDS)

    @extend_schema(request=None, responses={201: KitUseSerializer(many=True)})
    def post(self, request: Request, pk: int) -> Response:
        plan = get_object_or_404(Plan.objects.select_related("client"), pk=pk)
        uses = kit.take_kit(plan, current_user(request))
        return Response(KitUseSerializer(uses, many=True).data, status=status.HTTP_201_CREATED)


class CleaningSerializer(serializers.Serializer[Any]):
    """Into the disinfectant."""

    contact_min = float_field(
        0.5, 120, lazy_sentence("min, as its label says"), required=False, allow_null=True
    )


class CleaningView(APIView):
    """Pieces go into the disinfectant; its contact time runs."""

    access = Access(HANDS)

    @extend_schema(request=CleaningSerializer, responses={200: KitUseSerializer})
    def post(self, request: Request, pk: int) -> Response:
        given = CleaningSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        use = get_object_or_404(KitUse, pk=pk)
        use = kit.into_cleaning(use, given.validated_data.get("contact_min"), current_user(request))
        return Response(KitUseSerializer(use).data)


class BackView(APIView):
    """Pieces go back into the drawer; undone, one step back."""

    access = Access(HANDS)

    @extend_schema(request=None, responses={200: KitUseSerializer})
    def post(self, request: Request, pk: int) -> Response:
        use = kit.back(get_object_or_404(KitUse, pk=pk), current_user(request))
        return Response(KitUseSerializer(use).data)

    @extend_schema(responses={200: KitUseSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        use = kit.reopen(get_object_or_404(KitUse, pk=pk), current_user(request))
        return Response(KitUseSerializer(use).data)


urlpatterns = [
    path("plans/<int:pk>/kit/", TakeView.as_view(), name="kit-take"),
    path("kit-uses/<int:pk>/cleaning/", CleaningView.as_view(), name="kit-cleaning"),
    path("kit-uses/<int:pk>/back/", BackView.as_view(), name="kit-back"),
]
