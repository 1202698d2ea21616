"""The texts of the interface: none missing, none left over, none for a word the core does not know.

The catalogue is TypeScript; it is read here as the nested words it is.
"""

import re
from collections.abc import Iterator
from pathlib import Path
from unittest import TestCase

from django.conf import settings

from craft.vocabulary import Fits, Hold, IngredientFamily, KitKind, Residue, Role, Weight
from craft.vocabulary.work import StyleGroup

SOURCE = settings.BASE_DIR / "web" / "src"
CATALOGUE = SOURCE / "text" / "en"

KEY = re.compile(r"^\s*(?:(\w+)|'([^']+)'|\"([^\"]+)\"):\s*(.*)$")
BUILT = re.compile(r"`([a-zA-Z]+(?:\.[a-zA-Z_]+)*)\.\$\{")


def one_line(text: str) -> str:
    """A file with short objects unfolded, so that every key stands on a line of its own."""
    text = re.sub(r"//.*|/\*.*?\*/", "", text, flags=re.DOTALL)
    strings: list[str] = []

    def keep(match: re.Match[str]) -> str:
        strings.append(match.group())
        return f"§{len(strings) - 1}§"

    text = re.sub(r"'(?:\\.|[^'\\])*'|\"(?:\\.|[^\"\\])*\"", keep, text)
    text = text.replace("{", "{\n").replace("}", "\n}\n").replace(",", ",\n")
    return re.sub(r"§(\d+)§", lambda match: strings[int(match.group(1))], text)


def keys_of(text: str) -> Iterator[tuple[str, str]]:
    """Dotted keys of a catalogue with their texts."""
    path: list[str] = []
    lines = iter(one_line(text).splitlines())
    for line in lines:
        stripped = line.strip()
        if stripped.startswith("export const"):
            path = []
            continue
        if stripped.startswith("}"):
            if path:
                path.pop()
            continue
        match = KEY.match(line)
        if not match:
            continue
        key = match.group(1) or match.group(2) or match.group(3)
        rest = match.group(4)
        if rest.startswith("{"):
            path.append(key)
            continue
        value = rest or next(lines).strip()
        yield ".".join([*path, key]), value.rstrip(",").strip("'\"")


def catalogue() -> dict[str, str]:
    """Every text by its key."""
    files = sorted(path for path in CATALOGUE.glob("*.ts") if path.name != "index.ts")
    return {key: text for path in files for key, text in keys_of(path.read_text("utf-8"))}


def sources() -> Iterator[tuple[Path, str]]:
    """Everything of the interface that may use a text."""
    for path in SOURCE.rglob("*"):
        if path.suffix in (".vue", ".ts") and CATALOGUE not in path.parents:
            yield path, path.read_text("utf-8")


class CatalogueTest(TestCase):
    texts: dict[str, str]
    code: str

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.texts = catalogue()
        cls.code = "\n".join(text for _, text in sources())

    def under(self, prefix: str) -> set[str]:
        return {
            key.removeprefix(f"{prefix}.") for key in self.texts if key.startswith(f"{prefix}.")
        }

    def test_it_is_read(self) -> None:
        self.assertGreater(len(self.texts), 600)
        self.assertEqual(self.texts["app.name"], "Gauffer")
        self.assertEqual(self.texts["shelf.fits.care"], "with care")
        self.assertEqual(self.texts["plan.roles.leave_in"], "leave-in")

    def test_every_text_that_is_asked_for_is_there(self) -> None:
        asked = set(re.findall(r"(?<![\w.])te?\(\s*'([\w.]+)'", self.code))
        self.assertGreater(len(asked), 300)
        self.assertEqual({key for key in asked if key not in self.texts}, set())

    def test_every_beginning_that_is_built_upon_is_there(self) -> None:
        for prefix in set(BUILT.findall(self.code)):
            # Fields of the API are named so too, where an error stands at them.
            if "." not in prefix or prefix.startswith(("rules.", "parting.")):
                continue
            with self.subTest(prefix=prefix):
                self.assertTrue(self.under(prefix), "no text begins so")

    def test_no_text_is_left_over(self) -> None:
        words = set(re.findall(r"'([a-zA-Z]+(?:\.[\w]+)+)'", self.code))
        prefixes = {prefix for prefix in BUILT.findall(self.code) if "." in prefix}
        roots = {prefix for prefix in BUILT.findall(self.code) if "." not in prefix}
        unused = [
            key
            for key in self.texts
            if key not in words
            and not any(key.startswith(f"{prefix}.") for prefix in prefixes)
            and key.split(".")[0] not in roots
        ]
        self.assertEqual(unused, [])

    def test_nothing_is_blank(self) -> None:
        self.assertEqual([key for key, text in self.texts.items() if not text.strip()], [])

    def test_every_word_of_the_core_has_a_text(self) -> None:
        cases: tuple[tuple[str, type], ...] = (
            ("plan.roles", Role),
            ("plan.groups", StyleGroup),
            ("shelf.weights", Weight),
            ("shelf.holds", Hold),
            ("shelf.fits", Fits),
            ("label.family", IngredientFamily),
            ("kit.kinds", KitKind),
            ("visit.residues", Residue),
        )
        for prefix, words in cases:
            with self.subTest(prefix=prefix):
                self.assertEqual(self.under(prefix), {word.value for word in words})

    def test_plurals_have_two_forms(self) -> None:
        counted = re.findall(r"t\('([\w.]+)', \{ n: [^}]+ \}, ", self.code)
        self.assertGreater(len(set(counted)), 5)
        for key in set(counted):
            with self.subTest(key=key):
                self.assertEqual(self.texts[key].count("|"), 1)

    def test_numbers_in_braces_are_given(self) -> None:
        # A text with {what} is asked for with an object, never bare.
        bare = set(re.findall(r"(?<![\w.])t\('([\w.]+)'\)", self.code))
        wanting = {key for key in bare if "{" in self.texts.get(key, "")}
        self.assertEqual(wanting, set())


class NoRuleInTheInterfaceTest(TestCase):
    """The interface draws; the server computes."""

    def test_no_path_of_the_network(self) -> None:
        for path, text in sources():
            if path.name == "generated.ts":
                continue
            with self.subTest(path=path.name):
                self.assertNotRegex(text, r"https?://(?!www\.w3\.org)")

    def test_no_loose_types(self) -> None:
        for path, text in sources():
            if path.name == "generated.ts":
                continue
            with self.subTest(path=path.name):
                self.assertNotRegex(text, r":\s*any\b|as any\b|@ts-ignore")
