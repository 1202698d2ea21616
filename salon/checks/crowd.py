"""A large invented salon, for measuring."""

from datetime import datetime, timedelta

from django.contrib.auth.models import User
from django.utils import timezone

from salon.clients.models import Client, Observation
from salon.planning.demand import renew_demand
from salon.planning.models import Plan
from salon.platform.roles import WorkRole
from salon.products.models import Product, StockMove
from salon.visits.models import Visit, VisitDose, VisitStep


def fill(clients: int, visits_each: int) -> User:
    """Copy the first plan and observations of the demo to many clients with many visits.

    Args:
        clients: how many clients
        visits_each: visits of each
    Returns:
        somebody who can sign in
    """
    plan = Plan.objects.filter(visits__isnull=False).earliest("pk")
    observations = list(plan.client.observations.all())
    now = timezone.now()
    crowd = Client.objects.bulk_create(Client(name=f"Client {n:05d}") for n in range(clients))
    Observation.objects.bulk_create(
        [
            Observation(
                client=client,
                kind=observation.kind,
                zone=observation.zone,
                number=observation.number,
                word=observation.word,
                method=observation.method,
            )
            for client in crowd
            for observation in observations
        ],
        batch_size=2000,
    )
    plans = Plan.objects.bulk_create(
        [copy_of(plan, client) for client in crowd],
        batch_size=200,
    )
    visits = Visit.objects.bulk_create(
        [
            Visit(
                plan=copy,
                client=copy.client,
                started_at=now - timedelta(days=14 * (n + 1)),
                state="done",
            )
            for copy in plans
            for n in range(visits_each)
        ],
        batch_size=2000,
    )
    VisitStep.objects.bulk_create(
        [VisitStep(visit=visit, key="shape", minutes=40, planned=36) for visit in visits],
        batch_size=5000,
    )
    VisitDose.objects.bulk_create(
        [VisitDose(visit=visit, step="lay_in", role="gel", grams=15) for visit in visits],
        batch_size=5000,
    )
    gel = Product.objects.filter(role="gel").earliest("pk")
    StockMove.objects.bulk_create(
        [
            StockMove(product=gel, kind="used", grams=-15, visit=visit.pk, at=visit.started_at)
            for visit in visits
        ],
        batch_size=5000,
    )
    return User.objects.filter(colleague__role=WorkRole.OWNER).earliest("pk")


def copy_of(plan: Plan, client: Client, start: datetime | None = None) -> Plan:
    """The same plan for another client, perhaps at an hour to come; not written yet."""
    return Plan(
        client=client,
        title=plan.title,
        style=plan.style,
        wish=plan.wish,
        request=plan.request,
        answer=plan.answer,
        contract=plan.contract,
        rules_version=plan.rules_version,
        planned_start=start,
    )


def fill_the_book(plans: int) -> None:
    """Plans to come, one every half hour from tomorrow on, with what they will take."""
    plan = Plan.objects.filter(visits__isnull=False).earliest("pk")
    first = timezone.now() + timedelta(days=1)
    clients = Client.objects.order_by("-pk")[:plans]
    copies = [
        copy_of(plan, client, first + timedelta(minutes=30 * n)) for n, client in enumerate(clients)
    ]
    for copy in Plan.objects.bulk_create(copies, batch_size=200):
        renew_demand(copy)
