"""The styles that can be planned, in the order and the groups in which they are offered."""

from typing import Any

from django.urls import path
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import Style, StyleGroup
from salon.platform.language import SentenceField
from salon.platform.permissions import Access
from salon.platform.roles import EVERYBODY


class OfferedStyleSerializer(serializers.Serializer[Any]):
    """A style as lists show it."""

    style: Any = serializers.ChoiceField(choices=[style.value for style in Style])
    title = SentenceField(help_text="The trade's name.")
    group = serializers.ChoiceField(choices=[group.value for group in StyleGroup])


class StylesView(APIView):
    """Every style with its title and group, in the order of lists."""

    access = Access(EVERYBODY)

    @extend_schema(responses=OfferedStyleSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(OfferedStyleSerializer(TECHNIQUES.values(), many=True).data)


urlpatterns = [path("styles/", StylesView.as_view(), name="styles")]
