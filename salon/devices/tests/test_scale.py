"""The bowl scale: settling, noise, tare, overload, a pulled cable; and other scales by lines."""

import json
import os
import tempfile
import time
from datetime import datetime, timedelta
from pathlib import Path
from unittest.mock import patch

import numpy as np
from django.test import SimpleTestCase, TestCase, override_settings
from django.utils import timezone

from salon.devices import scale_api
from salon.devices.models import ScaleBowl
from salon.devices.scale import NoScale, State, Weight, scale
from salon.devices.scale.lines import STALE_S, LinesScale, read_line
from salon.devices.scale.simulated import (
    CAPACITY_G,
    DRIFT_G,
    DRIFT_PERIOD_S,
    NOISE_G,
    SimulatedScale,
    reading,
    wander,
)
from salon.platform import event_stream
from salon.platform.event_stream import SharedEvents
from salon.tests.base import ApiTest, awaited

NOW = datetime(2026, 6, 18, 10, tzinfo=timezone.get_current_timezone())


def bowl(load: float, before: float = 0.0, **more: object) -> ScaleBowl:
    return ScaleBowl(pk=1, load_g=load, before_g=before, changed_at=NOW, **more)


def shown(device: ScaleBowl, after_s: float) -> float:
    grams = reading(device, NOW + timedelta(seconds=after_s)).grams
    assert grams is not None
    return grams


class SimulatedTest(SimpleTestCase):
    def test_it_settles_on_the_load(self) -> None:
        poured = bowl(40)
        errors = [abs(shown(poured, after) - 40) for after in (0.1, 0.6, 1.5, 4)]
        self.assertGreater(errors[0], 20)
        self.assertEqual(errors, sorted(errors, reverse=True))
        self.assertLess(errors[-1], DRIFT_G + 5 * NOISE_G)

    def test_it_says_when_it_stands_still(self) -> None:
        states = [reading(bowl(40), NOW + timedelta(seconds=s)).state for s in (0.2, 1.5, 3)]
        self.assertEqual(states, [State.MOVING, State.MOVING, State.STEADY])

    def test_noise_of_the_size_it_says(self) -> None:
        # Differences from second to second: noise alone, drift is slower; rounding adds a little.
        values = [shown(bowl(40), 5 + tick) for tick in range(400)]
        spread = float(np.std(np.diff(values))) / 2**0.5
        self.assertLess(spread, 2 * NOISE_G)
        self.assertGreater(spread, NOISE_G / 2)

    def test_drift_stays_within_its_bounds_and_comes_round(self) -> None:
        around = [wander(NOW + timedelta(seconds=s)) for s in range(0, int(DRIFT_PERIOD_S), 30)]
        self.assertLessEqual(max(map(abs, around)), DRIFT_G + 1e-9)
        self.assertGreater(max(around) - min(around), 1.9 * DRIFT_G)

    def test_everybody_sees_the_same(self) -> None:
        self.assertEqual(shown(bowl(12), 3.21), shown(bowl(12), 3.21))

    def test_overload_and_a_pulled_cable(self) -> None:
        heavy = reading(bowl(CAPACITY_G + 50, CAPACITY_G + 50), NOW)
        self.assertEqual((heavy.grams, heavy.state), (None, State.OVERLOAD))
        lost = reading(bowl(10, plugged_in=False), NOW)
        self.assertEqual((lost.grams, lost.state), (None, State.LOST))


class PouringTest(TestCase):
    def test_tare_then_a_dose(self) -> None:
        device = SimulatedScale()
        device.pour(112)
        ScaleBowl.objects.update(changed_at=timezone.now() - timedelta(seconds=10))
        device.tare()
        self.assertAlmostEqual(device.read().grams or 0, 0, delta=0.3)
        device.pour(6.5)
        ScaleBowl.objects.update(changed_at=timezone.now() - timedelta(seconds=10))
        self.assertAlmostEqual(device.read().grams or 0, 6.5, delta=0.4)
        device.empty()
        self.assertEqual(ScaleBowl.now().load_g, 0)

    def test_looking_at_it_keeps_nothing(self) -> None:
        SimulatedScale().read()
        self.assertFalse(ScaleBowl.objects.exists())

    def test_no_tare_without_a_reading(self) -> None:
        device = SimulatedScale()
        device.plug(into=False)
        with self.assertRaisesRegex(NoScale, "does not respond"):
            device.tare()
        device.plug(into=True)
        device.pour(CAPACITY_G + 80)
        ScaleBowl.objects.update(changed_at=timezone.now() - timedelta(seconds=10))
        with self.assertRaisesRegex(NoScale, "Too heavy"):
            device.tare()


