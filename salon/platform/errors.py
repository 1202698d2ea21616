"""One shape for everything that is wrong with a request: a list of fields and messages."""

import math
from collections.abc import Callable, Iterator
from typing import Any, TypeVar, cast

from django.http import HttpRequest, JsonResponse
from drf_spectacular.utils import extend_schema_field
from pydantic import BaseModel
from rest_framework import exceptions, serializers, status
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import exception_handler as drf_exception_handler

from craft.contract import parse
from craft.errors import CraftError
from craft.messages import language, said_in
from salon.platform.language import lazy_sentence, sentence

#: How long to wait where nobody says [s].
THROTTLED_S = 60


class ErrorSerializer(serializers.Serializer[Any]):
    field = serializers.CharField(help_text="Dotted path of the field; empty for the whole.")
    message = serializers.CharField(help_text="What is wrong and what is allowed.")
    ask = serializers.BooleanField(
        required=False, help_text="Only doubtful: send it again with sure, and it is kept."
    )


class ErrorsSerializer(serializers.Serializer[Any]):
    errors: Any = ErrorSerializer(many=True)


Decorated = TypeVar("Decorated")


def core_schema(model: type[BaseModel]) -> Callable[[Decorated], Decorated]:
    """A field that is described by a piece of the core's contract."""
    # The generator reads models of the core by its own extension; its stubs do not know of them.
    return cast("Callable[[Decorated], Decorated]", extend_schema_field(cast("Any", model)))


class CoreField(serializers.JSONField):
    """A piece of the core's contract, kept as it came and checked in the core's own words."""

    model: type[BaseModel]

    def to_internal_value(self, data: Any) -> Any:
        if not isinstance(data, dict):
            raise serializers.ValidationError(sentence("Give an object."))
        try:
            parse(self.model, data)
        except CraftError as error:
            raise serializers.ValidationError(
                {error.field: [said_in(error.message, language())]}
            ) from error
        return data


def body_text(request: Request) -> str:
    """The text of a request, for the core to read."""
    body: bytes = request._request.body
    return body.decode("utf-8", "replace")


class Conflict(exceptions.APIException):
    """Somebody else changed the record in the meantime."""

    status_code = status.HTTP_409_CONFLICT
    default_detail = lazy_sentence(
        "Someone else changed this in the meantime. Your changes are kept here: load the new "
        "version, then save again."
    )


class ConfirmationRequired(exceptions.APIException):
    """Values that can be, but hardly are: asked about before they are kept.

    Args:
        doubts: a question for each field
    """

    status_code = status.HTTP_400_BAD_REQUEST

    def __init__(self, doubts: dict[str, str]) -> None:
        super().__init__(detail=doubts)
        self.doubts = doubts


def exception_handler(error: Exception, context: dict[str, Any]) -> Response | None:
    """Answer every refusal in the same shape."""
    if isinstance(error, CraftError):
        problems = [{"field": error.field, "message": said_in(error.message, language())}]
        return Response({"errors": problems}, status=status.HTTP_400_BAD_REQUEST)
    if isinstance(error, ConfirmationRequired):
        questions = [
            {"field": field, "message": question, "ask": True}
            for field, question in error.doubts.items()
        ]
        return Response({"errors": questions}, status=error.status_code)
    if isinstance(error, exceptions.Throttled):
        wait_s = math.ceil(getattr(error, "wait", None) or THROTTLED_S)
        detail = sentence("Too many tries. Wait {wait_s} seconds, then try again.", wait_s=wait_s)
        error.detail = exceptions.ErrorDetail(detail)
    response = drf_exception_handler(error, context)
    if response is not None:
        response.data = {"errors": list(flatten_errors(response.data))}
    return response


def lockout_response(request: HttpRequest, *_args: Any, **_kwargs: Any) -> JsonResponse:
    """Answer somebody who has tried too many passwords."""
    problem = {
        "field": "password",
        "message": sentence("Too many wrong tries. Wait a quarter of an hour."),
    }
    return JsonResponse({"errors": [problem]}, status=status.HTTP_429_TOO_MANY_REQUESTS)


def flatten_errors(detail: Any, path: str = "") -> Iterator[dict[str, str]]:
    """Flatten the framework's nested errors to fields and messages."""
    if isinstance(detail, dict):
        for key, value in detail.items():
            whole = key in ("non_field_errors", "detail")
            yield from flatten_errors(value, path if whole else f"{path}.{key}".strip("."))
    elif isinstance(detail, list):
        for index, value in enumerate(detail):
            nested = isinstance(value, dict | list)
            yield from flatten_errors(value, f"{path}.{index}".strip(".") if nested else path)
    else:
        yield {"field": path, "message": str(detail)}
