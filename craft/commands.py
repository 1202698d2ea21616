"""The commands of the core: a request type, an answer type and the function between them."""

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel

from craft.contract import (
    DryAnswer,
    DryRequest,
    PartingsAnswer,
    PartingsRequest,
    PlanAnswer,
    PlanRequest,
)
from craft.contract.bottles import BottlesAnswer, BottlesRequest
from craft.contract.chair import ChairAnswer, ChairRequest
from craft.contract.crown import CrownAnswer
from craft.contract.day import BoardAnswer, BoardRequest, DayAnswer, DayRequest
from craft.contract.drying import SetIn
from craft.contract.drying_plan import DryingPlanAnswer
from craft.contract.label import IngredientOut, LabelAnswer, LabelRequest, UnknownOut
from craft.contract.look import LookAnswer
from craft.contract.profile import ProfileAnswer, ProfileRequest
from craft.contract.proposals import (
    ChainAnswer,
    CompareAnswer,
    CompareRequest,
    ProposeAnswer,
    RestyleAnswer,
)
from craft.contract.replay import ReplayAnswer, ReplayRequest
from craft.contract.trial import TrialAnswer, TrialRequest
from craft.contract.visit import VisitAnswer, VisitRequest
from craft.contract.wear import WearAnswer, WearRequest
from craft.day.standing import board
from craft.errors import CraftError, Missing, NeverDries
from craft.head import partings
from craft.head.geometry import hairline, radius
from craft.head.partings import Layout, bundles, count_of, part, totals
from craft.labels import ALLERGEN_FROM_PERCENT, read_label
from craft.learning.trials import trial
from craft.messages import say
from craft.physics import drying, rates
from craft.physics.rates import Cylinder, Stage
from craft.plan.alternatives.chain import chain
from craft.plan.alternatives.compare import compare
from craft.plan.alternatives.propose import propose
from craft.plan.alternatives.restyle import restyle
from craft.plan.bottles import bottles
from craft.plan.crown import crown, line_out, section_out, views_of
from craft.plan.drying_plan import drying_plan, stages_out
from craft.plan.look import looks
from craft.plan.planner import plan
from craft.profile.complete import complete
from craft.profile.estimate import profile_answer
from craft.visit.chair import chair
from craft.visit.fold import visit
from craft.visit.replay import replay
from craft.vocabulary import Scheme, StageKind
from craft.wear.calendar import wear

CURVE_POINTS = 100


@dataclass(frozen=True)
class Command:
    """A command with the types of its request and answer."""

    request: type[BaseModel]
    answer: type[BaseModel]
    run: Callable[[Any], BaseModel]

    def answer_json(self, request: BaseModel) -> str:
        """Run the command; its answer as JSON, checked against the answer's own type.

        Args:
            request: of this command's type
        Raises:
            CraftError: the request asks for something that cannot be; names the field
        """
        text = self.run(request).model_dump_json(by_alias=True)
        self.answer.model_validate_json(text)
        return text


def mass_and_length(request: DryRequest) -> tuple[float, float]:
    """Mass [g] and length [cm] of a set: as given, else of the hair.

    Raises:
        Missing: neither is known
    """
    given: SetIn = request.set
    if given.mass_g is not None and given.length_cm is not None:
        return given.mass_g, given.length_cm
    if request.hair is None:
        missing = "mass_g" if given.mass_g is None else "length_cm"
        raise Missing(
            f"set.{missing}",
            say(
                "This is missing: give the hair, or both mass_g (1 to 2000 g) and length_cm (1 to "
                "150 cm)."
            ),
        )
    hair = complete(request.hair)
    of_hair = totals(part(hair.on_head, Layout(Scheme.QUADRANTS, 4)).sections)["grams"]
    return given.mass_g or of_hair, given.length_cm or hair.length_cm


def checked_stages(request: DryRequest) -> list[Stage]:
    """Stages that can be followed one after another.

    Raises:
        CraftError: a stage has no end, or its air is saturated
    """
    last = len(request.stages) - 1
    for index, stage in enumerate(request.stages):
        cloth = stage.kind is StageKind.CLOTH
        # A cloth may never reach the share that is asked of it.
        endless = stage.hours is None and (cloth or stage.until_share == 1)
        if endless and (index < last or cloth):
            problem = (
                say("A cloth takes up only so much; give hours.")
                if cloth
                else say("Only the last stage may run until dry; give hours.")
            )
            raise CraftError(f"stages.{index}.hours", problem)
        takes_up = stage.kind is StageKind.CLOTH or stage.hours is not None
        if not takes_up and stage.rh >= drying.SATURATED_RH:
            raise NeverDries(f"stages.{index}.rh")
    return [
        Stage(
            stage.kind,
            stage.temp_c,
            stage.rh,
            stage.hours,
            stage.until_share,
            stage.speed_m_s,
        )
        for stage in request.stages
    ]


