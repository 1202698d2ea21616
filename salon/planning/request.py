"""From a head and a wish to a request of the core: the record and the salon fill in the rest."""

from collections.abc import Mapping
from datetime import date
from typing import Any

from django.contrib.auth.models import User
from django.utils import timezone

from craft.contract import PlanRequest, Room, School, parse
from craft.contract.base import Json, readable
from craft.contract.plan import ShelfItem
from craft.contract.plan.request import BOTTLES_MOST, PAIRS_MOST, PAST_MOST, RodStock, Wish
from craft.errors import Missing
from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import AirSource, SchoolBy
from salon.clients import services as clients
from salon.clients.drying import drying_of
from salon.clients.models import Client
from salon.devices.ambient import ambient
from salon.learning.services import learned_for
from salon.planning.drawer import kit_for_plan
from salon.planning.models import Plan
from salon.planning.wish import ClientWish
from salon.products.pairs import flakers
from salon.products.services import shelf_for_plan
from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon
from salon.staff.services import pace_of

#: So much is said of what was left out of a plan.
LEFT_OUT_MOST, LEFT_OUT_LONGEST = 40, 400
HOURS_A_DAY, DETANGLED_H_MOST = 24, 240
PAST_DAYS_MOST = 3650
#: Parts of a wish that the record or the salon completes where they are left open.
COMPLETED = frozenset({"goal", "room", "school", "now", "home", "journey_min"})
#: The other parts go into the request as they are.
TAKEN_AS_WISHED = set(Wish.model_fields) - COMPLETED
#: Assumed when no visit tells when the hair was last detangled.
USUAL_DAYS_SINCE_DETANGLE = 7


def request_for(client: Client, wish: ClientWish, by: User) -> dict[str, Any]:
    """The core's request for a head and a wish, from the record and the salon.

    Raises:
        Missing: nothing is known of something a plan needs
    """
    salon = current_salon()
    profile = clients.profile(client)
    hair = dict(profile.hair)
    noted = {observation.kind: observation.value for observation in profile.current}
    if wish.density is not None and not {"density", "density_per_cm2"} & set(hair):
        hair["density"] = wish.density.value
    for gap in profile.missing:
        if gap["field"] not in hair:
            raise Missing(f"hair.{gap['field']}", gap["message"])
    hair["days_since_detangle"] = days_since_detangle(client, wish)
    air = ambient(salon, wish.planned_start)
    drying = drying_of(client, salon)
    school = school_for(client, wish, salon)
    shelf, left_out = usable_bottles(shelf_for_plan(day_of(wish)))
    kit = kit_for_plan(wish.planned_start, hours_of(wish), wish.replaces, salon.contact_min or 0.0)
    kit["rods"], odd_rods = readable(RodStock, kit["rods"], rods_in_words)
    return {
        **wish.model_dump(mode="json", exclude_none=True, include=TAKEN_AS_WISHED),
        "hair": hair,
        "person": clients.person(client),
        "goal": goal_for(wish, noted),
        "room": by_hand(air.room, wish.room),
        "outdoors": air.outdoors,
        "home": by_hand(air.home, wish.home),
        "journey_min": salon.journey_min if wish.journey_min is None else wish.journey_min,
        "school": school,
        "now": now_on(wish, noted),
        "past": past_of(client, wish),
        "standards": salon.rules,
        "shelf": shelf,
        "flakers": flakers()[:PAIRS_MOST],
        "kit": kit,
        "left_out": [row[:LEFT_OUT_LONGEST] for row in (*left_out, *odd_rods)][:LEFT_OUT_MOST],
        "pace": pace_of(by),
        **learned_for(client, by, str(wish.goal.style)),
        "drying_factor": drying.factor,
        "drying_spread": drying.spread,
        "drying_basis": drying.basis,
    }


def usable_bottles(bottles: list[dict[str, Any]]) -> tuple[list[Json], list[str]]:
    """Bottles that the core can read, as many as it looks at; and the others, with the reason."""
    usable, left_out = readable(ShelfItem, bottles, lambda row: str(row["name"]))
    if len(usable) > BOTTLES_MOST:
        left_out.append(
            f"{len(usable) - BOTTLES_MOST} bottles (a plan looks at {BOTTLES_MOST}: remove what is "
            "not in use from the stock)"
        )
    return usable[:BOTTLES_MOST], left_out


