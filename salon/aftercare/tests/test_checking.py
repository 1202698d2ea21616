"""Check-ins by a secret link."""

from datetime import timedelta
from uuid import uuid4

from django.core.cache import cache
from django.core.files.base import ContentFile
from django.test import Client as ApiClient
from django.utils import timezone

from salon.aftercare.checking import hash_secret
from salon.aftercare.models import Checkin, CheckinLink
from salon.aftercare.tests.base import visited
from salon.clients.services import add_client
from salon.platform.models import SentRequest
from salon.tests.base import MEASURED, ApiTest
from salon.visits.models import Visit


class CheckinTest(ApiTest):
    def setUp(self) -> None:
        super().setUp()
        cache.clear()
        self.visit = visited(self.person, self.user, days_ago=2)
        self.address = self.opened(self.visit)
        self.phone = ApiClient()

    def opened(self, visit: Visit) -> str:
        answer = self.client.post(f"/api/visits/{visit.pk}/check-in-link/")
        self.assertEqual(answer.status_code, 201, answer.content)
        return f"/api{answer.json()['address']}/"

    def told(self, days_ago: int = 0, **more: object) -> dict[str, object]:
        day = timezone.localdate() - timedelta(days=days_ago)
        return {"uuid": str(uuid4()), "date": day.isoformat(), "looks": 4, **more}

    def tell(self, body: dict[str, object], address: str = "") -> object:
        return self.phone.post(address or self.address, body, content_type="application/json")

    def test_told_without_an_account_once(self) -> None:
        body = self.told(slept_with="scarf", refreshed_with="water")
        for _ in range(2):
            self.assertEqual(self.tell(body).status_code, 200)  # type: ignore[attr-defined]
        self.assertEqual(Checkin.objects.count(), 1)
        shown = self.client.get(f"/api/clients/{self.person.pk}/wear/").json()["checkins"]
        self.assertEqual((shown[0]["looks"], shown[0]["slept_with"]), (4, "scarf"))

    def test_told_again_the_later_word_counts(self) -> None:
        self.tell(self.told())
        self.tell(self.told(looks=2))
        self.assertEqual(Checkin.objects.get().looks, 2)

    def test_nothing_of_others_and_little_of_oneself(self) -> None:
        other = visited(add_client({"name": "Somebody Else"}, MEASURED), self.user)
        self.tell(self.told(), self.opened(other))
        page = self.phone.get(self.address)
        self.assertEqual(page.json()["told"], [])
        self.assertNotIn("Somebody", page.content.decode())
        self.assertNotIn(self.person.name, page.content.decode())
        self.assertEqual(self.phone.get("/api/clients/").status_code, 403)
        self.assertNotIn("sessionid", page.cookies)

    def test_the_secret_is_nowhere_kept(self) -> None:
        secret = self.address.split("/")[-2]
        link = CheckinLink.objects.get()
        self.assertEqual(link.secret_hash, hash_secret(secret))
        self.assertNotIn(secret, str(link.__dict__))
        self.assertGreaterEqual(len(secret), 43)
        # Nor among the answers that are kept to be given again.
        path = f"/api/visits/{self.visit.pk}/check-in-link/"
        self.client.post(path, headers={"Idempotency-Key": "a-key"})
        self.assertFalse(SentRequest.objects.exists())

    def test_it_ends_by_hand_by_a_new_one_and_by_itself(self) -> None:
        first = self.address
        second = self.opened(self.visit)
        self.assertEqual(self.phone.get(first).status_code, 404)
        CheckinLink.objects.filter(revoked_at=None).update(expires_at=timezone.now())
        self.assertEqual(self.phone.get(second).status_code, 404)
        third = self.opened(self.visit)
        self.client.delete(f"/api/visits/{self.visit.pk}/check-in-link/")
        answer = self.tell(self.told(), third)
        self.assertRefused(answer, "", "Ask the salon for a new one", 404)  # type: ignore[arg-type]

    def test_pain_is_for_a_professional_and_for_the_salon_to_see(self) -> None:
        answer = self.tell(self.told(signs=["itch"]))
        self.assertEqual(answer.json()["advice"], "")  # type: ignore[attr-defined]
        answer = self.tell(self.told(1, signs=["pain", "sores"]))
        self.assertIn("doctor", answer.json()["advice"])  # type: ignore[attr-defined]
        # Told again of the same day: the later word counts.
        self.tell(self.told(1, signs=["pain"], note="Since last night."))
        rows = self.client.get("/api/remarks/").json()
        self.assertEqual([row["kind"] for row in rows], ["pain", "itch", "home"])
        self.assertEqual({row["client_name"] for row in rows}, {self.person.name})
        self.assertTrue(all(row["from_home"] for row in rows))
        for row in rows:
            self.client.post(f"/api/remarks/{row['id']}/seen/")
        self.assertEqual(self.client.get("/api/remarks/").json(), [])
        self.client.delete(f"/api/remarks/{rows[0]['id']}/seen/")
        self.assertEqual(len(self.client.get("/api/remarks/").json()), 1)

    def test_what_cannot_be_is_refused_by_its_field(self) -> None:
        for field, body, words in (
            ("date", self.told(3), "Give a day from"),
            ("date", self.told(-1), "Give a day from"),
            ("looks", self.told(looks=6), "5"),
            ("signs.0", self.told(signs=["doom"]), "not a valid choice"),
        ):
            self.assertRefused(self.tell(body), field, words)  # type: ignore[arg-type]
        other = visited(add_client({"name": "Somebody Else"}, MEASURED), self.user)
        body = self.told()
        self.tell(body)
        answer = self.tell(body, self.opened(other))
        self.assertRefused(answer, "uuid", "another visit")  # type: ignore[arg-type]

    def test_refusals_are_in_the_language_of_the_client(self) -> None:
        self.person.language = "fr"
        self.person.save()
        for body, field, words in (
            (self.told(3), "date", "Indiquez un jour"),
            (self.told(looks=6), "looks", "inférieure ou égale à 5"),
        ):
            self.assertRefused(self.tell(body), field, words)  # type: ignore[arg-type]
        sent = {"picture": ContentFile(b"no picture", "a.png"), "uuid": str(uuid4())}
        answer = self.phone.post(
            f"{self.address}picture/", sent | {"view": "front", "consent": "true"}
        )
        self.assertRefused(answer, "picture", "image PNG ou JPEG")  # type: ignore[arg-type]

    def test_secrets_are_not_tried_one_after_another(self) -> None:
        answers = [self.phone.get("/api/check-in/guess/").status_code for _ in range(61)]
        self.assertEqual((answers[0], answers[-1]), (404, 429))
        # Whoever has a link that opens is not kept out by who tries beside them.
        self.assertEqual(self.phone.get(self.address).status_code, 200)

    def test_a_link_is_counted_by_itself_wherever_it_is_opened(self) -> None:
        other = self.opened(visited(add_client({"name": "Somebody Else"}, MEASURED), self.user))
        answers = [
            self.phone.get(self.address, REMOTE_ADDR=f"10.0.0.{number}").status_code
            for number in range(61)
        ]
        self.assertEqual((answers[0], answers[-1]), (200, 429))
        self.assertEqual(self.phone.get(other).status_code, 200)

    def test_a_visit_that_was_not_begun_has_no_link(self) -> None:
        Visit.objects.update(state="planned")
        answer = self.client.post(f"/api/visits/{self.visit.pk}/check-in-link/")
        self.assertRefused(answer, "visit", "has not started")
