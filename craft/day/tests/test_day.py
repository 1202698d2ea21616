"""Timetables of a day: legal, early, robust; against benchmarks, brute force and the models."""

import itertools
import json
import subprocess
import sys
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import parse
from craft.contract.day import DayAnswer, DayRequest
from craft.day.answer import day
from craft.day.relaxing import without_a_head
from craft.day.tests.days import EIGHT, FT06, job_shop, salon_day
from craft.errors import CraftError


def solved(**request: Any) -> DayAnswer:
    return day(parse(DayRequest, request))


def broken(request: DayRequest, answer: DayAnswer) -> list[str]:  # noqa: PLR0912
    """Everything that is illegal in a timetable, looked at minute by minute."""
    wrong = []
    stations: dict[tuple[str, int], set[str]] = {}
    hands: dict[tuple[str, int], set[str]] = {}
    heads = {head.id: head for head in request.heads}
    people = {person.id: person for person in request.specialists}
    own: dict[str, list[Any]] = {head.id: [] for head in request.heads}
    for segment in answer.segments:
        own[segment.head].append(segment)
    for name, segments in own.items():
        head = heads[name]
        segments.sort(key=lambda segment: segment.index)
        if [segment.index for segment in segments] != list(range(len(head.segments))):
            wrong.append(f"{name} lacks a segment")
        if segments[0].start < head.arrive_min:
            wrong.append(f"{name} begins before it comes")
        if head.done_by_min is not None and segments[-1].end > head.done_by_min:
            wrong.append(f"{name} is done late")
        for segment, after in itertools.zip_longest(segments, segments[1:]):
            asked = head.segments[segment.index]
            leaves = segment.end
            if after is not None:
                if after.start < segment.end:
                    wrong.append(f"{name} overlaps itself at {segment.index}")
                if asked.max_wait_after is not None:
                    leaves = after.start
                    if after.start - segment.end > asked.max_wait_after + 0.5:
                        wrong.append(f"{name} waits too long after {segment.index}")
            length = segment.end - segment.start
            if not segment.hands and length > (asked.minutes_most or round(asked.minutes)):
                wrong.append(f"{name} sits too long at {segment.index}")
            if asked.start is not None and segment.start != asked.start:
                wrong.append(f"{name} was moved though it runs")
            for minute in range(segment.start, leaves):
                stations.setdefault((segment.station, minute), set()).add(name)
            for minute in range(segment.start, segment.end if segment.hands else segment.start):
                hands.setdefault((segment.specialist or "", minute), set()).add(name)
                person = people[segment.specialist or ""]
                if any(begin <= minute < end for begin, end in person.breaks):
                    wrong.append(f"{person.id} works in a break")
                if person.present and not any(b <= minute < e for b, e in person.present):
                    wrong.append(f"{person.id} works while away")
    wrong += [f"{key} over" for key, who in stations.items() if len(who) > request.stations[key[0]]]
    wrong += [f"{key} twice" for key, who in hands.items() if len(who) > 1]
    if any(segment.end > request.close_min for segment in answer.segments):
        wrong.append("after closing")
    return sorted(set(wrong))


class BenchmarkTest(TestCase):
    def test_the_job_shop_of_fisher_and_thompson_through_the_command(self) -> None:
        """FT06: 55, Fisher & Thompson 1963."""
        done = subprocess.run(
            [sys.executable, "-m", "craft", "day"],
            input=json.dumps(job_shop(FT06, 10)),
            capture_output=True,
            text=True,
            check=True,
        )
        answer = json.loads(done.stdout)
        self.assertEqual(
            (answer["status"], answer["finish_min"], answer["bound_min"]), ("optimal", 55, 55)
        )

    def test_overlapping_beats_one_after_another(self) -> None:
        styles = ("two_strand_twist_out", "two_strand_twist_out", "shake_wash_and_go", "quick_wash")
        request = salon_day(styles, 1, limit_s=2, draws=0)
        answer = solved(**request)
        self.assertEqual(broken(parse(DayRequest, request), answer), [])
        after = answer.baselines.one_after_another_min or 0
        self.assertLess(answer.finish_min or 0, 0.9 * after)
        self.assertLessEqual(answer.bound_min or 0, answer.finish_min or 0)

    def test_a_legal_answer_comes_at_once(self) -> None:
        request = salon_day(EIGHT, 2, limit_s=0.1, draws=0)
        answer = solved(**request)
        self.assertEqual(broken(parse(DayRequest, request), answer), [])
        self.assertLessEqual(answer.finish_min or 0, answer.baselines.first_fit_min or 0)


