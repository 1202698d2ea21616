"""Every sentence the core writes, over every service and heads of all kinds: no known faults."""

import re
from collections.abc import Iterator
from typing import Any
from unittest import TestCase

from craft.errors import CraftError
from craft.messages import plain, said_in, speak
from craft.tests.requests import planned
from craft.vocabulary import Style
from craft.words import plural

FAULTS = {
    "a name of a field": re.compile(r"[a-z]_[a-z]|\b(goal|school|now|hair)\.[a-z]"),
    "too many decimals": re.compile(r"\d\.\d{4,}"),
    "two blanks": re.compile(r"  "),
    "one of many": re.compile(r"(?<![\d.,½¼])\b1 (?!(?:is|was|less)\b)[a-z]+s\b"),
    "a before a vowel": re.compile(r"\ba [aeio][a-z]"),
    "an before a consonant": re.compile(r"\ban [bcdfgjklmnpqrstvwxyz][a-z]"),
    "a word of the program": re.compile(r"\b(None|nan|True|False|null|inf)\b|fired by"),
    "two sentences run together": re.compile(r"[a-z][.?!][A-Z]"),
    "stops in a row": re.compile(r"\.\.|,\.|\. ,|;\."),
}
#: A sentence of more words is read twice. Sums of minutes and lists of stages are no sentences.
MOST_WORDS = 25
LISTS = (" + ", "It dries in ", "Sie trocknet in ")
#: What no person reads: keys and words of the vocabulary.
KEYS = frozenset(
    {"key", "rule", "id", "caution", "rules_version", "change", "unit", "family", "station"}
    | {"zone", "lay", "role", "chosen", "topic", "on", "way", "kind", "at", "scheme", "severity"}
    | {"detail", "manner", "usual", "step"}
    | {"chosen_by", "style", "mirror", "source", "may_stay"}
)
HEADS: tuple[dict[str, Any], ...] = (
    {},
    {"pattern": "2b", "length_cm": 12, "relaxed_cm": None, "porosity": "low"}
    | {"density": "low", "density_per_cm2": None, "diameter_um": None, "strand": "fine"},
    {"pattern": "4c", "length_cm": 45, "relaxed_cm": None, "porosity": "high"}
    | {"buildup": "heavy", "density_per_cm2": 260, "diameter_um": 90},
)
WARNED = {
    "night": "none",
    "conditions": ["edge_thinning", "pregnancy", "minor"],
    "allergies": ["linalool"],
    "routine": "cowash_only",
}
SHORT_KIT = {"pins": 1, "bands": 1, "clips": 1, "rods": [{"diameter_mm": 20, "count": 1}]}
DAYS: tuple[dict[str, Any], ...] = (
    {},
    {"dry": "hood", "now": {"state": "washed_dry", "passed": ["shampooed"]}},
    {
        "dry": "diffuser",
        "cleanser": "clay",
        "person": WARNED,
        "goal": {"definition": 0.8333333333, "time_limit_min": 60.3333, "wear_days": 21},
    },
    {
        "goal": {"sections": 4, "wear_days": 1},
        "kit": SHORT_KIT,
        "now": {"style": "braids", "pieces": 1, "worn_days": 60},
        "shelf": [{"id": "gel", "role": "gel", "days_left": 1, "stock_g": 3}],
        "layers": [{"role": "gel", "strength": 0.3333333, "way": "palms"}, {"role": "oil"}],
    },
    {
        "school": {"distribution": "cycle", "rewet": "none"},
        "room": {"temp_c": 29, "rh": 0.2},
        "layers": [{"role": "leave_in", "over": "half"}, {"role": "gel", "strength": 0.5}],
    },
    {"school": {"distribution": "mixed", "rewet": "spray"}, "details": {"waiting": "cap"}},
    {"school": {"distribution": "chunks", "rewet": "drench"}},
)
#: Lists of keys, not of sentences.
KEY_LISTS = ("steps", "cautions", "fixes", "covers")


def sentences(piece: Any) -> Iterator[str]:
    """Everything in an answer that a person reads."""
    if isinstance(piece, str):
        yield piece
    elif isinstance(piece, dict):
        for key, value in piece.items():
            listed = isinstance(value, list) and value and isinstance(value[0], str)
            if key in KEYS or (listed and key in KEY_LISTS):
                continue
            yield from sentences(value)
    elif isinstance(piece, list):
        for value in piece:
            yield from sentences(value)


#: The same in German; an article and its noun are checked by nobody.
GERMAN_FAULTS = {
    name: FAULTS[name]
    for name in (
        "a name of a field",
        "too many decimals",
        "two blanks",
        "a word of the program",
        "two sentences run together",
        "stops in a row",
    )
} | {
    "one of many": re.compile(
        r"(?<![\d.,½¼])\b1 (?:Tage|Partien|Schichten|Stufen|Besuche|Nadeln|Bänder|Klammern)\b"
    ),
    "a point in a number": re.compile(r"\d\.\d(?!\d\d)"),
}


class WordsTest(TestCase):
    def test_no_known_fault_in_any_service(self) -> None:
        looked = 0
        for style in Style:
            for hair in HEADS:
                for day in DAYS:
                    for faults, sentence in set(self.said(style, hair, day)):
                        looked += 1
                        self.assertReadable(GERMAN_FAULTS if faults else FAULTS, sentence, style)
        self.assertGreater(looked, 10_000)

    def assertReadable(
        self, faults: dict[str, re.Pattern[str]], sentence: str, style: Style
    ) -> None:
        for fault, pattern in faults.items():
            if pattern.search(sentence):
                self.fail(f"{style}, {fault}: {sentence}")
        for one in re.split(r"(?<=[.?!])\s+", sentence):
            if len(one.split()) > MOST_WORDS and not any(each in one for each in LISTS):
                self.fail(f"{style}, more than {MOST_WORDS} words: {one}")

    def said(
        self, style: Style, hair: dict[str, Any], day: dict[str, Any]
    ) -> Iterator[tuple[bool, str]]:
        """The sentences of a plan, or of its refusal, in English and in German."""
        wish = dict(day)
        goal = {"style": style.value, **wish.pop("goal", {})}
        try:
            answer = planned(goal=goal, hair=hair, **wish)
        except CraftError as error:
            yield False, error.message
            yield True, said_in(error.message, "de")
            return
        for german in (False, True):
            with speak("de" if german else "en"):
                yield from ((german, each) for each in sentences(answer.model_dump(mode="json")))

    def test_one_and_many(self) -> None:
        self.assertEqual([plural(n, "pin") for n in (0, 1, 2)], ["0 pins", "1 pin", "2 pins"])

    def test_fields_are_told_in_words(self) -> None:
        self.assertEqual(plain("school.wash shampoo_first"), "wash shampoo first")
        self.assertEqual(plain("goal.max_heat none"), "max heat none")
