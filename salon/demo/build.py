"""Builds the demo through the same services the application uses."""

import itertools
import random
from datetime import datetime, time, timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from craft.contract import parse
from craft.visit.doses import planned_doses
from salon.clients.models import Client
from salon.clients.services import add_client, observe, raise_stop
from salon.demo.bottles import BOTTLES, dated_row
from salon.demo.days import FEAST_IN_DAYS, SUNDAY, fill_the_days
from salon.demo.drawer import CALIBRATED, KIT, PALM_TESTS, TO_COME, WORN_PUMP
from salon.demo.home import tell_from_home
from salon.demo.people import HEADS
from salon.demo.year import live_a_year, try_two_gels
from salon.kit.models import KitItem
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.platform.roles import WorkRole
from salon.products.calibrating import keep, keep_weighing
from salon.products.exchange import Row, clean_row
from salon.products.importing import check_rows, take_in
from salon.products.models import Calibration, Product, StockMove, Weighing
from salon.products.pairs import keep_palm_test
from salon.salon_settings.services import current_salon
from salon.staff.services import add_colleague
from salon.visits.models import SCORES
from salon.visits.recording import record

USERNAME, PASSWORD = "mara", "midsummer"
#: The others of the invented salon; the same password.
STAFF = (
    ("ilse", WorkRole.SPECIALIST, 1.1),
    ("noor", WorkRole.ASSISTANT, 1.2),
    ("anton", WorkRole.FRONT_DESK, 1.0),
)
SEED = 20260618
OPENING_HOUR = 9


def days_ago(days: int, hour: int = OPENING_HOUR) -> datetime:
    """A time of day so many days before today; never in the future."""
    now = timezone.localtime()
    then = (now - timedelta(days=days)).replace(hour=hour, minute=30, second=0, microsecond=0)
    return min(then, now)


@transaction.atomic
def build() -> None:
    """Fill an empty database with the demo."""
    chance = random.Random(SEED)
    user = add_colleague(USERNAME, PASSWORD, WorkRole.OWNER, "Mara").user
    for username, role, pace in STAFF:
        add_colleague(username, PASSWORD, role, username.title(), pace)
    salon = current_salon()
    salon.name, salon.phone, salon.demo = "Quayside Curls", "0555 0142", True
    salon.room_temp_c, salon.room_rh = 23, 0.61
    salon.disinfectant, salon.contact_min = "Pale green tool bath", 10
    salon.save()
    live_a_year(user, random.Random(SEED + 1))
    try_two_gels(user, User.objects.get(username="ilse"))
    stock_the_shelf(user)
    KitItem.objects.bulk_create(KitItem(**item) for item in KIT)
    for person in HEADS:
        add_person(person, user, chance)
    wear_the_pump(user, chance)
    plan_the_days(user)
    hands = list(User.objects.filter(username__in=["ilse", "noor"]))
    fill_the_days(user, hands)
    tell_from_home(chance)


def stock_the_shelf(user: User) -> None:
    """Bottles with their stock, dates and calibrations."""
    today = timezone.localdate()
    rows = [
        Row(line, clean_row(dated_row(bottle, today)))
        for line, bottle in enumerate(BOTTLES, start=2)
    ]
    take_in(list(check_rows(rows, {})), user)
    StockMove.objects.update(at=days_ago(120))
    for name, readings in CALIBRATED.items():
        product = Product.objects.get(name=name)
        calibration = keep(
            product, product.unit, [{"units": u, "grams": g} for u, g in readings], user
        )
        Calibration.objects.filter(pk=calibration.pk).update(at=days_ago(50))
    for first, second, result, note in PALM_TESTS:
        named = Product.objects.get
        keep_palm_test(named(name=first), named(name=second), result, note, user)


def wear_the_pump(user: User, chance: random.Random) -> None:
    """Doses weighed at the chair that show a pump wearing out."""
    product = Product.objects.get(name=WORN_PUMP)
    unit_g = product.unit_g or 1.0
    for days, units in ((30, 8), (22, 6), (15, 9), (8, 7), (4, 8)):
        grams = round(units * unit_g * 1.18 * chance.gauss(1, 0.02), 1)
        weighing = keep_weighing(product, units, grams, user)
        Weighing.objects.filter(pk=weighing.pk).update(at=days_ago(days))


