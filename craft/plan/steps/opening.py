"""Opening a set, finishing it, and the card for home."""

from craft.contract.plan import Step
from craft.contract.reasons import TRADE, reason
from craft.messages import say
from craft.plan.case import Case
from craft.plan.details import added_minutes, detail_instructions, does
from craft.plan.forecast import Forecast, in_one_sitting
from craft.plan.separate import separate_how
from craft.plan.steps.step import step
from craft.vocabulary import Detail, Family, Manner, Station
from craft.words import several

#: Fetching, setting and checking a hood, and how long the client may stay under it. Own values.
SEND_HOME_MIN, SET_HOME_MIN = 2.0, 1.0
#: A pick lifts the roots no further from the scalp than this [cm], nor deeper than this share of
#: the length it hangs; shorter hair is lifted with the fingers. Common practice, no source.
PICK_MOST_CM, PICK_SHARE, PICK_LEAST_CM = 10.0, 1 / 3, 2.0


def roots_lifted(case: Case) -> str:
    """How the roots are lifted, in a sentence."""
    pick_cm = min(PICK_MOST_CM, case.hair.hangs_cm * PICK_SHARE)
    if pick_cm < PICK_LEAST_CM:
        return say("Lift the roots with your fingertips.")
    return say(
        "Lift the roots with a pick, up to {depth:.0f cm} from the scalp, never through the "
        "lengths.",
        depth=pick_cm,
    )


def release(case: Case, forecast: Forecast) -> Step:
    """Take the set down, only when dry."""
    count = len(case.sections)
    noun = case.technique.parting.noun
    return step(
        case,
        "release",
        Family.FINISH,
        say("Release, {count}", count=count),
        say(case.technique.release.how, nouns=several(noun)),
        minutes=case.technique.release.minutes_each * count,
        station=Station.CHAIR,
        sections=count,
        sitting=1 if in_one_sitting(forecast) else 2,
        reasons=[
            reason(
                "count_out",
                say(
                    "{count} {nouns} go in, {count} come out: count them, so that none stays in.",
                    count=count,
                    nouns=several(noun),
                ),
                say("sections {count}", count=count),
            )
        ],
    )


def send_home(case: Case, forecast: Forecast) -> Step:
    """What the client does until the next visit."""
    first = in_one_sitting(forecast) or not case.technique.release.needed
    return step(
        case,
        "send_home",
        Family.FINISH,
        say("Home card"),
        say(
            "Night routine, refresh, when to take it down, when to come back. Then tools into the "
            "disinfectant, for the contact time on its label."
        ),
        minutes=SEND_HOME_MIN,
        station=Station.CHAIR,
        sitting=1 if first else 2,
        reasons=[
            reason(
                "send_home",
                say("What is done at night decides how long it lasts."),
                say("night {night}", night=case.request.person.night),
            )
        ],
    )


def opened_at_home(case: Case, forecast: Forecast) -> bool:
    """Whether the client opens the set, another day."""
    return does(case, Detail.OPENED, Manner.HOME) and not in_one_sitting(forecast)


def set_home(case: Case) -> Step:
    """The card for the nights in the set, before the client leaves with it."""
    return step(
        case,
        "set_home",
        Family.FINISH,
        say("Home card, the set"),
        say(
            "How to sleep on it, when it is opened and by whom, whom to call if it itches or pulls."
        ),
        minutes=SET_HOME_MIN,
        station=Station.CHAIR,
        reasons=[
            reason(
                "set_home",
                say("The nights in the set begin tonight, so the card is handed over now."),
                say("night {night}", night=case.request.person.night),
            )
        ],
    )


def finish(case: Case, forecast: Forecast) -> Step:
    """Separate, lift the roots, let it settle."""
    settle = case.technique.finish.settle_min
    first = in_one_sitting(forecast) or not case.technique.release.needed
    return step(
        case,
        "finish",
        Family.FINISH,
        say("Finish"),
        separate_how(case)
        + say(" {lift} Judge it after it has settled.", lift=roots_lifted(case))
        + detail_instructions(case, Detail.PARTING_SIDE),
        minutes=case.technique.finish.minutes + added_minutes(case, Detail.PARTING_SIDE),
        station=Station.CHAIR,
        wait=(settle, 60.0),
        wait_title=say("settle"),
        sitting=1 if first else 2,
        reasons=[
            reason(
                "settle",
                say("A style is judged after 15 to 60 minutes of settling."),
                say("style {style}", style=case.request.goal.style),
                TRADE,
            )
        ],
    )
