"""The core as a program: answers, errors, schema."""

import io
import json
import subprocess
import sys
from contextlib import redirect_stderr, redirect_stdout
from dataclasses import dataclass
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any
from unittest import TestCase
from unittest.mock import patch

import jsonschema

from craft.__main__ import main
from craft.commands import COMMANDS
from craft.tests.requests import HAIR, plan_request

ROOT = Path(__file__).resolve().parents[2]


@dataclass(frozen=True)
class Done:
    """What a run of the program left behind."""

    returncode: int
    stdout: str
    stderr: str


def run(*arguments: str, stdin: str = "") -> Done:
    """The program in this process: starting it again for every question would take minutes."""
    out, err = io.StringIO(), io.StringIO()
    source = io.TextIOWrapper(io.BytesIO(stdin.encode()), "utf-8")
    with patch("sys.stdin", source), redirect_stdout(out), redirect_stderr(err):
        code = main(arguments)
    return Done(code, out.getvalue(), err.getvalue())


class StartedTest(TestCase):
    """The program as it is started from a shell."""

    def started(self, *arguments: str, stdin: str = "") -> subprocess.CompletedProcess[str]:
        return subprocess.run(
            [sys.executable, "-m", "craft", *arguments],
            input=stdin,
            capture_output=True,
            text=True,
            cwd=ROOT,
            check=False,
        )

    def test_an_answer(self) -> None:
        done = self.started("label", stdin='{"ingredients": "Aqua, Glycérin"}')
        self.assertEqual((done.returncode, done.stderr), (0, ""))
        names = [ingredient["name"] for ingredient in json.loads(done.stdout)["ingredients"]]
        self.assertEqual(names, ["aqua", "glycerin"])

    def test_bad_input(self) -> None:
        done = self.started("plan", stdin='{"hair": {}}')
        self.assertEqual((done.returncode, done.stdout), (2, ""))
        self.assertNotIn("Traceback", done.stderr)
        self.assertIn("field", json.loads(done.stderr)["error"])


class ClothTest(TestCase):
    def test_a_cloth_without_hours_is_refused_even_if_it_shall_reach_a_share(self) -> None:
        stages = [{"kind": "cap", "hours": 1}, {"kind": "cloth", "until_share": 0.9}]
        set_ = {"kind": "twist", "sections": 12, "mass_g": 110, "length_cm": 30}
        done = run("dry", stdin=json.dumps({"set": set_, "stages": stages}))
        self.assertEqual(json.loads(done.stderr)["error"]["field"], "stages.1.hours")


class WrittenAnswerTest(TestCase):
    def test_a_reader_that_leaves_early_is_no_failure(self) -> None:
        command = f"{sys.executable} -m craft schema plan | head -1"
        done = subprocess.run(
            command, shell=True, capture_output=True, text=True, cwd=ROOT, check=False
        )
        self.assertEqual((done.stdout, done.stderr), ("{\n", ""))

    def test_a_file_that_cannot_be_written_is_named(self) -> None:
        with TemporaryDirectory() as folder:
            request = Path(folder) / "request.json"
            request.write_text('{"ingredients": "Aqua"}')
            done = run("label", str(request), str(Path(folder) / "nowhere" / "answer.json"))
            self.assertEqual(done.returncode, 2)
            self.assertEqual(json.loads(done.stderr)["error"]["field"], "answer")
            self.assertEqual([path.name for path in Path(folder).iterdir()], ["request.json"])


