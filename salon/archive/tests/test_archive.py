"""Packing the house, bringing it back, erasing a client: tried with a real database file."""

import io
import json
import shutil
import sqlite3
import zipfile
from contextlib import closing
from pathlib import Path
from tempfile import mkdtemp
from typing import Any
from unittest.mock import patch

from django.contrib.auth.models import User
from django.core.management import CommandError, call_command
from django.test import TransactionTestCase, override_settings
from django.utils import timezone
from rest_framework.response import Response

from craft.contract import parse
from craft.errors import CraftError
from salon.archive.api import read_in_pieces
from salon.archive.erasing import erase
from salon.archive.models import Erasure
from salon.archive.packing import DATABASE, MANIFEST, opened, pack, sqlite_path
from salon.archive.restoring import restore
from salon.between.models import Message
from salon.devices.models import ScopePicture
from salon.heads.models import Head
from salon.heads.services import add_head
from salon.house.models import SentRequest
from salon.house.services import the_house
from salon.kit.models import KitItem, KitUse
from salon.planning.services import save
from salon.planning.wish import HeadWish
from salon.shelf.models import Product, StockMove
from salon.tests.base import MEASURED, an_owner, awaited
from salon.visits.recording import record

SECRET = "Wilhelmina Unforgettable"
NOTE = "sings-in-the-alcove"


class ArchiveTest(TransactionTestCase):
    """A house with a client, a visit, a picture, a bottle."""

    owner: User

    def setUp(self) -> None:
        folder = Path(mkdtemp())
        self.addCleanup(shutil.rmtree, folder)
        changed = override_settings(VAR_DIR=folder, MEDIA_ROOT=folder / "pictures")
        changed.enable()
        self.addCleanup(changed.disable)
        self.folder = folder
        self.owner = an_owner()
        self.client.force_login(self.owner)
        self.head = add_head({"name": SECRET, "note": NOTE}, MEASURED, self.owner)
        self.head.note = f"{NOTE}, still"
        self.head.save()
        self.gel = Product.objects.create(name="Plain gel", role="gel", stock_g=300)
        wish = {"head": self.head.pk, "goal": {"style": "quick_wash"}}
        self.plan = save(self.head, parse(HeadWish, wish), self.owner)
        self.visit = record(self.plan, {"note": NOTE}, self.owner)
        self.picture = self.folder / "pictures" / "scope" / "a.png"
        self.picture.parent.mkdir(parents=True)
        self.picture.write_bytes(b"picture of " + NOTE.encode())
        ScopePicture.objects.create(
            head=self.head,
            image="scope/a.png",
            um_per_px=5,
            width_px=9,
            height_px=9,
            counted=[],
            frame=[0, 0, 9, 9],
            area_cm2=0.1,
            diameter_um=70,
        )

    def post_file(self, path: str, data: bytes, **more: str) -> Response:
        file = io.BytesIO(data)
        file.name = "house.zip"
        return self.client.post(path, {"file": file, **more})

    def repacked(self, packed: Path, change: dict[str, bytes | None], **manifest: Any) -> bytes:
        """A packed house with other files in it; None leaves one out."""
        out = io.BytesIO()
        with zipfile.ZipFile(packed) as old, zipfile.ZipFile(out, "w") as new:
            for name in old.namelist():
                data = change.get(name, old.read(name))
                if name == MANIFEST and manifest:
                    data = json.dumps({**json.loads(old.read(name)), **manifest}).encode()
                if data is not None:
                    new.writestr(name, data)
            for name in change.keys() - set(old.namelist()):
                new.writestr(name, change[name] or b"")
        return out.getvalue()


