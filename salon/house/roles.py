"""What people do in a salon."""

from enum import StrEnum


class WorkRole(StrEnum):
    """What somebody does in the salon."""

    OWNER = "owner"
    SPECIALIST = "specialist"
    ASSISTANT = "assistant"
    FRONT_DESK = "front_desk"


Roles = frozenset[WorkRole]
OWNER: Roles = frozenset({WorkRole.OWNER})
#: They decide what is done to a head.
PLANNERS: Roles = OWNER | {WorkRole.SPECIALIST}
#: They work on heads: measure, mix, weigh, record.
HANDS: Roles = PLANNERS | {WorkRole.ASSISTANT}
EVERYBODY: Roles = HANDS | {WorkRole.FRONT_DESK}
