"""The looks that follow a style while it is worn: defined, pinned, puff, bun."""

from collections.abc import Iterator, Sequence
from dataclasses import replace

from craft.contract.plan import LookOn
from craft.errors import CraftError
from craft.messages import join, say
from craft.plan.case import Case
from craft.plan.night import TIED_FROM_CM
from craft.styles.catalogue import TECHNIQUES
from craft.styles.technique import HomeLook
from craft.vocabulary import Condition, Style


def every_look() -> Iterator[HomeLook]:
    """The looks that follow any style."""
    for technique in TECHNIQUES.values():
        yield from technique.wear.looks


def suits(case: Case, style: Style) -> bool:
    """Whether a head can wear a look: long and dense enough, and nothing pulls at thin edges.

    Common practice, no source.
    """
    technique = TECHNIQUES[style]
    least, most = technique.fitness.length_cm or (0.0, float("inf"))
    thin = Condition.EDGE_THINNING in case.request.person.conditions
    return (
        least <= case.hair.length_cm <= most
        and case.hair.density_per_cm2 >= technique.fitness.density_min
        and (case.hair.hangs_cm >= TIED_FROM_CM or not technique.kit.ties_whole)
        and not (thin and technique.setting.tension)
    )


def looks_after(case: Case) -> Sequence[HomeLook]:
    """The looks that follow: as wished, else those usual for the style that this head can wear.

    Raises:
        CraftError: one that was wished does not follow; names it
    """
    usual = TECHNIQUES[case.request.goal.style].wear.looks
    wishes = case.request.goal.looks
    if wishes is None:
        return [look for look in usual if suits(case, look.style)]
    check_days(wishes)
    known = {look.style: look for look in (*every_look(), *usual)}
    results = []
    for place, wished in enumerate(wishes):
        # Of two puffs the first is the pinned one, as usual.
        same = [look for look in usual if look.style is wished.style]
        before = sum(other.style is wished.style for other in wishes[:place])
        look = same[min(before, len(same) - 1)] if same else known[wished.style]
        results.append(replace(look, day=wished.day))
    return results


def check_days(looks: Sequence[LookOn]) -> None:
    """Looks follow each other, and are ones that work on what is worn.

    Raises:
        CraftError: one does not; names it
    """
    allowed = {look.style for look in every_look()}
    for place, look in enumerate(looks):
        if look.style not in allowed:
            names = join(", ", sorted(allowed))
            raise CraftError(
                f"goal.looks.{place}.style",
                say("A look that follows is one of {names}.", names=names),
            )
        if place and look.day <= looks[place - 1].day:
            raise CraftError(
                f"goal.looks.{place}.day",
                say("Give a day after day {day}.", day=looks[place - 1].day),
            )
