"""The description of the API, for those who are signed in.

It is written by ``make types`` and a test holds that it is the one of this server: building it
anew would cost every question for it a second.
"""

from functools import cache

from django.conf import settings
from django.http import HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework.decorators import api_view
from rest_framework.request import Request


@cache
def text() -> str:
    """The description as YAML."""
    path = settings.BASE_DIR / "docs" / "openapi.yaml"
    return str(path.read_text("utf-8"))


@extend_schema(exclude=True)
@api_view(["GET"])
def description(request: Request) -> HttpResponse:
    """The description of the API."""
    return HttpResponse(text(), content_type="application/vnd.oai.openapi")
