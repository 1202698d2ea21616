"""Many at once, on the server a salon runs: nothing fails, nothing is booked twice."""

import json
import threading
import urllib.error
import urllib.request
from collections import Counter
from collections.abc import Callable
from typing import Any
from uuid import uuid4

from django.test import Client as ApiClient
from django.test import LiveServerTestCase

from salon.checks.serving import ServerThread
from salon.clients.models import Client
from salon.kit.models import KitItem
from salon.products.models import Product, StockMove
from salon.tests.base import an_owner

WRITERS, WRITES, PAIRS = 20, 3, 12
ROWS = 2000


class ParallelTest(LiveServerTestCase):
    server_thread_class = ServerThread

    def setUp(self) -> None:
        api = ApiClient()
        api.force_login(an_owner())
        self.headers = {
            "Cookie": f"sessionid={api.cookies['sessionid'].value}; csrftoken={'x' * 32}",
            "X-CSRFToken": "x" * 32,
            "Content-Type": "application/json",
        }
        self.gel = Product.objects.create(name="Gel", role="gel", stock_g=100_000)

    def ask(self, path: str, body: bytes | dict[str, Any], **headers: str) -> int:
        data = body if isinstance(body, bytes) else json.dumps(body).encode()
        sent = {**self.headers, **headers}
        request = urllib.request.Request(self.live_server_url + path, data, sent)
        try:
            with urllib.request.urlopen(request, timeout=120) as answer:
                answer.read()
                return int(answer.status)
        except urllib.error.HTTPError as error:
            return error.code

    def at_once(self, *works: Callable[[], int]) -> Counter[int]:
        """Statuses of things done at the same moment."""
        statuses: Counter[int] = Counter()
        start = threading.Barrier(len(works))

        def work(what: Callable[[], int]) -> None:
            start.wait()
            status = what()
            statuses[status] += 1

        threads = [threading.Thread(target=work, args=(what,)) for what in works]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        return statuses

    def test_twenty_writers_and_a_long_table_do_not_fail_each_other(self) -> None:
        table = "name,role\r\n" + "".join(f"Row {n},gel\r\n" for n in range(ROWS))
        form = (
            b'--x\r\nContent-Disposition: form-data; name="accept"\r\n\r\ntrue\r\n'
            b'--x\r\nContent-Disposition: form-data; name="file"; filename="t.csv"\r\n'
            b"Content-Type: text/csv\r\n\r\n" + table.encode() + b"\r\n--x--\r\n"
        )
        multipart = {"Content-Type": "multipart/form-data; boundary=x"}
        failed: list[int] = []

        def write() -> int:
            for _ in range(WRITES):
                status = self.ask("/api/clients/", {"name": f"Client {uuid4()}"})
                if status != 201:
                    failed.append(status)
            return 201

        def take_in() -> int:
            return self.ask("/api/products/import/", form, **multipart)

        statuses = self.at_once(take_in, *[write] * WRITERS)
        self.assertEqual((failed, statuses), ([], Counter({201: WRITERS, 200: 1})))
        self.assertEqual(Client.objects.count(), WRITERS * WRITES)
        self.assertEqual(Product.objects.count(), ROWS + 1)

    def test_pairs_of_the_same_tap_book_once(self) -> None:
        path = f"/api/products/{self.gel.pk}/stock/"
        for number in range(PAIRS):
            key, body = str(uuid4()), {"kind": "waste", "grams": 1 + number}

            def tap(key: str = key, body: dict[str, Any] = body) -> int:
                return self.ask(path, body, **{"Idempotency-Key": key})

            self.assertEqual(self.at_once(tap, tap), Counter({201: 2}))
        self.assertEqual(StockMove.objects.count(), PAIRS)
        self.gel.refresh_from_db()
        self.assertEqual(self.gel.stock_g, 100_000 - sum(range(1, PAIRS + 1)))

    def test_pairs_of_two_devices_at_one_record_are_both_told(self) -> None:
        item = KitItem.objects.create(kind="pin", count=40)
        for _ in range(PAIRS):
            item.refresh_from_db()

            def count(pins: int, version: int = item.version) -> int:
                path = f"/api/kit/{item.pk}/"
                request = urllib.request.Request(
                    self.live_server_url + path,
                    json.dumps({"count": pins, "version": version}).encode(),
                    self.headers,
                    method="PATCH",
                )
                try:
                    with urllib.request.urlopen(request, timeout=120) as answer:
                        return int(answer.status)
                except urllib.error.HTTPError as error:
                    return error.code

            statuses = self.at_once(lambda: count(41), lambda: count(39))
            self.assertEqual(statuses, Counter({200: 1, 409: 1}))
