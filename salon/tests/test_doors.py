"""Every door of the API: who may pass, with what, and what never happens."""

import re
from collections.abc import Callable
from functools import cache, partial
from typing import Any

from django.contrib.auth.models import User
from django.test import Client as ApiClient
from django.urls import get_resolver, resolve

from craft.contract import parse
from salon.clients.consulting import begin
from salon.clients.models import Client
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.platform.permissions import access_of, api_views
from salon.products.models import Product
from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon
from salon.staff.models import Colleague
from salon.staff.services import pace_of
from salon.tests.base import ApiTest
from salon.visits.recording import record

WRITES = ("post", "put", "patch", "delete")


@cache
def every_door() -> dict[str, Callable[[str], str]]:
    """Every path below the API by its name, to be called with a number where it wants one."""
    doors = {}
    for part in get_resolver().url_patterns:
        inner = getattr(part, "url_patterns", [part])
        prefix = str(part.pattern) if inner != [part] else ""
        for row in inner:
            path = f"/{prefix}{row.pattern}"
            if path.startswith("/api/"):
                doors[row.name] = partial(re.sub, r"<\w+:\w+>", string=path)
    return doors


def is_public(name: str) -> bool:
    """Whether strangers may use an endpoint."""
    return access_of(api_views()[name]).public


def methods_of(name: str) -> list[str]:
    """What may be asked at a door, and one method that nobody answers there."""
    view = resolve(every_door()[name]("1")).func
    answered = [method for method in ("get", *WRITES) if hasattr(view.cls, method)]
    return answered + [method for method in WRITES if method not in answered][:1]


class DoorsTest(ApiTest):
    plan: Plan
    product: Product

    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        wish = {"client": cls.person.pk, "goal": {"style": "quick_wash"}}
        cls.plan = save(cls.person, parse(ClientWish, wish), cls.user)
        cls.visit = record(cls.plan, {"note": "fine"}, cls.user)
        cls.product = Product.objects.create(name="Gel", role="gel")

    def doors(self) -> dict[str, str]:
        client, plan, visit = self.person.pk, self.plan.pk, self.visit.pk
        consultation = begin(self.person, self.user)
        return {
            "clients": "/api/clients/",
            "client": f"/api/clients/{client}/",
            "profile": f"/api/clients/{client}/profile/",
            "observations": f"/api/clients/{client}/observations/",
            "consultation": f"/api/consultations/{consultation.pk}/",
            "consultation-state": f"/api/clients/{client}/consultation/",
            "questions": "/api/consultation-questions/",
            "scope": f"/api/clients/{client}/scope/",
            "stop-signs": f"/api/clients/{client}/stop-signs/",
            "timeline": f"/api/clients/{client}/timeline/",
            "salon": "/api/salon/",
            "routines": "/api/routines/",
            "products": "/api/products/",
            "products-export": "/api/products/export/",
            "product": f"/api/products/{self.product.pk}/",
            "shelf": "/api/shelf/",
            "shelf-matches": "/api/shelf/matches/",
            "kit": "/api/kit/",
            "scale": "/api/scale/",
            "air": "/api/air/",
            "plan-crown": f"/api/plans/{plan}/crown/",
            "plan-look": f"/api/plans/{plan}/look/",
            "plans": "/api/plans/",
            "plan": f"/api/plans/{plan}/",
            "visits": "/api/visits/",
            "visit": f"/api/visits/{visit}/",
            "visit-replay": f"/api/visits/{visit}/replay/",
            "visit-log": f"/api/visits/{visit}/log/",
        }

    def test_reading_needs_somebody_signed_in(self) -> None:
        stranger = ApiClient()
        for name, path in self.doors().items():
            with self.subTest(door=name):
                self.assertEqual(self.client.get(path).status_code, 200)
                self.assertEqual(stranger.get(path).status_code, 403)

    def test_writing_needs_somebody_signed_in(self) -> None:
        stranger = ApiClient()
        for name, path in self.doors().items():
            for method in WRITES:
                with self.subTest(door=name, method=method):
                    answer = getattr(stranger, method)(path, {}, content_type="application/json")
                    self.assertIn(answer.status_code, (403, 405))

    def test_no_door_of_the_api_opens_for_a_stranger(self) -> None:
        """Every path there is, not only those listed above: a new one cannot be forgotten."""
        stranger = ApiClient()
        paths = [path("1") for name, path in every_door().items() if not is_public(name)]
        self.assertGreater(len(paths), 50)
        for path in paths:
            for method in ("get", *WRITES):
                with self.subTest(path=path, method=method):
                    answer = getattr(stranger, method)(path, {}, content_type="application/json")
                    self.assertIn(answer.status_code, (403, 405))

    def test_writing_needs_the_token_of_the_page(self) -> None:
        strict = ApiClient(enforce_csrf_checks=True)
        strict.force_login(self.user)
        answer = strict.post("/api/clients/", {"name": "Forged"}, content_type="application/json")
        self.assertEqual(answer.status_code, 403)
        self.assertFalse(Client.objects.filter(name="Forged").exists())

    def test_what_is_kept_for_ever_cannot_be_changed_or_deleted(self) -> None:
        kept = {"plan": ("put", "patch")}
        for name in ("plan", "visit-log", "observations"):
            for method in kept.get(name, ("put", "patch", "delete")):
                with self.subTest(door=name, method=method):
                    path = self.doors()[name]
                    answer = getattr(self.client, method)(path, {}, content_type="application/json")
                    self.assertEqual(answer.status_code, 405)
                    self.assertIn("errors", answer.json())

    def test_every_refusal_has_the_same_shape(self) -> None:
        asked: list[tuple[str, str, Any]] = [
            ("get", "/api/plans/999999/", None),
            ("get", "/api/visits/999999/", None),
            ("get", "/api/clients/999999/profile/", None),
            ("post", "/api/clients/", {"name": ""}),
            ("post", f"/api/clients/{self.person.pk}/observations/", {"observations": []}),
            ("post", f"/api/clients/{self.person.pk}/observations/", {"observations": [{}]}),
            ("post", f"/api/plans/{self.plan.pk}/visits/", {"steps": "many"}),
            ("post", "/api/plans/draft/", {"client": self.person.pk}),
            ("post", "/api/plans/draft/", [1, 2]),
            ("post", "/api/observations/999999/withdrawal/", {}),
        ]
        for method, path, body in asked:
            with self.subTest(path=path, body=body):
                call = getattr(self.client, method)
                answer = (
                    call(path, body, content_type="application/json")
                    if body is not None
                    else call(path)
                )
                self.assertIn(answer.status_code, (400, 404))
                errors = answer.json()["errors"]
                self.assertTrue(errors)
                for error in errors:
                    self.assertEqual(set(error), {"field", "message"})
                    self.assertNotIn("Traceback", error["message"])

    def test_broken_json_is_told(self) -> None:
        for path in ("/api/clients/", f"/api/plans/{self.plan.pk}/visits/"):
            answer = self.client.post(path, "{", content_type="application/json")
            self.assertEqual(answer.status_code, 400)
            self.assertIn("JSON", answer.json()["errors"][0]["message"])

    def test_a_foreign_path_below_the_api_is_not_the_page(self) -> None:
        self.assertEqual(self.client.get("/api/nothing/").status_code, 404)


