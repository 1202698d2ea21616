"""Requests at random, drawn from the contract's own schema: an answer or a named refusal.

A request begins with one that works and gets some of its fields drawn again: so it gets past the
reading and deep into the rules. Numbers lean towards the ends of their ranges, words towards keys
that a plan really has.
"""

import json
import random
import traceback
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path
from typing import Any

import shapely

from craft.commands import COMMANDS, Command
from craft.contract import PartingsAnswer, read, schema
from craft.errors import CraftError
from craft.tests.requests import HAIR, plan_request, planned

Json = Any
#: How often a number is one of the ends of its range.
AT_THE_END = 0.3
#: A number may stand so far outside its section: outlines are rounded [cm].
PEN_CM = 0.02
#: Schemes that are asked for by a number.
COUNTED = (
    "per_quadrant",
    "rows",
    "v_front",
    "taper",
    "coil_rows",
    "bricked",
    "quadrants",
    "halves",
)
#: How deep arrays and objects are drawn; below they are left out where they may be.
DEEPEST = 6
LONGEST = 5
#: Words that mean something somewhere, and some that never do.
WORDS = (
    *("0/1", "0/2", "0/3", "1/1", "0.5/1", "-0/1", "lay_in", "shape", "release", "mask", "p1"),
    *("", " ", "a", "é", "İ", "ﬀ", "٣", "\u0000", "\ud7ff", "Aqua, Glycerin (1%)", "linalool"),
    *("{", "=1+1", "a" * 300, "2026-06-20", "00000000-0000-4000-8000-000000000000"),
)


#: Strings of a form.
FORMED = {
    "date-time": ("2026-06-20T19:30:00+02:00", "2026-10-24T23:50:00+01:00", "2026-06-21T08:00:00Z"),
    "date": ("2026-06-20", "2026-06-25"),
    "time": ("22:30", "00:15", "06:00", "07:30:00"),
}


@cache
def words_of_a_plan() -> tuple[str, ...]:
    """Keys of the steps, sections and lines of plans."""
    words: list[str] = []
    for style in ("flat_twist_out", "rod_set", "finger_coils"):
        answer = planned(goal={"style": style})
        words += [step.key for step in answer.steps]
        words += [section.key or "" for section in answer.sections]
        words += [line.key for line in answer.lines]
    return tuple(dict.fromkeys(words))


@dataclass(frozen=True)
class Drawing:
    """Values at random for the pieces of one schema.

    Args:
        root: the schema, with its definitions
        chance: where the randomness comes from
    """

    root: Mapping[str, Json]
    chance: random.Random
    words: tuple[str, ...] = field(default_factory=lambda: (*WORDS, *words_of_a_plan()))

    def resolved(self, piece: Mapping[str, Json]) -> Mapping[str, Json]:
        """A piece, followed to where it is defined."""
        while "$ref" in piece:
            piece = self.root["$defs"][piece["$ref"].rsplit("/", 1)[-1]]
        return piece

    def draw(self, piece: Mapping[str, Json], depth: int = 0) -> Json:
        """A value that the schema allows, and now and then one that it does not."""
        piece = self.resolved(piece)
        if "const" in piece:
            return piece["const"]
        if "enum" in piece:
            return self.chance.choice(piece["enum"])
        for several in ("anyOf", "oneOf"):
            if several in piece:
                return self.draw(self.chance.choice(piece[several]), depth)
        draws: Mapping[str, Callable[[Mapping[str, Json]], Json]] = {
            "number": self.number,
            "integer": lambda whole: round(self.number(whole)),
            "string": self.string,
            "boolean": lambda _: self.chance.random() < 0.5,
            "array": lambda several: self.array(several, depth),
            "object": lambda named: self.object(named, depth),
            "null": lambda _: None,
        }
        return draws[piece.get("type", "null")](piece)

    def number(self, piece: Mapping[str, Json]) -> float:
        """A number of a range, often at its end."""
        low = piece.get("minimum", piece.get("exclusiveMinimum", -1e6))
        high = piece.get("maximum", piece.get("exclusiveMaximum", 1e6))
        if self.chance.random() < AT_THE_END:
            return float(self.chance.choice((low, high)))
        return round(self.chance.uniform(low, high), self.chance.randint(0, 4))

    def string(self, piece: Mapping[str, Json]) -> str:
        """A word, where something is written in a form mostly one of that form."""
        form = "time" if "x-clock" in piece else piece.get("format", "")
        formed = FORMED.get(form, piece.get("examples", ()))
        if formed and self.chance.random() > AT_THE_END:
            return str(self.chance.choice(formed))
        return self.chance.choice(self.words)

    def array(self, piece: Mapping[str, Json], depth: int) -> list[Json]:
        """Some entries."""
        places = piece.get("prefixItems")
        if places:
            return [self.draw(place, depth + 1) for place in places]
        least = piece.get("minItems", 0)
        most = max(least, min(LONGEST, piece.get("maxItems", LONGEST)))
        count = least if depth >= DEEPEST else self.chance.randint(least, most)
        return [self.draw(piece.get("items", {}), depth + 1) for _ in range(count)]

    def object(self, piece: Mapping[str, Json], depth: int) -> dict[str, Json]:
        """What is required, and some of the rest."""
        required = set(piece.get("required", ()))
        drawn = {
            name: self.draw(part, depth + 1)
            for name, part in piece.get("properties", {}).items()
            if name in required or (depth < DEEPEST and self.chance.random() < 0.3)
        }
        more = piece.get("additionalProperties")
        if isinstance(more, Mapping):
            keys = piece.get("propertyNames", {"type": "string"})
            for _ in range(self.chance.randint(0, 2)):
                drawn[str(self.draw(keys, depth + 1))] = self.draw(more, depth + 1)
        return drawn

    def changed(self, value: Json, piece: Mapping[str, Json], depth: int = 0) -> Json:
        """A value that works, with something in it drawn again."""
        piece = self.resolved(piece)
        properties: Mapping[str, Json] | None = piece.get("properties")
        if not isinstance(value, dict) or not properties or self.chance.random() < 0.05 * depth:
            return self.draw(piece, depth)
        name = self.chance.choice(list(properties))
        part = properties[name]
        inner = value.get(name)
        new = self.changed(inner, part, depth + 1) if inner else self.draw(part, depth + 1)
        return {**value, name: new}


