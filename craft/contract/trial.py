"""Request and answer of `trial`: two ways tried against each other, pair by pair."""

from typing import Annotated

from pydantic import Field

from craft.contract.base import Frozen
from craft.contract.hair import quantity
from craft.contract.sentence import Sentence
from craft.vocabulary import Looks, TrialVerdict

PAIRS_MOST = 500

Value = Annotated[float, quantity(-1000, 1000, "of one scale")]


class TrialRequest(Frozen):
    """Results of both ways, of one head each time: the first of a pair is of way a."""

    pairs: Annotated[list[tuple[Value, Value]], Field(max_length=PAIRS_MOST)]
    """More is better; turn the sign round where less is."""
    alpha: Annotated[float, quantity(0.001, 0.5, "of claiming a difference there is not")] = 0.05
    looks: Looks = Looks.ANY
    """Whether somebody may stop at any pair, or the pairs were fixed before."""
    most: Annotated[int, Field(ge=1, le=PAIRS_MOST)] = 40
    """No more pairs than these will be tried."""


class TrialAnswer(Frozen):
    """What a trial has shown so far."""

    pairs: int
    better_a: int
    better_b: int
    alike: int
    effect: float | None
    """Share of the pairs that differ in which a was better; 0.5 is no difference."""
    low: float
    high: float
    """Between which that share lies, however often somebody looked."""
    difference: float | None
    """Mean of a minus b."""
    p_value: float | None
    """Exact, of the signs turned at random; holds where it is looked at once, at the end."""
    e_value: float
    """Evidence against no difference; holds however often somebody looks."""
    verdict: TrialVerdict
    stop: bool
    """Whether there is nothing more to learn from going on."""
    needs: int | None
    """Pairs until it is decided, if they go on as so far; null where those left would not do."""
    text: Sentence
    source: Sentence
