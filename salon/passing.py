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

from salon import failures
from salon.reading import ROW_MOST

log = logging.getLogger("salon.requests")
API = "/api/"
#: A request that takes longer is worth a line [s].
SLOW_S = 1.0
Answer = Callable[[HttpRequest], HttpResponse]


class Passing:
    """Numbers requests, answers what breaks in the one shape, and keeps client data out of caches.

    Logs say which view was asked and how it ended, never what was typed or about whom.
    """

    def __init__(self, answer: Answer) -> None:
        self.answer = answer
        got_request_exception.connect(failures.keep, dispatch_uid="salon.failures")

    def __call__(self, request: HttpRequest) -> HttpResponse:
        number = uuid4().hex[:12]
        request.META["salon.number"] = number
        began = time.monotonic()
        response = self.answer(request)
        if request.path.startswith(API):
            if "salon.failure" in request.META:
                response = self.failed(request)
            response = shaped(response)
            response["Cache-Control"] = "no-store"
        response["X-Request-Id"] = number
        took_s = time.monotonic() - began
        if took_s > SLOW_S:
            log.warning("slow", extra=failures.about(request) | {"took_s": round(took_s, 2)})
        return response

    def process_view(
        self, request: HttpRequest, view: object, args: tuple[Any, ...], kwargs: dict[str, Any]
    ) -> None:
        """Rows have numbers the database can count to.

        Raises:
            Http404: there is no row of such a number
        """
        if any(isinstance(value, int) and value > ROW_MOST for value in kwargs.values()):
            raise Http404

    def process_exception(self, request: HttpRequest, error: Exception) -> HttpResponse | None:
        """What nobody foresaw in a view: told with its number; Django's signal has it logged."""
        if isinstance(error, RequestDataTooBig):
            return too_large()
        if isinstance(error, failures.NO_FAILURE) or not request.path.startswith(API):
            return None
        # Of what is answered here Django's own handler hears nothing.
        failures.keep(self, request)
        return self.failed(request)

    def failed(self, request: HttpRequest) -> HttpResponse:
        """The answer where something broke."""
        status = request.META.get("salon.failure", HTTPStatus.INTERNAL_SERVER_ERROR)
        return refusal(status, failures.message_of(status, request.META["salon.number"]))


def refusal(status: int, message: str) -> JsonResponse:
    """A refusal of the API in the one shape."""
    return JsonResponse({"errors": [{"field": "", "message": message}]}, status=status)


def too_large() -> JsonResponse:
    """More than a request may hold."""
    return refusal(413, SAID[413])


#: What the API says where Django itself answers.
SAID = {
    400: "This request cannot be read.",
    403: "This page is too old: load it again.",
    404: "There is nothing here of that name or number.",
    408: "This request came too slowly. Send it again.",
    413: "This is more than one request may hold: 2.5 MB. Send less at once.",
    500: "Something broke on our side; nothing was changed. Try again.",
}

#: What the API itself answers with.
IN_SHAPE = ("application/json", "text/event-stream")


def shaped(response: HttpResponse) -> HttpResponse:
    """A refusal of the API in the one shape, whoever refused."""
    in_shape = response.get("Content-Type", "").startswith(IN_SHAPE)
    if response.status_code < HTTPStatus.BAD_REQUEST or in_shape:
        return response
    return refusal(response.status_code, SAID.get(response.status_code, response.reason_phrase))