SEGMENT = st.fixed_dictionaries(
    {
        "station": st.sampled_from(["chair", "basin"]),
        "hands": st.booleans(),
        "minutes": st.integers(1, 9),
    }
)
JOBS = st.lists(st.lists(SEGMENT, min_size=1, max_size=3), min_size=1, max_size=3)


def brute_force(jobs: list[list[dict[str, Any]]], stations: dict[str, int]) -> int:
    """The earliest finish with one pair of hands: every order of placing, each as early as can be.

    Among timetables in which nothing could be earlier there is a best one, and each is that of an
    order.
    """
    order = [place for place, job in enumerate(jobs) for _ in job]
    best = 10**6
    for turn in set(itertools.permutations(order)):
        used: list[tuple[str, int, int]] = []
        at, ready = [0] * len(jobs), [0] * len(jobs)
        for place in turn:
            piece = jobs[place][at[place]]
            begin = ready[place]
            while not fits(used, piece, begin, stations):
                begin += 1
            end = begin + piece["minutes"]
            used.append((piece["station"], begin, end))
            if piece["hands"]:
                used.append(("hands", begin, end))
            at[place] += 1
            ready[place] = end
        best = min(best, max(ready))
    return best


def fits(
    used: list[tuple[str, int, int]], piece: dict[str, Any], begin: int, stations: dict[str, int]
) -> bool:
    needs = [(piece["station"], stations[piece["station"]])]
    if piece["hands"]:
        needs.append(("hands", 1))
    for minute in range(begin, begin + piece["minutes"]):
        for name, count in needs:
            if sum(n == name and b <= minute < e for n, b, e in used) >= count:
                return False
    return True


class LawsTest(TestCase):
    @settings(max_examples=25, deadline=None)
    @given(JOBS, st.sampled_from([{"chair": 2, "basin": 1}, {"chair": 1, "basin": 1}]))
    def test_small_days_are_as_early_as_brute_force_finds(
        self, jobs: list[list[dict[str, Any]]], stations: dict[str, int]
    ) -> None:
        answer = solved(
            close_min=300,
            stations=stations,
            specialists=[{"id": "a"}],
            heads=[{"id": f"h{n}", "segments": job} for n, job in enumerate(jobs)],
            limit_s=5,
        )
        self.assertEqual(answer.status, "optimal")
        self.assertEqual(answer.finish_min, brute_force(jobs, stations))

    @settings(max_examples=12, deadline=None)
    @given(
        st.lists(
            st.lists(
                st.fixed_dictionaries(
                    {
                        "station": st.sampled_from(["chair", "basin", "hood"]),
                        "hands": st.booleans(),
                        "minutes": st.integers(1, 40),
                        "max_wait_after": st.sampled_from([None, 0, 5, 20]),
                        "spread": st.sampled_from([0.0, 0.2]),
                    }
                ),
                min_size=1,
                max_size=5,
            ),
            min_size=1,
            max_size=4,
        ),
        st.lists(st.integers(0, 100), min_size=4, max_size=4),
        st.integers(1, 2),
    )
    def test_every_timetable_is_legal(
        self, jobs: list[list[dict[str, Any]]], arrivals: list[int], people: int
    ) -> None:
        request = {
            "close_min": 900,
            "stations": {"chair": 2, "basin": 1, "hood": 1},
            "specialists": [
                {"id": f"p{n}", "breaks": [(60, 80)], "pace": 1 + n / 5} for n in range(people)
            ],
            "heads": [
                {"id": f"h{n}", "arrive_min": arrivals[n], "segments": job}
                for n, job in enumerate(jobs)
            ],
            "limit_s": 0.2,
            "draws": 50,
        }
        answer = solved(**request)
        self.assertEqual(broken(parse(DayRequest, request), answer), [])
        self.assertLessEqual(answer.bound_min or 0, answer.finish_min or 0)


