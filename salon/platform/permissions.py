"""Who may use which endpoint: declared on the view, enforced here.

Every view has an ``access`` attribute. A view without one is closed to everybody, and
``manage.py check`` names it, so an endpoint cannot be opened by forgetting it.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Any

from django.contrib.auth.models import AnonymousUser, User
from django.core import checks
from django.urls import URLPattern, URLResolver, get_resolver
from rest_framework.exceptions import PermissionDenied
from rest_framework.permissions import SAFE_METHODS, BasePermission
from rest_framework.request import Request

from craft.messages import join, say, word
from salon.platform.language import sentence
from salon.platform.roles import Roles, WorkRole


@dataclass(frozen=True)
class Access:
    """The roles that may use an endpoint.

    Args:
        read: roles for GET
        write: roles for every other method; those of ``read`` if left out
        public: whether people who have not signed in may use it, too
    """

    read: Roles
    write: Roles | None = None
    public: bool = False

    def roles_for(self, method: str) -> Roles:
        """The roles that may send a request of this HTTP method."""
        if method in SAFE_METHODS or self.write is None:
            return self.read
        return self.write


#: For views that answer people who have not signed in.
PUBLIC = Access(frozenset(), public=True)
CLOSED = Access(frozenset())


def access_of(view: object) -> Access:
    """The access declared on a view class or instance; closed where none is declared."""
    access = getattr(view, "access", CLOSED)
    return access if isinstance(access, Access) else CLOSED


def role_of(user: User | AnonymousUser) -> WorkRole | None:
    """The role of a user, or None for users without one. A superuser counts as an owner."""
    if not isinstance(user, User) or not user.is_active:
        return None
    colleague = getattr(user, "colleague", None)
    if colleague is not None:
        return WorkRole(colleague.role)
    return WorkRole.OWNER if user.is_superuser else None


def has_role(user: User | AnonymousUser, roles: Roles) -> bool:
    """Whether a user has one of these roles."""
    return role_of(user) in roles


class RolePermission(BasePermission):
    """Allows a request if the view's ``access`` includes the user's role."""

    def has_permission(self, request: Request, view: object) -> bool:
        """Whether the request is allowed.

        Raises:
            PermissionDenied: the user is signed in with another role
        """
        access = access_of(view)
        if access.public:
            return True
        if not request.user.is_authenticated:
            return False
        roles = access.roles_for(request.method or "")
        if role_of(request.user) in roles:
            return True
        raise PermissionDenied(why_not(roles))


def why_not(roles: Roles) -> str:
    """The sentence for a user whose role is not among the allowed ones."""
    names = [word(role) for role in WorkRole if role in roles]
    if not names:
        return sentence("Nobody may do this.")
    who = names[-1]
    if len(names) > 1:
        who = say("{first} or {last}", first=join(", ", names[:-1]), last=names[-1])
    return sentence("This is for the {who}. Ask them, or ask the owner for another role.", who=who)


@cache
def api_views() -> dict[str, type]:
    """The view class of every endpoint by its URL name."""
    return {
        pattern.name: pattern.callback.cls
        for pattern in patterns_of(get_resolver().url_patterns)
        if pattern.name and hasattr(pattern.callback, "cls")
    }


def patterns_of(patterns: Sequence[URLPattern | URLResolver]) -> Iterator[URLPattern]:
    """Every URL pattern, also of the included lists."""
    for pattern in patterns:
        if isinstance(pattern, URLResolver):
            yield from patterns_of(pattern.url_patterns)
        else:
            yield pattern


def endpoints_for(role: WorkRole | None) -> tuple[list[str], list[str]]:
    """URL names a role may read, and URL names it may write to.

    The web application asks for them at sign-in and offers only what they allow.
    """
    accesses = sorted((name, access_of(view)) for name, view in api_views().items())
    reads = [name for name, access in accesses if role in access.roles_for("GET")]
    writes = [name for name, access in accesses if role in access.roles_for("POST")]
    return reads, writes


@checks.register(checks.Tags.security)
def check_access_declared(**_: Any) -> list[checks.CheckMessage]:
    """An error for every endpoint whose view does not declare its access."""
    return [
        checks.Error(
            sentence("The view of '{name}' does not say who may use it.", name=name),
            hint=sentence("Set `access = Access(read=..., write=...)` on the view class."),
            obj=view,
            id="salon.E001",
        )
        for name, view in api_views().items()
        if access_of(view) == CLOSED
    ]
