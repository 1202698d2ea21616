"""How much a style is separated: as it parts by itself, or more where less definition is wanted."""

from craft.messages import say
from craft.plan.case import Case
from craft.vocabulary import SetKind

#: Wish below which more is separated, and share of the definition that this costs at the lowest
#: wish. Own values.
SEPARATES_BELOW, SEPARATED_SHARE = 0.4, 0.25


def separated(case: Case) -> float:
    """How much more than usual is separated, 0 to 1: by the wish, where anything is opened."""
    finish, banded = case.technique.finish, any(case.technique.kit.band_stretch)
    if finish.gathered or banded or not finish.separate or not case.dries:
        return 0.0
    return max(0.0, 1 - case.definition / SEPARATES_BELOW)


#: From here on nothing is parted on purpose. Own value.
WHOLE_FROM = 0.7


def keeps_whole(case: Case) -> bool:
    """Whether a curl that is usually parted stays whole: where much definition is wanted."""
    return case.technique.setting.kind is SetKind.ROD and case.definition >= WHOLE_FROM


def separate_how(case: Case) -> str:
    """How the finished hair is separated, in sentences."""
    usual = case.technique.finish.separate
    if keeps_whole(case):
        return say("Much definition is wanted: part nothing that does not part by itself.")
    if not separated(case):
        return usual
    return say("Less definition is wanted: part each piece where it parts, and once more.")
