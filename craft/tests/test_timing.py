"""Minutes: own values, so only their laws are checked."""

from unittest import TestCase

from craft.work import timing


class TimingTest(TestCase):
    def test_a_usual_section_takes_its_base(self) -> None:
        self.assertAlmostEqual(timing.section_minutes(2.5, 25, 8000, 8000), 2.5)

    def test_longer_or_fuller_sections_take_longer(self) -> None:
        usual = timing.section_minutes(2.5, 25, 8000, 8000)
        self.assertGreater(timing.section_minutes(2.5, 26, 8000, 8000), usual)
        self.assertGreater(timing.section_minutes(2.5, 25, 8100, 8000), usual)

    def test_more_and_smaller_sections_take_longer_in_all(self) -> None:
        few = 8 * timing.section_minutes(4.5, 25, 12_000, 12_000)
        many = 14 * timing.section_minutes(4.5, 25, 12_000 * 8 / 14, 12_000)
        self.assertGreater(many, few)

    def test_detangling_grows_with_days_and_curl(self) -> None:
        self.assertGreater(timing.detangle_minutes(110, 8, 4), timing.detangle_minutes(110, 7, 4))
        self.assertGreater(timing.detangle_minutes(110, 7, 4), timing.detangle_minutes(110, 7, 3))
        self.assertEqual(timing.detangle_minutes(110, 28, 4), timing.detangle_minutes(110, 90, 4))
