"""Sets that their clients open at home: whether it is time, and how it was."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from craft.errors import CraftError
from craft.messages import Text
from craft.plan.clock import moment_text
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
    visit: Visit,
    dryness: Dryness,
    by: User | None = None,
    *,
    opened: bool,
    at: datetime | None = None,
) -> Visit:
    """Keep what a client felt at the roots, and that the set was opened.

    Args:
        visit: whose set it is
        dryness: at the roots
        by: who noted it, on the telephone; None: the client by themselves
        opened: whether it was opened then
        at: when that was; None: now
    Raises:
        CraftError: nothing is to be opened, or it cannot have been then
    """
    # Told by the client and on the telephone at once, it is opened once.
    visit = Visit.objects.select_for_update().select_related("plan", "client").get(pk=visit.pk)
    if at is not None and visit.released_at == at:
        # The same word, sent again because its answer was lost on the way.
        return visit
    if not waits_for_opening(visit):
        raise CraftError("opened", sentence("This style has been opened already."))
    if at is not None:
        at = checked_moment(visit, at)
    told: list[tuple[EventKind, dict[str, object]]] = [
        (EventKind.TOUCH, {"place": Touch.ROOTS.value, "dryness": dryness.value})
    ]
    if opened:
        told += [
            (EventKind.RELEASED, {"at_home": True}),
            (EventKind.DRYNESS, {"dryness": dryness.value}),
        ]
    return append(visit, [entry(kind, by, data, HOME, at) for kind, data in told])


def checked_moment(visit: Visit, at: datetime) -> datetime:
    """When a set was opened: after it was made, and not later than now, whatever the phone says.

    Raises:
        CraftError: it was not made by then; says from when on
    """
    made = shaped_when(log_of(visit)) or visit.started_at or at
    if at < made:
        moment = moment_text(timezone.localtime(made))
        raise CraftError("at", sentence("Give a time from {made} until now.", made=moment))
    return min(at, timezone.now())


def advice_before_opening(visit: Visit) -> Text:
    """What the client does now, by what was felt last."""
    asked = asked_at(visit.plan, visit.started_at)
    return opening_advice(asked, fold_visit(visit), shaped_when(log_of(visit)), timezone.now())


def log_of(visit: Visit) -> Log:
    """The log of a visit, in order."""
    return Log(visit.plan.parsed_answer, apply_corrections(in_order(events_of(visit))))


def steps_of_opening(visit: Visit) -> list[str]:
    """How the set is opened, step by step, as the card says."""
    phases = visit.plan.parsed_answer.home.phases
    return [line for phase in phases if phase.key == "release" for line in phase.lines]
