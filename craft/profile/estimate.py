"""From whatever was measured on a head to what is known of it, with how sure that is."""

from collections.abc import Sequence

from craft.contract.profile import (
    DensityOut,
    DensityWay,
    ElasticityOut,
    FallenOut,
    GrowthOut,
    NextTest,
    PorosityOut,
    ProfileAnswer,
    ProfileRequest,
    Spot,
    TestOut,
)
from craft.hair import density, growth, porosity, strength
from craft.head.geometry import REFERENCE_CIRCUMFERENCE_CM
from craft.messages import say
from craft.physics import curl, fibre
from craft.vocabulary import Level, Strand, Way, Zone

LOUSSOUARN = say("Loussouarn, Br J Dermatol 2001, two populations, from memory.")
HANDBOOK = say("Standard cosmetology handbooks, from memory.")


def profile_answer(request: ProfileRequest) -> ProfileAnswer:
    """Put together what was measured on a head."""
    assumed: list[str] = []
    diameter = diameter_of(request, assumed)
    readings = [(test.test, test.value) for test in request.porosity_tests]
    belief = porosity.posterior(readings)
    upcoming = next_tests(request, belief)
    ways = density_ways(request, diameter, assumed)
    settled = density.settle(ways) if ways else None
    hairs = None
    if request.circumference_cm is not None:
        hairs = round(fibre.hairs_by_circumference(request.circumference_cm, diameter))
    index = None
    if request.stretched_cm is not None and request.relaxed_cm is not None:
        index = curl.curl_index(request.stretched_cm, request.relaxed_cm)
    return ProfileAnswer(
        porosity=porosity_out(request, belief),
        porosity_tests=tests_out(request, belief),
        next_test=upcoming[0].test if upcoming else None,
        next_test_how=upcoming[0].how if upcoming else "",
        next_tests=upcoming,
        density_per_cm2=counted_out(all_spots(request)),
        density_ways=[
            DensityWay(
                way=way.way,
                value=round(way.per_cm2, 1),
                low=round(way.band[0], 1),
                high=round(way.band[1], 1),
                disagrees=bool(settled and way.way in settled.disagree),
            )
            for way in ways
        ],
        density=density_out(settled.per_cm2, settled.low, settled.high) if settled else None,
        zone_density=zones_out(request.spots),
        hairs_by_circumference=hairs,
        diameter_um=diameter,
        strand=fibre.strand_class(diameter),
        curl_index=None if index is None else round(index, 4),
        shrinkage=None if index is None else round(curl.shrinkage(index), 4),
        shrinkage_by_helix=shrinkage_by_helix(request),
        elasticity=elasticity_out(request),
        fallen=fallen_out(request),
        growth=growth_out(request),
        assumed=assumed,
    )


def diameter_of(request: ProfileRequest, assumed: list[str]) -> float:
    """Strand diameter [µm]: measured, else by feel, else assumed and said so."""
    if request.diameter_um is not None:
        return request.diameter_um
    diameter = fibre.TYPICAL_DIAMETER_UM[request.strand or Strand.MEDIUM]
    if request.circumference_cm is not None:
        basis = (
            say("{strand} by feel", strand=request.strand)
            if request.strand
            else say("not measured")
        )
        assumed.append(say("Strand {basis}: {diameter:g} µm.", basis=basis, diameter=diameter))
    return diameter


def porosity_out(request: ProfileRequest, belief: porosity.Floats) -> PorosityOut:
    """All tests together, and what plans follow."""
    readings = [(test.test, test.value) for test in request.porosity_tests]
    settled = porosity.class_of(belief)
    low, medium, high = (round(float(share), 4) for share in belief)
    return PorosityOut.model_validate(
        {
            "low": low,
            "medium": medium,
            "high": high,
            "class": request.porosity_decided or settled,
            "by_tests": settled,
            "disagree": list(dict.fromkeys(porosity.disagreeing(readings, settled))),
        }
    )


def tests_out(request: ProfileRequest, belief: porosity.Floats) -> list[TestOut]:
    """What each test says on its own."""
    settled = porosity.class_of(belief)
    against = porosity.disagreeing(
        [(test.test, test.value) for test in request.porosity_tests], settled
    )
    return [
        TestOut(
            test=test.test,
            says=porosity.says(test.test, test.value),
            weak=porosity.TABLES[test.test].weak,
            agrees=test.test not in against,
        )
        for test in request.porosity_tests
    ]


def next_tests(request: ProfileRequest, belief: porosity.Floats) -> list[NextTest]:
    """Tests not yet made, the most telling first."""
    done = {test.test for test in request.porosity_tests}
    left = [
        NextTest(
            test=test,
            how=table.how,
            bits=round(porosity.information_gain(test, belief), 4),
            weak=table.weak,
        )
        for test, table in porosity.TABLES.items()
        if test not in done
    ]
    return sorted(left, key=lambda test: -test.bits)


def all_spots(request: ProfileRequest) -> list[Spot]:
    """Counted fields, told either way."""
    alike = [
        Spot(count=count, field_cm2=request.field_cm2)
        for count in request.counts
        if request.field_cm2 is not None
    ]
    return [*alike, *request.spots]


