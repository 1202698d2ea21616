"""A visit corrected through its form, after it was kept at the chair."""

from datetime import timedelta
from typing import Any

from django.utils import timezone
from django.utils.dateparse import parse_datetime

from salon.chair.tests.test_chair import ChairLogTest
from salon.visits.models import Event, Visit


class CorrectChairVisitTest(ChairLogTest):
    def setUp(self) -> None:
        super().setUp()
        # Saved the day before, as most plans are.
        self.plan.made_at = timezone.now() - timedelta(days=2)
        self.plan.save()
        answer = self.plan.parsed_answer
        gel = next(step for step in answer.steps for one in step.products if one.role == "gel")
        self.gel_step = gel.key
        self.note(
            self.event("begun", 1700),
            self.event("step_started", 1690, step=gel.key),
            self.event("dose", 1685, step=gel.key, role="gel", grams=8, side="left"),
            self.event("dose", 1684, step=gel.key, role="gel", grams=9, side="right"),
            self.event("step_done", 1680, step=gel.key),
            self.event("step_started", 1679, step="work"),
            self.event("step_done", 1610, step="work"),
            self.event("released", 110),
            self.event("section_released", 109, section=1),
            self.event("dryness", 108, dryness="damp_roots"),
            self.event("score", 100, trait="definition", value=4),
            self.event("note", 99, text="Left side was slow.", about="visit"),
            self.event("closed", 90),
        )

    def shown(self) -> dict[str, Any]:
        """The visit as its page shows it."""
        row: dict[str, Any] = self.client.get(f"/api/visits/{self.visit}/").json()
        return row

    def form(self, **changes: Any) -> dict[str, Any]:
        """The form as the page fills it from the visit."""
        row = self.shown()
        scores = ("definition", "frizz", "volume", "evenness", "bounce", "softness", "shine")
        return {
            "started_at": row["started_at"],
            "released_at": row["released_at"],
            "released_by": row["released_by"],
            "steps": [
                {"key": step["key"], "minutes": step["actual"]}
                for step in row["steps"]
                if step["actual"] is not None
            ],
            "doses": [
                {
                    "step": dose["step"],
                    "role": dose["role"],
                    "layer": dose["layer"],
                    "grams": dose["actual"],
                    "units": dose["units"],
                }
                for dose in row["doses"]
                if dose["actual"] is not None
            ],
            "dryness": row["dryness"],
            "residue": row["residue"],
            **{name: row[name] for name in scores if row[name] is not None},
            "length_cm": row["length_cm"],
            "note": row["note"],
            **changes,
        }

    def put(self, **changes: Any) -> dict[str, Any]:
        body = self.form(**changes)
        answer = self.client.put(f"/api/visits/{self.visit}/", body, "application/json")
        self.assertEqual(answer.status_code, 200, answer.content)
        row: dict[str, Any] = answer.json()
        return row

    def test_a_form_that_changes_nothing_changes_nothing(self) -> None:
        before, entries = self.shown(), Event.objects.count()
        self.assertEqual(self.put(), before)
        self.assertEqual(Event.objects.count(), entries)

    def test_one_changed_figure_changes_only_itself(self) -> None:
        before = self.shown()
        steps = [
            {**row, "minutes": 55.0} if row["key"] == "work" else row
            for row in self.form()["steps"]
        ]
        after = self.put(steps=steps)
        minutes = {row["key"]: row["actual"] for row in after["steps"]}
        self.assertEqual(minutes["work"], 55)
        same = ("started_at", "released_at", "released_after_h", "dryness", "doses", "note")
        self.assertEqual([after[name] for name in same], [before[name] for name in same])

    def test_a_dose_is_replaced_and_not_added_to(self) -> None:
        doses = [{**row, "grams": 12.0} for row in self.form()["doses"]]
        gel = next(row for row in self.put(doses=doses)["doses"] if row["role"] == "gel")
        self.assertEqual(gel["actual"], 12)
        gone = next(row for row in self.put(doses=[])["doses"] if row["role"] == "gel")
        self.assertIsNone(gone["actual"])

    def test_the_release_moves_and_its_sections_stay_open(self) -> None:
        opened = parse_datetime(self.shown()["released_at"])
        assert opened is not None
        later = opened.replace(microsecond=0).isoformat()
        self.assertEqual(self.put(released_at=later)["released_at"], self.shown()["released_at"])
        after = self.put(released_at=self.event("x", 60)["at"])
        self.assertAlmostEqual(after["released_after_h"], (1610 - 60) / 60, delta=0.02)
        log = self.client.get(f"/api/visits/{self.visit}/log/").json()["folded"]
        self.assertTrue(next(row for row in log["sections"] if row["number"] == 1)["released"])

    def test_results_are_replaced_or_taken_back(self) -> None:
        after = self.put(dryness="dry", definition=2, note="Right side was slow.", length_cm=12)
        self.assertEqual((after["dryness"], after["definition"]), ("dry", 2))
        self.assertEqual((after["note"], after["length_cm"]), ("Right side was slow.", 12))
        after = self.put(dryness="", definition=None, note="", length_cm=None, frizz=2)
        self.assertEqual((after["dryness"], after["definition"], after["note"]), ("", None, ""))
        self.assertEqual(after["frizz"], 2)

    def test_a_beginning_after_the_first_work_is_refused(self) -> None:
        body = self.form(started_at=self.event("x", 1600)["at"])
        answer = self.client.put(f"/api/visits/{self.visit}/", body, "application/json")
        self.assertRefused(answer, "started_at", "Give that or an earlier time.")
        earlier = self.event("x", 1750)["at"]
        self.assertEqual(
            parse_datetime(self.put(started_at=earlier, sure=True)["started_at"]),
            parse_datetime(earlier),
        )
        self.assertEqual(Visit.objects.get(pk=self.visit).state, "done")
