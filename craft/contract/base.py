"""Reading requests: strict, frozen, and with errors a person can act on."""

import json
from collections.abc import Callable, Iterable, Iterator, Mapping
from contextlib import contextmanager
from dataclasses import dataclass
from functools import cache
from typing import Annotated, Any, TypeVar, cast

from pydantic import BaseModel, ConfigDict, TypeAdapter, ValidationError
from pydantic_core import ErrorDetails

from craft.errors import CraftError
from craft.messages import figure, join, measured, say

Json = Mapping[str, Any]
#: A merge patch of a request (RFC 7396): only what changes, null takes a choice back.
Patch = dict[str, Any]


class Frozen(BaseModel):
    """A value of the contract: read only, unknown fields refused, no silent conversion."""

    model_config = ConfigDict(
        frozen=True, extra="forbid", strict=True, allow_inf_nan=False, use_attribute_docstrings=True
    )


#: Other names under which fields are read as well, and the contract's own.
OTHER_NAMES = {"arrival": "now", "product": "bottle", "where": "on", "house": "standards"}

Model = TypeVar("Model", bound=BaseModel)


def parse(
    model: type[Model], data: Json, at: str = "", messages: Mapping[str, Any] | None = None
) -> Model:
    """Read a request, or a part of one, from parsed JSON.

    Args:
        model: of the contract
        data: as JSON has it
        at: the field of the request that the data belong to; empty: they are the request
        messages: of its sentences, where they were stored with it
    Raises:
        CraftError: names the first wrong field and what is allowed there
    """
    try:
        return read(model, json.dumps(data), messages)
    except CraftError as error:
        if not at:
            raise
        field = at if error.field == "request" else f"{at}.{error.field}"
        raise CraftError(field, error.message) from error


def read(model: type[Model], text: str, messages: Mapping[str, Any] | None = None) -> Model:
    """Read a request from JSON text; arguments as `parse`.

    Raises:
        CraftError: names the first wrong field and what is allowed there
    """
    with errors_of(model):
        return model.model_validate_json(text, context=messages)


@contextmanager
def errors_of(model: type[BaseModel]) -> Iterator[None]:
    """Report what is wrong with a value of the contract as every other wrong input.

    Args:
        model: that is read or made inside
    Raises:
        CraftError: names the first wrong field and what is allowed there
    """
    try:
        yield
    except ValidationError as error:
        # A missing field comes after the wrong ones: what was entered comes first.
        details = sorted(error.errors(), key=lambda detail: detail["type"] == "missing")
        raise explain(model, details[0]) from error


def readable(
    model: type[Model], rows: Iterable[Json], what: Callable[[Json], str]
) -> tuple[list[Model], list[str]]:
    """Rows of a record that can be read; one that cannot must not take the others with it.

    Args:
        model: what each row is read as
        rows: as they are stored
        what: a row is called
    Returns:
        the rows that can be read, and of each other its name and what is wrong with it
    """
    good, left_out = [], []
    for row in rows:
        try:
            good.append(parse(model, row))
        except CraftError as error:
            left_out.append(f"{what(row)} ({error.field}: {error.message})")
    return good, left_out


@dataclass(frozen=True)
class Range:
    """What a number may be.

    Args:
        low, high: both allowed
        unit: of both; empty where it has none
    """

    low: float
    high: float
    unit: str


def range_of(model: type[BaseModel], field: str) -> Range:
    """The range of a field of the contract: forms, imports and the database take it from here.

    Args:
        model: of the contract
        field: a number of it
    Raises:
        KeyError: it has no such field, or no range
    """
    piece: Any = schema(model)["properties"][field]
    options = [piece, *piece.get("anyOf", ())]
    number = next(option for option in options if "minimum" in option)
    return Range(number["minimum"], number["maximum"], number.get("x-unit", ""))


@cache
def schema(model: type[BaseModel]) -> Json:
    """JSON Schema of a request or an answer; made once, so nobody may change it."""
    return model.model_json_schema()


def check_field(model: type[BaseModel], field: str, value: object) -> None:
    """Check one value as a field of a request.

    Raises:
        CraftError: names the field and what is allowed there
    """
    info = model.model_fields[field]
    kind: Any = info.annotation
    if info.metadata:
        kind = Annotated[kind, *info.metadata]
    adapter: TypeAdapter[Any] = TypeAdapter(kind)
    try:
        # Infinity is no JSON; it is refused with everything else that is out of range.
        adapter.validate_json(json.dumps(value), strict=True)
    except ValidationError as error:
        raise CraftError(field, describe_allowed(schema_at(schema(model), (field,)))) from error


