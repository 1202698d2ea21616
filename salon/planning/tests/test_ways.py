"""Other ways, side by side, the days after, routines, and who chose what."""

from datetime import timedelta
from typing import Any

from django.utils import timezone

from craft.contract.stored import CONTRACT_VERSION
from salon.clients.services import change_client, observe
from salon.clients.tests.test_clients import observed
from salon.kit.models import KitItem
from salon.planning.models import Plan, Routine
from salon.salon_settings.services import current_salon
from salon.tests.base import ApiTest


class WaysTest(ApiTest):
    def wish(self, **changes: Any) -> dict[str, Any]:
        goal = {"style": "two_strand_twist_out"} | changes.pop("goal", {})
        return {"client": self.person.pk, "goal": goal} | changes

    def draft(self, **changes: Any) -> dict[str, Any]:
        answer = self.post("/api/plans/draft/", self.wish(**changes))
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def test_three_ways_and_what_each_gives_up(self) -> None:
        answer = self.post("/api/plans/proposals/", self.wish()).json()["answer"]
        self.assertEqual(len(answer["proposals"]), 3)
        for proposal in answer["proposals"]:
            self.assertTrue(proposal["gives_up"])
            again = self.draft(
                goal=proposal["change"]["goal"],
                dry=proposal["change"]["dry"],
                blot=proposal["change"]["blot"],
            )
            self.assertEqual(
                again["answer"]["totals"]["first_sitting_min"], proposal["measures"]["today_min"]
            )

    def test_side_by_side(self) -> None:
        body = {"first": self.wish(), "second": self.wish(goal={"sections": 20})}
        answer = self.post("/api/plans/comparison/", body).json()["answer"]
        shape = next(row for row in answer["rows"] if row["key"] == "work")
        self.assertIn("20 instead of 12", shape["differs"])
        body["second"]["goal"]["sections"] = 99
        self.assertRefused(self.post("/api/plans/comparison/", body), "goal.sections", "1 to 40")

    def test_the_days_after(self) -> None:
        answer = self.post("/api/plans/chain/", self.wish()).json()["answer"]
        self.assertEqual([link["day"] for link in answer["links"]], [1, 3, 5, 7])
        none = self.post("/api/plans/chain/", self.wish(goal={"style": "night_prep"}))
        self.assertRefused(none, "goal.style", "No looks follow")

    def test_changes_by_hand_are_saved_with_the_plan(self) -> None:
        edits = [
            {"op": "override", "step": "work", "minutes": 55},
            {"op": "remove", "step": "rinse"},
        ]
        saved = self.post("/api/plans/", self.wish(edits=edits))
        self.assertEqual(saved.status_code, 201)
        plan = Plan.objects.get()
        shape = next(step for step in plan.answer["steps"] if step["key"] == "work")
        self.assertEqual(shape["hands_on_min"], 55)
        self.assertTrue(shape["edited"])
        self.assertEqual(plan.answer["removed"], ["Rinse"])
        self.assertIn("mask_not_rinsed", [caution["key"] for caution in plan.answer["cautions"]])
        wrong = self.post("/api/plans/", self.wish(edits=[{"op": "remove", "step": "perm"}]))
        self.assertRefused(wrong, "edits.0.step", "There is no step perm")

    def test_a_routine_of_the_salon_is_fitted_to_another_client(self) -> None:
        edits = [
            {"op": "override", "step": "mask", "wait_min": 35, "minutes": 9},
            {"op": "override", "step": "work", "minutes": 70},
            {"op": "override", "step": "work", "role": "gel", "grams": 30},
            {"op": "remove", "step": "finish"},
        ]
        wish = self.wish(edits=edits, goal={"definition": 0.8})
        kept = self.post("/api/routines/", {"name": "Festival twists", "wish": wish})
        self.assertEqual(kept.status_code, 201, kept.content)
        self.assertNotIn("client", kept.json()["wish"])
        # Minutes and grams chosen for one client are fitted to the next.
        self.assertEqual(
            kept.json()["wish"]["edits"],
            [
                {"op": "override", "step": "mask", "wait_min": 35},
                {"op": "remove", "step": "finish"},
            ],
        )
        again = self.post("/api/routines/", {"name": "Festival twists", "wish": wish})
        self.assertRefused(again, "name", "already")
        self.assertRefused(self.post("/api/routines/", {"name": "", "wish": wish}), "name", "name")
        bad = self.wish(goal={"definition": 7})
        self.assertRefused(
            self.post("/api/routines/", {"name": "x", "wish": bad}),
            "wish.goal.definition",
            "0 to 1",
        )
        self.assertEqual(len(self.client.get("/api/routines/").json()), 1)
        self.client.delete(f"/api/routines/{kept.json()['id']}/")
        self.assertFalse(Routine.objects.exists())

    def test_a_routine_that_cannot_be_read_leaves_the_others_usable(self) -> None:
        self.post("/api/routines/", {"name": "Good", "wish": self.wish()})
        Routine.objects.create(name="Later", title="", wish={}, contract=CONTRACT_VERSION + 1)
        Routine.objects.create(name="Torn", title="", wish={"goal": 7})
        good, later, torn = self.client.get("/api/routines/").json()
        self.assertEqual(
            (good["wish"]["goal"]["style"], good["problem"]), ("two_strand_twist_out", "")
        )
        self.assertIsNone(later["wish"])
        self.assertIn("Update it", later["problem"])
        self.assertIn("cannot be opened", torn["problem"])

    def test_salon_then_client_then_plan_and_who_chose(self) -> None:
        salon = current_salon()
        salon.school = {"layering": "LCO", "detangle": "brush"}
        salon.save()
        change_client(self.person, {"school": {"layering": "LOC"}}, self.person.version)

        def chosen(**changes: Any) -> dict[str, tuple[str, str]]:
            schools = self.draft(**changes)["answer"]["schools"]
            return {school["topic"]: (school["chosen"], school["chosen_by"]) for school in schools}

        choice = chosen(school={"wash": "condition_first"})
        self.assertEqual(choice["layering"], ("LOC", "client"))
        self.assertEqual(choice["detangle"], ("brush", "salon"))
        self.assertEqual(choice["wash"], ("condition_first", "plan"))
        self.assertEqual(chosen(school={"layering": "LCO"})["layering"], ("LCO", "plan"))

    def test_what_is_on_the_head_comes_from_the_consultation(self) -> None:
        since = (timezone.localdate() - timedelta(days=60)).isoformat()
        observations = [
            observed("on_the_head", "braids", "reported"),
            observed("on_the_head_since", since, "reported"),
        ]
        observe(self.person, observations, self.user)
        answer = self.draft()["answer"]
        self.assertEqual(answer["steps"][0]["key"], "take_down_old")
        self.assertIn("wear_overdue", [caution["key"] for caution in answer["cautions"]])
        loose = self.draft(now={"style": "loose"})["answer"]
        self.assertNotIn("take_down_old", [step["key"] for step in loose["steps"]])

    def test_heat_that_this_client_can_take(self) -> None:
        self.assertEqual(self.draft()["request"]["goal"]["max_heat"], "medium")
        observe(self.person, [observed("heat_tolerance", "none", "reported")], self.user)
        self.assertEqual(self.draft()["request"]["goal"]["max_heat"], "none")
        wished = self.draft(goal={"max_heat": "low"})["request"]["goal"]["max_heat"]
        self.assertEqual(wished, "low")

    def test_rods_of_the_salon(self) -> None:
        for diameter, count in ((20, 24), (16, 30)):
            KitItem.objects.create(kind="rod", diameter_mm=diameter, count=count)
        need = self.draft(goal={"style": "twist_rod_set"})["answer"]["kit_needed"]["rods"][0]
        self.assertEqual((need["count"], need["short"], need["substitute_mm"]), (28, 4, 16))