def counted_out(spots: Sequence[Spot]) -> DensityOut | None:
    """Counted density with its Poisson interval."""
    if not spots:
        return None
    hairs, area = sum(spot.count for spot in spots), sum(spot.field_cm2 for spot in spots)
    return density_out(*fibre.counted_density([hairs], area))


def density_out(value: float, low: float, high: float) -> DensityOut:
    """A density with its interval and class."""
    return DensityOut.model_validate(
        {
            "value": round(value, 1),
            "low": round(low, 1),
            "high": round(high, 1),
            "class": fibre.density_class(value),
        }
    )


def zones_out(spots: Sequence[Spot]) -> dict[Zone, DensityOut]:
    """Counted density of each zone that was counted."""
    by_zone = {
        zone: counted_out([spot for spot in spots if spot.zone is zone])
        for zone in Zone
        if any(spot.zone is zone for spot in spots)
    }
    return {zone: value for zone, value in by_zone.items() if value is not None}


def density_ways(
    request: ProfileRequest, diameter_um: float, assumed: list[str]
) -> list[density.Reading]:
    """Every way in which the density was found, with its uncertainty."""
    ways = []
    spots = all_spots(request)
    hairs = sum(spot.count for spot in spots)
    if hairs:
        per_cm2 = hairs / sum(spot.field_cm2 for spot in spots)
        spread = density.counted_spread(hairs, len(spots))
        ways.append(density.Reading(Way.COUNTED, per_cm2, spread))
    if request.circumference_cm is not None:
        head_cm = request.head_cm
        if head_cm is None:
            head_cm = REFERENCE_CIRCUMFERENCE_CM
            assumed.append(say("Head circumference not measured: {head_cm:g cm}.", head_cm=head_cm))
        per_cm2 = density.from_bundle(request.circumference_cm, diameter_um, head_cm)
        ways.append(density.Reading(Way.GATHERED, per_cm2, density.GATHERED_SPREAD))
    if request.density is not None:
        per_cm2 = fibre.density_by_eye(Level(request.density), diameter_um)
        ways.append(density.Reading(Way.BY_EYE, per_cm2, density.BY_EYE_SPREAD))
    return ways


def shrinkage_by_helix(request: ProfileRequest) -> float | None:
    """Shrinkage that a coil of this diameter has at the pitch that is usual for the pattern."""
    if request.curl_mm is None or request.pattern is None:
        return None
    usual = curl.TYPICAL_CURL_INDEX[request.pattern]
    rise = curl.pitch(usual, curl.TYPICAL_CURL_MM[request.pattern])
    return round(curl.helix(100.0, request.curl_mm, rise).shrinkage, 4)


def elasticity_out(request: ProfileRequest) -> ElasticityOut | None:
    """What the wet strand did, if it was pulled."""
    if request.stretch_percent is None:
        return None
    returns = request.stretch_returns is not False
    result = strength.elasticity(request.stretch_percent, returns)
    return ElasticityOut.model_validate(
        {"class": result, "advice": strength.ELASTICITY_ADVICE[result], "source": HANDBOOK}
    )


def fallen_out(request: ProfileRequest) -> FallenOut | None:
    """What came out while detangling, if it was counted."""
    if request.shed_hairs is None or request.broken_hairs is None:
        return None
    days = request.days_since_detangle
    result = strength.fallen(request.shed_hairs, request.broken_hairs, days)
    share, low, high = result.broken_share
    low_shed, high_shed = result.shed_usual
    text = say(
        "{share:.0%} of what came out was broken, not shed; in {days:g} days {low_shed:.0f} to "
        "{high_shed:.0f} hairs are usually shed.",
        share=share,
        days=days,
        low_shed=low_shed,
        high_shed=high_shed,
    )
    if result.more_broken:
        text += say(
            " More breakage than usual: less pull, more slip, and look at heat and protein."
        )
    if result.more_shed:
        text += say(
            " More shed than usual: note it and count again next time; if it continues, refer the "
            "client to a doctor."
        )
    return FallenOut(
        broken_share=round(share, 4),
        broken_low=round(low, 4),
        broken_high=round(high, 4),
        shed_usual_low=low_shed,
        shed_usual_high=high_shed,
        more_shed=result.more_shed,
        more_broken=result.more_broken,
        text=text,
        source=HANDBOOK,
    )


def growth_out(request: ProfileRequest) -> GrowthOut | None:
    """Growth a month against the published range, if lengths of two days are known."""
    result = growth.growth((-length.days_ago, length.length_cm) for length in request.lengths)
    if result is None:
        return None
    low, high = growth.PUBLISHED_CM_PER_MONTH
    return GrowthOut(
        cm_per_month=round(result.cm_per_month, 3),
        low=round(result.low, 3),
        high=round(result.high, 3),
        days=round(result.days, 1),
        lengths=result.lengths,
        published_low=round(low, 3),
        published_high=round(high, 3),
        source=LOUSSOUARN,
    )
