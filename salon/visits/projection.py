"""What follows from the log of a visit, written where it is asked for.

Each of these writes what the log says now and takes back what it said before, so that following a
log twice, or after a correction, gives the same rows.
"""

from collections.abc import Iterable
from datetime import datetime
from typing import Any

from django.db.models import Max, Min

from craft.contract.events import Event
from craft.contract.visit import BottleDose, DoseRun, VisitAnswer
from craft.learning import lessons
from craft.visit.remarks import remarks
from craft.vocabulary import Residue, VisitState
from salon.clients.drying import learn_salon
from salon.clients.models import Client, OpenedSet
from salon.kit.models import KitUse
from salon.kit.services import keep_uses
from salon.learning.models import LearnedSample, Promise
from salon.learning.services import DRYING, choices_of, keep_promises, keep_samples, sample_of
from salon.products.calibrating import keep_weighings
from salon.products.models import Product
from salon.products.pairs import keep_sightings
from salon.products.stock import Used, keep_use
from salon.staff.services import paces_of
from salon.visits.drying import opened_set_of
from salon.visits.models import SCORES, Visit, VisitDose, VisitStep
from salon.visits.remarks import CHAIR, keep_remarks


def project(visit: Visit, folded: VisitAnswer, events: Iterable[Event]) -> None:
    """Write everything that follows from a log.

    Args:
        visit: whose log; its columns are written too
        folded: what the core makes of the log
        events: the log
    """
    on_shelf = known_products(folded.doses)
    write_visit(visit, folded)
    write_steps(visit, folded)
    write_doses(visit, folded, on_shelf)
    write_shelf(visit, folded, on_shelf)
    write_kit(visit, folded)
    write_head(visit)
    write_opened_set(visit, folded)
    write_samples(visit, folded)
    keep_remarks(visit, list(remarks(events)), source=CHAIR)


def known_products(doses: Iterable[DoseRun]) -> set[int]:
    """Bottles of doses that the shelf still knows."""
    bottles = [bottle.id for dose in doses for bottle in dose.bottles]
    ids = {int(name) for name in bottles if name is not None and name.isdigit()}
    return set(Product.objects.filter(pk__in=ids).values_list("pk", flat=True))


def product_of(dose: DoseRun | BottleDose, on_shelf: set[int]) -> int | None:
    """The bottle of a dose, if the shelf knows it."""
    product = int(dose.id) if dose.id is not None and dose.id.isdigit() else None
    return product if product in on_shelf else None


def write_visit(visit: Visit, folded: VisitAnswer) -> None:
    """The columns of a visit."""
    release = folded.release
    visit.state = folded.state
    visit.started_at = folded.started_at or visit.started_at
    visit.released_at = release.at if release else None
    visit.released_by = release.by if release else ""
    visit.released_after_h = release.after_h if release else None
    visit.dryness = folded.dryness or ""
    visit.residue = folded.residue or ""
    visit.length_cm = folded.length_cm
    visit.note = "\n".join(folded.notes)[:2000]
    visit.flags = [flag.value for flag in folded.flags]
    scores: dict[str, Any] = {trait.value: value for trait, value in folded.scores.items()}
    for name in SCORES:
        setattr(visit, name, scores.get(name))
    visit.save()


def write_steps(visit: Visit, folded: VisitAnswer) -> None:
    """Steps that were worked or skipped."""
    planned = {step.key: step.hands_on_min for step in visit.plan.parsed_answer.steps}
    visit.steps.all().delete()
    VisitStep.objects.bulk_create(
        VisitStep(
            visit=visit,
            key=step.key,
            status=step.status,
            minutes=step.minutes,
            planned=planned[step.key],
            by=step.by,
        )
        for step in folded.steps
        if step.status != "planned"
    )


def write_doses(visit: Visit, folded: VisitAnswer, on_shelf: set[int]) -> None:
    """Doses that were noted."""
    visit.doses.all().delete()
    VisitDose.objects.bulk_create(
        VisitDose(
            visit=visit,
            step=dose.step,
            role=dose.role,
            layer=dose.layer,
            grams=dose.grams,
            units=dose.units,
            product_id=product_of(dose, on_shelf),
            left_g=dose.left_g,
            right_g=dose.right_g,
        )
        for dose in folded.doses
        if dose.noted
    )


