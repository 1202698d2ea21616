"""Night preparation, step by step: what the client does at bedtime, and nothing of it wet.

Common practice, no source.
"""

from collections.abc import Iterator

from craft.contract.plan import Step
from craft.contract.reasons import TRADE, reason
from craft.messages import say
from craft.plan.case import Case
from craft.plan.dosing import dose_of_layer
from craft.plan.minutes import shape_minutes
from craft.plan.night import COVER, FOLDED, GEL_OFF, Lying, bedtime_of
from craft.plan.steps.step import step
from craft.vocabulary import Family, Night, Station

#: Minutes of each [min]. Own values.
GEL_OFF_MIN, OIL_MIN, FOLD_MIN, COVER_MIN = 1.0, 1.0, 1.5, 1.0
SHAPED = {
    Lying.AS_WORN: say("Leave it closed"),
    Lying.AS_IT_FALLS: say("Leave it loose"),
    Lying.HALF_UP: say("Half up"),
    Lying.GATHERED: say("Gather"),
}
COVERED = {
    Night.SCARF: say("Scarf"),
    Night.BONNET: say("Scarf and bonnet"),
    Night.NONE: say("Satin pillowcase"),
}


def night_steps(case: Case) -> Iterator[Step]:
    """What is done at bedtime, in order."""
    bedtime = bedtime_of(case.request, case.hair)
    yield step(
        case,
        "gel_off",
        Family.PREPARE,
        say("Gel off"),
        GEL_OFF,
        minutes=GEL_OFF_MIN,
        station=Station.CHAIR,
        reasons=[
            reason(
                "gel_off",
                say("Gel that dries on the hairline night after night breaks it."),
                say("hairline"),
                TRADE,
            )
        ],
    )
    yield step(
        case,
        "lay_in",
        Family.LAY_IN,
        say("Oil"),
        say(
            "A little on the edges and on dry places of the scalp with a fingertip, every other "
            "day at most; none on the lengths."
        ),
        minutes=OIL_MIN,
        station=Station.CHAIR,
        products=[dose_of_layer(case, each) for each in case.layers],
        reasons=[
            reason(
                "edges_oil", say("Edges and dry scalp take up oil overnight."), say("night"), TRADE
            ),
        ],
    )
    count = len(case.sections)
    yield step(
        case,
        "shape",
        Family.SHAPE,
        SHAPED.get(bedtime.lying) or say("Rings, {count}", count=count),
        bedtime.how,
        minutes=sum(shape_minutes(case, section) for section in case.sections),
        station=Station.CHAIR,
        sections=count,
        reasons=[
            reason(
                "night_lying",
                say("By what is worn, how far the hair hangs and how dense it is."),
                say(
                    "hangs {hangs:.0f cm}, {density:g} hairs/cm²",
                    hangs=case.hair.hangs_cm,
                    density=case.hair.density_per_cm2,
                ),
                TRADE,
            )
        ],
    )
    if bedtime.is_folded:
        yield step(
            case,
            "fold_front",
            Family.SHAPE,
            say("Fold the front"),
            FOLDED,
            minutes=FOLD_MIN,
            station=Station.CHAIR,
            reasons=[
                reason(
                    "fold_front",
                    say("Nothing is worn over it, so the tie holds the front."),
                    say("night {night}", night=bedtime.night),
                    TRADE,
                )
            ],
        )
    yield step(
        case,
        "cover",
        Family.FINISH,
        COVERED[bedtime.night],
        cover_how(bedtime.night),
        minutes=COVER_MIN,
        station=Station.CHAIR,
        reasons=[
            reason(
                "night_cover",
                say("What this client really keeps on."),
                say("night {night}", night=bedtime.night),
                TRADE,
            )
        ],
    )


def cover_how(night: Night) -> str:
    """What goes over it, and how."""
    if night is Night.NONE:
        return COVER[night]
    return say("{cover} The flat edge lies at the nape; only over dry hair.", cover=COVER[night])
