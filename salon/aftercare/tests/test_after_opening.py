"""Once a set is open, nothing says any more that it is to be opened."""

from datetime import timedelta
from typing import Any

from django.utils import timezone
from icalendar import Calendar

from craft.messages import DayForm, day_text
from salon.aftercare.tests.home_set import HomeSetTest

#: Words by which a page tells of a set that is still in.
CLOSED = ("Open it", "In the set", "Feel the roots first", "Do not open any section", "still damp")


class AfterOpeningTest(HomeSetTest):
    def card(self) -> str:
        answer = self.client.get(f"/api/plans/{self.visit.plan_id}/card/")
        self.assertEqual(answer.status_code, 200)
        return answer.content.decode()

    def entries(self) -> dict[str, Any]:
        answer = self.client.get(f"/api/plans/{self.visit.plan_id}/card.ics")
        events = Calendar.from_ical(answer.content).walk("VEVENT")
        return {str(event["summary"]): event["dtstart"].dt for event in events}

    def worn(self) -> Any:
        return self.client.get(f"/api/clients/{self.person.pk}/wear/").json()["calendar"]

    def test_before_it_is_open_every_page_says_when(self) -> None:
        page, worn = self.phone.get(self.address).json(), self.worn()
        self.assertRegex(page["opens_from"], r"\d+:\d\d")
        self.assertIsNone(page["today"])
        self.assertEqual(worn["next"]["what"], "release")
        self.assertIsNotNone(worn["to_open_at"])
        card = self.card()
        for words in ("Open it", "In the set"):
            self.assertIn(words, card)
        self.assertIn("Hair: open it", self.entries())

    def test_once_it_is_open_none_does(self) -> None:
        self.tell("dry", opened=True)
        card, worn, page = self.card(), self.worn(), self.phone.get(self.address).json()
        for words in CLOSED:
            self.assertNotIn(words, card)
        self.assertNotIn("Hair: open it", self.entries())
        self.assertEqual((worn["to_open_on"], worn["to_open_at"]), (None, None))
        self.assertNotEqual((worn["next"] or {}).get("what"), "release")
        self.assertFalse({"in_set", "release"} & {phase["key"] for phase in worn["phases"]})
        self.assertNotIn("unwind", worn["drawings"])
        self.assertEqual((page["opens_from"], page["to_open"]), ("", False))
        self.assertIn("opened_at", plan := self.client.get(self.plan_path).json())
        self.assertIsNotNone(plan["opened_at"])
        keys = {phase["key"] for phase in plan["answer"]["home"]["phases"]}
        self.assertFalse({"in_set", "release"} & keys)

    @property
    def plan_path(self) -> str:
        return f"/api/plans/{self.visit.plan_id}/"

    def test_looks_are_the_same_on_card_calendar_and_check_in(self) -> None:
        self.tell("dry", opened=True)
        worn, card, entries = self.worn(), self.card(), self.entries()
        self.assertEqual([look["title"] for look in worn["looks"]][1:3], ["Pinned", "Puff"])
        for look in worn["looks"][1:]:
            day = next(day for day in worn["days"] if day["day"] == look["day"])
            self.assertEqual(day["look"], look["title"])
            # In a title the calendar says it within a line.
            said = {words.lower(): when for words, when in entries.items()}
            self.assertEqual(str(said[f"hair: {look['title'].lower()}"]), look["date"])
            begins = timezone.localdate(self.visit.started_at) + timedelta(days=look["day"])
            self.assertIn(f"{look['title']} from {day_text(begins, DayForm.BRIEF)}", card)
        today = self.phone.get(self.address).json()["today"]
        shown = next(day for day in worn["days"] if day["date"] == str(timezone.localdate()))
        self.assertEqual((today["look"], today["night"]), (shown["look"], shown["night"]))

    def test_what_a_refresh_takes_is_that_of_the_look(self) -> None:
        self.tell("dry", opened=True)
        for day in self.worn()["days"]:
            if day["look"] in ("Pinned", "Puff") and day["refresh"]:
                self.assertEqual([one["what"] for one in day["amounts"]], ["water", "oil"])
                break
        else:
            self.fail("no refresh while it is pinned")
