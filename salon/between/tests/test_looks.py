"""Pictures of styles: kept with consent, measured, deleted for good."""

import io
import tempfile
from pathlib import Path

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import override_settings
from django_tasks_db.models import DBTaskResult
from PIL import Image
from pypdf import PdfReader

from salon.between.looks import measure_picture
from salon.between.models import LookPicture
from salon.between.tests.base import visited
from salon.demo.drawn import Style, png
from salon.heads.services import add_head
from salon.tests.base import MEASURED, ApiTest


class LooksTest(ApiTest):
    def setUp(self) -> None:
        super().setUp()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.enterContext(override_settings(MEDIA_ROOT=self.folder))

    def send(self, data: bytes, **more: object) -> object:
        values = {"view": "back", "moment": "done", "consent": "true"} | more
        file = SimpleUploadedFile("IMG_2201.jpg", data, "image/jpeg")
        path = f"/api/heads/{self.head.pk}/pictures/"
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
        (shown,) = self.client.get(f"/api/heads/{self.head.pk}/pictures/").json()
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

    def test_a_visit_of_another_head_is_refused(self) -> None:
        other = visited(add_head({"name": "Somebody Else"}, MEASURED), self.user)
        answer = self.send(png(Style()), visit=other.pk)
        self.assertRefused(answer, "visit", "another head")  # type: ignore[arg-type]

    def test_the_strip_is_as_long_as_it_says(self) -> None:
        answer = self.client.get("/api/scale-strip.pdf")
        (page,) = PdfReader(io.BytesIO(answer.content)).pages
        self.assertIn("square is 1 cm wide", page.extract_text().replace("\n", " "))
