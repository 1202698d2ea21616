"""A large invented salon, for measuring."""

from datetime import timedelta

from django.contrib.auth.models import User
from django.utils import timezone

from salon.demo.build import build
from salon.heads.models import Head, Observation
from salon.planning.models import Plan
from salon.shelf.models import Product, StockMove
from salon.visits.models import Visit, VisitDose, VisitStep


def fill(heads: int, visits_each: int) -> User:
    """Copy the demo's first plan and observations to many heads with many visits.

    Args:
        heads: how many heads
        visits_each: visits of each
    Returns:
        somebody who can sign in
    """
    build()
    plan = Plan.objects.filter(visits__isnull=False).earliest("pk")
    seen = list(plan.head.observations.all())
    now = timezone.now()
    made = Head.objects.bulk_create(Head(name=f"Head {n:05d}") for n in range(heads))
    Observation.objects.bulk_create(
        [
            Observation(
                head=head,
                kind=one.kind,
                zone=one.zone,
                number=one.number,
                word=one.word,
                method=one.method,
            )
            for head in made
            for one in seen
        ],
        batch_size=2000,
    )
    plans = Plan.objects.bulk_create(
        [
            Plan(
                head=head,
                title=plan.title,
                style=plan.style,
                request=plan.request,
                answer=plan.answer,
                rules_version=plan.rules_version,
            )
            for head in made
        ],
        batch_size=200,
    )
    visits = Visit.objects.bulk_create(
        [
            Visit(
                plan=one, head=one.head, started_at=now - timedelta(days=14 * (n + 1)), state="done"
            )
            for one in plans
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
    return User.objects.get(pk=1)
