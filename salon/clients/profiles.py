"""What is known of a client, as the core takes it: the newest of every observation."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, datetime
from typing import Any, TypeVar

from django.utils import timezone

from craft.contract import parse
from craft.contract.plan.request import Person
from craft.contract.profile import ProfileAnswer, ProfileRequest
from craft.hair.density import as_count
from craft.hair.porosity import EVIDENCE_DAYS
from craft.physics.curl import curl_index, shrinkage
from craft.profile.consultation import LANDMARK_KEYS
from craft.profile.estimate import profile_answer
from craft.vocabulary import PorosityTest, Zone
from salon.clients.models import Client, Observation
from salon.platform.language import lazy_sentence

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
    "pattern": lazy_sentence(
        "Curl pattern is missing: look at a wet, product-free strand and choose 2a to 4c."
    ),
    "length_cm": lazy_sentence(
        "Length is missing: stretch a strand from the crown and measure it."
    ),
    "density": lazy_sentence(
        "Density is missing: count hairs in a field, gather the wet hair and measure around it, "
        "or judge it by eye for now."
    ),
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
    estimates = profile_answer(profile_request(observed.values(), lengths))
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
) -> ProfileRequest:
    """The core's request for a profile, from the newest of everything.

    Raises:
        CraftError: the record holds a value that no request may
    """
    observed = list(observed)
    whole = {
        observation.kind: observation.value for observation in observed if not observation.zone
    }
    asked: dict[str, object] = {
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
    return parse(ProfileRequest, asked)


def days_since_wash(day: str | None) -> float:
    """Days since the last wash; the usual where nobody knows."""
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


def person(client: Client) -> Person:
    """The person of a request to the core.

    Raises:
        CraftError: the record holds what no request may
    """
    return parse(
        Person,
        {
            "stop_signs": [sign.sign for sign in client.stop_signs.filter(cleared_at=None)],
            "conditions": client.conditions,
            "allergies": client.allergies,
            "avoid": client.avoid,
            "routine": client.routine,
            "night": client.night,
        },
        at="person",
    )
