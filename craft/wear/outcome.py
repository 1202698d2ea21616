"""What worked last time and what failed, in sentences, from what was noted of a visit."""

from dataclasses import dataclass

from craft.contract.visit import VisitAnswer
from craft.messages import capital, say, word
from craft.vocabulary import Comfort, Dryness, Residue, Trait, VisitFlag

#: From here a score is good, to here it is bad; of frizz the other way round.
GOOD, BAD = 4, 2
NAMES = {
    Trait.DEFINITION: say("definition"),
    Trait.FRIZZ: say("frizz"),
    Trait.VOLUME: say("volume"),
    Trait.EVENNESS: say("evenness"),
    Trait.BOUNCE: say("bounce"),
    Trait.SOFTNESS: say("softness"),
    Trait.SHINE: say("shine"),
}


@dataclass(frozen=True)
class Outcome:
    """What a visit came to.

    Args:
        worked, failed: in sentences
    """

    worked: tuple[str, ...]
    failed: tuple[str, ...]


def is_good(trait: Trait, score: float) -> bool | None:
    """Whether a score is good; None in between."""
    low, high = (score <= BAD, score >= GOOD)
    good, bad = (low, high) if trait is Trait.FRIZZ else (high, low)
    return True if good else False if bad else None


def outcome(visit: VisitAnswer) -> Outcome:
    """What worked and what failed. Own thresholds."""
    worked: list[str] = []
    failed: list[str] = []
    for trait, score in visit.scores.items():
        good = is_good(trait, score)
        if good is not None:
            name = capital(NAMES[trait])
            (worked if good else failed).append(
                say("{name} {score:g} of 5.", name=name, score=score)
            )
    if visit.dryness is Dryness.DRY:
        worked.append(say("Dry when it was opened."))
    elif visit.dryness is not None:
        roots = visit.dryness is Dryness.DAMP_ROOTS
        failed.append(
            say("Roots damp when it was opened.") if roots else say("Wet when it was opened.")
        )
    if visit.residue is Residue.NONE:
        worked.append(say("No residue."))
    elif visit.residue is not None:
        failed.append(say("{residue} residue.", residue=capital(word(visit.residue))))
    if visit.comfort in (Comfort.TIGHT, Comfort.PAIN):
        failed.append(say("It hurt.") if visit.comfort is Comfort.PAIN else say("It felt tight."))
    if VisitFlag.UNEVEN_SIDES in visit.flags:
        failed.append(say("One side got more product than the other."))
    return Outcome(tuple(worked), tuple(failed))
