"""The shelf: what there is, what it may be used for, how long it lasts."""

from collections.abc import Iterable
from typing import Any

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.urls import path
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework import status
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.contract.plan.request import NAMES_MOST
from craft.labels import names_in
from craft.products.calibration import calibrate
from salon.platform.auth import current_user
from salon.platform.idempotency import Idempotency
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY, HANDS, PLANNERS
from salon.products import calibrating, importing, matches, pairs, services, stock
from salon.products.exchange import written
from salon.products.models import Product, StockMove
from salon.products.serializers import (
    CalibratedSerializer,
    CalibrateSerializer,
    CalibrationSerializer,
    MatchSerializer,
    MoveSerializer,
    PairSerializer,
    PalmTestSerializer,
    PreviewSerializer,
    ProductSerializer,
    ReadingsSerializer,
    StockSerializer,
    TableSerializer,
    pair_row,
)

#: A name of an ingredient is no longer than this.
NAME_LONGEST = 200


def pair_rows() -> list[dict[str, Any]]:
    """Every pair with a palm test, or that left flakes on a client."""
    verdicts = ((pair, pairs.verdict(pair)) for pair in pairs.known_pairs())
    return [
        pair_row(pair, verdict)
        for pair, verdict in verdicts
        if verdict and (verdict.tested or pair.flaked)
    ]


