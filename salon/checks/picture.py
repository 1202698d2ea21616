"""Draw the structure of the code: docs/architecture.svg, from the imports and the layers.

Packages stand in the order of the import-linter contracts in pyproject.toml, so the picture shows
what is held. Each arc is an import that is really there; it leads from above to below.
"""

import ast
import math
import os
import tomllib
from html import escape
from pathlib import Path
from typing import Any

import grimp

BASE = Path(__file__).resolve().parents[2]
#: Sizes [px]: of the page, of a line of text, the space between layers, the room for the arcs.
WIDTH, LINE, LAYER_GAP, ARCS, MARGIN = 1240, 24, 8, 132, 24
NAME_WIDTH = 92
#: Letters of a description that fit beside a name.
LONGEST = 58
INK, ARC, QUIET, RULE = "#23201d", "#8a5a2b", "#6b645b", "#e4ddd2"
#: Contracts that are drawn: the beginning of the name, the package, the title.
DRAWN = (
    ("apps in layers", "salon", "salon: the Django project"),
    ("the core in layers", "craft", "craft: the rules, without Django"),
)


def layers_of(beginning: str, package: str) -> list[list[str]]:
    """The layers of a contract from the top, each with the names of its packages."""
    settings = tomllib.loads((BASE / "pyproject.toml").read_text())
    contracts: list[dict[str, Any]] = settings["tool"]["importlinter"]["contracts"]
    contract = next(each for each in contracts if each["name"].startswith(beginning))
    layers = []
    for layer in contract["layers"]:
        names = [name.strip(" ()") for name in layer.replace(":", "|").split("|")]
        own = [name.removeprefix(f"{package}.") for name in names if name != "craft"]
        layers += [own] if own else []
    return layers


def about(package: str) -> str:
    """The first sentence of a package's docstring."""
    path = BASE / package.replace(".", "/")
    file = path / "__init__.py" if path.is_dir() else path.with_suffix(".py")
    text = ast.get_docstring(ast.parse(file.read_text("utf-8"))) or ""
    sentence = " ".join(text.split("\n\n")[0].split())
    return sentence if len(sentence) <= LONGEST else f"{sentence[: LONGEST - 1].rstrip()}…"


def column(graph: grimp.ImportGraph, x: float, contract: tuple[str, str, str]) -> tuple[str, float]:
    """A package with its layers: drawing and height."""
    beginning, package, title = contract
    parts = [f'<text x="{x}" y="{MARGIN + 12}" font-size="15" font-weight="600">{title}</text>']
    y, places = MARGIN + 40.0, {}
    left = x + ARCS
    for layer in layers_of(beginning, package):
        for name in layer:
            places[f"{package}.{name}"] = y
            parts.append(f'<text x="{left}" y="{y}" font-weight="600">{escape(name)}</text>')
            parts.append(
                f'<text x="{left + NAME_WIDTH}" y="{y}" font-size="11" fill="{QUIET}">'
                f"{escape(about(f'{package}.{name}'))}</text>"
            )
            y += LINE
        parts.append(f'<path d="M{left} {y - 15} H{x + WIDTH / 2 - MARGIN}" stroke="{RULE}"/>')
        y += LAYER_GAP
    for above, top in places.items():
        for below, bottom in places.items():
            if top < bottom and graph.direct_import_exists(
                importer=above, imported=below, as_packages=True
            ):
                reach = min(ARCS - 14, 6 + 7 * math.sqrt((bottom - top) / LINE) ** 1.5)
                parts.append(
                    f'<path d="M{left - 6} {top - 2} C{left - reach} {top - 2} {left - reach} '
                    f'{bottom - 6} {left - 6} {bottom - 6}" fill="none" stroke="{ARC}" '
                    'stroke-opacity="0.35"/>'
                )
    return "".join(parts), y


def main() -> None:
    """Write docs/architecture.svg."""
    graph = grimp.build_graph("craft", "salon")
    drawn = [
        column(graph, MARGIN + place * WIDTH / 2, contract) for place, contract in enumerate(DRAWN)
    ]
    height = max(height for _, height in drawn) + MARGIN
    svg = (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {WIDTH} {height:.0f}" '
        f'font-family="sans-serif" font-size="13" fill="{INK}">'
        '<rect width="100%" height="100%" fill="#ffffff"/>'
        f"{''.join(part for part, _ in drawn)}</svg>\n"
    )
    (BASE / "docs" / "architecture.svg").write_text(svg, "utf-8")


if __name__ == "__main__":
    os.chdir(BASE)
    main()
