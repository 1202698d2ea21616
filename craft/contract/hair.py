"""What is known of a head of hair, as it comes in."""

from typing import Annotated, Any

from pydantic import BeforeValidator, Field, model_validator

from craft.contract.base import Frozen
from craft.errors import CraftError, Missing
from craft.messages import say
from craft.vocabulary import Buildup, Elasticity, Landmark, Level, Pattern, Strand, Zone


def quantity(low: float, high: float, unit: str, **more: Any) -> Any:
    """A number with its physical range and unit."""
    return Field(ge=low, le=high, json_schema_extra={"x-unit": unit}, **more)


def pattern_of(value: object) -> object:
    """Patterns are written 4B or 4b."""
    if isinstance(value, str) and value.lower() in list(Pattern):
        return Pattern(value.lower())
    return value


LengthCm = Annotated[float, quantity(1, 150, "cm")]
DensityPerCm2 = Annotated[float, quantity(20, 450, "hairs/cm²")]
CurlPattern = Annotated[Pattern, BeforeValidator(pattern_of)]


class ZoneHair(Frozen):
    """What differs in one zone."""

    length_cm: LengthCm | None = None
    """Stretched length [cm]."""
    density_per_cm2: DensityPerCm2 | None = None
    """Counted hairs per cm²."""
    pattern: CurlPattern | None = None
    """Curl pattern by eye."""


class Hair(Frozen):
    """A head of hair. What is not given is assumed, and the answer says so."""

    pattern: CurlPattern
    """Curl pattern by eye, 2a to 4c."""
    length_cm: LengthCm
    """Stretched length of most of the hair [cm]."""
    porosity: Level | None = None
    """How fast water enters and leaves; medium is assumed."""
    density: Level | None = None
    """Density class by eye; give this or density_per_cm2."""
    density_per_cm2: DensityPerCm2 | None = None
    """Counted hairs per cm²; wins over the class."""
    strand: Strand | None = None
    """Strand class by feel; medium is assumed."""
    diameter_um: Annotated[float, quantity(20, 150, "µm")] | None = None
    """Measured strand diameter [µm]; wins over the class."""
    relaxed_cm: Annotated[float, quantity(0.3, 150, "cm")] | None = None
    """Length of the same hair left to curl [cm]; else by pattern."""
    head_cm: Annotated[float, quantity(40, 70, "cm")] | None = None
    """Head circumference [cm]; 57 is assumed."""
    buildup: Buildup = Buildup.NONE
    """Residue on hair and scalp."""
    elasticity: Elasticity | None = None
    """What a wet strand does when it is pulled; springy is assumed."""
    landmarks: dict[Landmark, LengthCm] = Field(default_factory=dict)
    """Hanging lengths at which hair of this person reaches a landmark [cm]."""
    zones: dict[Zone, ZoneHair] = Field(default_factory=dict)
    """Zones that differ."""
    days_since_detangle: Annotated[float, quantity(0, 365, "days")] = 7
    """Days since the hair was last detangled."""

    @model_validator(mode="after")
    def consistent(self) -> "Hair":
        """Hold together what single ranges cannot."""
        if self.density is None and self.density_per_cm2 is None:
            raise Missing(
                "density_per_cm2",
                say(
                    "Density is missing: count hairs in a field, gather the hair and measure its "
                    "circumference, or judge it by eye as low, medium or high."
                ),
            )
        if self.relaxed_cm is not None and self.relaxed_cm > self.length_cm:
            raise CraftError(
                "relaxed_cm",
                say(
                    "Relaxed hair cannot be longer than stretched. Give 0.3 to {length_cm:g cm}.",
                    length_cm=self.length_cm,
                ),
            )
        return self
