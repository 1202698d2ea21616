"""Crown map, drying planner and look over the API: the core's answers, kept and refused."""

from typing import Any

from craft.commands import COMMANDS
from craft.contract import parse
from salon.planning.models import Plan
from salon.tests.base import ApiTest


class CrownApiTest(ApiTest):
    def wish(self, **more: Any) -> dict[str, Any]:
        goal = {"style": "flat_twist_out"} | more.pop("goal", {})
        return {"client": self.person.pk, "goal": goal} | more

    def ask(self, door: str, **more: Any) -> Any:
        answer = self.post(f"/api/plans/{door}/", self.wish(**more))
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()["answer"]

    def test_one_request_gives_one_answer_on_both_ways(self) -> None:
        request = self.post("/api/plans/draft/", self.wish()).json()["request"]
        for door, command in (("crown", "crown"), ("drying", "drying"), ("look", "look")):
            handler = COMMANDS[command]
            expected = handler.run(parse(handler.request, request)).model_dump(mode="json")
            self.assertEqual(self.ask(door), expected, door)

    def test_a_parting_by_hand_is_saved_and_planned_again(self) -> None:
        moved = {"op": "move", "key": "0/2", "at": -4.0, "alike": True}
        parting = {"scheme": "rows", "changes": [moved]}
        saved = self.post("/api/plans/", self.wish(parting=parting)).json()
        lines = {line["key"]: line for line in saved["answer"]["lines"]}
        self.assertTrue(lines["0/2"]["moved"] and lines["0/6"]["moved"])
        kept = Plan.objects.get(pk=saved["id"]).request["parting"]
        self.assertEqual(kept["changes"][0]["key"], "0/2")
        views = self.client.get(f"/api/plans/{saved['id']}/crown/").json()["answer"]["views"]
        self.assertEqual(len(views), 8)

    def test_saved_plans_of_older_rules_can_still_be_looked_at(self) -> None:
        saved = self.post("/api/plans/", self.wish()).json()
        plan = Plan.objects.get(pk=saved["id"])
        for field in ("parting", "stages", "home", "journey_min", "drying_spread", "drying_basis"):
            plan.request.pop(field, None)
        plan.save()
        answer = self.client.get(f"/api/plans/{plan.pk}/look/").json()["answer"]
        self.assertEqual(len(answer["moments"]), 4)

    def test_bad_changes_are_refused_where_they_stand(self) -> None:
        def changed(**change: Any) -> dict[str, Any]:
            return {"parting": {"changes": [change]}}

        five = {"goal": {"sections": 7}, "parting": {"scheme": "five"}}
        at = "parting.changes.0"
        for more, field, words in (
            (changed(op="split", key="9.9"), f"{at}.key", "no such section"),
            (changed(op="move", key="0/1"), f"{at}.at", "where the line"),
            (changed(op="fold", key="0/1"), f"{at}.op", "one of"),
            ({"parting": {"part_cm": 30}}, "parting.part_cm", "-7 to 7"),
            ({"parting": {"scheme": "five", "part_cm": 2}}, "parting.part_cm", "no middle"),
            ({"parting": {"sizes_mm": [1]}}, "parting.sizes_mm.0", "4 to 60"),
            ({"stages": [{"kind": "cloth"}]}, "stages.0.minutes", "1 to 90"),
            ({"stages": [{"kind": "oven", "minutes": 5}]}, "stages.0.kind", "one of"),
            (five, "goal.sections", "always makes 5"),
        ):
            with self.subTest(field=field, words=words):
                self.assertRefused(self.post("/api/plans/draft/", self.wish(**more)), field, words)

    def test_a_routine_keeps_the_parting_for_other_clients(self) -> None:
        parting = {"scheme": "directed", "forward": 2, "sideways": 1, "back": 1}
        wish = self.wish(goal={"style": "twist_rod_set"}, parting=parting)
        routine = self.post("/api/routines/", {"name": "Eight twists", "wish": wish}).json()
        self.assertEqual(routine["wish"]["parting"]["forward"], 2)
        again = self.post("/api/plans/draft/", {"client": self.person.pk, **routine["wish"]}).json()
        self.assertEqual(len(again["answer"]["sections"]), 8)
        self.assertEqual(again["answer"]["kit_needed"]["rods"][0]["count"], 16)

    def test_other_ways_keep_a_parting_by_hand(self) -> None:
        change = {"op": "move", "key": "0/2", "at": -4.0}
        answer = self.ask("proposals", parting={"scheme": "rows", "changes": [change]})
        for proposal in answer["proposals"]:
            self.assertEqual(len(proposal["plan"]["sections"]), 8)
            self.assertTrue(any(line["moved"] for line in proposal["plan"]["lines"]))

    def test_days_after_are_parted_in_their_own_way(self) -> None:
        change = {"op": "move", "key": "0/2", "at": -4.0}
        answer = self.ask("chain", parting={"scheme": "rows", "changes": [change]})
        self.assertGreater(len(answer["links"]), 1)
