"""What the house knows and who is at work."""

from django.contrib.auth.models import User

from salon.house.models import House, Specialist


def the_house() -> House:
    """The salon; made with useful values on first use."""
    return House.objects.get_or_create(pk=1)[0]


def pace_of(user: User) -> float:
    """The pace of a specialist, 1 for somebody who has not been measured."""
    return Specialist.objects.filter(user=user).values_list("pace", flat=True).first() or 1.0


def name_of(user: User | None) -> str:
    """What somebody is called on screen; nothing for somebody unknown."""
    return (user.get_full_name() or user.get_username()) if user else ""
