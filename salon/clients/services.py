"""Clients, their observations, and the hair the core plans with."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, datetime
from typing import Any, TypeVar

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import F
from django.utils import timezone

from craft.contract import parse
from craft.contract.profile import ProfileAnswer, ProfileRequest
from craft.errors import CraftError
from craft.hair.density import as_count
from craft.hair.porosity import EVIDENCE_DAYS
from craft.labels import names_in
from craft.physics.curl import curl_index, shrinkage
from craft.profile.consultation import AHEAD, BY_KEY, LANDMARK_KEYS, Answer, check_answer, split
from craft.profile.estimate import profile_answer
from craft.vocabulary import Contact, PorosityTest, Zone
from salon.clients.models import Client, Observation, RaisedStopSign
from salon.clients.searching import fold_text
from salon.platform.errors import ConfirmationRequired, Conflict

#: Ways to know the strand; the newest of them counts.
STRAND_KINDS = ("diameter_um", "strand")
#: What of a zone a plan can use.
ZONE_FIELDS = ("pattern", "length_cm", "density_per_cm2")
#: Shedding is judged against these days when the last wash is not known.
USUAL_DAYS_SINCE_DETANGLE = 7
#: The specialist's word has another name in the record than among the tests.
TEST_OF_KIND = {
    "porosity" if test is PorosityTest.WORD else test.value: test for test in PorosityTest
}

#: What a plan cannot do without, and how to get it.
NEEDED = {
    "pattern": "Curl pattern is missing: look at a wet, product-free strand and choose 2a to 4c.",
    "length_cm": "Length is missing: stretch a strand from the crown and measure it.",
    "density": "Density is missing: count hairs in a field, gather the wet hair and measure its "
    "girth, or judge it by eye for now.",
}


@dataclass(frozen=True)
class ObservedValue:
    """One value of one thing on one day, whether on record or only typed so far.

    Args:
        kind: a question's key
        zone: where, empty for the whole head
        value: number or word
        at: when
        detail: of a count
    """

    kind: str
    zone: str
    value: Any
    at: datetime
    detail: Mapping[str, Any] | None = None


@dataclass(frozen=True)
class Profile:
    """The newest of every observation.

    Args:
        hair: the hair of a request to the core, without what is missing
        current: the observations it was made of
        estimates: what the core makes of them
        missing: what a plan cannot do without
    """

    hair: dict[str, Any]
    current: list[Observation]
    estimates: ProfileAnswer
    missing: list[dict[str, str]] = field(default_factory=list)


Recorded = TypeVar("Recorded", Observation, ObservedValue)


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
    known = f"phone {namesake.phone}" if namesake.phone else "no phone number"
    raise ConfirmationRequired(
        {"name": f"There is a client named {namesake.name} ({known}). Is this another?"}
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
        taken_at: when; now if not told
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
                f"observations.{index}.zone", f"{kind} applies to the whole head, not to one zone."
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
        raise CraftError(kind, "This day has not come yet. Give today or a day before.")


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
            f"Relaxed hair ({relaxed:g} cm) cannot be longer than stretched hair ({length:g} cm).",
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


def standing(client: Client) -> list[Observation]:
    """Every observation of a client that was not withdrawn, the newest first."""
    rows = client.observations.filter(withdrawn_at=None).select_related("taken_by")
    return list(rows.order_by("-taken_at", "-pk"))


def newest(client: Client) -> list[Observation]:
    """The newest observation of each kind and zone that was not withdrawn."""
    return newest_in(standing(client))


def newest_in(observations: Iterable[Observation]) -> list[Observation]:
    """The first of each kind and zone; they come the newest first."""
    by_place: dict[tuple[str, str], Observation] = {}
    for observation in observations:
        by_place.setdefault((observation.kind, observation.zone), observation)
    return list(by_place.values())


def newest_of(current: Iterable[Recorded], kinds: Iterable[str]) -> Recorded | None:
    """The newest of several ways to know the same thing."""
    wanted = [
        observation for observation in current if observation.kind in kinds and not observation.zone
    ]
    return max(wanted, key=lambda observation: observation.at, default=None)


def profile(client: Client, typed: Iterable[ObservedValue] = ()) -> Profile:
    """What is known of a client, as the core takes it, and what is missing.

    Args:
        client: the client
        typed: what was typed on top of the record, not yet recorded
    """
    observations = standing(client)
    current = newest_in(observations)
    observed = {
        (observation.kind, observation.zone): observed_value(observation) for observation in current
    }
    observed |= {(observation.kind, observation.zone): observation for observation in typed}
    lengths = lengths_in(observations)
    lengths += [
        (observation.at, observation.value)
        for observation in typed
        if observation.kind == "length_cm" and not observation.zone
    ]
    estimates = profile_answer(parse(ProfileRequest, profile_request(observed.values(), lengths)))
    hair = hair_of(observed.values(), estimates)
    # An older way to know the strand no longer counts.
    strand = newest_of(current, STRAND_KINDS)
    superseded = set(STRAND_KINDS) - {strand.kind if strand else ""}
    current = [
        observation
        for observation in current
        if observation.zone or observation.kind not in superseded
    ]
    needed = hair | ({"density": True} if estimates.density else {})
    missing = [{"field": key, "message": text} for key, text in NEEDED.items() if key not in needed]
    return Profile(hair=hair, current=current, estimates=estimates, missing=missing)


def observed_value(observation: Observation) -> ObservedValue:
    """An observation on record."""
    return ObservedValue(
        observation.kind,
        observation.zone,
        observation.value,
        observation.taken_at,
        observation.detail,
    )


def lengths_in(observations: Sequence[Observation]) -> list[tuple[datetime, float]]:
    """Every stretched length of the whole head, oldest first; they come the newest first."""
    return [
        (observation.taken_at, observation.number)
        for observation in reversed(observations)
        if observation.kind == "length_cm" and not observation.zone and observation.number
    ]


def days_before(at: datetime) -> float:
    """Days from then to now; what was taken just now is not in the future."""
    return max(0.0, (timezone.now() - at).total_seconds() / 86400)


def profile_request(
    observed: Iterable[ObservedValue], lengths: Iterable[tuple[datetime, float]]
) -> dict[str, Any]:
    """The core's request for a profile, from the newest of everything."""
    observed = list(observed)
    whole = {
        observation.kind: observation.value for observation in observed if not observation.zone
    }
    asked: dict[str, Any] = {
        name: whole[name]
        for name in (
            "circumference_cm",
            "diameter_um",
            "relaxed_cm",
            "density",
            "strand",
            "head_cm",
            "pattern",
            "curl_mm",
            "stretch_percent",
        )
        if name in whole
    }
    if "length_cm" in whole:
        asked["stretched_cm"] = whole["length_cm"]
    if "stretch_returns" in whole:
        asked["stretch_returns"] = whole["stretch_returns"] == "yes"
    asked |= {name: round(whole[name]) for name in ("shed_hairs", "broken_hairs") if name in whole}
    if whole.get("porosity_decided", "tests") != "tests":
        asked["porosity_decided"] = whole["porosity_decided"]
    asked["porosity_tests"] = [
        {"test": TEST_OF_KIND[observation.kind], "value": observation.value}
        for observation in observed
        if observation.kind in TEST_OF_KIND and days_before(observation.at) <= EVIDENCE_DAYS
    ]
    asked["spots"] = [
        spot_of(observation) for observation in observed if observation.kind == "density_per_cm2"
    ]
    asked["lengths"] = [{"days_ago": days_before(at), "length_cm": cm} for at, cm in lengths]
    asked["days_since_detangle"] = days_since_wash(whole.get("last_wash_on"))
    return asked


