"""The card in German: every sentence of every style is in the catalogue, numbers and all."""

from collections.abc import Iterator
from datetime import date
from itertools import product
from typing import Any

from craft.contract import PlanRequest, parse
from craft.contract.wear import WearRequest
from craft.errors import CraftError
from craft.plan.planner import plan
from craft.styles.catalogue import TECHNIQUES
from craft.tests.requests import plan_request
from craft.vocabulary import Night, Style, WearEventKind
from craft.wear.calendar import wear
from craft.wear.card import AT_HOME
from salon.aftercare.card import FIXED
from salon.aftercare.drawings import DRAWN
from salon.aftercare.tests.base import visited
from salon.aftercare.translating import SENTENCE, Language, catalogue, day_in, key_of, translate
from salon.tests.base import ApiTest

AIR = [{"date": f"2026-06-{day}", "rh": rh} for day, rh in ((22, 0.9), (23, 0.2), (25, 0.9))]


def told(style: Style, night: Night, pattern: str, kind: WearEventKind) -> Iterator[str]:
    """Every text of a card."""
    person = {"night": night.value, "conditions": ["edge_thinning"]}
    asked = plan_request(goal={"style": style.value}, person=person)
    asked["hair"] |= {"pattern": pattern}
    answer = plan(parse(PlanRequest, asked))
    for phase in answer.home.phases:
        yield from (phase.title, *phase.lines)
    yield from (each.text for each in answer.cautions if each.key in AT_HOME)
    request: dict[str, Any] = {"style": style.value, "done_on": "2026-06-20", "asked": asked}
    request |= {"air": AIR, "extended_by_retwist": True}
    request["events"] = [{"date": "2026-06-23", "kind": kind.value}]
    days = wear(parse(WearRequest, request))
    for day in days.days:
        yield from (day.refresh, *day.notes)
        for amount in day.amounts:
            yield from (amount.what, amount.words)
    for each in days.help:
        yield from (each.when, each.do)
    yield from (caution.because for caution in days.cautions)


class CatalogueTest(ApiTest):
    def test_every_sentence_of_every_card_is_in_it(self) -> None:
        texts = {*FIXED.values(), *(words for words, _ in DRAWN.values())}
        texts |= {technique.title for technique in TECHNIQUES.values()}
        kinds = list(WearEventKind)
        for number, (style, night, pattern) in enumerate(product(Style, Night, ("2b", "3b", "4b"))):
            try:
                texts |= set(told(style, night, pattern, kinds[number % len(kinds)]))
            except CraftError:
                continue
        known = catalogue(Language.GERMAN)
        sentences = {each for text in texts if text not in known for each in SENTENCE.split(text)}
        missing = sorted(each for each in sentences if each and key_of(each)[0] not in known)
        self.assertEqual(missing, [])

    def test_numbers_and_styles_keep_their_places(self) -> None:
        german = translate(
            "Humid, 85%: it gains volume by itself. Count them out.", Language.GERMAN
        )
        self.assertEqual(german, "Feucht, 85%: es wird von selbst größer. Beim Öffnen mitzählen.")
        works = translate("A braid-out or a rod set would suit this hair.", Language.GERMAN)
        self.assertEqual(works, "Zu diesem Haar passt auch: Zopf-out oder Wicklerfrisur.")
        for english, german in catalogue(Language.GERMAN).items():
            self.assertEqual(english.count("#"), german.count("#"), english)
            self.assertEqual(english.count("*"), german.count("*"), english)

    def test_what_is_not_in_it_stays_as_it_is(self) -> None:
        self.assertEqual(translate("Something new.", Language.GERMAN), "Something new.")
        self.assertEqual(translate("It frizzes", Language.ENGLISH), "It frizzes")

    def test_the_card_is_read_in_german_dates_included(self) -> None:
        visit = visited(self.person, self.user)
        page = self.client.get(f"/api/plans/{visit.plan_id}/card/", {"language": "de"})
        text = page.content.decode()
        self.assertIn('lang="de"', text)
        self.assertIn("Waschen bis", text)
        self.assertIn("Wenn etwas nicht stimmt", text)
        self.assertNotIn("If something", text)
        self.assertNotIn("Wash by", text)
        self.assertEqual(day_in(date(2026, 6, 20), Language.GERMAN), "Samstag 20 Juni")
        refused = self.client.get(f"/api/plans/{visit.plan_id}/card/", {"language": "xx"})
        self.assertRefused(refused, "language", "en, de")
        days = self.client.get(f"/api/plans/{visit.plan_id}/card.ics", {"language": "de"})
        self.assertIn("Haar: Waschen bis", days.content.decode().replace("\r\n ", ""))
