"""What is reported from home: planted effects are found, none where none is; statsmodels agrees."""

import random
from unittest import TestCase

import pandas as pd
import statsmodels.formula.api as smf

from craft.learning.wearing import ToldDay, compare_habits, of_humidity


def wears(
    seed: int, count: int, *, bonnet: float = 0.0, humid: float = 0.0, fades: float = 0.35
) -> list[ToldDay]:
    """Wears of eight days: heads on levels of their own, nights as they come."""
    chance = random.Random(seed)
    days = []
    for wear in range(count):
        level, careful = chance.uniform(3.6, 5), chance.random()
        for day in range(8):
            night = "bonnet" if chance.random() < 0.25 + 0.5 * careful else "none"
            rh = chance.uniform(0.3, 0.9)
            looks = level - fades * day + bonnet * (night == "bonnet") - humid * (rh - 0.6) / 0.1
            days.append(ToldDay(wear, day, looks + chance.gauss(0, 0.4), night, "", rh))
    return days


class EffectTest(TestCase):
    def test_it_is_what_statsmodels_finds(self) -> None:
        days = wears(1, 12, bonnet=0.5)
        (found,) = compare_habits(days, "night")
        frame = pd.DataFrame([vars(day) for day in days])
        frame["way"] = (frame.night == found.way).astype(float)
        fit = smf.ols("looks ~ way + day + C(wear)", frame).fit()
        self.assertAlmostEqual(found.points, fit.params["way"], places=8)
        low, high = fit.conf_int(0.1).loc["way"]
        self.assertAlmostEqual(found.low, low, places=8)
        self.assertAlmostEqual(found.high, high, places=8)

    def test_planted_effects_lie_within_their_intervals_nine_in_ten_times(self) -> None:
        inside = humid_inside = 0
        for seed in range(300):
            days = wears(seed, 10, bonnet=0.5, humid=0.2)
            (night,) = compare_habits(days, "night")
            sign = 1 if night.way == "bonnet" else -1
            inside += night.low <= sign * 0.5 <= night.high
            humid = of_humidity(days)
            assert humid is not None
            humid_inside += humid.low <= -0.2 <= humid.high
        self.assertAlmostEqual(inside / 300, 0.9, delta=0.05)
        self.assertAlmostEqual(humid_inside / 300, 0.9, delta=0.05)

    def test_none_is_claimed_where_none_was_planted(self) -> None:
        claims = 0
        for seed in range(300):
            (found,) = compare_habits(wears(seed, 10), "night")
            claims += "no clear difference" not in found.text
        self.assertAlmostEqual(claims / 300, 0.1, delta=0.05)

    def test_careful_clients_are_not_taken_for_good_bonnets(self) -> None:
        """Who sleeps under a bonnet also does everything else: heads are not compared."""
        days = [
            ToldDay(
                wear, day, (4.5 if wear % 2 else 3.0) - 0.3 * day, "bonnet" if wear % 2 else "none"
            )
            for wear in range(10)
            for day in range(6)
        ]
        self.assertEqual(compare_habits(days, "night"), [])

    def test_a_tempting_lead_across_clients_is_called_one(self) -> None:
        """A scarf does nothing here, but it is worn by whoever has hair that holds."""
        chance = random.Random(4)
        days = []
        for wear in range(24):
            level, own = (4.6, "scarf") if wear % 2 else (3.4, "bonnet")
            for day in range(6):
                night = own if chance.random() < 0.7 else "none"
                looks = level + (0.8 if night == "bonnet" else 0.0) - 0.1 * day
                days.append(ToldDay(wear, day, looks + chance.gauss(0, 0.2), night))
        effects = {(each.way, each.against): each for each in compare_habits(days, "night")}
        scarf = next(each for ways, each in effects.items() if set(ways) == {"scarf", "none"})
        bonnet = next(each for ways, each in effects.items() if set(ways) == {"bonnet", "none"})
        self.assertEqual(len(effects), 2)
        self.assertTrue(scarf.low <= 0 <= scarf.high)
        self.assertGreater(abs(scarf.across or 0), 0.3)
        self.assertIn("no clear difference", scarf.text)
        self.assertIn("it comes from who does it", scarf.text)
        self.assertNotIn("no difference", bonnet.text)
        self.assertNotIn("it comes from who does it", bonnet.text)

    def test_too_few_days_say_nothing(self) -> None:
        self.assertEqual(compare_habits(wears(1, 1), "night"), [])
        self.assertIsNone(of_humidity(wears(1, 2)))
        self.assertEqual(compare_habits([], "refresh"), [])
