"""Builds the demo through the same services the application uses."""

import random
from datetime import datetime, timedelta
from typing import Any

from django.contrib.auth import get_user_model
from django.contrib.auth.models import AbstractBaseUser
from django.db import transaction
from django.utils import timezone

from craft.contract import parse
from salon.findings.models import SCORES
from salon.findings.services import record
from salon.heads.models import Head
from salon.heads.services import add_head, observe, raise_stop
from salon.house.demo.bottles import BOTTLES
from salon.house.demo.people import HEADS
from salon.house.models import Specialist
from salon.house.services import the_house
from salon.plans.models import Plan
from salon.plans.services import save
from salon.plans.wish import HeadWish
from salon.shelf.models import Product

USERNAME, PASSWORD = "mara", "midsummer"
SEED = 20260618
OPENING_HOUR = 9


def days_ago(days: int, hour: int = OPENING_HOUR) -> datetime:
    """A time of day so many days before today; never in the future."""
    now = timezone.now()
    then = (now - timedelta(days=days)).replace(hour=hour, minute=30, second=0, microsecond=0)
    return min(then, now)


@transaction.atomic
def build() -> None:
    """Fill an empty database with the demo."""
    chance = random.Random(SEED)
    user = get_user_model().objects.create_user(USERNAME, password=PASSWORD, first_name="Mara")
    Specialist.objects.create(user=user, pace=1.0)
    house = the_house()
    house.name, house.room_temp_c, house.room_rh, house.pins = "Quayside Curls", 23, 0.61, 40
    house.bands = 40
    house.rods = [
        {"diameter_mm": 10, "count": 40},
        {"diameter_mm": 16, "count": 36},
        {"diameter_mm": 20, "count": 22},
    ]
    house.save()
    Product.objects.bulk_create(Product(**bottle) for bottle in BOTTLES)
    for person in HEADS:
        add_person(person, user, chance)


def add_person(person: dict[str, Any], user: AbstractBaseUser, chance: random.Random) -> None:
    """One client with what was observed, run and planned, in the order it happened."""
    values = {
        key: person[key]
        for key in ("name", "note", "night", "conditions", "allergies", "avoid")
        if key in person
    }
    head = add_head(values)
    happenings: list[tuple[int, int, Any]] = [
        *((days, 0, found) for days, found in person["observed"]),
        *((service["days_ago"], 1, service) for service in person["services"]),
    ]
    for days, kind, what in sorted(happenings, key=lambda one: (-one[0], one[1])):
        if kind == 0:
            rows = [{"kind": k, "value": v, "method": m} for k, v, m in what]
            observe(head, rows, user, days_ago(days))
        else:
            run(head, what, user, chance)
    zones = [
        {"zone": zone, "kind": kind, "value": value, "method": method}
        for zone, kind, value, method in person.get("zones", [])
    ]
    observe(head, zones, user, days_ago(person["observed"][-1][0]))
    if person.get("stop"):
        raise_stop(head, person["stop"], user)
    if person["plan"]:
        made = planned(head, person["plan"], user)
        Plan.objects.filter(pk=made.pk).update(made_at=days_ago(0, hour=8))


def planned(head: Head, service: dict[str, Any], user: AbstractBaseUser) -> Plan:
    """A saved plan for one service."""
    goal = {"style": service["style"], "sections": service["sections"]}
    if service.get("release_h"):
        goal["release_after_h"] = service["release_h"]
    wish = {"head": head.pk, "goal": goal, "dry": service.get("dry", "air")}
    return save(head, parse(HeadWish, wish | {"days_since_detangle": 12}), user)


def run(head: Head, service: dict[str, Any], user: AbstractBaseUser, chance: random.Random) -> None:
    """A service that was planned and run, with what it really took."""
    plan = planned(head, service, user)
    Plan.objects.filter(pk=plan.pk).update(made_at=days_ago(service["days_ago"], hour=8))
    steps = [
        {
            "key": step["key"],
            "minutes": float(
                round(step["hands_on_min"] * service["pace"] * chance.gauss(1.0, 0.10)) or 1
            ),
        }
        for step in plan.answer["steps"]
    ]
    doses = [
        {"role": role, "grams": round(grams * service["doses"] * chance.gauss(1.0, 0.06), 1)}
        for role, grams in plan.answer["totals"]["product_g"].items()
    ]
    values = dict(zip(SCORES, service["scores"], strict=True))
    visit = {
        "started_at": days_ago(service["days_ago"]),
        "steps": steps,
        "doses": doses,
        "released_after_h": service["release_h"],
        "dryness": service["dryness"],
        "length_cm": service["length"],
        "note": service["note"],
    }
    record(plan, visit | values, user)
