"""Why a day has no timetable, in words. Common practice, no source."""

from typing import Any
from unittest import TestCase

from craft.contract import parse
from craft.contract.day import DayRequest, Relaxation
from craft.day.causes import cause
from craft.messages import clock
from craft.words import duration

OPEN, CLOSE = 540, 1080


def day(head: dict[str, Any] | None = None, **more: Any) -> DayRequest:
    """A day with one specialist, one basin, and one client who takes two hours."""
    client = {
        "id": "new",
        "name": "Runa",
        "arrive_min": 600,
        "start_by_min": 600,
        "segments": [{"station": "chair", "hands": True, "minutes": 120}],
    }
    request = {
        "open_min": OPEN,
        "close_min": CLOSE,
        "stations": {"chair": 2, "basin": 1},
        "specialists": [
            {"id": "1", "name": "Mara", "present": [[OPEN, CLOSE]], "breaks": [[780, 810]]}
        ],
        "heads": [client | (head or {})],
    }
    return parse(DayRequest, request | more)


class CauseTest(TestCase):
    def test_what_would_end_after_closing(self) -> None:
        self.assertEqual(
            cause(day({"arrive_min": 1000, "start_by_min": 1000})),
            "Runa takes at least 2 h and would end at 18:40; the salon closes at 18:00.",
        )

    def test_a_day_that_runs_past_midnight(self) -> None:
        late = {"arrive_min": 1325, "start_by_min": 1325}
        said = cause(day(late, close_min=1435))
        self.assertIn("would end at 00:05; the salon closes at 23:55", said)

    def test_before_opening(self) -> None:
        self.assertEqual(
            cause(day({"arrive_min": 450, "start_by_min": 450})), "The salon opens at 09:00."
        )

    def test_a_promise(self) -> None:
        self.assertIn("11:40 was promised", cause(day({"done_by_min": 700})))

    def test_a_break(self) -> None:
        at = {"arrive_min": 785, "start_by_min": 785}
        self.assertEqual(cause(day(at)), "Mara has a break from 13:00 to 13:30.")

    def test_nobody_there(self) -> None:
        people = [{"id": "1", "name": "Mara", "present": [[900, CLOSE]]}]
        self.assertEqual(cause(day(specialists=people)), "Mara does not work at 10:00.")
        self.assertEqual(cause(day({"may": ["2"]})), "Nobody on duty then can do this.")

    def test_a_station(self) -> None:
        offer = Relaxation(text="One basin more.", kind="station", station="basin", by=1)
        self.assertEqual(cause(day(), [offer]), "The only basin is taken at that time.")

    def test_hands(self) -> None:
        self.assertEqual(cause(day()), "Everyone is busy at that time.")

    def test_words(self) -> None:
        self.assertEqual([clock(0), clock(725), clock(1445)], ["00:00", "12:05", "00:05"])
        said = [duration(minutes) for minutes in (0, 40, 60, 130)]
        self.assertEqual(said, ["0 min", "40 min", "1 h", "2 h 10 min"])
