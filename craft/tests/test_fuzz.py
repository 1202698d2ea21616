"""Whatever is asked of the core, it answers or refuses in words. The bench asks thousands."""

from unittest import TestCase

from craft.commands import COMMANDS
from craft.tests.fuzzing import ask, part_heads

SEED = 20261126
#: Slow commands are asked less often.
COUNTS = {"propose": 4, "compare": 5, "chain": 5, "visit": 8, "crown": 15, "look": 15}
COUNTS |= {"day": 10, "chair": 6, "replay": 25, "wear": 15}
USUAL = 30


class FuzzTest(TestCase):
    def test_every_command_answers_or_refuses_in_words(self) -> None:
        for command in COMMANDS:
            with self.subTest(command):
                tally = ask(command, COUNTS.get(command, USUAL), SEED)
                self.assertEqual(tally.broken, {})
                self.assertTrue(tally.answered, "nothing got past the reading")

    def test_partings_changed_by_hand_keep_their_hair(self) -> None:
        tally = part_heads(12, 5, SEED)
        self.assertEqual(tally.broken, {})
        self.assertGreater(tally.answered, 25)
