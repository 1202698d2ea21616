"""The consultation: kept as typed, recorded all at once, stop signs that close planning."""

from datetime import timedelta
from typing import Any

from django.utils import timezone

from salon.clients.consulting import begin, finish, save
from salon.clients.models import Observation, RaisedStopSign
from salon.clients.services import clear_stop, observe, raise_stop
from salon.clients.tests.test_clients import observed
from salon.clients.timeline import timeline
from salon.planning.models import Plan
from salon.tests.base import ApiTest


class Consulting(ApiTest):
    def begin(self) -> dict[str, Any]:
        return self.post(f"/api/clients/{self.person.pk}/consultations/", {}).json()

    def put(self, consultation: dict[str, Any], answers: dict[str, Any]) -> Any:
        return self.client.put(
            f"/api/consultations/{consultation['id']}/",
            {"version": consultation["version"], "answers": answers},
            content_type="application/json",
        )

    def finish(self, consultation: dict[str, Any]) -> Any:
        return self.post(
            f"/api/consultations/{consultation['id']}/finish/", {"version": consultation["version"]}
        )


class ConsultationTest(Consulting):
    def test_a_returning_client_shows_what_was_known_and_how_old_it_is(self) -> None:
        last = {answer["key"]: answer for answer in self.begin()["last"]}
        self.assertEqual(last["length_cm"]["value"], 25)
        self.assertTrue(last["length_cm"]["fresh"])
        self.assertEqual(last["night"]["value"], "bonnet")

    def test_it_opens_once_and_goes_on(self) -> None:
        first = self.begin()
        self.put(first, {"length_cm": {"value": 27}})
        again = self.begin()
        self.assertEqual(again["id"], first["id"])
        self.assertEqual(again["answers"]["length_cm"]["value"], 27)

    def test_what_is_typed_counts_at_once_but_is_not_recorded(self) -> None:
        consultation = self.put(
            self.begin(), {"soak_s": {"value": 200}, "length_cm": {"value": 30}}
        ).json()
        estimates = consultation["profile"]["estimates"]
        self.assertGreater(estimates["porosity"]["low"], 0.3)
        self.assertAlmostEqual(estimates["shrinkage"], 1 - 10 / 30, places=3)
        self.assertFalse(self.person.observations.filter(kind="soak_s").exists())

    def test_what_cannot_be_is_kept_as_typed_and_told(self) -> None:
        consultation = self.put(
            self.begin(), {"length_cm": {"value": 900}, "bead_s": {"value": 20}}
        ).json()
        self.assertEqual(consultation["answers"]["length_cm"]["value"], 900)
        self.assertEqual(consultation["problems"][0]["field"], "length_cm")
        self.assertIn("1 to 150 cm", consultation["problems"][0]["message"])
        self.assertRefused(self.finish(consultation), "length_cm", "1 to 150 cm")
        self.assertFalse(self.person.observations.filter(kind="bead_s").exists())

    def test_finishing_records_answers_person_and_who_said_so(self) -> None:
        answers = {
            "reason": {"value": "Choir on Saturday."},
            "length_cm": {"value": 25, "confirmed": True},
            "pattern@nape": {"value": "4A"},
            "scalp": {"value": ["dry", "flaking"]},
            "allergies": {"value": ["linalool"]},
            "night": {"value": "scarf"},
            "relaxed_cm": {"value": None},
        }
        consultation = self.put(self.begin(), answers).json()
        done = self.finish(consultation).json()
        self.assertEqual(done["parts_done"], ["reason", "person", "scalp", "curl"])
        given = {
            f"{row.kind}@{row.zone}": row
            for row in Observation.objects.filter(consultation=consultation["id"])
        }
        self.assertEqual(given["length_cm@"].method, "confirmed")
        self.assertEqual(given["pattern@nape"].word, "4a")
        self.assertEqual(given["scalp@"].word, "dry, flaking")
        self.assertEqual(given["reason@"].word, "Choir on Saturday.")
        self.assertEqual(given["scalp@"].taken_by, self.user)
        self.person.refresh_from_db()
        self.assertEqual((self.person.allergies, self.person.night), (["linalool"], "scarf"))

    def test_parts_left_out_are_told_and_can_be_finished_later(self) -> None:
        self.finish(self.put(self.begin(), {"reason": {"value": "Trim."}}).json())
        state = self.client.get(f"/api/clients/{self.person.pk}/consultation/").json()
        self.assertIsNone(state["open_since"])
        self.assertIn("porosity", state["left_out"])
        self.assertNotIn("reason", state["left_out"])
        self.begin()
        state = self.client.get(f"/api/clients/{self.person.pk}/consultation/").json()
        self.assertIsNotNone(state["open_since"])

    def test_what_is_still_so_keeps_its_count(self) -> None:
        detail = {"hairs": 42, "field_cm2": 0.21}
        count = observed("density_per_cm2", 200, "counted") | {"zone": "crown", "detail": detail}
        observe(self.person, [count], self.user)
        given = {"density_per_cm2@crown": {"value": 200, "confirmed": True}}
        self.finish(self.put(self.begin(), given).json())
        newest = self.person.observations.filter(zone="crown").first()
        self.assertEqual((newest.method, newest.detail), ("confirmed", detail))

    def test_nothing_answered(self) -> None:
        self.assertRefused(self.finish(self.begin()), "answers", "Nothing is answered")

    def test_two_people_typing_are_told_and_neither_loses(self) -> None:
        consultation = self.begin()
        self.assertEqual(self.put(consultation, {"reason": {"value": "A"}}).status_code, 200)
        second = self.put(consultation, {"reason": {"value": "B"}})
        self.assertRefused(second, "", "in the meantime", status=409)
        self.assertRefused(self.finish(consultation), "", "in the meantime", status=409)

    def test_questions_nobody_asked(self) -> None:
        consultation = self.begin()
        for field in ("shoe_size", "head_cm@nape", "pattern@moon"):
            answer = self.put(consultation, {field: {"value": 3}})
            self.assertEqual(answer.status_code, 400)
            self.assertIn(field, answer.json()["errors"][0]["field"])
        self.assertEqual(self.put(consultation, {"reason": {"value": True}}).status_code, 400)

    def test_discarding(self) -> None:
        consultation = self.begin()
        self.assertEqual(
            self.client.delete(f"/api/consultations/{consultation['id']}/").status_code, 204
        )
        self.assertEqual(
            self.client.get(f"/api/consultations/{consultation['id']}/").status_code, 404
        )
        kept = finish(
            save(begin(self.person, self.user), {"reason": {"value": "x"}}, 1), 2, self.user
        )
        answer = self.client.delete(f"/api/consultations/{kept.pk}/")
        self.assertEqual(answer.status_code, 409)

    def test_relaxed_longer_than_stretched_is_told_at_its_field(self) -> None:
        consultation = self.put(self.begin(), {"relaxed_cm": {"value": 40}})
        self.assertEqual(consultation.status_code, 200)
        self.assertRefused(self.finish(consultation.json()), "relaxed_cm", "cannot be longer")

    def test_the_questions_come_in_order_with_drawings(self) -> None:
        results = self.client.get("/api/consultation-questions/").json()
        self.assertEqual(results["questions"][0]["key"], "reason")
        self.assertEqual(len(results["drawings"]), 9)


