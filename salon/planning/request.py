"""From a client and a wish to a request of the core: the record and the salon fill in the rest."""

from collections.abc import Iterable, Mapping
from datetime import date
from typing import Any, overload

from django.contrib.auth.models import User
from django.utils import timezone

from craft.contract import Hair, PlanRequest, Room, School, parse
from craft.contract.base import Json, errors_of, readable
from craft.contract.plan import ShelfItem
from craft.contract.plan.request import (
    BOTTLES_MOST,
    PAIRS_MOST,
    PAST_MOST,
    Goal,
    Now,
    Past,
    SalonStandards,
    Wish,
)
from craft.errors import Missing
from craft.ranges import clamp
from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import AirSource, Heat, OnHead, Scheme, SchoolBy, Style
from salon.clients import profiles
from salon.clients.drying import drying_of
from salon.clients.models import Client
from salon.devices.ambient import ambient
from salon.learning.services import learned_for
from salon.planning.clock import clock_fields
from salon.planning.drawer import kit_for_plan
from salon.planning.models import Plan
from salon.planning.wish import ClientWish
from salon.platform.language import sentence
from salon.products.pairs import flakers
from salon.products.services import shelf_for_plan
from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon
from salon.staff.services import pace_of

#: So much is said of what was left out of a plan.
LEFT_OUT_MOST, LEFT_OUT_LONGEST = 40, 400
HOURS_A_DAY, DETANGLED_H_MOST = 24, 240
PAST_DAYS_MOST, WORN_DAYS_MOST = 3650, 365
#: Parts of a wish that the record or the salon completes where they are left open.
COMPLETED = frozenset({"goal", "room", "school", "now", "home", "journey_min"})
#: The other parts go into the request as they are.
TAKEN_AS_WISHED = set(Wish.model_fields) - COMPLETED
#: Assumed when no visit tells when the hair was last detangled.
USUAL_DAYS_SINCE_DETANGLE = 7


def request_of(client: Client, wish: ClientWish, by: User) -> PlanRequest:
    """The core's request for a client and a wish; the record and the salon fill in the rest.

    Raises:
        Missing: nothing is known of something a plan needs
        CraftError: names the field that cannot be
    """
    salon = current_salon()
    profile = profiles.profile(client)
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
    shelf, left_out = usable_bottles(shelf_for_plan(day_of(wish)))
    kit, odd_rods = kit_for_plan(
        wish.planned_start, hours_of(wish), wish.replaces, salon.contact_min or 0.0
    )
    learned = learned_for(client, by, wish.goal.style)
    with errors_of(PlanRequest):
        return PlanRequest(
            **{part: getattr(wish, part) for part in wish.model_fields_set & TAKEN_AS_WISHED},
            **clock_fields(client, salon, wish.planned_start),
            hair=parse(Hair, hair, at="hair"),
            person=profiles.person(client),
            goal=goal_for(wish, noted),
            room=by_hand(air.room, wish.room),
            outdoors=air.outdoors,
            home=by_hand(air.home, wish.home),
            journey_min=salon.journey_min if wish.journey_min is None else wish.journey_min,
            school=school_for(client, wish, salon),
            now=now_on(wish, noted),
            past=past_of(client, wish),
            standards=parse(SalonStandards, salon.rules, at="standards"),
            shelf=shelf,
            flakers=flakers()[:PAIRS_MOST],
            kit=kit,
            left_out=[row[:LEFT_OUT_LONGEST] for row in (*left_out, *odd_rods)][:LEFT_OUT_MOST],
            pace=pace_of(by),
            learned_minutes=learned.minutes,
            learned_positions=learned.positions,
            learned_doses=learned.doses,
            learned_zone_doses=learned.zone_doses,
            learned_length=learned.length,
            learned_definition=learned.definition,
            learned_odds=learned.odds,
            drying_factor=drying.factor,
            drying_spread=drying.spread,
            drying_basis=drying.basis,
        )


