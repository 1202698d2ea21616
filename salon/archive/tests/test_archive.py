"""Packing the salon, bringing it back, erasing a client: tried with a real database file."""

import io
import itertools
import json
import sqlite3
import zipfile
from contextlib import closing
from typing import Any
from unittest.mock import patch
from uuid import uuid4

from django.core.management import CommandError, call_command
from django.utils import timezone

from craft.errors import CraftError
from salon.aftercare.models import Message
from salon.archive.api import read_in_pieces
from salon.archive.erasing import erase
from salon.archive.models import Erasure
from salon.archive.packing import DATABASE, MANIFEST, READ_S, open_backup, pack
from salon.archive.places import sqlite_path
from salon.archive.restoring import look_through, restore
from salon.archive.tests.base import NOTE, SECRET, ArchiveTest
from salon.clients.models import Client
from salon.clients.services import add_client
from salon.kit.models import KitItem, KitUse
from salon.platform.models import SentRequest
from salon.products.models import StockMove
from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon
from salon.tests.base import MEASURED, awaited


class PackingTest(ArchiveTest):
    def test_a_packed_salon_comes_back_whole(self) -> None:
        packed = pack()
        self.assertEqual(packed.stat().st_mode & 0o777, 0o600)
        self.assertEqual(packed.parent.stat().st_mode & 0o777, 0o700)
        Client.objects.filter(pk=self.person.pk).update(name="Someone else")
        add_client({"name": "Came later"}, MEASURED, self.owner)
        self.picture.write_bytes(b"spoiled")
        (self.picture.parent / "later.png").write_bytes(b"later")
        manifest = restore(packed)
        self.assertEqual(manifest.counts["clients"], 1)
        self.assertEqual(list(Client.objects.values_list("name", flat=True)), [SECRET])
        self.assertEqual(self.visit.plan.visits.get().note, NOTE)
        self.assertEqual([path.name for path in self.picture.parent.iterdir()], ["a.png"])
        self.assertIn(NOTE.encode(), self.picture.read_bytes())
        # What was here was packed first.
        with open_backup(max((self.folder / "backups").glob("*.zip"))) as salon:
            self.assertEqual(salon.manifest.counts["clients"], 2)

    def test_ways_in_that_are_open_are_not_packed(self) -> None:
        SentRequest.objects.create(key="k", user=self.owner, path="/x", content="c")
        with open_backup(pack()) as salon:
            salon.take_out(DATABASE, self.folder / "out.sqlite3")
        with closing(sqlite3.connect(self.folder / "out.sqlite3")) as copy:
            for table in ("qsessions_session", "platform_sentrequest"):
                self.assertEqual(copy.execute(f"SELECT count(*) FROM {table}").fetchone()[0], 0)
            self.assertEqual(copy.execute("SELECT count(*) FROM auth_user").fetchone()[0], 1)

    def test_what_is_no_whole_salon_changes_nothing(self) -> None:
        packed = pack()
        damaged = bytearray(packed.read_bytes())
        damaged[len(damaged) // 2] ^= 0xFF
        empty_database = self.folder / "e.sqlite3"
        with closing(sqlite3.connect(empty_database)) as database:
            database.execute("CREATE TABLE t(x)")
        with open_backup(packed) as salon:
            names = list(salon.manifest.files)

        def sums(digit: str) -> dict[str, str]:
            return dict.fromkeys(names, digit * 64)

        wrong = {
            "no ZIP": b"nothing of the kind",
            "cut short": packed.read_bytes()[:-400],
            "damaged": bytes(damaged),
            "no list": self.repacked(packed, {MANIFEST: None}),
            "list of something": self.repacked(packed, {MANIFEST: b"[]"}),
            "another format": self.repacked(packed, {}, format="other"),
            "newer": self.repacked(packed, {}, version=99),
            "no database": self.repacked(packed, {DATABASE: None}),
            "another database": self.repacked(packed, {DATABASE: empty_database.read_bytes()}),
            "more files": self.repacked(packed, {"more.txt": b"x"}),
            "outside": self.repacked(packed, {"pictures/../../up.png": b"x"}),
            "another sum": self.repacked(packed, {}, files=sums("0")),
            "another sum, larger": self.repacked(packed, {}, files=sums("f")),
            "other counts": self.repacked(packed, {}, counts={"clients": 7}),
            "counts in words": self.repacked(packed, {}, counts={"clients": "<b>7</b>"}),
            "counts below nothing": self.repacked(packed, {}, counts={"clients": -1}),
            "a day that is none": self.repacked(packed, {}, made_at="yesterday"),
            "a salon of numbers": self.repacked(packed, {}, salon=[7]),
            "deep list": self.repacked(packed, {MANIFEST: b"[" * 100_000}),
            "a strange name": self.listed(packed, "pictures/<b>.png"),
            "a drive": self.listed(packed, "pictures/C:x.png"),
            "a backslash": self.listed(packed, "pictures/a\\b.png"),
            "a hidden file": self.listed(packed, "pictures/.x.png"),
            "a way up": self.listed(packed, "pictures/../up.png"),
        }
        for name, data in wrong.items():
            with self.subTest(name):
                answer = self.post_file("/api/archive/restore/", data, name="My salon")
                self.assertEqual(answer.status_code, 400)
                (error,) = answer.json()["errors"]
                self.assertEqual(error["field"], "file")
                self.assertIn("not a complete backup", error["message"])
                self.assertEqual(Client.objects.get().name, SECRET)
        self.assertIn(NOTE.encode(), self.picture.read_bytes())
        self.assertFalse((self.folder.parent / "up.png").exists())

    def test_a_salon_of_a_newer_gauffer_is_refused_and_of_an_older_brought_up_to_date(self) -> None:
        with closing(sqlite3.connect(sqlite_path())) as live:
            row = ("clients", "9999_future", "2027-01-01")
            live.execute("INSERT INTO django_migrations(app,name,applied) VALUES (?,?,?)", row)
            live.commit()
        newer = pack()
        with closing(sqlite3.connect(sqlite_path())) as live:
            live.execute("DELETE FROM django_migrations WHERE name = '9999_future'")
            live.execute("DELETE FROM django_migrations WHERE app = 'archive'")
            live.execute("DROP TABLE archive_erasure")
            live.execute("DROP TABLE archive_restoration")
            live.commit()
        older = pack()
        call_command("migrate", verbosity=0)
        with self.assertRaisesMessage(CraftError, "newer Gauffer"):
            restore(newer)
        restore(older)
        self.assertFalse(Erasure.objects.exists())
        self.assertEqual(Client.objects.get().name, SECRET)

    def test_a_full_disk_leaves_no_half_backup(self) -> None:
        full = OSError(28, "No space left on device")
        with patch("salon.archive.packing.put", side_effect=full):
            answer = self.client.post("/api/archive/")
        self.assertEqual(answer.status_code, 400)
        self.assertIn("No space left", answer.json()["errors"][0]["message"])
        self.assertEqual(list((self.folder / "backups").iterdir()), [])

    def test_commands(self) -> None:
        out = io.StringIO()
        for _ in range(3):
            call_command("backup", "--keep", "2", "--to", str(self.folder / "copy.zip"), stdout=out)
        self.assertEqual(len(list((self.folder / "backups").iterdir())), 2)
        self.assertIn("complete: ", out.getvalue())
        call_command("restore", str(self.folder / "copy.zip"), "--check", stdout=out)
        self.assertIn("1 clients", out.getvalue())
        Client.objects.update(name="Changed")
        call_command("restore", str(self.folder / "copy.zip"), stdout=out)
        self.assertEqual(Client.objects.get().name, SECRET)
        with self.assertRaisesMessage(CommandError, "not a complete backup"):
            call_command("restore", str(self.picture))
        with self.assertRaisesMessage(CommandError, "--keep"):
            call_command("backup", "--keep", "0")


class ButtonsTest(ArchiveTest):
    def test_out_and_in_again(self) -> None:
        made = self.client.post("/api/archive/").json()
        (row,) = self.client.get("/api/archive/").json()
        self.assertEqual(row, made)
        packed = (self.folder / "backups" / made["name"]).read_bytes()
        seen = self.post_file("/api/archive/check/", packed).json()
        self.assertEqual((seen["salon"], seen["counts"]["visits"]), ("My salon", 1))
        Client.objects.update(name="Changed")
        answer = self.post_file("/api/archive/restore/", packed, name="Another salon")
        self.assertEqual(answer.json()["errors"][0]["field"], "name")
        self.assertEqual(Client.objects.get().name, "Changed")
        answer = self.post_file("/api/archive/restore/", packed, name=current_salon().name)
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(Client.objects.get().name, SECRET)
        self.assertEqual(self.client.get("/api/clients/").status_code, 403)

    def test_a_backup_is_read_in_pieces(self) -> None:
        packed = pack()

        async def pieces() -> list[bytes]:
            return [piece async for piece in read_in_pieces(packed)]

        self.assertEqual(b"".join(awaited(pieces())), packed.read_bytes())

    def test_only_backups_are_given_out(self) -> None:
        (self.folder / "backups").mkdir(exist_ok=True)
        (self.folder / "backups" / "other.zip").write_bytes(b"x")
        for name in ("other", "gauffer-1", "..%2Fsecret_key"):
            self.assertEqual(self.client.get(f"/api/archive/{name}.zip").status_code, 404, name)


class ErasingTest(ArchiveTest):
    def kept(self, word: str) -> list[str]:
        """Names of the files in which a word still stands."""
        base = sqlite_path()
        files = [*self.folder.rglob("*"), *base.parent.glob(f"{base.name}*")]
        return [
            path.name for path in files if path.is_file() and word.encode() in path.read_bytes()
        ]

    def test_nothing_of_a_client_stays(self) -> None:
        item = KitItem.objects.create(kind="rod", diameter_mm=16, count=20)
        KitUse.objects.create(
            item=item,
            count=4,
            visit=self.visit.pk,
            holder=SECRET,
            expected_back="2026-11-27T09:00Z",
        )
        StockMove.objects.create(
            product=self.gel, kind="used", grams=-5, visit=self.visit.pk, note=SECRET
        )
        SentRequest.objects.create(
            key="k", user=self.owner, path="/x", content="c", answer=SECRET.encode()
        )
        self.assertTrue(self.kept(SECRET))
        number = self.person.pk
        body = {"name": SECRET, "backups": True}
        path = f"/api/clients/{number}/erasure/"
        wrong = self.client.post(path, {**body, "name": "x"}, content_type="application/json")
        self.assertEqual(wrong.json()["errors"][0]["field"], "name")
        self.client.post("/api/archive/")
        keyed = {"Idempotency-Key": "as the page sends it"}
        answer = self.client.post(path, body, content_type="application/json", headers=keyed)
        self.assertEqual(answer.status_code, 204)
        self.assertFalse(self.kept(SECRET))
        self.assertFalse(self.kept(NOTE))
        # What is true without them stays.
        self.assertEqual(StockMove.objects.get(kind="used").grams, -5)
        self.assertEqual(KitUse.objects.get().count, 4)
        self.assertEqual(Erasure.objects.get().uid, self.person.uid)
        self.assertEqual(Erasure.objects.get().by, "vera")

    def test_the_gateway_forgets_what_it_sent_to_them(self) -> None:
        now = timezone.now()
        Message.objects.create(
            key="k", client=self.person, text=NOTE, due_at=now, next_try_at=now, receipt="r-1"
        )
        Message.objects.create(key="l", client=self.person, text=NOTE, due_at=now, next_try_at=now)
        with patch("salon.archive.erasing.gateway") as gateway:
            erase(self.person, "vera")
        gateway.return_value.forget.assert_called_once_with("r-1")

    def test_a_backup_from_before_comes_back_without_them_once_agreed(self) -> None:
        add_client({"name": "Stays"}, MEASURED, self.owner)
        packed, uid = pack(), self.person.uid
        erase(self.person, "vera")
        _, ready = look_through(packed)
        self.assertEqual([(each.uid, each.name) for each in ready.erased], [(uid, SECRET)])
        self.assertTrue(ready.same_salon)
        with self.assertRaisesMessage(CraftError, f"erased here: {SECRET}. Confirm"):
            restore(packed)
        self.assertEqual(Client.objects.get().name, "Stays")
        restore(packed, [uid])
        self.assertEqual(Client.objects.get().name, "Stays")
        self.assertFalse(self.picture.exists())
        self.assertEqual(self.kept(SECRET), [])

    def test_an_innocent_client_keeps_their_place(self) -> None:
        before = pack()
        later = add_client({"name": "Erased"}, MEASURED, self.owner)
        number = later.pk
        erase(later, "vera")
        restore(before)
        innocent = add_client({"name": "Innocent"}, MEASURED, self.owner)
        # A number that was given once is not given again, even by an older backup.
        self.assertGreater(innocent.pk, number)
        restore(pack())
        self.assertTrue(Client.objects.filter(name="Innocent").exists())

    def test_a_number_from_before_lasting_ids_erases_only_who_was_there_then(self) -> None:
        Erasure.objects.create(number=self.person.pk, at=self.person.created_at)
        packed = pack()
        _, ready = look_through(packed)
        self.assertEqual(ready.erased, [])
        Erasure.objects.update(at=timezone.now())
        _, ready = look_through(packed)
        self.assertEqual([each.name for each in ready.erased], [SECRET])
        # In another salon's backup a number says nothing.
        Salon.objects.update(identity=uuid4())
        _, ready = look_through(packed)
        self.assertEqual((ready.erased, ready.same_salon), ([], False))

    def test_by_command(self) -> None:
        number = str(self.person.pk)
        with self.assertRaisesMessage(CommandError, "no client"):
            call_command("erase", number, "Someone else")
        out = io.StringIO()
        pack()
        call_command("erase", number, SECRET, "--backups", stdout=out)
        self.assertIn("1 older backups were deleted", out.getvalue())
        self.assertFalse(Client.objects.exists())


class OddArchivesTest(ArchiveTest):
    def test_a_trap_of_zeros_is_refused_at_once(self) -> None:
        out = io.BytesIO()
        with zipfile.ZipFile(pack()) as old, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as new:
            listed = json.loads(old.read(MANIFEST))
            listed["files"]["pictures/zeros.png"] = "0" * 64
            new.writestr(MANIFEST, json.dumps(listed))
            for name in set(old.namelist()) - {MANIFEST}:
                new.writestr(name, old.read(name))
            with new.open("pictures/zeros.png", "w", force_zip64=True) as zeros:
                for _ in range(64):
                    zeros.write(bytes(2**20))
        answer = self.post_file("/api/archive/check/", out.getvalue())
        self.assertRefusedFile(answer, "file", "are compressed more than a backup")

    def test_what_takes_too_long_is_refused_in_words(self) -> None:
        packed = pack().read_bytes()
        with patch("salon.archive.packing.time.monotonic", side_effect=itertools.count(0, READ_S)):
            answer = self.post_file("/api/archive/check/", packed)
        self.assertRefusedFile(answer, "file", "takes too long to read here")

    def assertRefusedFile(self, answer: Any, field: str, words: str) -> None:
        self.assertEqual(answer.status_code, 400, answer.content)
        errors = {error["field"]: error["message"] for error in answer.json()["errors"]}
        self.assertIn(words, errors[field])

    def test_the_check_lists_who_would_be_left_out(self) -> None:
        packed, uid = pack(), self.person.uid
        erase(self.person, "vera")
        data = packed.read_bytes()
        seen = self.post_file("/api/archive/check/", data).json()
        self.assertEqual(seen["erased"], [{"uid": str(uid), "name": SECRET}])
        name = current_salon().name
        answer = self.post_file("/api/archive/restore/", data, name=name)
        self.assertRefusedFile(answer, "left_out", f"erased here: {SECRET}")
        answer = self.post_file("/api/archive/restore/", data, name=name, left_out=str(uid))
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertFalse(Client.objects.exists())
