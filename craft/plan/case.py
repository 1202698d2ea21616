"""The case: one client, one wish, one room. Data only; ``assemble`` makes it."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from craft.contract.plan import PlanRequest, Reason, ShelfItem, Step
from craft.head.partings import (
    Layout,
    Section,
    Sectioning,
)
from craft.messages import say
from craft.products import doses
from craft.products.layer import Laid
from craft.products.picking import Shelf
from craft.profile.complete import CompleteHair
from craft.styles.technique import Technique
from craft.vocabulary import (
    Arrival,
    Blot,
    Detail,
    Dryer,
    Manner,
    Passed,
    Role,
    StageKind,
    Start,
)


@dataclass(frozen=True)
class CleanserPass:
    """A cleanser of the wash and how often it is applied.

    Args:
        role: which
        times: passes in a row
        why: it is this one
    """

    role: Role
    times: int
    why: Reason


@dataclass(frozen=True)
class Case:
    """Everything a rule of planning may look at.

    Args:
        request: as it came in
        hair: with every value filled
        technique: the style as data, as its details have it
        plain: the style by the standard, before details
        details: how each detail is done that the service leaves open
        layout: how the head is parted
        sectioning: the parted head
        hair_g, surface_m2, scalp_cm2, hairs: sums over the sections
        shelf: the bottles that may be taken, and what they are judged by
        pre_oil: whether oil goes into the lengths before water
        cleansers: of the wash, in order
        taken: the bottle of every role
        layers: what stays in, in order
        early: the steps until the last section is shaped, which do not depend on drying
        shaped_min: when they are done, from the beginning of the service [min]
    """

    request: PlanRequest
    hair: CompleteHair
    technique: Technique
    plain: Technique
    details: Mapping[Detail, Manner]
    layout: Layout
    sectioning: Sectioning
    hair_g: float
    surface_m2: float
    scalp_cm2: float
    hairs: float
    shelf: Shelf
    pre_oil: bool = False
    cleansers: tuple[CleanserPass, ...] = ()
    taken: Mapping[Role, ShelfItem | None] = field(default_factory=dict)
    layers: tuple[Laid, ...] = ()
    early: tuple[Step, ...] = ()
    shaped_min: float = 0.0

    @property
    def sections(self) -> tuple[Section, ...]:
        """The sections in working order."""
        return self.sectioning.sections

    @property
    def dry(self) -> Dryer:
        """How it is dried: the first dryer of stages chosen by hand, else as wished."""
        stages = self.request.stages
        if not stages:
            return self.request.dry
        warm = (
            stage.kind for stage in stages if stage.kind in (StageKind.HOOD, StageKind.DIFFUSER)
        )
        return Dryer(next(warm, StageKind.AIR))

    @property
    def blot(self) -> Blot:
        """How the hair is blotted."""
        return self.request.blot or self.technique.wash.blot

    @property
    def definition(self) -> float:
        return self.request.goal.definition

    @property
    def dries(self) -> bool:
        """Whether the set dries after it was shaped: all but what works on a worn style."""
        return self.technique.wash.start is Start.WASH

    @property
    def arrival(self) -> Arrival:
        """How the hair comes in."""
        return self.request.now.state if self.dries else Arrival.UNWASHED

    @property
    def washes(self) -> bool:
        """Whether the head is washed here today."""
        return self.dries and self.arrival is Arrival.UNWASHED

    @property
    def conditions(self) -> bool:
        """Whether the conditioner is still to come: here, or where it was washed without one."""
        washed = self.arrival in (Arrival.WASHED_WET, Arrival.WASHED_DRY)
        return self.washes or (washed and Passed.CONDITIONED not in self.request.now.passed)

    @property
    def soaks(self) -> bool:
        """Whether the hair is wet through when it is shaped."""
        return self.dries and self.arrival not in (Arrival.MISTED, Arrival.STRETCHED)

    @property
    def detangled_days(self) -> float:
        """Time since it was detangled [days]."""
        hours = self.request.now.detangled_h
        return self.hair.days_since_detangle if hours is None else hours / 24

    @property
    def roles(self) -> tuple[Role, ...]:
        """Every product of the service, in order of use."""
        oil = (Role.PRE_OIL,) if self.pre_oil else ()
        cleansers = tuple(each.role for each in self.cleansers)
        slip = (Role.RINSE_OUT,) if self.conditions else ()
        mask = (Role.MASK,) if self.washes else ()
        mist = (Role.MIST,) if self.mists else ()
        stays = [each.role for each in self.layers]
        return tuple(dict.fromkeys([*oil, *cleansers, *slip, *mask, *mist, *stays]))

    @property
    def mists(self) -> bool:
        """Whether a mist goes on before anything else."""
        return Role.MIST in self.technique.stays_in or self.arrival is Arrival.MISTED

    def dose_g(self, role: Role) -> float:
        """Everything of a product that stays in; else its usual dose [g]."""
        laid_in = [each.grams for each in self.layers if each.role is role]
        return sum(laid_in) if laid_in else self.grams(role)

    def grams(self, role: Role, passes: int = 1) -> float:
        """Dose of a product on this head [g]."""
        if role in doses.SCALP_G_PER_CM2:
            return doses.scalp_dose(role, self.scalp_cm2 * self.technique.scalp_share, passes)
        return doses.fibre_dose(self.film(role).g_per_m2, self.surface_m2)

    def film(self, role: Role) -> doses.Film:
        """Film of a product on this hair."""
        amount = doses.film(role, self.hair.porosity, self.hair.strand, self.definition)
        factors: list[tuple[str, float]] = []
        factor = self.request.standards.film_factor.get(role)
        if factor is not None:
            factors.append((say("salon standard"), factor))
        learned = self.request.learned_doses.get(role)
        if learned is not None and learned.visits:
            factors.append((learned.basis, round(learned.factor, 2)))
        return replace(amount, factors=(*amount.factors, *factors)) if factors else amount
