"""Idempotency: a request that is sent twice is carried out once.

A client gives each write a key of its own making in the ``Idempotency-Key`` header. How a view
handles it is declared by the view's ``idempotency`` attribute.
"""

import os
import time
from collections.abc import Callable
from datetime import timedelta
from enum import Enum
from http import HTTPStatus
from typing import Any

from django.contrib.auth.models import User
from django.core.exceptions import RequestDataTooBig
from django.db import connection, transaction
from django.http import HttpRequest, HttpResponse
from django.urls import Resolver404, resolve
from django.utils import timezone
from django.utils.crypto import salted_hmac

from salon.platform.language import sentence
from salon.platform.models import SentRequest
from salon.platform.request_log import error_response, too_large_response

HEADER = "Idempotency-Key"
KEY_LONGEST = 80
#: A key is remembered so long; who was offline longer is answered again.
KEY_LIFETIME = timedelta(days=2)
#: No request takes longer than this; what says it does was killed.
LONGEST_REQUEST = timedelta(minutes=3)
#: A second request waits so long for the answer of the first, and looks so often [s].
WAIT_S, POLL_S = 30.0, 0.1
WRITE_METHODS = frozenset({"POST", "PUT", "PATCH", "DELETE"})
#: How statements that change something begin.
WRITE_STATEMENTS = ("INSERT", "UPDATE", "DELETE", "REPLACE")


class Idempotency(Enum):
    """How a view handles the key of a request."""

    #: The key and the work share one transaction. A second request with the key waits for it.
    TRANSACTION = "transaction"
    #: For views that compute for long before they write: the key is reserved in a transaction of
    #: its own, the view runs outside any, and its answer is stored in a third. No other save waits.
    RESERVE = "reserve"
    #: The key is ignored: the view changes nothing, its answer is a secret that must not be
    #: stored, or it replaces the whole database.
    OFF = "off"


class IdempotencyMiddleware:
    """Carries out a request with a key once and repeats its answer: a double tap books once.

    A refused request gives its key back, so that it can be corrected and sent again.
    """

    def __init__(self, answer: Callable[[HttpRequest], HttpResponse]) -> None:
        self.answer = answer

    def __call__(self, request: HttpRequest) -> HttpResponse:
        key = request.headers.get(HEADER, "")
        user = request.user
        if not key or request.method not in WRITE_METHODS or not isinstance(user, User):
            return self.answer(request)
        idempotency = idempotency_of(request)
        if idempotency is Idempotency.OFF:
            return self.answer(request)
        if len(key) > KEY_LONGEST:
            return error_response(
                400,
                sentence(
                    "The key of a request has at most {key_longest} letters.",
                    key_longest=KEY_LONGEST,
                ),
            )
        try:
            content = body_digest(request)
        except RequestDataTooBig:
            return too_large_response()
        if idempotency is Idempotency.RESERVE:
            return self.apart(request, user, key, content)
        return self.together(request, user, key, content)

    def together(self, request: HttpRequest, user: User, key: str, content: str) -> HttpResponse:
        """Take the key and do the work in one transaction."""
        with transaction.atomic():
            sent, new = SentRequest.objects.get_or_create(
                user=user, key=key, defaults={"path": request.path[:200], "content": content}
            )
            if not new:
                return repeat_answer(sent, content)
            response = self.answer(request)
            if is_refused(response):
                transaction.set_rollback(True)
                return response
            store_answer(sent, response)
        return response

    def apart(self, request: HttpRequest, user: User, key: str, content: str) -> HttpResponse:
        """Reserve the key, do the work outside any transaction, keep its answer."""
        until = time.monotonic() + WAIT_S
        while True:
            sent = reserve(request, user, key, content)
            if isinstance(sent, SentRequest):
                break
            if sent is not None:
                return sent
            if time.monotonic() > until:
                return error_response(
                    503, sentence("This is still in progress. Try again in a few seconds.")
                )
            time.sleep(POLL_S)
        try:
            with connection.execute_wrapper(WrittenMarker(sent.pk)):
                response = self.answer(request)
        except BaseException:
            sent.delete()
            raise
        if is_refused(response):
            sent.delete()
        else:
            store_answer(sent, response)
        return response


