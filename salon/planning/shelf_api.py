"""The shelf as a plan looks at it: what may be used on a client, and how long everything lasts."""

from typing import Any

from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.commands import read_label_request
from craft.contract.label import LabelRequest
from salon.clients.models import Client
from salon.planning.fitting import fit_for
from salon.planning.outlook import outlooks
from salon.platform.input_limits import id_param
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY, HANDS, PLANNERS
from salon.products import calibrating
from salon.products.api import ProductView, pair_rows
from salon.products.models import Product
from salon.products.serializers import ProductSheetSerializer, ShelfSerializer, row_of

MOVES_SHOWN = 30


def asked_client(request: Request) -> Client | None:
    """The client the shelf is looked at for, if one was named."""
    asked = id_param(request, "client")
    return None if asked is None else get_object_or_404(Client, pk=asked)


class ShelfView(APIView):
    """Everything on the shelf, and what of it may go on one client today."""

    access = Access(EVERYBODY, PLANNERS)

    names_rows = True

    @extend_schema(
        parameters=[OpenApiParameter("client", OpenApiTypes.INT)], responses=ShelfSerializer
    )
    def get(self, request: Request) -> Response:
        products = list(
            Product.objects.filter(retired_at=None).prefetch_related("calibrations", "weighings")
        )
        client = asked_client(request)
        fits, air = fit_for(client, products) if client else ({}, None)
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
    label = read_label_request(LabelRequest(ingredients=product.ingredients, leave_on=leave_on))
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
