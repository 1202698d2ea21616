"""Pictures of styles: kept with consent, measured, deleted for good."""

import io
import tempfile
from pathlib import Path
from typing import Any
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client as ApiClient
from django.test import override_settings
from django_tasks_db.models import DBTaskResult
from PIL import Image
from pypdf import PdfReader

from salon.aftercare.checking import PICTURES_A_DAY, open_link
from salon.aftercare.looks import measure_picture
from salon.aftercare.models import LookPicture
from salon.aftercare.tests.base import visited
from salon.clients.services import add_client
from salon.demo.drawn import Style, png
from salon.tests.base import MEASURED, ApiTest


class PictureTest(ApiTest):
    """What is kept lies in a folder of its own."""

    def setUp(self) -> None:
        super().setUp()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.enterContext(override_settings(MEDIA_ROOT=self.folder))


class LooksTest(PictureTest):
    def send(self, data: bytes, **more: object) -> object:
        values = {"view": "back", "moment": "done", "consent": "true"} | more
        file = SimpleUploadedFile("IMG_2201.jpg", data, "image/jpeg")
        path = f"/api/clients/{self.person.pk}/pictures/"
        return self.client.post(path, {**values, "picture": file})

    def files(self) -> list[Path]:
        return [path for path in self.folder.rglob("*") if path.is_file()]

    def test_kept_measured_beside_and_deleted_with_its_file(self) -> None:
        answer = self.send(png(Style(seed=4)))
        self.assertEqual(answer.status_code, 201, answer.content)  # type: ignore[attr-defined]
        picture = LookPicture.objects.get()
        self.assertIsNone(answer.json()["measured_at"])  # type: ignore[attr-defined]
        self.assertEqual(DBTaskResult.objects.get().args_kwargs["args"], [picture.pk])
        measure_picture(picture.pk)
        (shown,) = self.client.get(f"/api/clients/{self.person.pk}/pictures/").json()
        self.assertAlmostEqual(shown["measures"]["px_per_cm"], 12, delta=0.2)
        self.assertEqual(shown["cannot"], "")
        image = self.client.get(f"/api/look-pictures/{picture.pk}/")
        self.assertEqual(image.headers["Content-Type"], "image/png")
        self.assertEqual(image.headers["Cache-Control"], "no-store")
        self.client.delete(f"/api/look-pictures/{picture.pk}/")
        self.assertEqual((self.files(), LookPicture.objects.count()), ([], 0))

    def test_without_consent_none_is_kept(self) -> None:
        answer = self.send(png(Style()), consent="false")
        self.assertRefused(answer, "consent", "Ask the client")  # type: ignore[arg-type]
        self.assertEqual(self.files(), [])

    def test_place_and_camera_are_not_kept(self) -> None:
        exif = Image.Exif()
        exif[0x0110] = "A camera of mine"
        exif.get_ifd(0x8825)[1] = "N"
        written = io.BytesIO()
        Image.new("RGB", (200, 200), "white").save(written, "JPEG", exif=exif)
        self.assertEqual(self.send(written.getvalue()).status_code, 201)  # type: ignore[attr-defined]
        (path,) = self.files()
        self.assertNotIn(b"A camera of mine", path.read_bytes())
        with Image.open(path) as kept:
            self.assertFalse(kept.getexif())

    def test_what_is_no_picture_is_refused(self) -> None:
        for data in (b"GIF89a", b"x" * 100, b"<svg/>"):
            answer = self.send(data)
            self.assertEqual(answer.status_code, 400)  # type: ignore[attr-defined]
        self.assertEqual(self.files(), [])

    def test_a_large_picture_is_made_smaller(self) -> None:
        written = io.BytesIO()
        Image.new("RGB", (4000, 3000), "white").save(written, "PNG")
        self.send(written.getvalue())
        self.assertEqual(LookPicture.objects.get().width_px, 2400)

    def test_what_cannot_be_measured_says_why(self) -> None:
        written = io.BytesIO()
        Image.new("RGB", (300, 300), "white").save(written, "PNG")
        self.send(written.getvalue())
        measure_picture(LookPicture.objects.get().pk)
        self.assertEqual(LookPicture.objects.get().cannot, "no_hair")

    def test_a_visit_of_another_client_is_refused(self) -> None:
        other = visited(add_client({"name": "Somebody Else"}, MEASURED), self.user)
        answer = self.send(png(Style()), visit=other.pk)
        self.assertRefused(answer, "visit", "another client")  # type: ignore[arg-type]

    def test_the_strip_is_as_long_as_it_says(self) -> None:
        answer = self.client.get("/api/scale-strip.pdf")
        (page,) = PdfReader(io.BytesIO(answer.content)).pages
        self.assertIn("square is 1 cm wide", page.extract_text().replace("\n", " "))


class FromHomeTest(PictureTest):
    """A client sends a picture by the secret of a check-in, and never sees one by it."""

    def setUp(self) -> None:
        super().setUp()
        visit = visited(self.person, self.user)
        self.visit = visit
        self.secret = open_link(visit, self.user)[1]
        self.stranger = ApiClient()

    def show(self, data: bytes, **more: object) -> Any:
        file = SimpleUploadedFile("IMG.png", data, "image/png")
        values = {"uuid": uuid4(), "view": "back", "consent": "true", "picture": file} | more
        return self.stranger.post(f"/api/check-in/{self.secret}/picture/", values)

    def test_it_is_kept_with_the_visit_and_measured(self) -> None:
        answer = self.show(png(Style(seed=4)))
        self.assertEqual(answer.status_code, 200, answer.content)
        picture = LookPicture.objects.get()
        self.assertEqual(
            (picture.moment, picture.visit, picture.taken_by), ("home", self.visit, None)
        )
        self.assertEqual(DBTaskResult.objects.get().args_kwargs["args"], [picture.pk])
        self.assertNotIn("picture", answer.json())
        image = self.stranger.get(f"/api/look-pictures/{picture.pk}/")
        self.assertIn(image.status_code, (401, 403))

    def test_sent_again_it_is_kept_once_and_never_for_another_visit(self) -> None:
        key = uuid4()
        for _ in range(2):
            self.assertEqual(self.show(png(Style(seed=4)), uuid=key).status_code, 200)
        self.assertEqual(LookPicture.objects.count(), 1)
        other = visited(self.person, self.user, days_ago=3)
        self.secret = open_link(other, self.user)[1]
        self.assertRefused(self.show(png(Style()), uuid=key), "uuid", "another visit")

    def test_not_without_consent_not_too_many_and_not_by_another_secret(self) -> None:
        self.assertRefused(self.show(png(Style()), consent="false"), "consent", "Allow the salon")
        self.assertRefused(self.show(b"no picture"), "picture", "")
        for _ in range(PICTURES_A_DAY):
            self.assertEqual(self.show(png(Style())).status_code, 200)
        self.assertRefused(self.show(png(Style())), "picture", "are the most")
        self.secret = "another"
        self.assertEqual(self.show(png(Style())).status_code, 404)
