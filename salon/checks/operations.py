"""Every operation of the API, asked with what its own description allows and does not.

Schemathesis draws the requests from the description. Whatever is answered has to stand in it: no
traceback, no status that is not described, no answer of another shape.
"""

from collections.abc import Iterator
from typing import Any

import schemathesis
from django.contrib.auth import get_user
from django.contrib.auth.models import User
from django.core.wsgi import get_wsgi_application
from django.test import Client as ApiClient
from hypothesis import HealthCheck, Phase, given, seed, settings
from schemathesis.checks import not_a_server_error
from schemathesis.core.failures import Failure, FailureGroup
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from salon.platform.roles import WorkRole
from salon.staff.models import Colleague

CHECKS = [
    not_a_server_error,
    status_code_conformance,
    content_type_conformance,
    response_schema_conformance,
]
#: They end what the others need, or go on for a minute.
LEFT_OUT = {
    "DELETE /api/session/",
    "POST /api/session/password/",
    "POST /api/archive/",
    "POST /api/archive/restore/",
    "GET /api/scale/stream/",
    "GET /api/day/live/",
    "POST /api/day/search/",
}
TOKEN = "x" * 32
#: Without a server between, nobody unpacks what is compressed.
HEADERS = {"X-CSRFToken": TOKEN, "Accept-Encoding": "identity"}
#: A row that is there in a salon with data.
FIRST_ROW = 1


def operations() -> Iterator[Any]:
    """Every operation that is asked."""
    described = schemathesis.openapi.from_path("docs/openapi.yaml")
    described.app = get_wsgi_application()
    found: Any
    for found in described.get_all_operations():
        operation = found.ok()
        if operation.label not in LEFT_OUT:
            yield operation


def signed_in(client: ApiClient, user: Any) -> dict[str, str]:
    """Cookies of somebody who is signed in, again where an operation has ended the session."""
    if get_user(client) != user:
        # What was asked may have changed whether this person works here.
        User.objects.filter(pk=user.pk).update(is_active=True)
        Colleague.objects.filter(user=user).update(role=WorkRole.OWNER)
        client.force_login(user)
    return {"sessionid": client.cookies["sessionid"].value, "csrftoken": TOKEN}


def try_operations(client: ApiClient, cases: int, number: int) -> tuple[int, dict[str, str]]:
    """Ask every operation so many times.

    Args:
        client: somebody signed in
        cases: requests to each
        number: seed of the drawing
    Returns:
        how many requests were sent, and what failed: operation and reason
    """
    user = get_user(client)
    sent, failed = 0, {}
    for operation in operations():

        @seed(number)
        @settings(
            max_examples=cases,
            database=None,
            deadline=None,
            phases=[Phase.generate],
            suppress_health_check=list(HealthCheck),
        )
        @given(case=operation.as_strategy())
        def ask(case: Any) -> None:
            nonlocal sent
            sent += 1
            if "pk" in (case.path_parameters or {}) and sent % 2:
                case.path_parameters["pk"] = FIRST_ROW
            answer = case.call(headers=HEADERS, cookies=signed_in(client, user))
            case.validate_response(answer, checks=CHECKS)

        try:
            ask()
        except (Failure, FailureGroup) as error:
            reasons = getattr(error, "exceptions", [error])
            failed[operation.label] = " | ".join(str(reason) for reason in reasons)
    return sent, failed
