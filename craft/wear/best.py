"""Why a style looks as it should for so many days."""

from collections.abc import Iterator

from craft.contract.plan import Reason
from craft.contract.reasons import MODEL, reason
from craft.messages import join, say
from craft.vocabulary import Night
from craft.wear.ageing import NIGHT_AGES, USUAL_RH
from craft.wear.worn import Worn
from craft.words import plural

#: A change of the days by less than this share is not named. Own value.
NAMED = 0.03


def good_reason(worn: Worn) -> Reason:
    """Why it looks good for that number of days."""
    return reason(
        "good_until",
        join(" ", list(causes(worn))),
        say("forecast of {air}", air=plural(len(worn.air), "day")),
        MODEL,
    )


def causes(worn: Worn) -> Iterator[str]:
    """What decides the days, one sentence each."""
    usual, wished = worn.case.technique.wear.days, worn.case.request.goal.wear_days
    if wished is not None and wished != usual:
        yield say("{chosen} chosen.", chosen=plural(wished, "day"))
    yield say(
        "{worn} are usual for this style in air of medium humidity, covered at night.",
        worn=plural(usual, "day"),
    )
    if abs(worn.hold - 1) >= NAMED:
        yield say("With this much hold: × {share:.2f}.", share=worn.hold)
    bare = NIGHT_AGES[Night.NONE]
    if worn.care.night is Night.NONE:
        yield say("Each night without a scarf or bonnet ages it like {bare:g} nights.", bare=bare)
    if worn.care.freshening is None:
        yield say("The client does not refresh it, so it fades sooner.")
    learned = worn.request.learned
    if learned is not None and learned.visits:
        yield say("By {basis}: × {factor:.2f}.", factor=learned.factor, basis=learned.basis)
    humid = sum(rh > USUAL_RH + 0.1 for rh in worn.air.values())
    if humid:
        yield say("{humid} of humid air shorten that.", humid=plural(humid, "day"))