def rods_in_words(rods: Json) -> str:
    """What rods are called in a plan."""
    return f"rods of {rods['diameter_mm']} mm"


def day_of(wish: ClientWish) -> date:
    """The day of a service; today where no hour is set, or it is past."""
    today = timezone.localdate()
    if wish.planned_start is None:
        return today
    return max(today, timezone.localtime(wish.planned_start).date())


def hours_of(wish: ClientWish) -> float:
    """Hours a service keeps its kit: until the release, where there is one."""
    technique = TECHNIQUES[wish.goal.style]
    if wish.goal.release_after_h is not None:
        return wish.goal.release_after_h
    return technique.release.usual_h if technique.release.needed else 0.0


def school_for(client: Client, wish: ClientWish, salon: Salon) -> dict[str, Any]:
    """Ways of working: the salon's, then this client's, then this plan's; and who chose each."""
    layers = (
        (SchoolBy.SALON, {"layering": salon.layering} | salon.school),
        (SchoolBy.CLIENT, client.school),
        (SchoolBy.PLAN, chosen_in(wish.school)),
    )
    school: dict[str, Any] = {}
    by: dict[str, str] = {}
    for who, chosen in layers:
        for topic, value in chosen.items():
            if topic != "by":
                school[topic], by[topic] = value, who.value
    return school | {"by": by}


def goal_for(wish: ClientWish, noted: Mapping[str, Any]) -> dict[str, Any]:
    """What is wished; where no heat is told, what this client can take."""
    goal = wish.goal.model_dump(exclude_none=True)
    if "max_heat" not in wish.goal.model_fields_set:
        taken = noted.get("heat_tolerance")
        goal |= {"max_heat": taken} if taken else {}
    return goal


def now_on(wish: ClientWish, noted: Mapping[str, Any]) -> dict[str, Any]:
    """How the client arrives: as entered for this plan, else as in the last consultation."""
    told = wish.now.model_dump(mode="json", exclude_unset=True) if wish.now else {}
    told = {key: value for key, value in told.items() if value is not None}
    days = wish.days_since_detangle
    if days is not None and days * HOURS_A_DAY <= DETANGLED_H_MOST:
        # Somebody said so: it is no guess from the last visit.
        told.setdefault("detangled_h", days * HOURS_A_DAY)
    style = noted.get("on_the_head")
    if style is None or "style" in told:
        return told
    since = noted.get("on_the_head_since")
    if since is None:
        return {"style": style} | told
    worn = (timezone.localdate() - date.fromisoformat(since)).days
    return {"style": style, "worn_days": float(min(365, max(0, worn)))} | told


def past_of(client: Client, wish: ClientWish) -> list[dict[str, Any]]:
    """Services of before that were begun, the latest first."""
    day = day_of(wish)
    rows = (
        Plan.objects.filter(client=client, begun_at__isnull=False)
        .exclude(pk=wish.replaces or 0)
        .order_by("-begun_at")
        .values_list("style", "begun_at", "answer__scheme")[:PAST_MOST]
    )
    return [
        {
            "style": style,
            "days_ago": max(0, min(PAST_DAYS_MOST, (day - timezone.localdate(begun)).days)),
            "scheme": scheme,
        }
        for style, begun, scheme in rows
    ]


def by_hand(air: dict[str, Any] | None, wished: Room | None) -> dict[str, Any] | None:
    """Air as it is known, with what was told by hand laid over it."""
    own = chosen_in(wished)
    if not own:
        return air
    return (air or {}) | {"by": AirSource.HAND.value, "source": ""} | own


def chosen_in(part: Room | School | None) -> dict[str, Any]:
    """What of a part was really told; the salon knows the rest."""
    return part.model_dump(exclude_unset=True) if part else {}


def days_since_detangle(client: Client, wish: ClientWish) -> float:
    """Days since somebody detangled this hair: as typed, else since the last visit."""
    if wish.days_since_detangle is not None:
        return wish.days_since_detangle
    if client.served_at is None:
        return USUAL_DAYS_SINCE_DETANGLE
    return float(min(365, max(0, (timezone.now() - client.served_at).days)))


def request_of(client: Client, wish: ClientWish, by: User) -> PlanRequest:
    """The core's request, read and checked.

    Raises:
        CraftError: names the field that cannot be
    """
    return parse(PlanRequest, request_for(client, wish, by))
