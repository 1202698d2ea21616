"""Trials: against scipy, and against thousands of simulated ones that somebody keeps looking at."""

from unittest import TestCase

import numpy as np
from scipy import integrate, stats

from craft.contract.trial import TrialRequest
from craft.learning.trials import (
    e_value,
    pairs_needed,
    share_at_any_look,
    side_of_a,
    sign_flip_p,
    trial,
)
from craft.vocabulary import Looks, Side, TrialVerdict

ALPHA = 0.05
RUNS = 2000


def asked(pairs: list[tuple[float, float]], **more: object) -> TrialRequest:
    return TrialRequest.model_validate({"pairs": pairs, **more})


class AgainstReferencesTest(TestCase):
    def test_signs_turned_at_random_are_scipys(self) -> None:
        chance = np.random.default_rng(1)
        for size in (2, 4, 9, 12):
            differences = chance.integers(-3, 4, size).astype(float)
            known = stats.permutation_test(
                (differences,), np.mean, permutation_type="samples", n_resamples=np.inf
            )
            self.assertAlmostEqual(sign_flip_p(list(differences)), known.pvalue, places=9)

    def test_darwins_maize(self) -> None:
        """Fisher's worked example: 15 pairs of plants, in eighths of an inch; 1726 of 32768 ways.

        Source: The Design of Experiments (1935), sections 17 and 21 (from memory).
        """
        eighths = [49, -67, 8, 16, 6, 23, 28, 41, 14, 29, 56, 24, 75, 60, -48]
        self.assertEqual(sum(eighths), 314)
        self.assertAlmostEqual(sign_flip_p(eighths), 1726 / 32768, places=12)

    def test_equal_differences_are_the_sign_test(self) -> None:
        for ups, downs in ((5, 0), (8, 2), (3, 3)):
            known = stats.binomtest(ups, ups + downs).pvalue
            self.assertAlmostEqual(sign_flip_p([1.0] * ups + [-1.0] * downs), known, places=9)

    def test_the_mixture_is_its_integral(self) -> None:
        for better, of in ((3, 3), (7, 10), (2, 9)):
            mixed, _ = integrate.quad(
                lambda share, better=better, of=of: (
                    stats.beta.pdf(share, 0.5, 0.5) * stats.binom.pmf(better, of, share)
                ),
                0,
                1,
            )
            known = mixed / stats.binom.pmf(better, of, 0.5)
            self.assertAlmostEqual(e_value(better, of), known, places=5)


class LookingTest(TestCase):
    """Whoever looks after every pair claims a difference there is not as rarely as agreed."""

    def claims(self, share: float, pairs: int, seed: int) -> tuple[float, float]:
        """Share of trials that ever claim a, and that ever claim b."""
        chance = np.random.default_rng(seed)
        wins = np.cumsum(chance.random((RUNS, pairs)) < share, axis=1)
        evidence = np.array(
            [
                [e_value(better, of) for better in range(of + 1)] + [0.0] * (pairs - of)
                for of in range(1, pairs + 1)
            ]
        )
        counts = np.arange(1, pairs + 1)
        claimed = evidence[np.arange(pairs), wins] >= 1 / ALPHA
        return (
            float(np.mean((claimed & (2 * wins > counts)).any(axis=1))),
            float(np.mean((claimed & (2 * wins < counts)).any(axis=1))),
        )

    def test_no_effect_is_claimed_no_more_often_than_agreed(self) -> None:
        self.assertLessEqual(sum(self.claims(0.5, 60, 1)), ALPHA)

    def test_a_planted_effect_is_seen_and_never_the_wrong_way(self) -> None:
        right, wrong = self.claims(0.85, 40, 2)
        self.assertGreater(right, 0.9)
        self.assertLess(wrong, 0.005)

    def test_an_ordinary_test_looked_at_every_time_would_claim_too_often(self) -> None:
        """Why the evidence is an e-value: the trap is real."""
        chance = np.random.default_rng(3)
        wins = np.cumsum(chance.random((400, 40)) < 0.5, axis=1)
        table = {
            (of, better): stats.binomtest(better, of).pvalue
            for of in range(1, 41)
            for better in range(of + 1)
        }
        ever = [any(table[of, int(row[of - 1])] <= ALPHA for of in range(1, 41)) for row in wins]
        self.assertGreater(float(np.mean(ever)), 2 * ALPHA)

    def test_the_interval_holds_the_share_at_every_look(self) -> None:
        chance = np.random.default_rng(4)
        known: dict[tuple[int, int], tuple[float, float]] = {}
        held = []
        for _ in range(300):
            wins, inside = 0, True
            for of in range(1, 31):
                wins += bool(chance.random() < 0.7)
                bounds = known.setdefault((wins, of), share_at_any_look(wins, of, 0.1))
                inside = inside and bounds[0] <= 0.7 <= bounds[1]
            held.append(inside)
        self.assertGreaterEqual(float(np.mean(held)), 0.9)


class VerdictTest(TestCase):
    def test_one_visit_never_settles_anything(self) -> None:
        answer = trial(asked([(5, 1)]))
        self.assertEqual(answer.verdict, TrialVerdict.CANNOT_TELL)
        self.assertFalse(answer.stop)
        self.assertIn("more pairs", answer.text)

    def test_a_long_row_of_the_same_is_told_and_stopped(self) -> None:
        answer = trial(asked([(4, 3)] * 9))
        self.assertEqual((answer.verdict, answer.stop, answer.needs), (TrialVerdict.A, True, 0))
        turned = trial(asked([(3, 4)] * 9))
        self.assertEqual(turned.verdict, TrialVerdict.B)
        self.assertGreater(answer.low, 0.5)

    def test_what_it_would_need_is_enough(self) -> None:
        pairs: list[tuple[float, float]] = [(4, 3)] * 4
        needs = trial(asked(pairs)).needs
        assert needs is not None
        self.assertEqual(trial(asked(pairs + [(4, 3)] * needs)).verdict, TrialVerdict.A)
        short = trial(asked(pairs + [(4, 3)] * (needs - 1)))
        self.assertEqual(short.verdict, TrialVerdict.CANNOT_TELL)
        self.assertIsNone(pairs_needed(1, 1, ALPHA, 500))

    def test_alike_pairs_say_nothing_but_cost_time(self) -> None:
        answer = trial(asked([(3, 3)] * 5))
        self.assertEqual((answer.alike, answer.effect, answer.e_value), (5, None, 1.0))

    def test_at_the_end_the_exact_test_decides_and_not_before(self) -> None:
        pairs: list[tuple[float, float]] = [(4, 3)] * 6
        early = trial(asked(pairs, looks=Looks.END, most=10))
        self.assertEqual(early.verdict, TrialVerdict.CANNOT_TELL)
        ended = trial(asked(pairs, looks=Looks.END, most=6))
        self.assertEqual(ended.verdict, TrialVerdict.A)

    def test_nothing_yet(self) -> None:
        answer = trial(asked([]))
        self.assertEqual((answer.low, answer.high, answer.p_value), (0.0, 1.0, None))

    def test_sides_are_a_fair_coin_and_stay_as_they_fell(self) -> None:
        sides = [side_of_a("gel trial", number) for number in range(400)]
        self.assertEqual(sides, [side_of_a("gel trial", number) for number in range(400)])
        self.assertGreater(stats.binomtest(sides.count(Side.LEFT), 400).pvalue, 0.01)
