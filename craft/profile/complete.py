"""From what was measured to what the rules work with, saying what had to be assumed."""

from dataclasses import dataclass

from craft.contract.hair import Hair
from craft.head.geometry import REFERENCE_CIRCUMFERENCE_CM
from craft.head.partings import HeadOfHair
from craft.messages import say
from craft.physics import curl, fibre
from craft.vocabulary import Buildup, Elasticity, Landmark, Level, Pattern, Strand, Zone


@dataclass(frozen=True)
class CompleteHair:
    """A head of hair with every value filled.

    Args:
        pattern, porosity, strand, buildup: classes
        density_per_cm2: hairs per cm²
        diameter_um: strand diameter [µm]
        length_cm: stretched length [cm]
        curl_index: stretched over relaxed length
        head_cm: head circumference [cm]
        zone_density, zone_length: zones that differ
        days_since_detangle: days
        elasticity: class
        landmarks: lengths at which this person's hair reaches them [cm]
        assumed: sentences on what was not measured
    """

    pattern: Pattern
    porosity: Level
    strand: Strand
    buildup: Buildup
    density_per_cm2: float
    diameter_um: float
    length_cm: float
    curl_index: float
    head_cm: float
    zone_density: tuple[tuple[Zone, float], ...]
    zone_length: tuple[tuple[Zone, float], ...]
    days_since_detangle: float
    elasticity: Elasticity
    landmarks: tuple[tuple[Landmark, float], ...]
    assumed: tuple[str, ...]

    @property
    def hangs_cm(self) -> float:
        """Length the hair hangs by itself [cm]."""
        return self.length_cm / self.curl_index

    @property
    def on_head(self) -> HeadOfHair:
        """The same, as a parting needs it."""
        return HeadOfHair(
            circumference_cm=self.head_cm,
            density_per_cm2=self.density_per_cm2,
            length_cm=self.length_cm,
            diameter_um=self.diameter_um,
            zone_density=self.zone_density,
            zone_length=self.zone_length,
        )


def strand_diameter(hair: Hair) -> tuple[float, str]:
    """Strand diameter that was not measured [µm], and what it rests on."""
    if hair.strand is not None:
        return fibre.TYPICAL_DIAMETER_UM[hair.strand], say("{strand} by feel", strand=hair.strand)
    if hair.density_per_cm2 is not None:
        return fibre.usual_diameter(hair.density_per_cm2), say(
            "not known: medium for so many hairs"
        )
    return fibre.TYPICAL_DIAMETER_UM[Strand.MEDIUM], say("not known: medium")


def complete(hair: Hair) -> CompleteHair:
    """Fill what was not measured with own values and say so.

    Args:
        hair: as it came in
    """
    assumed: list[str] = []

    diameter = hair.diameter_um
    if diameter is None:
        diameter, basis = strand_diameter(hair)
        assumed.append(say("Strand {basis}: {diameter:.0f} µm.", basis=basis, diameter=diameter))

    density = hair.density_per_cm2
    if density is None:
        assert hair.density is not None  # held by the contract
        density = fibre.density_by_eye(hair.density, diameter)
        of = say(
            "{density} on {strand_class} strands",
            density=hair.density,
            strand_class=fibre.strand_class(diameter),
        )
        assumed.append(
            say("Density by eye: {of} stands for {density:.0f} hairs/cm².", of=of, density=density)
        )
    elif fibre.seldom_together(density, diameter):
        assumed.append(
            say(
                "{density:.0f} hairs/cm² of {diameter:.0f} µm are rarely found together: count or "
                "measure again.",
                density=density,
                diameter=diameter,
            )
        )

    index = curl.TYPICAL_CURL_INDEX[hair.pattern]
    if hair.relaxed_cm is not None:
        index = curl.curl_index(hair.length_cm, hair.relaxed_cm)
    else:
        relaxed = hair.length_cm / index
        assumed.append(
            say(
                "Relaxed length not measured: {relaxed:.0f cm}, usual for {pattern}.",
                relaxed=relaxed,
                pattern=hair.pattern,
            )
        )

    if hair.porosity is None:
        assumed.append(say("Porosity not tested: medium."))
    if hair.head_cm is None:
        assumed.append(
            say(
                "Head circumference not measured: {reference_circumference_cm:g cm}.",
                reference_circumference_cm=REFERENCE_CIRCUMFERENCE_CM,
            )
        )
    zones = sorted(hair.zones.items())
    return CompleteHair(
        pattern=hair.pattern,
        porosity=hair.porosity or Level.MEDIUM,
        strand=fibre.strand_class(diameter),
        buildup=hair.buildup,
        density_per_cm2=density,
        diameter_um=diameter,
        length_cm=hair.length_cm,
        curl_index=index,
        head_cm=hair.head_cm or REFERENCE_CIRCUMFERENCE_CM,
        zone_density=tuple(
            (zone, own.density_per_cm2) for zone, own in zones if own.density_per_cm2 is not None
        ),
        zone_length=tuple(
            (zone, own.length_cm) for zone, own in zones if own.length_cm is not None
        ),
        days_since_detangle=hair.days_since_detangle,
        elasticity=hair.elasticity or Elasticity.SPRINGY,
        landmarks=tuple(hair.landmarks.items()),
        assumed=tuple(assumed),
    )
