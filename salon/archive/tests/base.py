"""A salon to be packed, restored and erased from."""

import hashlib
import io
import json
import shutil
import zipfile
from pathlib import Path
from tempfile import mkdtemp
from typing import Any

from django.contrib.auth.models import User
from django.test import TransactionTestCase, override_settings
from rest_framework.response import Response

from craft.contract import parse
from salon.archive.packing import MANIFEST
from salon.clients.services import add_client
from salon.devices.models import ScopePicture
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.products.models import Product
from salon.tests.base import MEASURED, an_owner
from salon.visits.recording import record

SECRET = "Wilhelmina Unforgettable"
NOTE = "sings-in-the-alcove"


class ArchiveTest(TransactionTestCase):
    """A salon with a client, a visit, a picture, a bottle."""

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
        self.person = add_client({"name": SECRET, "note": NOTE}, MEASURED, self.owner)
        self.person.note = f"{NOTE}, still"
        self.person.save()
        self.gel = Product.objects.create(name="Plain gel", role="gel", stock_g=300)
        wish = {"client": self.person.pk, "goal": {"style": "quick_wash"}}
        self.plan = save(self.person, parse(ClientWish, wish), self.owner)
        self.visit = record(self.plan, {"note": NOTE}, self.owner)
        self.picture = self.folder / "pictures" / "scope" / "a.png"
        self.picture.parent.mkdir(parents=True)
        self.picture.write_bytes(b"picture of " + NOTE.encode())
        ScopePicture.objects.create(
            client=self.person,
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
        file.name = "backup.zip"
        return self.client.post(path, {"file": file, **more})

    def repacked(self, packed: Path, change: dict[str, bytes | None], **manifest: Any) -> bytes:
        """A backup with other files in it; None leaves one out."""
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

    def listed(self, packed: Path, name: str) -> bytes:
        """A backup with one more file, which stands in its list."""
        with zipfile.ZipFile(packed) as old:
            files = json.loads(old.read(MANIFEST))["files"]
        files[name] = hashlib.sha256(b"x").hexdigest()
        return self.repacked(packed, {name: b"x"}, files=files)
