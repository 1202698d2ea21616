"""Seven invented clients of an invented harbour town, in the week before its choir festival.

Values are invented for the demo and are no source of anything.
"""

from typing import Any

Recorded = tuple[str, float | str, str]

#: What was observed, as (days ago, [(kind, value, method)], {zone: [(kind, value, method)]}).
HEADS: list[dict[str, Any]] = [
    {
        "name": "Linnea Oskar",
        "note": "Sings alto; festival on Saturday. Pulls bonnets off in her sleep, the scarf "
        "stays on.",
        "night": "scarf",
        "observed": [
            (
                196,
                [
                    ("pattern", "4a", "by_eye"),
                    ("porosity", "medium", "by_eye"),
                    ("density", "medium", "by_eye"),
                    ("length_cm", 20.5, "measured"),
                    ("relaxed_cm", 9, "measured"),
                    ("head_cm", 56, "measured"),
                    ("density_per_cm2", 168, "counted"),
                    ("stretch_percent", 56, "measured"),
                    ("stretch_returns", "yes", "by_eye"),
                    ("colour", "lightened", "reported"),
                    ("heat_use", "monthly", "reported"),
                ],
            ),
            (
                126,
                [
                    ("bead_s", 45, "measured"),
                    ("float", "floats", "measured"),
                    ("length_cm", 22.6, "measured"),
                    ("relaxed_cm", 9.6, "measured"),
                    ("shed_hairs", 480, "counted"),
                    ("broken_hairs", 260, "counted"),
                    ("stretch_percent", 52, "measured"),
                ],
            ),
            (
                63,
                [
                    ("porosity", "low", "by_feel"),
                    ("soak_s", 140, "measured"),
                    ("shed_hairs", 510, "counted"),
                    ("broken_hairs", 170, "counted"),
                    ("stretch_percent", 44, "measured"),
                    ("density_per_cm2", 176, "counted"),
                    ("diameter_um", 71, "measured"),
                    ("length_cm", 24.5, "measured"),
                ],
            ),
            (
                7,
                [
                    ("length_cm", 26, "measured"),
                    ("relaxed_cm", 11, "measured"),
                    ("buildup", "some", "by_eye"),
                    ("curl_mm", 6, "measured"),
                    ("shed_hairs", 390, "counted"),
                    ("broken_hairs", 84, "counted"),
                    ("stretch_percent", 38, "measured"),
                    ("stretch_returns", "yes", "by_eye"),
                    ("scalp", "calm", "by_eye"),
                    ("edges", "full", "by_eye"),
                    ("extensions", "none", "reported"),
                    ("home_min", 15, "reported"),
                    ("heat_tolerance", "low", "reported"),
                    ("failed_before", "A heavy butter: flat roots by noon.", "reported"),
                ],
            ),
        ],
        "zones": [("nape", "length_cm", 19, "measured"), ("nape", "pattern", "3c", "by_eye")],
        "services": [
            {
                "days_ago": 63,
                "style": "flat_twist_out",
                "sections": 8,
                "release_h": 9,
                "density": "medium",
                "pace": 1.12,
                "doses": 1.05,
                "dryness": "damp_roots",
                "scores": (3, 4, 4, 3),
                "length": 17.0,
                "note": "Opened before the roots were dry: frizz by the evening.",
            },
            {
                "days_ago": 28,
                "style": "flat_twist_out",
                "sections": 12,
                "release_h": 48,
                "pace": 1.05,
                "doses": 0.97,
                "dryness": "dry",
                "scores": (5, 2, 3, 4),
                "length": 18.6,
                "note": "Two nights in the rows. Held a week.",
            },
        ],
        "plan": {"style": "flat_twist_out", "sections": 14, "release_h": 48},
    },
    {
        "name": "Bas Quillon",
        "note": "Ferry pilot, early watches. Gives it ten minutes at home at the most.",
        "night": "bonnet",
        "observed": [
            (
                120,
                [
                    ("pattern", "4c", "by_eye"),
                    ("porosity", "high", "measured"),
                    ("density_per_cm2", 214, "counted"),
                    ("diameter_um", 84, "measured"),
                    ("length_cm", 16, "measured"),
                    ("relaxed_cm", 5, "measured"),
                    ("head_cm", 59, "measured"),
                ],
            ),
            (14, [("length_cm", 20, "measured"), ("relaxed_cm", 6.5, "measured")]),
        ],
        "services": [
            {
                "days_ago": 42,
                "style": "two_strand_twist_out",
                "sections": 16,
                "release_h": 48,
                "pace": 0.94,
                "doses": 1.18,
                "dryness": "dry",
                "scores": (4, 2, 4, 4),
                "length": 11.5,
                "residue": "some",
                "note": "Took more gel than planned at the back; white flakes by evening.",
            },
            {
                "days_ago": 14,
                "style": "two_strand_twist_out",
                "sections": 16,
                "release_h": 48,
                "pace": 0.98,
                "doses": 1.02,
                "dryness": "dry",
                "scores": (4, 2, 4, 5),
                "length": 11.8,
                "note": "",
            },
        ],
        "plan": {"style": "two_strand_twist_out", "sections": 20, "release_h": 48},
    },
    {
        "name": "Ines Marrow",
        "note": "Beekeeper: no scent of flowers under the veil.",
        "night": "bonnet",
        "avoid": ["linalool"],
        "observed": [
            (
                90,
                [
                    ("pattern", "3b", "by_eye"),
                    ("porosity", "medium", "measured"),
                    ("circumference_cm", 8.5, "measured"),
                    ("strand", "fine", "by_feel"),
                    ("length_cm", 38, "measured"),
                    ("relaxed_cm", 25, "measured"),
                ],
            )
        ],
        "services": [
            {
                "days_ago": 35,
                "style": "shingle_wash_and_go",
                "sections": 28,
                "release_h": None,
                "dry": "diffuser",
                "pace": 1.0,
                "doses": 0.9,
                "dryness": "dry",
                "scores": (4, 2, 3, 4),
                "length": 27.0,
                "note": "",
            }
        ],
        "plan": {"style": "shingle_wash_and_go", "sections": 28, "dry": "diffuser"},
    },
    {
        "name": "Orla Tveit",
        "note": "Open-water swimmer, in the harbour four mornings a week.",
        "night": "none",
        "conditions": ["neck_pain"],
        "observed": [
            (
                150,
                [
                    ("pattern", "3c", "by_eye"),
                    ("porosity", "high", "measured"),
                    ("density_per_cm2", 188, "counted"),
                    ("diameter_um", 66, "measured"),
                    ("length_cm", 27, "measured"),
                    ("relaxed_cm", 15, "measured"),
                    ("buildup", "heavy", "by_eye"),
                ],
            ),
            (21, [("length_cm", 31, "measured"), ("relaxed_cm", 17, "measured")]),
        ],
        "services": [
            {
                "days_ago": 21,
                "style": "two_strand_twist_out",
                "sections": 14,
                "release_h": 6,
                "pace": 1.08,
                "doses": 1.0,
                "dryness": "wet",
                "scores": (2, 5, 4, 3),
                "length": 22.0,
                "note": "Wanted it open for the swim: still wet inside.",
            }
        ],
        "plan": {"style": "quick_wash", "sections": 2},
    },
    {
        "name": "Tam Ferrier",
        "note": "Walks on stilts in the parade; fourteen, comes with an aunt.",
        "night": "bonnet",
        "conditions": ["minor"],
        "observed": [
            (
                30,
                [
                    ("pattern", "4b", "by_eye"),
                    ("porosity", "low", "by_eye"),
                    ("density", "high", "by_eye"),
                    ("length_cm", 14, "measured"),
                    ("relaxed_cm", 5.5, "measured"),
                ],
            )
        ],
        "services": [],
        "plan": {"style": "quick_wash", "sections": 2},
    },
    {
        "name": "Petra Sandoval-Lind",
        "note": "Stage crew, helmet all day. First consultation not finished.",
        "night": "scarf",
        "conditions": ["edge_thinning"],
        "observed": [
            (2, [("pattern", "4b", "by_eye"), ("length_cm", 33, "measured")]),
        ],
        "services": [],
        "plan": None,
    },
    {
        "name": "Jo Abernathy",
        "note": "Lighthouse stage crew; came for coils, went home with a referral.",
        "night": "bonnet",
        "observed": [
            (
                160,
                [
                    ("pattern", "4a", "by_eye"),
                    ("porosity", "medium", "by_feel"),
                    ("density", "high", "by_eye"),
                    ("length_cm", 9, "measured"),
                    ("relaxed_cm", 4.2, "measured"),
                ],
            ),
            (3, [("length_cm", 13, "measured"), ("scalp", "irritated", "by_eye")]),
        ],
        "services": [],
        "plan": None,
        "stop": "weeping",
    },
    {
        "name": "Runa Halse",
        "note": "Second alto, sings at the festival; hood of the raincoat up on every crossing.",
        "night": "scarf",
        "observed": [
            (
                90,
                [
                    ("pattern", "3b", "by_eye"),
                    ("porosity", "medium", "measured"),
                    ("density_per_cm2", 165, "counted"),
                    ("diameter_um", 62, "measured"),
                    ("length_cm", 34, "measured"),
                    ("relaxed_cm", 21, "measured"),
                    ("head_cm", 56, "measured"),
                ],
            ),
        ],
        "services": [
            {
                "days_ago": 4,
                "style": "shingle_wash_and_go",
                "sections": 24,
                "release_h": None,
                "pace": 1.05,
                "doses": 1.0,
                "dryness": "dry",
                "scores": (5, 2, 4, 4),
                "length": 24.0,
                "note": "Left half a touch less gel.",
            }
        ],
        "plan": None,
    },
    {
        "name": "Dag Merrow",
        "note": "Ferry pilot, cap on deck; away for two weeks at a time.",
        "night": "none",
        "observed": [
            (
                80,
                [
                    ("pattern", "4a", "by_eye"),
                    ("porosity", "low", "measured"),
                    ("density", "medium", "by_eye"),
                    ("diameter_um", 68, "measured"),
                    ("length_cm", 16, "measured"),
                    ("relaxed_cm", 7, "measured"),
                    ("head_cm", 58, "measured"),
                ],
            ),
        ],
        "services": [
            {
                "days_ago": 12,
                "style": "finger_coils",
                "sections": 60,
                "release_h": None,
                "pace": 1.1,
                "doses": 1.05,
                "dryness": "dry",
                "scores": (4, 2, 3, 4),
                "length": 8.0,
                "note": "Goes to sea with them.",
            }
        ],
        "plan": None,
    },
]
