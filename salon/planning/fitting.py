"""Which products may be used on a client today."""

from typing import Any

from django.utils import timezone

from craft.contract import Hair, parse
from craft.contract.bottles import BottleOut, BottlesRequest
from craft.plan.bottles import bottles
from salon.clients import profiles
from salon.clients.models import Client
from salon.devices.ambient import ambient
from salon.planning.request import usable_bottles
from salon.products.models import Product
from salon.products.services import item_of
from salon.salon_settings.services import current_salon


def fit_for(client: Client, products: list[Product]) -> tuple[dict[int, BottleOut], dict[str, Any]]:
    """Every bottle judged for a client, and the air it was judged in.

    Where something is missing that a judgement needs, the answer says what, and judges nothing.
    """
    salon = current_salon()
    profile = profiles.profile(client)
    air: dict[str, Any] = {
        "client": client.pk,
        "client_name": client.name,
        "dew_point_c": None,
        "missing": [gap["message"] for gap in profile.missing],
        "assumed": [],
    }
    if profile.missing:
        return {}, air
    today = timezone.localdate()
    around = ambient(salon, None)
    shelf, left_out = usable_bottles([item_of(product, today) for product in products])
    request = BottlesRequest(
        hair=parse(Hair, profile.hair, at="hair"),
        person=profiles.person(client),
        room=around.room,
        outdoors=around.outdoors,
        shelf=shelf,
    )
    answer = bottles(request)
    air |= {
        "dew_point_c": answer.dew_point_c,
        "assumed": [*answer.assumed, *(f"Left out: {row}" for row in left_out)],
    }
    return {int(bottle.id): bottle for bottle in answer.bottles}, air
