"""What is sent twice is done once: every request may carry a key that its sender made.

How a view is done once is declared on the view (`Once` says which attribute means what).
"""

import os
import time
from collections.abc import Callable
from datetime import timedelta
from http import HTTPStatus
from typing import Any

from django.contrib.auth.models import User
from django.core.exceptions import RequestDataTooBig
from django.db import connection, transaction
from django.http import HttpRequest, HttpResponse
from django.urls import Resolver404, resolve
from django.utils import timezone
from django.utils.crypto import salted_hmac

from salon.house.models import SentRequest
from salon.passing import refusal, too_large

HEADER = "Idempotency-Key"
KEY_LONGEST = 80
#: A key is remembered so long; who was offline longer is answered again.
REMEMBERED = timedelta(days=2)
#: No request takes longer than this; what says it does was killed.
LONGEST = timedelta(minutes=3)
#: A second request waits so long for the answer of the first, and looks so often [s].
PATIENCE_S, LOOK_S = 30.0, 0.1
WRITES = frozenset({"POST", "PUT", "PATCH", "DELETE"})
#: How statements that change something begin.
CHANGES = ("INSERT", "UPDATE", "DELETE", "REPLACE")


class Once:
    """Does a keyed request once and gives its answer again: a double tap books once.

    A view is, by default, done in one transaction with its key: a second request with the same key
    waits for the first and gets its answer; a refused request gives its key back. Views that are
    done in another way say so by an attribute:

    * `computes`: it computes for long before it writes. The key is reserved in a transaction of
      its own, the view runs outside any, its answer is kept in a third: nobody's save waits for it.
    * `changes_nothing`: it only answers; asked twice, it answers twice.
    * `keeps_no_answer`: its answer is a secret, or it moves the whole database: nothing is kept.
    """

    def __init__(self, answer: Callable[[HttpRequest], HttpResponse]) -> None:
        self.answer = answer

    def __call__(self, request: HttpRequest) -> HttpResponse:
        key = request.headers.get(HEADER, "")
        user = request.user
        if not key or request.method not in WRITES or not isinstance(user, User):
            return self.answer(request)
        view = view_of(request)
        if getattr(view, "changes_nothing", False) or getattr(view, "keeps_no_answer", False):
            return self.answer(request)
        if len(key) > KEY_LONGEST:
            return refusal(400, f"The key of a request has at most {KEY_LONGEST} letters.")
        try:
            content = fingerprint(request)
        except RequestDataTooBig:
            return too_large()
        if getattr(view, "computes", False):
            return self.apart(request, user, key, content)
        return self.together(request, user, key, content)

    def together(self, request: HttpRequest, user: User, key: str, content: str) -> HttpResponse:
        """Take the key and do the work in one transaction."""
        with transaction.atomic():
            sent, new = SentRequest.objects.get_or_create(
                user=user, key=key, defaults={"path": request.path[:200], "content": content}
            )
            if not new:
                return again(sent, content)
            response = self.answer(request)
            if is_refused(response):
                transaction.set_rollback(True)
                return response
            keep(sent, response)
        return response

    def apart(self, request: HttpRequest, user: User, key: str, content: str) -> HttpResponse:
        """Reserve the key, do the work outside any transaction, keep its answer."""
        until = time.monotonic() + PATIENCE_S
        while True:
            sent = reserved(request, user, key, content)
            if isinstance(sent, SentRequest):
                break
            if sent is not None:
                return sent
            if time.monotonic() > until:
                return refusal(503, "This is still being worked on. Try again in a few seconds.")
            time.sleep(LOOK_S)
        try:
            with connection.execute_wrapper(Mark(sent.pk)):
                response = self.answer(request)
        except BaseException:
            sent.delete()
            raise
        if is_refused(response):
            sent.delete()
        else:
            keep(sent, response)
        return response


class Mark:
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
        if blocks and blocks[0] is not self.marked and sql.lstrip().upper().startswith(CHANGES):
            self.marked = blocks[0]
            SentRequest.objects.filter(pk=self.pk).update(written=True)
        return execute(sql, params, many, context)


def view_of(request: HttpRequest) -> object:
    """The view that is asked; None where there is none."""
    try:
        return getattr(resolve(request.path_info).func, "cls", None)
    except Resolver404:
        return None


def is_refused(response: HttpResponse) -> bool:
    """Whether nothing was done, or its answer cannot be kept."""
    return response.status_code >= HTTPStatus.BAD_REQUEST or response.streaming


@transaction.atomic
def reserved(
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
        return again(sent, content)
    if is_under_way(sent):
        return None
    if sent.written:
        return refusal(409, "This was saved, but the answer was lost. Load the page again.")
    # Its process was killed before it had done anything: this one does it.
    sent.pid, sent.at = os.getpid(), timezone.now()
    sent.save(update_fields=["pid", "at"])
    return sent


def is_under_way(sent: SentRequest) -> bool:
    """Whether the process that reserved a key can still be at work on it."""
    if sent.pid is None or timezone.now() - sent.at > LONGEST:
        return False
    try:
        os.kill(sent.pid, 0)
    except ProcessLookupError:
        return False
    except PermissionError:
        return True
    return True


@transaction.atomic
def keep(sent: SentRequest, response: HttpResponse) -> None:
    """Keep an answer, so that it can be given again; forget old ones."""
    sent.status, sent.answer = response.status_code, response.content
    sent.content_type = response.get("Content-Type", "")
    sent.save(update_fields=["status", "answer", "content_type"])
    SentRequest.objects.filter(at__lt=timezone.now() - REMEMBERED).delete()


def fingerprint(request: HttpRequest) -> str:
    """What was sent, told apart from anything else under the same key.

    Keyed with the secret of this machine: a password that was sent cannot be guessed from it.
    """
    sent = b"\n".join([(request.method or "").encode(), request.path.encode(), request.body])
    return salted_hmac("salon.once", sent, algorithm="sha256").hexdigest()


def again(sent: SentRequest, content: str) -> HttpResponse:
    """The answer that was given before, to the same request only."""
    if sent.content != content:
        return refusal(409, "This key was used for something else. Load the page and try again.")
    return HttpResponse(bytes(sent.answer), status=sent.status, content_type=sent.content_type)
