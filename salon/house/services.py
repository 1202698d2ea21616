"""What the house knows and who is at work."""

from collections.abc import Iterable, Mapping
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from salon.house.models import Colleague, House
from salon.platform.errors import Conflict


def the_house() -> House:
    """The salon; made with useful values on first use."""
    return House.objects.get_or_create(pk=1)[0]


@transaction.atomic
def change_house(values: Mapping[str, Any], version: int | None) -> House:
    """Change the settings of the salon, field by field; what it has learned is left alone.

    Args:
        values: fields that change
        version: that was read; None where the fields stand for themselves
    Raises:
        Conflict: somebody else changed it in the meantime
    """
    the_house()
    house = House.objects.select_for_update().get(pk=1)
    if version is not None and house.version != version:
        raise Conflict
    for name, value in values.items():
        setattr(house, name, value)
    house.version += 1
    house.save(update_fields=[*values, "version"])
    return house


def pace_of(user: User) -> float:
    """The pace of a specialist, 1 for somebody who has not been measured."""
    colleague: Colleague | None = getattr(user, "colleague", None)
    return colleague.pace if colleague else 1.0


def paces_of(usernames: Iterable[str]) -> dict[str, float]:
    """The paces of several people, by their name; nobody who is not known."""
    rows = Colleague.objects.filter(user__username__in=list(usernames))
    return dict(rows.values_list("user__username", "pace"))


def name_of(user: User | None) -> str:
    """What somebody is called on screen; nothing for somebody unknown."""
    return (user.get_full_name() or user.get_username()) if user else ""


def names_of(usernames: Iterable[str]) -> dict[str, str]:
    """What several people are called on screen, by their name; nobody who is gone."""
    rows = User.objects.filter(username__in=list(usernames))
    return {user.get_username(): name_of(user) for user in rows}
