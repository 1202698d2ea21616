"""The consultation: answers kept as typed, then recorded all at once."""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import F
from django.utils import timezone

from craft.errors import CraftError
from craft.profile.answers import check_answer, split
from craft.profile.consultation import BY_KEY, Kept, Part, Question
from craft.vocabulary import Zone
from salon.clients import profiles, services
from salon.clients.models import Client, Consultation, Observation
from salon.clients.profiles import ObservedValue, Profile
from salon.platform.errors import Conflict
from salon.platform.language import sentence

ANSWERS_MOST = 200


@dataclass(frozen=True)
class Given:
    """One answer of a consultation.

    Args:
        question: what was asked
        zone: where, empty for the whole head
        value: as typed
        confirmed: still so; not found out again
        detail: of a count
        was: of a list about the person: what was known where it was typed
    """

    question: Question
    zone: str
    value: Any
    confirmed: bool
    detail: Mapping[str, Any] | None
    was: tuple[str, ...] = ()

    @property
    def field(self) -> str:
        """The key of the answer, as the interface has it."""
        return f"{self.question.key}@{self.zone}" if self.zone else self.question.key


@transaction.atomic
def begin(client: Client, by: User) -> Consultation:
    """The open consultation of a client, or a new one."""
    return client.consultations.get_or_create(finished_at=None, defaults={"started_by": by})[0]


def given_answers(answers: Mapping[str, Any]) -> Iterator[Given]:
    """The answers that say something."""
    for field, answer in answers.items():
        key, _, zone = field.partition("@")
        value, was = answer.get("value"), tuple(answer.get("was") or ())
        if value is None or value in ("", []):
            if not was:
                continue
            # Everything that was known was taken away.
            value = []
        confirmed = bool(answer.get("confirmed"))
        yield Given(BY_KEY[key], zone, value, confirmed, answer.get("detail"), was)


def check_fields(answers: Mapping[str, Any]) -> None:
    """Refuse answers to questions that nobody asked.

    Raises:
        CraftError: names the answer
    """
    if len(answers) > ANSWERS_MOST:
        raise CraftError(
            "answers", sentence("Give at most {answers_most} answers.", answers_most=ANSWERS_MOST)
        )
    for field, answer in answers.items():
        key, _, zone = field.partition("@")
        question = BY_KEY.get(key)
        if question is None:
            raise CraftError(f"answers.{field}", sentence("There is no such question."))
        if zone and not (question.zoned and zone in list(Zone)):
            raise CraftError(
                f"answers.{field}",
                sentence("{key} cannot be answered for {zone}.", key=key, zone=zone),
            )
        if not isinstance(answer, dict):
            raise CraftError(f"answers.{field}", sentence("Give an object with a value."))


def problems(answers: Mapping[str, Any]) -> list[dict[str, str]]:
    """What cannot be recorded as it stands, each with what is allowed."""
    errors = []
    for observation in given_answers(answers):
        try:
            check_answer(observation.question.key, observation.value)
            services.check_day(observation.question.key, observation.value)
        except CraftError as error:
            errors.append({"field": observation.field, "message": error.message})
    return errors


def save(consultation: Consultation, answers: Mapping[str, Any], version: int) -> Consultation:
    """Keep what was typed so far, also what cannot be recorded yet.

    Raises:
        CraftError: an answer to no question
        Conflict: somebody else typed in the meantime, or it is finished
    """
    check_fields(answers)
    changed = Consultation.objects.filter(
        pk=consultation.pk, version=version, finished_at=None
    ).update(version=F("version") + 1, answers=answers)
    if not changed:
        raise Conflict
    consultation.refresh_from_db()
    return consultation


