"""What clients of the demo reported: worn as forecast, better where the night was kept."""

import random
from datetime import timedelta
from uuid import uuid4

from django.db.models import Q
from django.utils import timezone

from craft.ranges import SCORE_MAX, SCORE_MIN
from craft.vocabulary import Contact, Night, WearEventKind
from salon.aftercare.lasting import learn_wear
from salon.aftercare.looks import keep_picture, measure_picture
from salon.aftercare.models import Checkin, LookPicture, PlannedDay
from salon.aftercare.outbox import fill_outbox
from salon.aftercare.wearing import wear_of
from salon.clients.models import Client
from salon.demo.drawn import Style, png
from salon.visits.models import Visit

#: Six weeks of it.
WEEKS = timedelta(weeks=6)
#: What a night gives: a bonnet wins, and a scarf does no more than nothing. It only seems to: who
#: wears one has coils that hold.
NIGHTS = {Night.BONNET: 0.4, Night.SCARF: -0.4, Night.NONE: -0.4}
#: How far a word strays, how often nobody tells, how much fading is felt.
STRAYS, SILENT, FADES = 0.35, 0.2, 5.5
#: What a tenth more humidity costs, beyond what is usual.
HUMID, USUAL_RH = 0.2, 0.55
#: Who may be written to.
WRITTEN_TO = ("Runa Halse", "Dag Merrow", "Linnea Oskar")
#: Who reported from home all year.
TOLD_ALL_YEAR = ("Pia Solheim", "Juno Reefer", "Ivo Brandal")
#: Whose telephone is never on: the gateway that ships does not reach it.
SILENT_PHONE = "Linnea Oskar"
#: Who reported pain yesterday.
HURT = "Dag Merrow"


def tell_from_home(chance: random.Random) -> None:
    """Check-ins of the last weeks, what is planned, and who may be written to."""
    Client.objects.filter(name__in=WRITTEN_TO).update(
        contact=Contact.MESSAGE, consented_at=timezone.now() - timedelta(days=90), phone="0555 0177"
    )
    Client.objects.filter(name=SILENT_PHONE).update(phone="0555 0000")
    today = timezone.localdate()
    singer = Client.objects.get(name="Runa Halse")
    PlannedDay.objects.create(
        client=singer, date=today + timedelta(days=2), kind=WearEventKind.EVENT
    )
    told = Q(started_at__gte=timezone.now() - WEEKS) | Q(client__name__in=TOLD_ALL_YEAR)
    for visit in Visit.objects.filter(told, state="done").order_by("pk"):
        Checkin.objects.bulk_create(checkins_of(visit, chance))
        learn_wear(visit)
    Checkin.objects.create(
        uuid=uuid4(),
        visit=Visit.objects.filter(client__name=HURT).latest("started_at"),
        date=today - timedelta(days=1),
        looks=2,
        signs=["pain"],
        note="Pulls at the left temple.",
    )
    fill_outbox()


def checkins_of(visit: Visit, chance: random.Random) -> list[Checkin]:
    """What a client reported of the days of one wear."""
    done_on = timezone.localdate(visit.started_at)
    answer = wear_of(visit.plan, done_on, [], visit)
    begins = next((day.definition for day in answer.days if day.definition), 0.0)
    told = []
    for day in answer.days[:-1]:
        if day.definition is None or not begins or day.date >= timezone.localdate():
            continue
        night = (
            visit.client.night or Night.NONE.value if chance.random() > SILENT else Night.NONE.value
        )
        faded = FADES * (1 - day.definition / begins)
        looks = (visit.definition or 4) - faded + chance.gauss(0, STRAYS)
        rh = chance.uniform(0.35, 0.8)
        looks -= HUMID * (rh - USUAL_RH) / 0.1
        looks += NIGHTS[Night(night)]
        if chance.random() < SILENT:
            continue
        told.append(
            Checkin(
                uuid=uuid4(),
                visit=visit,
                date=day.date,
                looks=min(SCORE_MAX, max(SCORE_MIN, round(looks))),
                slept_with=night,
                refreshed_with="water" if day.refresh else "",
                rh=round(rh, 2),
                received_at=timezone.now(),
            )
        )
    return told


#: Pictures of the singer, days after the service: drawn, a little larger and rougher each time.
PICTURES = (
    (0, "done", Style(half_cm=12.0, length_cm=25.0, frizz=0.15, definition=0.85, seed=11)),
    (3, "home", Style(half_cm=13.5, length_cm=24.0, frizz=0.5, definition=0.6, seed=12)),
)


def take_pictures() -> None:
    """Two pictures of one client, as they would have been taken; drawn, of nobody."""
    visit = Visit.objects.filter(client__name="Runa Halse").latest("started_at")
    for days, moment, style in PICTURES:
        picture = keep_picture(visit.client, png(style), "back", moment, None, visit)
        LookPicture.objects.filter(pk=picture.pk).update(
            taken_at=visit.started_at + timedelta(days=days)
        )
        measure_picture(picture.pk)