class StopSignTest(ApiTest):
    def wish(self) -> dict[str, Any]:
        return {"client": self.person.pk, "goal": {"style": "flat_twist_out"}}

    def test_a_stop_sign_closes_planning_until_it_is_cleared_with_a_note(self) -> None:
        stop = raise_stop(self.person, "weeping", self.user)
        draft = self.post("/api/plans/draft/", self.wish()).json()
        self.assertEqual(draft["answer"]["steps"], [])
        self.assertEqual(draft["answer"]["cautions"][0]["key"], "scalp_refer")
        self.assertRefused(
            self.post("/api/plans/", self.wish()), "person.stop_signs", "doctor or pharmacist"
        )
        self.assertFalse(Plan.objects.exists())
        path = f"/api/stop-signs/{stop.pk}/clearance/"
        self.assertRefused(self.post(path, {"note": "  "}), "note", "Write what you saw")
        cleared = self.post(path, {"note": "Dry, closed; doctor's letter seen."}).json()
        self.assertEqual(cleared["cleared_by"], "vera")
        self.assertEqual(self.post("/api/plans/", self.wish()).status_code, 201)

    def test_a_consultation_raises_it(self) -> None:
        consultation = save(
            begin(self.person, self.user), {"stop_signs": {"value": ["severe_pain"]}}, 1
        )
        finish(consultation, 2, self.user)
        self.assertEqual(RaisedStopSign.objects.get().sign, "severe_pain")
        row = self.client.get("/api/clients/").json()["results"][0]
        self.assertTrue(row["stopped"])

    def test_it_is_open_once_and_may_come_back(self) -> None:
        first = raise_stop(self.person, "weeping", self.user)
        self.assertEqual(raise_stop(self.person, "weeping", None), first)
        clear_stop(first, "Healed.", self.user)
        self.assertNotEqual(raise_stop(self.person, "weeping", self.user), first)
        path = f"/api/stop-signs/{first.pk}/clearance/"
        self.assertRefused(self.post(path, {"note": "again"}), "", "in the meantime", status=409)

    def test_raised_by_hand(self) -> None:
        path = f"/api/clients/{self.person.pk}/stop-signs/"
        self.assertEqual(self.post(path, {"sign": "open_sores"}).status_code, 201)
        self.assertEqual(self.post(path, {"sign": "bad hair"}).status_code, 400)
        self.assertEqual(len(self.client.get(path).json()), 1)


