"""Whether an answer of a consultation can be right."""

from collections.abc import Callable, Mapping
from datetime import date
from typing import Any

from craft.contract.base import describe_allowed
from craft.errors import CraftError
from craft.messages import join, say
from craft.profile.consultation import BY_KEY, LIST_MOST, TEXT_MOST, Answer, Question

#: Dates that may lie ahead.
AHEAD = frozenset({"event_on"})


def check_answer(key: str, value: object) -> None:
    """Refuse an answer that cannot be.

    Args:
        key: a question's key
        value: a number, a word, words joined by commas, a date as 2026-11-25, a list of words
    Raises:
        CraftError: names the question and what may be answered
    """
    question = BY_KEY[key]
    problem = CHECKS[question.answer](question, value)
    if problem:
        raise CraftError(key, problem)


def wrong_number(question: Question, value: object) -> str:
    """A number in range, or one of the words that may stand for it."""
    assert question.range is not None
    low, high = question.range
    is_number = isinstance(value, int | float) and not isinstance(value, bool)
    if value in question.options or (is_number and low <= value <= high):  # type: ignore[operator]
        return ""
    allowed_words = describe_allowed(
        {"type": "number", "minimum": low, "maximum": high, "x-unit": question.unit}
    )
    return (
        allowed_words
        if not question.options
        else say(
            "{allowed_word}, or {options}.",
            allowed_word=allowed_words[:-1],
            options=join(", ", question.options),
        )
    )


def wrong_choice(question: Question, value: object) -> str:
    """One of the options, in any case."""
    fits = isinstance(value, str) and value.lower() in question.options
    return "" if fits else describe_allowed({"enum": list(question.options)})


def split(value: object) -> list[str]:
    """Words joined by commas, or already a list."""
    parts = value if isinstance(value, list) else str(value).split(",")
    return [str(part).strip() for part in parts if str(part).strip()]


def wrong_many(question: Question, value: object) -> str:
    """Any of the options."""
    fits = isinstance(value, str | list) and all(word in question.options for word in split(value))
    return "" if fits else say("Use any of: ") + join(", ", question.options) + "."


def wrong_text(_: Question, value: object) -> str:
    """A line of text."""
    fits = isinstance(value, str) and 0 < len(value.strip()) <= TEXT_MOST
    return "" if fits else say("Give 1 to {text_most} characters.", text_most=TEXT_MOST)


def wrong_date(_: Question, value: object) -> str:
    """A day of the calendar."""
    try:
        date.fromisoformat(value if isinstance(value, str) else "")
    except ValueError:
        return say("Give a day as year-month-day, such as 2026-06-18.")
    return ""


def wrong_list(_: Question, value: object) -> str:
    """A list of words."""
    fits = (
        isinstance(value, list)
        and len(value) <= LIST_MOST
        and all(isinstance(text, str) and 0 < len(text.strip()) <= TEXT_MOST for text in value)
    )
    return "" if fits else say("Give a list of at most {list_most} entries.", list_most=LIST_MOST)


def is_fresh(key: str, age_days: float) -> bool:
    """Whether an answer so many days old may still be relied on. Own values."""
    return age_days < BY_KEY[key].fresh_days


CHECKS: Mapping[Answer, Callable[[Question, Any], str]] = {
    Answer.NUMBER: wrong_number,
    Answer.CHOICE: wrong_choice,
    Answer.MANY: wrong_many,
    Answer.TEXT: wrong_text,
    Answer.DATE: wrong_date,
    Answer.LIST: wrong_list,
}
