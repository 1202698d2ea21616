"""How long what is worn may stay, and how long it looks as it should."""

import math
from dataclasses import dataclass
from datetime import date

from craft.contract.plan import Learned, Reason
from craft.contract.reasons import STANDARD, TRADE, reason
from craft.learning.quantities import SPREADS
from craft.messages import say, word
from craft.plan.case import Case
from craft.plan.home import WASH_BY_DAY, worn_before
from craft.plan.steps.before import TAKE_DOWNS
from craft.vocabulary import LearnedOf, OnHead
from craft.words import plural

#: A released set is worn so many days without being twisted again.
WORN_AFTER_RELEASE = 7
#: Why what is left on too long harms.
HARM = {
    OnHead.COILS: say("coils begin to lock at the roots: shed hair winds into its neighbours"),
    OnHead.BUN: say("the same pull at the same edges, and gel dries on the hairline"),
    OnHead.SEWN_IN: say("shed hair mats at the roots, and taking it out takes hair along"),
    OnHead.BRAIDS: say("shed hair mats at the roots, and the weight hangs on the edges"),
}
HARM_ELSE = say("shed hair stays in and knots with its neighbours")


@dataclass(frozen=True)
class Limit:
    """The last day of something, counted from the service.

    Args:
        day: after the service
        why: the rule behind it
    """

    day: int
    why: Reason


def stays_on(worn: OnHead) -> bool:
    """Whether it stays on the head until somebody takes it out."""
    return worn not in (OnHead.LOOSE, OnHead.WASH_AND_GO)


def washed_out(has_to_come_out: bool, return_by: date, on: date) -> bool:
    """Whether it is taken to be washed out at home: worn loose, and long past its return."""
    return not has_to_come_out and on > return_by


def overdue_days(last_safe_day: date, return_by: date, on: date, *, has_to_come_out: bool) -> int:
    """Days for which a style has been worn longer than it should, by one rule for everybody.

    What has to be taken out stays on until somebody does; the rest was washed at home.

    Args:
        last_safe_day: of the style
        return_by: when the client should be back
        on: the day
        has_to_come_out: whether it stays on the head until somebody takes it out
    """
    if washed_out(has_to_come_out, return_by, on):
        return 0
    return max(0, (on - last_safe_day).days)


def left_on(worn: OnHead) -> Limit:
    """The last safe day of what stays on the head as it is."""
    most = TAKE_DOWNS[worn].most_days if worn in TAKE_DOWNS else WASH_BY_DAY
    harm = HARM.get(worn, HARM_ELSE)
    name = word(worn)
    return Limit(
        int(most),
        reason(
            "last_safe_day",
            say("Longer than {most}: {harm}.", most=plural(most, "day"), harm=harm),
            say("worn {name}", name=name),
        ),
    )


def last_safe(case: Case, opened: int, *, twisted_again: bool) -> Limit:
    """The last day the style may be worn.

    A released set that is twisted again every second night lasts two weeks, any other a week from
    its release, or as long as is usual for it. Common practice, no source.

    Args:
        opened: the day of the release
        twisted_again: every second night
    """
    most = WASH_BY_DAY - worn_before(case)
    if not case.technique.release.needed:
        limit = left_on(case.technique.worn)
        return Limit(max(1, min(most, limit.day - worn_before(case))), limit.why)
    if twisted_again:
        why = say("Twisted again every second night it lasts two weeks, then it is washed.")
        return Limit(most, reason("last_safe_day", why, say("twisted again at night"), TRADE))
    day = min(most, opened + max(WORN_AFTER_RELEASE, case.technique.wear.days))
    why = say("A week from the release; longer, {harm_else}.", harm_else=HARM_ELSE)
    return Limit(
        day, reason("last_safe_day", why, say("opened on day {opened}", opened=opened), TRADE)
    )


#: Eight in ten lie within this many standard deviations.
EIGHT_IN_TEN_Z = 1.2816


def spread_of(learned: Learned | None) -> tuple[float, float]:
    """Eight styles in ten last between these shares of the days that are forecast.

    Once it was told how styles last on this head, little more than one wear differs from another.
    """
    spreads = SPREADS[LearnedOf.WEAR]
    head = learned.unsure if learned is not None and learned.visits else spreads.unit
    half = EIGHT_IN_TEN_Z * math.hypot(spreads.visit, head)
    return math.exp(-half), math.exp(half)


def return_reason(wash_day: int, return_day: int | None) -> Reason:
    """Why the next visit is due when it is."""
    because = say(
        "Wash it then, here or at home; the next visit is planned for when the style is worn out."
    )
    if return_day is not None:
        because += say(" Best on day {return_day}, once it has looked good.", return_day=return_day)
    return reason("return_by", because, say("wash by day {wash_day}", wash_day=wash_day), STANDARD)