class SalonTest(ApiTest):
    def patch(self, body: dict[str, Any]) -> Any:
        return self.client.patch("/api/salon/", body, content_type="application/json")

    def test_values_within_what_is_safe(self) -> None:
        rules = {"film_factor": {"gel": 1.2}, "mask_min": 25, "wear_days": {"rod_set": 8}}
        self.assertEqual(self.patch({"rules": rules}).status_code, 200)
        self.assertEqual(current_salon().rules, rules)
        for wrong, field, words in (
            ({"film_factor": {"gel": 3}}, "rules.film_factor.gel", "0.5 to 1.6"),
            ({"mask_min": 600}, "rules.mask_min", "10 to 45"),
            ({"perm": 1}, "rules.perm", "Unknown field"),
        ):
            self.assertRefused(self.patch({"rules": wrong}), field, words)
        self.assertEqual(current_salon().rules, rules)

    def test_air_money_and_schools(self) -> None:
        body = {
            "contact_min": 12.5,
            "currency": "SEK",
            "lead_days": 3,
            "school": {"layering": "LOC"},
            "room_rh": 0.7,
        }
        self.assertEqual(self.patch(body).json()["currency"], "SEK")
        self.assertEqual((current_salon().contact_min, current_salon().lead_days), (12.5, 3))
        self.assertRefused(self.patch({"currency": "euro"}), "currency", "three capital letters")
        self.assertRefused(self.patch({"contact_min": 0}), "contact_min", "0.5 to 120 min")
        self.assertRefused(
            self.patch({"school": {"wash": "never"}}), "school.wash", "shampoo_first"
        )
        self.assertEqual(self.patch({"room_rh": 1.5}).status_code, 400)
