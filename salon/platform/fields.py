"""Fields of forms that say in one sentence what they allow."""

from datetime import time
from typing import Any
from zoneinfo import available_timezones

from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema_field
from pydantic import BaseModel
from rest_framework import serializers

from craft.contract.base import range_of
from craft.contract.clock import NIGHT_LEAST_H, NIGHT_MOST_H, night_hours
from craft.messages import figure, measured
from craft.region import countries
from salon.platform.language import lazy_sentence, lazy_text, sentence

#: What a field says that takes a moment.
MOMENTS = lazy_sentence("Give a date and a time, e.g. 2026-06-20T10:00.")
#: What a field says, by what is wrong.
ErrorMessages = dict[str, Any]
#: All that can be wrong with a number: one sentence says it.
NUMBER_ERRORS = ("min_value", "max_value", "invalid", "null", "required")


@lazy_text
def number_allowed(low: float, high: float, unit: str) -> str:
    """What a field says that takes a number, in the language and the units of who fills it in."""
    return sentence(
        "Give a number from {low} to {high}.", low=figure(low, unit), high=measured(high, unit)
    )


def float_field(low: float, high: float, unit: str, **more: Any) -> serializers.FloatField:
    """A number with a range, explained in one sentence when it is left."""
    allowed = number_allowed(low, high, unit)
    messages: ErrorMessages = dict.fromkeys(
        ("min_value", "max_value", "invalid", "null", "required"), allowed
    )
    return serializers.FloatField(min_value=low, max_value=high, error_messages=messages, **more)


def contract_float_field(model: type[BaseModel], field: str, **more: Any) -> serializers.FloatField:
    """A number with the range that the core reads it with.

    Args:
        model: of the core's contract
        field: of it
    """
    allowed = range_of(model, field)
    return float_field(allowed.low, allowed.high, allowed.unit, **more)


def integer_field(low: int, high: int, unit: str, **more: Any) -> serializers.IntegerField:
    """A whole number with a range, explained in one sentence when it is left."""
    allowed = lazy_sentence(
        "Give a whole number from {low} to {high} {unit}.", low=low, high=high, unit=unit
    )
    messages: ErrorMessages = dict.fromkeys(
        ("min_value", "max_value", "invalid", "null", "required"), allowed
    )
    return serializers.IntegerField(min_value=low, max_value=high, error_messages=messages, **more)


def choice_field(words: list[str], **more: Any) -> serializers.ChoiceField:
    """One of a few words, refused with the list when it is none of them."""
    allowed = lazy_sentence("Use one of: {words}.", words=", ".join(words))
    messages: ErrorMessages = dict.fromkeys(
        ("invalid_choice", "blank", "null", "required"), allowed
    )
    return serializers.ChoiceField(choices=words, error_messages=messages, **more)


def validate_country(code: str) -> None:
    """A country is one of those that are known.

    Raises:
        ValidationError: it is none
    """
    if code and code not in countries():
        raise serializers.ValidationError(
            sentence("Give the two letters of a country, e.g. CA; nothing for cm, g and 24 hours.")
        )


def validate_time_zone(name: str) -> None:
    """A zone is one of those that are known.

    Raises:
        ValidationError: it is not
    """
    if name and name not in available_timezones():
        raise serializers.ValidationError(
            sentence("Give a time zone by its name, e.g. Europe/Lisbon.")
        )


def phone_field() -> serializers.RegexField:
    """A number to call, as it is written; may be left empty."""
    allowed = lazy_sentence("Give a phone number: digits, spaces and + ( ) / . - only, at most 40.")
    return serializers.RegexField(
        r"^[0-9+() /.-]+$",
        max_length=40,
        required=False,
        allow_blank=True,
        error_messages={"invalid": allowed, "max_length": allowed},
    )


def date_field(**more: Any) -> serializers.DateField:
    allowed = lazy_sentence("Give a date as year-month-day, e.g. 2026-06-20.")
    return serializers.DateField(
        required=False, allow_null=True, error_messages={"invalid": allowed}, **more
    )


#: What a time of day says, by what is wrong.
CLOCK_ERRORS = ("invalid", "null", "required")
CLOCKS = lazy_sentence("Give a time of day, e.g. 09:30.")


@extend_schema_field(OpenApiTypes.STR)
class ClockField(serializers.TimeField):
    """A time of day as hours and minutes, told what it is like where it is none."""

    def __init__(self, **options: Any) -> None:
        names = ("invalid", "required") if options.get("allow_null") else CLOCK_ERRORS
        super().__init__(
            format="%H:%M",
            input_formats=["%H:%M", "%H:%M:%S"],
            error_messages=dict.fromkeys(names, CLOCKS),
            **options,
        )


def check_night(bed: time | None, wake: time | None) -> None:
    """A night lasts some hours.

    Args:
        bed, wake: when somebody goes to bed and gets up; None: not told
    Raises:
        ValidationError: it is too short or too long
    """
    if bed and wake and not NIGHT_LEAST_H <= night_hours(bed, wake) <= NIGHT_MOST_H:
        raise serializers.ValidationError(
            {
                "wake_time": sentence(
                    "A night lasts from {least:g} to {most:g} h: change the hour of going to bed "
                    "or of waking.",
                    least=NIGHT_LEAST_H,
                    most=NIGHT_MOST_H,
                )
            }
        )
