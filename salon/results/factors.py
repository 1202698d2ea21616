"""Learned factors beside the salon's standard, and hands that slow down."""

import math
from collections.abc import Mapping
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.db.models import Avg

from craft.learning.by_section import SLOWING_AFTER, slows_after
from craft.learning.quantities import LEAST_VISITS, MATTERS, differs
from craft.messages import capital, word
from craft.plan.places import place_word
from craft.plan.timetable import SHAPING
from craft.products.names import NAMES
from craft.statistics.shrinkage import LEVEL
from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import LearnedOf, Position, Role, Style
from craft.words import plural
from salon.clients.models import OpenedSet
from salon.learning.models import LearnedFactor, LearnedSample
from salon.learning.services import BY_HANDS, DRYING, estimate_of
from salon.platform.language import sentence
from salon.salon_settings.services import current_salon
from salon.staff.services import name_of

#: Standard deviations within which nine in ten lie.
NINE_IN_TEN_Z = 1.645


def group_name(quantity: LearnedOf, group: str) -> str:
    """A group in words: shaping by its technique, a place by its zone, the rest by its key."""
    if group.startswith(f"{SHAPING} "):
        return TECHNIQUES[Style(group.removeprefix(f"{SHAPING} "))].title
    if quantity is LearnedOf.DEFINITION:
        return TECHNIQUES[Style(group)].title
    first, _, second = group.partition(" ")
    if quantity is LearnedOf.POSITION:
        slower = slows_after(group)
        place = (
            sentence("after section {count}", count=slower[0])
            if slower
            else place_word(Position(first))
        )
        return sentence("{style}: {place}", style=TECHNIQUES[Style(second)].title, place=place)
    if quantity is LearnedOf.ZONE_DOSE:
        return sentence("{style}: {place}", style=NAMES[Role(first)], place=word(second))
    return capital(word(group))


@dataclass(frozen=True)
class LearnedRow:
    """A learned factor beside the value of the salon's standard.

    Args:
        quantity, group: what was learned
        title: the group in words
        hands, username: whose, in words and as a sign-in name; empty: the salon's
        by_hands: it differs from specialist to specialist
        factor, low, high: times the standard; low to high holds nine in ten
        visits: it rests on
        standard: mean of the standard over these visits [min, g or cm]
        now: the same with the factor
        differs: the standard lies outside the range by more than a twentieth
    """

    quantity: str
    group: str
    title: str
    hands: str
    username: str
    by_hands: bool
    factor: float
    low: float
    high: float
    visits: int
    standard: float
    now: float
    differs: bool


def learned_rows() -> list[LearnedRow]:
    """Factors that rest on enough visits, those farthest from the salon's standard first."""
    values = LearnedSample.objects.values("quantity", "group").annotate(standard=Avg("standard"))
    usual = {(row["quantity"], row["group"]): row["standard"] for row in values}
    people = {user.get_username(): name_of(user) for user in User.objects.all()}
    rows = [
        learned_row(row, usual, people)
        for row in LearnedFactor.objects.filter(visits__gte=LEAST_VISITS)
        if slows_after(row.group) is None
    ]
    rows += drying_row()
    return sorted(rows, key=lambda row: (not row.differs, -abs(row.factor - 1)))


def learned_row(
    row: LearnedFactor,
    usual: Mapping[tuple[str, str], float],
    people: Mapping[str, str],
    level: float = LEVEL,
) -> LearnedRow:
    """A learned factor beside the value of the salon's standard.

    Args:
        row: as it is kept
        usual: mean of the standard, by quantity and group
        people: names by sign-in name
        level: of its range, 0 to 1
    """
    estimate, quantity = estimate_of(row), LearnedOf(row.quantity)
    low, high = estimate.interval(level)
    standard = usual.get((row.quantity, row.group), 0.0)
    return LearnedRow(
        quantity=row.quantity,
        group=row.group,
        title=group_name(quantity, row.group),
        hands=people.get(row.hands, row.hands),
        username=row.hands,
        by_hands=quantity in BY_HANDS,
        factor=estimate.factor,
        low=low,
        high=high,
        visits=row.visits,
        standard=standard,
        now=standard * estimate.factor,
        differs=differs(estimate, level),
    )


@dataclass(frozen=True)
class Slowing:
    """Hands that slow down after some sections of one head.

    Args:
        text: in words, with its range
        row: what it rests on
    """

    text: str
    row: LearnedRow


def slowing() -> list[Slowing]:
    """Hands that surely slow down after some sections, each with the count that shows it best.

    Several counts are tried for each, so that the range of each is wider by as much.
    """
    people = {user.get_username(): name_of(user) for user in User.objects.all()}
    level = 1 - (1 - LEVEL) / len(SLOWING_AFTER)
    found: dict[tuple[str, str], list[tuple[int, LearnedRow]]] = {}
    kept = LearnedFactor.objects.filter(quantity=LearnedOf.POSITION, visits__gte=LEAST_VISITS)
    for factor in kept.exclude(hands=""):
        after = slows_after(factor.group)
        if after is None:
            continue
        count, style = after
        row = learned_row(factor, {}, people, level)
        if row.differs and row.factor > 1:
            found.setdefault((factor.hands, style), []).append((count, row))
    best = {key: max(rows, key=lambda each: math.log(each[1].low)) for key, rows in found.items()}
    return [
        Slowing(
            text=sentence(
                "{name} slows down after section {count} ({style}): later sections take "
                "{percent:.0%} longer (9 in 10: {low:.0%} to {high:.0%}), from {visits}.",
                name=row.hands,
                count=count,
                style=TECHNIQUES[Style(style)].title,
                percent=row.factor - 1,
                low=row.low - 1,
                high=row.high - 1,
                visits=plural(row.visits, "visit"),
            ),
            row=row,
        )
        for (_, style), (count, row) in sorted(best.items())
    ]


def drying_row() -> list[LearnedRow]:
    """The salon's factor on drying times, where it rests on enough sets."""
    standard = current_salon()
    used = OpenedSet.objects.filter(used=True)
    if standard.drying_visits < LEAST_VISITS:
        return []
    usual = used.aggregate(mean=Avg("forecast_h"))["mean"] or 0.0
    factor, half = standard.drying_factor, NINE_IN_TEN_Z * standard.drying_unsure
    low, high = factor * math.exp(-half), factor * math.exp(half)
    return [
        LearnedRow(
            quantity=DRYING,
            group="",
            title=sentence("Drying time"),
            hands="",
            username="",
            by_hands=False,
            factor=factor,
            low=low,
            high=high,
            visits=standard.drying_visits,
            standard=usual,
            now=usual * factor,
            differs=not low <= 1 <= high and abs(factor - 1) >= MATTERS,
        )
    ]
