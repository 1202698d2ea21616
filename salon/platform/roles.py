"""The roles of people in a salon, and sets of them."""

from enum import StrEnum


class WorkRole(StrEnum):
    """What a person's work in the salon is."""

    OWNER = "owner"
    SPECIALIST = "specialist"
    ASSISTANT = "assistant"
    FRONT_DESK = "front_desk"


Roles = frozenset[WorkRole]
OWNER: Roles = frozenset({WorkRole.OWNER})
#: They decide what is done to a client's hair.
PLANNERS: Roles = OWNER | {WorkRole.SPECIALIST}
#: They work on hair: measure, mix, weigh, record.
HANDS: Roles = PLANNERS | {WorkRole.ASSISTANT}
EVERYBODY: Roles = HANDS | {WorkRole.FRONT_DESK}
