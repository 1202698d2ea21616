"""The strand scope: counted from the picture, against what was rendered."""

import io
import json
import tempfile
from pathlib import Path
from typing import Any

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import SimpleTestCase, override_settings
from PIL import Image

from craft.scope import Unreadable, read_field
from craft.scope.counting import MARGIN_UM
from salon.checks.scope import counted_truth, field_errors
from salon.clients.consulting import begin, finish, save
from salon.clients.profiles import profile
from salon.devices.models import ScopePicture
from salon.devices.scope import NoPicture, Subject, scope
from salon.devices.scope.simulated import SIDE_PX, UM_PER_PX, SimulatedScope, render
from salon.tests.base import ApiTest

#: Few in the tests; `make bench` counts as many as docs/DECISIONS.md tells of.
FIELDS = 10
#: Stated in docs/DECISIONS.md.
MEDIAN_COUNT_ERROR, MEDIAN_WIDTH_ERROR = 0.05, 0.10


class CountingTest(SimpleTestCase):
    """Fields never used while the counting was tuned; the renderer shares no code with it."""

    def test_rendered_fields(self) -> None:
        counts, widths = field_errors(FIELDS)
        self.assertLess(float(np.median(counts)), MEDIAN_COUNT_ERROR)
        self.assertLess(float(np.median(widths)), MEDIAN_WIDTH_ERROR)

    def test_the_same_picture_gives_the_same_count(self) -> None:
        picture = render(3, 180, 70)
        self.assertEqual(read_field(picture.grey, UM_PER_PX), read_field(picture.grey, UM_PER_PX))

    def test_the_frame_is_what_was_counted(self) -> None:
        result = read_field(render(4, 180, 70).grey, UM_PER_PX)
        side_cm = (SIDE_PX * UM_PER_PX - 2 * MARGIN_UM) * 1e-4
        self.assertAlmostEqual(result.area_cm2, side_cm**2)
        left, top, right, bottom = result.frame
        for x, y in result.roots:
            self.assertTrue(left <= x <= right and top <= y <= bottom)


class UnreadableTest(SimpleTestCase):
    def refused(self, grey: np.ndarray, words: str, um_per_px: float = UM_PER_PX) -> None:
        with self.assertRaises(Unreadable) as caught:
            read_field(grey.astype(np.uint8), um_per_px)
        self.assertIn(words, caught.exception.message)

    def test_bare_scalp(self) -> None:
        self.refused(render(1, 0, 70).grey, "No hair found")

    def test_one_colour(self) -> None:
        self.refused(np.full((800, 800), 120), "No hair found")

    def test_out_of_focus(self) -> None:
        self.refused(render(1, 180, 70, blur_px=9).grey, "focus")

    def test_glare(self) -> None:
        grey = render(1, 180, 70).grey.copy()
        grey[:200] = 255
        self.refused(grey, "Glare")

    def test_light_from_one_side_only(self) -> None:
        grey = render(1, 180, 70, slope=0).grey * np.linspace(0.03, 1, 800)[None, :]
        self.refused(grey, "too dark")

    def test_something_else_altogether(self) -> None:
        chance = np.random.default_rng(1)
        self.refused(chance.integers(0, 255, (800, 800)), "Specks")

    def test_too_small_a_patch(self) -> None:
        self.refused(render(1, 180, 70).grey[:100, :100], "less than 1.5 mm")

    def test_moderately_uneven_light_is_followed(self) -> None:
        picture = render(12, 180, 70, slope=0.5)
        result, truth = len(read_field(picture.grey, UM_PER_PX).roots), counted_truth(picture.roots)
        self.assertLess(abs(result - truth) / truth, 0.2)


class FolderScopeTest(SimpleTestCase):
    def test_pictures_dropped_into_a_folder(self) -> None:
        subject = Subject(180, 70, 5)
        with (
            tempfile.TemporaryDirectory() as folder,
            override_settings(GAUFFER_SCOPE=f"folder:{folder}"),
        ):
            path = Path(folder)
            with self.assertRaisesRegex(NoPicture, "No new picture"):
                scope().take(subject)
            shot = SimulatedScope().take(subject)
            (path / "one.png").write_bytes(shot.data)
            with self.assertRaisesRegex(NoPicture, "scale.json"):
                scope().take(subject)
            (path / "scale.json").write_text(json.dumps({"um_per_px": 6.25}))
            self.assertEqual(scope().take(subject), shot)
            with self.assertRaisesRegex(NoPicture, "No new picture"):
                scope().take(subject)

    def test_settings_that_name_no_scope(self) -> None:
        with (
            override_settings(GAUFFER_SCOPE="telescope"),
            self.assertRaisesRegex(NoPicture, "simulated"),
        ):
            scope()
        with (
            override_settings(GAUFFER_SCOPE="folder:/nowhere/at/all"),
            self.assertRaisesRegex(NoPicture, "cannot be found"),
        ):
            scope().take(Subject(180, 70, 5))


