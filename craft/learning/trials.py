"""Two ways tried against each other on the same heads: exact tests for few pairs.

Somebody who looks after every pair and stops once it looks good claims a difference too often with
an ordinary test. Evidence here is an e-value: under no difference its mean stays at 1 whatever the
rule of stopping, so that it passes 1/alpha with probability alpha at most (Ville's inequality).

Sources:
    [1] Robbins, Statistical methods related to the law of the iterated logarithm, Ann. Math.
        Statist. 41 (1970) 1397 (from memory): the mixture that tests a share at every look.
    [2] Ramdas, Gruenwald, Vovk and Shafer, Game-theoretic statistics and safe anytime-valid
        inference, Statistical Science 38 (2023) 576 (from memory): e-values and stopping.
    [3] Fisher, The Design of Experiments (1935), section 21 (from memory): signs turned at random.
"""

import math
import random
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from scipy.special import betaln

from craft.contract.trial import TrialAnswer, TrialRequest
from craft.messages import say
from craft.vocabulary import Looks, Side, TrialVerdict

Floats = NDArray[np.float64]

#: Shares that are believed before: those near 0 and 1 a little more. Jeffreys' prior.
PRIOR = 0.5
#: A share within these is no difference that matters to a client. Own values.
ALIKE = (0.35, 0.65)
#: Values closer than this are the same [of their scale].
RESOLUTION = 1e-6
#: Differences that are no multiples of a tenth are rounded to so many steps of the largest.
STEPS_MOST = 200
#: Shares that are tested one by one.
GRID: Floats = np.linspace(0.0005, 0.9995, 1999)
METHOD = say(
    "Mixture e-value of signs (Robbins 1970; Ramdas and others 2023): holds however often it is "
    "looked at. Exact test of signs turned at random (Fisher 1935): holds at the end only."
)


def evidence(better: int, of: int, shares: Floats) -> Floats:
    """Evidence against shares of pairs in which one way is better.

    Args:
        better: pairs in which it was, 0 to `of`
        of: pairs that differ
        shares: that are tested, each between 0 and 1
    Returns:
        e-values: at most 1 in the mean where that share is true
    Source: [1].
    """
    mixture = betaln(better + PRIOR, of - better + PRIOR) - betaln(PRIOR, PRIOR)
    tested = better * np.log(shares) + (of - better) * np.log1p(-shares)
    return np.asarray(np.exp(mixture - tested))


def e_value(better: int, of: int) -> float:
    """Evidence against no difference.

    Args:
        better: pairs in which one way was better, 0 to `of`
        of: pairs that differ
    Source: [1].
    """
    return float(evidence(better, of, np.array([0.5]))[0])


def share_at_any_look(better: int, of: int, alpha: float) -> tuple[float, float]:
    """Shares that the evidence has not ruled out, however often somebody looked.

    Args:
        better: pairs in which one way was better
        of: pairs that differ
        alpha: probability that the truth is ever left out
    Source: [1], the shares whose e-value stays below 1/alpha.
    """
    kept = GRID[evidence(better, of, GRID) < 1 / alpha]
    return (0.0 if better == 0 else float(kept[0])), (1.0 if better == of else float(kept[-1]))


def whole_steps(differences: Sequence[float]) -> tuple[list[int], int]:
    """Differences of scores [points] in whole steps, and their sum.

    Scores and their halves stay exact; what is finer is rounded to a part of the largest.
    """
    largest = max(abs(each) for each in differences)
    step = next((unit for unit in (1.0, 0.5, 0.25, 0.1) if fits(differences, unit)), 0.0)
    if not step or largest / step > STEPS_MOST:
        step = max(largest, RESOLUTION) / STEPS_MOST
    signed = [round(each / step) for each in differences]
    return [abs(each) for each in signed], sum(signed)


def fits(differences: Sequence[float], unit: float) -> bool:
    """Whether all of them are whole multiples of a unit."""
    return all(abs(each / unit - round(each / unit)) < RESOLUTION for each in differences)


