"""Take the pictures of docs/screenshots/ from a fresh demo salon."""

import os
import re
import tempfile
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Browser, Page

from salon.checks.serving import serve

#: A heading and two readings.
THIRD_READING = 3
FOLDER = Path(__file__).resolve().parents[2] / "docs" / "screenshots"


def compose_damp(page: Page) -> None:
    """Fourteen flat twists, released too early."""
    page.goto(of_client("Linnea Oskar", "/plan"))
    page.get_by_role("combobox", name="Style").press("Enter")
    page.get_by_role("option", name="Flat twist-out").click()
    page.get_by_label("Sections", exact=True).fill("14")
    page.get_by_label("Open after", exact=True).fill("10")
    page.get_by_text("The roots may still be damp").first.wait_for()


def open_at(path: str) -> Callable[[Page], None]:
    """A picture of a place as it opens."""

    def act(page: Page) -> None:
        page.goto(path)

    return act


def of_client(name: str, path: str = "") -> str:
    """A place of a head of the demo."""
    from salon.clients.models import Client

    return f"/clients/{Client.objects.get(name=name).pk}{path}"


def open_at_client(name: str, path: str = "") -> Callable[[Page], None]:
    """A picture of a place of a client as it opens."""

    def act(page: Page) -> None:
        page.goto(of_client(name, path))

    return act


def last_visit(page: Page) -> None:
    """A visit beside its plan."""
    from salon.visits.models import Visit

    visit = Visit.objects.filter(client__name="Linnea Oskar", state="done").latest("started_at")
    page.goto(f"/visits/{visit.pk}")


def open_shelf(page: Page) -> None:
    """The shelf, held against a client."""
    from salon.clients.models import Client

    page.goto(f"/products?client={Client.objects.get(name='Ines Marrow').pk}")


def half_a_consultation(page: Page) -> None:
    """Porosity, one test confirmed and one changed."""
    page.goto(of_client("Linnea Oskar", "/consultation?part=porosity"))
    page.get_by_role("button", name="Bead test: unchanged").click()
    page.get_by_role("group", name="Soak test").get_by_text("soon").click()
    page.get_by_text("saved", exact=True).wait_for()


def count_hairs(page: Page) -> None:
    """A picture of the strand scope, counted."""
    page.goto(of_client("Linnea Oskar", "/consultation?part=density"))
    page.get_by_role("button", name="Take picture and count").click()
    page.locator(".root").first.wait_for()


def two_ways(page: Page) -> None:
    """Routines on the front, two side by side."""
    page.evaluate("localStorage.clear()")
    page.goto(of_client("Linnea Oskar", "/ways"))
    page.get_by_role("table").wait_for()


def moved_parting(page: Page) -> None:
    """Flat twists with one parting moved on both sides, tinted by weight."""
    page.evaluate("localStorage.clear()")
    compose_damp(page)
    page.get_by_role("link", name="Crown map").click()
    page.get_by_text("weight", exact=True).click()
    page.locator("[data-section='4'] .figure").click()
    page.locator("[data-line='0/4']").focus()
    page.keyboard.press("ArrowRight")
    page.keyboard.press("ArrowRight")
    page.locator(".line.moved").first.wait_for(state="attached")
    page.get_by_text("before", exact=False).first.wait_for()
    page.evaluate("document.activeElement.blur()")


def damp_by_stages(page: Page) -> None:
    """Fourteen flat twists opened too early, looked at half-way."""
    page.evaluate("localStorage.clear()")
    compose_damp(page)
    page.get_by_role("link", name="Drying").click()
    page.get_by_role("slider", name="Hours since shaping").focus()
    for _ in range(9):
        page.keyboard.press("ArrowLeft")


def two_looks(page: Page) -> None:
    """A twist-out beside the wash-and-go of weeks ago."""
    page.goto(of_client("Ines Marrow", "/plan/look"))
    page.locator(".locks").first.wait_for()
    page.get_by_role("combobox", name="Compare with").press("Enter")
    page.get_by_role("option").last.click()
    page.locator("figure").nth(7).wait_for()


def bricks_on_paper(page: Page) -> None:
    """A rod set in three sizes, to be printed."""
    page.goto(of_client("Linnea Oskar", "/plan"))
    page.get_by_role("combobox", name="Style").press("Enter")
    page.get_by_role("option", name="Rod set", exact=True).click()
    page.get_by_role("link", name="Crown map").click()
    for place, size in enumerate((16, 20, 25), 1):
        page.get_by_label(f"Rod size {place}").fill(str(size))
    page.get_by_role("link", name="Print").click()
    page.locator("article").wait_for()


def kit_on_the_day(page: Page) -> None:
    """The drawer while one set is worn and its rods are cleaned."""
    page.goto("/products/kit")
    page.get_by_role("button", name="Take out").first.click()
    page.get_by_role("button", name="Into the disinfectant").last.click()
    page.get_by_text("being cleaned").wait_for()


