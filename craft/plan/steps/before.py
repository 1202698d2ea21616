"""Before water: the old style comes out, oil goes in, or only a mist."""

from dataclasses import dataclass

from craft.contract.plan import Ahead, Step
from craft.contract.reasons import STANDARD, TRADE, reason
from craft.messages import say
from craft.plan.assemble import pre_wash
from craft.plan.case import Case
from craft.plan.details import does
from craft.plan.dosing import dose
from craft.plan.steps.step import step
from craft.vocabulary import Arrival, Detail, Family, OnHead, Role, Start, Station, Washing
from craft.words import duration, plural
from craft.work import timing

#: Oil sits at least this long, and may sit overnight. Common practice, no source.
OIL_SITS_MIN, OIL_SITS_MOST_MIN = 30.0, 720.0
OIL_ON = (2.0, 4.0)
MIST_ON = (1.0, 1.5)
#: Days after which hair is matted enough to be detangled in oil, before it swells. Own value.
DETANGLE_FIRST_FROM_DAYS = 28.0


@dataclass(frozen=True)
class TakeDown:
    """How a worn style comes out.

    Args:
        title, how: what is done
        fixed_min, per_100_g_min: minutes whatever the hair, and for 100 g of it. Own values.
        each_min: minutes for a piece of 25 cm, where they were counted; 0: not in
            pieces. Own value.
        most_min: no head takes longer, however many pieces were counted [min]. Own value.
        most_days: after so many days it is overdue. Common practice, no source, but for braids and
            sewn-in hair, whose usual limits are 6 and 8 weeks.
    """

    title: str
    how: str
    fixed_min: float
    per_100_g_min: float
    most_days: float
    most_min: float
    each_min: float = 0.0


TAKE_DOWNS = {
    OnHead.TWISTS: TakeDown(
        say("Twists out"),
        say("Ends first, a half turn against the twist; count them."),
        2,
        8,
        14,
        120,
        0.5,
    ),
    OnHead.FLAT_TWISTS: TakeDown(
        say("Rows out"), say("Pins first, then ends to roots; count the pins."), 2, 6, 14, 90, 0.9
    ),
    OnHead.BRAIDS: TakeDown(
        say("Braids out"),
        say(
            "Good light; ends first, no comb until each is open; gather what was shed, do not pull."
        ),
        8,
        55,
        42,
        480,
        2.2,
    ),
    OnHead.COILS: TakeDown(
        say("Coils out"), say("Oil on the fingers; open along the splits."), 2, 12, 10, 120, 0.25
    ),
    OnHead.RODS: TakeDown(
        say("Rods out"), say("Back to front, in the direction they were wound."), 2, 7, 2, 60, 0.4
    ),
    OnHead.WASH_AND_GO: TakeDown(
        say("Loosen"), say("Fingers through the lengths, ends first."), 1, 1, 9, 30
    ),
    OnHead.BUN: TakeDown(
        say("Bun out"), say("Cut the tie if it holds; never pull it."), 1, 2, 4, 15
    ),
    OnHead.SEWN_IN: TakeDown(
        say("Sewn-in hair out"),
        say(
            "Good light, slow: lift each thread away from the scalp and cut it, never hair; blunt "
            "tips only. Then open the braids below, ends first."
        ),
        15,
        60,
        56,
        300,
        9.0,
    ),
}


#: Fine work between two rests of the hands, and a rest [min]. Common practice, no source.
BREAK_EVERY_MIN, BREAK_MIN = 75.0, 5.0
TWO_TAKE_IT_DOWN = say(" Two people take about half the time; hands rest every 75 min.")


def before(case: Case) -> list[Step]:
    """Everything before water."""
    steps = take_down(case)
    if case.technique.wash.start is Start.WORN:
        return [*steps, *freshen(case)]
    if case.arrival is Arrival.MISTED:
        steps += freshen(case)
    if case.pre_oil:
        steps.append(oil_first(case))
        if detangles_before_water(case):
            steps.append(detangle_in_oil(case))
    return steps


#: A patch test is read after so long [h]. Common practice, no source; the label rules.
PATCH_TEST_H = 48.0


def ahead(case: Case) -> list[Ahead]:
    """What is done before the day of the service."""
    if not does(case, Detail.PATCH_TEST):
        return []
    return [
        Ahead(
            key="patch_test",
            title=say("Patch test"),
            how=say(
                "As the label says: a little of each new product behind the ear or in the crook "
                "of the arm, left alone and checked later. If there is redness, itch or swelling, "
                "do not use it."
            ),
            hours_before=PATCH_TEST_H,
            reasons=[
                reason(
                    "patch_test",
                    say(
                        "A reaction to a product that is new to this client shows within two days."
                    ),
                    say("patch test"),
                    TRADE,
                )
            ],
        )
    ]