def working(command: str, chance: random.Random) -> Json:
    """A request of a command that works."""
    style = chance.choice(("flat_twist_out", "rod_set", "finger_coils", "shingle_wash_and_go"))
    request = plan_request(goal={"style": style})
    others: dict[str, Json] = {
        "compare": {"first": request, "second": plan_request()},
        "profile": {"stretched_cm": 30, "relaxed_cm": 12},
        "label": {"ingredients": "Aqua, Glycerin, Parfum (Linalool), Butyrospermum Parkii Butter"},
        "bottles": {"hair": HAIR, "shelf": []},
        "dry": {
            "hair": HAIR,
            "set": {"kind": "twist", "sections": 12, "mass_g": 110, "length_cm": 30},
            "stages": [{"kind": "air", "temp_c": 22, "rh": 0.5}],
        },
        "partings": {"hair": HAIR, "scheme": "quadrants", "count": 12},
        "visit": {"plan": {}, "events": []},
        "chair": {"plan": {}, "events": [], "now": "2026-06-20T12:00:00+02:00"},
        "replay": {
            "plan": {},
            "events": [
                {
                    "id": "00000000-0000-4000-8000-000000000000",
                    "at": "2026-06-20T12:00:00+02:00",
                    "kind": "begun",
                }
            ],
        },
        "trial": {"pairs": [[4, 3], [2, 5], [3.5, 3.5]], "alpha": 0.05, "looks": "any", "most": 20},
        "wear": {
            "style": style,
            "done_on": "2026-06-20",
            "asked": request,
            "on": "2026-06-24",
            "air": [{"date": "2026-06-23", "rh": 0.8}],
            "events": [{"date": "2026-06-25", "kind": "swim"}],
        },
        "day": {
            "close_min": 600,
            "stations": {"chair": 2, "basin": 1},
            "specialists": [{"id": "ada"}, {"id": "bo", "pace": 1.2}],
            "heads": [
                {
                    "id": f"h{number}",
                    "segments": [
                        {"station": "basin", "hands": True, "minutes": 10, "max_wait_after": 5},
                        {"station": "chair", "minutes": 20, "minutes_most": 30},
                        {"station": "chair", "hands": True, "minutes": 25, "spread": 0.2},
                    ],
                }
                for number in range(3)
            ],
        },
    }
    if command == "board":
        return standing(others["day"])
    return others.get(command, request)


def standing(day: dict[str, Json]) -> dict[str, Json]:
    """A day with everything where it is, whether that clashes or not."""
    heads = day["heads"]
    assert isinstance(heads, list)
    kept: list[Json] = [
        {
            "head": f"h{number}",
            "index": index,
            "start": 60 * number + 20 * index,
            "specialist": "ada",
        }
        for number in range(len(heads))
        for index in range(3)
    ]
    return day | {"kept": kept}


def requests(command: str, seed: int) -> Iterator[Json]:
    """Endless requests of a command, the same ones for the same seed."""
    chance = random.Random(f"{command} {seed}")
    drawing = Drawing(json.loads(json.dumps(schema(COMMANDS[command].request))), chance)
    always = fixed(command)
    while True:
        request = working(command, chance) | always
        for _ in range(chance.randint(1, 4)):
            request = drawing.changed(request, drawing.root)
            if isinstance(request, dict):
                request |= always
        yield request


def fixed(command: str) -> dict[str, Json]:
    """What stays as it is in every request: a plan is no request, and nobody waits for a search."""
    if command in ("visit", "chair", "replay"):
        return {"plan": planned().model_dump(mode="json")}
    if command == "board":
        return {"draws": 20}
    return {"limit_s": 0.1, "draws": 20} if command == "day" else {}


