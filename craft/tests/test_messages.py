"""Sentences in other languages: parameters, counts, dates, storage, and that none is lost."""

import json
import re
from datetime import date
from itertools import product
from typing import Any
from unittest import TestCase

from craft.__main__ import main, parser
from craft.contract import PlanAnswer, PlanRequest, parse
from craft.contract.sentence import collect_messages
from craft.contract.stored import CONTRACT_VERSION, answer_of
from craft.contract.wear import WearRequest
from craft.errors import CraftError
from craft.messages import (
    DayForm,
    Text,
    capital,
    day_text,
    inline,
    join,
    said_in,
    say,
    say_count,
    speak,
    stored_said_in,
    text_from_json,
    word,
)
from craft.plan.planner import plan
from craft.plan.tests.test_words import DAYS, HEADS, KEY_LISTS, KEYS, WARNED
from craft.region import PSEUDO
from craft.tests.requests import plan_request, planned
from craft.vocabulary import Night, Role, Style, WearEventKind
from craft.wear.calendar import wear
from craft.words import duration, plural

#: A word of English where the pseudo-language has accents: what is left is no message.
ENGLISH_WORD = re.compile(r"[A-Za-z]*[aeiou][a-z]+|[A-Za-z]+[aeiou]\b")
US_MEASURE = re.compile(r"\d (?:in|oz)\b")
#: A measure that the United States write in other units.
METRIC_UNIT = re.compile(r"\d (?:cm|mm|g|ml|°C)\b(?![/²³]|[^ ]* òò?f wàà)")
#: Names of bottles and of allergens stay as they are.
NAMES = frozenset({"gel", "Gel", "linalool", "clay"})
#: Called the same in French.
SAME = frozenset({"Braid-out", "Coil-out"})
#: Fields that hold keys of the contract in sentences' neighbourhood.
NO_SENTENCES = (KEYS - {"source"}) | {
    "basin",
    "blot",
    "dry",
    "max_heat",
    "patch_test",
    "over",
    "rewet",
    "waiting",
    "bottle",
    "name",
}


class TextTest(TestCase):
    def test_a_text_is_its_english_sentence(self) -> None:
        text = say("Open it {hours:g} h later", hours=6.0)
        self.assertEqual(text, "Open it 6 h later")
        self.assertIsInstance(text, str)

    def test_numbers_are_written_as_the_language_writes_them(self) -> None:
        text = say("{by:.1f cm} longer", by=1234.5)
        self.assertEqual(said_in(text, "de"), "1234,5 cm länger")
        hairs = say("{hairs:,.0f} hairs of {diameter_um:g} µm", hairs=91234, diameter_um=70.5)
        self.assertEqual(said_in(hairs, "de"), "91.234 Haare mit 70,5 µm")
        self.assertEqual(
            said_in(say("covered at {gone:.0%}", gone=0.5), "de"), "bedeckt bei 50\u00a0%"
        )
        points = say("{low:+.2f} to {high:+.2f} points of 5", low=-0.25, high=1.5)
        self.assertEqual(said_in(points, "de"), "-0,25 bis +1,50 Punkte von 5")

    def test_counts_take_the_form_of_the_language(self) -> None:
        self.assertEqual([plural(1, "day"), plural(2, "day")], ["1 day", "2 days"])
        self.assertEqual(
            [said_in(plural(count, "day"), "de") for count in (0, 1, 2, 1.5)],
            ["0 Tage", "1 Tag", "2 Tage", "1,5 Tage"],
        )
        # French counts nought and one and a half as one.
        self.assertEqual(
            [said_in(plural(count, "day"), "fr") for count in (0, 1.5, 2)],
            ["0 jour", "1,5 jour", "2 jours"],
        )

    def test_days_are_written_as_the_language_writes_them(self) -> None:
        day = date(2026, 6, 20)
        self.assertEqual(day_text(day), "20 Jun 2026")
        self.assertEqual(said_in(day_text(day, DayForm.WEEKDAY), "de"), "Samstag, 20. Juni")
        self.assertEqual(said_in(day_text(day, DayForm.FULL), "fr"), "samedi 20 juin 2026")

    def test_texts_in_texts_are_said_too(self) -> None:
        titles = join(say(" or a "), [inline(say("Braid-out")), inline(say("Rod set"))])
        text = say("One {why}.", why=titles) + "!"
        self.assertEqual(text, "One braid-out or a rod set.!")
        self.assertEqual(said_in(text, "de"), "One Zopf-out oder Wicklerfrisur.!")
        self.assertEqual("Ah: " + capital(word(Role.OIL)), "Ah: Oil")
        self.assertEqual(said_in("Ah: " + capital(word(Role.OIL)), "de"), "Ah: Öl")

    def test_what_is_not_in_a_catalogue_stays_english(self) -> None:
        self.assertEqual(said_in(say("Something new."), "de"), "Something new.")
        self.assertEqual(stored_said_in("It frizzes", "de"), "Es kräuselt sich")
        self.assertEqual(stored_said_in("Runa", "de"), "Runa")

    def test_every_kind_of_text_is_stored_and_read_again(self) -> None:
        texts = [
            say("Open it {hours:g} h later", hours=6.0),
            say_count("{count} opened set", "{count} opened sets", count=3),
            join(", ", ["a name", plural(2, "day")]),
            capital(word(Role.SCALP_OIL)),
            duration(130),
            day_text(date(2026, 6, 20), DayForm.BRIEF),
            say("used as {role}", role=Role.EDGE_GEL),
        ]
        for text in texts:
            with self.subTest(text):
                read = text_from_json(json.loads(json.dumps(text.source.as_json())))
                self.assertEqual(read.replace("_", " "), text.replace("_", " "))
                self.assertEqual(said_in(read, "de"), said_in(text, "de"))

    def test_a_stored_plan_reads_in_another_language(self) -> None:
        answer = planned(goal={"style": "two_strand_twist_out"}, person=WARNED)
        with collect_messages() as messages:
            stored = json.loads(json.dumps(answer.model_dump(mode="json")))
        read = answer_of(stored, CONTRACT_VERSION, json.loads(json.dumps(messages)))
        self.assertEqual(read.model_dump(mode="json"), stored)
        with speak("de"):
            self.assertEqual(read.model_dump(mode="json"), answer.model_dump(mode="json"))
            self.assertIn("Twist", read.model_dump(mode="json")["title"])
        self.assertIsInstance(read.cautions[0].text, Text)


