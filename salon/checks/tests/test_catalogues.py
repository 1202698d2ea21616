"""What lint says of messages."""

import tempfile
from pathlib import Path
from unittest.mock import patch

from django.test import SimpleTestCase

from salon.checks import catalogues


class ParametersTest(SimpleTestCase):
    def found(self, code: str) -> list[str]:
        """What is wrong with the calls of a file."""
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "code.py"
            path.write_text(code, "utf-8")
            with patch.object(catalogues, "ROOT", Path(folder)):
                return list(catalogues.wrong_parameters(path))

    def test_a_parameter_without_a_place_is_found(self) -> None:
        (fault,) = self.found('say("Press, then {title}", title=a[0], title_2=a[1:])')
        self.assertIn("code.py:1", fault)

    def test_a_place_without_its_parameter_is_found(self) -> None:
        self.assertTrue(self.found('sentence("{first} or {last}", first=a)'))

    def test_what_fits_is_left_alone(self) -> None:
        for code in (
            'say("{low:g [cm]} to {high:g cm}", low=1, high=2)',
            'say("one" if a else "{n} of many", n=2)',
            'say("{any}", **given)',
            'say("no places")',
        ):
            with self.subTest(code):
                self.assertEqual(self.found(code), [])