@dataclass
class Tally:
    """What became of requests: answers, refusals and, by what broke, requests that broke it."""

    answered: int = 0
    refused: int = 0
    broken: dict[str, Json] = field(default_factory=dict)


def ask(command: str, count: int, seed: int) -> Tally:
    """Ask a command so many times.

    Args:
        command: its name
        count: how many requests
        seed: of the randomness
    """
    tally = Tally()
    stream = requests(command, seed)
    for _ in range(count):
        answered(tally, COMMANDS[command], next(stream))
    return tally


def answered(tally: Tally, asked: Command, request: Json) -> Any:
    """The answer to a request, None where it was refused; either is tallied."""
    try:
        answer = asked.run(read(asked.request, json.dumps(request)))
        asked.answer.model_validate_json(answer.model_dump_json(by_alias=True))
    except CraftError as error:
        if not error.field or not error.message:
            tally.broken[f"a refusal without words: {error!r}"] = request
        tally.refused += 1
        return None
    except Exception as error:
        last = traceback.extract_tb(error.__traceback__)[-1]
        where = f"{Path(last.filename).name}:{last.lineno}"
        tally.broken[f"{type(error).__name__} at {where}: {error}"[:300]] = request
        return None
    tally.answered += 1
    return answer


def change_at_random(chance: random.Random, answer: PartingsAnswer) -> dict[str, Json]:
    """A change by hand that a parted head offers."""
    keys = [section.key for section in answer.sections]
    change: dict[str, Json] = {"key": chance.choice(keys), "alike": chance.random() < 0.5}
    kind = chance.choice(("split", "split", "merge", "lay", "number", "move", "move", "move"))
    if kind == "move" and answer.lines:
        line = chance.choice(answer.lines)
        at = chance.choice((line.low, line.high, chance.uniform(-14, 14), line.at + 0.1))
        return change | {"op": "move", "key": line.key, "at": round(max(-90, min(90, at)), 2)}
    options: dict[str, dict[str, Json]] = {
        "merge": {"other": chance.choice(keys)},
        "lay": {"lay": chance.choice(("left", "right", "down"))},
        "number": {"number": chance.randint(1, len(keys))},
    }
    more = options.get(kind, {"run": chance.choice(("along", "across", None))})
    return change | {"op": kind if kind in options else "split"} | more


def part_heads(heads: int, changes: int, seed: int) -> Tally:
    """Part heads at random and change each parting by hand, as its own answer offers.

    Args:
        heads: how many
        changes: by hand, of each
        seed: of the randomness
    """
    chance = random.Random(seed)
    asked = COMMANDS["partings"]
    tally = Tally()
    for _ in range(heads):
        request = partings_at_random(chance)
        hairs: float | None = None
        for _ in range(changes + 1):
            answer = answered(tally, asked, request)
            if answer is None:
                if not request["changes"]:
                    break
                # The specialist takes the last change back.
                request = {**request, "changes": request["changes"][:-1]}
                continue
            hairs = answer.hairs if hairs is None else hairs
            for fault in faults_of(answer, hairs):
                tally.broken[fault] = request
            change = change_at_random(chance, answer)
            request = {**request, "changes": [*request["changes"], change]}
    return tally


def partings_at_random(chance: random.Random) -> dict[str, Json]:
    """A request of `partings`, before any change by hand."""
    scheme = chance.choice(COUNTED)
    hair = HAIR | {
        "head_cm": chance.uniform(40, 70),
        "density_per_cm2": chance.uniform(60, 300),
    }
    if chance.random() < 0.3:
        zone = chance.choice(("nape", "fringe", "top", "crown"))
        hair["zones"] = {zone: {"density_per_cm2": chance.uniform(20, 300)}}
    request: dict[str, Json] = {
        "hair": hair,
        "scheme": scheme,
        "count": chance.choice((2, 4, 5, 7, 8, 12, 14, 20, 30, 60, 120)),
        "even": chance.choice(("hair", "spacing")),
        "changes": [],
    }
    if chance.random() < 0.3:
        request["part_cm"] = chance.uniform(-5, 5)
    return request


def faults_of(answer: PartingsAnswer, hairs: float) -> list[str]:
    """What is wrong with a parted head, whatever was asked.

    Args:
        answer: the parted head
        hairs: of the same head before a hand changed its parting
    """
    faults = []
    for section in answer.sections:
        outline = shapely.Polygon(section.outline) if len(section.outline) > 2 else None
        if outline is None or not outline.is_valid:
            faults.append(f"section {section.key} has no outline")
        elif not outline.buffer(PEN_CM).contains(shapely.Point(section.centre)):
            faults.append(f"the number of section {section.key} stands outside it")
        if section.hairs < 1:
            faults.append(f"section {section.key} has no hair")
    numbers = sorted(section.number for section in answer.sections)
    if numbers != list(range(1, len(numbers) + 1)):
        faults.append("sections are not numbered from 1")
    if abs(answer.hairs - hairs) > 1:
        faults.append(f"{hairs - answer.hairs:.1f} hairs are lost")
    return faults
