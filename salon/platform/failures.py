"""Failures: recognised, logged with a traceback, explained in words with the request's number."""

import errno
import logging
import sys
from http import HTTPStatus
from typing import Any

from django.core.exceptions import PermissionDenied, SuspiciousOperation
from django.db import OperationalError
from django.http import Http404, HttpRequest

from craft.messages import message
from salon.platform.language import sentence

log = logging.getLogger("salon.requests")

#: What Django answers by itself: nobody needs to look after it.
EXPECTED_ERRORS = (Http404, PermissionDenied, SuspiciousOperation)
DISK_FULL = frozenset({errno.ENOSPC, errno.EDQUOT})

BUSY_MESSAGE = message(
    "Many people are saving at once. Nothing was saved yet: try again in a few seconds."
)
DISK_FULL_MESSAGE = message(
    "The disk of the server is full: nothing can be saved until there is room. Everything can "
    "still be read. Tell the person who maintains Gauffer, with this number: {number}."
)
BROKEN_MESSAGE = message(
    "Something went wrong on our side; nothing was changed. Try again; if it happens again, give "
    "this number to the person who maintains Gauffer: {number}."
)


def status_of(error: BaseException) -> HTTPStatus:
    """Which kind of failure an error is."""
    said = str(error).lower()
    if isinstance(error, OperationalError) and ("locked" in said or "busy" in said):
        return HTTPStatus.SERVICE_UNAVAILABLE
    full = isinstance(error, OperationalError) and "disk is full" in said
    if full or (isinstance(error, OSError) and error.errno in DISK_FULL):
        return HTTPStatus.INSUFFICIENT_STORAGE
    return HTTPStatus.INTERNAL_SERVER_ERROR


def message_of(status: int, number: str) -> str:
    """What a failure is called.

    Args:
        status: as `status_of` has it
        number: of the request
    """
    words = {
        HTTPStatus.SERVICE_UNAVAILABLE: BUSY_MESSAGE,
        HTTPStatus.INSUFFICIENT_STORAGE: DISK_FULL_MESSAGE,
    }.get(HTTPStatus(status), BROKEN_MESSAGE)
    return sentence(words, number=number)


def log_failure(sender: object, request: HttpRequest | None = None, **_: Any) -> None:
    """Log what nobody foresaw, wherever it broke, and keep it with its request.

    Django tells of every such error, also of middleware, while it is being handled.
    """
    error = sys.exc_info()[1]
    if error is None or isinstance(error, EXPECTED_ERRORS):
        return
    log.error("broken", exc_info=error, extra=log_fields(request) if request is not None else {})
    if request is not None:
        request.META["salon.failure"] = status_of(error).value


def log_fields(request: HttpRequest) -> dict[str, Any]:
    """What a log line says of a request: never what was typed or about whom."""
    match = request.resolver_match
    return {
        "request": request.META.get("salon.number", ""),
        "method": request.method,
        "view": match.view_name if match else "",
    }
