"""From a request to its case: gaps filled, the head parted, layers and bottles chosen."""

from dataclasses import replace

from craft.contract.plan.answer import Reason
from craft.contract.plan.request import PlanRequest
from craft.contract.reasons import STANDARD, TRADE, reason
from craft.errors import CraftError
from craft.head import partings
from craft.head.partings.schemes import FEWEST, FIXED, MAX_SECTIONS, Layout, knows_its_number
from craft.messages import inline, say
from craft.physics import winding
from craft.plan.case import Case
from craft.plan.cleansing import cleansing
from craft.plan.layers import assign_bottles, laid, trim_layers
from craft.plan.night import for_tonight
from craft.products.clashes import facts_of
from craft.products.picking import Shelf, check_by_hand, pick
from craft.profile.complete import complete
from craft.styles.catalogue import TECHNIQUES
from craft.styles.details import check_details, details_of, for_hair, with_details
from craft.styles.technique import Technique, with_parts
from craft.vocabulary.hair import Level
from craft.vocabulary.sets import Scheme, SetKind
from craft.vocabulary.shelf import Role
from craft.vocabulary.work import Layering, PreWash, Start, Washing

#: Coily hair not detangled for so many days gets oil before water. Own value.
PRE_OIL_FROM_DAYS = 10.0


COILY = 4


def by_house(technique: Technique, request: PlanRequest) -> Technique:
    """A technique with the standards of this salon."""
    style, standards = request.goal.style, request.standards
    wash, least_min = technique.wash, standards.mask_min or 0
    return with_parts(
        technique,
        setting={
            "minutes_each": technique.setting.minutes_each * standards.shape_factor.get(style, 1.0)
        },
        wear={"days": standards.wear_days.get(style, technique.wear.days)},
        wash={
            "mask_min": max(wash.mask_min, least_min),
            "mask_max_min": max(wash.mask_max_min, least_min),
        },
    )


#: Coils as wide as those of short hair are made in the technique's number, rods of this width
#: [mm] too; wider ones take up more scalp, so there are fewer. Own values.
COIL_AT_MM, ROD_AT_MM = 6.0, 20.0


FEWEST_COILS = 20
#: Doublings of the usual sections between a wish for all volume and one for all definition. Own
#: value.
WISH_DOUBLINGS = 0.8


def usual_count(technique: Technique, request: PlanRequest, length_cm: float) -> int:
    """Sections where nobody gave a number; coils and rods follow their size.

    Args:
        technique: the style
        request: with the width of coils or rods, where that was wished
        length_cm: stretched length [cm]
    """
    count: float = technique.parting.sections
    if technique.setting.kind is SetKind.COIL and technique.wash.start is Start.WASH:
        width = request.goal.coil_mm or winding.coil_width(length_cm)
        count = max(FEWEST_COILS, count * COIL_AT_MM / width)
    elif technique.parting.scheme is Scheme.BRICKED and request.goal.rod_mm:
        count = count * ROD_AT_MM / request.goal.rod_mm
    # Less definition is met by fewer sections, more by more.
    if technique.wash.kind is Washing.FULL:
        count *= 2 ** (WISH_DOUBLINGS * (request.goal.definition - 0.5))
    if count == technique.parting.sections:
        return technique.parting.sections
    # Left and right alike; in quadrants all four.
    step = 4 if technique.parting.scheme is Scheme.PER_QUADRANT else 2
    return max(step, min(technique.parting.sections_max, step * round(count / step)))


#: Of a side, laid forward, to the side and back, where nothing else is given. Common practice.
DIRECTED_USUAL = (3, 2, 2)


def layout_of(request: PlanRequest, technique: Technique, length_cm: float) -> Layout:
    """How the head is parted: as asked, else as is usual for the style.

    Raises:
        CraftError: the style cannot be made in so many sections, or not in that scheme
    """
    parting, asked = request.parting, request.goal.sections
    scheme = parting.scheme or technique.parting.scheme
    ways = parting
    if scheme is Scheme.DIRECTED:
        if parting.directed:
            asked = parting.directed
        count = asked or usual_directed(technique)
        ways = parting if parting.directed else parting.model_copy(update=a_side(count, technique))
    elif knows_its_number(scheme):
        count = FIXED[scheme]
        if asked not in (None, count):
            raise CraftError(
                "goal.sections",
                say(
                    "{scheme} always makes {count} sections; leave the number out.",
                    scheme=scheme,
                    count=count,
                ),
            )
    else:
        count = asked or usual_count(technique, request, length_cm)
    most = min(MAX_SECTIONS, technique.parting.sections_max)
    fewest = max(4 if scheme is Scheme.PER_QUADRANT else 1, FEWEST.get(scheme, 1))
    if not fewest <= count <= max(most, FIXED.get(scheme, 0)):
        raise CraftError(
            "goal.sections",
            say(
                "A {title} takes {fewest} to {most} sections.",
                title=inline(technique.title),
                fewest=fewest,
                most=most,
            ),
        )
    if scheme is Scheme.PER_QUADRANT and count % 4:
        raise CraftError(
            "goal.sections",
            say(
                "Every quadrant has the same number: give 4, 8, 12 and so on, not {count}.",
                count=count,
            ),
        )
    return ways.layout(scheme, count)


def usual_directed(technique: Technique) -> int:
    """Sections of a directed parting where no number is given."""
    if any(technique.parting.directed):
        return technique.parting.sections
    return min(2 * sum(DIRECTED_USUAL), technique.parting.sections_max)


