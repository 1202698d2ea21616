"""Server-sent events: something is looked at once for everybody who watches it.

A stream is an async generator on the ASGI server: it holds no worker while it waits.
"""

import asyncio
import time
from collections.abc import AsyncIterator, Callable

from asgiref.sync import sync_to_async
from django.db import connections
from django.http import StreamingHttpResponse
from rest_framework import renderers

from salon.platform.language import SpokenJSONRenderer

#: A stream ends after so long; the browser opens the next [s].
STREAM_S = 55.0
#: A browser that lost a stream tries again after so long [ms].
RETRY_MS = 500


class EventStreamRenderer(renderers.BaseRenderer):
    """Lets the browser's own reader of event streams in."""

    media_type = "text/event-stream"
    format = "stream"

    def render(self, data: object, *_: object, **__: object) -> bytes:
        return str(data).encode()


class SharedEvents:
    """Something that is looked at now and then, however many watch.

    Args:
        read: looks at it; answers in one line of text
        every_s: how often [s]
        repeat_s: a sign of life at least so often [s]
    """

    def __init__(self, read: Callable[[], str], every_s: float, repeat_s: float) -> None:
        self.read, self.every_s, self.repeat_s = read, every_s, repeat_s
        self.text = ""
        self.asked = -every_s
        self.loop: asyncio.AbstractEventLoop | None = None
        self.turn = asyncio.Lock()

    def look(self) -> str:
        """Look at it, in a thread that keeps no connection open."""
        try:
            return self.read()
        finally:
            connections.close_all()

    async def now(self) -> str:
        """What it is, no older than it has to be."""
        if self.loop is not asyncio.get_running_loop():
            self.loop, self.turn = asyncio.get_running_loop(), asyncio.Lock()
        async with self.turn:
            if time.monotonic() - self.asked >= self.every_s * 0.9:
                self.text = await sync_to_async(self.look, thread_sensitive=False)()
                self.asked = time.monotonic()
            return self.text

    async def events(self) -> AsyncIterator[str]:
        """Each change as a server-sent event, and now and then a sign of life."""
        ends = time.monotonic() + STREAM_S
        last, told = "", -self.repeat_s
        yield f"retry: {RETRY_MS}\n\n"
        while time.monotonic() < ends:
            text = await self.now()
            if text != last or time.monotonic() - told >= self.repeat_s:
                last, told = text, time.monotonic()
                yield f"data: {text}\n\n"
            await asyncio.sleep(self.every_s)

    def response(self) -> StreamingHttpResponse:
        """The stream as an answer."""
        return event_stream_response(self.events())


def format_event(name: str, data: object) -> str:
    """A named event with its data as JSON."""
    return f"event: {name}\ndata: {SpokenJSONRenderer().render(data).decode()}\n\n"


def event_stream_response(events: AsyncIterator[str]) -> StreamingHttpResponse:
    """Events as an answer."""
    return StreamingHttpResponse(
        events,
        content_type="text/event-stream",
        headers={
            "Cache-Control": "no-cache",
            "X-Accel-Buffering": "no",
            # Compressed, events would wait until a block is full.
            "Content-Encoding": "identity",
        },
    )
