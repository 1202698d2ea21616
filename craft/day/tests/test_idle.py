"""Idle time; common practice, no source."""

from unittest import TestCase

from craft.day.idle import IdleDay, idle_on


class IdleTest(TestCase):
    def test_what_is_not_worked_of_the_hours_there(self) -> None:
        self.assertEqual(idle_on({"mara": 480.0}, {"mara": 300.0}), IdleDay(480.0, 180.0))

    def test_who_works_over_makes_up_for_nobody(self) -> None:
        present, worked = {"mara": 240.0, "ilse": 480.0}, {"mara": 300.0, "ilse": 400.0}
        self.assertEqual(idle_on(present, worked), IdleDay(720.0, 80.0))

    def test_who_worked_on_nobody_is_not_called_idle(self) -> None:
        self.assertEqual(
            idle_on({"mara": 480.0, "noor": 480.0}, {"mara": 480.0}).present_min, 480.0
        )

    def test_who_was_not_to_be_there_is_left_out(self) -> None:
        self.assertEqual(idle_on({}, {"anton": 60.0}), IdleDay(0.0, 0.0))
