"""The contract: what is accepted, what is refused, and in which words."""

import json
from typing import Any
from unittest import TestCase

from pydantic import ValidationError

from craft.contract import PlanAnswer, PlanRequest, parse, read, schema
from craft.contract.drying import DryRequest
from craft.contract.partings import PartingsRequest
from craft.contract.wear import WearRequest
from craft.errors import CraftError, Missing
from craft.tests.requests import plan_request, planned

#: Field, lowest and highest accepted, and how to put a value there.
RANGES: tuple[tuple[str, float, float], ...] = (
    ("hair.length_cm", 1, 150),
    ("hair.density_per_cm2", 20, 450),
    ("hair.diameter_um", 20, 150),
    ("hair.head_cm", 40, 70),
    ("hair.days_since_detangle", 0, 365),
    ("goal.definition", 0, 1),
    ("goal.release_after_h", 0, 336),
    ("goal.time_limit_min", 10, 720),
    ("goal.wear_days", 1, 21),
    ("room.temp_c", 5, 45),
    ("room.rh", 0, 1),
    ("pace", 0.3, 3),
    ("drying_factor", 0.4, 2.5),
)


def with_value(path: str, value: object) -> dict[str, Any]:
    """A valid request with one value changed."""
    request = plan_request(room={"temp_c": 22, "rh": 0.5})
    request["hair"]["relaxed_cm"] = None
    *parents, last = path.split(".")
    place = request
    for parent in parents:
        place = place[parent]
    place[last] = value
    return request


class RangesTest(TestCase):
    def test_the_ends_of_every_range_are_accepted(self) -> None:
        for path, low, high in RANGES:
            for value in (low, high):
                with self.subTest(path=path, value=value):
                    parse(PlanRequest, with_value(path, value))

    def test_just_outside_is_refused_with_the_range(self) -> None:
        for path, low, high in RANGES:
            for value in (low - 1, high + 1):
                with self.subTest(path=path, value=value), self.assertRaises(CraftError) as caught:
                    parse(PlanRequest, with_value(path, value))
                self.assertEqual(caught.exception.field, path)
                self.assertIn(f"from {low:g} to {high:g}", caught.exception.message)

    def test_words_for_numbers_are_refused(self) -> None:
        for path, low, high in RANGES:
            with self.subTest(path=path), self.assertRaises(CraftError) as caught:
                parse(PlanRequest, with_value(path, "a lot"))
            self.assertEqual(caught.exception.field, path)
            self.assertIn(f"{low:g} to {high:g}", caught.exception.message)

    def test_no_number_is_made_of_text_or_truth(self) -> None:
        for value in ("25", True, None, [25], {"cm": 25}):
            with self.subTest(value=value), self.assertRaises(CraftError):
                parse(PlanRequest, with_value("hair.length_cm", value))

    def test_neither_infinity_nor_nan(self) -> None:
        for value in (float("inf"), float("-inf"), float("nan")):
            with self.subTest(value=value), self.assertRaises(CraftError):
                parse(PlanRequest, with_value("goal.definition", value))


