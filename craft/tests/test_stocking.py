"""How long a bottle lasts. Sums are worked by hand; the spread is checked by simulation."""

from collections.abc import Sequence
from datetime import date, timedelta
from typing import Any
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from craft.products.reorder import LONGEST_DAYS, Outlook, Use, days_until_empty, outlook, use_from

TODAY = date(2026, 6, 18)
NONE = Use(0.0, 0.0, 0)


def on(day: int) -> date:
    return TODAY + timedelta(days=day)


def ahead(stock_g: float, use: Use = NONE, **more: Any) -> Outlook:
    planned = {on(day): grams for day, grams in more.pop("planned", {}).items()}
    given: dict[str, Any] = {"lead_days": 7, "order_for_days": 42, "full_g": 500.0} | more
    return outlook(stock_g, use, planned, TODAY, **given)


def use_of(amounts: Sequence[float], days: float) -> Use:
    return use_from(sum(amounts), sum(each * each for each in amounts), len(amounts), days)


class UseTest(TestCase):
    def test_worked(self) -> None:
        # By hand: 20 + 30 + 40 g in 30 days; √(400 + 900 + 1600)/30.
        result = use_of([20, 30, 40], 30)
        self.assertAlmostEqual(result.per_day_g, 3.0)
        self.assertAlmostEqual(result.spread_g, 2900**0.5 / 30)
        self.assertAlmostEqual(result.per_service_g, 30)
        self.assertEqual(use_of([], 30), NONE)

    def test_the_spread_is_that_of_services_at_random(self) -> None:
        # Compound Poisson process, simulated.
        chance = np.random.default_rng(11)
        rates, spreads = [], []
        for _ in range(3000):
            amounts = chance.gamma(4, 6, chance.poisson(12))
            result = use_of([float(amount) for amount in amounts], 56)
            rates.append(result.per_day_g)
            spreads.append(result.spread_g**2)
        self.assertAlmostEqual(
            float(np.mean(spreads)), float(np.var(rates)), delta=0.05 * np.var(rates)
        )


class CoverTest(TestCase):
    def test_plain_use(self) -> None:
        self.assertAlmostEqual(days_until_empty(60, 3, {}, TODAY) or 0, 20)

    def test_nothing_uses_it(self) -> None:
        self.assertIsNone(days_until_empty(60, 0, {}, TODAY))
        self.assertIsNone(days_until_empty(60, 60 / (2 * LONGEST_DAYS), {}, TODAY))

    def test_empty_is_empty(self) -> None:
        self.assertEqual(days_until_empty(0, 3, {}, TODAY), 0)

    def test_a_planned_day_counts_instead_of_the_usual_use(self) -> None:
        # By hand: 10 a day, but 40 on the third: 10 + 10 + 40 leave 40, four days more.
        self.assertAlmostEqual(days_until_empty(100, 10, {on(2): 40}, TODAY) or 0, 7)

    def test_the_day_it_ends_on(self) -> None:
        self.assertAlmostEqual(days_until_empty(30, 0, {on(1): 20, on(4): 20}, TODAY) or 0, 4.5)

    @given(st.floats(1, 900), st.floats(0.1, 60), st.floats(0.1, 60))
    def test_more_use_never_lasts_longer(self, stock: float, use: float, more: float) -> None:
        little = days_until_empty(stock, use, {}, TODAY)
        much = days_until_empty(stock, use + more, {}, TODAY)
        if little is not None:
            assert much is not None
            self.assertLessEqual(much, little)

    @given(
        st.floats(1, 900),
        st.floats(0, 60),
        st.dictionaries(st.integers(0, 40).map(on), st.floats(0.5, 90), max_size=8),
    )
    def test_plans_never_make_it_last_longer(
        self, stock: float, use: float, planned: dict[date, float]
    ) -> None:
        free = days_until_empty(stock, use, {}, TODAY)
        busy = days_until_empty(stock, use, planned, TODAY)
        if free is not None and busy is not None:
            self.assertLessEqual(busy, free + 1e-9)


class OutlookTest(TestCase):
    def test_plans_that_want_more_than_there_is(self) -> None:
        forecast = ahead(50, planned={1: 30, 3: 30, 5: 10})
        self.assertEqual((forecast.short_on, forecast.short_g, forecast.planned_g), (on(3), 20, 70))
        self.assertTrue(forecast.order_now)

    def test_plans_of_the_past_do_not_count(self) -> None:
        self.assertEqual(ahead(50, planned={-1: 400}).planned_g, 0)

    def test_an_order_lasts_as_long_as_it_shall(self) -> None:
        # By hand: 30 a day for 42 days are 1 260 g, 60 are left: 1 200 g are 3 bottles of 500.
        result = ahead(60, use_of([30] * 56, 56))
        self.assertTrue(result.order_now)
        self.assertEqual(result.reorder, 3)

    def test_without_a_content_no_number_of_bottles(self) -> None:
        result = ahead(60, use_of([30] * 56, 56), full_g=None)
        self.assertEqual((result.order_now, result.reorder), (True, None))

    def test_a_full_shelf_orders_nothing(self) -> None:
        result = ahead(5000, use_of([30] * 20, 56))
        self.assertEqual((result.order_now, result.reorder, result.low), (False, None, False))

    def test_the_band_holds_the_cover(self) -> None:
        result = ahead(300, use_of([20, 34, 26, 40], 56))
        assert result.cover_low is not None
        assert result.cover_days is not None
        self.assertLess(result.cover_low, result.cover_days)
        self.assertGreater(result.cover_high or LONGEST_DAYS, result.cover_days)

    def test_it_says_what_it_rests_on(self) -> None:
        because = ahead(60, use_of([28, 28], 56), planned={2: 40}).because
        for words in ("60 g are left", "2 services", "7 g a week", "take 40 g", "should last 42"):
            self.assertIn(words, because)

    def test_little_left(self) -> None:
        self.assertTrue(ahead(49).low)
        self.assertFalse(ahead(51).low)
        self.assertTrue(ahead(70, use_of([40], 56)).low)
        self.assertFalse(ahead(1, full_g=None).low)