def wash(number: int, **more: Any) -> dict[str, Any]:
    """A head whose mask has to be rinsed in time."""
    return {
        "id": f"h{number}",
        "name": f"Head {number}",
        "segments": [
            {"station": "basin", "hands": True, "minutes": 10, "max_wait_after": 0, "key": "mask"},
            {
                "station": "chair",
                "minutes": 20,
                "minutes_most": 25,
                "max_wait_after": 0,
                "title": "mask",
            },
            {"station": "basin", "hands": True, "minutes": 10, "key": "rinse"},
        ],
    } | more


SALON: dict[str, Any] = {
    "close_min": 240,
    "stations": {"chair": 3, "basin": 1},
    "specialists": [{"id": "ada", "name": "Ada"}],
    "limit_s": 1,
}


class HandsTest(TestCase):
    def test_an_assistant_does_only_what_they_may(self) -> None:
        people = [{"id": "ada"}, {"id": "bo", "steps": ["rinse"]}]
        answer = solved(**SALON | {"specialists": people, "heads": [wash(1), wash(2)]})
        for segment in answer.segments:
            if segment.key == "mask" and segment.hands:
                self.assertEqual(segment.specialist, "ada")

    def test_who_is_wanted_does_it(self) -> None:
        people = [{"id": "ada"}, {"id": "bo"}]
        heads = [wash(1, specialist="bo"), wash(2, specialist="bo")]
        answer = solved(**SALON | {"specialists": people, "heads": heads})
        hands = {segment.specialist for segment in answer.segments if segment.hands}
        self.assertEqual(hands, {"bo"})

    def test_only_who_knows_how_does_it(self) -> None:
        people = [{"id": "ada"}, {"id": "bo"}, {"id": "cy"}]
        heads = [wash(1, may=["bo", "cy"]), wash(2, may=["bo"]), wash(3)]
        request = SALON | {"specialists": people, "heads": heads}
        answer = solved(**request)
        self.assertEqual(broken(parse(DayRequest, request), answer), [])
        by = {(s.head, s.specialist) for s in answer.segments if s.hands}
        self.assertTrue({who for head, who in by if head == "h1"} <= {"bo", "cy"})
        self.assertEqual({who for head, who in by if head == "h2"}, {"bo"})

    def test_slower_hands_take_longer(self) -> None:
        slow = [{"id": "ada", "pace": 2.0}]
        answer = solved(**SALON | {"specialists": slow, "heads": [wash(1)]})
        first = answer.segments[0]
        self.assertEqual(first.end - first.start, 20)

    def test_nobody_works_while_away(self) -> None:
        people = [{"id": "ada", "present": [(60, 240)], "breaks": [(100, 130)]}]
        request = SALON | {"specialists": people, "heads": [wash(1), wash(2)]}
        answer = solved(**request)
        self.assertEqual(broken(parse(DayRequest, request), answer), [])

    def test_people_and_stations_that_are_not_there_are_named(self) -> None:
        with self.assertRaisesRegex(CraftError, "no steamer"):
            heads = [{"id": "h", "segments": [{"station": "steamer", "minutes": 5}]}]
            solved(**SALON | {"heads": heads})
        with self.assertRaisesRegex(CraftError, "Nobody here is called cy"):
            solved(**SALON | {"heads": [wash(1, specialist="cy")]})


