"""Everything that follows from the logs, written again from nothing but the logs."""

from django.db import transaction

from salon.clients.drying import learn_salon
from salon.clients.models import Client, OpenedSet
from salon.kit.models import KitUse
from salon.learning.models import LearnedFactor, LearnedSample, Promise
from salon.learning.services import learn_all
from salon.planning.demand import renew_all_demand
from salon.products.models import PairSighting, StockMove, Weighing
from salon.products.pairs import judge_again
from salon.products.stock import replay
from salon.visits.log import follow
from salon.visits.models import Visit, VisitDose, VisitStep


@transaction.atomic
def rebuild() -> int:
    """Forget what follows from the logs, then let all of it follow again.

    What people booked themselves stays: deliveries, recounts, waste, palm tests, calibrations, and
    that a use was undone.

    Returns:
        how many visits there are
    """
    undone = {
        (move.visit, move.product_id): move.undone_at
        for move in StockMove.objects.exclude(undone_at=None).exclude(visit=None)
    }
    for rows in (
        VisitStep.objects.all(),
        VisitDose.objects.all(),
        OpenedSet.objects.all(),
        LearnedSample.objects.all(),
        LearnedFactor.objects.all(),
        Promise.objects.all(),
        # Those of clients who were erased cannot follow again.
        PairSighting.objects.filter(visit__in=Visit.objects.values("pk")),
        StockMove.objects.exclude(visit=None),
        Weighing.objects.exclude(visit=None),
        KitUse.objects.exclude(visit=None),
    ):
        rows.delete()
    Client.objects.update(served_at=None)
    visits = Visit.objects.select_related("plan", "client", "recorded_by").order_by(
        "started_at", "pk"
    )
    for visit in visits:
        follow(visit)
    for (visit_pk, product), at in undone.items():
        StockMove.objects.filter(visit=visit_pk, product=product).update(undone_at=at)
    replay()
    judge_again()
    learn_salon()
    learn_all()
    renew_all_demand()
    return visits.count()