def weigh_a_pump(page: Page) -> None:
    """Two readings taken, the third on the scale."""
    page.goto("/products/34/calibration")
    page.get_by_role("button", name="Tare").click()
    for _ in range(3):
        page.get_by_role("button", name="Pour").click()
        page.get_by_text("settling…").wait_for()
        page.get_by_role("button", name=re.compile(r"^Use \d")).wait_for()
        page.get_by_text("steady", exact=True).wait_for()
        if page.get_by_role("row").count() < THIRD_READING:
            page.get_by_role("button", name=re.compile(r"^Use \d")).click()
            page.get_by_role("button", name="Empty").click()


def work_at_the_chair(page: Page) -> None:
    """Rows of a twist-out are finished one by one; the third gets more than planned."""
    from salon.planning.models import Plan

    plan = Plan.objects.filter(style="flat_twist_out", begun_at=None).latest("pk")
    page.goto(f"/plans/{plan.pk}")
    page.get_by_role("button", name=re.compile("chair$")).click()
    page.wait_for_url("**/chair/*")
    heading = page.get_by_role("heading", level=2).first
    heading.wait_for()
    while "one by one" not in heading.inner_text():
        before = heading.inner_text()
        needless = page.get_by_role("button", name="not needed today")
        # The same button closes what is still open from the step before.
        while not needless.is_visible():
            page.get_by_role("button", name="Skip", exact=True).click()
            page.wait_for_timeout(100)
        needless.click()
        page.get_by_role("heading", name=before, exact=True).wait_for(state="detached")
    page.keyboard.press("Space")
    for number in "12":
        page.keyboard.press(number)
        page.locator(f"[data-section='{number}'] .ticked").wait_for(state="attached")
    page.get_by_role("button", name=re.compile(": more$")).last.click()
    page.get_by_text("Saved").wait_for()


def tell_from_home(chromium: Browser, page: Page) -> None:
    """A client tells on a phone how it wears."""
    page.goto(of_client("Runa Halse", "/wear"))
    page.get_by_role("button", name="New link").click()
    address = page.locator(".address a").get_attribute("href") or ""
    phone = chromium.new_page(viewport={"width": 360, "height": 780}, locale="en-GB")
    phone.goto(address)
    phone.get_by_role("button", name="good").click()
    phone.get_by_role("heading", name="How is your hair holding up?").click()
    phone.screenshot(path=FOLDER / "check-in.png", animations="disabled")
    phone.close()


PICTURES: tuple[tuple[str, Callable[[Page], None]], ...] = (
    ("today", open_at("/today")),
    ("chair", work_at_the_chair),
    ("clients", open_at("/clients")),
    ("client", open_at_client("Runa Halse")),
    ("wear", open_at_client("Runa Halse", "/wear")),
    ("consultation", half_a_consultation),
    ("scope", count_hairs),
    ("composer", compose_damp),
    ("ways", two_ways),
    ("crown-map", moved_parting),
    ("drying", damp_by_stages),
    ("look", two_looks),
    ("print", bricks_on_paper),
    ("visit", last_visit),
    ("results", open_at("/results")),
    ("products", open_shelf),
    ("kit", kit_on_the_day),
)


def take(page: Page, name: str, act: Callable[[Page], None]) -> None:
    """Act, let the page settle, keep a picture."""
    act(page)
    page.wait_for_load_state("networkidle")
    page.evaluate("document.fonts.ready")
    page.screenshot(path=FOLDER / f"{name}.png", animations="disabled")


def main() -> None:
    """Take every picture at 1280x800."""
    with tempfile.TemporaryDirectory() as folder:
        os.environ["GAUFFER_VAR"] = folder
        os.environ["DJANGO_SETTINGS_MODULE"] = "salon.settings"
        import django

        django.setup()
        from django.core.management import call_command

        from salon.checks.browser import DESK, browser
        from salon.demo.build import PASSWORD, USERNAME

        call_command("migrate", verbosity=0)
        call_command("demo", "--quiet")
        FOLDER.mkdir(parents=True, exist_ok=True)
        with browser() as chromium:
            page = chromium.new_page(base_url=serve(), viewport=DESK, locale="en-GB")
            page.goto("/")
            page.get_by_label("Name", exact=True).fill(USERNAME)
            page.get_by_label("Password").fill(PASSWORD)
            page.get_by_role("button", name="Sign in").click()
            page.get_by_role("heading", name="To check before the day").wait_for()
            for name, act in PICTURES:
                take(page, name, act)
            tell_from_home(chromium, page)
            weigh_a_pump(page)
            # The scale streams: this page is never without traffic.
            page.screenshot(path=FOLDER / "calibration.png", animations="disabled")


if __name__ == "__main__":
    main()
