"""Names and numbers as people search for them: without accents, without case, in any order."""

import re

from anyascii import anyascii
from django.db.models import Q

#: A client is found by so many letters.
LONGEST = 300
#: Fewer digits than these are part of a name, not of a telephone number.
LEAST_DIGITS = 3
NO_DIGIT = re.compile(r"\D")
NO_NUMBER = re.compile(r"[^\d+() /.-]")


def fold_text(text: str) -> str:
    """A text without accents and case: Ọlámidé is found by olam."""
    return anyascii(text).casefold()


def search_text(name: str, phone: str, preferred_name: str = "") -> str:
    """What a client is found by; the name comes first, namesakes are looked for by it.

    Args:
        name, phone, preferred_name: as they are written
    """
    folded = f"{fold_text(name)} {NO_DIGIT.sub('', phone)} {fold_text(preferred_name)}"
    return folded.strip()[:LONGEST]


def matching(words: list[str], field: str = "search") -> Q:
    """Rows that every word is part of.

    Args:
        words: as they were typed
        field: that holds `search_text`
    """
    condition = Q()
    for word in words:
        digits = NO_DIGIT.sub("", word)
        number = len(digits) >= LEAST_DIGITS and not NO_NUMBER.search(word)
        condition &= Q(**{f"{field}__contains": digits if number else fold_text(word)})
    return condition