def write_shelf(visit: Visit, folded: VisitAnswer, on_shelf: set[int]) -> None:
    """What was used, what pumps gave, and which bottles were left in together."""
    used: dict[int, Used] = {}
    left_in, weighings = [], []
    taken = [(dose, bottle) for dose in folded.doses for bottle in dose.bottles]
    for dose, bottle in taken:
        product = product_of(bottle, on_shelf)
        if product is None:
            continue
        before = used.get(product, Used(0.0, weighed=True))
        weighed = dose.noted and bottle.noted_g == bottle.grams
        used[product] = Used(before.grams + bottle.grams, before.weighed and weighed)
        if dose.stays_in and bottle.grams > 0:
            left_in.append(product)
        if bottle.units and bottle.noted_g > 0:
            weighings.append((product, bottle.units, bottle.noted_g))
    keep_use(visit.pk, used, visit.recorded_by, visit.started_at, first_noted(visit))
    keep_weighings(visit.pk, weighings, visit.recorded_by, visit.started_at)
    flaked = None if folded.residue is None else folded.residue is not Residue.NONE
    keep_sightings(visit.pk, left_in, flaked)


def first_noted(visit: Visit) -> datetime:
    """When the first entry of the log reached the salon."""
    noted: datetime | None = visit.events.aggregate(first=Min("received_at"))["first"]
    return noted or visit.started_at


def write_kit(visit: Visit, folded: VisitAnswer) -> None:
    """Pieces that are out, being cleaned, or back."""
    keep_uses(
        visit.pk,
        [
            KitUse(
                event=run.event,
                item_id=int(run.item),
                count=run.count,
                plan=visit.plan_id,
                visit=visit.pk,
                holder=visit.client.name,
                taken_at=run.taken_at,
                expected_back=run.expected_back,
                cleaning_since=run.cleaning_since,
                contact_min=run.contact_min,
                returned_at=run.returned_at,
                by=visit.recorded_by,
            )
            for run in folded.kit
        ],
    )


def write_head(visit: Visit) -> None:
    """When this client was last worked on."""
    served = Visit.objects.filter(client=visit.client_id).exclude(state=VisitState.PLANNED)
    last = served.aggregate(last=Max("started_at"))["last"]
    Client.objects.filter(pk=visit.client_id).update(served_at=last)


def write_opened_set(visit: Visit, folded: VisitAnswer) -> None:
    """How dry the set was, for what is learned of drying."""
    opened = opened_set_of(visit.plan, folded)
    if opened is None:
        deleted, _ = OpenedSet.objects.filter(visit=visit.pk).delete()
        if deleted:
            learn_salon()
        return
    usual = opened.confirmed or not opened.doubtful
    OpenedSet.objects.update_or_create(
        visit=visit.pk,
        defaults={
            "client": visit.client,
            "at": visit.started_at,
            "doubtful": opened.doubtful,
            "used": choices_of(visit.pk).get((DRYING, ""), usual),
            "forecast_h": opened.outcome.forecast_h,
            "opened_h": opened.outcome.opened_h,
            "dryness": opened.outcome.dryness,
            "at_home": opened.outcome.at_home,
        },
    )
    learn_salon()


def write_samples(visit: Visit, folded: VisitAnswer) -> None:
    """What a visit that is over says of minutes, doses and length."""
    over = folded.state is VisitState.DONE
    keep_samples(visit.pk, samples_of(visit, folded) if over else ())
    keep_promises(visit.pk, promises_of(visit, folded) if over else ())


def promises_of(visit: Visit, folded: VisitAnswer) -> list[Promise]:
    """What the plan of a visit promised with odds, and what came."""
    return [
        Promise(visit=visit.pk, client_id=visit.client_id, at=visit.started_at, **vars(answered))
        for answered in lessons.promises(visit.plan.parsed_answer, folded)
    ]


def samples_of(visit: Visit, folded: VisitAnswer) -> list[LearnedSample]:
    """What a visit teaches, each against the value of the salon."""
    asked, answer = visit.plan.parsed_request, visit.plan.parsed_answer
    hands = {run.by for run in folded.steps}
    hands |= {each.by for run in folded.steps for each in run.hands}
    taught = lessons.lessons(asked, answer, folded, paces_of(hands))
    return [sample_of(lesson, visit.pk, visit.client_id, visit.started_at) for lesson in taught]