def usable_bottles(bottles: Iterable[Json]) -> tuple[list[ShelfItem], list[str]]:
    """Bottles that the core can read, as many as it looks at; and the others, with the reason."""
    usable, left_out = readable(ShelfItem, bottles, lambda row: str(row["name"]))
    if len(usable) > BOTTLES_MOST:
        left_out.append(
            sentence(
                "{usable} bottles (a plan looks at {bottles_most}: remove what is not in use from "
                "the stock)",
                usable=len(usable) - BOTTLES_MOST,
                bottles_most=BOTTLES_MOST,
            )
        )
    return usable[:BOTTLES_MOST], left_out


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


def school_for(client: Client, wish: ClientWish, salon: Salon) -> School:
    """Ways of working: the salon's, then this client's, then this plan's; and who chose each.

    Raises:
        CraftError: the salon or the client has a way that is none
    """
    layers = (
        (SchoolBy.SALON, {"layering": salon.layering} | salon.school),
        (SchoolBy.CLIENT, client.school),
        (SchoolBy.PLAN, chosen_in(wish.school)),
    )
    school: dict[str, object] = {}
    by: dict[str, str] = {}
    for who, chosen in layers:
        for topic, value in chosen.items():
            if topic != "by":
                school[topic], by[topic] = value, who.value
    return parse(School, school | {"by": by}, at="school")


def goal_for(wish: ClientWish, noted: Mapping[str, Any]) -> Goal:
    """What is wished; where the wish names no heat, the most that this client can take."""
    most = noted.get("heat_tolerance")
    if not most or "max_heat" in wish.goal.model_fields_set:
        return wish.goal
    return wish.goal.model_copy(update={"max_heat": Heat(most)})


def now_on(wish: ClientWish, noted: Mapping[str, Any]) -> Now:
    """How the client arrives: as entered for this plan, else as in the last consultation."""
    now = wish.now.model_dump(exclude_unset=True, exclude_none=True) if wish.now else {}
    days = wish.days_since_detangle
    if days is not None and days * HOURS_A_DAY <= DETANGLED_H_MOST:
        # Somebody said so: it is no guess from the last visit.
        now.setdefault("detangled_h", days * HOURS_A_DAY)
    style, since = noted.get("on_the_head"), noted.get("on_the_head_since")
    if style is not None and "style" not in now:
        now["style"] = OnHead(style)
        if since is not None:
            worn = (timezone.localdate() - date.fromisoformat(since)).days
            now.setdefault("worn_days", clamp(worn, 0, WORN_DAYS_MOST))
    return Now(**now)


def past_of(client: Client, wish: ClientWish) -> list[Past]:
    """Services of before that were begun, the latest first."""
    day = day_of(wish)
    rows = (
        Plan.objects.filter(client=client, begun_at__isnull=False)
        .exclude(pk=wish.replaces or 0)
        .order_by("-begun_at")
        .values_list("style", "begun_at", "answer__scheme")[:PAST_MOST]
    )
    return [
        Past(
            style=Style(style),
            days_ago=clamp((day - timezone.localdate(begun)).days, 0, PAST_DAYS_MOST),
            scheme=Scheme(scheme) if scheme else None,
        )
        for style, begun, scheme in rows
    ]


@overload
def by_hand(air: Room, wished: Room | None) -> Room: ...


@overload
def by_hand(air: Room | None, wished: Room | None) -> Room | None: ...


def by_hand(air: Room | None, wished: Room | None) -> Room | None:
    """Air as it is known, with what was entered by hand laid over it."""
    own = chosen_in(wished)
    if not own:
        return air
    return (air or Room()).model_copy(update={"by": AirSource.HAND, "source": ""} | own)


def chosen_in(part: Room | School | None) -> dict[str, object]:
    """What of a part was entered; the salon knows the rest."""
    return part.model_dump(exclude_unset=True) if part else {}


def days_since_detangle(client: Client, wish: ClientWish) -> float:
    """Days since somebody detangled this hair: as typed, else since the last visit."""
    if wish.days_since_detangle is not None:
        return wish.days_since_detangle
    if client.served_at is None:
        return USUAL_DAYS_SINCE_DETANGLE
    return float(min(365, max(0, (timezone.now() - client.served_at).days)))
