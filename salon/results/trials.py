"""Trials: sides by a coin, halves rated without knowing which is which, read by the core."""

from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from craft.contract.trial import TrialAnswer, TrialRequest
from craft.errors import CraftError
from craft.learning.trials import side_of_a, trial
from craft.vocabulary import Side, Trait
from salon.clients.models import Client
from salon.platform.language import sentence
from salon.results.models import Trial, TrialPair

#: Of these less is better.
LESS_IS_BETTER = frozenset({Trait.FRIZZ})


def begin_trial(values: dict[str, Any], by: User) -> Trial:
    """A new trial.

    Raises:
        CraftError: both ways are the same
    """
    if values["way_a"].strip().lower() == values["way_b"].strip().lower():
        raise CraftError("way_b", sentence("The second way must differ from the first."))
    return Trial.objects.create(**values, begun_by=by)


@transaction.atomic
def next_pair(of: Trial, client: Client, by: User) -> TrialPair:
    """The next client of a trial: a coin says which half gets the first way.

    Raises:
        CraftError: the trial is over, or a pair waits to be rated
    """
    of = Trial.objects.select_for_update().get(pk=of.pk)
    if of.ended_at is not None:
        raise CraftError("trial", sentence("This trial has ended."))
    count = of.pairs.count()
    if count >= of.most:
        raise CraftError(
            "trial", sentence("This trial has {most} pairs, and all of them are in.", most=of.most)
        )
    side = side_of_a(f"{of.pk} {of.begun_at.isoformat()}", count + 1)
    return TrialPair.objects.create(
        trial=of, client=client, number=count + 1, a_left=side is Side.LEFT, made_by=by
    )


def rate(pair: TrialPair, left: int, right: int, by: User) -> TrialPair:
    """Rate both halves; once, by somebody who need not know which is which.

    Raises:
        CraftError: it has been rated
    """
    if pair.left is not None:
        raise CraftError(
            "left", sentence("This pair is already rated: a second rating would not be blind.")
        )
    pair.left, pair.right, pair.rated_by = left, right, by
    pair.save(update_fields=["left", "right", "rated_by"])
    return pair


def end_trial(of: Trial) -> Trial:
    """No more pairs; what was seen stays."""
    of.ended_at = of.ended_at or timezone.now()
    of.save(update_fields=["ended_at"])
    return of


def standing(of: Trial) -> TrialAnswer:
    """What a trial has shown so far, by the pairs that are rated."""
    sign = -1 if Trait(of.trait) in LESS_IS_BETTER else 1
    pairs = []
    for pair in of.pairs.all():
        if pair.left is not None and pair.right is not None:
            a, b = (pair.left, pair.right) if pair.a_left else (pair.right, pair.left)
            pairs.append((float(sign * a), float(sign * b)))
    return trial(TrialRequest(pairs=pairs, alpha=of.alpha, most=of.most))