def plan_the_days(user: User) -> None:
    """Plans for today and the next days; on one of them rods of one size run short."""
    for name, days, hour, service in TO_COME:
        client = Client.objects.get(name=name)
        day = timezone.localdate() + timedelta(days=working_days(days))
        start = timezone.make_aware(datetime.combine(day, time(hour)))
        plan = save_plan(client, {**service, "start": start}, user)
        Plan.objects.filter(pk=plan.pk).update(made_at=days_ago(1, hour=17))


def working_days(count: int) -> int:
    """How many days it is to so many working days from today: neither a Sunday nor the feast."""
    today = timezone.localdate()
    open_days = (
        days
        for days in itertools.count(1)
        if (today + timedelta(days=days)).weekday() != SUNDAY and days != FEAST_IN_DAYS
    )
    return next(itertools.islice(open_days, count - 1, None))


def add_person(person: dict[str, Any], user: User, chance: random.Random) -> None:
    """One client with what was observed, run and planned, in the order it happened."""
    values: dict[str, Any] = {
        key: person[key]
        for key in ("name", "note", "night", "conditions", "allergies", "avoid")
        if key in person
    }
    client = add_client(values)
    happenings: list[tuple[int, int, Any]] = [
        *((days, 0, observations) for days, observations in person["observed"]),
        *((service["days_ago"], 1, service) for service in person["services"]),
    ]
    for days, kind, what in sorted(happenings, key=lambda happening: (-happening[0], happening[1])):
        if kind == 0:
            rows = [{"kind": k, "value": v, "method": m} for k, v, m in what]
            observe(client, rows, user, days_ago(days))
        else:
            run(client, what, user, chance)
    zones = [
        {"zone": zone, "kind": kind, "value": value, "method": method}
        for zone, kind, value, method in person.get("zones", [])
    ]
    observe(client, zones, user, days_ago(person["observed"][-1][0]))
    if person.get("stop"):
        raise_stop(client, person["stop"], user)
    if person["plan"]:
        plan = save_plan(client, person["plan"], user)
        Plan.objects.filter(pk=plan.pk).update(made_at=days_ago(0, hour=8))


#: The air of services that were.
ROOM_THEN, NIGHT_THEN = {"temp_c": 23, "rh": 0.61}, {"temp_c": 20, "rh": 0.6}


def save_plan(client: Client, service: dict[str, Any], user: User) -> Plan:
    """A saved plan for one service."""
    goal = {"style": service["style"], "sections": service["sections"]}
    if service.get("release_h"):
        goal["release_after_h"] = service["release_h"]
    if service.get("rod_mm"):
        goal["rod_mm"] = service["rod_mm"]
    wish = {"client": client.pk, "goal": goal, "dry": service.get("dry", "air")}
    if "days_ago" in service:
        # What was is not planned with the air of today.
        wish |= {"room": ROOM_THEN, "home": NIGHT_THEN}
    if service.get("start"):
        wish["planned_start"] = service["start"].isoformat()
    return save(client, parse(ClientWish, wish | {"days_since_detangle": 12}), user)


def run(client: Client, service: dict[str, Any], user: User, chance: random.Random) -> None:
    """A service that was planned and run, with what it really took."""
    plan = save_plan(client, service, user)
    Plan.objects.filter(pk=plan.pk).update(made_at=days_ago(service["days_ago"], hour=8))
    steps = [
        {
            "key": step.key,
            "minutes": float(
                round(step.hands_on_min * service["pace"] * chance.gauss(1.0, 0.10)) or 1
            ),
        }
        for step in plan.parsed_answer.steps
    ]
    doses = [
        {
            "step": step,
            "role": role,
            "layer": layer,
            "grams": round(product.grams * service["doses"] * chance.gauss(1.0, 0.06), 1),
        }
        for (step, role, layer), product in planned_doses(plan.parsed_answer).items()
    ]
    # Bounce, softness and shine were not judged then.
    values = dict(zip(SCORES, service["scores"], strict=False))
    visit = {
        "started_at": days_ago(service["days_ago"]),
        "steps": steps,
        "doses": doses,
        "released_after_h": service["release_h"],
        "dryness": service["dryness"],
        "length_cm": service["length"],
        "note": service["note"],
        "residue": service.get("residue", "none"),
    }
    record(plan, visit | values | {"sure": True}, user)
