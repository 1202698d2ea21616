"""Every status the API answers stands in its description."""

from http import HTTPStatus
from typing import Any

from drf_spectacular.openapi import AutoSchema

from salon.problems import ProblemsSerializer

WRITES = frozenset({"POST", "PUT", "PATCH", "DELETE"})


class Described(AutoSchema):
    """Describes an operation with what may go wrong, by rules rather than by hand."""

    def _get_response_bodies(self, *args: Any, **kwargs: Any) -> dict[str, Any]:
        bodies: dict[str, Any] = super()._get_response_bodies(*args, **kwargs)
        for status in self.refusals():
            code = str(status.value)
            if code not in bodies:
                bodies[code] = self._get_response_for_code(ProblemsSerializer, code)  # type: ignore[no-untyped-call]
        return dict(sorted(bodies.items()))

    def refusals(self) -> list[HTTPStatus]:
        """Statuses that this operation may refuse with."""
        writes = self.method in WRITES
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
