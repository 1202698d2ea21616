"""Clients, their observations, and the hair the core plans with."""

from collections.abc import Iterable, Mapping
from datetime import date, datetime
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import F
from django.utils import timezone

from craft.errors import CraftError
from craft.labels import names_in
from craft.profile.answers import AHEAD, check_answer, split
from craft.profile.consultation import BY_KEY, Answer
from craft.vocabulary import Contact
from salon.clients.models import Client, Observation, RaisedStopSign
from salon.clients.profiles import newest
from salon.clients.searching import fold_text
from salon.platform.errors import ConfirmationRequired, Conflict
from salon.platform.language import sentence


@transaction.atomic
def add_client(
    values: Mapping[str, Any],
    observations: Iterable[Mapping[str, Any]] = (),
    by: User | None = None,
    taken_at: datetime | None = None,
) -> Client:
    """Add a client, with what was measured if anything was; all of it or nothing.

    Raises:
        CraftError: a value that no head of hair can have
    """
    client = Client.objects.create(**values, consented_at=consent_since(values, None))
    observe(client, observations, by, taken_at)
    return client


def ask_about_namesakes(name: str) -> None:
    """Ask whether a client is another person than one of the same name.

    Raises:
        Doubtful: there is a client of that name
    """
    same = Client.objects.filter(search__startswith=fold_text(name.strip()), archived_at=None)
    namesake = next(
        (client for client in same if fold_text(client.name) == fold_text(name.strip())), None
    )
    if namesake is None:
        return
    known = (
        sentence("phone {phone}", phone=namesake.phone)
        if namesake.phone
        else sentence("no phone number")
    )
    raise ConfirmationRequired(
        {
            "name": sentence(
                "There is a client named {name} ({known}). Is this a different person?",
                name=namesake.name,
                known=known,
            )
        }
    )


@transaction.atomic
def change_client(client: Client, values: Mapping[str, Any], version: int) -> Client:
    """Change a client's record.

    Raises:
        Conflict: it has been changed since it was read
    """
    changed = Client.objects.filter(pk=client.pk, version=version).update(version=F("version") + 1)
    if not changed:
        raise Conflict
    client.refresh_from_db()
    client.consented_at = consent_since(values, client)
    for name, value in values.items():
        setattr(client, name, one_by_one(value) if name in NAMED else value)
    client.save()
    return client


def consent_since(values: Mapping[str, Any], client: Client | None) -> datetime | None:
    """Since when a client wants to be written to; None where they do not."""
    wish = values.get("contact", client.contact if client else Contact.NONE)
    if wish != Contact.MESSAGE:
        return None
    return (client.consented_at if client else None) or timezone.now()


def archive(client: Client, *, back: bool = False) -> Client:
    """Leave a client out of lists, or bring them back; nothing of them is lost."""
    client.archived_at = None if back else timezone.now()
    client.save(update_fields=["archived_at"])
    return client


#: Columns that hold names of ingredients, as a client says them.
NAMED = frozenset({"allergies", "avoid"})


def one_by_one(names: Iterable[str]) -> list[str]:
    """Names one by one, however they were typed: a list in one line protects nobody."""
    return list(dict.fromkeys(name for typed in names for name in names_in(typed)))


