"""The process of the server: gunicorn begins with it, before anything of Django's."""

import asyncio
import os
import signal
import sys
import threading
import time
from typing import Any

from uvicorn.protocols.http.h11_impl import H11Protocol
from uvicorn_worker import UvicornWorker

#: The client of a request has to be here after so long [s].
HEAD_TIMEOUT_S = 15.0


class HeadTimeoutProtocol(H11Protocol):
    """HTTP whose clients send the head of a request in time, or are hung up on."""

    head_s = HEAD_TIMEOUT_S
    late: asyncio.TimerHandle | None = None

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        super().connection_made(transport)
        self.watch()

    def data_received(self, data: bytes) -> None:
        super().data_received(data)
        self.watch()

    def watch(self) -> None:
        """Begin to wait for the head of a request, or stop where it is here."""
        waiting = self.cycle is None or self.cycle.response_complete
        if waiting and self.late is None:
            self.late = self.loop.call_later(self.head_s, self.transport.close)
        elif not waiting and self.late is not None:
            self.late.cancel()
            self.late = None

    def connection_lost(self, exc: Exception | None) -> None:
        super().connection_lost(exc)
        if self.late is not None:
            self.late.cancel()


#: How often a worker looks whether its master is still there [s], and how long it may then take to
#: end what it is at.
POLL_S, EXIT_TIMEOUT_S = 1.0, 10.0


def exit_with_master(master: int) -> None:
    """End this process once its master is gone, however that was killed.

    Args:
        master: number of its process
    """
    while os.getppid() == master:
        time.sleep(POLL_S)
    os.kill(os.getpid(), signal.SIGTERM)
    time.sleep(EXIT_TIMEOUT_S)
    os._exit(1)


class Worker(UvicornWorker):
    """Runs the application in a process of gunicorn's."""

    CONFIG_KWARGS: dict[str, Any] = {
        "loop": "asyncio",
        "http": HeadTimeoutProtocol,
        "lifespan": "off",
    }

    def init_process(self) -> None:
        """Begin, and end with the master: a port held by orphans lets no new server begin."""
        threading.Thread(target=exit_with_master, args=(os.getppid(),), daemon=True).start()
        super().init_process()

    def init_signals(self) -> None:
        """Once told to end and done with it, end as a program does: what it holds is put away."""
        super().init_signals()
        for told in (signal.SIGTERM, signal.SIGINT):
            signal.signal(told, lambda *_: sys.exit(0))
