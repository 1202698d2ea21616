"""How a day stands: what clashes, who gets tired, how sure an hour is."""

from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import parse
from craft.contract.day import BoardAnswer, BoardRequest, DayRequest
from craft.day.answer import day
from craft.day.standing import board, without_clashes
from craft.day.tests.days import salon_day
from craft.errors import CraftError
from craft.vocabulary import DayClashKind

ADA, BO = {"id": "1", "name": "Ada"}, {"id": "2", "name": "Bo"}


def work(minutes: int = 30, **more: Any) -> dict[str, Any]:
    return {"station": "chair", "hands": True, "minutes": minutes} | more


def at(head: str, start: int, specialist: str | None = "1", **more: Any) -> dict[str, Any]:
    return {"head": head, "index": 0, "start": start, "specialist": specialist} | more


def a_day(*kept: dict[str, Any], **more: Any) -> dict[str, Any]:
    """A day of heads with one segment each, where they are placed."""
    heads = [{"id": row["head"], "name": row["head"].title(), "segments": [work()]} for row in kept]
    return {
        "close_min": 600,
        "stations": {"chair": 2},
        "specialists": [ADA, BO],
        "heads": heads,
        "kept": list(kept),
    } | more


def standing(*kept: dict[str, Any], **more: Any) -> BoardAnswer:
    return board(parse(BoardRequest, a_day(*kept, **more)))


class ClashTest(TestCase):
    def test_one_pair_of_hands_in_two_heads(self) -> None:
        clash = standing(at("ines", 100), at("cy", 110)).clashes[0]
        self.assertEqual((clash.kind, clash.start, clash.end), (DayClashKind.HANDS, 110, 130))
        self.assertEqual(clash.text, "Ada is needed by Cy and Ines")

    def test_more_heads_than_places(self) -> None:
        rows = (at("a", 100), at("b", 110, "2"), at("c", 120, None))
        kinds = {clash.kind for clash in standing(*rows).clashes}
        self.assertIn(DayClashKind.PLACE, kinds)

    def test_hands_that_are_not_there(self) -> None:
        for person in ({**ADA, "breaks": [[100, 110]]}, {**ADA, "present": [[110, 500]]}):
            answer = standing(at("ines", 100), specialists=[person])
            clash = answer.clashes[0]
            self.assertEqual((clash.kind, clash.start, clash.end), (DayClashKind.AWAY, 100, 110))
        self.assertEqual(standing(at("ines", 100, "9")).clashes[0].text, "Ines has nobody assigned")

    def test_a_clash_that_goes_on_is_told_once(self) -> None:
        rows = (at("a", 100), at("b", 100), at("c", 115, "2"))
        texts = [clash.text for clash in standing(*rows, stations={"chair": 3}).clashes]
        self.assertEqual(len(texts), len(set(texts)))

    def test_a_segment_that_is_nowhere_is_named(self) -> None:
        request = a_day(at("ines", 100)) | {"kept": []}
        with self.assertRaises(CraftError) as caught:
            board(parse(BoardRequest, request))
        self.assertEqual(caught.exception.field, "heads.0.segments.0")

    @settings(max_examples=12, deadline=None)
    @given(st.lists(st.sampled_from(("quick_wash", "shake_wash_and_go")), min_size=1, max_size=3))
    def test_what_the_search_answers_clashes_nowhere(self, styles: list[str]) -> None:
        request = salon_day(tuple(styles), 2, limit_s=0.3, draws=0)
        answer = day(parse(DayRequest, request))
        fields = ("head", "index", "start", "end", "specialist")
        kept = [segment.model_dump(include=set(fields)) for segment in answer.segments]
        request.pop("limit_s")
        stands = board(parse(BoardRequest, request | {"kept": kept}))
        self.assertEqual(stands.clashes, [])
        self.assertEqual(
            [row.needed for row in stands.load if row.start < (answer.finish_min or 0)],
            [row.needed for row in answer.load],
        )


class TiredTest(TestCase):
    def test_fine_work_without_a_break_is_told_and_a_rest_counts(self) -> None:
        def fine(gap: int) -> BoardAnswer:
            kept = [at("a", 0, end=60), at("b", 60 + gap, end=120 + gap)]
            request = a_day(*kept)
            for head in request["heads"]:
                head["segments"][0]["fine"] = True
            return board(parse(BoardRequest, request))

        self.assertEqual([(row.minutes, row.until) for row in fine(5).tired], [(120, 125)])
        self.assertEqual(fine(15).tired, [])


class OddsTest(TestCase):
    def test_what_is_over_is_sure(self) -> None:
        request = a_day(at("ines", 100))
        request["heads"][0] |= {"done_by_min": 120}
        request["heads"][0]["segments"][0]["spread"] = 0.3
        later = board(parse(BoardRequest, request)).heads[0]
        over = board(parse(BoardRequest, request | {"now_min": 200})).heads[0]
        self.assertTrue(0.05 < later.on_time < 0.6, later)
        self.assertEqual(over.on_time, 0.0, "it ended ten minutes late")

    def test_booked_with_room_to_spare_it_is_surer(self) -> None:
        request = a_day(at("ines", 100, end=145))
        request["heads"][0]["segments"][0]["spread"] = 0.3
        roomy = board(parse(BoardRequest, request)).heads[0].on_time
        request["kept"][0]["end"] = 130
        self.assertGreater(roomy, board(parse(BoardRequest, request)).heads[0].on_time + 0.2)


class AddedTest(TestCase):
    """A day in which something clashes already can be added to."""

    def request(self, *kept: dict[str, Any], **more: Any) -> DayRequest:
        asked = a_day(*kept, **more)
        for head, row in zip(asked["heads"], kept, strict=True):
            head["segments"][0] |= {"start": row["start"], "specialist": row["specialist"]}
        return parse(DayRequest, asked | {"limit_s": 0.3, "draws": 0})

    def test_clashes_of_others_refuse_nobody(self) -> None:
        absent = at("ines", 100, "9", end=130)
        twice = (at("ines", 100, end=130), at("cy", 110, end=140))
        many = (*twice, at("dee", 100, "2", end=130))
        slower = at("ines", 100, end=130), at("cy", 130, end=160)
        for rows, more in (
            ((absent,), {}),
            (twice, {}),
            (many, {}),
            (slower, {"specialists": [{**ADA, "pace": 1.5}, BO]}),
            ((at("ines", 100, end=130),), {"stations": {"chair": 0, "basin": 1}}),
        ):
            request = without_clashes(self.request(*rows, **more))
            self.assertNotEqual(day(request).status, "infeasible", rows)

    def test_hands_that_work_stay_taken(self) -> None:
        request = without_clashes(self.request(at("ines", 100, end=130)))
        new = parse(
            DayRequest,
            a_day() | {"heads": [{"id": "new", "specialist": "1", "segments": [work()]}]},
        ).heads[0]
        late = new.model_copy(update={"arrive_min": 105, "start_by_min": 105})
        asked = request.model_copy(update={"heads": [*request.heads, late]})
        self.assertEqual(day(asked).status, "infeasible")
