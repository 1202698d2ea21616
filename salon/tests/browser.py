"""What the tests of the interface share: one browser page a class, waiting, signing in."""

import atexit
from collections.abc import Callable
from contextlib import ExitStack
from functools import cache
from typing import Any

from axes.utils import reset
from django.conf import settings
from django.contrib.auth.models import User
from django.test import Client as ApiClient
from django.test import LiveServerTestCase
from playwright.sync_api import Browser, Page, expect

from salon.checks.browser import DESK, browser
from salon.checks.serving import ServerThread
from salon.demo.build import USERNAME
from salon.tests.base import fill_with_demo

#: What is awaited on a page is awaited as long on a slow machine [ms].
PATIENCE = 30_000
expect.set_options(timeout=PATIENCE)
GUIDELINES = ["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"]
AXE = settings.BASE_DIR / "web" / "node_modules" / "axe-core" / "axe.min.js"
ROUTER = "document.querySelector('#app').__vue_app__.config.globalProperties.$router"
#: Counts what is asked of the server, and notes when the page last changed. It is there before the
#: application, which keeps the fetch it finds.
WATCH = """
Object.assign(window, { asked: 0, last: performance.now() })
const own = window.fetch
window.fetch = (...what) => {
  asked += 1
  return own(...what).finally(() => { asked -= 1; last = performance.now() })
}
new MutationObserver(() => { last = performance.now() })
  .observe(document, { childList: true, subtree: true, characterData: true })
"""
#: A page that follows the days is never without traffic; where pages are to come to rest none does.
#: (A route would do it too, but where there is one the browser caches nothing.)
NO_LIVE_DAYS = """
window.EventSource = new Proxy(EventSource, {
  construct: (Real, [url]) => url.includes('/day/live/')
    ? Object.assign(new EventTarget(), { close() {} }) : new Real(url),
})
"""
#: Nothing is asked any more, and nothing has changed for a moment [ms].
AT_REST = "!asked && performance.now() - last > 120"


def watch_rest(page: Page) -> None:
    """Have every document of a page know when it comes to rest."""
    page.add_init_script(WATCH)


def go_within(page: Page, place: str) -> None:
    """To a place as a link goes there, until it has changed and come to rest."""
    # Done once the place is loaded; what it then asks and draws is awaited.
    page.evaluate(f"path => {ROUTER}.push(path).then(() => {{ last = performance.now() }})", place)
    page.wait_for_function(AT_REST)


@cache
def chromium() -> Browser:
    """The browser of this process, begun once: each class has a context of its own in it."""
    stack = ExitStack()
    atexit.register(stack.close)
    return stack.enter_context(browser())


class BrowserTest(LiveServerTestCase):
    """One browser page for the tests of a class."""

    server_thread_class = ServerThread
    #: The worker that keeps the application for later is tried by one class; elsewhere it would
    #: fetch every file for nothing.
    context_options: dict[str, Any] = {"service_workers": "block"}
    stack: ExitStack
    page: Page
    errors: list[str]

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.stack = ExitStack()
        context = chromium().new_context(
            base_url=cls.live_server_url,
            viewport=DESK,
            locale="en-GB",
            # A click on what is still moving may fall beside it on a busy machine.
            reduced_motion="reduce",
            **cls.context_options,
        )
        cls.stack.callback(context.close)
        context.set_default_timeout(PATIENCE)
        cls.page = context.new_page()
        cls.errors = []
        cls.page.on("pageerror", lambda error: cls.errors.append(str(error)))

    @classmethod
    def tearDownClass(cls) -> None:
        cls.stack.close()
        super().tearDownClass()

    def setUp(self) -> None:
        reset()
        self.errors.clear()
        self.page.context.clear_cookies()

    def tearDown(self) -> None:
        # Where there is a route the browser caches nothing.
        self.page.unroute_all()
        # The database is emptied next: let the server finish what the page asked for.
        self.page.goto("about:blank")
        self.server_thread.rest()
        self.assertEqual(self.errors, [], "errors on the page")

    def _callTestMethod(self, method: Callable[[], None]) -> None:
        """The test; where it fails, with what stood on the page then."""
        try:
            super()._callTestMethod(method)  # type: ignore[misc]
        except Exception as error:
            told = self.page.locator("[role=alert], [role=status]").all_inner_texts()
            error.add_note(f"The page was at {self.page.url} and said: {told}")
            raise

    #: Where a test begins; most go elsewhere at once and need not wait for a page first.
    begins_at = "/api/session/"

    def enter(self, name: str) -> None:
        """Come in with a session that is there already; how one signs in is tested apart."""
        api = ApiClient()
        api.force_login(User.objects.get(username=name), "salon.staff.backend.ColleagueBackend")
        self.page.context.add_cookies(
            [
                {
                    "name": settings.SESSION_COOKIE_NAME,
                    "value": api.cookies[settings.SESSION_COOKIE_NAME].value,
                    "url": self.live_server_url,
                }
            ]
        )
        self.page.goto(self.begins_at)

    def sign_in(self, name: str, password: str) -> None:
        self.page.goto("/")
        self.page.get_by_label("Name", exact=True).fill(name)
        self.page.get_by_label("Password").fill(password)
        self.page.get_by_role("button", name="Sign in").click()
        # The day is the first screen.
        expect(self.page.get_by_role("heading", name="To check before the day")).to_be_visible()
        self.page.get_by_role("link", name="Clients", exact=True).click()
        expect(self.page.get_by_role("heading", name="Clients")).to_be_visible()


class DemoPageTest(BrowserTest):
    """The demo, as a page shows it."""

    # The accessibility checker is injected, which the page's own policy rightly forbids.
    context_options = {"bypass_csp": True, "service_workers": "block"}
    begins_at = "/clients"

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.page.add_init_script(NO_LIVE_DAYS)

    def setUp(self) -> None:
        super().setUp()
        fill_with_demo()
        self.enter(USERNAME)