class WordsTest(TestCase):
    ENUMS = (
        ("hair.pattern", "4c"),
        ("hair.porosity", "high"),
        ("hair.buildup", "heavy"),
        ("goal.style", "quick_wash"),
        ("goal.max_heat", "none"),
        ("dry", "diffuser"),
        ("blot", "pressed"),
    )

    def test_a_wrong_word_is_told_the_right_ones(self) -> None:
        for path, right in self.ENUMS:
            with self.subTest(path=path), self.assertRaises(CraftError) as caught:
                parse(PlanRequest, with_value(path, "whatever"))
            self.assertEqual(caught.exception.field, path)
            self.assertIn(right, caught.exception.message)

    def test_a_wrong_day_is_shown_a_right_one_and_a_long_list_its_length(self) -> None:
        day = {"date": "next week", "rh": 0.5}
        for air, field, allowed in (
            ([day], "air.0.date", "year-month-day, such as 2026-06-18"),
            ([{"date": "2026-06-18", "rh": 0.5}] * 61, "air", "at most 60"),
        ):
            with self.subTest(field), self.assertRaises(CraftError) as caught:
                parse(WearRequest, {"style": "rod_set", "done_on": "2026-06-18", "air": air})
            self.assertEqual(caught.exception.field, field)
            self.assertIn(allowed, str(caught.exception))

    def test_the_right_words_are_accepted(self) -> None:
        for path, right in self.ENUMS:
            parse(PlanRequest, with_value(path, right))

    def test_unknown_fields_are_refused_by_name_at_every_depth(self) -> None:
        for path in ("hair.colour", "goal.price", "room.view", "colour"):
            with self.subTest(path=path), self.assertRaises(CraftError) as caught:
                parse(PlanRequest, with_value(path, 1))
            self.assertEqual(caught.exception.field, path)
            self.assertIn("Unknown field. Known here:", caught.exception.message)

    def test_unknown_fields_of_a_bottle(self) -> None:
        shelf = [{"id": "1", "role": "gel"}, {"id": "2", "role": "gel", "colour": "red"}]
        with self.assertRaises(CraftError) as caught:
            parse(PlanRequest, plan_request(shelf=shelf))
        self.assertEqual(caught.exception.field, "shelf.1.colour")

    def test_what_was_typed_wrong_is_told_before_what_is_missing(self) -> None:
        request = with_value("hair.length_cm", -4)
        del request["goal"]
        with self.assertRaises(CraftError) as caught:
            parse(PlanRequest, request)
        self.assertEqual(caught.exception.field, "hair.length_cm")

    def test_missing_parts_are_named(self) -> None:
        for field in ("hair", "goal"):
            request = plan_request()
            del request[field]
            with self.assertRaises(CraftError) as caught:
                parse(PlanRequest, request)
            self.assertEqual(caught.exception.field, field)

    def test_missing_density_is_a_missing_measurement(self) -> None:
        with self.assertRaises(CraftError) as caught:
            parse(PlanRequest, with_value("hair.density_per_cm2", None))
        self.assertEqual(caught.exception.field, "hair.density_per_cm2")
        self.assertIsInstance(Missing("a", "b"), CraftError)


class ReadingTest(TestCase):
    def test_broken_json_is_told_where(self) -> None:
        with self.assertRaises(CraftError) as caught:
            read(PlanRequest, '{"hair": }')
        self.assertEqual(caught.exception.field, "request")
        self.assertIn("line 1", caught.exception.message)

    def test_requests_and_answers_are_read_only(self) -> None:
        request = parse(PlanRequest, plan_request())
        with self.assertRaises(ValidationError):
            request.pace = 2.0  # type: ignore[misc]

    def test_an_answer_reads_back_as_itself(self) -> None:
        answer = planned(dry="hood")
        again = PlanAnswer.model_validate_json(answer.model_dump_json())
        self.assertEqual(again, answer)

    def test_a_request_survives_the_round_trip(self) -> None:
        request = parse(PlanRequest, plan_request(kit={"pins": 3}))
        again = parse(PlanRequest, request.model_dump(mode="json"))
        self.assertEqual(again, request)

    def test_defaults_are_those_of_the_schema(self) -> None:
        request = parse(PlanRequest, plan_request())
        self.assertEqual((request.room.temp_c, request.room.rh), (22, 0.5))
        self.assertEqual((request.pace, request.drying_factor), (1, 1))
        self.assertEqual(request.goal.definition, 0.5)

    def test_schemas_describe_every_number_with_its_unit(self) -> None:
        text = json.dumps(schema(PlanRequest), ensure_ascii=False)
        for unit in ('"x-unit": "cm"', '"x-unit": "°C"', '"x-unit": "hairs/cm²"'):
            self.assertIn(unit, text)

    def test_other_commands_refuse_alike(self) -> None:
        cases: tuple[tuple[Any, dict[str, Any], str], ...] = (
            (DryRequest, {"set": {"kind": "twist", "sections": 0}, "stages": []}, "set.sections"),
            (DryRequest, {"set": {"kind": "knot", "sections": 3}}, "set.kind"),
            (PartingsRequest, {"hair": plan_request()["hair"], "scheme": "stars"}, "scheme"),
        )
        for model, request, field in cases:
            with self.subTest(field=field), self.assertRaises(CraftError) as caught:
                parse(model, request)
            self.assertEqual(caught.exception.field, field)
