"""Words that nobody should read in Gauffer, and the sentences they stand in.

Each was once used and read as translated. Constants in the code that a person sees are looked at:
strings with a blank in them, in `craft`, in `salon` and in the texts of the screen.
"""

import ast
import re
from collections.abc import Iterator
from pathlib import Path

#: A head that does something is a person.
PERSON = r"(?<!the )heads?(?= (?:is|are|has|have|was|were|with|like|who|comes?)\b)"
#: A word, and what to say instead.
BANNED = {
    r"anew": "again",
    r"house": "salon, or the salon's standard",
    r"told": "said, shown, reported",
    r"otherwise": "differently, or: if not",
    r"somebody": "someone",
    r"whoever": "the person who",
    r"shall": "should, or the verb alone",
    r"begun": "started",
    PERSON: "client",
    r"wish(?:ed|es)?": "chosen, choose",
    r"sittings?": "appointment",
    r"findings": "results",
}
#: Where a word means what the trade means by it.
ALLOWED = (
    re.compile(r"\bsitting (?:up|upright)\b", re.I),
    re.compile(r"\bthe house\b$"),
    # Descriptions of fields, models and commands are read by engineers.
    re.compile(r"^(?:heads measured along the landmarks)$"),
)
#: Where a parameter stands in a message.
PLACE = re.compile(r"{[^{}]*}")
QUOTED = re.compile(r"'((?:[^'\\\n]|\\.)*)'|\"((?:[^\"\\\n]|\\.)*)\"|`([^`]*)`")


def is_documentation(node: ast.AST) -> bool:
    """Whether a keyword of a call is read by engineers only: help texts, labels of arguments."""
    return isinstance(node, ast.keyword) and node.arg in ("help_text", "help", "description")


def python_sentences(path: Path) -> Iterator[tuple[int, str]]:
    """Strings of a Python file that a person may read: line and text, without docstrings.

    Args:
        path: of the file
    """
    tree = ast.parse(path.read_text())
    skipped: set[int] = set()
    for node in ast.walk(tree):
        body = getattr(node, "body", None)
        if isinstance(body, list):
            skipped |= {id(each.value) for each in body if isinstance(each, ast.Expr)}
        if is_documentation(node):
            skipped |= {id(part) for part in ast.walk(node)}
    for node in ast.walk(tree):
        if id(node) in skipped or not isinstance(node, ast.Constant | ast.JoinedStr):
            continue
        if isinstance(node, ast.JoinedStr):
            skipped |= {id(part) for part in node.values}
            parts = [part.value for part in node.values if isinstance(part, ast.Constant)]
            text = "".join(map(str, parts))
        else:
            text = node.value if isinstance(node.value, str) else ""
        if " " in text.strip():
            yield node.lineno, text


def screen_sentences(path: Path) -> Iterator[tuple[int, str]]:
    """Texts of the screen in a file of `web/src/text`: line and text."""
    for number, line in enumerate(path.read_text().splitlines(), start=1):
        if line.lstrip().startswith(("/*", "*", "//")):
            continue
        for match in QUOTED.finditer(line):
            yield number, next(group for group in match.groups() if group is not None)


def wrong_words(text: str) -> Iterator[str]:
    """Banned words of a text, each with what to say instead; nobody reads the names of places."""
    text = PLACE.sub("", text)
    for allowed in ALLOWED:
        text = allowed.sub("", text)
    for word, instead in BANNED.items():
        found = re.search(rf"\b{word}\b", text, re.I)
        if found:
            yield f"“{found[0]}”: say {instead}"


def sentences(root: Path) -> Iterator[tuple[str, str]]:
    """Every text a person may read, with the place it stands at."""
    for package in ("craft", "salon"):
        for path in sorted((root / package).rglob("*.py")):
            if {"tests", "migrations", "checks", "demo"} & set(path.relative_to(root).parts):
                continue
            for line, text in python_sentences(path):
                yield f"{path.relative_to(root)}:{line}", text
    for path in sorted((root / "web" / "src" / "text" / "en").glob("*.ts")):
        for line, text in screen_sentences(path):
            yield f"{path.relative_to(root)}:{line}", text