def days_since_wash(day: str | None) -> float:
    """Days since the last wash, as far as somebody told."""
    if day is None:
        return USUAL_DAYS_SINCE_DETANGLE
    return float(min(365, max(0, (timezone.localdate() - date.fromisoformat(day)).days)))


def spot_of(observation: ObservedValue) -> dict[str, Any]:
    """A counted density as the count it came from."""
    if observation.detail and {"hairs", "field_cm2"} <= set(observation.detail):
        count, area = observation.detail["hairs"], observation.detail["field_cm2"]
    else:
        count, area = as_count(observation.value)
    return {"zone": observation.zone or None, "count": count, "field_cm2": area}


def hair_of(observed: Iterable[ObservedValue], estimates: ProfileAnswer) -> dict[str, Any]:
    """The hair of a request to the core, without what is missing."""
    observed = list(observed)
    whole = {
        observation.kind: observation.value for observation in observed if not observation.zone
    }
    plain = ("pattern", "length_cm", "relaxed_cm", "head_cm", "buildup")
    hair: dict[str, Any] = {kind: whole[kind] for kind in plain if kind in whole}
    if estimates.porosity_tests or "porosity_decided" in whole:
        hair["porosity"] = estimates.porosity.class_.value
    strand = newest_of(observed, STRAND_KINDS)
    if strand:
        hair[strand.kind] = strand.value
    if estimates.density:
        only_by_eye = [way.way for way in estimates.density_ways] == ["by_eye"]
        hair |= (
            {"density": whole["density"]}
            if only_by_eye
            else {"density_per_cm2": estimates.density.value}
        )
    if estimates.elasticity:
        hair["elasticity"] = estimates.elasticity.class_.value
    landmarks = {
        landmark.value: whole[key] for landmark, key in LANDMARK_KEYS.items() if key in whole
    }
    if landmarks:
        hair["landmarks"] = landmarks
    zones = zones_of(observed)
    if zones:
        hair["zones"] = zones
    return hair


def zones_of(current: Iterable[ObservedValue]) -> dict[str, dict[str, Any]]:
    """Zones that differ, as the core takes them."""
    zones: dict[str, dict[str, Any]] = {}
    for observation in current:
        if observation.zone in list(Zone) and observation.kind in ZONE_FIELDS:
            zones.setdefault(observation.zone, {})[observation.kind] = observation.value
    return zones


def shrinkage_of(hair: Mapping[str, Any]) -> float | None:
    """Share of its length the hair takes up when it curls, if both lengths were measured."""
    if "length_cm" not in hair or "relaxed_cm" not in hair:
        return None
    return shrinkage(curl_index(hair["length_cm"], hair["relaxed_cm"]))


def person(client: Client) -> dict[str, Any]:
    """The person of a request to the core."""
    return {
        "stop_signs": [sign.sign for sign in client.stop_signs.filter(cleared_at=None)],
        "conditions": client.conditions,
        "allergies": client.allergies,
        "avoid": client.avoid,
        "routine": client.routine,
        "night": client.night,
    }


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
        raise CraftError("note", "Write what you saw, or who said that it has healed.")
    changed = RaisedStopSign.objects.filter(pk=stop_sign.pk, cleared_at=None).update(
        cleared_at=timezone.now(), cleared_by=by, clear_note=note.strip()
    )
    if not changed:
        raise Conflict
    stop_sign.refresh_from_db()
    return stop_sign
