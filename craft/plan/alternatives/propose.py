"""Different routines on the trade-off front, and what to relax when none fits."""

import math
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from craft.contract.base import Patch
from craft.contract.patch import apply_patch
from craft.contract.plan import PlanAnswer, PlanRequest
from craft.contract.proposals import Measures, Proposal, ProposeAnswer, Relax
from craft.errors import CraftError
from craft.head.partings import knows_its_number
from craft.messages import say
from craft.plan.alternatives.measures import TRAITS, differences, front, measures
from craft.plan.forecast import SAFE_ODDS
from craft.plan.planner import plan
from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import Blot, Dryer, Heat, Start

#: Numbers of sections that are tried, against the usual. Own values.
SECTION_FACTORS = (0.6, 1.0, 1.5)
PROPOSALS_MOST = 3
MINUTES_STEP = 5.0


@dataclass(frozen=True)
class Candidate:
    """A routine that was tried.

    Args:
        change: of the request
        answer: its plan
        measures: in the numbers that pull apart
        fits: keeps every limit
    """

    change: Mapping[str, Any]
    answer: PlanAnswer
    measures: Measures
    fits: bool


def variations(request: PlanRequest) -> Iterator[Patch]:
    """Changes that are tried: sections, dryers, blotting; nothing the request has fixed."""
    technique = TECHNIQUES[request.goal.style]
    counts: tuple[int | None, ...] = (request.goal.sections,)
    if sections_open(request):
        counts = tuple(
            dict.fromkeys(
                even(technique.parting.sections * f, technique.parting.sections_max)
                for f in SECTION_FACTORS
            )
        )
    # Stages chosen by hand leave neither dryer nor water open.
    by_hand = bool(request.stages)
    warm = request.goal.max_heat is not Heat.NONE and technique.wash.start is Start.WASH
    dryers = (Dryer.AIR, Dryer.HOOD, Dryer.DIFFUSER) if warm else (Dryer.AIR,)
    if by_hand:
        dryers = (request.dry,)
    blots = (
        (None, Blot.PRESSED)
        if technique.wash.blot is Blot.CLOTH and not technique.setting.damp_first and not by_hand
        else (None,)
    )
    for count in counts:
        for dryer in dryers:
            for blot in blots:
                yield {
                    "goal": {"sections": count},
                    "dry": dryer.value,
                    "dry_min": None,
                    "blot": blot and blot.value,
                }


def sections_open(request: PlanRequest) -> bool:
    """Whether the number of sections may be varied: not wished, and not parted by hand."""
    parting = request.parting
    own = parting.scheme is not None and knows_its_number(parting.scheme)
    by_hand = bool(parting.changes) or bool(parting.directed) or own
    return request.goal.sections is None and not by_hand


def even(count: float, most: int) -> int:
    """A number of sections with two sides alike."""
    whole = max(2, round(count / 2) * 2)
    return min(whole, most)


def plan_variations(request: PlanRequest) -> list[Candidate]:
    """Every variation that can be planned."""
    candidates = []
    for patch, answer in planned_with(request, variations(request)):
        own = measures(answer)
        candidates.append(Candidate(patch, answer, own, fits(request, answer, own)))
    return candidates


def fits(request: PlanRequest, answer: PlanAnswer, own: Measures) -> bool:
    """Whether a routine keeps the limits: time today, dry at release, nothing that stops it."""
    limit = request.goal.time_limit_min
    return bool(answer.steps) and (limit is None or own.today_min <= limit) and dry_enough(own)


def dry_enough(own: Measures) -> bool:
    """Whether a release can be promised."""
    return own.odds_dry >= SAFE_ODDS


#: What a proposal is best at: key, title, and what is smallest then.
AIMS: tuple[tuple[str, str, Callable[[Measures], tuple[float, ...]]], ...] = (
    ("most_defined", say("Most defined"), lambda m: (-m.definition, m.today_min)),
    ("shortest_today", say("Shortest today"), lambda m: (m.today_min, -m.definition)),
    (
        "soonest_out",
        say("Dry and out soonest"),
        lambda m: (m.release_after_h, -m.odds_dry, m.today_min),
    ),
    ("surest_dry", say("Surest to be dry"), lambda m: (-round(m.odds_dry, 2), m.today_min)),
    ("least_hands", say("Least hands on"), lambda m: (m.hands_on_min, m.today_min)),
)


