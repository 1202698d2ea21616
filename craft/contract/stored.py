"""Requests and answers that were stored: read whatever version of the contract wrote them.

A plan is kept as it was answered. What is kept carries the version of the contract that it was
written by and is read through `request_of` and `answer_of`, which bring it to the shape of today,
one version at a time. Values are never computed again: what an old version did not know is blank.
"""

from collections.abc import Callable, Mapping
from typing import Any, TypeVar

from pydantic import BaseModel

from craft.contract.base import parse
from craft.contract.plan import PlanAnswer, PlanRequest
from craft.errors import CraftError
from craft.messages import say
from craft.ranges import factor_in_range
from craft.vocabulary import AirSource

Data = dict[str, Any]
Steps = Mapping[int, Callable[[Data], Data]]
Shape = TypeVar("Shape", bound=BaseModel)

#: Version of the shape of plan requests and answers. Raise it whenever what is stored could not be
#: read as it is any more, and say below how the version before becomes the new one.
CONTRACT_VERSION = 5

#: Thresholds of a film on the hair as version 1 had them, which did not write them down [g/m²].
FIRST_THIN_BELOW, FIRST_RESIDUE_ABOVE = 3.0, 10.0
#: Odds from which version 1 called a release safe.
FIRST_SAFE_ODDS = 0.8
#: What version 2 wrote for air that was typed.
TYPED_AIR = say("by hand")


def version_of_rules(rules_version: str) -> int:
    """The contract's version of a plan that was kept before plans kept it.

    Args:
        rules_version: of the rules it was made by, e.g. ``2026.11.1``
    """
    return 1 if rules_version == "2026.11.1" else 2


def answer_with_thresholds(answer: Data) -> Data:
    """From 1 to 2: thresholds of the film and of the odds stand in the answer."""
    totals = {
        "thin_below_g_per_m2": FIRST_THIN_BELOW,
        "residue_above_g_per_m2": FIRST_RESIDUE_ABOVE,
        **answer["totals"],
    }
    drying = {"safe": answer["drying"]["odds_dry"] >= FIRST_SAFE_ODDS, **answer["drying"]}
    kit_needed = {"odd_at": [], **answer["kit_needed"]}
    return answer | {"totals": totals, "drying": drying, "kit_needed": kit_needed}


def with_triggers(piece: Any) -> Any:
    """From 2 to 3: the input that made a rule apply is called its trigger, everywhere."""
    if isinstance(piece, list):
        return [with_triggers(part) for part in piece]
    if isinstance(piece, dict):
        return {
            "trigger" if key == "fired_by" else key: with_triggers(value)
            for key, value in piece.items()
        }
    return piece


#: What version 2 called the details of a set, and the reasons for them.
SET_NAMES = {"made_as": "set_details", "made_reasons": "set_reasons"}


def answer_with_substitutes(answer: Data) -> Data:
    """From 2 to 3: substitutes, details of a set and triggers are called so."""
    kit_needed = dict(answer["kit_needed"])
    kit_needed["substitute_sections"] = kit_needed.pop("odd_at", [])
    kit_needed["substitutes"] = kit_needed.pop("odd", [])
    renamed = {SET_NAMES.get(name, name): value for name, value in answer.items()}
    upgraded: Data = with_triggers(renamed | {"kit_needed": kit_needed})
    return upgraded


def request_with_air_sources(request: Data) -> Data:
    """From 2 to 3: who says what air it is, is a word of the contract."""
    upgraded = dict(request)
    if "drying_told" in upgraded:
        upgraded["drying_basis"] = upgraded.pop("drying_told")
    for place, measured in (
        ("room", AirSource.SENSOR),
        ("home", AirSource.FORECAST),
        ("outdoors", AirSource.FORECAST),
    ):
        if upgraded.get(place):
            upgraded[place] = air_with_source(upgraded[place], measured)
    return upgraded


def air_with_source(air: Data, measured: AirSource) -> Data:
    """Air with a word for who says so, in the place of a sentence.

    Args:
        air: as version 2 wrote it
        measured: who says so where a device was named
    """
    name = air.get("told_by", "")
    usual = not name or name.startswith("the house")
    source = AirSource.HAND if name == TYPED_AIR else AirSource.SALON if usual else measured
    rest = {key: value for key, value in air.items() if key != "told_by"}
    named = name if source in (AirSource.SENSOR, AirSource.FORECAST) else ""
    return rest | {"by": source.value, "source": named}