class ProgramTest(TestCase):
    def ask(self, command: str, request: dict[str, Any]) -> dict[str, Any]:
        done = run(command, stdin=json.dumps(request))
        self.assertEqual(done.returncode, 0, done.stderr)
        answer: dict[str, Any] = json.loads(done.stdout)
        return answer

    def refused(self, command: str, stdin: str) -> dict[str, str]:
        done = run(command, stdin=stdin)
        self.assertEqual((done.returncode, done.stdout), (2, ""))
        error: dict[str, str] = json.loads(done.stderr)["error"]
        return error

    def test_plan_keeps_the_contract(self) -> None:
        answer = self.ask("plan", plan_request())
        schemas = json.loads(run("schema", "plan").stdout)
        jsonschema.validate(plan_request(), schemas["request"])
        jsonschema.validate(answer, schemas["answer"])
        wanted = "steps sections totals drying kit_needed finished cautions home"
        self.assertLessEqual(set(wanted.split()), set(answer))

    def test_dry_worked_example(self) -> None:
        answer = self.ask(
            "dry",
            {
                "set": {"kind": "twist", "sections": 14, "mass_g": 130, "length_cm": 30},
                "stages": [{"kind": "air", "temp_c": 22, "rh": 0.5, "hours": None}],
            },
        )
        self.assertAlmostEqual(answer["radius_mm"], 5.3, delta=0.05)
        self.assertAlmostEqual(answer["h_to_90"], 5.4, delta=0.1)
        self.assertAlmostEqual(answer["h_to_dry"], 7.9, delta=0.1)
        self.assertEqual(answer["at_end"], 1)

    def test_dry_with_a_release_says_how_sure(self) -> None:
        request = {
            "set": {"kind": "twist", "sections": 14, "mass_g": 130, "length_cm": 30},
            "stages": [
                {"kind": "cloth", "hours": 0.5},
                {"kind": "hood", "temp_c": 50, "rh": 0.1, "hours": 0.25},
                {"kind": "diffuser", "temp_c": 42, "rh": 0.15, "until_share": 0.9},
                {"kind": "air", "temp_c": 22, "rh": 0.5},
            ],
            "release_h": 0.9,
            "spread": 0.35,
        }
        answer = self.ask("dry", request)
        jsonschema.validate(answer, json.loads(run("schema", "dry").stdout)["answer"])
        kinds = [stage["kind"] for stage in answer["stages"]]
        self.assertEqual(kinds, ["cloth", "hood", "diffuser", "air"])
        self.assertAlmostEqual(answer["stages"][2]["share_after"], 0.9, places=2)
        self.assertLess(answer["at_release_low"], answer["at_release_high"])
        self.assertTrue(0 < answer["odds_dry"] < 1)
        uneven = self.ask("dry", request | {"set": request["set"] | {"largest": 1.5}})
        self.assertLess(uneven["odds_dry"], answer["odds_dry"])
        endless = {**request, "stages": [{"kind": "cloth"}]}
        self.assertEqual(self.refused("dry", json.dumps(endless))["field"], "stages.0.hours")

    def test_every_scheme_of_partings_keeps_its_schema(self) -> None:
        schema = json.loads(run("schema", "partings").stdout)
        sides = {"forward": 3, "sideways": 2, "back": 2}
        counts = {"rows": 8, "per_quadrant": 3, "v_front": 5, "taper": 9, "coil_rows": 40}
        for scheme in schema["request"]["$defs"]["Scheme"]["enum"]:
            count = counts.get(scheme, 30 if scheme == "bricked" else None)
            more = sides if scheme == "directed" else {}
            request = {"hair": HAIR, "scheme": scheme, "count": count} | more
            with self.subTest(scheme):
                answer = self.ask("partings", request)
                jsonschema.validate(request, schema["request"])
                jsonschema.validate(answer, schema["answer"])
                self.assertAlmostEqual(
                    sum(s["hairs"] for s in answer["sections"]), 99_055, delta=60
                )
                self.assertEqual(len(answer["views"]), len(answer["sections"]))

    def test_partings_by_hand_and_what_is_refused(self) -> None:
        rows = {"hair": HAIR, "scheme": "rows", "count": 8}
        moved = [{"op": "move", "key": "0/2", "at": -4, "alike": True}]
        answer = self.ask("partings", rows | {"changes": moved})
        self.assertEqual(sum(line["moved"] for line in answer["lines"]), 2)
        for changes, field in (
            ([{"op": "split", "key": "7"}], "changes.0.key"),
            ([{"op": "lay", "key": "0.1"}], "changes.0.lay"),
            ([{"op": "split", "key": "0.1", "run": "v"}], "changes.0.run"),
        ):
            error = self.refused("partings", json.dumps(rows | {"changes": changes}))
            self.assertEqual(error["field"], field)
        error = self.refused("partings", json.dumps({"hair": HAIR, "scheme": "directed"}))
        self.assertEqual(error["field"], "forward")

    def test_crown_drying_and_look_keep_their_schemas(self) -> None:
        for command in ("crown", "drying", "look"):
            answer = self.ask(command, plan_request())
            schema = json.loads(run("schema", command).stdout)
            jsonschema.validate(answer, schema["answer"])

    def test_partings(self) -> None:
        answer = self.ask("partings", {"hair": HAIR, "scheme": "per_quadrant", "count": 3})
        self.assertEqual(len(answer["sections"]), 12)
        self.assertAlmostEqual(answer["scalp_cm2"], 550, delta=1)

    def test_profile(self) -> None:
        answer = self.ask(
            "profile",
            {
                "porosity_tests": [
                    {"test": "bead_s", "value": 5},
                    {"test": "word", "value": "high"},
                ],
                "counts": [42, 38],
                "field_cm2": 0.2,
                "circumference_cm": 10,
                "diameter_um": 70,
                "stretched_cm": 30,
                "relaxed_cm": 12,
            },
        )
        self.assertEqual(answer["porosity"]["class"], "high")
        self.assertEqual(answer["next_test"], "soak_s")
        self.assertEqual(answer["density_per_cm2"]["class"], "medium")
        self.assertEqual(answer["hairs_by_circumference"], 103_389)
        self.assertEqual((answer["curl_index"], answer["shrinkage"]), (2.5, 0.6))
        jsonschema.validate(answer, json.loads(run("schema", "profile").stdout)["answer"])
        nothing = self.ask("profile", {})
        self.assertIsNone(nothing["density_per_cm2"])

    def test_label(self) -> None:
        text = "Aqua (Water), Cetearyl Alcohol, Linalool, Cetaeryl Alcohol"
        answer = self.ask("label", {"ingredients": text, "leave_on": True})
        jsonschema.validate(answer, json.loads(run("schema", "label").stdout)["answer"])
        first = answer["ingredients"][0]
        self.assertEqual((first["name"], first["families"]), ("aqua", []))
        self.assertIn("fatty_alcohol", answer["families"])
        self.assertEqual(answer["allergens"], ["linalool"])
        (unknown,) = answer["unknown"]
        self.assertEqual(unknown["text"], "Cetaeryl Alcohol")
        self.assertEqual(unknown["close"][0], "cetearyl alcohol")

    def test_label_errors(self) -> None:
        cases = [
            ({}, "ingredients", "missing"),
            ({"ingredients": 7}, "ingredients", "text of at most 8000"),
            ({"ingredients": "a" * 8001}, "ingredients", "text of at most 8000"),
            ({"ingredients": "Aqua", "leave_on": "yes"}, "leave_on", "true or false"),
        ]
        for request, field, words in cases:
            error = self.refused("label", json.dumps(request))
            self.assertEqual(error["field"], field)
            self.assertIn(words, error["message"])

    def test_bottles(self) -> None:
        shelf = [{"id": "g", "role": "gel", "ingredients": "Aqua, Linalool"}]
        request = {"hair": HAIR, "person": {"allergies": ["linalool"]}, "shelf": shelf}
        answer = self.ask("bottles", request)
        jsonschema.validate(answer, json.loads(run("schema", "bottles").stdout)["answer"])
        self.assertEqual(answer["bottles"][0]["fits"], "no")

    def test_bottles_by_hand_are_checked(self) -> None:
        shelf = [{"id": "g", "role": "gel"}]
        for bottles, field in (({"gel": "x"}, "bottles.gel"), ({"glue": "g"}, "bottles.glue")):
            error = self.refused("plan", json.dumps(plan_request(shelf=shelf, bottles=bottles)))
            self.assertEqual(error["field"], field)

    def test_profile_errors(self) -> None:
        cases = [
            ({"counts": [3]}, "field_cm2"),
            ({"stretched_cm": 10, "relaxed_cm": 12}, "relaxed_cm"),
            ({"porosity_tests": [{"test": "slide", "value": 4}]}, "porosity_tests.0.value"),
            ({"porosity_tests": [{"test": "lick", "value": 4}]}, "porosity_tests.0.test"),
            ({"counts": [-1], "field_cm2": 1}, "counts.0"),
        ]
        for request, field in cases:
            self.assertEqual(self.refused("profile", json.dumps(request))["field"], field)

    def test_files(self) -> None:
        with TemporaryDirectory() as folder:
            request, answer = Path(folder) / "request.json", Path(folder) / "answer.json"
            request.write_text(json.dumps(plan_request()))
            self.assertEqual(run("plan", str(request), str(answer)).returncode, 0)
            self.assertIn("steps", json.loads(answer.read_text()))

    def test_errors_name_the_field(self) -> None:
        cases = [
            (plan_request(hair={"length_cm": 400}), "hair.length_cm", "1 to 150 cm"),
            (plan_request(hair={"density_per_cm2": -1}), "hair.density_per_cm2", "20 to 450"),
            (plan_request(room={"rh": 1.4}), "room.rh", "0 to 1"),
            (plan_request(room={"rh": 1.0}), "room.rh", "saturated"),
            (plan_request(goal={"sections": 0}), "goal.sections", "1 to 120"),
            (plan_request(goal={"sections": 50}), "goal.sections", "1 to 24"),
            (plan_request(goal={"style": "perm"}), "goal.style", "flat_twist_out"),
            (plan_request(hair={"lenght": 3}), "hair.lenght", "Unknown field"),
            (plan_request(dry_min=20), "dry_min", "a hood or a diffuser"),
            (plan_request(hair={"relaxed_cm": 80}), "hair.relaxed_cm", "longer than stretched"),
        ]
        for request, field, words in cases:
            error = self.refused("plan", json.dumps(request))
            self.assertEqual(error["field"], field)
            self.assertIn(words, error["message"])

    def test_missing_density_names_the_tests_that_would_give_it(self) -> None:
        hair = {key: value for key, value in HAIR.items() if key != "density_per_cm2"}
        request = {"hair": hair, "goal": {"style": "quick_wash"}}
        error = self.refused("plan", json.dumps(request))
        self.assertEqual(error["field"], "hair.density_per_cm2")
        self.assertIn("circumference", error["message"])

    def test_what_is_not_a_request(self) -> None:
        self.assertEqual(self.refused("plan", "{")["field"], "request")
        self.assertEqual(self.refused("plan", "[1]")["field"], "request")
        self.assertEqual(self.refused("nonsense", "{}")["field"], "command")
        self.assertEqual(run("plan", "nowhere.json").returncode, 2)

    def test_dry_errors(self) -> None:
        air = {"kind": "air", "temp_c": 22, "rh": 0.5}
        twist = {"kind": "twist", "sections": 14}
        cases = [
            ({"set": twist, "stages": [air]}, "set.mass_g"),
            ({"hair": HAIR, "set": twist, "stages": [air, air]}, "stages.0.hours"),
            ({"hair": HAIR, "set": twist, "stages": [{**air, "rh": 1}]}, "stages.0.rh"),
            ({"hair": HAIR, "set": twist, "stages": []}, "stages"),
        ]
        for request, field in cases:
            self.assertEqual(self.refused("dry", json.dumps(request))["field"], field)

    def test_saturated_air_is_borne_for_a_while(self) -> None:
        twist = {"kind": "twist", "sections": 14}
        air = {"kind": "air", "temp_c": 22, "rh": 1, "hours": 2}
        request = {"hair": HAIR, "set": twist, "stages": [air, {**air, "rh": 0.5, "hours": None}]}
        self.assertEqual(run("dry", stdin=json.dumps(request)).returncode, 0)

    def test_every_command_has_a_schema(self) -> None:
        for name in COMMANDS:
            self.assertEqual(set(json.loads(run("schema", name).stdout)), {"request", "answer"})
