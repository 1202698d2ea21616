"""The interface in other languages: nothing is cut, and nothing is written in English alone.

A language that nobody speaks shows each message in brackets, with accents and about 40 % longer. It
is looked at in the United States, where no measure is metric and hours are longer.
"""

import calendar
import re

from django.contrib.auth.models import User

from craft.region import PSEUDO
from salon.aftercare.models import Checkin, Message
from salon.aftercare.wording import SAMPLE_LINK, SAMPLE_NAME
from salon.booking.models import Holiday
from salon.checks.browser import DESK, PHONE, TABLET
from salon.clients.models import Client, Observation
from salon.demo.build import USERNAME
from salon.kit.models import KitItem
from salon.planning.models import Routine
from salon.products.models import Product
from salon.results.models import Trial
from salon.salon_settings.models import Salon
from salon.staff.models import Colleague
from salon.tests.browser import DemoPageTest, go_within, watch_rest
from salon.tests.test_browser import places
from salon.visits.models import Remark, Visit

#: What is in no language stands in elements that are not to be translated.
TYPED = """() => {
  const kept = 'script, style, textarea, [translate=no]'
  const walker = document.createTreeWalker(document.querySelector('#app'), NodeFilter.SHOW_TEXT)
  const texts = []
  for (let node; (node = walker.nextNode()); )
    if (node.parentElement && !node.parentElement.closest(kept) && node.data.trim())
      texts.push(node.data.trim())
  return texts
}"""
ENGLISH_WORD = re.compile(r"[A-Za-z]*[aeiou][a-z]+")
#: Units, days and months: the browser writes them, in English where a language has none.
WRITTEN_BY_THE_BROWSER = frozenset(
    {"min", "in", "ago", "day", "days", "week", "weeks", "month", "months", "year", "years"}
    | {
        "today",
        "yesterday",
        "tomorrow",
        "last",
        "next",
        "Gauffer",
        "Sept",
        "oz",
        "United",
        "States",
    }
    | {*calendar.day_name, *calendar.day_abbr, *calendar.month_name, *calendar.month_abbr}
)


#: What people typed, by the fields that hold it.
TYPED_IN = {
    Client: ("name", "note", "preferred_name", "allergies", "avoid"),
    Observation: ("word", "note"),
    Product: ("name", "note", "unit", "ingredients"),
    User: ("first_name", "username"),
    Salon: ("name", "disinfectant", "zone"),
    Routine: ("name",),
    Trial: ("name", "way_a", "way_b"),
    Visit: ("note",),
    KitItem: ("name",),
    Message: ("text",),
    Holiday: ("reason",),
    Remark: ("text",),
    Checkin: ("note",),
}


def typed_texts() -> list[str]:
    """What stands in the record in people's own words, the longest first."""
    texts = {
        str(part)
        for model, fields in TYPED_IN.items()
        for row in model._default_manager.values_list(*fields)
        for value in row
        for part in (value if isinstance(value, list) else [value])
        if part
    }
    texts |= {SAMPLE_NAME, SAMPLE_LINK}
    return sorted(texts, key=len, reverse=True)


#: A measure that the United States write in other units.
METRIC = re.compile(r"\d (?:cm|mm|g|ml|°C)(?![²³/\w]| òòf wààtèèr)")


def wrong_in(text: str, typed: list[str]) -> set[str]:
    """English words and metric measures of a text, without what was typed."""
    for known in typed:
        text = re.sub(rf"(?<!\w){re.escape(known)}(?!\w)", "", text)
    words = set(ENGLISH_WORD.findall(text)) - WRITTEN_BY_THE_BROWSER
    return words | set(METRIC.findall(text))


class LanguageTest(DemoPageTest):
    def test_every_text_on_every_page_is_a_message_and_fits(self) -> None:
        Colleague.objects.filter(user__username=USERNAME).update(language=PSEUDO)
        Salon.objects.update(country="US")
        typed = typed_texts()
        watch_rest(self.page)
        self.page.goto("/clients")
        Salon.objects.update(language=PSEUDO)
        for place in places():
            go_within(self.page, place)
            for text in self.page.evaluate(TYPED):
                with self.subTest(place=place, text=text):
                    self.assertEqual(wrong_in(text, typed), set())
            for screen in (TABLET, PHONE, DESK):
                self.page.set_viewport_size(screen)
                with self.subTest(place=place, screen=screen):
                    wide = self.page.evaluate("document.documentElement.scrollWidth")
                    self.assertLessEqual(wide, screen["width"])
        self.page.goto("/clients")
