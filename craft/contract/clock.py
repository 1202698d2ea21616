"""Hours of the day: when a client sleeps, and when the salon is open."""

from datetime import time
from typing import Annotated, Self
from zoneinfo import available_timezones

from pydantic import (
    AliasChoices,
    AwareDatetime,
    Field,
    PlainSerializer,
    WithJsonSchema,
    model_validator,
)

from craft.contract.base import Frozen
from craft.errors import CraftError
from craft.messages import say

#: Nobody's night is shorter or longer [h]. Own values.
NIGHT_LEAST_H, NIGHT_MOST_H = 3.0, 14.0


def night_hours(bed: time, wake: time) -> float:
    """From going to bed to waking [h], over midnight where that is so."""
    minutes = (wake.hour - bed.hour) * 60 + wake.minute - bed.minute
    return minutes % (24 * 60) / 60


def known_zone(name: str) -> str:
    """A zone of the IANA database, or none."""
    if name and name not in available_timezones():
        raise CraftError("", say("Give an IANA time zone, e.g. Europe/Lisbon."))
    return name


#: A time of day as a clock shows it, without a zone: 22:30.
ClockTime = Annotated[
    time,
    PlainSerializer(lambda at: at.strftime("%H:%M"), return_type=str, when_used="json"),
    WithJsonSchema(
        {
            "type": "string",
            "pattern": r"^([01]\d|2[0-3]):[0-5]\d(:[0-5]\d)?$",
            "x-clock": True,
        }
    ),
]


class Sleep(Frozen):
    """When the client sleeps, by their own clock."""

    bed: ClockTime = Field(time(22, 30), validation_alias=AliasChoices("bed", "from"))
    wake: ClockTime = Field(time(7), validation_alias=AliasChoices("wake", "to"))

    @model_validator(mode="after")
    def a_night_of_some_hours(self) -> Self:
        """A night lasts from 3 to 14 hours."""
        if not NIGHT_LEAST_H <= night_hours(self.bed, self.wake) <= NIGHT_MOST_H:
            raise CraftError(
                "wake",
                say(
                    "A night lasts from {least:g} to {most:g} h: change the hour of going to bed "
                    "or of waking.",
                    least=NIGHT_LEAST_H,
                    most=NIGHT_MOST_H,
                ),
            )
        return self


class OpenHours(Frozen):
    """When the salon is open."""

    begins: AwareDatetime
    ends: AwareDatetime
