"""A set that its client opens at home: how, when to feel again, and what it teaches."""

from datetime import timedelta
from typing import Any
from unittest import TestCase

from craft.contract import PlanRequest, parse
from craft.contract.events import EventList
from craft.contract.visit import VisitAnswer
from craft.learning.drying import Outcome, salon_factor
from craft.learning.lessons import opened_set
from craft.messages import Clocked, Message, Text
from craft.plan.drying_plan import drying_basis
from craft.plan.planner import plan
from craft.styles.catalogue import TECHNIQUES
from craft.tests.requests import plan_request, planned
from craft.tests.test_visit import TEN, entry
from craft.visit.fold import fold
from craft.visit.opening import opening_advice
from craft.vocabulary import Dryness, Style

ASKED = parse(
    PlanRequest,
    plan_request(
        goal={"style": "two_strand_twist_out"},
        details={"opened": "home"},
        start=TEN.replace(hour=19, minute=30).isoformat(),
        zone="Europe/Lisbon",
        school={"distribution": "cycle"},
    ),
)
PLAN = plan(ASKED)
#: Minutes from ten o'clock until the set was shaped, at nine in the evening.
SHAPED = 11 * 60
WORKED = [
    entry(1, SHAPED - 60, "step_started", step="work"),
    entry(2, SHAPED, "step_done", step="work"),
    *(
        entry(10 + place, SHAPED + 1, "step_skipped", step=step.key)
        for place, step in enumerate(PLAN.steps)
        if step.key != "work"
    ),
]


def worked(*more: dict[str, Any]) -> VisitAnswer:
    return fold(PLAN, parse(EventList, {"events": [*WORKED, *more]}).events)


def felt(dryness: str, after_h: float) -> dict[str, Any]:
    return entry(900, SHAPED + after_h * 60, "touch", place="roots", dryness=dryness)


def opened(dryness: str, after_h: float) -> list[dict[str, Any]]:
    at = SHAPED + after_h * 60
    return [
        entry(901, at, "released", at_home=True),
        entry(902, at, "dryness", dryness=dryness),
    ]


def advice(dryness: str, after_h: float) -> Text:
    shaped = TEN + timedelta(minutes=SHAPED)
    now = shaped + timedelta(hours=after_h)
    return opening_advice(ASKED, worked(felt(dryness, after_h)), shaped, now)


class AdviceTest(TestCase):
    def test_dry_roots_are_opened_by_the_card(self) -> None:
        self.assertIn("open it step by step", advice("dry", 14))

    def test_damp_roots_stay_in_and_are_felt_again_while_the_client_is_awake(self) -> None:
        for after_h in (10.0, 12.0, 14.0):
            text = advice("damp_roots", after_h)
            self.assertIn("Leave it closed", text)
            self.assertRegex(text, r"Feel again \w+ \d+ \w+, \d\d:\d\d\.")
            hours = clocks_in(text)
            self.assertTrue(hours)
            self.assertTrue(all(at % 15 == 0 for at in hours), text)
            self.assertTrue(all(7 * 60 + 30 <= at <= 22 * 60 for at in hours), text)


def clocks_in(text: str) -> list[int]:
    """Minutes of the day that a text names."""
    if not isinstance(text, Text):
        return []
    source = text.source
    if isinstance(source, Clocked):
        return [source.minute]
    parts = (
        list(source.params.values())
        if isinstance(source, Message)
        else list(getattr(source, "parts", ()))
    )
    return [at for part in parts if isinstance(part, str) for at in clocks_in(part)]


class CardTest(TestCase):
    def test_a_plan_for_home_says_so_and_what_to_do_in_order(self) -> None:
        for style in Style:
            if not TECHNIQUES[style].release.needed:
                continue
            answer = planned(goal={"style": style.value}, details={"opened": "home"})
            with self.subTest(style=style):
                self.assertTrue(answer.opened_at_home)
                lines = next(each.lines for each in answer.home.phases if each.key == "release")
                self.assertIn("Feel the roots", lines[0])
                self.assertIn("edges last", lines[-1])
                self.assertLess(
                    next(at for at, line in enumerate(lines) if "nly when" in line),
                    lines.index("Do not comb or brush it."),
                )

    def test_a_pick_is_never_deeper_than_half_of_the_hair(self) -> None:
        for length_cm in (8, 12, 20, 40):
            answer = planned(
                hair={"length_cm": length_cm, "relaxed_cm": length_cm * 0.6},
                details={"opened": "home"},
            )
            lines = next(each.lines for each in answer.home.phases if each.key == "release")
            depths = [
                float(part.source.params["depth"])  # type: ignore[arg-type]
                for part in lines
                if isinstance(part, Text)
                and isinstance(part.source, Message)
                and "depth" in part.source.params
            ]
            for depth in depths:
                self.assertLessEqual(depth, length_cm * 0.6 / 2 + 0.01)
                self.assertLessEqual(depth, 10)

    def test_in_the_salon_it_is_not_the_client_who_opens_it(self) -> None:
        self.assertFalse(planned().opened_at_home)


class TeachesTest(TestCase):
    def test_until_it_is_told_the_visit_says_what_is_missing(self) -> None:
        missing = "the client has not said yet how it opened"
        self.assertIn(missing, worked().open)
        self.assertNotIn(missing, worked(*opened("dry", 14)).open)

    def test_what_the_client_tells_is_an_opened_set_of_that_hour(self) -> None:
        folded = worked(*opened("damp_roots", 9))
        assert folded.release is not None
        self.assertTrue(folded.release.at_home)
        taught = opened_set(ASKED, PLAN, folded, drying_basis(ASKED))
        assert taught is not None
        self.assertEqual(taught.outcome.opened_h, 9)
        self.assertTrue(taught.outcome.at_home)

    def test_it_teaches_the_same_way_and_less_than_trained_hands(self) -> None:
        for dryness, opened_h in ((Dryness.DAMP_ROOTS, 10.0), (Dryness.DRY, 6.5)):
            here, told = (
                salon_factor([Outcome(8.0, opened_h, dryness, at_home=at_home)])
                for at_home in (False, True)
            )
            self.assertGreater((told.factor - 1) * (here.factor - 1), 0)
            self.assertLess(abs(told.factor - 1), abs(here.factor - 1))
            self.assertGreater(told.unsure, here.unsure)
