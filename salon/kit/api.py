"""The kit: what there is, and what is out of it."""

from typing import Any

from django.db import IntegrityError, transaction
from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema, extend_schema_field
from rest_framework import serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.contract.plan.request import PIECES_MOST, RodStock
from craft.vocabulary import KitKind
from salon.kit import services
from salon.kit.models import SIZED, KitItem, KitUse
from salon.platform.errors import Conflict
from salon.platform.fields import choice_field, contract_float_field, integer_field
from salon.platform.language import sentence
from salon.platform.permissions import Access
from salon.platform.roles import HANDS, PLANNERS

KINDS = [kind.value for kind in KitKind]


class KitItemSerializer(serializers.ModelSerializer[KitItem]):
    """Pieces of one kind as they are typed."""

    kind = choice_field(KINDS)
    diameter_mm = contract_float_field(RodStock, "diameter_mm", required=False, allow_null=True)
    count = integer_field(0, PIECES_MOST, "pieces")
    version = serializers.IntegerField(
        required=False, min_value=1, help_text="That was read; another one is refused."
    )

    class Meta:
        model = KitItem
        fields = ["id", "kind", "diameter_mm", "name", "count", "version"]
        # The database holds that each item is there once; the refusal is in our own words.
        validators: list[Any] = []

    def validate(self, values: dict[str, Any]) -> dict[str, Any]:
        kind = values.get("kind", getattr(self.instance, "kind", None))
        size = values.get("diameter_mm", getattr(self.instance, "diameter_mm", None))
        if kind == SIZED and size is None:
            raise serializers.ValidationError(
                {"diameter_mm": sentence("Give the diameter of the rods.")}
            )
        if kind != SIZED and size is not None:
            raise serializers.ValidationError(
                {"diameter_mm": sentence("Only rods have a diameter here.")}
            )
        return values


class KitUseSerializer(serializers.ModelSerializer[KitUse]):
    """Pieces that are out."""

    what = serializers.SerializerMethodField()
    holder = serializers.SerializerMethodField()
    ready_at = serializers.SerializerMethodField()

    class Meta:
        model = KitUse
        fields = [
            "id",
            "item",
            "what",
            "count",
            "plan",
            "holder",
            "taken_at",
            "expected_back",
            "cleaning_since",
            "contact_min",
            "ready_at",
            "returned_at",
        ]

    def get_what(self, use: KitUse) -> str:
        return use.item.called(use.count)

    def get_holder(self, use: KitUse) -> str:
        return services.holder_of(use)

    @extend_schema_field(OpenApiTypes.DATETIME)
    def get_ready_at(self, use: KitUse) -> str:
        return services.ready_at(use).isoformat()


def keep_item(given: KitItemSerializer) -> KitItem:
    """Keep an item.

    Raises:
        ValidationError: it is there already
        Conflict: somebody else changed it in the meantime
    """
    version = given.validated_data.pop("version", None)
    try:
        with transaction.atomic():
            item = given.instance
            if item is None:
                return given.save()
            held = KitItem.objects.select_for_update().get(pk=item.pk)
            if version is not None and held.version != version:
                raise Conflict
            for name, value in given.validated_data.items():
                setattr(held, name, value)
            held.version += 1
            held.save(update_fields=[*given.validated_data, "version"])
            return held
    except IntegrityError as error:
        raise serializers.ValidationError(
            {"kind": sentence("This is already in the kit: change its number there.")}
        ) from error


class ItemView(APIView):
    """One item of the kit."""

    access = Access(HANDS, PLANNERS)

    @extend_schema(
        request=KitItemSerializer(partial=True),
        responses={200: KitItemSerializer},
    )
    def patch(self, request: Request, pk: int) -> Response:
        item = get_object_or_404(KitItem, pk=pk)
        given = KitItemSerializer(item, data=request.data, partial=True)
        given.is_valid(raise_exception=True)
        return Response(KitItemSerializer(keep_item(given)).data)

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> Response:
        item = get_object_or_404(KitItem, pk=pk)
        if item.uses.filter(returned_at=None).exists():
            raise serializers.ValidationError(
                {"item": sentence("Some of these are in use: return them first.")}
            )
        item.delete()
        return Response(status=status.HTTP_204_NO_CONTENT)


urlpatterns = [
    path("kit/<int:pk>/", ItemView.as_view(), name="kit-item"),
]
