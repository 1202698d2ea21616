"""Reasons: one sentence, the input that fired it, its source."""

from craft.contract.plan import Reason
from craft.messages import plain, say

TRADE = say("Common practice, no source.")
STANDARD = say("Salon standard, adjustable.")
MODEL = say("Model of this program, see docs/REFERENCES.md.")
LEARNED = say("Learned from visits of this salon: best linear prediction, Robinson 1991.")


def reason(rule: str, because: str, trigger: str, source: str = TRADE) -> Reason:
    """A reason for something in the plan.

    Args:
        rule: key of the rule
        because: one sentence a junior understands
        trigger: the input that fired it, with its value
        source: where the rule comes from
    """
    return Reason(rule=rule, because=because, trigger=plain(trigger), source=source)
