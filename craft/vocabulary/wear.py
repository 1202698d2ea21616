"""Between two visits."""

from enum import StrEnum


class WearPhase(StrEnum):
    """What a day between two visits is."""

    IN_SET = "in_set"
    RELEASE = "release"
    WORN = "worn"
    PAST = "past"
    """Past its best, still safe to wear."""
    WASH = "wash"


class WearEventKind(StrEnum):
    """What is planned on a day that the hair should fit."""

    SWIM = "swim"
    SPORT = "sport"
    VEIL = "veil"
    HELMET = "helmet"
    EVENT = "event"
