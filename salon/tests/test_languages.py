"""Answers in the language of who asks; cards, messages and check-ins in that of the client."""

import json

from craft.messages import languages
from salon.aftercare.checking import open_link
from salon.aftercare.models import MessageText
from salon.aftercare.outbox import fill_outbox
from salon.aftercare.tests.base import visited
from salon.aftercare.tests.messages import MessageTest
from salon.planning.models import Plan
from salon.salon_settings.models import Salon
from salon.salon_settings.services import change_salon
from salon.staff.models import Colleague
from salon.tests.base import ApiTest, Response


class ReaderTest(ApiTest):
    def german(self) -> None:
        answer = self.post("/api/session/language/", {"language": "de"})
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(answer.json()["language"], "de")

    def test_a_person_reads_their_own_language_else_that_of_the_salon(self) -> None:
        self.assertEqual(self.client.get("/api/session/").json()["language"], "en")
        Salon.objects.update(language="de")
        self.assertEqual(self.client.get("/api/session/").json()["language"], "de")
        self.post("/api/session/language/", {"language": "en"})
        session = self.client.get("/api/session/").json()
        self.assertEqual((session["language"], session["own_language"]), ("en", "en"))
        back = self.post("/api/session/language/", {"language": ""}).json()
        self.assertEqual((back["language"], back["own_language"]), ("de", ""))

    def test_a_language_that_nobody_wrote_is_refused(self) -> None:
        refused = self.post("/api/session/language/", {"language": "xx"})
        self.assertEqual(refused.status_code, 400)
        self.assertEqual(Colleague.objects.get(user=self.user).language, "")
        self.assertEqual(languages(), ("en", "de", "fr"))

    def test_who_signs_in_to_a_new_salon_reads_the_language_of_the_browser(self) -> None:
        self.client.logout()
        Salon.objects.all().delete()
        answer = self.client.get("/api/session/", headers={"Accept-Language": "de-AT,de;q=0.9"})
        self.assertEqual(answer.json()["language"], "de")

    def test_what_is_refused_is_said_in_german(self) -> None:
        self.german()
        wish = {"client": self.person.pk, "goal": {"style": "rod_set", "sections": 99}}
        self.assertRefused(
            self.post("/api/plans/draft/", wish), "goal.sections", "1 bis 70 Partien"
        )
        self.assertRefused(self.post("/api/clients/", {"name": ""}), "name", "Namen eingeben")
        # What the framework says itself.
        self.assertRefused(self.post("/api/trials/", {}), "name", "erforderlich")

    def test_a_draft_and_a_stored_plan_are_read_in_german(self) -> None:
        visit = visited(self.person, self.user)
        self.german()
        goal = {"style": "two_strand_twist_out"}
        draft = self.post("/api/plans/draft/", {"client": self.person.pk, "goal": goal})
        plan = self.client.get(f"/api/plans/{visit.plan_id}/").json()
        for answer in (draft.json()["answer"], plan["answer"]):
            self.assertEqual(answer["title"], "Twist-out aus zwei Strähnen")
            self.assertIn("Twists, 12, der Reihe nach", [step["title"] for step in answer["steps"]])
            phases = [phase["when"] for phase in answer["home"]["phases"]]
            self.assertIn("bis Tag 1", phases)
        self.assertEqual(plan["title"], "Twist-out aus zwei Strähnen")
        # What is stored stays as it was.
        stored = Plan.objects.get(pk=visit.plan_id)
        self.assertEqual(stored.answer["title"], "Two-strand twist-out")

    def test_a_plan_stored_before_messages_were_is_read_in_german_too(self) -> None:
        visit = visited(self.person, self.user)
        Plan.objects.update(messages={})
        self.german()
        answer = self.client.get(f"/api/plans/{visit.plan_id}/").json()["answer"]
        self.assertIn("bis Tag 1", [phase["when"] for phase in answer["home"]["phases"]])

    def test_a_plan_saved_by_a_german_reader_is_stored_in_english(self) -> None:
        self.german()
        wish = {"client": self.person.pk, "goal": {"style": "two_strand_twist_out"}}
        saved = self.post("/api/plans/", wish)
        self.assertEqual(saved.status_code, 201, saved.content)
        self.assertEqual(Plan.objects.get().answer["title"], "Two-strand twist-out")
        self.assertEqual(Plan.objects.get().title, "Two-strand twist-out")

    def test_slow_work_in_another_process_answers_in_german(self) -> None:
        self.german()
        wish = {"client": self.person.pk, "goal": {"style": "two_strand_twist_out"}}
        answer = self.post("/api/plans/proposals/", wish).json()["answer"]
        self.assertIn("Am stärksten definiert", [each["title"] for each in answer["proposals"]])


