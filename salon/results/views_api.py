"""Views of lists, kept by name: everybody has their own."""

from typing import Any
from urllib.parse import parse_qsl, urlencode

from django.shortcuts import get_object_or_404
from django.urls import path
from drf_spectacular.utils import extend_schema
from rest_framework import serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.errors import CraftError
from salon.platform.auth import current_user
from salon.platform.fields import choice_field
from salon.platform.language import sentence
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY
from salon.results.models import PLACES, SavedView

#: So many views of a list are enough for anybody.
VIEWS_MOST = 30


class SavedViewSerializer(serializers.ModelSerializer[SavedView]):
    """A view that is kept."""

    class Meta:
        model = SavedView
        fields = ["id", "place", "name", "query"]


class NewViewSerializer(serializers.Serializer[Any]):
    """A view to keep; one of the same name is replaced."""

    place = choice_field(list(PLACES))
    name = serializers.CharField(max_length=60)
    query = serializers.CharField(max_length=300, allow_blank=True)


class PlaceQuery(serializers.Serializer[Any]):
    place = choice_field(list(PLACES))


def of_place(request: Request, place: str) -> Response:
    """One's own views of a list."""
    rows = SavedView.objects.filter(user=current_user(request), place=place)
    return Response(SavedViewSerializer(rows, many=True).data)


class SavedViewsView(APIView):
    """One's own views of a list; another one."""

    access = Access(EVERYBODY)

    @extend_schema(parameters=[PlaceQuery], responses=SavedViewSerializer(many=True))
    def get(self, request: Request) -> Response:
        given = PlaceQuery(data=request.query_params)
        given.is_valid(raise_exception=True)
        return of_place(request, given.validated_data["place"])

    @extend_schema(request=NewViewSerializer, responses={200: SavedViewSerializer(many=True)})
    def post(self, request: Request) -> Response:
        given = NewViewSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values, user = given.validated_data, current_user(request)
        own = SavedView.objects.filter(user=user, place=values["place"])
        if own.exclude(name=values["name"]).count() >= VIEWS_MOST:
            raise CraftError(
                "name",
                sentence("{views_most} views are saved; remove one first.", views_most=VIEWS_MOST),
            )
        # Only what an address can hold is kept of it.
        query = urlencode(parse_qsl(values["query"]))[:300]
        SavedView.objects.update_or_create(
            user=user, place=values["place"], name=values["name"], defaults={"query": query}
        )
        return of_place(request, values["place"])


class SavedViewView(APIView):
    """One of one's own views."""

    access = Access(EVERYBODY)

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> Response:
        get_object_or_404(SavedView, pk=pk, user=current_user(request)).delete()
        return Response(status=status.HTTP_204_NO_CONTENT)


urlpatterns = [
    path("saved-views/", SavedViewsView.as_view(), name="saved-views"),
    path("saved-views/<int:pk>/", SavedViewView.as_view(), name="saved-view"),
]
