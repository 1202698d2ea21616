"""The table of values without a source, read from the code: ``make docs`` writes it.

A constant whose comment says "Own value" was chosen by us and rests on no source. The table lists
each with its meaning and with what would change it.
"""

import ast
import re
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

OWN = re.compile(r"\bOwn (?:values?|models?|bounds)\b|\bown (?:values?|models?)\b")
TABLE = Path("docs/VALUES.md")
#: What would change the values of a package; the longest name that fits counts.
CHANGED_BY = {
    "craft/day": "days as they were worked: waits, overruns and moves that people made by hand",
    "craft/hair": "lengths, densities and test results of clients measured twice",
    "craft/head": "heads measured along the landmarks",
    "craft/learning": "how well learned values forecast the next visit (Results, accuracy)",
    "craft/labels": "labels that were read wrongly",
    "craft/physics/drying": "sets weighed or felt while they dry, the dryness noted at opening",
    "craft/physics/water": "hair weighed wet, blotted and dry",
    "craft/physics/air": "a logger in the salon, under a bonnet and in a bedroom",
    "craft/physics": "lengths, volume and definition scored at opening and on later days",
    "craft/picture": "pictures whose hair was scored by specialists",
    "craft/plan/cautions": "how often a caution was right, from visits and check-ins",
    "craft/plan/kit": "pieces that were used, and sets that came out too short or too wide",
    "craft/plan/steps": "minutes noted at the chair",
    "craft/plan": "plans as they were changed by hand, and what came of them",
    "craft/products": "doses weighed at the chair, residue and hold as scored",
    "craft/profile": "what was measured later of clients whose gaps had been filled",
    "craft/scope": "fields counted by hand",
    "craft/statistics": "coverage of intervals on later visits",
    "craft/styles": "minutes, sections and days of visits in that style",
    "craft/visit": "visits that were asked about and how they were answered",
    "craft/wear": "days a style lasted, check-ins from home",
    "craft/work": "minutes and breaks as they were worked",
    "craft/ranges.py": "values outside that were measured and proved right",
    "craft/contract": "values outside that were measured and proved right",
}
HEAD = """# Values without a source

Where no source gives a number we chose one: "own value" in the code. This page is read from the
code by `make docs`. Each value is meant to be corrected by what a salon measures; the line above
each table says by what.

"""


@dataclass(frozen=True)
class OwnValue:
    """A named constant that rests on no source.

    Args:
        file: it is in
        name: of the constant, or of several that are set together
        value: as it is written; shortened
        meaning: its comment, with the unit
    """

    file: str
    name: str
    value: str
    meaning: str

    @property
    def changed_by(self) -> str:
        """What would change it."""
        fitting = [place for place in CHANGED_BY if self.file.startswith(place)]
        return CHANGED_BY[max(fitting, key=len)]


def comment_above(lines: list[str], number: int) -> str:
    """The comment that ends above a line."""
    first = number
    while first > 0 and lines[first - 1].startswith("#"):
        first -= 1
    return " ".join(line.lstrip("#: ").rstrip() for line in lines[first:number])


def own_values(root: Path) -> Iterator[OwnValue]:
    """Every constant of the core whose comment says that it is our own.

    Args:
        root: folder of the project
    """
    for path in sorted((root / "craft").rglob("*.py")):
        if "tests" in path.parts:
            continue
        text = path.read_text("utf-8")
        lines = text.splitlines()
        for node in ast.parse(text).body:
            if not isinstance(node, ast.Assign | ast.AnnAssign) or node.value is None:
                continue
            comment = comment_above(lines, node.lineno - 1)
            if not OWN.search(comment):
                continue
            targets = node.targets if isinstance(node, ast.Assign) else [node.target]
            names = ", ".join(ast.unparse(target).strip("()") for target in targets)
            value = shorten(ast.unparse(node.value))
            meaning = OWN.sub("", comment).replace(" .", "").strip().rstrip(",;")
            yield OwnValue(path.relative_to(root).as_posix(), names, value, meaning)


def shorten(value: str, most: int = 60) -> str:
    """A value in one cell."""
    return value if len(value) <= most else f"{value[: most - 1]}…"


def table(root: Path) -> str:
    """The page, in Markdown."""
    text = HEAD
    of_file: dict[str, list[OwnValue]] = {}
    for value in own_values(root):
        of_file.setdefault(value.file, []).append(value)
    for file, values in of_file.items():
        text += f"## {file}\n\nWould be changed by {values[0].changed_by}.\n\n"
        text += "| constant | value | meaning |\n|---|---|---|\n"
        for each in values:
            cells = (f"`{each.name}`", f"`{each.value}`", each.meaning)
            text += f"| {' | '.join(cell.replace('|', '/') for cell in cells)} |\n"
        text += "\n"
    return text.rstrip() + "\n"


if __name__ == "__main__":
    TABLE.write_text(table(Path()), "utf-8")