@transaction.atomic
def observe(
    client: Client,
    observations: Iterable[Mapping[str, Any]],
    by: User | None,
    taken_at: datetime | None = None,
) -> list[Observation]:
    """Record observations of a client; all of them or none.

    Args:
        client: the client
        observations: kind, value, method and perhaps zone and note, of each
        by: who saw it
        taken_at: when; now if not given
    Raises:
        CraftError: a value that no head of hair can have; the field is its place in the list
    """
    recorded = []
    for index, observation in enumerate(observations):
        kind, value, zone = observation["kind"], observation["value"], observation.get("zone", "")
        try:
            check_answer(kind, value)
            check_day(kind, value)
        except CraftError as error:
            raise CraftError(f"observations.{index}.{kind}", error.message) from error
        if zone and not BY_KEY[kind].zoned:
            raise CraftError(
                f"observations.{index}.zone",
                sentence("{kind} applies to the whole head, not to one zone.", kind=kind),
            )
        number, word = value_and_word(kind, value)
        recorded.append(
            Observation(
                client=client,
                kind=kind,
                zone=zone,
                number=number,
                word=word,
                detail=observation.get("detail"),
                method=observation["method"],
                note=observation.get("note", ""),
                taken_at=taken_at or timezone.now(),
                taken_by=by,
                consultation_id=observation.get("consultation"),
            )
        )
    check_together(client, recorded)
    return Observation.objects.bulk_create(recorded)


def value_and_word(kind: str, value: Any) -> tuple[float | None, str]:
    """A value as number or as word, as the record keeps it."""
    if isinstance(value, int | float):
        return float(value), ""
    answer = BY_KEY[kind].answer
    if answer is Answer.MANY:
        return None, ", ".join(split(value))
    return None, value.strip() if answer is Answer.TEXT else value.strip().lower()


def check_day(kind: str, value: object) -> None:
    """Refuse a day that has not come yet, where it tells of something past.

    Raises:
        CraftError: with the kind
    """
    dated = BY_KEY[kind].answer is Answer.DATE and kind not in AHEAD
    if dated and date.fromisoformat(str(value)) > timezone.localdate():
        raise CraftError(kind, sentence("This day has not come yet. Give today or an earlier day."))


def check_together(client: Client, observations: Iterable[Observation]) -> None:
    """Refuse relaxed hair that is longer than stretched hair.

    Raises:
        CraftError: with the new values on top of the known ones
    """
    recorded = {
        observation.kind: observation.value
        for observation in newest(client)
        if not observation.zone
    }
    fresh = {
        observation.kind: observation.value for observation in observations if not observation.zone
    }
    both = recorded | fresh
    relaxed, length = both.get("relaxed_cm"), both.get("length_cm")
    if isinstance(relaxed, float | int) and isinstance(length, float | int) and relaxed > length:
        blamed = "relaxed_cm" if "relaxed_cm" in fresh else "length_cm"
        raise CraftError(
            blamed,
            sentence(
                "Relaxed hair ({relaxed:g cm}) cannot be longer than stretched hair "
                "({length:g cm}).",
                relaxed=relaxed,
                length=length,
            ),
        )


def withdraw(observation: Observation) -> Observation:
    """Take back an observation that was wrong; it stays in the record."""
    observation.withdrawn_at = observation.withdrawn_at or timezone.now()
    observation.save(update_fields=["withdrawn_at"])
    return observation


def restore(observation: Observation) -> Observation:
    """Undo a withdrawal."""
    observation.withdrawn_at = None
    observation.save(update_fields=["withdrawn_at"])
    return observation


@transaction.atomic
def raise_stop(client: Client, sign: str, by: User | None) -> RaisedStopSign:
    """Record a stop sign; one that is already open stays as it is."""
    return RaisedStopSign.objects.get_or_create(
        client=client, sign=sign, cleared_at=None, defaults={"raised_by": by}
    )[0]


def clear_stop(stop_sign: RaisedStopSign, note: str, by: User | None) -> RaisedStopSign:
    """Clear a stop sign; says who looked at the scalp, and what they saw.

    Raises:
        CraftError: there is no note
        Conflict: somebody else cleared it in the meantime
    """
    if not note.strip():
        raise CraftError("note", sentence("Write what you saw, or who said that it has healed."))
    changed = RaisedStopSign.objects.filter(pk=stop_sign.pk, cleared_at=None).update(
        cleared_at=timezone.now(), cleared_by=by, clear_note=note.strip()
    )
    if not changed:
        raise Conflict
    stop_sign.refresh_from_db()
    return stop_sign