def propose(request: PlanRequest) -> ProposeAnswer:
    """Up to three different routines, each best at something, and what to relax if none fits.

    Args:
        request: what it fixes (sections) is kept; the rest is varied
    Raises:
        CraftError: as planning raises it
    """
    plan(request)
    candidates = plan_variations(request)
    fitting = [proposal for proposal in candidates if proposal.fits]
    pool = fitting or candidates
    best = [pool[place] for place in front([proposal.measures for proposal in pool])]
    chosen: list[tuple[str, str, Candidate]] = []
    for key, title, rank in AIMS:
        if len(chosen) == PROPOSALS_MOST or not best:
            break
        top = min(best, key=lambda proposal: rank(proposal.measures))
        if all(differs(top, other) for _, _, other in chosen):
            chosen.append((key, title, top))
    return ProposeAnswer(
        proposals=[
            Proposal(
                key=key,
                title=title,
                change=dict(proposal.change),
                measures=proposal.measures,
                fits=proposal.fits,
                gives_up=gives_up(
                    proposal, [other for _, _, other in chosen if other is not proposal]
                ),
                plan=proposal.answer,
            )
            for key, title, proposal in chosen
        ],
        relax=[] if fitting else relax(request),
        tried=len(candidates),
    )


def differs(proposal: Candidate, other: Candidate) -> bool:
    """Whether two routines differ by something worth a word."""
    losses, gains = differences(proposal.measures, other.measures)
    return bool(losses or gains)


def gives_up(proposal: Candidate, others: Sequence[Candidate]) -> list[str]:
    """What the other proposals do better; of each trait the largest difference only."""
    best: dict[str, tuple[float, str]] = {}
    for other in others:
        for trait in TRAITS:
            gap = trait.value(proposal.measures) - trait.value(other.measures)
            worse = abs(gap) >= trait.least and (gap > 0) is not trait.more_is_better
            if worse and abs(gap) > best.get(trait.worse, (0.0, ""))[0]:
                best[trait.worse] = (abs(gap), say(trait.worse, by=abs(gap)))
    return [text for _, text in best.values()]


def relax(request: PlanRequest) -> list[Relax]:
    """What to give way on, and the least that would be enough; first the limits, then the heat."""
    offers = relax_limits(request)
    if request.goal.max_heat is Heat.NONE:
        warm = apply_patch(request, {"goal": {"max_heat": Heat.LOW.value}})
        if any(proposal.fits for proposal in plan_variations(warm)):
            offers.append(
                Relax(
                    wish="max_heat",
                    by=1,
                    unit="step",
                    text=say("Low heat alone would be enough."),
                    change={"goal": {"max_heat": Heat.LOW.value}},
                )
            )
    return offers


def relax_limits(request: PlanRequest) -> list[Relax]:
    """More time today, a later release, or both, for the routine that needs least of them."""
    limit, release = request.goal.time_limit_min, request.goal.release_after_h
    free = apply_patch(request, {"goal": {"time_limit_min": None, "release_after_h": None}})
    dry = [proposal for proposal in plan_variations(free) if proposal.fits]
    if not dry:
        return []

    def over(proposal: Candidate) -> tuple[float, float]:
        """How much too long today [min], and how much too late [h]."""
        late = proposal.measures.release_after_h
        return (
            0.0 if limit is None else max(0.0, proposal.measures.today_min - limit),
            0.0 if release is None else max(0.0, late - release),
        )

    more, later = min((over(proposal) for proposal in dry), key=sum)
    offers = []
    if more:
        more = math.ceil(more / MINUTES_STEP) * MINUTES_STEP
        offers.append(
            Relax(
                wish="time_limit_min",
                by=more,
                unit="min",
                text=say("Give it {more:.0f} min more today", more=more)
                + ("." if not later else say(", and")),
                change={"goal": {"time_limit_min": (limit or 0) + more}},
            )
        )
    if later:
        later = math.ceil(later * 10) / 10
        offers.append(
            Relax(
                wish="release_after_h",
                by=later,
                unit="h",
                text=say("release it {later:g} h later.", later=later),
                change={"goal": {"release_after_h": (release or 0) + later}},
            )
        )
    return offers


def planned_with(
    request: PlanRequest, patches: Iterable[Patch]
) -> Iterator[tuple[Patch, PlanAnswer]]:
    """Whole plans with each of several changes; changes that cannot be planned are left out."""
    for patch in patches:
        try:
            yield patch, plan(apply_patch(request, patch))
        except CraftError:
            continue
