"""The description of the API, for those who are signed in.

It is written by ``make types`` and a test holds that it is the one of this server: building it
again would cost every question for it a second.
"""

from functools import cache

from django.conf import settings
from django.http import HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.views import APIView

from salon.platform.permissions import Access
from salon.platform.roles import HANDS, OWNER


@cache
def schema_text() -> str:
    """The description as YAML."""
    path = settings.BASE_DIR / "docs" / "openapi.yaml"
    return str(path.read_text("utf-8"))


class SchemaView(APIView):
    """The description of the API."""

    access = Access(HANDS, OWNER)

    @extend_schema(exclude=True)
    def get(self, request: Request) -> HttpResponse:
        return HttpResponse(schema_text(), content_type="application/vnd.oai.openapi")
