"""Sentences of the server, in the language of the request."""

from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from datetime import datetime, time
from pathlib import Path
from typing import Any

from django.utils import timezone, translation
from django.utils.functional import lazy
from rest_framework import serializers
from rest_framework.renderers import JSONRenderer

from craft.messages import (
    FOLDERS,
    DayForm,
    Param,
    Text,
    clock,
    day_text,
    inline,
    join,
    language,
    said_in,
    say,
    speak,
    stored_said_in,
)
from craft.region import ENGLISH, region

#: The catalogues of the server stand beside those of the core.
FOLDERS.append(Path(__file__).parents[1] / "catalogues")


def sentence(message: str, /, **params: Param) -> str:
    """A sentence in the language of the request; arguments as `craft.messages.say`."""
    return said_in(say(message, **params), language())


#: The same for what is written once and said in every request, e.g. messages of a field.
lazy_sentence: Callable[..., Any] = lazy(sentence, str)


def lazy_text(make: Callable[..., str]) -> Callable[..., Any]:
    """What makes a text, made to make it anew in every request."""
    return lazy(make, str)


def time_text(at: datetime | time) -> str:
    """An hour as a clock shows it: 14:05.

    Args:
        at: on the clock of the salon
    """
    return said_in(clock(at.hour * 60 + at.minute), language())


def moment_text(moment: datetime) -> str:
    """A day and an hour on the clock of the salon: Fri 6 Nov, 14:05."""
    local = timezone.localtime(moment)
    text = join(
        ", ", (day_text(local.date(), DayForm.BRIEF), clock(local.hour * 60 + local.minute))
    )
    return said_in(text, language())


def stored_inline(title: str) -> str:
    """A title that was stored, within a sentence: the catalogue has it as it stands."""
    return said_in(inline(say(title)), language())


def spoken(data: Any) -> Any:
    """What is answered, with every sentence of the core in the language of the request."""
    if isinstance(data, Text):
        return said_in(data, language())
    if isinstance(data, Mapping):
        return {key: spoken(value) for key, value in data.items()}
    return [spoken(value) for value in data] if isinstance(data, (list, tuple)) else data


class SpokenJSONRenderer(JSONRenderer):
    """JSON with its sentences in the language of the request."""

    def render(
        self,
        data: Any,
        accepted_media_type: str | None = None,
        renderer_context: Mapping[str, Any] | None = None,
    ) -> Any:
        said = data if language() == ENGLISH else spoken(data)
        return super().render(said, accepted_media_type, renderer_context)


def spoken_now(text: str) -> str:
    """A sentence of the core, also a stored one, in the language of the moment."""
    return stored_said_in(text, language())


@contextmanager
def use_language(wanted: str) -> Iterator[None]:
    """Speak a language inside: Gauffer's sentences and Django's own."""
    with speak(wanted), translation.override(region(wanted).language):
        yield


class SentenceField(serializers.CharField):
    """A sentence of the core, said in the language of the request."""

    def to_representation(self, value: Any) -> str:
        return spoken_now(value)