class WrittenMarker:
    """Marks a reserved request as written, in the very transaction in which its work is.

    So whoever finds the reservation of a killed process knows whether the work was done.
    """

    def __init__(self, pk: int) -> None:
        self.pk = pk
        self.marked: object = None

    def __call__(
        self,
        execute: Callable[..., Any],
        sql: str,
        params: Any,
        many: bool,
        context: dict[str, Any],
    ) -> Any:
        blocks = context["connection"].atomic_blocks
        if (
            blocks
            and blocks[0] is not self.marked
            and sql.lstrip().upper().startswith(WRITE_STATEMENTS)
        ):
            self.marked = blocks[0]
            SentRequest.objects.filter(pk=self.pk).update(written=True)
        return execute(sql, params, many, context)


def idempotency_of(request: HttpRequest) -> Idempotency:
    """How the view of a request handles keys."""
    try:
        view = getattr(resolve(request.path_info).func, "cls", None)
    except Resolver404:
        view = None
    return getattr(view, "idempotency", Idempotency.TRANSACTION)


def is_refused(response: HttpResponse) -> bool:
    """Whether nothing was done, or its answer cannot be kept."""
    return response.status_code >= HTTPStatus.BAD_REQUEST or response.streaming


@transaction.atomic
def reserve(
    request: HttpRequest, user: User, key: str, content: str
) -> SentRequest | HttpResponse | None:
    """Reserve a key.

    Returns:
        the reservation; or the answer where it was used already; None while another request with
        the same key is under way
    """
    sent, new = SentRequest.objects.select_for_update().get_or_create(
        user=user,
        key=key,
        defaults={"path": request.path[:200], "content": content, "pid": os.getpid()},
    )
    if new:
        return sent
    if sent.content != content or sent.status:
        return repeat_answer(sent, content)
    if is_under_way(sent):
        return None
    if sent.written:
        return error_response(
            409, sentence("This was saved, but the answer was lost. Load the page again.")
        )
    # Its process was killed before it had done anything: this one does it.
    sent.pid, sent.at = os.getpid(), timezone.now()
    sent.save(update_fields=["pid", "at"])
    return sent


def is_under_way(sent: SentRequest) -> bool:
    """Whether the process that reserved a key can still be at work on it."""
    if sent.pid is None or timezone.now() - sent.at > LONGEST_REQUEST:
        return False
    try:
        os.kill(sent.pid, 0)
    except ProcessLookupError:
        return False
    except PermissionError:
        return True
    return True


@transaction.atomic
def store_answer(sent: SentRequest, response: HttpResponse) -> None:
    """Keep an answer, so that it can be given again; forget old ones."""
    sent.status, sent.answer = response.status_code, response.content
    sent.content_type = response.get("Content-Type", "")
    sent.save(update_fields=["status", "answer", "content_type"])
    SentRequest.objects.filter(at__lt=timezone.now() - KEY_LIFETIME).delete()


def body_digest(request: HttpRequest) -> str:
    """A digest of what was sent, to distinguish it from anything else under the same key.

    Keyed with the secret of this machine: a password that was sent cannot be guessed from it.
    """
    sent = b"\n".join([(request.method or "").encode(), request.path.encode(), request.body])
    return salted_hmac("salon.platform.idempotency", sent, algorithm="sha256").hexdigest()


def repeat_answer(sent: SentRequest, content: str) -> HttpResponse:
    """The answer that was given before, to the same request only."""
    if sent.content != content:
        return error_response(
            409, sentence("This key was used for something else. Load the page and try again.")
        )
    return HttpResponse(bytes(sent.answer), status=sent.status, content_type=sent.content_type)
