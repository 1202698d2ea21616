"""The chunky twist-out: few wide twists are quick to make, dry slowly and open big."""

from unittest import TestCase

from craft.contract import PlanAnswer
from craft.styles.catalogue import TECHNIQUES
from craft.tests.requests import planned
from craft.vocabulary import Style

AT = {"release_after_h": 30}


def shaping_min(answer: PlanAnswer) -> float:
    """Hands-on minutes of shaping [min]."""
    return next(step for step in answer.steps if step.key == "shape").hands_on_min


class ChunkyTwistOutTest(TestCase):
    def test_four_wide_twists_against_twelve(self) -> None:
        chunky = planned(goal={"style": "chunky_twist_out", **AT})
        usual = planned(goal={"style": "two_strand_twist_out", **AT})
        self.assertEqual((len(chunky.sections), len(usual.sections)), (4, 12))
        self.assertLess(shaping_min(chunky), shaping_min(usual))
        # The same water in wider twists takes longer to dry.
        self.assertLess(chunky.drying.odds_dry, usual.drying.odds_dry)

    def test_it_lasts_shorter_and_is_less_defined(self) -> None:
        chunky, usual = TECHNIQUES[Style.CHUNKY_TWIST_OUT], TECHNIQUES[Style.TWO_STRAND_TWIST_OUT]
        self.assertLess(chunky.wear.definition, usual.wear.definition)
        self.assertLess(chunky.wear.days, usual.wear.days)

    def test_short_hair_is_not_for_it(self) -> None:
        short = planned(goal={"style": "chunky_twist_out"}, hair={"length_cm": 8, "relaxed_cm": 4})
        (caution,) = (each for each in short.cautions if each.key == "wrong_length")
        self.assertIn("needs 12 cm", caution.text)
