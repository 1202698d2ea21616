"""Every page for every role: what a role may not do is not offered to it."""

import os

from django.http import Http404
from django.urls import resolve
from playwright.sync_api import Request, Route
from rest_framework.permissions import SAFE_METHODS

from craft.contract import parse
from salon.clients.services import add_client
from salon.kit.models import KitItem
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.platform.permissions import CLOSED, access_of, api_views
from salon.platform.roles import WorkRole
from salon.products.models import Product
from salon.staff.services import add_colleague
from salon.tests.base import MEASURED, PASSWORD, an_owner
from salon.tests.browser import AT_REST, BrowserTest, go_within, watch_rest
from salon.visits.recording import record

#: Every button is clicked by `make bench`: it takes minutes.
CLICKS = "GAUFFER_CLICKS" in os.environ
#: Roles that may not do everything.
LIMITED = (WorkRole.ASSISTANT, WorkRole.FRONT_DESK)
EVERY = (WorkRole.SPECIALIST, *LIMITED)


class RolesTest(BrowserTest):
    # Waiting for a page to come to rest evaluates text in it, which its own policy rightly forbids.
    context_options = {"bypass_csp": True, "service_workers": "block"}

    def setUp(self) -> None:
        super().setUp()
        owner = an_owner()
        for role in EVERY:
            add_colleague(role.value, PASSWORD, role, role.value.title())
        self.person = add_client(
            {"name": "Measured Client", "allergies": ["linalool"]}, MEASURED, owner
        )
        wish = parse(ClientWish, {"client": self.person.pk, "goal": {"style": "quick_wash"}})
        self.planned = save(self.person, wish, owner)
        worked = save(self.person, wish, owner)
        self.visit = record(worked, {"note": "fine", "definition": 4}, owner)
        self.product = Product.objects.create(name="Plain gel", role="gel", stock_g=300)
        KitItem.objects.create(kind="rod", diameter_mm=16, count=20)
        self.refused: set[str] = set()

    def pages(self) -> list[str]:
        client, plan, visit = self.person.pk, self.planned.pk, self.visit.pk
        return [
            *("/today", "/week", "/clients", "/clients/new", "/messages", "/me"),
            *("/products", "/products/kit", "/products/exchange", "/products/new"),
            f"/products/{self.product.pk}",
            f"/products/{self.product.pk}/calibration",
            *("/salon", "/salon/people", "/salon/hours", "/salon/archive"),
            *("/results", "/results/visits", "/results/trials"),
            f"/clients/{client}",
            f"/clients/{client}/consultation",
            f"/clients/{client}/plan",
            f"/clients/{client}/plan/crown",
            f"/clients/{client}/plan/drying",
            f"/clients/{client}/plan/look",
            f"/clients/{client}/ways",
            f"/clients/{client}/wear",
            f"/clients/{client}/pictures",
            f"/clients/{client}/story",
            f"/plans/{plan}",
            f"/plans/{plan}/visit",
            f"/visits/{visit}",
            f"/visits/{visit}/correct",
            f"/visits/{visit}/replay",
        ]

    def watch(self, role: WorkRole) -> None:
        """Note what is asked that this role may not; nothing is really changed."""
        self.refused = set()

        def judge(route: Route, request: Request) -> None:
            path = request.url.removeprefix(self.live_server_url).split("?")[0]
            try:
                name = resolve(path).view_name
            except Http404:
                name = ""
            reads = request.method in SAFE_METHODS
            view = api_views().get(name)
            access = CLOSED if view is None else access_of(view)
            if not access.public and role not in access.roles_for(request.method):
                self.refused.add(f"{self.place}: {request.method} {name} ({self.clicked})")
            if reads or name == "session":
                route.continue_()
            else:
                route.fulfill(status=400, json={"errors": [{"field": "", "message": "Not now."}]})

        self.page.route("**/api/**", judge)

    def walk(self, role: WorkRole) -> None:
        """Open every page and click what it offers."""
        self.enter(role.value)
        self.watch(role)
        self.place, self.clicked = "/me", "opened"
        self.page.goto(self.place)
        for place in self.pages():
            self.place, self.clicked = place, "opened"
            go_within(self.page, place)
            if self.page.get_by_text("This is for").count():
                # Told why it is not for them: what was asked to find that out counts for nothing.
                self.refused = {
                    each for each in self.refused if not each.startswith(f"{self.place}:")
                }
                continue
            if CLICKS:
                self.click_all()
        self.page.unroute("**/api/**")

    def click_all(self) -> None:
        """Click every button of a page once, each on the page as it was."""
        buttons = self.page.locator("main button:visible:enabled")
        names = buttons.all_inner_texts()
        for number, name in enumerate(names):
            if number >= buttons.count():
                break
            self.clicked = name.strip() or "a button"
            try:
                buttons.nth(number).click(timeout=2000, no_wait_after=True)
            except Exception:
                continue
            if self.page.url.removeprefix(self.live_server_url).split("?")[0] != self.place:
                go_within(self.page, self.place)
        self.page.wait_for_function(AT_REST)

    def test_nothing_is_offered_that_is_refused(self) -> None:
        watch_rest(self.page)
        self.page.on("dialog", lambda dialog: dialog.accept())
        for role in EVERY if CLICKS else LIMITED:
            with self.subTest(role.value):
                self.walk(role)
                self.assertEqual(sorted(self.refused), [])
