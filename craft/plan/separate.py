"""How much a style is separated: as it parts by itself, or more where less definition is wanted."""

from craft.messages import say
from craft.plan.case import Case

#: From so far below the middle of the scale on more is separated; all the way down it takes so
#: much of the definition. Own values.
SEPARATES_BELOW, SEPARATED_SHARE = 0.4, 0.25


def separated(case: Case) -> float:
    """How much more than usual is separated, 0 to 1: by the wish, where anything is opened."""
    finish = case.technique.finish
    if finish.gathered or not finish.separate or not case.dries:
        return 0.0
    return max(0.0, 1 - case.definition / SEPARATES_BELOW)


def separate_how(case: Case) -> str:
    """How the finished hair is separated, in sentences."""
    usual = case.technique.finish.separate
    if not separated(case):
        return usual
    return usual + say(" Less definition is wanted: part each piece once more, and fluff it.")