class WholeTest(TestCase):
    def assertSaid(self, english: Any, said: Any, place: str, looked: list[str]) -> None:
        """Every sentence was a message: nothing English is left in it."""
        if isinstance(english, str):
            if place in NO_SENTENCES:
                return
            left = set(ENGLISH_WORD.findall(US_MEASURE.sub("", said))) - NAMES
            self.assertEqual(left, set(), f"{place}: {english}")
            self.assertNotRegex(said, METRIC_UNIT, f"{place}: {english}")
            looked.append(english)
        elif isinstance(english, dict):
            for key in english:
                listed = isinstance(english[key], list) and english[key][:1]
                if listed and isinstance(listed[0], str) and key in KEY_LISTS:
                    continue
                self.assertSaid(english[key], said[key], key, looked)
        elif isinstance(english, list):
            for first, second in zip(english, said, strict=True):
                self.assertSaid(first, second, place, looked)

    def test_every_sentence_of_every_plan_is_a_message(self) -> None:
        looked: list[str] = []
        for style, hair, day in product(Style, HEADS, DAYS):
            goal = {"style": style.value} | day.get("goal", {})
            try:
                answer = planned(hair=hair, **day | {"goal": goal})
            except CraftError as error:
                self.assertIsInstance(error.message, Text, error.message)
                continue
            with speak(f"{PSEUDO}-US"):
                said = answer.model_dump(mode="json")
            self.assertSaid(answer.model_dump(mode="json"), said, "answer", looked)
        self.assertGreater(len(looked), 10_000)

    def test_every_card_is_said_in_french_too(self) -> None:
        air = [{"date": f"2026-06-{day}", "rh": rh} for day, rh in ((22, 0.9), (23, 0.2))]
        kinds = list(WearEventKind)
        missing = set()
        for number, (style, night) in enumerate(product(Style, Night)):
            person = {"night": night.value, "conditions": ["edge_thinning"]}
            asked = plan_request(goal={"style": style.value}, person=person)
            try:
                answer = plan(parse(PlanRequest, asked))
                event = {"date": "2026-06-23", "kind": kinds[number % len(kinds)].value}
                days = wear(
                    parse(
                        WearRequest,
                        {"style": style.value, "done_on": "2026-06-20", "asked": asked}
                        | {"air": air, "extended_by_retwist": True, "events": [event]},
                    )
                )
            except CraftError:
                continue
            texts = [answer.title, *(line for at in answer.home.phases for line in at.lines)]
            texts += [phase.title for phase in answer.home.phases]
            texts += [each for day in days.days for each in (day.refresh, *day.notes)]
            texts += [each.words for day in days.days for each in day.amounts]
            texts += [each for help in days.help for each in (help.when, help.do)]
            texts += [caution.because for caution in days.cautions]
            missing |= {text for text in texts if text and said_in(text, "fr") == text} - SAME
        self.assertEqual(missing, set())


class CommandTest(TestCase):
    def test_a_plan_is_answered_in_german(self) -> None:
        answer = self.answer("--language", "de")
        self.assertEqual(answer["title"], "Twist-out aus flachen Reihen")
        PlanAnswer.model_validate_json(json.dumps(answer))

    def test_a_plan_is_answered_in_inches_and_ounces(self) -> None:
        answer = self.answer("--language", "en-US")
        self.assertIn(" in", answer["finished"]["reasons"][0]["because"])

    def test_a_language_nobody_speaks_is_refused(self) -> None:
        for tag in ("english", "xx", "en-XY"):
            with self.subTest(tag), self.assertRaises(CraftError) as caught:
                parser().parse_args(["plan", "--language", tag])
            self.assertIn("use one of en, de, fr", str(caught.exception.message))

    def test_messages_come_with_the_answer(self) -> None:
        both = self.answer("--messages")
        home = both["answer"]["home"]["phases"][0]["when"]
        day = {"key": "day {day}", "params": {"day": 3}}
        self.assertEqual(both["messages"][home], {"key": "until {day}", "params": {"day": day}})

    def answer(self, *options: str) -> dict[str, Any]:
        """What the command line answers to a usual request."""
        from pathlib import Path
        from tempfile import TemporaryDirectory

        with TemporaryDirectory() as folder:
            asked, written = Path(folder, "asked.json"), Path(folder, "answer.json")
            asked.write_text(json.dumps(plan_request()))
            self.assertEqual(main(["plan", *options, str(asked), str(written)]), 0)
            answer: dict[str, Any] = json.loads(written.read_text())
        return answer