def a_side(count: int, technique: Technique) -> dict[str, int]:
    """Sections of a side laid forward, to the side and back, in the usual proportion."""
    usual = technique.parting.directed if any(technique.parting.directed) else DIRECTED_USUAL
    each = count // 2
    forward = round(each * usual[0] / sum(usual))
    sideways = round(each * usual[1] / sum(usual))
    return {"forward": forward, "sideways": sideways, "back": each - forward - sideways}


def case_of(request: PlanRequest) -> Case:
    """Fill the gaps of a request and part the head.

    Raises:
        CraftError: the style cannot be made in so many sections, or a bottle chosen by hand is
            not on the shelf
    """
    check_by_hand(request)
    check_details(request)
    hair = complete(request.hair)
    plain = by_house(TECHNIQUES[request.goal.style], request)
    plain = for_tonight(for_hair(plain, request, hair.porosity), request, hair)
    manners = details_of(plain, request)
    technique = with_details(plain, manners)
    if request.dry_min is not None and request.dry == "air":
        raise CraftError(
            "dry_min", say("Choose a hood or a diffuser before you give minutes under a dryer.")
        )
    layout = layout_of(request, technique, hair.length_cm)
    sectioning = partings.part(hair.on_head, layout, "parting.")
    sums = partings.totals(sectioning.sections)
    case = Case(
        request=request,
        hair=hair,
        technique=technique,
        plain=plain,
        details=manners,
        layout=layout,
        sectioning=sectioning,
        hair_g=sums["grams"],
        surface_m2=sums["surface_m2"],
        scalp_cm2=sums["scalp_cm2"],
        hairs=sums["hairs"],
        shelf=Shelf(
            request.shelf,
            facts_of(request, hair),
            stay_in_roles(request, technique),
            request.flakers,
        ),
    )
    case = replace(case, pre_oil=case.washes and pre_wash(case)[0], cleansers=cleansing(case))
    case = replace(case, layers=laid(case, layering(case)[0]))
    grams = {role: case.dose_g(role) for role in case.roles}
    case = replace(case, taken=pick(case.shelf, case.roles, grams, request.bottles))
    # Now that the bottles are known, their labels tell how much of them stays.
    return replace(case, layers=trim_layers(assign_bottles(case, case.layers)))


def stay_in_roles(request: PlanRequest, technique: Technique) -> frozenset[Role]:
    """Roles that stay in the hair in this service."""
    asked = request.layers
    if asked is not None:
        return frozenset({layer.role for layer in asked} | {Role.MIST})
    return frozenset(technique.stays_in) | layered_on_request(request, technique)


def layered_on_request(request: PlanRequest, technique: Technique) -> frozenset[Role]:
    """What an order that was asked for adds to a style that lays other products."""
    if request.school.layering is Layering.AUTO or technique.wash.start is not Start.WASH:
        return frozenset()
    return frozenset({Role.LEAVE_IN, Role.CREAM, Role.OIL})


def pre_wash(case: Case) -> tuple[bool, Reason]:
    """Oil before water, and why.

    Default, no source: coily hair that was worn long, and whatever comes out of a protective style.
    """
    asked = case.request.school.pre_wash
    if asked is not PreWash.AUTO:
        return asked is PreWash.OIL, reason(
            f"pre_wash_{asked}",
            say("Chosen for this plan."),
            say("school.pre_wash {asked}", asked=asked),
            TRADE,
        )
    worn = case.request.now.worn_days or 0
    days = max(case.detangled_days, worn)
    long_wear = days >= PRE_OIL_FROM_DAYS and case.hair.pattern.family == COILY
    reset = case.technique.wash.kind is Washing.RESET
    because = (
        say(
            "Oil in the lengths before water gives slip to hair that was worn long, and keeps it "
            "from swelling."
        )
        if long_wear or reset
        else say("It was detangled recently: the conditioner gives enough slip.")
    )
    return long_wear or reset, reason(
        "pre_wash_oil",
        because,
        say("{days:g} days, {pattern}", days=days, pattern=case.hair.pattern),
        TRADE,
    )


def layering(case: Case) -> tuple[tuple[Role, ...], Reason]:
    """Order of the products that stay in, and why.

    Default, no source: high porosity leave-in, cream, oil; low and medium leave-in, oil, cream. The
    hold layer comes last in either.
    """
    asked = case.request.school.layering
    porosity = case.hair.porosity
    if asked is Layering.AUTO:
        school = Layering.LCO if porosity is Level.HIGH else Layering.LOC
        because = {
            Level.HIGH: say(
                "Porous hair loses water fast: the oil goes over the cream to seal it."
            ),
            Level.MEDIUM: say("Medium porosity: oil under cream is the salon's standard."),
            Level.LOW: say(
                "Low porosity takes little: light oil first, cream over it, on warm wet hair."
            ),
        }[porosity]
        why = reason(
            f"layering_{school.lower()}",
            because,
            say("porosity {porosity}", porosity=porosity),
            STANDARD,
        )
    else:
        school = asked
        why = reason(
            f"layering_{school.lower()}",
            say("{school} was chosen for this plan; practitioners differ here.", school=school),
            say("school.layering {school}", school=school),
            TRADE,
        )
    middle = (Role.CREAM, Role.OIL) if school is Layering.LCO else (Role.OIL, Role.CREAM)
    order = (
        Role.MIST,
        Role.SCALP_OIL,
        Role.LEAVE_IN,
        *middle,
        Role.BUTTER,
        Role.MOUSSE,
        Role.CUSTARD,
        Role.GEL,
    )
    stays = set(case.technique.stays_in) | layered_on_request(case.request, case.technique)
    return tuple(role for role in order if role in stays), why