def request_with_factors_in_range(request: Data) -> Data:
    """From 3 to 4: learned factors keep to one narrower range."""
    upgraded = dict(request)
    if "drying_factor" in upgraded:
        upgraded["drying_factor"] = factor_in_range(upgraded["drying_factor"])
    for name in ("learned_minutes", "learned_doses"):
        if upgraded.get(name):
            upgraded[name] = {
                key: learned_in_range(learned) for key, learned in upgraded[name].items()
            }
    if upgraded.get("learned_length"):
        upgraded["learned_length"] = learned_in_range(upgraded["learned_length"])
    return upgraded


def learned_in_range(learned: Data) -> Data:
    """A learned value with its factor in the range of today."""
    if "factor" not in learned:
        return learned
    return learned | {"factor": factor_in_range(learned["factor"])}


#: What version 4 called who decides: the salon and its client.
DECIDER_NAMES = {"house": "salon", "head": "client"}
DECIDED = ("by", "chosen_by")


def with_deciders(piece: Any) -> Any:
    """From 4 to 5: the salon and its client are called so wherever they decided something."""
    if isinstance(piece, list):
        return [with_deciders(part) for part in piece]
    if not isinstance(piece, dict):
        return piece
    return {
        key: decider(value) if key in DECIDED else with_deciders(value)
        for key, value in piece.items()
    }


def decider(who: Any) -> Any:
    """Who decided one thing, or each of several, by the names of version 5."""
    if isinstance(who, dict):
        return {topic: decider(value) for topic, value in who.items()}
    return DECIDER_NAMES.get(who, who) if isinstance(who, str) else who


def request_with_standards(request: Data) -> Data:
    """From 4 to 5: values of the salon are called its standards."""
    renamed = {"standards" if key == "house" else key: value for key, value in request.items()}
    upgraded: Data = with_deciders(renamed)
    return upgraded


def answer_with_deciders(answer: Data) -> Data:
    """From 4 to 5: the salon and its client are called so."""
    upgraded: Data = with_deciders(answer)
    return upgraded


def keep_shape(data: Data) -> Data:
    """A step in which nothing changed its shape."""
    return data


#: How each version becomes the next. What was chosen is called the same in all of them.
REQUEST_STEPS: Steps = {
    1: keep_shape,
    2: request_with_air_sources,
    3: request_with_factors_in_range,
    4: request_with_standards,
}
WISH_STEPS: Steps = {1: keep_shape, 2: keep_shape, 3: keep_shape, 4: answer_with_deciders}
ANSWER_STEPS: Steps = {
    1: answer_with_thresholds,
    2: answer_with_substitutes,
    3: keep_shape,
    4: answer_with_deciders,
}


def upgrade(data: Data, version: int, steps: Steps) -> Data:
    """Bring something stored to the shape of today.

    Args:
        data: as it was stored; left as it is
        version: of the contract that wrote it
        steps: how each version becomes the next
    Raises:
        CraftError: a later program wrote it
    """
    if not 1 <= version <= CONTRACT_VERSION:
        raise CraftError(
            "contract",
            say(
                "This was stored by version {version} of the contract; this program reads 1 to "
                "{contract_version}. Update it.",
                version=version,
                contract_version=CONTRACT_VERSION,
            ),
        )
    for step in range(version, CONTRACT_VERSION):
        data = steps[step](data)
    return data


def read_stored(
    shape: type[Shape],
    data: Data,
    version: int,
    steps: Steps,
    messages: Mapping[str, Any] | None = None,
) -> Shape:
    """Something stored as the contract of today has it.

    Args:
        shape: of today
        data: as it was stored
        version: of the contract that wrote it
        steps: how each version becomes the next
        messages: of its sentences, where they were stored with it
    Raises:
        CraftError: it cannot be read; says so in words, and names the field
    """
    try:
        return parse(shape, upgrade(data, version, steps), messages=messages)
    except (CraftError, KeyError, TypeError) as error:
        field, why = (error.field, error.message) if isinstance(error, CraftError) else ("", "")
        if field == "contract":
            raise
        raise CraftError(
            field,
            say(
                "This was kept by an earlier version of the program and cannot be opened any "
                "more. It stays on record. Make a new plan. {why}",
                why=why,
            ),
        ) from error


def request_of(data: Data, version: int, messages: Mapping[str, Any] | None = None) -> PlanRequest:
    """A stored request as the contract of today has it; arguments and errors as `stored`."""
    return read_stored(PlanRequest, data, version, REQUEST_STEPS, messages)


def answer_of(data: Data, version: int, messages: Mapping[str, Any] | None = None) -> PlanAnswer:
    """A stored answer as the contract of today has it; arguments and errors as `stored`."""
    return read_stored(PlanAnswer, data, version, ANSWER_STEPS, messages)