class ScopeApiTest(ApiTest):
    def setUp(self) -> None:
        super().setUp()
        folder = self.enterContext(tempfile.TemporaryDirectory())
        self.enterContext(override_settings(MEDIA_ROOT=folder))

    def take(self, zone: str = "crown") -> dict[str, Any]:
        answer = self.post(f"/api/clients/{self.person.pk}/scope/", {"zone": zone})
        self.assertEqual(answer.status_code, 201, answer.content)
        return answer.json()

    def upload(self, data: bytes, um_per_px: object = 6.25) -> Any:
        file = SimpleUploadedFile("patch.png", data, "image/png")
        return self.client.post(
            f"/api/clients/{self.person.pk}/scope/upload/",
            {"zone": "nape", "um_per_px": um_per_px, "picture": file},
        )

    def test_a_picture_is_counted_and_shown(self) -> None:
        picture = self.take()
        self.assertTrue(
            picture["density"]["low"] < picture["density"]["value"] < picture["density"]["high"]
        )
        image = self.client.get(f"/api/scope/{picture['id']}/image/")
        self.assertEqual(image["Content-Type"], "image/png")
        size = Image.open(io.BytesIO(image.content)).size
        self.assertEqual(size, (picture["width_px"], picture["height_px"]))
        listed = self.client.get(f"/api/clients/{self.person.pk}/scope/").json()
        self.assertEqual(listed["name"], "simulated scope")
        self.assertEqual(len(listed["pictures"]), 1)

    def test_the_count_is_corrected_by_taps(self) -> None:
        picture = self.take()
        path = f"/api/scope/{picture['id']}/"
        body = {"roots": [*picture["roots"][1:], [400, 400], [410, 300]]}
        fixed = self.client.patch(path, body, content_type="application/json").json()
        self.assertEqual(len(fixed["roots"]), len(picture["roots"]) + 1)
        self.assertTrue(fixed["by_hand"])
        self.assertGreater(fixed["density"]["value"], picture["density"]["value"])
        outside = self.client.patch(path, {"roots": [[1, 1]]}, content_type="application/json")
        self.assertRefused(outside, "roots.0", "inside the frame")
        self.assertEqual(len(ScopePicture.objects.get().counted), len(picture["roots"]))

    def test_a_count_taken_over_becomes_the_zones_density(self) -> None:
        picture = self.take("nape")
        hairs, area = len(picture["roots"]), picture["area_cm2"]
        detail = {"hairs": hairs, "field_cm2": area, "picture": picture["id"]}
        given = {"density_per_cm2@nape": {"value": picture["density"]["value"], "detail": detail}}
        finish(save(begin(self.person, self.user), given, 1), 2, self.user)
        result = profile(self.person)
        self.assertAlmostEqual(
            result.hair["zones"]["nape"]["density_per_cm2"], hairs / area, delta=0.1
        )
        self.assertAlmostEqual(result.estimates.zone_density["nape"].value, hairs / area, delta=0.1)

    def test_a_picture_from_elsewhere(self) -> None:
        data = SimulatedScope().take(Subject(200, 70, 8)).data
        self.assertEqual(self.upload(data).status_code, 201)
        self.assertRefused(self.upload(b"not a picture"), "picture", "not a PNG or JPEG")
        self.assertRefused(self.upload(data, 900), "um_per_px", "0.5 to 60")
        self.assertRefused(self.upload(data, "wide"), "um_per_px", "number")

    def test_a_picture_that_cannot_be_counted_is_not_kept(self) -> None:
        file = io.BytesIO()
        Image.new("L", (600, 600), 140).save(file, "PNG")
        self.assertRefused(self.upload(file.getvalue()), "picture", "No hair found")
        self.assertFalse(ScopePicture.objects.exists())

    def test_a_zone_that_no_client_has(self) -> None:
        answer = self.post(f"/api/clients/{self.person.pk}/scope/", {"zone": "elbow"})
        self.assertEqual(answer.status_code, 400)
