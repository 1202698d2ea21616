"""In front of Django: built files, and patience with slow clients that ends.

A client that sends half a request costs a socket, never a thread, and not for long.
"""

import asyncio
from collections.abc import Awaitable, Callable, Mapping
from http import HTTPStatus
from typing import Any

from django.conf import settings
from servestatic import ServeStaticASGI

from salon.platform.request_log import STATUS_MESSAGES, error_response

#: The whole body of a request has to be here after so long, and every piece of it [s].
BODY_TIMEOUT_S, CHUNK_TIMEOUT_S = 600.0, 30.0
#: Who tries too often waits for the next refusal [s].
THROTTLE_DELAY_S = 1.0
#: Built files carry a hash of their content in their name: browsers may keep them for ever.
HASHED_FILE_NAME = r"^.+/assets/.+-[\w-]{8}\.\w+$"

Message = Mapping[str, Any]
Receive = Callable[[], Awaitable[Message]]
Send = Callable[[Message], Awaitable[None]]
Application = Callable[[dict[str, Any], Receive, Send], Awaitable[None]]


class BodyTimeout(Exception):
    """A body did not come in time."""


class RequestTimeouts:
    """Waits for the body of a request, but not for ever, and lets the impatient wait.

    Args:
        application: that answers
        body_s: longest time for the whole body [s]
        piece_s: and for the next piece of it [s]
        again_s: who tried too often hears so after this time, so that the next try is later [s]
    """

    def __init__(
        self,
        application: Application,
        body_s: float = BODY_TIMEOUT_S,
        piece_s: float = CHUNK_TIMEOUT_S,
        again_s: float = THROTTLE_DELAY_S,
    ) -> None:
        self.application = application
        self.body_s = body_s
        self.piece_s = piece_s
        self.again_s = again_s

    async def __call__(self, scope: dict[str, Any], receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.application(scope, receive, send)
            return
        clock = asyncio.get_running_loop().time
        late = clock() + self.body_s
        whole = False

        async def in_time() -> Message:
            nonlocal whole
            if whole:
                return await receive()
            try:
                async with asyncio.timeout_at(min(late, clock() + self.piece_s)):
                    event = await receive()
            except TimeoutError as error:
                raise BodyTimeout from error
            whole = event["type"] != "http.request" or not event.get("more_body")
            return event

        async def unhurried(message: Message) -> None:
            if message.get("status") == HTTPStatus.TOO_MANY_REQUESTS:
                await asyncio.sleep(self.again_s)
            await send(message)

        try:
            await self.application(scope, in_time, unhurried)
        except BodyTimeout:
            await send_timeout_response(send)


async def send_timeout_response(send: Send) -> None:
    """Say that the body did not come in time, and close."""
    content = error_response(408, STATUS_MESSAGES[408]).content
    headers = [(b"content-type", b"application/json"), (b"connection", b"close")]
    await send({"type": "http.response.start", "status": 408, "headers": headers})
    await send({"type": "http.response.body", "body": content})


def add_security_headers(headers: Any, _path: str, _url: str) -> None:
    """Built files are what they say they are."""
    headers["X-Content-Type-Options"] = "nosniff"


def serve_static_files(application: Application) -> Application:
    """Serve the built web application's files; everything else is answered by the application."""
    served = ServeStaticASGI(
        application,
        root=settings.WEB_DIR if settings.WEB_DIR.exists() else None,
        prefix=settings.STATIC_URL,
        immutable_file_test=HASHED_FILE_NAME,
        allow_all_origins=False,
        add_headers_function=add_security_headers,
        autorefresh=settings.DEBUG,
    )
    whole: Application = served
    return whole
