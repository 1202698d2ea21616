"""Sets that their clients open at home: whether it is time, and how it was."""

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from craft.errors import CraftError
from craft.messages import Text
from craft.visit.log import Log, apply_corrections, in_order
from craft.visit.opening import opening_advice
from craft.visit.runs import shaped_when
from craft.vocabulary import Dryness, EventKind, Touch
from salon.planning.clock import asked_at
from salon.platform.language import sentence
from salon.visits.kit import entry
from salon.visits.log import append, events_of, fold_visit
from salon.visits.models import Visit
from salon.visits.waiting import waits_for_opening

#: Where entries come from that a client told of.
HOME = "home"


@transaction.atomic
def tell_of_opening(
    visit: Visit, dryness: Dryness, by: User | None = None, *, opened: bool
) -> Visit:
    """Keep what a client felt at the roots, and that the set was opened.

    Args:
        visit: whose set it is
        dryness: at the roots
        by: who noted it, on the telephone; None: the client by themselves
        opened: whether it was opened then
    Raises:
        CraftError: nothing is to be opened
    """
    # Told by the client and on the telephone at once, it is opened once.
    visit = Visit.objects.select_for_update().select_related("plan", "client").get(pk=visit.pk)
    if not waits_for_opening(visit):
        raise CraftError("opened", sentence("This style has been opened already."))
    told: list[tuple[EventKind, dict[str, object]]] = [
        (EventKind.TOUCH, {"place": Touch.ROOTS.value, "dryness": dryness.value})
    ]
    if opened:
        told += [
            (EventKind.RELEASED, {"at_home": True}),
            (EventKind.DRYNESS, {"dryness": dryness.value}),
        ]
    return append(visit, [entry(kind, by, data, HOME) for kind, data in told])


def advice_before_opening(visit: Visit) -> Text:
    """What the client does now, by what was felt last."""
    plan, events = visit.plan.parsed_answer, events_of(visit)
    log = Log(plan, apply_corrections(in_order(events)))
    asked = asked_at(visit.plan, visit.started_at)
    return opening_advice(asked, fold_visit(visit), shaped_when(log), timezone.now())


def steps_of_opening(visit: Visit) -> list[str]:
    """How the set is opened, step by step, as the card says."""
    phases = visit.plan.parsed_answer.home.phases
    return [line for phase in phases if phase.key == "release" for line in phase.lines]
