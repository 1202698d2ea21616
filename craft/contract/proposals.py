"""Requests and answers of `propose`, `compare` and `chain`."""

from craft.contract.base import Frozen, Patch
from craft.contract.plan import Caution, PlanAnswer, PlanRequest, Step
from craft.contract.sentence import Sentence
from craft.vocabulary import Style


class Measures(Frozen):
    """A routine in the numbers that pull apart."""

    definition: float
    """On day one, 0 to 1."""
    volume: float
    """What definition leaves to it, 0 to 1."""
    length_cm: float
    hands_on_min: float
    today_min: float
    """In the salon today."""
    release_after_h: float
    odds_dry: float
    product_g: float
    product_cost: float = 0
    """Of bottles that have a price, in the money of the salon."""
    wear_days: int


class Proposal(Frozen):
    """One routine of the front."""

    key: str
    title: Sentence
    """What it is best at."""
    change: Patch
    """To be merged into the request."""
    measures: Measures
    fits: bool
    """Keeps every limit of the request."""
    gives_up: list[Sentence]
    """What the other proposals do better, in words."""
    plan: PlanAnswer


class Relax(Frozen):
    """A wish to give way on, and by how much."""

    wish: str
    by: float
    unit: str
    text: Sentence
    change: Patch


class RestyleAnswer(Frozen):
    """What of a wish goes with another style."""

    change: Patch
    """To be merged into the request."""
    dropped: list[Sentence]
    """What it drops, in words."""


class ProposeAnswer(Frozen):
    """Up to three different routines, and what to relax if none fits."""

    proposals: list[Proposal]
    relax: list[Relax]
    tried: int


class CompareRequest(Frozen):
    """Two routines to lay side by side."""

    first: PlanRequest
    second: PlanRequest


class CompareRow(Frozen):
    """A step of either, beside the same step of the other."""

    key: str
    first: Step | None
    second: Step | None
    minutes: float
    """Hands-on and waiting, second less first."""
    differs: list[Sentence]
    """What is different, in words."""


class CompareAnswer(Frozen):
    """Two routines side by side."""

    rows: list[CompareRow]
    first: Measures
    second: Measures
    summary: list[Sentence]
    """What the second gives up and gains, in words."""


class Link(Frozen):
    """One look of a chain over days."""

    day: int
    style: Style
    title: Sentence
    steps: list[Step]
    hands_on_min: float
    client_min: float
    product_g: dict[str, float]
    cautions: list[Caution]


class ChainAnswer(Frozen):
    """Looks over the days of one set, from release to the next wash."""

    links: list[Link]
    hands_on_min: float
    wash_by_day: int