class TimelineTest(ApiTest):
    def test_series_over_time_with_services_as_marks(self) -> None:
        before = timezone.now() - timedelta(days=90)
        results = [
            observed("length_cm", 22),
            observed("relaxed_cm", 9),
            observed("shed_hairs", 300, "counted"),
            observed("broken_hairs", 100, "counted"),
            observed("stretch_percent", 40),
            observed("soak_s", 100),
        ]
        observe(self.person, results, self.user, before)
        series = {line.key: line for line in timeline(self.person)}
        self.assertEqual([round(p.value) for p in series["length"].points], [22, 25])
        self.assertIn("published 0.6 to 1.4", series["length"].note)
        self.assertAlmostEqual(series["shrinkage"].points[0].value, 100 * (1 - 9 / 22))
        self.assertAlmostEqual(series["breakage"].points[0].value, 25)
        self.assertLess(series["density"].points[0].low, 180)
        answer = self.client.get(f"/api/clients/{self.person.pk}/timeline/").json()
        self.assertEqual({line["key"] for line in answer["series"]}, set(series))

    def test_withdrawn_values_are_left_out(self) -> None:
        self.person.observations.filter(kind="length_cm").update(withdrawn_at=timezone.now())
        self.assertNotIn("length", {line.key for line in timeline(self.person)})


class KnownNamesTest(Consulting):
    """What is known of a person is never lost by adding to it."""

    def setUp(self) -> None:
        super().setUp()
        self.person.allergies = ["linalool", "latex"]
        self.person.save()

    def finished(self, **answer: Any) -> list[str]:
        saved = self.put(self.begin(), {"allergies": answer}).json()
        self.assertEqual(self.finish(saved).status_code, 200)
        self.person.refresh_from_db()
        return list(self.person.allergies)

    def test_adding_keeps_what_was_known_and_splits_lists(self) -> None:
        typed = ["linalool", "latex", "lanolin, coconut and nuts"]
        names = self.finished(value=typed, was=["linalool", "latex"])
        self.assertEqual(names, ["linalool", "latex", "lanolin", "coconut", "nuts"])

    def test_what_did_not_know_only_adds(self) -> None:
        self.assertEqual(self.finished(value=["honey"]), ["linalool", "latex", "honey"])

    def test_taken_away_is_gone_and_what_came_meanwhile_stays(self) -> None:
        consultation = self.begin()
        self.person.refresh_from_db()
        self.person.allergies = ["linalool", "latex", "PPD"]
        self.person.save()
        answer = {"value": ["latex"], "was": ["linalool", "latex"]}
        self.finish(self.put(consultation, {"allergies": answer}).json())
        self.person.refresh_from_db()
        self.assertEqual(self.person.allergies, ["latex", "PPD"])

    def test_all_of_it_can_be_taken_away(self) -> None:
        self.assertEqual(self.finished(value=[], was=["linalool", "latex"]), [])

    def test_the_record_splits_lists_too(self) -> None:
        body = {"version": self.person.version, "allergies": ["lanolin; coconut"]}
        self.client.patch(f"/api/clients/{self.person.pk}/", body, content_type="application/json")
        self.person.refresh_from_db()
        self.assertEqual(self.person.allergies, ["lanolin", "coconut"])


class DetailTest(Consulting):
    def test_a_detail_that_cannot_be_is_refused_and_nothing_is_kept(self) -> None:
        consultation = self.begin()
        for detail in (
            {"hairs": "many", "field_cm2": 1},
            {"hairs": 1},
            {"hairs": 1, "field_cm2": 0},
        ):
            answer = self.put(consultation, {"density_per_cm2": {"value": 150, "detail": detail}})
            self.assertEqual(answer.status_code, 400, answer.content)
        self.assertEqual(self.begin()["answers"], {})
        self.assertEqual(
            self.client.get(f"/api/clients/{self.person.pk}/profile/").status_code, 200
        )
