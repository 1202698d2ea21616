"""What has to come before what, and what cannot do without what.

A composed routine keeps all of it; after changes by hand it is checked again, and what is broken is
told with its reason. Common practice, no source, throughout.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from craft.contract.plan import Caution, Step
from craft.routine.case import Case
from craft.routine.why import TRADE
from craft.vocabulary import Role, Severity


@dataclass(frozen=True)
class Before:
    """A step that comes before another, where both are there.

    Args:
        first, then: keys of steps
        key: of the caution
        text: what goes wrong otherwise
    """

    first: str
    then: str
    key: str
    text: str


@dataclass(frozen=True)
class Needs:
    """A step that cannot do without another.

    Args:
        step: its key
        one_of: keys of which one has to be there
        key: of the caution
        text: what goes wrong otherwise
        worn: holds also where nothing is washed
    """

    step: str
    one_of: tuple[str, ...]
    key: str
    text: str
    worn: bool = False


BANDS_DRIPPING = "Bands on dripping hair leave dents and never dry underneath: until damp first."

ORDER: tuple[Before, ...] = (
    Before(
        "take_down_old",
        "cleanse",
        "washed_in_style",
        "The old style comes out before water: what is washed in place felts.",
    ),
    Before("take_down_old", "pre_wash", "washed_in_style", "Oil goes into opened hair."),
    Before("pre_wash", "cleanse", "oil_after_wash", "Oil before water, or it stays in the hair."),
    Before(
        "condition",
        "detangle",
        "dry_detangling",
        "Detangling comes after the conditioner: without slip hair breaks.",
    ),
    Before("clarify", "cleanse", "clarify_last", "Clarify first, moisturise second."),
    Before("cleanse", "mask", "wash_after_mask", "Shampoo after the mask washes it out again."),
    Before(
        "mask",
        "rinse",
        "mask_not_rinsed",
        "The mask is left in though its label says rinse: curls will not clump.",
    ),
    Before("rinse", "lay_in", "rinsed_styler", "Rinsing after the styler takes it out again."),
    Before("part", "shape", "unparted", "Sections are parted before they are shaped."),
    Before(
        "lay_in",
        "shape",
        "styler_after_shaping",
        "Products go in before shaping; afterwards they lie on the outside only.",
    ),
    Before(
        "damp",
        "shape",
        "bands_dripping",
        BANDS_DRIPPING,
    ),
    Before("shape", "dry", "dried_before_shaping", "The set is shaped before it is dried."),
    Before("dry", "release", "released_damp", "Released before it is dry: it will frizz."),
    Before("shape", "release", "released_damp", "There is nothing to release yet."),
    Before("release", "finish", "finished_in_set", "Finishing comes after the release."),
    Before("finish", "send_home", "sent_home_early", "The client goes home finished."),
)

NEEDS: tuple[Needs, ...] = (
    Needs(
        "mask",
        ("rinse",),
        "mask_not_rinsed",
        "The mask is left in though its label says rinse: curls will not clump.",
    ),
    Needs(
        "detangle",
        ("condition", "pre_wash"),
        "dry_detangling",
        "Hair is never detangled without slip: keep the conditioner, or oil first.",
    ),
    Needs(
        "detangle_dry_oil",
        ("pre_wash",),
        "dry_detangling",
        "Before water hair is detangled in oil only.",
    ),
    Needs("shape", ("lay_in",), "nothing_laid_in", "Nothing is in the hair to hold it.", True),
    Needs(
        "dry",
        ("lay_in",),
        "heat_unprotected",
        "Heat on bare hair: a leave-in or a heat protectant goes in first, as its label says.",
    ),
)

#: Products of one step, inner ones first; a hold layer seals what comes after it out.
INNER_FIRST = (Role.LEAVE_IN, Role.CREAM, Role.BUTTER, Role.OIL)
HOLD = (Role.GEL, Role.CUSTARD, Role.MOUSSE)
DETANGLE_AFTER_DAYS = 3.0


def violations(case: Case, steps: Sequence[Step]) -> Iterator[tuple[str, str, str]]:
    """What is broken: key, text, and the steps concerned."""
    keys = [one.key for one in steps]
    for rule in ORDER:
        both = rule.first in keys and rule.then in keys
        if both and keys.index(rule.first) > keys.index(rule.then):
            yield rule.key, rule.text, f"{rule.then} before {rule.first}"
    for need in NEEDS:
        applies = need.step in keys and (case.washes or need.worn)
        if applies and not set(need.one_of) & set(keys):
            yield need.key, need.text, f"{need.step} without {' or '.join(need.one_of)}"
    if case.technique.damp_first and "shape" in keys and "damp" not in keys:
        yield "bands_dripping", BANDS_DRIPPING, "shape without damp"
    days = case.hair.days_since_detangle
    detangled = {"detangle", "detangle_dry_oil"} & set(keys)
    if case.washes and "shape" in keys and not detangled and days > DETANGLE_AFTER_DAYS:
        told = f"Not detangled for {days:g} days: sections will not part, and knots are set in."
        yield "not_detangled", told, "no detangling"
    for one in steps:
        yield from products_out_of_order(one)


def products_out_of_order(one: Step) -> Iterator[tuple[str, str, str]]:
    """A hold layer under what should lie beneath it."""
    roles = [product.role for product in one.products]
    for hold in (role for role in roles if role in HOLD):
        later = [role for role in roles[roles.index(hold) + 1 :] if role in INNER_FIRST]
        if later:
            names = ", ".join(later).replace("_", "-")
            yield (
                "gel_before_leave_in",
                f"{hold.capitalize()} before {names}: it seals the hair, what follows lies on top "
                "and flakes.",
                f"{hold} before {names}",
            )


def out_of_order(case: Case, steps: Sequence[Step]) -> list[Caution]:
    """What is broken, as cautions; each key once."""
    found: dict[str, Caution] = {}
    for key, text, trigger in violations(case, steps):
        found.setdefault(
            key,
            Caution(
                key=key,
                severity=Severity.ADJUST,
                text=text,
                trigger=trigger,
                source=TRADE,
                fixes=[],
            ),
        )
    return list(found.values())