def sign_flip_p(differences: Sequence[float]) -> float:
    """Probability of a mean at least so far from 0, were every sign turned by a coin.

    Exact: all 2^n choices are counted, not drawn.

    Args:
        differences: of pairs, at least one
    Source: [3].
    """
    sizes, observed = whole_steps(differences)
    reach = sum(sizes)
    odds = np.zeros(2 * reach + 1)
    odds[reach] = 1.0
    for size in sizes:
        odds = (np.roll(odds, size) + np.roll(odds, -size)) / 2
    totals = np.abs(np.arange(-reach, reach + 1))
    return min(1.0, float(odds[totals >= abs(observed)].sum()))


def pairs_needed(better: int, worse: int, alpha: float, most: int) -> int | None:
    """Pairs that still have to come until it is decided at an error [0 to 1], if the share stays.

    Args:
        better, worse: pairs so far in which the way that is ahead was better, and was not
        alpha: as in the trial
        most: pairs that may still come
    Returns:
        None where so many would not do
    """
    of = better + worse
    share = better / of if of else 0.5
    for more in range(most + 1):
        if e_value(min(of + more, better + round(share * more)), of + more) >= 1 / alpha:
            return more
    return None


def side_of_a(trial: str, number: int) -> Side:
    """On which half of the head way a goes in a pair: by a coin, the same whenever it is asked.

    Args:
        trial: its key
        number: of the pair
    """
    return random.Random(f"{trial}/{number}").choice((Side.LEFT, Side.RIGHT))


def trial(request: TrialRequest) -> TrialAnswer:
    """What a trial has shown so far, whether to go on, and what it would need."""
    differences = [a - b for a, b in request.pairs]
    better_a = sum(each > RESOLUTION for each in differences)
    better_b = sum(each < -RESOLUTION for each in differences)
    of = better_a + better_b
    against = e_value(better_a, of)
    low, high = share_at_any_look(better_a, of, request.alpha)
    p_value = sign_flip_p(differences) if differences else None
    verdict = verdict_of(request, against, p_value, better_a, better_b)
    left = request.most - len(differences)
    # A pair in which both are alike says nothing: so many pairs more for each that does.
    each = len(differences) / of if of else 1.0
    ahead = max(better_a, better_b), min(better_a, better_b)
    more = pairs_needed(*ahead, request.alpha, max(0, int(left / each)))
    decided = verdict is not TrialVerdict.CANNOT_TELL
    needs = 0 if decided else None if more is None else math.ceil(more * each)
    same = ALIKE[0] <= low and high <= ALIKE[1]
    stop = decided or same or left <= 0
    return TrialAnswer(
        pairs=len(differences),
        better_a=better_a,
        better_b=better_b,
        alike=len(differences) - of,
        effect=better_a / of if of else None,
        low=low,
        high=high,
        difference=sum(differences) / len(differences) if differences else None,
        p_value=p_value,
        e_value=against,
        verdict=verdict,
        stop=stop,
        needs=needs,
        text=advice_text(verdict, stop=stop, same=same, needs=needs),
        source=METHOD,
    )


def verdict_of(
    request: TrialRequest, against: float, p_value: float | None, better_a: int, better_b: int
) -> TrialVerdict:
    """Which way is better, if the pairs decide it at the error that was agreed."""
    fixed = request.looks is Looks.END
    ended = len(request.pairs) >= request.most
    decided = (
        ended and p_value is not None and p_value <= request.alpha
        if fixed
        else against >= 1 / request.alpha
    )
    if not decided or better_a == better_b:
        return TrialVerdict.CANNOT_TELL
    return TrialVerdict.A if better_a > better_b else TrialVerdict.B


def advice_text(verdict: TrialVerdict, *, stop: bool, same: bool, needs: int | None) -> str:
    """What to do now, in words."""
    if verdict is TrialVerdict.A:
        return say("The first way is better: stop, and use it.")
    if verdict is TrialVerdict.B:
        return say("The second way is better: stop, and use it.")
    if same:
        return say("The two are equally good: stop, and take the cheaper or the quicker one.")
    if stop:
        return say("These pairs do not decide it: use either, or try more pairs.")
    if needs is None:
        return say("Not decided, and the pairs that are left will probably not decide it.")
    return say("Not decided: about {needs} more pairs, if results continue like this.", needs=needs)
