"""What of the shelf may go on a head today."""

from typing import Any

from django.utils import timezone

from craft.contract import parse
from craft.contract.bottles import BottleOut, BottlesRequest
from craft.plan.bottles import bottles
from salon.devices.ambient import ambient
from salon.heads import services as heads
from salon.heads.models import Head
from salon.house.services import the_house
from salon.planning.request import usable_bottles
from salon.shelf.models import Product
from salon.shelf.services import item_of


def fit_for(head: Head, products: list[Product]) -> tuple[dict[int, BottleOut], dict[str, Any]]:
    """Every bottle judged for a head, and the air it was judged in.

    Where something is missing that a judgement needs, the answer says what, and judges nothing.
    """
    house = the_house()
    profile = heads.profile(head)
    air: dict[str, Any] = {
        "head": head.pk,
        "head_name": head.name,
        "dew_point_c": None,
        "missing": [gap["message"] for gap in profile.missing],
        "assumed": [],
    }
    if profile.missing:
        return {}, air
    today = timezone.localdate()
    around = ambient(house, None)
    shelf, left_out = usable_bottles([item_of(product, today) for product in products])
    request = parse(
        BottlesRequest,
        {
            "hair": profile.hair,
            "person": heads.person(head),
            "room": around.room,
            "outdoors": around.outdoors,
            "shelf": shelf,
        },
    )
    answer = bottles(request)
    air |= {
        "dew_point_c": answer.dew_point_c,
        "assumed": [*answer.assumed, *(f"Left out: {row}" for row in left_out)],
    }
    return {int(bottle.id): bottle for bottle in answer.bottles}, air
