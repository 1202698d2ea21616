"""What has to come before what, and what cannot do without what.

A composed routine keeps all of it; after changes by hand it is checked again, and what is broken is
reported with its reason. Common practice, no source, throughout.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from craft.contract.plan import Step
from craft.messages import capital, join, say
from craft.plan.case import Case
from craft.plan.details import does
from craft.products.names import NAMES
from craft.vocabulary import Detail, Role


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


BANDS_DRIPPING = say(
    "Bands on dripping hair leave dents and never dry underneath: until damp first."
)

ORDER: tuple[Before, ...] = (
    Before(
        "take_down_old",
        "cleanse",
        "washed_in_style",
        say("The old style comes out before water: what is washed in place felts."),
    ),
    Before("take_down_old", "pre_wash", "washed_in_style", say("Oil goes into opened hair.")),
    Before(
        "pre_wash", "cleanse", "oil_after_wash", say("Oil before water, or it stays in the hair.")
    ),
    Before(
        "condition",
        "detangle",
        "dry_detangling",
        say("Detangling comes after the conditioner: without slip hair breaks."),
    ),
    Before("cleanse", "rinse_clay", "clay_not_rinsed", say("Clay is rinsed after it has sat.")),
    Before("clarify", "cleanse", "clarify_last", say("Clarify first, moisturise second.")),
    Before(
        "cleanse", "mask", "wash_after_mask", say("Shampoo after the mask washes it out again.")
    ),
    Before(
        "mask",
        "rinse",
        "mask_not_rinsed",
        say("The mask is left in though its label says rinse: curls will not clump."),
    ),
    Before("rinse", "lay_in", "rinsed_styler", say("Rinsing after the styler takes it out again.")),
    Before("part", "shape", "unparted", say("Sections are parted before they are shaped.")),
    Before(
        "lay_in",
        "shape",
        "styler_after_shaping",
        say("Products go in before shaping; afterwards they lie on the outside only."),
    ),
    Before("shape", "dry", "dried_before_shaping", say("The set is shaped before it is dried.")),
    Before("dry", "release", "released_damp", say("Released before it is dry: it will frizz.")),
    Before("shape", "release", "released_damp", say("There is nothing to release yet.")),
    Before("release", "finish", "finished_in_set", say("Finishing comes after the release.")),
    Before("finish", "send_home", "sent_home_early", say("The client goes home finished.")),
)

NEEDS: tuple[Needs, ...] = (
    Needs(
        "mask",
        ("rinse",),
        "mask_not_rinsed",
        say("The mask is left in though its label says rinse: curls will not clump."),
    ),
    Needs(
        "detangle",
        ("condition", "pre_wash"),
        "dry_detangling",
        say("Hair is never detangled without slip: keep the conditioner, or oil first."),
    ),
    Needs(
        "detangle_dry_oil",
        ("pre_wash",),
        "dry_detangling",
        say("Before water hair is detangled in oil only."),
    ),
    Needs(
        "shape", ("lay_in",), "nothing_laid_in", say("There is no hold product in the hair."), True
    ),
    Needs(
        "dry",
        ("lay_in",),
        "heat_unprotected",
        say("Heat on bare hair: a leave-in or a heat protectant goes in first, as its label says."),
    ),
)

#: Products of one step, inner ones first; a hold layer seals what comes after it out.
INNER_FIRST = (Role.LEAVE_IN, Role.CREAM, Role.BUTTER, Role.OIL)
HOLD = (Role.GEL, Role.CUSTARD, Role.MOUSSE)
DETANGLE_AFTER_DAYS = 3.0


Steps = Sequence[Step]
#: One thing that is broken: what it does, and the input that says so.
Broken = tuple[str, str]


#: What a mask before the shampoo turns round: it gives the slip, the conditioner comes last.
NOT_MASK_FIRST = frozenset({"wash_after_mask", "dry_detangling"})


def step_keys(steps: Steps) -> list[str]:
    """Keys of what is done, in order; a cycle goes through the steps it stands for."""
    return [key for step in steps for key in step.keys]


def broken_order(rule: Before, case: Case, steps: Steps) -> Iterator[Broken]:
    """A step that comes before the one it needs to follow."""
    keys = step_keys(steps)
    if rule.key in NOT_MASK_FIRST and does(case, Detail.MASK_FIRST):
        return
    both = rule.first in keys and rule.then in keys
    if both and keys.index(rule.first) > keys.index(rule.then):
        yield rule.text, say("{then} before {first}", then=rule.then, first=rule.first)


def broken_need(need: Needs, case: Case, steps: Steps) -> Iterator[Broken]:
    """A step without what it cannot do without."""
    if need.key in NOT_MASK_FIRST and does(case, Detail.MASK_FIRST):
        return
    keys = {*step_keys(steps)}
    applies = need.step in keys and (case.washes or need.worn)
    if applies and not set(need.one_of) & keys:
        yield (
            need.text,
            say("{step} without {one_of}", step=need.step, one_of=join(say(" or "), need.one_of)),
        )


def bands_dripping(case: Case, steps: Steps) -> Iterator[Broken]:
    """Bands on hair that nobody let dry to damp."""
    keys = step_keys(steps)
    banding = "band" if "band" in keys else "shape"
    if not (case.technique.setting.damp_first and case.soaks and banding in keys):
        return
    if "damp" not in keys:
        yield BANDS_DRIPPING, say("{banding} without damp", banding=banding)
    elif keys.index("damp") > keys.index(banding):
        yield BANDS_DRIPPING, say("{banding} before damp", banding=banding)


def not_detangled(case: Case, steps: Steps) -> Iterator[Broken]:
    """Sections parted in hair that was not detangled for days."""
    keys = {*step_keys(steps)}
    days = case.detangled_days
    detangled = {"detangle", "detangle_dry_oil"} & keys
    if case.dries and "shape" in keys and not detangled and days > DETANGLE_AFTER_DAYS:
        text = say(
            "Not detangled for {days:g} days: sections will not part, and knots are set in.",
            days=days,
        )
        yield text, say("no detangling")


def gel_before_leave_in(steps: Steps) -> Iterator[Broken]:
    """A hold layer under what should lie beneath it."""
    for step in steps:
        roles = [product.role for product in step.products]
        for hold in (role for role in roles if role in HOLD):
            later = [role for role in roles[roles.index(hold) + 1 :] if role in INNER_FIRST]
            if later:
                names = join(", ", (NAMES[Role(role)] for role in later))
                yield (
                    say(
                        "{hold} before {names}: it seals the hair, what follows lies on top and "
                        "flakes.",
                        hold=capital(NAMES[Role(hold)]),
                        names=names,
                    ),
                    say("{hold} before {names}", hold=NAMES[Role(hold)], names=names),
                )


def broken(key: str, case: Case, steps: Steps) -> Iterator[Broken]:
    """All that is broken under one key, in the order of the tables."""
    for rule in ORDER:
        if rule.key == key:
            yield from broken_order(rule, case, steps)
    for need in NEEDS:
        if need.key == key:
            yield from broken_need(need, case, steps)
    if key == "bands_dripping":
        yield from bands_dripping(case, steps)
    if key == "not_detangled":
        yield from not_detangled(case, steps)
    if key == "gel_before_leave_in":
        yield from gel_before_leave_in(steps)


def steps_of(key: str) -> tuple[str, ...]:
    """Steps at which something broken is reported."""
    concerned = [rule.then for rule in ORDER if rule.key == key]
    concerned += [need.step for need in NEEDS if need.key == key]
    own = {"not_detangled": "part", "gel_before_leave_in": "lay_in", "bands_dripping": "shape"}
    return tuple(dict.fromkeys([*concerned, *([own[key]] if key in own else [])]))


def steps_concerned(key: str) -> frozenset[str]:
    """Every step that something broken has to do with."""
    steps = {step for rule in ORDER if rule.key == key for step in (rule.first, rule.then)}
    needed = {step for need in NEEDS if need.key == key for step in (need.step, *need.one_of)}
    own = {
        "bands_dripping": {"damp", "band", "shape"},
        "not_detangled": {"detangle", "detangle_dry_oil"},
        "gel_before_leave_in": {"lay_in"},
    }
    return frozenset(steps | needed | own.get(key, set()))


#: Everything that may be broken.
KEYS = tuple(
    dict.fromkeys(
        [rule.key for rule in ORDER]
        + [need.key for need in NEEDS]
        + ["bands_dripping", "not_detangled", "gel_before_leave_in"]
    )
)
