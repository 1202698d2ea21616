"""No banned word stands in what people read."""

from unittest import TestCase

from django.conf import settings

from salon.checks.wording import sentences, wrong_words


class WordingTest(TestCase):
    def test_no_banned_word_is_read_anywhere(self) -> None:
        texts = list(sentences(settings.BASE_DIR))
        self.assertGreater(len(texts), 2000)
        wrong = [f"{place} {word}: {text}" for place, text in texts for word in wrong_words(text)]
        self.assertEqual("\n".join(wrong), "")

    def test_what_is_found_and_what_is_meant(self) -> None:
        self.assertEqual(list(wrong_words("Plan the day anew")), ["“anew”: say again"])
        self.assertEqual(list(wrong_words("8 heads are so like it")), ["“heads”: say client"])
        for fine in ("Wash sitting upright", "the head tilted back", "household", "unwashed"):
            self.assertEqual(list(wrong_words(fine)), [])
