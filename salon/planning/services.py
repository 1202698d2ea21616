"""Computing and saving plans."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any

from django.contrib.auth.models import AbstractBaseUser
from django.utils import timezone

from craft.contract import PlanAnswer, PlanRequest, Room, School, parse
from craft.errors import CraftError, Missing
from craft.routine.planner import plan
from craft.routine.techniques import TECHNIQUES
from craft.vocabulary import EditOp, SchoolBy, Severity
from salon.devices.airs import airs
from salon.heads import services as heads
from salon.heads.models import Head
from salon.house.models import House
from salon.house.services import pace_of, the_house
from salon.kit.services import kit_for_plan
from salon.planning.models import Plan, Routine, still_to_come
from salon.planning.wish import HeadWish
from salon.shelf.pairs import flakers
from salon.shelf.services import shelf_for_plan
from salon.visits.learning import drying_of

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
    told_of = {one.kind: one.value for one in profile.current}
    if wish.density is not None and not {"density", "density_per_cm2"} & set(hair):
        hair["density"] = wish.density.value
    for gap in profile.missing:
        if gap["field"] not in hair:
            raise Missing(f"hair.{gap['field']}", gap["message"])
    hair["days_since_detangle"] = days_since_detangle(head, wish)
    air = airs(house, wish.planned_start)
    dries = drying_of(head, house)
    school = school_for(head, wish, house)
    return {
        "hair": hair,
        "person": heads.person(head),
        "goal": goal_for(wish, told_of),
        "dry": wish.dry,
        "dry_min": wish.dry_min,
        "blot": wish.blot,
        "room": by_hand(air.room, wish.room),
        "outdoors": air.outdoors,
        "home": by_hand(air.home, wish.home),
        "journey_min": house.journey_min if wish.journey_min is None else wish.journey_min,
        "parting": wish.parting.model_dump(mode="json", exclude_unset=True),
        "stages": [one.model_dump(mode="json", exclude_none=True) for one in wish.stages],
        "school": school,
        "now": now_on(wish, told_of),
        "edits": [one.model_dump(mode="json", exclude_none=True) for one in wish.edits],
        "house": house.rules,
        "shelf": shelf_for_plan(day_of(wish)),
        "bottles": dict(wish.bottles),
        "flakers": flakers(),
        "kit": kit_for_plan(wish.planned_start, hours_of(wish), but=wish.replaces),
        "pace": pace_of(by),
        "drying_factor": dries.factor,
        "drying_spread": dries.spread,
        "drying_told": dries.words,
    }


def day_of(wish: HeadWish) -> date:
    """The day of a service; today where no hour is set, or it is past."""
    today = timezone.localdate()
    if wish.planned_start is None:
        return today
    return max(today, timezone.localtime(wish.planned_start).date())


def hours_of(wish: HeadWish) -> float:
    """Hours a service keeps its kit: until the release, where there is one."""
    technique = TECHNIQUES[wish.goal.style]
    if wish.goal.release_after_h is not None:
        return wish.goal.release_after_h
    return technique.release_h if technique.released else 0.0


def school_for(head: Head, wish: HeadWish, house: House) -> dict[str, Any]:
    """Ways of working: the house's, then this head's, then this plan's; and who chose each."""
    layers = (
        (SchoolBy.HOUSE, {"layering": house.layering} | house.school),
        (SchoolBy.HEAD, head.school),
        (SchoolBy.PLAN, told(wish.school)),
    )
    school: dict[str, Any] = {}
    by: dict[str, str] = {}
    for who, chosen in layers:
        for topic, value in chosen.items():
            if topic != "by":
                school[topic], by[topic] = value, who.value
    return school | {"by": by}


def goal_for(wish: HeadWish, told_of: Mapping[str, Any]) -> dict[str, Any]:
    """What is wished; where no heat is told, what this head can take."""
    goal = wish.goal.model_dump(exclude_none=True)
    if "max_heat" not in wish.goal.model_fields_set:
        taken = told_of.get("heat_tolerance")
        goal |= {"max_heat": taken} if taken else {}
    return goal


def now_on(wish: HeadWish, told_of: Mapping[str, Any]) -> dict[str, Any]:
    """What is on the head: as told for this plan, else as the last consultation told."""
    if wish.now is not None:
        return wish.now.model_dump(mode="json", exclude_none=True)
    style = told_of.get("on_the_head")
    if style is None:
        return {}
    since = told_of.get("on_the_head_since")
    if since is None:
        return {"style": style}
    days = (timezone.localdate() - date.fromisoformat(since)).days
    return {"style": style, "worn_days": float(min(365, max(0, days)))}


def by_hand(air: dict[str, Any] | None, wished: Room | None) -> dict[str, Any] | None:
    """Air as it is known, with what was told by hand laid over it."""
    own = told(wished)
    if not own:
        return air
    return (air or {}) | {"told_by": "by hand"} | own


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
    request = request_of(head, wish, by)
    return Draft(request, plan(request))


def request_of(head: Head, wish: HeadWish, by: AbstractBaseUser) -> PlanRequest:
    """The core's request, read and checked.

    Raises:
        CraftError: names the field that cannot be
    """
    return parse(PlanRequest, request_for(head, wish, by))


def for_any_head(edit: dict[str, Any]) -> dict[str, Any] | None:
    """A change by hand without the numbers of one head; None if nothing else is in it."""
    if edit["op"] != EditOp.OVERRIDE:
        return edit
    if "wait_min" not in edit:
        return None
    return {key: value for key, value in edit.items() if key in ("op", "step", "wait_min")}


def save_routine(name: str, wish: HeadWish, by: AbstractBaseUser) -> Routine:
    """Keep what was wished and changed by hand as a routine of the house, without the head.

    Doses and minutes that were decided by hand belong to the head they were decided on and are not
    kept: they are fitted anew to every head, as the partings are. Waiting times are kept.
    """
    kept = wish.model_dump(
        mode="json",
        exclude_none=True,
        include={"goal", "dry", "dry_min", "blot", "school", "edits", "parting", "stages"},
    )
    kept["edits"] = [edit for edit in map(for_any_head, kept.get("edits", [])) if edit]
    return Routine.objects.create(
        name=name, title=TECHNIQUES[wish.goal.style].title, wish=kept, made_by=by
    )


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
        planned_start=wish.planned_start,
        replaces_id=wish.replaces,
    )


def set_start(plan: Plan, start: datetime | None) -> Plan:
    """Set when a plan shall begin; the plan itself stays as it was."""
    plan.planned_start = start
    plan.save(update_fields=["planned_start"])
    return plan


def planned_use(since: datetime) -> dict[int, dict[date, float]]:
    """What plans to come will take: grams of each product, day by day."""
    found: dict[int, dict[date, float]] = {}
    coming = still_to_come().filter(planned_start__gte=since).only("planned_start", "answer")
    for one in coming:
        assert one.planned_start is not None  # held by the filter
        day = timezone.localtime(one.planned_start).date()
        for pk, grams in products_of(one).items():
            days = found.setdefault(pk, {})
            days[day] = days.get(day, 0.0) + grams
    return found


def products_of(plan: Plan) -> dict[int, float]:
    """Grams a plan takes of each product."""
    found: dict[int, float] = {}
    for step in plan.answer["steps"]:
        for product in step["products"]:
            if product["id"] is not None:
                pk = int(product["id"])
                found[pk] = found.get(pk, 0.0) + product["grams"]
    return found
