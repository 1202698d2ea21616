"""In front of Django: built files, and patience with slow clients that ends.

A client that sends half a request costs a socket, never a thread, and not for long.
"""

import asyncio
from collections.abc import Awaitable, Callable, Mapping
from http import HTTPStatus
from typing import Any

from django.conf import settings
from servestatic import ServeStaticASGI

from salon.passing import SAID, refusal

#: The whole body of a request has to be here after so long, and every piece of it [s].
BODY_S, PIECE_S = 600.0, 30.0
#: Who tries too often waits for the next refusal [s].
AGAIN_S = 1.0
#: Built files carry a hash of their content in their name: browsers may keep them for ever.
HASHED = r"^.+/assets/.+-[\w-]{8}\.\w+$"

Message = Mapping[str, Any]
Receive = Callable[[], Awaitable[Message]]
Send = Callable[[Message], Awaitable[None]]
Application = Callable[[dict[str, Any], Receive, Send], Awaitable[None]]


class TooSlow(Exception):
    """A body did not come in time."""


class Patience:
    """Waits for the body of a request, but not for ever, and lets the impatient wait.

    Args:
        application: that answers
        body_s: longest time for the whole body [s]
        piece_s: and for the next piece of it [s]
        again_s: who tried too often is told so after this time, so that the next try is later [s]
    """

    def __init__(
        self,
        application: Application,
        body_s: float = BODY_S,
        piece_s: float = PIECE_S,
        again_s: float = AGAIN_S,
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
                raise TooSlow from error
            whole = event["type"] != "http.request" or not event.get("more_body")
            return event

        async def unhurried(message: Message) -> None:
            if message.get("status") == HTTPStatus.TOO_MANY_REQUESTS:
                await asyncio.sleep(self.again_s)
            await send(message)

        try:
            await self.application(scope, in_time, unhurried)
        except TooSlow:
            await answer_slow(send)


async def answer_slow(send: Send) -> None:
    """Say that the body did not come in time, and close."""
    content = refusal(408, SAID[408]).content
    headers = [(b"content-type", b"application/json"), (b"connection", b"close")]
    await send({"type": "http.response.start", "status": 408, "headers": headers})
    await send({"type": "http.response.body", "body": content})


def safe(headers: Any, _path: str, _url: str) -> None:
    """Built files are what they say they are."""
    headers["X-Content-Type-Options"] = "nosniff"


def built_files(application: Application) -> Application:
    """Serve the built web application's files; everything else is answered by the application."""
    served = ServeStaticASGI(
        application,
        root=settings.WEB_DIR if settings.WEB_DIR.exists() else None,
        prefix=settings.STATIC_URL,
        immutable_file_test=HASHED,
        allow_all_origins=False,
        add_headers_function=safe,
        autorefresh=settings.DEBUG,
    )
    whole: Application = served
    return whole
