"""Cautions for the person in the chair, and for the one behind it."""

from craft.messages import capital, join, say
from craft.plan.case import Case
from craft.plan.cautions.rule import CautionRule, Sign
from craft.plan.details import does
from craft.products.clashes import conditions_of
from craft.vocabulary import Condition, Detail, Manner, Severity, StopSign

#: What was seen, in words that name no illness.
STOP_SIGN_WORDS = {
    StopSign.OPEN_SORES: say("open sores"),
    StopSign.WEEPING: say("weeping skin"),
    StopSign.MAY_BE_CONTAGIOUS: say("something that may be contagious"),
    StopSign.SUDDEN_PATCHES: say("hair lost suddenly in patches"),
    StopSign.SEVERE_PAIN: say("severe pain"),
}


def scalp_refer(case: Case, *_: object) -> Sign | None:
    """A stop sign on the scalp ends the service before it begins."""
    signs = [STOP_SIGN_WORDS[sign] for sign in case.request.person.stop_signs]
    if conditions_of(case.request.person, Condition.SCALP_SORES):
        signs.append(say("sores on the scalp"))
    if not signs:
        return None
    names = join(", ", signs)
    return Sign(
        say(
            "{signs}: no service today. Ask the client to see a doctor or pharmacist. Plan again "
            "after you have checked the scalp and cleared it with a note.",
            signs=capital(names),
        ),
        names,
    )


def basin_posture(case: Case, *_: object) -> Sign | None:
    """No long reclining."""
    conditions = conditions_of(case.request.person, Condition.PREGNANCY, Condition.NECK_PAIN)
    if not conditions or does(case, Detail.BASIN, Manner.UPRIGHT):
        return None
    return Sign(
        say(
            "Avoid long reclining at the basin: support the neck, keep it short, offer to wash "
            "sitting upright, and ask how it feels."
        ),
        conditions,
    )


def no_inversion(case: Case, *_: object) -> Sign | None:
    """Nobody hangs the head down who should not."""
    conditions = conditions_of(
        case.request.person, Condition.PREGNANCY, Condition.NECK_PAIN, Condition.EPILEPSY
    )
    if not (conditions and case.technique.setting.head_down):
        return None
    return Sign(
        say(
            "Do not work head-down: stay upright, tilt sideways at most, and stop if the client "
            "gets dizzy."
        ),
        conditions,
    )


def patch_test(case: Case, *_: object) -> Sign | None:
    """Somebody who has reacted before may react again."""
    if not case.request.person.allergies or does(case, Detail.PATCH_TEST):
        return None
    return Sign(
        say(
            "Known allergies: patch test every product that is new to this client, as its label "
            "says (commonly 48 hours before)."
        ),
        join(", ", case.request.person.allergies),
    )


def guardian(case: Case, *_: object) -> Sign | None:
    """Minors come with consent."""
    if not conditions_of(case.request.person, Condition.MINOR):
        return None
    return Sign(
        say("This client is a minor: a guardian must agree to the service and its products first."),
        say("minor"),
    )


ADJUST, REMIND = Severity.ADJUST, Severity.REMIND
RULES: tuple[CautionRule, ...] = (
    CautionRule(
        "scalp_refer",
        Severity.STOP,
        (),
        scalp_refer,
        no_fix=say("A doctor or pharmacist looks at it first; then clear it with a note."),
    ),
    CautionRule("basin_posture", ADJUST, ("cleanse", "clarify", "rinse"), basin_posture),
    CautionRule(
        "no_inversion",
        ADJUST,
        ("shape",),
        no_inversion,
        no_fix=say("It is already planned upright."),
    ),
    CautionRule("patch_test", REMIND, ("cleanse", "lay_in"), patch_test),
    CautionRule(
        "guardian",
        REMIND,
        (),
        guardian,
        no_fix=say("Get the guardian's consent before the appointment."),
    ),
)
