"""A visit some days ago."""

from datetime import timedelta

from django.contrib.auth.models import User
from django.utils import timezone

from craft.contract import parse
from salon.clients.models import Client
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.visits.models import Visit
from salon.visits.recording import record

TWISTS = "two_strand_twist_out"


def visited(
    client: Client,
    user: User,
    style: str = TWISTS,
    days_ago: int = 3,
    details: dict[str, str] | None = None,
    **values: object,
) -> Visit:
    """A client whose style was made some days ago and recorded afterwards."""
    wish = {"client": client.pk, "goal": {"style": style}, "details": details or {}}
    plan = save(client, parse(ClientWish, wish), user)
    began = timezone.now() - timedelta(days=days_ago)
    usual = {"started_at": began, "steps": [], "doses": [], "sure": True}
    return record(plan, usual | values, user)
