"""Request and answer of `profile`."""

from typing import Annotated

from pydantic import Field, model_validator

from craft.contract.base import Frozen
from craft.contract.hair import CurlPattern, LengthCm, quantity
from craft.contract.sentence import Sentence
from craft.errors import CraftError, Missing
from craft.hair.porosity import outcome
from craft.messages import say
from craft.vocabulary import Elasticity, Level, PorosityTest, Strand, Way, Zone

MAX_FIELDS, MAX_COUNT = 50, 5000


class Reading(Frozen):
    """One porosity test."""

    test: PorosityTest
    value: float | Annotated[str, Field(max_length=20)]
    """Seconds, a ratio, or the name of an outcome."""

    @model_validator(mode="after")
    def possible(self) -> "Reading":
        """The test can give this reading."""
        outcome(self.test, self.value)
        return self


class Spot(Frozen):
    """Hairs counted in one field."""

    zone: Zone | None = None
    count: Annotated[int, Field(ge=0, le=MAX_COUNT)]
    field_cm2: Annotated[float, quantity(0.01, 25, "cm²")]


class LengthOn(Frozen):
    """A stretched length and how long ago it was measured."""

    days_ago: Annotated[float, quantity(0, 36500, "days")]
    length_cm: LengthCm


class ProfileRequest(Frozen):
    """Profile a head from whatever was measured; any part may be left out."""

    porosity_tests: Annotated[list[Reading], Field(max_length=60)] = Field(default_factory=list)
    counts: Annotated[
        list[Annotated[int, Field(ge=0, le=MAX_COUNT)]], Field(max_length=MAX_FIELDS)
    ] = Field(default_factory=list)
    """Hairs counted, field by field."""
    field_cm2: Annotated[float, quantity(0.01, 25, "cm²")] | None = None
    """Area of one field."""
    circumference_cm: Annotated[float, quantity(1, 30, "cm")] | None = None
    """Girth of the gathered, wet, smoothed hair."""
    diameter_um: Annotated[float, quantity(20, 150, "µm")] | None = None
    stretched_cm: LengthCm | None = None
    relaxed_cm: Annotated[float, quantity(0.3, 150, "cm")] | None = None
    porosity_decided: Level | None = None
    """The specialist's decision over the tests; both are kept."""
    spots: Annotated[list[Spot], Field(max_length=MAX_FIELDS)] = Field(default_factory=list)
    """Fields counted at spots of the head, each with its own area."""
    density: Level | None = None
    """Density by eye."""
    strand: Strand | None = None
    """Strand by feel."""
    head_cm: Annotated[float, quantity(40, 70, "cm")] | None = None
    pattern: CurlPattern | None = None
    curl_mm: Annotated[float, quantity(1, 80, "mm")] | None = None
    """Diameter of one coil."""
    stretch_percent: Annotated[float, quantity(0, 150, "%")] | None = None
    """How much longer a wet strand became before it gave."""
    stretch_returns: bool | None = None
    shed_hairs: Annotated[int, Field(ge=0, le=MAX_COUNT)] | None = None
    broken_hairs: Annotated[int, Field(ge=0, le=MAX_COUNT)] | None = None
    days_since_detangle: Annotated[float, quantity(0, 365, "days")] = 7
    lengths: Annotated[list[LengthOn], Field(max_length=500)] = Field(default_factory=list)
    """Stretched lengths of former days."""

    @model_validator(mode="after")
    def consistent(self) -> "ProfileRequest":
        """Hold together what single ranges cannot."""
        if self.counts and self.field_cm2 is None:
            raise Missing(
                "field_cm2", say("Counts need the area of the field. Give 0.01 to 25 cm².")
            )
        longest, relaxed = self.stretched_cm, self.relaxed_cm
        if longest is not None and relaxed is not None and relaxed > longest:
            raise CraftError(
                "relaxed_cm",
                say(
                    "Relaxed hair cannot be longer than stretched. Give 0.3 to "
                    "{stretched_cm:g cm}.",
                    stretched_cm=longest,
                ),
            )
        return self


class PorosityOut(Frozen):
    """What the tests together say."""

    low: float
    medium: float
    high: float
    class_: Level = Field(alias="class", serialization_alias="class")
    """What plans follow: the specialist's decision, else the tests."""
    by_tests: Level
    disagree: list[PorosityTest]
    """Tests that on their own speak for another class."""


class TestOut(Frozen):
    """What one porosity test says."""

    test: PorosityTest
    says: Level
    weak: bool
    """Known to tell little."""
    agrees: bool


class NextTest(Frozen):
    """A test not yet made."""

    test: PorosityTest
    how: Sentence
    bits: float
    """Expected information, of at most 1.58 bits that are to be known."""
    weak: bool


class DensityOut(Frozen):
    """Counted density; eight times in ten the true one lies between low and high."""

    value: float
    low: float
    high: float
    class_: Level = Field(alias="class", serialization_alias="class")


class DensityWay(Frozen):
    """Density by one way of finding it; eight times in ten it lies between low and high."""

    way: Way
    value: float
    low: float
    high: float
    disagrees: bool
    """All the other ways together speak against it."""


class ElasticityOut(Frozen):
    """What a wet strand does when it is pulled."""

    class_: Elasticity = Field(alias="class", serialization_alias="class")
    advice: Sentence
    source: Sentence


class FallenOut(Frozen):
    """What came out while detangling, against what is usual."""

    broken_share: float
    broken_low: float
    broken_high: float
    shed_usual_low: float
    shed_usual_high: float
    more_shed: bool
    more_broken: bool
    text: Sentence
    source: Sentence


class GrowthOut(Frozen):
    """Growth since the last cut; eight times in ten it lies between low and high."""

    cm_per_month: float
    low: float
    high: float
    days: float
    lengths: int
    published_low: float
    published_high: float
    source: Sentence


class ProfileAnswer(Frozen):
    """What is known; null where nothing was measured."""

    porosity: PorosityOut
    porosity_tests: list[TestOut]
    next_test: PorosityTest | None
    """The unused test that would tell most."""
    next_test_how: Sentence
    next_tests: list[NextTest]
    """All unused tests, the most telling first."""
    density_per_cm2: DensityOut | None
    """Counted."""
    density_ways: list[DensityWay]
    density: DensityOut | None
    """All ways put together."""
    zone_density: dict[Zone, DensityOut]
    """Zones that were counted."""
    hairs_by_circumference: int | None
    diameter_um: float
    """Measured, else what the class by feel stands for."""
    strand: Strand
    curl_index: float | None
    shrinkage: float | None
    shrinkage_by_helix: float | None
    """What the diameter of the coil and the usual pitch of the pattern would give."""
    elasticity: ElasticityOut | None
    fallen: FallenOut | None
    growth: GrowthOut | None
    assumed: list[Sentence]
    """What was not measured and had to be assumed."""
