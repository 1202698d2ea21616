"""The application as a salon runs it, in a thread of a test."""

import socket
import threading
from typing import Any

import uvicorn
from django.db import connections

from salon.worker import PatientProtocol


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
        """Serve until it is told to stop."""
        try:
            from salon.asgi import application

            self.server = Announcing(
                uvicorn.Config(
                    application,
                    http=PatientProtocol,
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

    async def startup(self, *args: Any, **kwargs: Any) -> None:
        await super().startup(*args, **kwargs)
        self.ready.set()


def serve() -> str:
    """Start the application on a free port of this machine; its address."""
    thread = ServerThread("127.0.0.1")
    thread.start()
    thread.is_ready.wait()
    return f"http://127.0.0.1:{thread.port}"