class PackingTest(ArchiveTest):
    def test_a_packed_house_comes_back_whole(self) -> None:
        packed = pack()
        self.assertEqual(packed.stat().st_mode & 0o777, 0o600)
        self.assertEqual(packed.parent.stat().st_mode & 0o777, 0o700)
        Head.objects.filter(pk=self.head.pk).update(name="Somebody else")
        add_head({"name": "Came later"}, MEASURED, self.owner)
        self.picture.write_bytes(b"spoiled")
        (self.picture.parent / "later.png").write_bytes(b"later")
        manifest = restore(packed)
        self.assertEqual(manifest.counts["heads"], 1)
        self.assertEqual(list(Head.objects.values_list("name", flat=True)), [SECRET])
        self.assertEqual(self.visit.plan.visits.get().note, NOTE)
        self.assertEqual([path.name for path in self.picture.parent.iterdir()], ["a.png"])
        self.assertIn(NOTE.encode(), self.picture.read_bytes())
        # What was here was packed first.
        with opened(max((self.folder / "backups").glob("*.zip"))) as house:
            self.assertEqual(house.manifest.counts["heads"], 2)

    def test_ways_in_that_are_open_are_not_packed(self) -> None:
        SentRequest.objects.create(key="k", user=self.owner, path="/x", content="c")
        with opened(pack()) as house:
            house.take_out(DATABASE, self.folder / "out.sqlite3")
        with closing(sqlite3.connect(self.folder / "out.sqlite3")) as copy:
            for table in ("qsessions_session", "house_sentrequest"):
                self.assertEqual(copy.execute(f"SELECT count(*) FROM {table}").fetchone()[0], 0)
            self.assertEqual(copy.execute("SELECT count(*) FROM auth_user").fetchone()[0], 1)

    def test_what_is_no_whole_house_changes_nothing(self) -> None:
        packed = pack()
        damaged = bytearray(packed.read_bytes())
        damaged[len(damaged) // 2] ^= 0xFF
        empty_database = self.folder / "e.sqlite3"
        with closing(sqlite3.connect(empty_database)) as database:
            database.execute("CREATE TABLE t(x)")
        with opened(packed) as house:
            names = list(house.manifest.files)

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
            "other counts": self.repacked(packed, {}, counts={"heads": 7}),
        }
        for name, data in wrong.items():
            with self.subTest(name):
                answer = self.post_file("/api/archive/restore/", data, name="My salon")
                self.assertEqual(answer.status_code, 400)
                (error,) = answer.json()["errors"]
                self.assertEqual(error["field"], "file")
                self.assertIn("not a whole house", error["message"])
                self.assertEqual(Head.objects.get().name, SECRET)
        self.assertIn(NOTE.encode(), self.picture.read_bytes())
        self.assertFalse((self.folder.parent / "up.png").exists())

    def test_a_house_of_a_newer_gauffer_is_refused_and_of_an_older_brought_up_to_date(self) -> None:
        with closing(sqlite3.connect(sqlite_path())) as live:
            row = ("house", "9999_future", "2027-01-01")
            live.execute("INSERT INTO django_migrations(app,name,applied) VALUES (?,?,?)", row)
            live.commit()
        newer = pack()
        with closing(sqlite3.connect(sqlite_path())) as live:
            live.execute("DELETE FROM django_migrations WHERE name = '9999_future'")
            live.execute("DELETE FROM django_migrations WHERE app = 'archive'")
            live.execute("DROP TABLE archive_erasure")
            live.commit()
        older = pack()
        call_command("migrate", verbosity=0)
        with self.assertRaisesMessage(CraftError, "newer Gauffer"):
            restore(newer)
        restore(older)
        self.assertFalse(Erasure.objects.exists())
        self.assertEqual(Head.objects.get().name, SECRET)

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
        self.assertIn("found whole", out.getvalue())
        call_command("restore", str(self.folder / "copy.zip"), "--check", stdout=out)
        self.assertIn("1 heads", out.getvalue())
        Head.objects.update(name="Changed")
        call_command("restore", str(self.folder / "copy.zip"), stdout=out)
        self.assertEqual(Head.objects.get().name, SECRET)
        with self.assertRaisesMessage(CommandError, "not a whole house"):
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
        self.assertEqual((seen["house"], seen["counts"]["visits"]), ("My salon", 1))
        Head.objects.update(name="Changed")
        answer = self.post_file("/api/archive/restore/", packed, name="Another salon")
        self.assertEqual(answer.json()["errors"][0]["field"], "name")
        self.assertEqual(Head.objects.get().name, "Changed")
        answer = self.post_file("/api/archive/restore/", packed, name=the_house().name)
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(Head.objects.get().name, SECRET)
        self.assertEqual(self.client.get("/api/heads/").status_code, 403)

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
        number = self.head.pk
        body = {"name": SECRET, "backups": True}
        path = f"/api/heads/{number}/erasure/"
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
        self.assertEqual(Erasure.objects.get().head, number)
        self.assertEqual(Erasure.objects.get().by, "vera")

    def test_the_gateway_forgets_what_it_sent_to_them(self) -> None:
        now = timezone.now()
        Message.objects.create(
            key="k", head=self.head, text=NOTE, due_at=now, next_try_at=now, receipt="r-1"
        )
        Message.objects.create(key="l", head=self.head, text=NOTE, due_at=now, next_try_at=now)
        with patch("salon.archive.erasing.gateway") as gateway:
            erase(self.head, "vera")
        gateway.return_value.forget.assert_called_once_with("r-1")

    def test_a_backup_from_before_comes_back_without_them(self) -> None:
        add_head({"name": "Stays"}, MEASURED, self.owner)
        packed = pack()
        erase(self.head, "vera")
        restore(packed)
        self.assertEqual(Head.objects.get().name, "Stays")
        self.assertFalse(self.picture.exists())
        self.assertFalse(self.kept(SECRET))

    def test_by_command(self) -> None:
        number = str(self.head.pk)
        with self.assertRaisesMessage(CommandError, "no client"):
            call_command("erase", number, "Somebody else")
        out = io.StringIO()
        pack()
        call_command("erase", number, SECRET, "--backups", stdout=out)
        self.assertIn("1 older backups were deleted", out.getvalue())
        self.assertFalse(Head.objects.exists())
