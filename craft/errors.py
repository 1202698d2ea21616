"""Errors that name the field that is wrong."""

from craft.messages import say


class CraftError(ValueError):
    """Bad input, worded so that the person who typed it can mend it.

    Args:
        field: dotted path of the offending field, e.g. ``hair.length_cm``
        message: what is wrong and which values are allowed
    """

    def __init__(self, field: str, message: str) -> None:
        super().__init__(f"{field}: {message}")
        self.field = field
        self.message = message


class Missing(CraftError):
    """A measurement that the answer cannot do without has not been taken."""


class NeverDries(CraftError):
    """The air is saturated: it takes up no water."""

    def __init__(self, field: str = "room.rh") -> None:
        super().__init__(
            field,
            say(
                "The air is saturated: hair never dries in it. Give a relative humidity below "
                "0.99, or dry under a hood."
            ),
        )