def explain(model: type[BaseModel], detail: ErrorDetails) -> CraftError:
    """Turn a finding of the validator into a sentence with the field and the allowed values."""
    kind, message = detail["type"], detail["msg"]
    tags = tags_of(model)
    path = detail["loc"]
    named = [
        part
        for before, part in zip((None, *path), path, strict=False)
        if part != "[key]" and not (part in tags and isinstance(before, int))
    ]
    field = join(".", map(str, named))
    if kind == "json_invalid":
        return CraftError(
            "request", say("This is not valid JSON: {why}.", why=message.split(": ", 1)[-1])
        )
    root = schema(model)
    if kind == "extra_forbidden":
        parent = schema_at(root, detail["loc"][:-1])
        properties = join(", ", cast("Json", parent.get("properties", {})))
        return CraftError(
            field, say("Unknown field. Known here: {properties}.", properties=properties)
        )
    if kind == "union_tag_invalid":
        kinds = join(", ", sorted(tags))
        return CraftError(f"{field}.kind", say("Use one of: {kinds}.", kinds=kinds))
    if kind == "missing":
        return CraftError(
            field, say("This is missing. ") + describe_allowed(schema_at(root, detail["loc"]))
        )
    if kind == "value_error":
        cause = detail["ctx"]["error"]
        if isinstance(cause, CraftError):
            inner = ".".join(part for part in (field, cause.field) if part)
            return CraftError(inner, cause.message)
    return CraftError(
        field or "request", describe_allowed(schema_at(root, detail["loc"])) or message + "."
    )


@cache
def tags_of(model: type[BaseModel]) -> frozenset[str]:
    """The tags of all unions in a request."""
    return tags_in(schema(model))


def tags_in(piece: object) -> frozenset[str]:
    """Words that tell the members of a tagged union apart: no fields of what was sent."""
    if isinstance(piece, list):
        return frozenset().union(*map(tags_in, piece))
    if not isinstance(piece, Mapping):
        return frozenset()
    own = piece.get("discriminator", {})
    tags = frozenset(own.get("mapping", {})) if isinstance(own, Mapping) else frozenset()
    return tags.union(*map(tags_in, piece.values()))


def schema_at(root: Json, path: tuple[int | str, ...]) -> Json:
    """The piece of a JSON Schema that describes a place in the data."""
    here = resolve(root, root)
    for part in path:
        if part == "[key]":
            return resolve(root, cast("Json", here.get("propertyNames", {})))
        if isinstance(part, int):
            step = here.get("items", {})
        elif part in here.get("discriminator", {}).get("mapping", {}):
            step = {"$ref": here["discriminator"]["mapping"][part]}
        else:
            properties = here.get("properties", {})
            name = part if part in properties else OTHER_NAMES.get(part, part)
            step = properties.get(name, here.get("additionalProperties", {}))
        here = resolve(root, step if isinstance(step, Mapping) else {})
    return here


def resolve(root: Json, piece: Json) -> Json:
    """Follow references and look through "or null"."""
    while True:
        if "$ref" in piece:
            kept = {key: value for key, value in piece.items() if key != "$ref"}
            piece = {**root["$defs"][piece["$ref"].rsplit("/", 1)[-1]], **kept}
        elif "anyOf" in piece:
            kept = {key: value for key, value in piece.items() if key != "anyOf"}
            piece = {
                **next(choice for choice in piece["anyOf"] if choice.get("type") != "null"),
                **kept,
            }
        else:
            return piece


def describe_allowed(piece: Json) -> str:
    """Say which values a piece of schema allows."""
    if "enum" in piece:
        return say("Use one of: {choices}.", choices=join(", ", piece["enum"]))
    kind = piece.get("type")
    if kind in ("number", "integer"):
        return number_allowed(
            piece, say("a whole number") if kind == "integer" else say("a number")
        )
    if kind == "string":
        return text_allowed(piece)
    if kind == "array":
        return list_allowed(piece)
    names = {
        "object": say("Give an object."),
        "boolean": say("Say true or false."),
    }
    return names.get(str(kind), "")


def list_allowed(piece: Json) -> str:
    """Say what a list has to be."""
    if "maxItems" in piece:
        return say("Give a list of at most {count}.", count=piece["maxItems"])
    return say("Give a list.")


def text_allowed(piece: Json) -> str:
    """Say what a text has to be."""
    if piece.get("format") == "date":
        return say("Give a day as year-month-day, such as 2026-06-18.")
    if piece.get("format") == "date-time":
        return say("Give a date and a time with its zone, e.g. 2026-06-20T10:00:00+02:00.")
    if "x-clock" in piece:
        return say("Give a time of day, e.g. 22:30.")
    if "maxLength" in piece:
        return say("Give text of at most {count} characters.", count=piece["maxLength"])
    return say("Give text.")


def number_allowed(piece: Json, what: str) -> str:
    """Say the range of a number."""
    low = piece.get("minimum", piece.get("exclusiveMinimum"))
    high = piece.get("maximum", piece.get("exclusiveMaximum"))
    if low is None or high is None:
        return say("Give {what}.", what=what)
    above = say("above ") if "exclusiveMinimum" in piece else ""
    unit = piece.get("x-unit", "")
    return say(
        "Give {what} from {above}{low} to {high}.",
        what=what,
        above=above,
        low=figure(low, unit),
        high=measured(high, unit),
    )