def take_down(case: Case) -> list[Step]:
    """The old style comes out, unless the service works on it."""
    worn = case.request.now.style
    old = TAKE_DOWNS.get(worn)
    if old is None or case.technique.wash.start is Start.WORN:
        return []
    days = case.request.now.worn_days
    minutes, timed = take_down_minutes(case, old)
    age = "" if days is None else say(", worn {days:g} days", days=days)
    return [
        step(
            case,
            "take_down_old",
            Family.TAKE_DOWN,
            old.title,
            old.how + (TWO_TAKE_IT_DOWN if minutes > BREAK_EVERY_MIN else ""),
            minutes=minutes + breaks_min(minutes),
            spread=timing.DETANGLE_SPREAD,
            station=Station.CHAIR,
            sections=4,
            reasons=[
                reason(
                    "old_style_first",
                    say("Nothing is washed while it is twisted, braided or sewn."),
                    say("now {worn}{age}", worn=worn, age=age),
                ),
                reason(
                    "take_down_time",
                    timed,
                    say("now {worn}", worn=worn),
                    STANDARD,
                ),
            ],
        )
    ]


def breaks_min(minutes: float) -> float:
    """Rest for the hands during fine work [min]."""
    return BREAK_MIN * int(minutes / BREAK_EVERY_MIN)


def take_down_minutes(case: Case, old: TakeDown) -> tuple[float, str]:
    """Time of a take-down [min] by its pieces, if counted, else by the hair; and how."""
    pieces = case.request.now.pieces
    if pieces is None or not old.each_min:
        minutes = old.fixed_min + old.per_100_g_min * case.hair_g / 100
        return minutes, (
            say(
                "{fixed_min:g} min and {per_100_g_min:g} for every {share_g:g g} of hair: "
                "{hair_g:.0f g}. Count the pieces for a better estimate.",
                fixed_min=old.fixed_min,
                per_100_g_min=old.per_100_g_min,
                share_g=100,
                hair_g=case.hair_g,
            )
        )
    longer = timing.length_factor(case.hair.length_cm)
    counted = old.fixed_min + old.each_min * pieces * longer
    # Many pieces are small ones: the head holds no more hair for that.
    minutes = min(counted, old.most_min * longer)
    most = say(" No head takes longer than {most}.", most=duration(old.most_min * longer))
    return minutes, (
        say(
            "{fixed_min:g} min and {each_min:.2g} for each of {pieces} of {length_cm:g cm}.",
            fixed_min=old.fixed_min,
            each_min=old.each_min * longer,
            pieces=plural(pieces, "piece"),
            length_cm=case.hair.length_cm,
        )
        + (most if minutes < counted else "")
    )


def oil_first(case: Case) -> Step:
    """Oil into the lengths, in loose braids, before water."""
    return step(
        case,
        "pre_wash",
        Family.PREPARE,
        say("Oil before water"),
        say(
            "Lengths first, most on the ends; loose braids; warmth helps. It may stay overnight "
            "under a scarf."
        ),
        minutes=timing.bulk_minutes(*OIL_ON, case.hair_g),
        station=Station.CHAIR,
        wait=(OIL_SITS_MIN, OIL_SITS_MOST_MIN),
        wait_title=say("oil sits"),
        products=[dose(case, Role.PRE_OIL)],
        sections=4,
        reasons=[
            pre_wash(case)[1],
            reason(
                "oil_sits", say("Thirty minutes at least, up to overnight."), say("pre-wash"), TRADE
            ),
        ],
    )


def detangles_before_water(case: Case) -> bool:
    """Matted hair is detangled in oil, before water swells it."""
    removal = case.technique.wash.kind is Washing.RESET and bool(case.technique.fitness.works_from)
    return removal or case.detangled_days >= DETANGLE_FIRST_FROM_DAYS


def detangle_in_oil(case: Case) -> Step:
    """Detangle before water."""
    days = case.detangled_days
    return step(
        case,
        "detangle_dry_oil",
        Family.PREPARE,
        say("Detangle in oil"),
        say("Fingers first, ends to roots; gather what was shed. Do not pull: add oil instead."),
        minutes=timing.detangle_minutes(case.hair_g, days, case.hair.pattern.family),
        spread=timing.DETANGLE_SPREAD,
        station=Station.CHAIR,
        sections=8,
        reasons=[
            reason(
                "detangle_before_water",
                say("After long wear, shed hair felts in water, so it is detangled in oil first."),
                say("{days:g} days since detangling", days=days),
            )
        ],
    )


def freshen(case: Case) -> list[Step]:
    """A mist where nothing is washed; stretched roots for a puff."""
    steps = []
    if case.mists:
        steps.append(
            step(
                case,
                "mist",
                Family.PREPARE,
                say("Mist"),
                say(
                    "Damp, not wet; hairline and roots first. Gel at the hairline comes off with "
                    "a damp cloth."
                ),
                minutes=timing.bulk_minutes(*MIST_ON, case.hair_g),
                station=Station.CHAIR,
                products=[dose(case, Role.MIST)],
                reasons=[
                    reason(
                        "mist_only",
                        say("Between washes a mist is enough."),
                        say("service without a wash"),
                    )
                ],
            )
        )
    return steps