class LinesTest(TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.path = Path(folder.name) / "scale.txt"

    def test_lines_as_balances_print_them(self) -> None:
        # Common practice of bench balances, no source.
        cases = (
            ("12.34", 12.34, State.STEADY),
            ("ST,+   12.30 g", 12.3, State.STEADY),
            ("US,+   12.30 g", 12.3, State.MOVING),
            ("- 0.4 g", -0.4, State.STEADY),
            ("  0.125 kg", 125, State.STEADY),
            ("OL", None, State.OVERLOAD),
            ("hello", None, State.LOST),
        )
        for line, grams, state in cases:
            with self.subTest(line=line):
                answer = read_line(line)
                self.assertEqual((answer.grams, answer.state), (grams, state))

    def test_the_last_line_counts_and_the_tare_is_taken_off(self) -> None:
        self.path.write_text("1.0 g\n250.0 g\n")
        with override_settings(GAUFFER_SCALE=f"lines:{self.path}"):
            device = scale()
            self.assertEqual((device.simulated, device.read().grams), (False, 250))
            device.tare()
            self.path.write_text("250.0 g\n262.4 g\n")
            self.assertEqual(scale().read().grams, 12.4)

    def test_a_scale_that_fell_silent(self) -> None:
        self.path.write_text("3.0 g\n")
        long_ago = time.time() - STALE_S - 1
        os.utime(self.path, (long_ago, long_ago))
        self.assertEqual(LinesScale(self.path).read().state, State.LOST)
        self.assertEqual(LinesScale(self.path.with_name("none")).read().state, State.LOST)
        with self.assertRaises(NoScale):
            LinesScale(self.path).tare()


class ScaleApiTest(ApiTest):
    def pour(self, **body: object) -> dict[str, object]:
        answer: dict[str, object] = self.post("/api/scale/stand-in/", body).json()
        return answer

    def test_what_lies_on_it(self) -> None:
        self.pour(grams=20)
        ScaleBowl.objects.update(changed_at=timezone.now() - timedelta(seconds=10))
        answer = self.client.get("/api/scale/").json()
        self.assertAlmostEqual(answer["grams"], 20, delta=0.5)
        self.assertEqual((answer["state"], answer["simulated"]), ("steady", True))
        self.assertEqual(self.pour(plugged_in=False)["state"], "lost")
        self.assertRefused(self.post("/api/scale/tare/", {}), "scale", "does not respond")
        self.pour(plugged_in=True, empty=True)
        self.assertEqual(ScaleBowl.now().load_g, 0)

    def test_wrong_pouring(self) -> None:
        answer = self.post("/api/scale/stand-in/", {"grams": 1e6})
        self.assertEqual(answer.status_code, 400)

    def test_a_salon_without_a_scale_types_the_grams(self) -> None:
        for setting, words in (
            ("none", "type the weight"),
            ("bathroom", "no scale called bathroom"),
        ):
            with override_settings(GAUFFER_SCALE=setting):
                self.assertRefused(self.client.get("/api/scale/"), "scale", words)

    def test_only_the_stand_in_can_be_poured_onto(self) -> None:
        with override_settings(GAUFFER_SCALE="lines:/nowhere"):
            answer = self.post("/api/scale/stand-in/", {"grams": 3})
            self.assertRefused(answer, "scale", "simulated")


class Steady:
    """A scale on which something lies."""

    name, simulated = "steady", True

    def read(self) -> Weight:
        return Weight(12.5, State.STEADY)

    def tare(self) -> None:
        raise NotImplementedError


class StreamTest(SimpleTestCase):
    def test_the_stream_tells_changes_and_gives_signs_of_life(self) -> None:
        watched = SharedEvents(
            lambda: json.dumps(scale_api.shown(Steady())), every_s=0, repeat_s=0.1
        )

        async def heard() -> list[str]:
            return [line async for line in watched.events()]

        with patch.object(event_stream, "STREAM_S", 0.4):
            lines = awaited(heard())
        self.assertEqual(lines[0], "retry: 500\n\n")
        data = [json.loads(line.removeprefix("data: ")) for line in lines[1:]]
        self.assertGreater(len(data), 1)
        self.assertEqual(set(data[0]), {"name", "simulated", "grams", "state"})
        self.assertEqual((data[0]["grams"], data[0]["state"]), (12.5, "steady"))
