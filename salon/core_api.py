"""The commands of the core over HTTP: one view for all of them, checked both ways."""

from collections.abc import Iterable

from django.http import HttpResponse
from django.urls import URLPattern, path
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.views import APIView

from craft.commands import COMMANDS, Command
from craft.contract import read
from salon.platform.errors import body_text
from salon.platform.idempotency import Idempotency
from salon.platform.permissions import Access
from salon.platform.process_pool import SLOW_COMMANDS, run_command
from salon.platform.roles import HANDS

JSON = "application/json"


def json_response(text: str) -> HttpResponse:
    """JSON that is text already."""
    return HttpResponse(text, content_type=JSON)


def core_view(name: str, command: Command) -> type[APIView]:
    """The view of one command, described by the types of its request and answer."""

    class CoreView(APIView):
        """A command of the core: its request in, its answer out, as on the command line."""

        access = Access(HANDS)
        idempotency = Idempotency.OFF
        may_be_busy = name in SLOW_COMMANDS

        @extend_schema(
            request=command.request,
            responses={200: command.answer},
            description=(command.request.__doc__ or "").strip(),
        )
        def post(self, request: Request) -> HttpResponse:
            asked = read(command.request, body_text(request))
            return json_response(run_command(name, asked))

    return CoreView


def core_paths() -> Iterable[URLPattern]:
    """A path for every command."""
    return [
        path(f"core/{name}/", core_view(name, command).as_view(), name=f"core-{name}")
        for name, command in COMMANDS.items()
    ]


urlpatterns = list(core_paths())
