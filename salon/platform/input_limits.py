"""What comes in is bounded before anything is done with it: JSON, pages, numbers in paths."""

from collections.abc import Iterator, Mapping, Sequence
from typing import IO, Any

from django.db.models import QuerySet
from rest_framework.exceptions import ParseError, ValidationError
from rest_framework.pagination import LimitOffsetPagination
from rest_framework.parsers import JSONParser
from rest_framework.request import Request

from salon.platform.language import sentence

#: JSON is nested no deeper than this.
MAX_DEPTH = 40
#: The largest page of a list, and how far it may be leafed through.
MAX_PAGE, MAX_OFFSET = 200, 1_000_000
#: No number of a row is larger: the database counts in 64 bits.
MAX_ID = 2**63 - 1
#: A search looks for so many words, in so many letters.
MAX_SEARCH_WORDS, MAX_SEARCH_LETTERS = 6, 100


def strings_of(piece: Any, depth: int = 0) -> Iterator[str]:
    """Every text in parsed JSON.

    Raises:
        ParseError: it is nested too deep
    """
    if depth > MAX_DEPTH:
        raise ParseError(
            sentence("JSON is nested deeper than {max_depth} levels.", max_depth=MAX_DEPTH)
        )
    if isinstance(piece, str):
        yield piece
    elif isinstance(piece, Mapping):
        for key, value in piece.items():
            yield from strings_of(key, depth + 1)
            yield from strings_of(value, depth + 1)
    elif isinstance(piece, list):
        for value in piece:
            yield from strings_of(value, depth + 1)


class BoundedJSONParser(JSONParser):
    """JSON that can be kept and given back: not too deep, and every text a text."""

    def parse(
        self,
        stream: IO[Any],
        media_type: str | None = None,
        parser_context: Mapping[str, Any] | None = None,
    ) -> Any:
        try:
            data = super().parse(stream, media_type, parser_context)
            for text in strings_of(data):
                text.encode()
                if "\0" in text:
                    raise ParseError(
                        sentence("A text contains an invalid character (NUL). Type it again.")
                    )
        except RecursionError as error:
            raise ParseError(
                sentence("JSON is nested deeper than {max_depth} levels.", max_depth=MAX_DEPTH)
            ) from error
        except UnicodeEncodeError as error:
            raise ParseError(
                sentence("A text contains half a character (a lone surrogate). Type it again.")
            ) from error
        return data


class BoundedPagination(LimitOffsetPagination):
    """Pages of a list, bounded: what is asked beyond is refused, not cut in silence."""

    max_limit = MAX_PAGE

    def paginate_queryset(
        self, queryset: QuerySet[Any, Any] | Sequence[Any], request: Request, view: Any = None
    ) -> list[Any] | None:
        """Rows of a page: found by number, so that what is leafed over is not put together."""
        assert isinstance(queryset, QuerySet)
        numbers = super().paginate_queryset(queryset.values_list("pk", flat=True), request, view)
        if numbers is None:
            return None
        rows = {row.pk: row for row in queryset.filter(pk__in=numbers)}
        return [rows[number] for number in numbers if number in rows]

    def get_limit(self, request: Request) -> int | None:
        return integer_param(request, "limit", 1, MAX_PAGE, self.default_limit)

    def get_offset(self, request: Request) -> int:
        return integer_param(request, "offset", 0, MAX_OFFSET, 0) or 0


def integer_param(
    request: Request, name: str, low: int, high: int, usual: int | None = None
) -> int | None:
    """A whole number in the address of a request.

    Args:
        request: that asks
        name: of the number
        low, high: both allowed
        usual: where it is left out
    Raises:
        ValidationError: it is no number, or beyond
    """
    text = request.query_params.get(name, "")
    if not text:
        return usual
    digits = text.isascii() and text.isdigit() and len(text) <= len(str(high))
    if not digits or not low <= int(text) <= high:
        raise ValidationError(
            {name: sentence("Give a whole number from {low} to {high}.", low=low, high=high)}
        )
    return int(text)


def id_param(request: Request, name: str) -> int | None:
    """The number of a row in the address of a request; None where it is left out.

    Raises:
        ValidationError: it is no number of a row
    """
    return integer_param(request, name, 1, MAX_ID)


def search_words(request: Request, name: str = "search") -> list[str]:
    """Words to search for.

    Raises:
        ValidationError: there are more than anybody types
    """
    text = request.query_params.get(name, "").replace("\0", " ")
    words = text.split()
    if len(text) > MAX_SEARCH_LETTERS or len(words) > MAX_SEARCH_WORDS:
        raise ValidationError(
            {
                name: sentence(
                    "Search for at most {max_search_words} words and {max_search_letters} letters.",
                    max_search_words=MAX_SEARCH_WORDS,
                    max_search_letters=MAX_SEARCH_LETTERS,
                )
            }
        )
    return words
