"""Measures, days and hours as countries write them."""

from datetime import date
from unittest import TestCase

from craft.messages import DayForm, clock, day_text, figure, measured, said_in, say, text_from_json
from craft.region import Units, clock_text, countries, region, region_tag

AMERICAN, GERMAN = "en-US", "de-DE"


class RegionTest(TestCase):
    def test_a_tag_is_read(self) -> None:
        self.assertEqual(region("de").units, Units.METRIC)
        self.assertEqual((region("en-US").country, region("en-US").units), ("US", Units.US))
        self.assertEqual(region("en-US-u-ms-metric").units, Units.METRIC)
        self.assertEqual(region("en-GB-u-ms-ussystem").units, Units.US)
        for tag in ("", "english", "en-XY", "en-us", "en-US-u-ms-imperial", "en-", "EN"):
            with self.subTest(tag), self.assertRaises(ValueError):
                region(tag)

    def test_a_tag_is_written_as_it_is_read(self) -> None:
        for language, country, units in (("de", "", ""), ("en", "US", ""), ("fr", "CA", "metric")):
            with self.subTest(country):
                tag = region_tag(language, country, units)
                self.assertEqual((region(tag).language, region(tag).country), (language, country))
        self.assertEqual(region(region_tag("en", "US", "metric")).units, Units.METRIC)

    def test_countries_are_those_of_iso_3166(self) -> None:
        self.assertTrue({"US", "DE", "NG", "JM", "BR", "ZA", "GB"} <= countries())
        self.assertFalse({"EU", "UN", "XK", "001"} & countries())

    def test_a_language_nobody_speaks_there_is_written_as_at_home(self) -> None:
        self.assertEqual(said_in(day_text(date(2026, 6, 20)), "de-JM"), "20. Juni 2026")


class MeasureTest(TestCase):
    def test_a_measure_is_said_in_the_units_of_the_country(self) -> None:
        # 1 in = 25.4 mm, 1 lb = 0.45359237 kg, 1 US fl oz = 29.5735295625 ml:
        # NIST Special Publication 811, appendix B.
        for value, unit, metric, american in (
            (25.4, "mm", "25.4 mm", "1 in"),
            (30.5, "cm", "30.5 cm", "12 in"),
            (28.35, "g", "28.35 g", "1 oz"),
            (5.0, "g", "5 g", "0.18 oz"),
            (1.0, "kg", "1 kg", "2.2 lb"),
            (237.0, "ml", "237 ml", "8 fl oz"),
            (-40.0, "°C", "-40 °C", "-40 °F"),
            (22.0, "°C", "22 °C", "72 °F"),
            (70.5, "µm", "70.5 µm", "70.5 µm"),
        ):
            with self.subTest(metric):
                self.assertEqual(measured(value, unit), metric)
                self.assertEqual(said_in(measured(value, unit), AMERICAN), american)
                read = text_from_json(measured(value, unit).source.as_json())
                self.assertEqual(said_in(read, AMERICAN), american)

    def test_a_range_names_its_unit_once(self) -> None:
        text = say("{low:g [cm]} to {high:.1f cm}", low=5, high=10)
        self.assertEqual(text, "5 to 10.0 cm")
        self.assertEqual(said_in(text, AMERICAN), "2 to 3.9 in")
        self.assertEqual(said_in(text, GERMAN), "5 to 10,0 cm")
        self.assertEqual(said_in(figure(5, "cm"), AMERICAN), "2")

    def test_a_difference_keeps_its_sign(self) -> None:
        text = measured(-2.54, "cm", "+.1f")
        self.assertEqual(text, "-2.5 cm")
        self.assertEqual(said_in(text, AMERICAN), "-1 in")
        self.assertEqual(said_in(measured(2.54, "cm", "+.1f"), AMERICAN), "+1 in")

    def test_whoever_wants_grams_in_america_has_them(self) -> None:
        self.assertEqual(said_in(measured(5.0, "g"), "en-US-u-ms-metric"), "5 g")


class CalendarTest(TestCase):
    def test_days_are_written_in_the_order_of_the_country(self) -> None:
        day = date(2026, 11, 6)
        self.assertEqual(day_text(day), "6 Nov 2026")
        self.assertEqual(said_in(day_text(day), AMERICAN), "Nov 6, 2026")
        self.assertEqual(said_in(day_text(day, DayForm.WEEKDAY), AMERICAN), "Friday, November 6")
        self.assertEqual(said_in(day_text(day, DayForm.WEEKDAY), GERMAN), "Freitag, 6. November")

    def test_hours_are_written_as_the_country_counts_them(self) -> None:
        for minute, written, american in (
            (0, "00:00", "12:00\u202fAM"),
            (9 * 60 + 5, "09:05", "9:05\u202fAM"),
            (19 * 60 + 40, "19:40", "7:40\u202fPM"),
            (25 * 60, "01:00", "1:00\u202fAM"),
        ):
            with self.subTest(written):
                self.assertEqual(clock(minute), written)
                self.assertEqual(clock_text(minute, AMERICAN), american)
                read = text_from_json(clock(minute).source.as_json())
                self.assertEqual(said_in(read, AMERICAN), american)
        self.assertEqual(clock_text(19 * 60 + 40, GERMAN), "19:40")
