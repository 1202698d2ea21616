"""The card for home over HTTP: a page, a PDF, days for a calendar."""

from django.conf import settings
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.views import APIView

from salon.aftercare.card import Card, CardSize, calendar_of, card_of, page_of, pdf_of
from salon.aftercare.wording import language_for
from salon.planning.models import Plan
from salon.platform.language import sentence
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY
from salon.salon_settings.services import current_salon

SIZE = OpenApiParameter(
    "size",
    OpenApiTypes.STR,
    enum=[size.value for size in CardSize],
    description="Paper: a4, large print, or as wide as a phone.",
)


LANGUAGES = [code for code, _ in settings.CLIENT_LANGUAGES]
LANGUAGE = OpenApiParameter(
    "language",
    OpenApiTypes.STR,
    enum=LANGUAGES,
    description="In which it is read; else the client's own.",
)


def language_of(request: Request, card: Card) -> str:
    """The language that is asked for, else that of the client.

    Raises:
        ValidationError: there is no catalogue of it
    """
    asked = request.query_params.get("language")
    if asked and asked not in LANGUAGES:
        names = ", ".join(LANGUAGES)
        raise serializers.ValidationError(
            {"language": sentence("Use one of: {names}.", names=names)}
        )
    return current_salon().tag(asked) if asked else language_for(card.plan.client)


def size_of(request: Request) -> CardSize:
    """The paper that is asked for.

    Raises:
        ValidationError: there is none such
    """
    asked = request.query_params.get("size", CardSize.A4.value)
    if asked not in {size.value for size in CardSize}:
        names = ", ".join(size.value for size in CardSize)
        raise serializers.ValidationError({"size": sentence("Use one of: {names}.", names=names)})
    return CardSize(asked)


def card(pk: int) -> Card:
    """The card of a plan."""
    return card_of(get_object_or_404(Plan.objects.select_related("client"), pk=pk))


def file_name(card: Card, kind: str) -> str:
    """A name for the file that tells nobody whose hair it is."""
    return f'inline; filename="card-{card.plan.pk}-{card.done_on}.{kind}"'


class CardView(APIView):
    """The card for home as a page."""

    access = Access(EVERYBODY)

    @extend_schema(parameters=[SIZE, LANGUAGE], responses={(200, "text/html"): OpenApiTypes.STR})
    def get(self, request: Request, pk: int) -> HttpResponse:
        shown = card(pk)
        return HttpResponse(page_of(shown, size_of(request), language_of(request, shown)))


class CardPdfView(APIView):
    """The card for home as a tagged PDF."""

    access = Access(EVERYBODY)

    @extend_schema(
        parameters=[SIZE, LANGUAGE], responses={(200, "application/pdf"): OpenApiTypes.BINARY}
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        shown = card(pk)
        response = HttpResponse(
            pdf_of(shown, size_of(request), language_of(request, shown)),
            content_type="application/pdf",
        )
        response["Content-Disposition"] = file_name(shown, "pdf")
        return response


class CardCalendarView(APIView):
    """The days of the card for a calendar program."""

    access = Access(EVERYBODY)

    @extend_schema(parameters=[LANGUAGE], responses={(200, "text/calendar"): OpenApiTypes.STR})
    def get(self, request: Request, pk: int) -> HttpResponse:
        shown = card(pk)
        response = HttpResponse(
            calendar_of(shown, language_of(request, shown)),
            content_type="text/calendar; charset=utf-8",
        )
        response["Content-Disposition"] = file_name(shown, "ics").replace("inline", "attachment")
        return response


urlpatterns = [
    path("plans/<int:pk>/card/", CardView.as_view(), name="card"),
    path("plans/<int:pk>/card.pdf", CardPdfView.as_view(), name="card-pdf"),
    path("plans/<int:pk>/card.ics", CardCalendarView.as_view(), name="card-calendar"),
]