class ProductsView(APIView):
    """Products: their plain list, and a new one."""

    access = Access(EVERYBODY, PLANNERS)

    @extend_schema(responses=ProductSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(ProductSerializer(Product.objects.all(), many=True).data)

    @extend_schema(request=ProductSerializer, responses={201: ProductSerializer})
    def post(self, request: Request) -> Response:
        given = ProductSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        product = services.add(given.validated_data, current_user(request))
        return Response(ProductSerializer(product).data, status=status.HTTP_201_CREATED)


class ProductView(APIView):
    """One product: changed, or taken off the shelf."""

    @extend_schema(
        request=ProductSerializer(partial=True),
        responses={200: ProductSerializer},
    )
    def patch(self, request: Request, pk: int) -> Response:
        product = get_object_or_404(Product, pk=pk)
        given = ProductSerializer(product, data=request.data, partial=True)
        given.is_valid(raise_exception=True)
        values = dict(given.validated_data)
        version = values.pop("version", product.version)
        values.pop("stock_g", None)
        return Response(ProductSerializer(services.change(product, values, version)).data)

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> Response:
        services.retire(get_object_or_404(Product, pk=pk))
        return Response(status=status.HTTP_204_NO_CONTENT)


class ReturnView(APIView):
    """Put a product that was taken off back on the shelf."""

    access = Access(PLANNERS)

    @extend_schema(request=None, responses=ProductSerializer)
    def post(self, request: Request, pk: int) -> Response:
        product = services.retire(get_object_or_404(Product, pk=pk), back=True)
        return Response(ProductSerializer(product).data)


class StockView(APIView):
    """Book a delivery, a recount or waste."""

    access = Access(HANDS)

    @extend_schema(request=StockSerializer, responses={201: MoveSerializer})
    def post(self, request: Request, pk: int) -> Response:
        given = StockSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        product = get_object_or_404(Product, pk=pk)
        typed = (product, values["grams"], current_user(request), values["note"])
        if values["kind"] == "recount":
            done = stock.recount(*typed, None if values["sure"] else values.get("seen_g"))
        else:
            book = {"delivery": stock.deliver, "waste": stock.waste}
            done = book[values["kind"]](*typed)
        return Response(MoveSerializer(done).data, status=status.HTTP_201_CREATED)


class UndoView(APIView):
    """Undo a move of stock, or do it again."""

    access = Access(HANDS)

    @extend_schema(request=None, responses={200: MoveSerializer})
    def post(self, request: Request, pk: int) -> Response:
        return Response(MoveSerializer(stock.undo(get_object_or_404(StockMove, pk=pk))).data)

    @extend_schema(responses={200: MoveSerializer})
    def delete(self, request: Request, pk: int) -> Response:
        move = get_object_or_404(StockMove, pk=pk)
        return Response(MoveSerializer(stock.undo(move, back=True)).data)


class CalibrationView(APIView):
    """Keep a calibration of a bottle."""

    access = Access(HANDS)

    @extend_schema(request=CalibrateSerializer, responses={201: CalibrationSerializer})
    def post(self, request: Request, pk: int) -> Response:
        given = CalibrateSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        product = get_object_or_404(Product, pk=pk)
        values = given.validated_data
        calibration = calibrating.keep(
            product, values["unit"], values["readings"], current_user(request)
        )
        return Response(CalibrationSerializer(calibration).data, status=status.HTTP_201_CREATED)


class CalibratingView(APIView):
    """What the readings of a calibration tell, while it is going on."""

    access = Access(HANDS)

    idempotency = Idempotency.OFF

    @extend_schema(request=ReadingsSerializer, responses={200: CalibratedSerializer})
    def post(self, request: Request) -> Response:
        given = ReadingsSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        readings = calibrating.readings_of(given.validated_data["readings"])
        return Response(CalibratedSerializer(calibrate(readings)).data)


class PalmTestView(APIView):
    """Keep what two products did on the palm."""

    access = Access(HANDS)

    @extend_schema(request=PalmTestSerializer, responses={201: PairSerializer})
    def post(self, request: Request) -> Response:
        given = PalmTestSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        test = pairs.keep_palm_test(
            values["first"],
            values["second"],
            values["result"],
            values["note"],
            current_user(request),
        )
        verdict = pairs.verdict(test.pair)
        assert verdict is not None  # there is a test now
        return Response(pair_row(test.pair, verdict), status=status.HTTP_201_CREATED)


class MatchView(APIView):
    """What names of ingredients match on this shelf, and whether they are understood."""

    access = Access(HANDS)

    @extend_schema(
        parameters=[OpenApiParameter("name", OpenApiTypes.STR, many=True)],
        responses=MatchSerializer(many=True),
    )
    def get(self, request: Request) -> Response:
        typed = [text[:NAME_LONGEST] for text in request.query_params.getlist("name")[:NAMES_MOST]]
        names = dict.fromkeys(name for text in typed for name in names_in(text))
        return Response(MatchSerializer([matches.of(name) for name in names], many=True).data)


class ExportView(APIView):
    """The shelf as CSV."""

    access = Access(HANDS, PLANNERS)

    @extend_schema(responses={(200, "text/csv"): OpenApiTypes.STR})
    def get(self, request: Request) -> HttpResponse:
        table = written(rows_for_export(Product.objects.filter(retired_at=None)))
        name = f"shelf-{timezone.localdate():%Y-%m-%d}.csv"
        return HttpResponse(
            "\ufeff" + table,
            content_type="text/csv; charset=utf-8",
            headers={"Content-Disposition": f'attachment; filename="{name}"'},
        )


def rows_for_export(products: Iterable[Product]) -> list[dict[str, Any]]:
    """Products in the columns of the table."""
    return [{name: getattr(product, name) for name in importing.COLUMNS} for product in products]


class ImportView(APIView):
    """A table of products: looked at row by row, taken in only when all of it is right."""

    access = Access(PLANNERS)

    parser_classes = [MultiPartParser]

    @extend_schema(
        request={"multipart/form-data": TableSerializer},
        responses={200: PreviewSerializer},
    )
    def post(self, request: Request) -> Response:
        given = TableSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        start = values.get("start")
        looked_at, count = importing.look_at(values["file"].read(), start)
        if values["accept"]:
            importing.take_in(looked_at, current_user(request))
        end = count if start is None else start + len(looked_at)
        answer = {
            "rows": looked_at,
            "taken_in": values["accept"],
            "next": end if end < count else None,
        }
        return Response(PreviewSerializer(answer).data)


urlpatterns = [
    path("products/", ProductsView.as_view(), name="products"),
    path("products/export/", ExportView.as_view(), name="products-export"),
    path("products/import/", ImportView.as_view(), name="products-import"),
    path("products/<int:pk>/return/", ReturnView.as_view(), name="product-return"),
    path("products/<int:pk>/stock/", StockView.as_view(), name="stock"),
    path("products/<int:pk>/calibration/", CalibrationView.as_view(), name="calibration"),
    path("stock-moves/<int:pk>/undo/", UndoView.as_view(), name="stock-undo"),
    path("calibrating/", CalibratingView.as_view(), name="calibrating"),
    path("shelf/matches/", MatchView.as_view(), name="shelf-matches"),
    path("palm-tests/", PalmTestView.as_view(), name="palm-tests"),
]
