"""Sentences of answers: said in the language of the moment, stored with their messages."""

from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from contextvars import ContextVar
from typing import Annotated, Any

from pydantic import PlainSerializer, ValidationInfo, ValidatorFunctionWrapHandler, WrapValidator

from craft.messages import Text, has_parameters, language, stored_said_in, text_from_json
from craft.region import ENGLISH

#: English sentences of an answer with what `text_from_json` makes them from.
Messages = dict[str, dict[str, Any]]

_found: ContextVar[Messages | None] = ContextVar("found", default=None)


def keep_message(value: Any, validate: ValidatorFunctionWrapHandler, info: ValidationInfo) -> str:
    """Let a text keep its message, and give one back that was stored without it."""
    if type(value) is Text:
        return value
    text: str = validate(value)
    messages: Mapping[str, dict[str, Any]] = info.context or {}
    if text not in messages:
        return text
    return text_from_json(messages[text] or {"key": text})


def say_now(text: str) -> str:
    """A sentence in the language of the moment; remembers its message where somebody collects."""
    found = _found.get()
    if found is not None and type(text) is Text:
        # A message without parameters is its own key.
        found[str(text)] = text.source.as_json() if has_parameters(text) else {}
    wanted = language()
    return text if wanted == ENGLISH else stored_said_in(text, wanted)


@contextmanager
def collect_messages() -> Iterator[Messages]:
    """Collect the messages of what is dumped inside, to be stored beside it."""
    messages: Messages = {}
    token = _found.set(messages)
    try:
        yield messages
    finally:
        _found.reset(token)


#: A sentence of an answer. As JSON it is text, in the language of the moment.
Sentence = Annotated[str, WrapValidator(keep_message), PlainSerializer(say_now, return_type=str)]