class CountryTest(ApiTest):
    """A salon in the United States: inches, ounces, degrees Fahrenheit, hours to twelve."""

    def setUp(self) -> None:
        super().setUp()
        change_salon({"country": "US"}, None)

    def patch(self, path: str, body: object) -> Response:
        return self.client.patch(path, body, content_type="application/json")

    def test_everybody_reads_the_measures_of_the_country(self) -> None:
        self.assertEqual(self.client.get("/api/session/").json()["region"], "en-US")
        goal = {"style": "rod_set"}
        draft = self.post("/api/plans/draft/", {"client": self.person.pk, "goal": goal}).json()
        said = json.dumps(draft, ensure_ascii=False)
        self.assertRegex(said, r"\d in\b")
        self.assertRegex(said, r"\d oz\b")
        self.assertNotRegex(said, r"\d (cm|mm|°C)(?![²³/\w])")
        # Numbers stay metric: the screen writes them as it needs them.
        self.assertAlmostEqual(draft["answer"]["finished"]["length_cm"], 12, delta=12)

    def test_what_is_refused_names_the_range_in_inches(self) -> None:
        refused = self.patch("/api/salon/", {"home_temp_c": 99})
        self.assertRefused(refused, "home_temp_c", "from 41 to 95 °F")
        wish = {"client": self.person.pk, "goal": {"style": "rod_set", "rod_mm": 900}}
        self.assertRefused(self.post("/api/plans/draft/", wish), "goal.rod_mm", " in.")

    def test_measures_can_differ_from_the_country(self) -> None:
        self.assertEqual(self.patch("/api/salon/", {"units": "metric"}).status_code, 200)
        self.assertEqual(self.client.get("/api/session/").json()["region"], "en-US-u-ms-metric")

    def test_a_country_that_is_none_is_refused(self) -> None:
        for code in ("XY", "us", "USA"):
            with self.subTest(code):
                self.assertRefused(self.patch("/api/salon/", {"country": code}), "country", "")

    def test_what_is_stored_is_the_same_everywhere(self) -> None:
        wish = {"client": self.person.pk, "goal": {"style": "rod_set"}}
        saved = self.post("/api/plans/", wish).json()
        stored = json.dumps(Plan.objects.get(pk=saved["id"]).answer, ensure_ascii=False)
        self.assertRegex(stored, r"\d mm\b")
        Salon.objects.update(country="")
        said = self.client.get(f"/api/plans/{saved['id']}/").json()
        self.assertRegex(json.dumps(said), r"\d mm\b")


class ClientTest(MessageTest):
    def setUp(self) -> None:
        super().setUp()
        self.person.language = "fr"
        self.person.save()

    def test_the_card_is_in_the_language_of_the_client_or_the_one_asked_for(self) -> None:
        visit = visited(self.person, self.user)
        card = f"/api/plans/{visit.plan_id}/card/"
        french = self.client.get(card).content.decode()
        self.assertIn('lang="fr"', french)
        self.assertIn("Laver avant le", french)
        self.assertNotIn("Wash by", french)
        self.assertIn("Waschen bis", self.client.get(card, {"language": "de"}).content.decode())
        self.assertRefused(self.client.get(card, {"language": "xx"}), "language", "en, de, fr")
        days = self.client.get(f"/api/plans/{visit.plan_id}/card.ics").content.decode()
        self.assertIn("Cheveux : laver avant le", days.replace("\r\n ", ""))

    def test_the_check_in_is_in_the_language_of_the_client(self) -> None:
        visit = visited(self.person, self.user)
        _, secret = open_link(visit, None)
        self.client.logout()
        page = self.client.get(f"/api/check-in/{secret}/").json()
        self.assertEqual((page["language"], page["title"]), ("fr", "Twist-out à deux brins"))

    def test_messages_are_in_the_language_of_the_client(self) -> None:
        visit = visited(self.person, self.user, days_ago=2)
        fill_outbox()
        message = visit.messages.get(kind="check_in")
        self.assertIn("comment tiennent vos cheveux", message.text)

    def test_a_text_of_the_salon_is_for_who_reads_its_language(self) -> None:
        MessageText.objects.create(kind="check_in", text="How is it, {name}? {link}")
        visit = visited(self.person, self.user, days_ago=2)
        fill_outbox()
        self.assertIn("comment tiennent", visit.messages.get(kind="check_in").text)
        visit.messages.all().delete()
        self.person.language = "en"
        self.person.save()
        fill_outbox()
        self.assertIn("How is it", visit.messages.get(kind="check_in").text)
