"""Who may do what: the one place that says so.

Every door of the API stands here by its name, with the roles that may read and those that may
change something there. What does not stand here opens for nobody.
"""

from dataclasses import dataclass

from django.contrib.auth.models import AnonymousUser, User
from rest_framework.exceptions import PermissionDenied
from rest_framework.permissions import SAFE_METHODS, BasePermission
from rest_framework.request import Request

from craft.commands import COMMANDS
from salon.house.roles import EVERYBODY, HANDS, OWNER, PLANNERS, Roles, WorkRole


@dataclass(frozen=True)
class Door:
    """Who may read and who may change something at a place of the API.

    Args:
        read: roles for GET
        write: roles for everything else
    """

    read: Roles
    write: Roles


#: Places that answer strangers: how to come in, and nothing else.
OPEN = frozenset({"session", "first-owner", "worker", "check-in", "check-in-picture"})

DOORS: dict[str, Door] = {
    # The front desk knows who comes, for what, and whom to warn of which allergy.
    **dict.fromkeys(("heads", "head", "head-archive"), Door(EVERYBODY, EVERYBODY)),
    "planned-days": Door(EVERYBODY, EVERYBODY),
    **dict.fromkeys(("messages", "message-again", "message-gateway"), Door(EVERYBODY, EVERYBODY)),
    "wordings": Door(EVERYBODY, OWNER),
    "wording-preview": Door(OWNER, OWNER),
    # The card goes home with the client, whoever gives it to them.
    **dict.fromkeys(("card", "card-pdf", "card-calendar"), Door(EVERYBODY, EVERYBODY)),
    **dict.fromkeys(("plans", "plan"), Door(EVERYBODY, PLANNERS)),
    **dict.fromkeys(("plan-start", "plan-cancellation"), Door(EVERYBODY, EVERYBODY)),
    # Hours are everybody's work.
    **dict.fromkeys(("day", "day-before", "day-live", "day-hands"), Door(EVERYBODY, EVERYBODY)),
    **dict.fromkeys(("day-file", "week", "due", "slots", "bookings"), Door(EVERYBODY, EVERYBODY)),
    **dict.fromkeys(("booking", "booking-state", "booking-move"), Door(EVERYBODY, EVERYBODY)),
    **dict.fromkeys(("booking-late", "calendar-link"), Door(EVERYBODY, EVERYBODY)),
    "day-change": Door(EVERYBODY, EVERYBODY),
    **dict.fromkeys(("day-replan", "day-search"), Door(EVERYBODY, PLANNERS)),
    "hours": Door(EVERYBODY, OWNER),
    "house": Door(EVERYBODY, OWNER),
    **dict.fromkeys(("kit", "products", "shelf"), Door(EVERYBODY, PLANNERS)),
    "air": Door(EVERYBODY, HANDS),
    # What was seen and done on a head is for those who work on it.
    **dict.fromkeys(("profile", "timeline", "questions", "consultation-state"), Door(HANDS, HANDS)),
    **dict.fromkeys(("observations", "withdrawal", "consultation"), Door(HANDS, HANDS)),
    **dict.fromkeys(("consultations", "scope", "scope-upload"), Door(HANDS, HANDS)),
    **dict.fromkeys(("scope-picture", "scope-image", "stop-signs"), Door(HANDS, HANDS)),
    **dict.fromkeys(("chairs", "chair", "chair-otherwise", "chair-swap"), Door(HANDS, HANDS)),
    "visit-replay": Door(HANDS, HANDS),
    **dict.fromkeys(("visits", "visit", "visit-log", "record", "begin-visit"), Door(HANDS, HANDS)),
    **dict.fromkeys(("wear", "check-in-link"), Door(HANDS, HANDS)),
    # Whoever answers the telephone hears it first.
    **dict.fromkeys(("remarks", "remark-seen"), Door(EVERYBODY, EVERYBODY)),
    **dict.fromkeys(("look-pictures", "look-picture", "scale-strip"), Door(HANDS, HANDS)),
    **dict.fromkeys(("findings", "story", "two-visits", "heads-like"), Door(HANDS, HANDS)),
    "learned-value": Door(HANDS, PLANNERS),
    **dict.fromkeys(("trials", "trial", "trial-pair"), Door(HANDS, HANDS)),
    # Everybody has views of their own, and sees no others.
    **dict.fromkeys(("saved-views", "saved-view"), Door(EVERYBODY, EVERYBODY)),
    # All of it at once leaves the house only with those who plan.
    **dict.fromkeys(("findings-csv", "findings-data"), Door(PLANNERS, PLANNERS)),
    **dict.fromkeys(("kit-take", "kit-cleaning", "kit-back"), Door(HANDS, HANDS)),
    **dict.fromkeys(("stock", "stock-undo", "calibration", "calibrating"), Door(HANDS, HANDS)),
    **dict.fromkeys(("palm-tests", "shelf-matches"), Door(HANDS, HANDS)),
    **dict.fromkeys(("scale", "scale-stream", "scale-tare", "scale-stand-in"), Door(HANDS, HANDS)),
    "air-stand-in": Door(HANDS, HANDS),
    **dict.fromkeys(("draft", "crown", "drying", "look", "chain"), Door(HANDS, HANDS)),
    **dict.fromkeys(("plan-crown", "plan-look"), Door(HANDS, HANDS)),
    **dict.fromkeys(("proposals", "restyle", "comparison"), Door(HANDS, HANDS)),
    **{f"core-{name}": Door(HANDS, HANDS) for name in COMMANDS},
    # Judgement: what a consultation concludes, that a stop sign is over, what the shelf holds.
    **dict.fromkeys(("finish-consultation", "clear-stop-sign"), Door(PLANNERS, PLANNERS)),
    **dict.fromkeys(("routines", "routine"), Door(HANDS, PLANNERS)),
    **dict.fromkeys(("product", "kit-item"), Door(HANDS, PLANNERS)),
    **dict.fromkeys(("product-return", "products-import"), Door(PLANNERS, PLANNERS)),
    "products-export": Door(HANDS, PLANNERS),
    "schema": Door(HANDS, OWNER),
    # Everybody's own way in.
    **dict.fromkeys(
        ("password", "codes", "codes-end", "sign-ins", "sign-in"), Door(EVERYBODY, EVERYBODY)
    ),
    # The salon as a whole.
    **dict.fromkeys(("colleagues", "colleague", "archive"), Door(OWNER, OWNER)),
    **dict.fromkeys(("archive-file", "archive-check", "archive-restore"), Door(OWNER, OWNER)),
    "erasure": Door(OWNER, OWNER),
}


