"""Every page once: accessible in light and dark, nothing cut on any screen, every text a message.

They are looked at in a language that nobody speaks: it shows each message in brackets, with accents
and about 40 % longer; in the United States, where no measure is metric and hours are longer; and
with names that are one long word.
"""

import calendar
import re

from django.contrib.auth.models import User
from playwright.sync_api import expect

from craft.region import PSEUDO
from salon.aftercare.checking import open_link
from salon.aftercare.models import Checkin, Message
from salon.aftercare.wording import SAMPLE_LINK, SAMPLE_NAME
from salon.booking.models import Holiday
from salon.checks.browser import DESK, PHONE, TABLET
from salon.clients.models import Client, Observation
from salon.demo.build import USERNAME
from salon.kit.models import KitItem
from salon.planning.models import Plan, Routine
from salon.products.models import Product
from salon.results.models import Trial
from salon.salon_settings.models import Salon
from salon.staff.models import Colleague
from salon.tests.browser import AXE, GUIDELINES, DemoPageTest, go_within, watch_rest
from salon.visits.log import open_visit
from salon.visits.models import Remark, Visit


def places() -> list[str]:
    """Every place of the interface that comes to rest."""
    plan = Plan.objects.filter(visits__isnull=True).earliest("pk")
    done = Plan.objects.filter(visits__isnull=False).earliest("pk")
    visit = done.visits.earliest("started_at")
    return [
        "/today",
        "/week",
        "/salon/hours",
        "/clients",
        "/clients/new",
        f"/clients/{plan.client_id}",
        f"/clients/{plan.client_id}/plan",
        f"/clients/{Client.objects.get(name__endswith='Runa Halse').pk}/wear",
        f"/clients/{plan.client_id}/pictures",
        f"/check-in/{open_link(visit, None)[1]}",
        f"/clients/{plan.client_id}/ways",
        f"/clients/{plan.client_id}/plan/crown",
        f"/clients/{plan.client_id}/plan/drying",
        f"/clients/{plan.client_id}/plan/look",
        f"/clients/{plan.client_id}/plan/print",
        "/salon",
        f"/plans/{plan.pk}",
        f"/plans/{plan.pk}/visit",
        f"/visits/{visit.pk}",
        f"/visits/{visit.pk}/correct",
        f"/visits/{visit.pk}/replay",
        f"/clients/{plan.client_id}/consultation?part=reason",
        f"/clients/{plan.client_id}/consultation?part=density",
        f"/clients/{plan.client_id}/consultation?part=curl",
        "/messages",
        "/results",
        "/results/visits",
        "/results/trials",
        f"/clients/{Client.objects.get(name__endswith='Sefa Marlow').pk}/story",
        f"/clients/{Client.objects.get(name__endswith='Sefa Marlow').pk}/two-visits",
        f"/products?client={plan.client_id}",
        "/products/new",
        f"/products/{Product.objects.get(name__contains='Travel-size').pk}",
        "/products/kit",
        "/products/exchange",
        f"/chair/{open_visit(Plan.objects.filter(visits=None).latest('pk'), None).pk}",
    ]


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


def written(typed: list[str]) -> re.Pattern[str]:
    """What people wrote, as it stands in a text."""
    return re.compile(rf"(?<!\w)(?:{'|'.join(map(re.escape, typed))})(?!\w)")


def wrong_in(text: str, typed: re.Pattern[str]) -> set[str]:
    """English words and metric measures of a text, without what was typed."""
    text = typed.sub("", text)
    words = set(ENGLISH_WORD.findall(text)) - WRITTEN_BY_THE_BROWSER
    return words | set(METRIC.findall(text))


class PagesTest(DemoPageTest):
    """The demo, looked at as everybody can."""

    def test_every_page_is_accessible_fits_every_screen_and_says_messages(self) -> None:
        Colleague.objects.filter(user__username=USERNAME).update(language=PSEUDO)
        Salon.objects.update(country="US")
        word = "Einzelsträhnenbefeuchtungsplan" * 2
        before = typed_texts()
        for model in (Client, Product):
            for row in model._default_manager.all():
                row.name = f"{word} {row.name}"
                row.save(update_fields=["name"])
        Plan.objects.update(title=word)
        # Stored plans name products as they were.
        typed = written([*typed_texts(), *before, word])
        watch_rest(self.page)
        self.page.goto("/clients")
        Salon.objects.update(language=PSEUDO)
        for place in places():
            go_within(self.page, place)
            # Every page has a title of its own.
            expect(self.page).not_to_have_title("Gauffer")
            for text in self.page.evaluate(TYPED):
                with self.subTest(place=place, text=text):
                    self.assertEqual(wrong_in(text, typed), set())
            self.assertAccessible(place)
            self.assertFits(place)
        self.calibration()
        self.assertAccessible("calibration")
        self.assertFits("calibration")
        self.page.goto("/clients")

    def violations(self, rules: list[str]) -> list[str]:
        if not self.page.evaluate("'axe' in window"):
            self.page.add_script_tag(path=AXE)
        violations = self.page.evaluate(
            "async rules => (await axe.run(document,"
            " {runOnly: rules, resultTypes: ['violations'], preload: false}))"
            ".violations.map(v => `${v.id}: ${v.nodes[0].html.slice(0, 160)}`)",
            rules,
        )
        return list(violations)

    def calibration(self) -> None:
        """The scale streams: this place is never without traffic."""
        self.page.goto(f"/products/{Product.objects.earliest('pk').pk}/calibration")
        expect(self.page.get_by_text("⟦stèèààdy⟧", exact=True)).to_be_visible()

    def assertFits(self, place: str) -> None:
        """Nothing has to be scrolled aside for, on any screen."""
        for screen in (TABLET, PHONE, DESK):
            self.page.set_viewport_size(screen)
            # What the page does on another screen it does by the next frame.
            self.page.evaluate("new Promise(done => requestAnimationFrame(() => setTimeout(done)))")
            with self.subTest(place=place, screen=screen):
                self.assertLessEqual(self.widest(), screen["width"])

    def assertAccessible(self, place: str) -> None:
        """Nothing against the guidelines in the light; in the dark only the colours change."""
        for scheme, rules in (("light", GUIDELINES), ("dark", ["color-contrast"])):
            self.page.emulate_media(color_scheme=scheme)
            with self.subTest(place=place, scheme=scheme):
                self.assertEqual(self.violations(rules), [])
        self.page.emulate_media(color_scheme="light")

    def widest(self) -> int:
        """How wide the page is, with what it would have to be scrolled aside for [px]."""
        return int(self.page.evaluate("document.documentElement.scrollWidth"))
