"""What every request passes through: a number of its own, a log line, no trace left in caches."""

import logging
import time
from collections.abc import Callable
from http import HTTPStatus
from typing import Any
from uuid import uuid4

from django.core.exceptions import RequestDataTooBig
from django.core.signals import got_request_exception
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse

from salon.platform import failures
from salon.platform.input_limits import MAX_ID
from salon.platform.language import lazy_sentence

log = logging.getLogger("salon.requests")
API = "/api/"
#: A request that takes longer is worth a line [s].
SLOW_S = 1.0
GetResponse = Callable[[HttpRequest], HttpResponse]


class RequestLogMiddleware:
    """Numbers requests, answers what breaks in the one shape, and keeps client data out of caches.

    Logs say which view was asked and how it ended, never what was typed or about whom.
    """

    def __init__(self, answer: GetResponse) -> None:
        self.answer = answer
        got_request_exception.connect(failures.log_failure, dispatch_uid="salon.platform.failures")

    def __call__(self, request: HttpRequest) -> HttpResponse:
        number = uuid4().hex[:12]
        request.META["salon.number"] = number
        began = time.monotonic()
        response = self.answer(request)
        if request.path.startswith(API):
            if "salon.failure" in request.META:
                response = self.failed(request)
            response = as_error_response(response)
            response["Cache-Control"] = "no-store"
        response["X-Request-Id"] = number
        took_s = time.monotonic() - began
        if took_s > SLOW_S:
            log.warning("slow", extra=failures.log_fields(request) | {"took_s": round(took_s, 2)})
        return response

    def process_view(
        self, request: HttpRequest, view: object, args: tuple[Any, ...], kwargs: dict[str, Any]
    ) -> None:
        """Rows have numbers the database can count to.

        Raises:
            Http404: there is no row of such a number
        """
        if any(isinstance(value, int) and value > MAX_ID for value in kwargs.values()):
            raise Http404

    def process_exception(self, request: HttpRequest, error: Exception) -> HttpResponse | None:
        """An exception nobody expected: answered with its number; Django's signal logs it."""
        if isinstance(error, RequestDataTooBig):
            return too_large_response()
        if isinstance(error, failures.EXPECTED_ERRORS) or not request.path.startswith(API):
            return None
        # Of what is answered here Django's own handler hears nothing.
        failures.log_failure(self, request)
        return self.failed(request)

    def failed(self, request: HttpRequest) -> HttpResponse:
        """The answer where something broke."""
        status = request.META.get("salon.failure", HTTPStatus.INTERNAL_SERVER_ERROR)
        return error_response(status, failures.message_of(status, request.META["salon.number"]))


def error_response(status: int, message: str) -> JsonResponse:
    """A refusal of the API in the one shape."""
    return JsonResponse({"errors": [{"field": "", "message": message}]}, status=status)


def too_large_response() -> JsonResponse:
    """More than a request may hold."""
    return error_response(413, STATUS_MESSAGES[413])


#: What the API says where Django itself answers.
STATUS_MESSAGES = {
    400: lazy_sentence("This request cannot be read."),
    403: lazy_sentence("This page is too old: load it again."),
    404: lazy_sentence("There is nothing here with that name or number."),
    408: lazy_sentence("This request came too slowly. Send it again."),
    413: lazy_sentence("This is larger than one request may be: 2.5 MB. Send less at once."),
    500: lazy_sentence("Something went wrong on our side; nothing was changed. Try again."),
}

#: What the API itself answers with.
API_CONTENT_TYPES = ("application/json", "text/event-stream")


def as_error_response(response: HttpResponse) -> HttpResponse:
    """A refusal of the API in the one shape, whoever refused."""
    in_shape = response.get("Content-Type", "").startswith(API_CONTENT_TYPES)
    if response.status_code < HTTPStatus.BAD_REQUEST or in_shape:
        return response
    return error_response(
        response.status_code, STATUS_MESSAGES.get(response.status_code, response.reason_phrase)
    )
