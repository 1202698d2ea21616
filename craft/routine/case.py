"""Everything a rule may look at: the request with all gaps filled and the head parted."""

from dataclasses import dataclass

from craft import doses, partings
from craft.contract.plan import PlanRequest, Reason, ShelfItem
from craft.errors import CraftError
from craft.known import KnownHair, known
from craft.partings import Section
from craft.routine.techniques import TECHNIQUES, Technique
from craft.routine.why import HOUSE, TRADE, reason
from craft.vocabulary import Blot, Layering, Level, Role, WashRoutine


@dataclass(frozen=True)
class Case:
    """One head, one wish, one room.

    Args:
        request: as it came in
        hair: with every value filled
        technique: the style as data
        sections: the parted head
        hair_g, surface_m2, scalp_cm2, hairs: sums over the sections
    """

    request: PlanRequest
    hair: KnownHair
    technique: Technique
    sections: tuple[Section, ...]
    hair_g: float
    surface_m2: float
    scalp_cm2: float
    hairs: float

    @property
    def blot(self) -> Blot:
        """How the hair is blotted."""
        return self.request.blot or self.technique.blot

    @property
    def definition(self) -> float:
        return self.request.goal.definition

    @property
    def cleanser(self) -> Role:
        """What washes this head."""
        cowash = self.request.person.routine is WashRoutine.COWASH_ONLY
        return Role.CO_WASH if cowash else Role.SHAMPOO

    @property
    def roles(self) -> tuple[Role, ...]:
        """Every product of the service, in order of use."""
        return (self.cleanser, Role.RINSE_OUT, Role.MASK, *layering(self)[0])

    def film(self, role: Role) -> doses.Film:
        """Film of a product on this hair."""
        return doses.film(role, self.hair.porosity, self.hair.strand, self.definition)


def case_of(request: PlanRequest) -> Case:
    """Fill the gaps of a request and part the head.

    Raises:
        CraftError: the style cannot be made in so many sections
    """
    technique = TECHNIQUES[request.goal.style]
    count = request.goal.sections or technique.sections
    if count > technique.sections_max:
        raise CraftError(
            "goal.sections",
            f"A {technique.title.lower()} takes 1 to {technique.sections_max} sections.",
        )
    if request.dry_min is not None and request.dry == "air":
        raise CraftError("dry_min", "Minutes under a dryer need dry set to hood or diffuser.")
    hair = known(request.hair)
    sections = partings.part(hair.on_head, technique.rows, count)
    sums = partings.totals(sections)
    return Case(
        request=request,
        hair=hair,
        technique=technique,
        sections=sections,
        hair_g=sums["grams"],
        surface_m2=sums["surface_m2"],
        scalp_cm2=sums["scalp_cm2"],
        hairs=sums["hairs"],
    )


def layering(case: Case) -> tuple[tuple[Role, ...], Reason]:
    """Order of the products that stay in, and why.

    House default: high porosity leave-in, cream, oil; low and medium leave-in, oil, cream. The
    hold layer comes last in either.
    """
    asked = case.request.school.layering
    porosity = case.hair.porosity
    if asked is Layering.AUTO:
        school = Layering.LCO if porosity is Level.HIGH else Layering.LOC
        because = {
            Level.HIGH: "Porous hair loses water fast: the oil goes over the cream to seal it.",
            Level.MEDIUM: "The house lays oil under cream on medium porosity.",
            Level.LOW: "Low porosity takes little: light oil first, cream over it, "
            "on warm wet hair.",
        }[porosity]
        why = reason(f"layering_{school.lower()}", because, f"porosity {porosity}", HOUSE)
    else:
        school = asked
        why = reason(
            f"layering_{school.lower()}",
            f"{school} was chosen for this plan; practitioners differ here.",
            f"school.layering {school}",
            TRADE,
        )
    middle = (Role.CREAM, Role.OIL) if school is Layering.LCO else (Role.OIL, Role.CREAM)
    order = (Role.LEAVE_IN, *middle, Role.BUTTER, Role.MOUSSE, Role.CUSTARD, Role.GEL)
    return tuple(role for role in order if role in case.technique.stays_in), why


def bottles(case: Case, role: Role) -> list[ShelfItem]:
    """Bottles of the shelf that are for a role."""
    return [item for item in case.request.shelf if item.role is role]
