"""How a country writes measures, days and hours.

A language tag as BCP 47 has it says which: ``de``, ``en-US``, or ``en-US-u-ms-metric`` for whoever
works with grams in the United States. Without a country measures are metric, days begin with their
number and hours run to 24.
"""

import re
from dataclasses import dataclass
from datetime import time
from enum import StrEnum
from functools import cache

from babel import Locale, UnknownLocaleError
from babel.core import get_global
from babel.dates import format_time

#: The language that messages are written in; alone it is what is stored.
ENGLISH = "en"
#: No language: every message in brackets and longer than in English. What is not a message shows.
PSEUDO = "xx"
#: Countries that measure in inches and ounces; Unicode CLDR, measurementData (from memory).
INCHES = frozenset({"LR", "MM", "US"})
#: A tag: language, country, and the measures where they are not those of the country.
TAG = re.compile(
    r"(?P<language>[a-z]{2})(?:-(?P<country>[A-Z]{2}))?(?:-u-ms-(?P<units>metric|ussystem))?"
)
DAY_MIN = 24 * 60


class Units(StrEnum):
    """What is measured in, as BCP 47 calls it."""

    METRIC = "metric"
    US = "ussystem"


@dataclass(frozen=True, slots=True)
class UsUnit:
    """A unit of the United States.

    Args:
        name: written behind the number
        size: of it, in the metric unit
        digits: that are written behind the point
        zero: what nought in the metric unit is in it
    """

    name: str
    size: float
    digits: int
    zero: float = 0.0

    def of(self, metric: float) -> float:
        """What is this many of the metric unit."""
        return metric / self.size + self.zero


#: By the metric unit: NIST Special Publication 811, appendix B; inch and pound are exact.
US_UNITS = {
    "mm": UsUnit("in", 25.4, 2),
    "cm": UsUnit("in", 2.54, 1),
    "g": UsUnit("oz", 28.349523125, 2),
    "kg": UsUnit("lb", 0.45359237, 1),
    "ml": UsUnit("fl oz", 29.5735295625, 1),
    "°C": UsUnit("°F", 5 / 9, 0, 32.0),
}


@dataclass(frozen=True, slots=True)
class Region:
    """A language tag, read.

    Args:
        language: of the sentences
        country: whose days and hours are written; empty for none
        units: of measures
    """

    language: str
    country: str
    units: Units

    @property
    def locale(self) -> Locale:
        """What Unicode knows of it; of the language alone where nobody speaks it there."""
        language = ENGLISH if self.language == PSEUDO else self.language
        try:
            return Locale(language, self.country or None)
        except UnknownLocaleError:
            return Locale(language)


@cache
def region(tag: str) -> Region:
    """What a language tag says.

    Args:
        tag: e.g. ``de``, ``en-US``
    Raises:
        ValueError: it is none, or its country is none
    """
    read = TAG.fullmatch(tag)
    if read is None or (read["country"] and read["country"] not in countries()):
        raise ValueError(f"no language tag: {tag}")
    country = read["country"] or ""
    usual = Units.US if country in INCHES else Units.METRIC
    return Region(read["language"], country, Units(read["units"] or usual))


@cache
def countries() -> frozenset[str]:
    """Codes of all countries, as ISO 3166 has them."""
    return frozenset(get_global("territory_currencies")) - {"EU", "UN", "XK"}


def region_tag(language: str, country: str, units: str = "") -> str:
    """A language tag.

    Args:
        language: of the sentences
        country: whose measures, days and hours are written; empty for none
        units: of measures, where they are not those of the country
    """
    return "-".join(part for part in (language, country, f"u-ms-{units}" if units else "") if part)


def clock_text(minute: int, tag: str) -> str:
    """Minutes of a day as a clock shows them, also past midnight: 19:40, 7:40 PM.

    Args:
        minute: from midnight
        tag: of the language, with its country
    """
    hours, minutes = divmod(minute % DAY_MIN, 60)
    if region(tag).country:
        return str(format_time(time(hours, minutes), "short", locale=region(tag).locale))
    return f"{hours:02}:{minutes:02}"
