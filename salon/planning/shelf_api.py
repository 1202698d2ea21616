"""The shelf as a plan looks at it: what may go on a head, and how long everything lasts."""

from typing import Any

from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.commands import labelled
from craft.contract.label import LabelRequest
from salon.heads.models import Head
from salon.planning.fitting import fit_for
from salon.planning.outlook import outlooks
from salon.platform.input_limits import id_param
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY, HANDS, PLANNERS
from salon.shelf import calibrating
from salon.shelf.api import ProductView, pair_rows
from salon.shelf.models import Product
from salon.shelf.serializers import ProductSheetSerializer, ShelfSerializer, row_of

MOVES_SHOWN = 30


def asked_head(request: Request) -> Head | None:
    """The head the shelf is looked at for, if one was named."""
    asked = id_param(request, "head")
    return None if asked is None else get_object_or_404(Head, pk=asked)


class ShelfView(APIView):
    """Everything on the shelf, and what of it may go on one head today."""

    access = Access(EVERYBODY, PLANNERS)

    names_rows = True

    @extend_schema(
        parameters=[OpenApiParameter("head", OpenApiTypes.INT)], responses=ShelfSerializer
    )
    def get(self, request: Request) -> Response:
        products = list(
            Product.objects.filter(retired_at=None).prefetch_related("calibrations", "weighings")
        )
        head = asked_head(request)
        fits, air = fit_for(head, products) if head else ({}, None)
        ahead = outlooks(products)
        rows = [row_of(product, ahead[product.pk], fits.get(product.pk)) for product in products]
        return Response(ShelfSerializer({"products": rows, "air": air, "pairs": pair_rows()}).data)


class ProductSheetView(ProductView):
    """One product, with its label read, its moves, its calibration."""

    access = Access(HANDS, PLANNERS)

    @extend_schema(responses=ProductSheetSerializer)
    def get(self, request: Request, pk: int) -> Response:
        product = get_object_or_404(
            Product.objects.prefetch_related("calibrations__by", "weighings"), pk=pk
        )
        return Response(ProductSheetSerializer(sheet_of(product)).data)


def sheet_of(product: Product) -> dict[str, Any]:
    """Everything about one product."""
    calibrations = list(product.calibrations.all())
    leave_on = product.directions != "rinse"
    label = labelled(LabelRequest(ingredients=product.ingredients, leave_on=leave_on))
    return {
        "product": product,
        "row": row_of(product, outlooks([product])[product.pk], None),
        "label": label.model_dump(mode="json"),
        "moves": product.moves.select_related("by")[:MOVES_SHOWN],
        "calibrations": calibrations,
        "drift": calibrating.drift_of(product),
        "pairs": [row for row in pair_rows() if product.pk in (row["first"], row["second"])],
    }


urlpatterns = [
    path("shelf/", ShelfView.as_view(), name="shelf"),
    path("products/<int:pk>/", ProductSheetView.as_view(), name="product"),
]
