"""The guided consultation: what is asked and looked at, in the order a specialist works.

Everything is data: a question knows its part, what may be answered, how it is found out, and how
long an answer stays fresh. The interface draws them, the record keeps the answers, and both take
what is allowed from here.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from craft.contract.base import schema, schema_at
from craft.contract.hair import Hair
from craft.hair.porosity import TABLES
from craft.messages import say
from craft.vocabulary import (
    Buildup,
    Condition,
    Heat,
    Landmark,
    Level,
    Night,
    OnHead,
    Pattern,
    PorosityTest,
    StopSign,
    Strand,
    WashRoutine,
)


class Part(StrEnum):
    """Parts of a consultation, in order."""

    REASON = "reason"
    HISTORY = "history"
    PERSON = "person"
    SCALP = "scalp"
    POROSITY = "porosity"
    DENSITY = "density"
    CURL = "curl"
    STRENGTH = "strength"


class Answer(StrEnum):
    """What an answer is."""

    NUMBER = "number"
    CHOICE = "choice"
    MANY = "many"
    TEXT = "text"
    DATE = "date"
    LIST = "list"


class Kept(StrEnum):
    """Where an answer is kept: with the person, as a dated observation, or as a stop sign."""

    PERSON = "person"
    OBSERVED = "observed"
    STOP_SIGN = "stop_sign"


@dataclass(frozen=True)
class Question:
    """One thing that is asked or looked at.

    Args:
        key: name, the same in the record
        part: where it is asked
        answer: what an answer is
        options: words to choose from; for a number, words that may stand instead of it
        range: smallest and largest number
        unit: of a number
        method: how it is usually found
        fresh_days: after so many days it is worth finding out again; 0 asks every time
        zoned: may differ from zone to zone
        how: what is done, in a sentence
        weak: tells little, and says so
        kept: where the answer goes
    """

    key: str
    part: Part
    answer: Answer
    options: tuple[str, ...] = ()
    range: tuple[float, float] | None = None
    unit: str = ""
    method: str = "reported"
    fresh_days: int = 180
    zoned: bool = False
    how: str = ""
    weak: bool = False
    kept: Kept = Kept.OBSERVED


def words(kind: type[StrEnum]) -> tuple[str, ...]:
    """The words of an enumeration."""
    return tuple(member.value for member in kind)


YES_NO = ("yes", "no")
TEXT_MOST = 300
LIST_MOST = 30

#: Scalp and hairline, as they look; more than one may be true. Common practice, no source.
SCALP = ("calm", "dry", "oily", "flaking", "irritated")
EDGES = ("full", "tender", "thinning")
EXTENSIONS = ("none", "clipped", "braided_in", "sewn_in", "bonded")
HEAT_USE = ("never", "rarely", "monthly", "weekly")
COLOUR = ("none", "deposit", "permanent", "lightened")
RELAXER = ("never", "grown_out", "on_lengths")
LANDMARK_PREFIX = "to_"
LANDMARK_KEYS: Mapping[Landmark, str] = {
    landmark: f"{LANDMARK_PREFIX}{landmark.value.replace('-', '_')}_cm" for landmark in Landmark
}


def hair_range(field: str) -> tuple[float, float]:
    """The range of a measured field of the hair, as the contract has it."""
    piece = schema_at(schema(Hair), (field,))
    return piece["minimum"], piece["maximum"]


def porosity_question(test: PorosityTest) -> Question:
    """A porosity test as a question."""
    table = TABLES[test]
    timed = bool(table.bounds)
    return Question(
        key=test.value,
        part=Part.POROSITY,
        answer=Answer.NUMBER if timed else Answer.CHOICE,
        options=table.outcomes,
        range=table.range if timed else None,
        unit=table.unit,
        method="measured" if timed else "by_feel",
        fresh_days=120,
        how=table.how,
        weak=table.weak,
    )


QUESTIONS: tuple[Question, ...] = (
    Question(
        "reason", Part.REASON, Answer.TEXT, fresh_days=0, how=say("In the client's own words.")
    ),
    Question(
        "event",
        Part.REASON,
        Answer.TEXT,
        fresh_days=0,
        how=say("What the hair needs to be ready for."),
    ),
    Question("event_on", Part.REASON, Answer.DATE, fresh_days=0),
    Question("last_wash_on", Part.HISTORY, Answer.DATE, fresh_days=0),
    Question("on_the_head", Part.HISTORY, Answer.CHOICE, words(OnHead), fresh_days=0),
    Question("on_the_head_since", Part.HISTORY, Answer.DATE, fresh_days=0),
    Question("extensions", Part.HISTORY, Answer.CHOICE, EXTENSIONS, fresh_days=60),
    Question("heat_use", Part.HISTORY, Answer.CHOICE, HEAT_USE),
    Question("colour", Part.HISTORY, Answer.CHOICE, COLOUR),
    Question("colour_on", Part.HISTORY, Answer.DATE),
    Question("relaxer", Part.HISTORY, Answer.CHOICE, RELAXER),
    Question("relaxer_on", Part.HISTORY, Answer.DATE),
    Question("trimmed_on", Part.HISTORY, Answer.DATE),
    Question(
        "failed_before",
        Part.HISTORY,
        Answer.TEXT,
        fresh_days=365,
        how=say("What happened, and what they think caused it."),
    ),
    Question("conditions", Part.PERSON, Answer.MANY, words(Condition), kept=Kept.PERSON),
    Question(
        "allergies", Part.PERSON, Answer.LIST, how=say("As written on labels."), kept=Kept.PERSON
    ),
    Question("avoid", Part.PERSON, Answer.LIST, kept=Kept.PERSON),
    Question(
        "guardian", Part.PERSON, Answer.TEXT, fresh_days=365, how=say("Who agreed, and when.")
    ),
    Question("heat_tolerance", Part.PERSON, Answer.CHOICE, words(Heat)),
    Question(
        "night",
        Part.PERSON,
        Answer.CHOICE,
        words(Night),
        how=say("What really stays on until morning."),
        kept=Kept.PERSON,
    ),
    Question("home_min", Part.PERSON, Answer.NUMBER, range=(0, 240), unit=say("min a day")),
    Question("routine", Part.PERSON, Answer.CHOICE, words(WashRoutine), kept=Kept.PERSON),
    Question("scalp", Part.SCALP, Answer.MANY, SCALP, method="by_eye", fresh_days=0),
    Question("edges", Part.SCALP, Answer.CHOICE, EDGES, method="by_eye", fresh_days=0),
    Question(
        "stop_signs",
        Part.SCALP,
        Answer.MANY,
        words(StopSign),
        method="by_eye",
        fresh_days=0,
        how=say("Any one of these: no service, and refer the client. Clear it later with a note."),
        kept=Kept.STOP_SIGN,
    ),
    *(porosity_question(test) for test in PorosityTest if test is not PorosityTest.WORD),
    Question(
        "porosity",
        Part.POROSITY,
        Answer.CHOICE,
        words(Level),
        method="by_feel",
        fresh_days=120,
        how=say("Your own judgement counts as one more test."),
    ),
    Question(
        "porosity_decided",
        Part.POROSITY,
        Answer.CHOICE,
        ("tests", *words(Level)),
        method="by_eye",
        how=say("Plans follow the tests unless you decide differently; both are kept."),
    ),
    Question(
        "density_per_cm2",
        Part.DENSITY,
        Answer.NUMBER,
        range=hair_range("density_per_cm2"),
        unit=say("hairs/cm²"),
        method="counted",
        fresh_days=365,
        zoned=True,
        how=say("Hairs in a field of known size, at one to five spots."),
    ),
    Question(
        "circumference_cm",
        Part.DENSITY,
        Answer.NUMBER,
        range=(1, 30),
        unit="cm",
        method="measured",
        fresh_days=365,
        how=say("Gather all of it in one hand, wet and smooth, and measure around it."),
    ),
    Question(
        "density",
        Part.DENSITY,
        Answer.CHOICE,
        words(Level),
        method="by_eye",
        fresh_days=365,
        how=say("Thin braids or twists mean lower density."),
    ),
    Question(
        "diameter_um",
        Part.DENSITY,
        Answer.NUMBER,
        range=hair_range("diameter_um"),
        unit="µm",
        method="measured",
        fresh_days=365,
    ),
    Question(
        "strand", Part.DENSITY, Answer.CHOICE, words(Strand), method="by_feel", fresh_days=365
    ),
    Question(
        "head_cm",
        Part.DENSITY,
        Answer.NUMBER,
        range=hair_range("head_cm"),
        unit="cm",
        method="measured",
        fresh_days=1825,
        how=say("Round the forehead and the widest place behind."),
    ),
    Question(
        "pattern",
        Part.CURL,
        Answer.CHOICE,
        words(Pattern),
        method="by_eye",
        zoned=True,
        fresh_days=365,
        how=say("Compare a wet strand without product with the drawings."),
    ),
    Question(
        "length_cm",
        Part.CURL,
        Answer.NUMBER,
        range=hair_range("length_cm"),
        unit="cm",
        method="measured",
        zoned=True,
        fresh_days=45,
        how=say("From the crown, pulled straight."),
    ),
    Question(
        "relaxed_cm",
        Part.CURL,
        Answer.NUMBER,
        range=hair_range("relaxed_cm"),
        unit="cm",
        method="measured",
        fresh_days=45,
        how=say("The same strand let go."),
    ),
    Question(
        "curl_mm",
        Part.CURL,
        Answer.NUMBER,
        range=(1, 80),
        unit="mm",
        method="measured",
        zoned=True,
        fresh_days=365,
        how=say("Across one coil, let go."),
    ),
    *(
        Question(
            key,
            Part.CURL,
            Answer.NUMBER,
            range=(1, 150),
            unit="cm",
            method="measured",
            fresh_days=1825,
            how=say("Hanging from the crown until it touches."),
        )
        for key in LANDMARK_KEYS.values()
    ),
    Question(
        "stretch_percent",
        Part.STRENGTH,
        Answer.NUMBER,
        range=(0, 150),
        unit=say("% longer"),
        method="measured",
        fresh_days=90,
        how=say("Pull one wet strand until it just gives."),
    ),
    Question(
        "stretch_returns",
        Part.STRENGTH,
        Answer.CHOICE,
        YES_NO,
        method="by_eye",
        fresh_days=90,
        how=say("Let go: does it spring back?"),
    ),
    Question(
        "shed_hairs",
        Part.STRENGTH,
        Answer.NUMBER,
        range=(0, 5000),
        unit=say("hairs"),
        method="counted",
        fresh_days=0,
        how=say("Whole hairs with a bulb, from detangling."),
    ),
    Question(
        "broken_hairs",
        Part.STRENGTH,
        Answer.NUMBER,
        range=(0, 5000),
        unit=say("hairs"),
        method="counted",
        fresh_days=0,
        how=say("Short pieces without a bulb."),
    ),
    Question(
        "buildup", Part.STRENGTH, Answer.CHOICE, words(Buildup), method="by_eye", fresh_days=0
    ),
)

BY_KEY: Mapping[str, Question] = {question.key: question for question in QUESTIONS}
#: What is kept as dated observations.
OBSERVED: tuple[Question, ...] = tuple(
    question for question in QUESTIONS if question.kept is Kept.OBSERVED
)