def role_of(user: User | AnonymousUser) -> WorkRole | None:
    """The role of somebody; None for whoever has none. Whoever runs the machine is an owner."""
    if not isinstance(user, User) or not user.is_active:
        return None
    colleague = getattr(user, "colleague", None)
    if colleague is not None:
        return WorkRole(colleague.role)
    return WorkRole.OWNER if user.is_superuser else None


def may_read(user: User | AnonymousUser, door: str) -> bool:
    """Whether somebody may read at a place of the API."""
    return role_of(user) in DOORS[door].read


class Policy(BasePermission):
    """Opens a door of the API for the roles that stand at its name."""

    def has_permission(self, request: Request, view: object) -> bool:
        """Whether the door opens.

        Raises:
            PermissionDenied: it is for others
        """
        match = request.resolver_match
        name = match.view_name if match else ""
        if name in OPEN:
            return True
        role = role_of(request.user)
        if not request.user.is_authenticated:
            return False
        door = DOORS.get(name)
        reading = request.method in SAFE_METHODS
        roles: Roles = frozenset() if door is None else door.read if reading else door.write
        if role in roles:
            return True
        names = [role.value.replace("_", " ") for role in WorkRole if role in roles]
        who = " or ".join([", ".join(names[:-1]), names[-1]] if len(names) > 1 else names)
        raise PermissionDenied(
            f"This is for the {who}. Ask them to do it, or the owner for another role."
            if names
            else "This is for nobody."
        )


def doors_of(role: WorkRole | None) -> tuple[list[str], list[str]]:
    """Names of the places a role may read, and of those where it may change something."""
    reads = sorted(name for name, door in DOORS.items() if role in door.read)
    writes = sorted(name for name, door in DOORS.items() if role in door.write)
    return reads, writes
