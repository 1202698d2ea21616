"""Request and answer of `partings`."""

from typing import Annotated, Self

from pydantic import Field, model_validator

from craft.contract.base import Frozen
from craft.contract.hair import Hair, quantity
from craft.contract.sentence import Sentence
from craft.errors import CraftError
from craft.head.partings import MAX_SECTIONS, PART_MOST_CM, Change, Layout
from craft.messages import say
from craft.vocabulary import Even, Lay, LineKind, PartOp, Role, Scheme, WorkOrder, Zone

SectionKey = Annotated[str, Field(min_length=1, max_length=400, pattern=r"^[0-9./+]+$")]
ASide = Annotated[int, Field(ge=0, le=12)]
RodMm = Annotated[float, quantity(4, 60, "mm")]


class PartChange(Frozen):
    """A change of the parting by hand. Keys come from the answer to the same parting."""

    op: PartOp
    key: SectionKey
    """Of the line for move, else of the section."""
    at: Annotated[float, quantity(-90, 90, "cm or °")] | None = None
    """For move: where the line is put, as the answer tells it."""
    other: SectionKey | None = None
    """For merge: the neighbour."""
    run: LineKind | None = None
    """For split: along or across; null cuts the longer side."""
    lay: Lay | None = None
    """For lay: where its hair is laid."""
    number: Annotated[int, Field(ge=1, le=MAX_SECTIONS)] | None = None
    """For number: its place in the working order."""
    alike: bool = False
    """For move, split and lay: the same on the other side."""

    @model_validator(mode="after")
    def check_needs(self) -> Self:
        """Every change says what it changes to."""
        needed = {
            PartOp.MOVE: ("at", self.at, say("where the line is put")),
            PartOp.MERGE: ("other", self.other, say("which neighbour it is merged with")),
            PartOp.LAY: ("lay", self.lay, say("where its hair is laid")),
            PartOp.NUMBER: ("number", self.number, say("its place in the working order")),
        }.get(self.op)
        if needed and needed[1] is None:
            raise CraftError(
                needed[0], say("{op} needs this: say {needed}.", op=self.op, needed=needed[2])
            )
        if self.run not in (None, LineKind.ALONG, LineKind.ACROSS):
            raise CraftError("run", say("A section is split along or across."))
        return self


class PartingWays(Frozen):
    """What can be chosen of a parting whatever its scheme."""

    even: Even = Even.HAIR
    """Make hair or spacing equal."""
    part_cm: Annotated[float, quantity(-PART_MOST_CM, PART_MOST_CM, "cm")] = 0
    """Where the middle parting runs: 0 the middle, to the client's right above 0."""
    order: WorkOrder = WorkOrder.USUAL
    """Which section is worked first."""
    forward: ASide | None = None
    """For directed: sections laid forward, on each side."""
    sideways: ASide | None = None
    """For directed: sections laid to the side, on each side."""
    back: ASide | None = None
    """For directed: sections laid back, on each side."""
    sizes_mm: Annotated[list[RodMm], Field(max_length=3)] = Field(default_factory=list)
    """For bricked: up to three rod sizes, from the nape to the top."""
    changes: Annotated[list[PartChange], Field(max_length=200)] = Field(default_factory=list)
    """By hand, in order."""

    def layout(self, scheme: Scheme, total: int) -> Layout:
        """The same, as the core parts a head by it."""
        largest = max(self.sizes_mm, default=1.0)
        return Layout(
            scheme=scheme,
            total=total,
            even=self.even,
            forward=self.forward or 0,
            sideways=self.sideways or 0,
            back=self.back or 0,
            part_cm=self.part_cm,
            order=self.order,
            sizes=tuple(size / largest for size in self.sizes_mm) or (1.0,),
            changes=tuple(Change(**change.model_dump()) for change in self.changes),
        )

    @property
    def directed(self) -> int:
        """Sections of a directed parting on both sides."""
        return 2 * ((self.forward or 0) + (self.sideways or 0) + (self.back or 0))


class Parting(PartingWays):
    """How a head is parted; what is not given is usual for the style."""

    scheme: Scheme | None = None


class PartingsRequest(PartingWays):
    """Part a head."""

    hair: Hair
    scheme: Scheme
    """How the head is parted."""
    count: Annotated[int, Field(ge=1, le=MAX_SECTIONS)] | None = None
    """Sections in each quadrant for `per_quadrant`, else all sections; `halves`, `quadrants`,
    `five`, `six` and `directed` know their own."""


class SectionOut(Frozen):
    """One section, on the equal-area map with the face up; coordinates in cm."""

    number: int
    """Place in the working order."""
    zone: Zone
    """Zone most of its hair grows in."""
    area_cm2: float
    hairs: float
    grams: float
    """Dry mass of its hair."""
    length_cm: float
    """Mean stretched length."""
    lay: str
    """Where the hair is laid."""
    rod_mm: float | None = None
    outline: list[tuple[float, float]]
    centre: tuple[float, float]
    minutes: float | None = None
    """Hands-on minutes of shaping it."""
    doses: dict[Role, float] = Field(default_factory=dict)
    """Grams of each product that stays in."""
    h_to_dry: float | None = None
    """Hours until it is dry."""
    key: str = ""
    """Its place in the parting, for changes by hand."""
    turns: float | None = None
    """Turns round its rod, of its coil or of its twist."""
    wound_mm: float | None = None
    """Hair on its rod: how thick it lies [mm]."""
    curl_mm: float | None = None
    """Across the curl it leaves [mm]."""
    sits_cm: float | None = None
    """Length it sits at on day one."""
    bundle: int | None = None
    """Sections banded together have the same number."""


class LineOut(Frozen):
    """A parting line."""

    key: str
    kind: LineKind
    at: float
    """Distance from the middle or the vertex [cm], half the angle of a V [°]."""
    low: float
    high: float
    """How far it can be moved."""
    moved: bool
    """Whether a hand put it there; as far as there is room for it."""
    paths: list[list[tuple[float, float]]]
    doubles: bool
    """Whether it will be seen as a parting once the set is open."""
    mirror: str | None
    """Key of its mirror image."""


class ViewsOut(Frozen):
    """What of one section is seen from the back and the sides; the vertex lies at (0, radius)."""

    number: int
    back: list[list[tuple[float, float]]]
    left: list[list[tuple[float, float]]]
    right: list[list[tuple[float, float]]]


class PartingsAnswer(Frozen):
    """The parted head."""

    sections: list[SectionOut]
    scalp_cm2: float
    hairs: float
    hairline: list[tuple[float, float]]
    assumed: list[Sentence]
    """What was not measured and had to be assumed."""
    lines: list[LineOut]
    bundles: list[list[int]]
    """Sections that would be banded together."""
    views: list[ViewsOut]
    radius_cm: float
    """Of the head taken as a sphere."""