class PagesTest(ApiTest):
    def test_long_lists_come_in_pages(self) -> None:
        Client.objects.bulk_create(Client(name=f"Crowd {n:03d}") for n in range(130))
        first = self.client.get("/api/clients/?search=crowd").json()
        self.assertEqual((first["count"], len(first["results"])), (130, 60))
        last = self.client.get("/api/clients/?search=crowd&offset=120").json()
        names = [row["name"] for row in last["results"]]
        self.assertEqual(names, [f"Crowd {n:03d}" for n in range(120, 130)])

    def test_a_page_of_clients_costs_a_fixed_number_of_queries(self) -> None:
        Client.objects.bulk_create(Client(name=f"Crowd {n:03d}") for n in range(60))
        # The first one notes where somebody is signed in.
        self.client.get("/api/clients/")
        with self.assertNumQueries(6):
            self.client.get("/api/clients/")

    def test_searching_for_percent_signs_finds_nobody(self) -> None:
        self.assertEqual(self.client.get("/api/clients/?search=%25").json()["count"], 0)


class SalonRowsTest(ApiTest):
    def test_there_is_one_salon(self) -> None:
        current_salon()
        current_salon()
        self.assertEqual(Salon.objects.count(), 1)
        self.assertEqual(str(current_salon()), "My salon")

    def test_everybody_has_their_own_pace(self) -> None:
        Colleague.objects.filter(user=self.user).update(pace=0.9)
        self.assertEqual(pace_of(User.objects.get(pk=self.user.pk)), 0.9)
        self.assertEqual(str(Colleague.objects.get()), "vera")

    def test_changes_of_the_shelf_are_kept(self) -> None:
        product = Product.objects.create(name="Foam", role="mousse", stock_g=100)
        product.stock_g = 40
        product.save()
        self.assertEqual([version.stock_g for version in product.history.all()], [40, 100])
