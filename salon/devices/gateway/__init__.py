"""The gateway: anything that can bring a short message to a telephone.

A real service joins by filling `Gateway`. The simulated one ships with Gauffer: it brings nothing
to anybody, and keeps what it was given in a folder.
"""

from collections.abc import Callable, Mapping
from typing import Protocol

from craft.errors import CraftError
from salon.devices.choosing import chosen
from salon.platform.language import lazy_sentence

NO_GATEWAY = lazy_sentence("No message gateway is connected: no messages are sent.")


class NoGateway(CraftError):
    """There is no such gateway; the message says what to do."""

    def __init__(self, message: str) -> None:
        super().__init__("gateway", message)


class Unreachable(Exception):
    """It could not be given now; later it may."""


class Undeliverable(Exception):
    """It can never be given; says why."""


class Gateway(Protocol):
    """A service for messages."""

    name: str
    simulated: bool

    def send(self, key: str, to: str, text: str) -> str:
        """Bring a message to a number.

        Args:
            key: of the message; given again with the same key it is brought once
            to: the number
            text: what it says
        Returns:
            what the gateway calls it
        Raises:
            Unreachable: not now
            Undeliverable: never
        """

    def forget(self, receipt: str) -> None:
        """Forget a message that was given, as far as the service can."""


def simulated(_: str) -> Gateway:
    """The stand-in that ships with Gauffer."""
    from salon.devices.gateway.simulated import Pigeonhole

    return Pigeonhole()


KINDS: Mapping[str, Callable[[str], Gateway]] = {"simulated": simulated}


def gateway() -> Gateway:
    """The gateway of this salon, as the settings have it.

    Raises:
        NoGateway: there is none, or the settings name one that does not exist
    """
    return chosen("GAUFFER_GATEWAY", "gateway", KINDS, NoGateway, NO_GATEWAY)
