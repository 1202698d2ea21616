"""Measuring against drawn pictures whose volume, frizz and definition are known."""

from dataclasses import replace
from unittest import TestCase

import numpy as np
from scipy.stats import spearmanr

from craft.picture import Measures, measure
from salon.demo.drawn import Style, area_cm2, render

#: Seeds that nothing was tuned on.
HELD_OUT, PICTURES = 7000, 9
LEAST = 0.9


class HeldOutTest(TestCase):
    def test_measures_follow_what_was_drawn(self) -> None:
        chance = np.random.default_rng(HELD_OUT)
        truths, seen = [], []
        for number in range(PICTURES):
            style = Style(
                half_cm=chance.uniform(9, 15),
                length_cm=chance.uniform(18, 34),
                frizz=chance.uniform(0, 1),
                definition=chance.uniform(0, 1),
                lopsided=chance.uniform(0, 0.45),
                seed=HELD_OUT + number,
            )
            measures = measure(render(style))
            assert isinstance(measures, Measures), (style, measures)
            alike = 1 - style.lopsided / (2 + style.lopsided)
            truths.append((area_cm2(style), style.frizz, style.definition, style.length_cm, alike))
            seen.append(
                (
                    measures.silhouette_cm2.value,
                    measures.roughness_mm.value,
                    measures.coherence.value,
                    measures.length_cm.value,
                    measures.evenness.value,
                )
            )
        names = ("volume", "frizz", "definition", "length", "evenness")
        for name, truth, measured in zip(
            names, np.transpose(truths), np.transpose(seen), strict=True
        ):
            with self.subTest(name):
                self.assertGreaterEqual(spearmanr(truth, measured).statistic, LEAST)
        areas = np.transpose(seen)[0] / np.transpose(truths)[0]
        self.assertLess(np.abs(areas - 1).max(), 0.05)

    def test_the_same_client_is_measured_the_same_within_its_uncertainty(self) -> None:
        style = Style(half_cm=12, length_cm=26, frizz=0.4, definition=0.6)
        both = [measure(render(replace(style, seed=seed))) for seed in (7, 8)]
        first, second = both
        assert isinstance(first, Measures)
        assert isinstance(second, Measures)
        for name in ("silhouette_cm2", "roughness_mm", "coherence", "length_cm", "evenness"):
            one, other = getattr(first, name), getattr(second, name)
            with self.subTest(name):
                apart = abs(one.value - other.value)
                self.assertLessEqual(apart, 4 * float(np.hypot(one.sd, other.sd)))
