"""The application as a salon runs it, in a thread of a test."""

import asyncio
import socket
import threading
import time
from typing import TYPE_CHECKING, Any

import uvicorn
from django.db import connections
from django.http import HttpRequest, HttpResponse

from salon.platform.gunicorn_worker import HeadTimeoutProtocol

if TYPE_CHECKING:
    pass

#: A server that is not at rest by then never will be [s].
REST_S, LOOK_S = 30.0, 0.01


class UnderWay:
    """How many requests the application is at, also those whose client has gone."""

    def __init__(self) -> None:
        self.count = 0
        self.lock = threading.Lock()
        self.counts = False

    def begin(self) -> None:
        """Count from now on; Django has to be set up."""
        from salon.platform.request_log import RequestLogMiddleware

        if self.counts:
            return
        self.counts, answer = True, RequestLogMiddleware.__call__

        def counted(passing: "RequestLogMiddleware", request: HttpRequest) -> HttpResponse:
            with self.lock:
                self.count += 1
            try:
                return answer(passing, request)
            finally:
                with self.lock:
                    self.count -= 1

        setattr(RequestLogMiddleware, "__call__", counted)  # noqa: B010


UNDER_WAY = UnderWay()


class ServerThread(threading.Thread):
    """Takes the place of Django's own live server, which is no ASGI server.

    Args:
        host: to listen at; on a free port
    """

    def __init__(self, host: str, *_: object, **__: object) -> None:
        super().__init__(daemon=True)
        self.socket = socket.create_server((host, 0))
        self.port: int = self.socket.getsockname()[1]
        self.host = host
        self.is_ready = threading.Event()
        self.error: BaseException | None = None
        self.server: uvicorn.Server | None = None
        #: Every thread opens connections of its own.
        self.connections_override: dict[str, Any] = {}

    def run(self) -> None:
        """Serve until asked to stop."""
        try:
            from salon.asgi import application

            UNDER_WAY.begin()
            self.server = Announcing(
                uvicorn.Config(
                    application,
                    http=HeadTimeoutProtocol,
                    lifespan="off",
                    log_level="warning",
                    loop="asyncio",
                    timeout_graceful_shutdown=1,
                ),
                self.is_ready,
            )
            self.server.run(sockets=[self.socket])
        except BaseException as error:
            self.error = error
            raise
        finally:
            self.is_ready.set()
            connections.close_all()

    def rest(self) -> None:
        """Wait until everything that was asked is answered or done with.

        Raises:
            TimeoutError: it is still at something
        """
        until = time.monotonic() + REST_S
        while self.is_at_work():
            if time.monotonic() > until:
                raise TimeoutError("The server is still at work.")
            time.sleep(LOOK_S)

    def is_at_work(self) -> bool:
        """Whether a request is under way, what lies in the sockets read first."""
        server = self.server
        if not isinstance(server, Announcing) or server.turning is None:
            return False
        asyncio.run_coroutine_threadsafe(asyncio.sleep(0), server.turning).result(REST_S)
        return bool(server.server_state.tasks or UNDER_WAY.count)

    def terminate(self) -> None:
        """Stop, and wait until it has."""
        if self.server is not None:
            self.server.should_exit = True
        self.join()
        self.socket.close()


class Announcing(uvicorn.Server):
    """Says when it listens."""

    def __init__(self, config: uvicorn.Config, ready: threading.Event) -> None:
        super().__init__(config)
        self.ready = ready
        self.turning: asyncio.AbstractEventLoop | None = None

    async def startup(self, *args: Any, **kwargs: Any) -> None:
        self.turning = asyncio.get_running_loop()
        await super().startup(*args, **kwargs)
        self.ready.set()


def serve() -> str:
    """Start the application on a free port of this machine; its address."""
    thread = ServerThread("127.0.0.1")
    thread.start()
    thread.is_ready.wait()
    return f"http://127.0.0.1:{thread.port}"
