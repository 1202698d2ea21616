"""Heads, their observations, and the hair the core plans with."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any

from django.contrib.auth.models import AbstractBaseUser
from django.db import transaction
from django.db.models import F
from django.utils import timezone

from craft.consult import check_observation, density_from_bundle
from craft.curl import curl_index, shrinkage
from craft.errors import CraftError
from craft.fibre import TYPICAL_DIAMETER_UM
from craft.head import REFERENCE_CIRCUMFERENCE_CM
from craft.vocabulary import Strand, Zone
from salon.heads.models import Head, Observation
from salon.problems import Conflict

Kind = Observation.Kind

NUMBERS = frozenset(
    {
        Kind.DENSITY_PER_CM2,
        Kind.CIRCUMFERENCE_CM,
        Kind.DIAMETER_UM,
        Kind.LENGTH_CM,
        Kind.RELAXED_CM,
        Kind.HEAD_CM,
    }
)
#: What may differ from zone to zone.
ZONED = frozenset({Kind.PATTERN, Kind.LENGTH_CM, Kind.DENSITY_PER_CM2})
#: Ways to know the density; the newest of them counts.
DENSITY_KINDS = (Kind.DENSITY_PER_CM2, Kind.CIRCUMFERENCE_CM, Kind.DENSITY)
#: Ways to know the strand.
STRAND_KINDS = (Kind.DIAMETER_UM, Kind.STRAND)

#: What a plan cannot do without, and how to get it.
NEEDED = {
    "pattern": "Curl pattern is missing: look at a wet, product-free strand and choose 2a to 4c.",
    "length_cm": "Length is missing: stretch a strand from the crown and measure it.",
    "density": "Density is missing: count hairs in a field, gather the wet hair and measure its "
    "girth, or judge it by eye for now.",
}


@dataclass(frozen=True)
class Profile:
    """The newest of every observation.

    Args:
        hair: the hair of a request to the core, without what is missing
        current: the observations it was made of
        missing: what a plan cannot do without
    """

    hair: dict[str, Any]
    current: list[Observation]
    missing: list[dict[str, str]] = field(default_factory=list)


@transaction.atomic
def add_head(
    values: Mapping[str, Any],
    found: Iterable[Mapping[str, Any]] = (),
    by: AbstractBaseUser | None = None,
    taken_at: datetime | None = None,
) -> Head:
    """Add a client, with what was measured if anything was; all of it or nothing.

    Raises:
        CraftError: a value that no head of hair can have
    """
    head = Head.objects.create(**values)
    observe(head, found, by, taken_at)
    return head


@transaction.atomic
def change_head(head: Head, values: Mapping[str, Any], version: int) -> Head:
    """Change a client's record.

    Raises:
        Conflict: it has been changed since it was read
    """
    changed = Head.objects.filter(pk=head.pk, version=version).update(version=F("version") + 1)
    if not changed:
        raise Conflict
    head.refresh_from_db()
    for name, value in values.items():
        setattr(head, name, value)
    head.save()
    return head


@transaction.atomic
def observe(
    head: Head,
    found: Iterable[Mapping[str, Any]],
    by: AbstractBaseUser | None,
    taken_at: datetime | None = None,
) -> list[Observation]:
    """Record what was seen on a head; all of it or nothing.

    Args:
        head: the client
        found: kind, value, method and perhaps zone and note, of each
        by: who saw it
        taken_at: when; now if not told
    Raises:
        CraftError: a value that no head of hair can have; the field is its place in the list
    """
    made = []
    for index, one in enumerate(found):
        kind, value, zone = one["kind"], one["value"], one.get("zone", "")
        try:
            check_observation(kind, value)
        except CraftError as error:
            raise CraftError(f"observations.{index}.{kind}", error.message) from error
        if zone and kind not in ZONED:
            raise CraftError(f"observations.{index}.zone", f"{kind} is told for the whole head.")
        made.append(
            Observation(
                head=head,
                kind=kind,
                zone=zone,
                number=value if kind in NUMBERS else None,
                word="" if kind in NUMBERS else str(value).lower(),
                method=one["method"],
                note=one.get("note", ""),
                taken_at=taken_at or timezone.now(),
                taken_by=by,
            )
        )
    check_together(head, made)
    return Observation.objects.bulk_create(made)


def check_together(head: Head, made: Iterable[Observation]) -> None:
    """Refuse relaxed hair that is longer than stretched hair.

    Raises:
        CraftError: with the new values on top of the known ones
    """
    known = {one.kind: one.value for one in newest(head) if not one.zone}
    fresh = {one.kind: one.value for one in made if not one.zone}
    both = known | fresh
    relaxed, length = both.get(Kind.RELAXED_CM), both.get(Kind.LENGTH_CM)
    if relaxed is not None and length is not None and relaxed > length:
        blamed = Kind.RELAXED_CM if Kind.RELAXED_CM in fresh else Kind.LENGTH_CM
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


def newest(head: Head) -> list[Observation]:
    """The newest observation of each kind and zone that was not withdrawn."""
    seen: dict[tuple[str, str], Observation] = {}
    rows = head.observations.filter(withdrawn_at=None).select_related("taken_by")
    for one in rows.order_by("-taken_at", "-pk"):
        seen.setdefault((one.kind, one.zone), one)
    return list(seen.values())


def newest_of(current: Iterable[Observation], kinds: Iterable[str]) -> Observation | None:
    """The newest of several ways to know the same thing."""
    wanted = [one for one in current if one.kind in kinds and not one.zone]
    return max(wanted, key=lambda one: (one.taken_at, one.pk), default=None)


def profile(head: Head) -> Profile:
    """What is known of a head, as the core takes it, and what is missing."""
    current = newest(head)
    whole = {one.kind: one.value for one in current if not one.zone}
    plain = (Kind.PATTERN, Kind.POROSITY, Kind.LENGTH_CM, Kind.RELAXED_CM, Kind.HEAD_CM)
    hair: dict[str, Any] = {str(kind): whole[kind] for kind in plain if kind in whole}
    if Kind.BUILDUP in whole:
        hair["buildup"] = whole[Kind.BUILDUP]
    strand = newest_of(current, STRAND_KINDS)
    if strand:
        hair[strand.kind] = strand.value
    density = newest_of(current, DENSITY_KINDS)
    if density:
        hair |= density_of(density, hair)
    zones = zones_of(current)
    if zones:
        hair["zones"] = zones
    # An older way to know the same thing no longer counts.
    superseded = {*DENSITY_KINDS, *STRAND_KINDS} - {one.kind for one in (density, strand) if one}
    current = [one for one in current if one.zone or one.kind not in superseded]
    known = hair | ({"density": True} if density else {})
    missing = [{"field": key, "message": text} for key, text in NEEDED.items() if key not in known]
    return Profile(hair=hair, current=current, missing=missing)


def density_of(found: Observation, hair: Mapping[str, Any]) -> dict[str, Any]:
    """The density of a request from whichever way it was found."""
    if found.kind != Kind.CIRCUMFERENCE_CM:
        return {found.kind: found.value}
    diameter = hair.get("diameter_um") or TYPICAL_DIAMETER_UM[hair.get("strand", Strand.MEDIUM)]
    girth = hair.get("head_cm", REFERENCE_CIRCUMFERENCE_CM)
    return {"density_per_cm2": round(density_from_bundle(found.value, diameter, girth), 1)}


def zones_of(current: Iterable[Observation]) -> dict[str, dict[str, Any]]:
    """Zones that differ, as the core takes them."""
    zones: dict[str, dict[str, Any]] = {}
    for one in current:
        if one.zone in list(Zone):
            zones.setdefault(one.zone, {})[one.kind] = one.value
    return zones


def shrinkage_of(hair: Mapping[str, Any]) -> float | None:
    """Share of its length the hair takes up when it curls, if both lengths were measured."""
    if "length_cm" not in hair or "relaxed_cm" not in hair:
        return None
    return shrinkage(curl_index(hair["length_cm"], hair["relaxed_cm"]))


def person(head: Head) -> dict[str, Any]:
    """The person of a request to the core."""
    return {
        "conditions": head.conditions,
        "allergies": head.allergies,
        "avoid": head.avoid,
        "routine": head.routine,
        "night": head.night,
    }
