"""What failed by place, and the cause that the log shows. Causes: common practice, no source."""

from collections.abc import Mapping
from typing import Any
from unittest import TestCase

from craft.contract import PlanRequest, parse
from craft.contract.events import EventList
from craft.contract.replay import ReplayRequest
from craft.contract.visit import FaultFinding
from craft.plan.planner import plan
from craft.tests.requests import plan_request
from craft.tests.test_visit import entry
from craft.visit.faults import CAUSES, FAULT_NAMES, USUAL, findings
from craft.visit.fold import fold
from craft.visit.last_time import last_time
from craft.visit.tests.test_ticked import DONE, EACH, GEL, PLAN, SHARES, folded, log, tick
from craft.vocabulary import Fault, Zone

Entry = Mapping[str, Any]


def fault(number: int, kind: str, *sections: int, gone: bool = False) -> Entry:
    data = {"fault": kind, "sections": list(sections), "gone": gone}
    return entry(600 + number, 300 + number, "fault", **data)


def found(*more: Entry, ticks: range = range(1, 15)) -> list[FaultFinding]:
    return findings(PLAN, folded(log(DONE, *more, ticks=ticks)))


def gel(section: int, share: float) -> Entry:
    grams = round(GEL.grams * SHARES[section] * share, 2)
    return entry(
        400 + section, section * EACH, "dose", step="work", role="gel", section=section, grams=grams
    )


class FoldTest(TestCase):
    def test_what_was_said_last_of_a_place_counts(self) -> None:
        rows = found(
            fault(1, "flakes", 3, 4), fault(2, "frizz", 9), fault(3, "flakes", 4, gone=True)
        )
        self.assertEqual(
            [(row.fault, row.sections) for row in rows], [(Fault.FRIZZ, [9]), (Fault.FLAKES, [3])]
        )

    def test_it_says_where(self) -> None:
        (row,) = found(fault(1, "frizz", 2, 14))
        zones = {section.number: section.zone for section in PLAN.sections}
        self.assertEqual(row.zones, list(dict.fromkeys([zones[2], zones[14]])))
        self.assertEqual(row.place, "sections 2, 14")

    def test_every_fault_has_a_name_and_causes(self) -> None:
        for table in (FAULT_NAMES, CAUSES, USUAL):
            self.assertEqual(set(table), set(Fault))


class CausesTest(TestCase):
    def causes(self, *more: Entry) -> dict[str, list[int]]:
        (row,) = found(*more)
        return {cause.text: cause.sections for cause in row.causes if cause.seen}

    def test_without_a_sign_in_the_log_it_says_what_is_usual(
        self,
    ) -> None:
        (row,) = found(fault(1, "flakes", 3))
        (cause,) = row.causes
        self.assertFalse(cause.seen)
        self.assertIn("Nothing in the log", cause.trigger)
        self.assertTrue(cause.remedy)

    def test_less_product_there_than_on_the_rest(self) -> None:
        causes = self.causes(gel(3, 0.5), fault(1, "frizz", 3, 9))
        self.assertEqual(causes, {"It got less gel than the rest.": [3]})

    def test_more_product_leaves_flakes_and_does_not_make_frizz(self) -> None:
        self.assertEqual(
            self.causes(gel(3, 1.6), fault(1, "flakes", 3)),
            {"It got more gel than the rest.": [3]},
        )
        self.assertEqual(self.causes(gel(3, 1.6), fault(1, "frizz", 3)), {})

    def test_as_much_everywhere_is_no_cause(self) -> None:
        doses = [gel(section, 0.7) for section in range(1, 15)]
        self.assertEqual(self.causes(*doses, fault(1, "frizz", 3)), {})

    def test_a_section_that_was_hurried(self) -> None:
        # The tenth took one minute, the eleventh so much more.
        entries: list[Entry] = [
            entry(1, 0, "step_started", step="work"),
            *(
                tick(section, after=section * EACH - (4 if section == 10 else 0))
                for section in range(1, 15)
            ),
            DONE,
            fault(1, "flakes", 10, 12),
        ]
        (row,) = findings(PLAN, folded(entries))
        (cause,) = [cause for cause in row.causes if cause.seen]
        self.assertEqual(cause.sections, [10])
        self.assertIn("faster than the rest", cause.text)

    def test_damp_roots_are_everywhere_and_a_damp_nape_only_there(self) -> None:
        roots = entry(500, 250, "touch", place="roots", dryness="damp_roots")
        damp = "It was still damp here when the set was opened."
        self.assertEqual(self.causes(roots, fault(1, "frizz_roots", 3, 9)), {damp: [3, 9]})
        nape = entry(500, 250, "touch", place="nape", dryness="damp_roots")
        zones = {section.number: section.zone for section in PLAN.sections}
        here = [number for number, zone in zones.items() if zone is Zone.NAPE]
        causes = self.causes(nape, fault(1, "frizz_roots", *zones))
        self.assertEqual(causes.get(damp, []), here)

    def test_hair_that_had_dried_at_its_turn(self) -> None:
        request = parse(
            PlanRequest,
            plan_request(
                hair={"density_per_cm2": 140, "length_cm": 18, "relaxed_cm": 8},
                goal={"style": "two_strand_twist_out", "sections": 40},
                room={"temp_c": 28, "rh": 0.25},
                school={"distribution": "cycle", "rewet": "none"},
            ),
        )
        answer = plan(request)
        events = parse(EventList, {"events": [fault(1, "clump_lost", 1, 40)]}).events
        (row,) = findings(answer, fold(answer, events))
        (cause,) = row.causes
        self.assertEqual((cause.sections, cause.seen), ([40], True))
        self.assertIn("had dried at its turn", cause.text)


class LastTimeTest(TestCase):
    def test_the_next_visit_knows_what_failed_and_which_side_got_more(self) -> None:
        left = [section.number for section in PLAN.sections if section.centre[0] < 0]
        entries = log(*(gel(number, 1.5) for number in left), fault(1, "flakes", 3), DONE)
        events = parse(EventList, {"events": entries}).events
        answer = last_time(ReplayRequest(plan=PLAN, events=events))
        self.assertEqual([row.fault for row in answer.faults], [Fault.FLAKES])
        (uneven,) = answer.uneven
        self.assertRegex(uneven, r"left got \d+ % more per gram of hair than right")
