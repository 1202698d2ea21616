"""Request and answer of `profile`."""

from typing import Annotated

from pydantic import Field, model_validator

from craft.contract.base import Frozen
from craft.contract.hair import LengthCm, measured
from craft.errors import CraftError, Missing
from craft.porosity import outcome
from craft.vocabulary import Level, PorosityTest

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


class ProfileRequest(Frozen):
    """Profile a head from whatever was measured; any part may be left out."""

    porosity_tests: Annotated[list[Reading], Field(max_length=60)] = Field(default_factory=list)
    counts: Annotated[
        list[Annotated[int, Field(ge=0, le=MAX_COUNT)]], Field(max_length=MAX_FIELDS)
    ] = Field(default_factory=list)
    """Hairs counted, field by field."""
    field_cm2: Annotated[float, measured(0.01, 25, "cm²")] | None = None
    """Area of one field."""
    circumference_cm: Annotated[float, measured(1, 30, "cm")] | None = None
    """Girth of the gathered, wet, smoothed hair."""
    diameter_um: Annotated[float, measured(20, 150, "µm")] | None = None
    stretched_cm: LengthCm | None = None
    relaxed_cm: Annotated[float, measured(0.3, 150, "cm")] | None = None

    @model_validator(mode="after")
    def consistent(self) -> "ProfileRequest":
        """Hold together what single ranges cannot."""
        if self.counts and self.field_cm2 is None:
            raise Missing("field_cm2", "Counts need the area of the field. Give 0.01 to 25 cm².")
        both = self.stretched_cm is not None and self.relaxed_cm is not None
        if both and self.relaxed_cm > self.stretched_cm:  # type: ignore[operator]
            raise CraftError(
                "relaxed_cm",
                "Relaxed hair cannot be longer than stretched. "
                f"Give 0.3 to {self.stretched_cm:g} cm.",
            )
        return self


class PorosityOut(Frozen):
    """What the tests together say."""

    low: float
    medium: float
    high: float
    class_: Level = Field(alias="class", serialization_alias="class")
    disagree: list[PorosityTest]
    """Tests that on their own speak for another class."""


class DensityOut(Frozen):
    """Counted density; eight times in ten the true one lies between low and high."""

    value: float
    low: float
    high: float
    class_: Level = Field(alias="class", serialization_alias="class")


class ProfileAnswer(Frozen):
    """What is known; null where nothing was measured."""

    porosity: PorosityOut
    next_test: PorosityTest | None
    """The unused test that would tell most."""
    next_test_how: str
    density_per_cm2: DensityOut | None
    hairs_by_circumference: int | None
    curl_index: float | None
    shrinkage: float | None
    assumed: list[str]
    """What was not measured and had to be assumed."""