def dry(request: DryRequest) -> DryAnswer:
    """Forecast the drying of a set.

    Raises:
        Missing: neither hair nor mass and length are given
        CraftError: a stage is followed by others but has no end, or its air is saturated
    """
    stages = checked_stages(request)
    mass_g, length_cm = mass_and_length(request)
    packed = rates.PACKED_KG_PER_M3[request.set.kind]
    slowest_kg = mass_g / 1000 * request.set.largest
    thick = rates.section_radius(slowest_kg, request.set.sections, packed, length_cm / 100)
    exposed = request.set.exposed or rates.EXPOSED[request.set.kind]
    cylinder = Cylinder(thick, packed, exposed=exposed, head_kg=mass_g / 1000)
    try:
        run = drying.dry(cylinder, request.water, stages, request.factor)
    except NeverDries as error:
        endless = next(place for place, stage in enumerate(stages) if stage.hours is None)
        raise NeverDries(f"stages.{endless}.rh") from error
    step = max(1, len(run.hours) // CURVE_POINTS)
    points = [*range(0, len(run.hours), step), len(run.hours) - 1]
    answer = DryAnswer(
        radius_mm=round(thick * 1000, 3),
        h_to_90=run.time_to(0.9),
        h_to_dry=run.time_to(1.0),
        at_end=round(float(run.shares[-1]), 6),
        curve=[
            (round(float(run.hours[i]), 4), round(float(run.shares[i]), 5))
            for i in dict.fromkeys(points)
        ],
        stages=stages_out([stage.kind for stage in stages], run),
    )
    if request.release_h is None:
        return answer
    at = request.release_h
    wet, dry_ = (
        drying.dry(cylinder, request.water, stages, request.factor * math.exp(z * request.spread))
        for z in (drying.BAND_Z, -drying.BAND_Z)
    )
    odds = drying.odds_dry(
        cylinder, request.water, tuple(stages), at, request.factor, request.spread
    )
    return answer.model_copy(
        update={
            "at_release": round(run.at(at), 4),
            "at_release_low": round(wet.at(at), 4),
            "at_release_high": round(dry_.at(at), 4),
            "odds_dry": round(odds, 4),
        }
    )


def part_head(request: PartingsRequest) -> PartingsAnswer:
    """Part a head.

    Raises:
        CraftError: the scheme cannot make so many sections, or a change by hand speaks of
            something that is not there
    """
    hair = complete(request.hair)
    if request.scheme is Scheme.DIRECTED:
        total = request.directed
        if not total:
            raise CraftError("forward", say("Say how many are laid forward, sideways and back."))
        if request.count not in (None, total):
            raise CraftError(
                "count", say("Those make {total} sections; leave the count out.", total=total)
            )
    else:
        total = count_of(request.scheme, request.count)
    parting = part(hair.on_head, request.layout(request.scheme, total), "")
    sections = parting.sections
    sums = partings.totals(sections)
    sizes = request.sizes_mm
    return PartingsAnswer(
        sections=[
            section_out(section).model_copy(
                update={"rod_mm": sizes[section.rod] if sizes and section.rod is not None else None}
            )
            for section in sections
        ],
        scalp_cm2=round(sums["scalp_cm2"], 1),
        hairs=round(sums["hairs"]),
        hairline=[(round(float(x), 2), round(float(y), 2)) for x, y in hairline(hair.head_cm)],
        assumed=list(hair.assumed),
        lines=[line_out(line) for line in parting.lines],
        bundles=[list(cylinder) for cylinder in bundles(sections)],
        views=views_of(sections, hair.head_cm),
        radius_cm=round(radius(hair.head_cm), 2),
    )


#: What a reading rests on, sent with every answer.
LABEL_SOURCES = (
    say("Families: common practice of reading labels in the INCI usage, from memory."),
    say(
        "Fragrance allergens: Regulation (EC) No 1223/2009, Annex III, as extended by Regulation "
        "(EU) 2023/1545, names from memory."
    ),
)


def read_label_request(request: LabelRequest) -> LabelAnswer:
    """Read an ingredient list."""
    label = read_label(request.ingredients)
    return LabelAnswer(
        ingredients=[
            IngredientOut(
                name=ingredient.name,
                text=ingredient.text,
                families=list(ingredient.families),
                percent=ingredient.percent,
                may_contain=ingredient.optional,
                allergen=ingredient.allergen,
                melts_c=ingredient.melts_c,
            )
            for ingredient in label.ingredients
        ],
        families=list(label.families),
        allergens=list(label.allergens),
        allergens_named_from_percent=ALLERGEN_FROM_PERCENT[request.leave_on],
        unknown=[
            UnknownOut(text=unknown.text, close=list(unknown.close)) for unknown in label.unknown
        ],
        sources=list(LABEL_SOURCES),
    )


def day_of(request: DayRequest) -> DayAnswer:
    """A timetable of a day."""
    # The solver takes half a second to load, which nothing else should pay for.
    from craft.day.answer import day

    return day(request)


COMMANDS = {
    "plan": Command(PlanRequest, PlanAnswer, plan),
    "propose": Command(PlanRequest, ProposeAnswer, propose),
    "restyle": Command(PlanRequest, RestyleAnswer, restyle),
    "compare": Command(CompareRequest, CompareAnswer, compare),
    "chain": Command(PlanRequest, ChainAnswer, chain),
    "profile": Command(ProfileRequest, ProfileAnswer, profile_answer),
    "label": Command(LabelRequest, LabelAnswer, read_label_request),
    "bottles": Command(BottlesRequest, BottlesAnswer, bottles),
    "dry": Command(DryRequest, DryAnswer, dry),
    "drying": Command(PlanRequest, DryingPlanAnswer, drying_plan),
    "crown": Command(PlanRequest, CrownAnswer, crown),
    "look": Command(PlanRequest, LookAnswer, looks),
    "partings": Command(PartingsRequest, PartingsAnswer, part_head),
    "day": Command(DayRequest, DayAnswer, day_of),
    "board": Command(BoardRequest, BoardAnswer, board),
    "visit": Command(VisitRequest, VisitAnswer, visit),
    "wear": Command(WearRequest, WearAnswer, wear),
    "chair": Command(ChairRequest, ChairAnswer, chair),
    "replay": Command(ReplayRequest, ReplayAnswer, replay),
    "trial": Command(TrialRequest, TrialAnswer, trial),
}
