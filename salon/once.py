"""What is sent twice is done once: every request may carry a key that its sender made."""

import hashlib
from collections.abc import Callable
from datetime import timedelta
from http import HTTPStatus

from django.contrib.auth.models import User
from django.core.exceptions import RequestDataTooBig
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.urls import Resolver404, resolve
from django.utils import timezone

from salon.house.models import SentRequest
from salon.passing import refusal, too_large

HEADER = "Idempotency-Key"
KEY_LONGEST = 80
#: A key is remembered so long; who was offline longer is answered anew.
REMEMBERED = timedelta(days=2)
#: They move the whole database, which cannot be done inside a transaction of it.
WHOLE_HOUSE = frozenset({"archive", "archive-restore", "erasure"})
#: What they answer is a secret, which is kept nowhere; sent twice, the second one counts.
SECRET = frozenset({"check-in-link"})
NOT_KEPT = WHOLE_HOUSE | SECRET
WRITES = frozenset({"POST", "PUT", "PATCH", "DELETE"})


class Once:
    """Does a keyed request once and gives its answer again: a double tap books once.

    The key is taken and the work is done in one transaction. A second request with the same key
    waits for the first and gets its answer; a refused request gives its key back.
    """

    def __init__(self, answer: Callable[[HttpRequest], HttpResponse]) -> None:
        self.answer = answer

    def __call__(self, request: HttpRequest) -> HttpResponse:
        key = request.headers.get(HEADER, "")
        user = request.user
        keyed = bool(key) and request.method in WRITES and name_of(request) not in NOT_KEPT
        if not keyed or not isinstance(user, User):
            return self.answer(request)
        if len(key) > KEY_LONGEST:
            return refusal(400, f"The key of a request has at most {KEY_LONGEST} letters.")
        try:
            content = fingerprint(request)
        except RequestDataTooBig:
            return too_large()
        with transaction.atomic():
            sent, new = SentRequest.objects.get_or_create(
                user=user, key=key, defaults={"path": request.path[:200], "content": content}
            )
            if not new:
                return again(sent, request, content)
            response = self.answer(request)
            if response.status_code >= HTTPStatus.BAD_REQUEST or response.streaming:
                transaction.set_rollback(True)
                return response
            sent.status, sent.answer = response.status_code, response.content
            sent.content_type = response.get("Content-Type", "")
            sent.save(update_fields=["status", "answer", "content_type"])
            SentRequest.objects.filter(at__lt=timezone.now() - REMEMBERED).delete()
        return response


def name_of(request: HttpRequest) -> str:
    """The name of the place that is asked; nothing where there is none."""
    try:
        return resolve(request.path_info).view_name
    except Resolver404:
        return ""


def fingerprint(request: HttpRequest) -> str:
    """What was sent, told apart from anything else under the same key."""
    sent = b"\n".join([(request.method or "").encode(), request.path.encode(), request.body])
    return hashlib.sha256(sent).hexdigest()


def again(sent: SentRequest, request: HttpRequest, content: str) -> HttpResponse:
    """The answer that was given before, to the same request only."""
    if sent.content != content:
        return refusal(409, "This key was used for something else. Load the page and try again.")
    return HttpResponse(bytes(sent.answer), status=sent.status, content_type=sent.content_type)
