"""An invented drawer, some weighings, some palm tests, and what is planned for the next days."""

from typing import Any

KIT: list[dict[str, Any]] = [
    {"kind": "rod", "diameter_mm": 10, "count": 40},
    {"kind": "rod", "diameter_mm": 13, "count": 24},
    {"kind": "rod", "diameter_mm": 16, "count": 36},
    {"kind": "rod", "diameter_mm": 20, "count": 40},
    {"kind": "rod", "diameter_mm": 25, "count": 18},
    {"kind": "pin", "count": 60},
    {"kind": "clip", "count": 24},
    {"kind": "band", "count": 60},
    {"kind": "scrunchy", "count": 12},
    {"kind": "cap", "name": "processing cap", "count": 20},
    {"kind": "towel", "count": 14},
    {"kind": "comb", "name": "wide comb", "count": 6},
    {"kind": "comb", "name": "tail comb", "count": 5},
    {"kind": "hood", "count": 2},
    {"kind": "steamer", "count": 1},
    {"kind": "diffuser", "count": 2},
]

#: Bottle: readings of so many units and grams.
CALIBRATED: dict[str, list[tuple[float, float]]] = {
    "Clear gel": [(1, 1.96), (1, 2.04), (1, 2.01), (5, 10.0)],
    "Light leave-in": [(1, 1.88), (1, 1.93), (5, 9.4)],
    "Plain curl cream": [(1, 2.05), (1, 1.94), (1, 2.02), (1, 1.98)],
    "Everyday rinse-out": [(3, 12.2), (3, 12.4), (3, 12.3)],
}
WORN_PUMP = "Everyday rinse-out"

PALM_TESTS: list[tuple[str, str, str, str]] = [
    ("Plain curl cream", "Sea-air gel", "flakes", "Little white rolls after a minute."),
    ("Light leave-in", "Clear gel", "clear", ""),
    ("Thick twisting cream", "Strong gel", "flakes", "Only with three pumps of cream."),
]

#: Client, working days from now, hour, service. Of tomorrow the second set finds too few of 20 mm.
TO_COME: list[tuple[str, int, int, dict[str, Any]]] = [
    (
        "Linnea Oskar",
        1,
        9,
        {"style": "twist_rod_set", "sections": 14, "rod_mm": 20, "dry": "hood", "release_h": 48},
    ),
    (
        "Bas Quillon",
        1,
        10,
        {"style": "rod_set", "sections": 28, "rod_mm": 20, "dry": "hood", "release_h": 48},
    ),
    ("Ines Marrow", 2, 11, {"style": "shingle_wash_and_go", "sections": 28, "dry": "diffuser"}),
    ("Orla Tveit", 3, 9, {"style": "two_strand_twist_out", "sections": 14, "release_h": 48}),
    ("Ines Marrow", 7, 10, {"style": "quick_wash", "sections": 2}),
]
