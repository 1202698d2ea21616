"""Every status the API answers stands in its description."""

from http import HTTPStatus
from typing import Any

from drf_spectacular.openapi import AutoSchema

from salon.platform.errors import ErrorsSerializer
from salon.platform.request_log import STATUS_MESSAGES

WRITE_METHODS = frozenset({"POST", "PUT", "PATCH", "DELETE"})


#: Every status an operation may refuse a request with.
ERROR_STATUSES = (
    HTTPStatus.BAD_REQUEST,
    HTTPStatus.FORBIDDEN,
    HTTPStatus.NOT_FOUND,
    HTTPStatus.NOT_ACCEPTABLE,
    HTTPStatus.REQUEST_TIMEOUT,
    HTTPStatus.CONFLICT,
    HTTPStatus.REQUEST_ENTITY_TOO_LARGE,
    HTTPStatus.UNSUPPORTED_MEDIA_TYPE,
    HTTPStatus.TOO_MANY_REQUESTS,
    HTTPStatus.INTERNAL_SERVER_ERROR,
    HTTPStatus.SERVICE_UNAVAILABLE,
    HTTPStatus.INSUFFICIENT_STORAGE,
)


def response_name(status: HTTPStatus) -> str:
    """The name of the shared error answer of a status, e.g. ``NotFound``."""
    return status.phrase.title().replace(" ", "").replace("-", "")


def add_error_responses(result: dict[str, Any], **_: Any) -> dict[str, Any]:
    """Add the error answers that operations refer to; a hook of drf-spectacular."""
    shape = {"schema": {"$ref": "#/components/schemas/Errors"}}
    result["components"]["responses"] = {
        response_name(status): {
            "description": STATUS_MESSAGES.get(status, status.phrase),
            "content": {"application/json": shape},
        }
        for status in ERROR_STATUSES
    }
    return result


class OperationSchema(AutoSchema):
    """Describes an operation with what may go wrong, by rules rather than by hand."""

    def _get_response_bodies(self, *args: Any, **kwargs: Any) -> dict[str, Any]:
        bodies: dict[str, Any] = super()._get_response_bodies(*args, **kwargs)
        for status in self.refusals():
            code = str(status.value)
            if code not in bodies:
                # Registers the shape of the body; the answer itself is shared by all operations.
                self._get_response_for_code(ErrorsSerializer, code)  # type: ignore[no-untyped-call]
                bodies[code] = {"$ref": f"#/components/responses/{response_name(status)}"}
        return dict(sorted(bodies.items()))

    def refusals(self) -> list[HTTPStatus]:
        """Statuses that this operation may refuse with."""
        writes = self.method in WRITE_METHODS
        rules = {
            HTTPStatus.BAD_REQUEST: True,
            HTTPStatus.FORBIDDEN: True,
            HTTPStatus.NOT_FOUND: "{" in self.path or getattr(self.view, "names_rows", False),
            HTTPStatus.NOT_ACCEPTABLE: True,
            HTTPStatus.REQUEST_TIMEOUT: writes,
            HTTPStatus.CONFLICT: writes,
            HTTPStatus.REQUEST_ENTITY_TOO_LARGE: writes,
            HTTPStatus.UNSUPPORTED_MEDIA_TYPE: writes,
            HTTPStatus.TOO_MANY_REQUESTS: bool(getattr(self.view, "throttle_classes", ())),
            HTTPStatus.INTERNAL_SERVER_ERROR: True,
            HTTPStatus.SERVICE_UNAVAILABLE: writes or getattr(self.view, "may_be_busy", False),
            HTTPStatus.INSUFFICIENT_STORAGE: writes,
        }
        return [status for status, applies in rules.items() if applies]
