"""The table of values without a source is of today and names each."""

from django.conf import settings
from django.test import SimpleTestCase

from salon.checks.values import TABLE, own_values, table


class ValuesTest(SimpleTestCase):
    def test_the_page_is_of_today(self) -> None:
        self.assertEqual((settings.BASE_DIR / TABLE).read_text("utf-8"), table(settings.BASE_DIR))

    def test_values_are_found_with_their_meaning(self) -> None:
        found = {value.name: value for value in own_values(settings.BASE_DIR)}
        self.assertGreater(len(found), 150)
        film = found["FILM_G_PER_M2"]
        self.assertEqual(film.meaning, "Film on the fibre [g/m² of outer hair surface].")
        self.assertIn("weighed", film.changed_by)
        self.assertEqual([value.name for value in found.values() if not value.meaning], [])
