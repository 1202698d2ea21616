"""Computing and saving plans."""

from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import AbstractBaseUser
from django.utils import timezone

from craft.contract import PlanAnswer, PlanRequest, Room, School, parse
from craft.errors import CraftError, Missing
from craft.routine.planner import plan
from craft.vocabulary import Severity
from salon.heads import services as heads
from salon.heads.models import Head
from salon.house.services import pace_of, the_house
from salon.plans.models import Plan
from salon.plans.wish import HeadWish
from salon.shelf.services import shelf_for_plan

#: Assumed when no visit tells when the hair was last detangled.
USUAL_DAYS_SINCE_DETANGLE = 7


@dataclass(frozen=True)
class Draft:
    """A computed plan that is not saved."""

    request: PlanRequest
    answer: PlanAnswer


def request_for(head: Head, wish: HeadWish, by: AbstractBaseUser) -> dict[str, Any]:
    """The core's request for a head and a wish, from the record and the house.

    Raises:
        Missing: nothing is known of something a plan needs
    """
    house = the_house()
    profile = heads.profile(head)
    hair = dict(profile.hair)
    if wish.density is not None and not {"density", "density_per_cm2"} & set(hair):
        hair["density"] = wish.density.value
    for gap in profile.missing:
        if gap["field"] not in hair:
            raise Missing(f"hair.{gap['field']}", gap["message"])
    hair["days_since_detangle"] = days_since_detangle(head, wish)
    room = {"temp_c": house.room_temp_c, "rh": house.room_rh} | told(wish.room)
    school = {"layering": house.layering} | told(wish.school)
    return {
        "hair": hair,
        "person": heads.person(head),
        "goal": wish.goal.model_dump(exclude_none=True),
        "dry": wish.dry,
        "dry_min": wish.dry_min,
        "blot": wish.blot,
        "room": room,
        "school": school,
        "shelf": shelf_for_plan(),
        "kit": {"pins": house.pins},
        "pace": pace_of(by),
        "drying_factor": house.drying_factor,
    }


def told(part: Room | School | None) -> dict[str, Any]:
    """What of a part was really told; the house knows the rest."""
    return part.model_dump(exclude_unset=True) if part else {}


def days_since_detangle(head: Head, wish: HeadWish) -> float:
    """Days since somebody detangled this hair: as told, else since the last visit."""
    if wish.days_since_detangle is not None:
        return wish.days_since_detangle
    last = head.visits.order_by("-started_at").values_list("started_at", flat=True).first()
    if last is None:
        return USUAL_DAYS_SINCE_DETANGLE
    return float(min(365, max(0, (timezone.now() - last).days)))


def draft(head: Head, wish: HeadWish, by: AbstractBaseUser) -> Draft:
    """Compute a plan without saving it.

    Raises:
        CraftError: names the field that cannot be
    """
    request = parse(PlanRequest, request_for(head, wish, by))
    return Draft(request, plan(request))


def save(head: Head, wish: HeadWish, by: AbstractBaseUser) -> Plan:
    """Compute a plan and keep it with its request and the version of the rules.

    Raises:
        CraftError: names the field that cannot be, or the plan to revise is another client's
    """
    if wish.replaces is not None and not head.plans.filter(pk=wish.replaces).exists():
        raise CraftError("replaces", "The plan to revise is not one of this client's.")
    made = draft(head, wish, by)
    stop = next((one for one in made.answer.cautions if one.severity is Severity.STOP), None)
    if stop:
        raise CraftError("person.stop_signs", stop.text)
    return Plan.objects.create(
        head=head,
        title=made.answer.title,
        style=made.request.goal.style,
        request=made.request.model_dump(mode="json"),
        answer=made.answer.model_dump(mode="json"),
        rules_version=made.answer.rules_version,
        made_by=by,
        replaces_id=wish.replaces,
    )