class ChangeTest(TestCase):
    def kept(self, answer: DayAnswer) -> list[dict[str, Any]]:
        return [
            {"head": s.head, "index": s.index, "start": s.start, "specialist": s.specialist}
            for s in answer.segments
        ]

    def test_a_late_head_changes_as_little_as_can_be(self) -> None:
        heads = [wash(1), wash(2), wash(3)]
        before = solved(**SALON | {"heads": heads})
        late = next(head.head for head in before.heads if head.start == 0)
        heads = [head | {"arrive_min": 15} if head["id"] == late else head for head in heads]
        request = SALON | {"heads": heads, "kept": self.kept(before), "least_change": True}
        after = solved(**request)
        self.assertEqual(broken(parse(DayRequest, request), after), [])
        self.assertIn(late, [change.head for change in after.changes])
        self.assertLess(len(after.changes), 3, "not everybody is moved for one")
        self.assertIn("min later", after.changes[0].text)

    def test_what_runs_is_not_moved(self) -> None:
        running = wash(1)
        running["segments"][0]["start"] = 7
        answer = solved(**SALON | {"heads": [running, wash(2)]})
        first = next(s for s in answer.segments if s.head == "h1" and s.index == 0)
        self.assertEqual(first.start, 7)

    def test_promises_hold(self) -> None:
        heads = [wash(1), wash(2, done_by_min=45), wash(3)]
        answer = solved(**SALON | {"heads": heads})
        self.assertLessEqual(next(h.end for h in answer.heads if h.head == "h2"), 45)


class ImpossibleTest(TestCase):
    def test_two_masks_and_one_pair_of_hands(self) -> None:
        heads = [wash(1, done_by_min=45), wash(2, done_by_min=45)]
        answer = solved(**SALON | {"heads": heads})
        self.assertEqual(answer.status, "infeasible")
        self.assertIn("Everyone is busy", answer.why_not)
        self.assertTrue(answer.relaxations)
        self.assertIn(answer.relaxations[0].text, answer.why_not)

    def test_the_last_to_come_is_left_out_first(self) -> None:
        heads = [wash(number, arrive_min=5 * number) for number in (2, 3, 1)]
        request = parse(DayRequest, SALON | {"heads": heads})
        offers = [offer.head for _, offer in without_a_head(request)]
        self.assertEqual(offers, [heads[1]["id"], heads[0]["id"], heads[2]["id"]])

    def test_each_offer_makes_it_possible(self) -> None:
        heads = [wash(1, done_by_min=45), wash(2, done_by_min=45)]
        answer = solved(**SALON | {"heads": heads})
        promise = next(offer for offer in answer.relaxations if offer.kind == "promise")
        for head in heads:
            if head["id"] == promise.head:
                head["done_by_min"] += promise.by
        self.assertNotEqual(solved(**SALON | {"heads": heads}).status, "infeasible")


class OddsTest(TestCase):
    def test_sure_minutes_make_sure_promises(self) -> None:
        answer = solved(**SALON | {"heads": [wash(1), wash(2)]})
        self.assertEqual([head.on_time for head in answer.heads], [1.0, 1.0])

    def test_unsure_minutes_make_unsure_promises(self) -> None:
        unsure = wash(1)
        for segment in unsure["segments"]:
            segment["spread"] = 0.4
        answer = solved(**SALON | {"heads": [unsure], "draws": 1000})
        on_time = answer.heads[0].on_time
        assert on_time is not None
        self.assertTrue(0.3 < on_time < 0.95, on_time)

    def test_room_to_spare_is_worth_it(self) -> None:
        """A tight day with unsure minutes keeps more promises than the one of mean minutes."""
        heads = [wash(number) for number in range(3)]
        for head in heads:
            for segment in head["segments"]:
                segment["spread"] = 0.3
        roomy = solved(**SALON | {"heads": heads, "draws": 800, "limit_s": 2})
        tight = solved(**SALON | {"heads": heads, "draws": 0, "limit_s": 2})
        self.assertGreaterEqual(roomy.finish_min or 0, tight.finish_min or 0)
        worst = min(head.on_time or 0 for head in roomy.heads)
        self.assertGreater(worst, 0.5)