def profile_with(consultation: Consultation) -> Profile:
    """What is known of the head, with what was typed and can be."""
    answers = consultation.answers
    wrong = {problem["field"] for problem in problems(answers)}
    now = timezone.now()
    typed = [
        ObservedValue(
            observation.question.key,
            observation.zone,
            comparable(observation.value),
            now,
            observation.detail,
        )
        for observation in given_answers(answers)
        if observation.question.kept is Kept.OBSERVED and observation.field not in wrong
    ]
    whole = {observation.kind: observation.value for observation in typed if not observation.zone}
    recorded = {
        observation.kind: observation.value
        for observation in profiles.newest(consultation.client)
        if not observation.zone
    }
    relaxed, length = ((whole.get(k) or recorded.get(k)) for k in ("relaxed_cm", "length_cm"))
    if isinstance(relaxed, float | int) and isinstance(length, float | int) and relaxed > length:
        typed = [
            observation
            for observation in typed
            if observation.kind not in ("relaxed_cm", "length_cm")
        ]
    return profiles.profile(consultation.client, typed)


def comparable(value: Any) -> Any:
    """Words as the record keeps them."""
    return value.strip().lower() if isinstance(value, str) else value


@transaction.atomic
def finish(consultation: Consultation, version: int, by: User) -> Consultation:
    """Record what was answered: observations, the person, stop signs. All of it or nothing.

    Raises:
        CraftError: an answer cannot be, or there is none
        Conflict: somebody else typed in the meantime
    """
    held = Consultation.objects.filter(pk=consultation.pk, version=version, finished_at=None)
    if not held.update(version=F("version") + 1):
        raise Conflict
    consultation.refresh_from_db()
    wrong = problems(consultation.answers)
    if wrong:
        raise CraftError(wrong[0]["field"], wrong[0]["message"])
    answers = list(given_answers(consultation.answers))
    if not answers:
        raise CraftError(
            "answers", sentence("Nothing is answered yet. Answer or confirm at least one question.")
        )
    record(consultation, answers, by)
    consultation.parts_done = [part for part in Part if any_of(answers, part)]
    consultation.finished_at = timezone.now()
    consultation.save(update_fields=["parts_done", "finished_at"])
    return consultation


def any_of(answers: list[Given], part: Part) -> bool:
    """Whether a part was answered at all."""
    return any(answer.question.part is part for answer in answers)


def merge_list(known: Iterable[str], was: Iterable[str], typed: Iterable[str]) -> list[str]:
    """A list about a person with what was typed: added to it, or taken from it.

    What was not known where it was typed stays: adding an allergy never loses another one, not
    even one that somebody else wrote down meanwhile.

    Args:
        known: on record now
        was: on record when it was typed
        typed: the list as it was typed then
    """
    now = services.one_by_one(typed)
    kept = {name.lower() for name in now}
    removed = {name.lower() for name in was} - kept
    names = [*(name for name in known if name.lower() not in removed), *now]
    by_name: dict[str, str] = {}
    for name in names:
        by_name.setdefault(name.lower(), name)
    return list(by_name.values())


def record(consultation: Consultation, answers: list[Given], by: User) -> None:
    """Put the answers where they are kept."""
    client = consultation.client
    person = {
        answer.question.key: merge_list(
            getattr(client, answer.question.key), answer.was, answer.value
        )
        if isinstance(answer.value, list)
        else answer.value
        for answer in answers
        if answer.question.kept is Kept.PERSON
    }
    if person:
        services.change_client(client, person, client.version)
    for answer in answers:
        if answer.question.kept is Kept.STOP_SIGN:
            for sign in split(answer.value):
                services.raise_stop(client, sign, by)
    before = {
        (observation.kind, observation.zone): observation.detail
        for observation in profiles.newest(client)
    }
    observations = [
        {
            "kind": answer.question.key,
            "value": answer.value,
            "zone": answer.zone,
            "method": Observation.Method.CONFIRMED if answer.confirmed else answer.question.method,
            # What is still so keeps the count it came from.
            "detail": before.get((answer.question.key, answer.zone))
            if answer.confirmed
            else answer.detail,
            "consultation": consultation.pk,
        }
        for answer in answers
        if answer.question.kept is Kept.OBSERVED
    ]
    try:
        services.observe(client, observations, by)
    except CraftError as error:
        # The place in the list means nothing to the one who typed.
        raise CraftError(error.field.split(".")[-1], error.message) from error


def discard(consultation: Consultation) -> None:
    """Forget an open consultation.

    Raises:
        Conflict: it is finished
    """
    deleted, _ = Consultation.objects.filter(pk=consultation.pk, finished_at=None).delete()
    if not deleted:
        raise Conflict
