"""Computing and saving plans."""

from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from craft.contract import PlanAnswer, PlanRequest
from craft.contract.sentence import collect_messages
from craft.errors import CraftError
from craft.messages import speak
from craft.plan.planner import plan
from craft.region import ENGLISH
from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import EditOp, Severity
from salon.clients.models import Client
from salon.planning.demand import renew_demand
from salon.planning.models import Plan, Routine
from salon.planning.request import request_of
from salon.planning.wish import ClientWish, kept_wish
from salon.platform.language import sentence


@dataclass(frozen=True)
class Draft:
    """A computed plan that is not saved."""

    request: PlanRequest
    answer: PlanAnswer


def draft(client: Client, wish: ClientWish, by: User) -> Draft:
    """Compute a plan without saving it.

    Raises:
        CraftError: names the field that cannot be
    """
    request = request_of(client, wish, by)
    return Draft(request, plan(request))


def for_any_client(edit: dict[str, Any]) -> dict[str, Any] | None:
    """A change by hand without the numbers of one client; None if nothing else is in it."""
    if edit["op"] != EditOp.OVERRIDE:
        return edit
    if "wait_min" not in edit:
        return None
    return {key: value for key, value in edit.items() if key in ("op", "step", "wait_min")}


def save_routine(name: str, wish: ClientWish, by: User) -> Routine:
    """Keep what was wished and changed by hand as a routine of the salon, without the client.

    Doses and minutes that were decided by hand belong to that client and are not kept: they
    are fitted again to every client, as the partings are. Waiting times are kept.
    """
    kept = wish.model_dump(
        mode="json",
        exclude_none=True,
        include={"goal", "dry", "dry_min", "blot", "school", "edits", "parting", "stages"},
    )
    kept["edits"] = [edit for edit in map(for_any_client, kept.get("edits", [])) if edit]
    return Routine.objects.create(
        name=name, title=TECHNIQUES[wish.goal.style].title, wish=kept, made_by=by
    )


def save(client: Client, wish: ClientWish, by: User) -> Plan:
    """Compute a plan and keep it with its request and the version of the rules.

    It is computed outside the transaction: nobody's save waits for it.

    Raises:
        CraftError: names the field that cannot be, or the plan to revise is another client's
    """
    check_replaces(client, wish)
    return keep(client, wish, draft(client, wish, by), by)


def check_replaces(client: Client, wish: ClientWish) -> None:
    """Refuse to revise a plan of another client.

    Raises:
        CraftError: it is
    """
    if wish.replaces is not None and not client.plans.filter(pk=wish.replaces).exists():
        raise CraftError("replaces", sentence("The plan to revise belongs to another client."))


@transaction.atomic
def keep(client: Client, wish: ClientWish, computed: Draft, by: User) -> Plan:
    """Keep a computed plan; arguments and errors as `save`."""
    check_replaces(client, wish)
    answer = computed.answer
    stop = next((caution for caution in answer.cautions if caution.severity is Severity.STOP), None)
    if stop:
        raise CraftError("person.stop_signs", stop.text)
    with speak(ENGLISH), collect_messages() as messages:
        stored_answer = answer.model_dump(mode="json")
        stored_request = computed.request.model_dump(mode="json")
    saved = Plan.objects.create(
        client=client,
        title=answer.title,
        style=computed.request.goal.style,
        wish=kept_wish(wish),
        request=stored_request,
        answer=stored_answer,
        messages=messages,
        rules_version=answer.rules_version,
        made_by=by,
        planned_start=wish.planned_start,
        replaces_id=wish.replaces,
    )
    renew_demand(saved)
    if saved.replaces is not None:
        renew_demand(saved.replaces)
    return saved


@transaction.atomic
def cancel(plan: Plan, reason: str, *, back: bool = False) -> Plan:
    """Cancel a plan, or take that back: what it was to take is free, or taken again.

    Args:
        plan: to be cancelled
        reason: why, in words; may be blank
        back: it takes place after all
    Raises:
        CraftError: it was begun already
    """
    if plan.begun_at is not None:
        raise CraftError(
            "plan", sentence("This plan has started: record how its visit ended instead.")
        )
    plan.cancelled_at = None if back else timezone.now()
    plan.cancel_reason = "" if back else reason
    plan.save(update_fields=["cancelled_at", "cancel_reason"])
    renew_demand(plan)
    return plan


@transaction.atomic
def delete(plan: Plan) -> None:
    """Delete a plan that nothing came of; the one it revised counts again.

    Raises:
        CraftError: a visit was worked by it
    """
    if plan.visits.exists():
        raise CraftError("plan", sentence("A visit followed this plan, so the plan stays with it."))
    revised = plan.replaces
    plan.delete()
    if revised is not None:
        renew_demand(revised)


@transaction.atomic
def set_start(plan: Plan, start: datetime | None) -> Plan:
    """Set when a plan shall begin; the plan itself stays as it was."""
    plan.planned_start = start
    plan.save(update_fields=["planned_start"])
    renew_demand(plan)
    return plan
