"""Pictures are kept bare: no place, no camera, no file that belongs to nobody."""

import io
import struct
import zlib
from pathlib import Path
from tempfile import TemporaryDirectory
from unittest.mock import patch

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import SimpleTestCase
from PIL import Image

from craft.scope import Unreadable
from salon.devices.models import ScopePicture
from salon.devices.pictures import LEAST_PX, picture_of
from salon.devices.scope import Subject
from salon.devices.scope.simulated import SimulatedScope
from salon.tests.base import ApiTest

ORIENTATION, MAKE, GPS = 0x0112, 0x010F, 0x8825
SIDEWAYS = 6


def file_of(image: Image.Image, kind: str = "PNG", **more: object) -> bytes:
    file = io.BytesIO()
    image.save(file, kind, **more)
    return file.getvalue()


def claims(width: int, height: int) -> bytes:
    """A PNG that claims a size and holds nothing."""

    def chunk(name: bytes, data: bytes) -> bytes:
        return (
            struct.pack(">I", len(data)) + name + data + struct.pack(">I", zlib.crc32(name + data))
        )

    header = struct.pack(">IIBBBBB", width, height, 8, 0, 0, 0, 0)
    body = chunk(b"IHDR", header) + chunk(b"IDAT", zlib.compress(b"")) + chunk(b"IEND", b"")
    return b"\x89PNG\r\n\x1a\n" + body


class BarePictureTest(SimpleTestCase):
    def test_place_and_camera_are_gone_and_it_stands_upright(self) -> None:
        image = Image.new("RGB", (200, 100), "white")
        exif = Image.Exif()
        exif[ORIENTATION], exif[MAKE] = SIDEWAYS, "Some camera"
        exif.get_ifd(GPS)[1] = "N"
        kept = picture_of(file_of(image, "JPEG", exif=exif, comment=b"Ada, at home"))
        with Image.open(io.BytesIO(kept.data)) as again:
            self.assertEqual((again.format, again.size), ("PNG", (100, 200)))
            self.assertEqual((dict(again.getexif()), again.info), ({}, {}))
        self.assertEqual(kept.grey.shape, (200, 100))

    def test_only_png_and_jpeg_of_a_useful_size(self) -> None:
        plain = Image.new("RGB", (100, 100))
        wrong = {
            "gif": (file_of(plain, "GIF"), "not a PNG or JPEG"),
            "tiff": (file_of(plain, "TIFF"), "not a PNG or JPEG"),
            "one pixel": (file_of(Image.new("L", (1, 1))), f"{LEAST_PX} ×"),
            "a bomb": (claims(60_000, 60_000), "not a PNG or JPEG"),
            "large": (claims(6000, 6000), "megapixels"),
            "cut short": (file_of(Image.effect_noise((300, 300), 90))[:2000], "damaged"),
            "empty": (b"", "not a PNG or JPEG"),
        }
        for name, (data, words) in wrong.items():
            with self.subTest(name), self.assertRaises(Unreadable) as refusal:
                picture_of(data)
            self.assertIn(words, str(refusal.exception))


class KeptFileTest(ApiTest):
    def upload(self) -> int:
        data = SimulatedScope().take(Subject(200, 70, 8)).data
        file = SimpleUploadedFile("patch.png", data, "image/png")
        path = f"/api/clients/{self.person.pk}/scope/upload/"
        return self.client.post(path, {"picture": file, "um_per_px": 4}).status_code

    def test_a_full_disk_is_told_and_leaves_no_file(self) -> None:
        with TemporaryDirectory() as folder, self.settings(MEDIA_ROOT=folder):
            full = OSError(28, "No space left on device")
            with patch.object(ScopePicture, "save", side_effect=full):
                self.assertEqual(self.upload(), 400)
            self.assertEqual([path for path in Path(folder).rglob("*") if path.is_file()], [])
            self.assertFalse(ScopePicture.objects.exists())
            self.assertEqual(self.upload(), 201)
            self.assertEqual(len(list(Path(folder).rglob("*.png"))), 1)
