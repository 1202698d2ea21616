"""Which products may be used on a client today."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from django.utils import timezone

from craft.contract import Hair, parse
from craft.contract.bottles import BottleOut, BottlesRequest
from craft.plan.bottles import bottles
from salon.clients import profiles
from salon.clients.models import Client
from salon.devices.ambient import ambient
from salon.planning.request import usable_bottles
from salon.platform.language import sentence
from salon.products.models import Product
from salon.products.services import item_of
from salon.salon_settings.services import current_salon


@dataclass(frozen=True)
class JudgedFor:
    """For whom and in which air bottles were judged.

    Args:
        client, client_name: the client
        dew_point_c: of the air; None where nothing was judged [°C]
        missing: what has to be known before anything can be judged
        assumed: what was assumed, in words
    """

    client: int
    client_name: str
    dew_point_c: float | None
    missing: Sequence[str]
    assumed: Sequence[str] = ()


def fit_for(client: Client, products: list[Product]) -> tuple[dict[int, BottleOut], JudgedFor]:
    """Every bottle judged for a client, and the air it was judged in.

    Where something is missing that a judgement needs, the answer says what, and judges nothing.
    """
    salon = current_salon()
    profile = profiles.profile(client)
    missing = [gap["message"] for gap in profile.missing]
    judged = JudgedFor(client.pk, client.name, None, missing)
    if missing:
        return {}, judged
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
    assumed = [*answer.assumed, *(sentence("Left out: {row}", row=row) for row in left_out)]
    judged = replace(judged, dew_point_c=answer.dew_point_c, assumed=assumed)
    return {int(bottle.id): bottle for bottle in answer.bottles}, judged
