"""One client: what changed from visit to visit, what is suggested, and what became of it."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from django.contrib.auth.models import User
from django.db.models import QuerySet

from craft.errors import CraftError
from craft.learning.comparing import Beside, beside
from craft.learning.stories import Chapter, Suggestion, Worked, story, suggestions
from craft.vocabulary import Dryness, Residue, Role, Suggested, Trait, VisitState
from salon.clients.models import Client
from salon.planning.models import without_long
from salon.platform.language import sentence
from salon.results.models import SuggestionAnswer
from salon.visits.models import SCORES, Visit

#: A story goes back so many visits.
VISITS = 12


def worked_of(client: Client) -> list[Worked]:
    """The last visits of a client as they were worked, the oldest first."""
    rows = finished_visits(client).order_by("-started_at", "-pk")[:VISITS]
    return [worked_visit(visit) for visit in reversed(rows)]


def finished_visits(client: Client) -> QuerySet[Visit]:
    """Visits of a client that are over, with their plans, doses and steps."""
    rows = Visit.objects.filter(client=client, state=VisitState.DONE).select_related("plan")
    return without_long(rows, "plan").prefetch_related("doses", "steps")


def worked_visit(visit: Visit) -> Worked:
    """A visit as the core compares it."""
    doses: dict[Role, float] = {}
    taken: dict[tuple[str, Role], float] = {}
    for dose in visit.doses.all():
        role = Role(dose.role)
        doses[role] = doses.get(role, 0.0) + dose.grams
        taken[dose.step, role] = taken.get((dose.step, role), 0.0) + dose.grams
    scores = {Trait(name): getattr(visit, name) for name in SCORES}
    return Worked(
        visit=visit.pk,
        at=visit.started_at,
        request=visit.plan.parsed_request,
        answer=visit.plan.parsed_answer,
        doses=doses,
        opened_h=visit.released_after_h,
        scores={trait: score for trait, score in scores.items() if score is not None},
        dryness=Dryness(visit.dryness) if visit.dryness else None,
        residue=Residue(visit.residue) if visit.residue else None,
        length_cm=visit.length_cm,
        minutes={step.key: step.minutes for step in visit.steps.all() if step.minutes is not None},
        taken=taken,
    )


@dataclass(frozen=True)
class TwoVisits:
    """Two visits of a client beside each other, and when each began."""

    first_at: datetime
    second_at: datetime
    beside: Beside


def two_visits(client: Client, first: int, second: int) -> TwoVisits:
    """Any two visits of a client beside each other.

    Raises:
        CraftError: one of them is not over, or of another client
    """
    rows = finished_visits(client).filter(pk__in=(first, second))
    found = {visit.pk: visit for visit in rows}
    for field, visit in (("first", first), ("second", second)):
        if visit not in found:
            raise CraftError(field, sentence("Choose a finished visit of this client."))
    both = [worked_visit(found[visit]) for visit in (first, second)]
    return TwoVisits(both[0].at, both[1].at, beside(*both))


@dataclass(frozen=True)
class FollowedUp:
    """What became of a suggestion that was answered.

    Args:
        key: of the suggestion
        taken: else it was dismissed
        reason: of the dismissal
        at: when it was answered
        since: visits since then
        again: of these, with the same sign
    """

    key: str
    taken: bool
    reason: str
    at: datetime
    since: int
    again: int


@dataclass(frozen=True)
class ClientResults:
    """What a client's visits say.

    Args:
        visits: that are compared
        chapters: each visit against the one before it
        suggestions: nobody has answered yet
        answers: what became of the others
    """

    visits: int
    chapters: Sequence[Chapter]
    suggestions: Sequence[Suggestion]
    answers: Sequence[FollowedUp]


def results_of(client: Client) -> ClientResults:
    """The story of a client, open suggestions, and what became of those that were answered."""
    visits = worked_of(client)
    answers = list(SuggestionAnswer.objects.filter(client=client).select_related("by"))
    return ClientResults(
        visits=len(visits),
        chapters=story(visits),
        suggestions=[each for each in suggestions(visits) if not is_answered(each, answers)],
        answers=[followed_up(answer, visits) for answer in answers],
    )


def is_answered(suggestion: Suggestion, answers: list[SuggestionAnswer]) -> bool:
    """Whether somebody has answered it on the evidence there is."""
    newest = max(suggestion.visits)
    return any(answer.key == suggestion.key and answer.after_visit >= newest for answer in answers)


def answer_suggestion(
    client: Client, key: Suggested, by: User, *, taken: bool, reason: str
) -> SuggestionAnswer:
    """Take a suggestion, or dismiss it with a reason.

    Raises:
        CraftError: it is not suggested, or dismissed without a reason
    """
    open_now = {each.key: each for each in suggestions(worked_of(client))}
    if key not in open_now:
        raise CraftError("key", sentence("This is not suggested for this client now."))
    if not taken and not reason.strip():
        raise CraftError("reason", sentence("Say why it does not fit: this helps next time."))
    return SuggestionAnswer.objects.create(
        client=client,
        key=key,
        taken=taken,
        reason=reason.strip(),
        after_visit=max(open_now[key].visits),
        by=by,
    )


def followed_up(answer: SuggestionAnswer, visits: list[Worked]) -> FollowedUp:
    """What became of an answer: whether the sign came back in the visits since."""
    since = [each for each in visits if each.at > answer.at]
    again = [each.visit for each in since if has_sign(Suggested(answer.key), each)]
    return FollowedUp(
        key=answer.key,
        taken=answer.taken,
        reason=answer.reason,
        at=answer.at,
        since=len(since),
        again=len(again),
    )


def has_sign(key: Suggested, visit: Worked) -> bool:
    """Whether a visit shows what a suggestion is against; asked of it as if it came twice."""
    return key in {each.key for each in suggestions([visit, visit])}
