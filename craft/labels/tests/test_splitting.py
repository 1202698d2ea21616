"""From text to entries. The layouts are those of labels in any shop; the labels are invented."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.labels.splitting import (
    LONGEST_NAME,
    Piece,
    balance_brackets,
    flat,
    inside_number,
    pieces,
)

WORDS = st.sampled_from(["Aqua", "Glycerin", "Cetyl Alcohol", "Parfum", "PVP", "Urea", "Mel"])


def texts(text: str) -> list[str]:
    return [piece.text for piece in pieces(text)]


class SeparatorTest(TestCase):
    @given(st.lists(WORDS, min_size=2, max_size=8))
    def test_any_separator_gives_the_same_list(self, words: list[str]) -> None:
        for separator in (", ", ",", " , ", "; ", " • ", " | ", " · ", ",\n", " - ", " – "):
            self.assertEqual(texts(separator.join(words)), words, separator)

    @given(st.lists(WORDS, min_size=3, max_size=8))
    def test_one_a_line(self, words: list[str]) -> None:
        self.assertEqual(texts("\n".join(words)), words)
        self.assertEqual(texts("\n\n".join(words)), words)

    @given(st.lists(WORDS, min_size=1, max_size=8))
    def test_a_heading_and_a_stop_do_not_matter(self, words: list[str]) -> None:
        body = ", ".join(words)
        for text in (f"Ingredients: {body}", f"INGREDIENTS : {body}.", f"INCI: {body} .", body):
            self.assertEqual(texts(text), words)

    def test_wrapped_lines_are_one_name(self) -> None:
        self.assertEqual(texts("Aqua, Cetyl\nAlcohol, Urea"), ["Aqua", "Cetyl Alcohol", "Urea"])

    def test_a_bracket_is_not_cut(self) -> None:
        self.assertEqual(texts("Parfum (Linalool, Citral), Aqua")[0], "Parfum (Linalool, Citral)")
        self.assertEqual(texts("Mica [CI 77891; CI 77491], Aqua")[0], "Mica [CI 77891; CI 77491]")

    def test_brackets_in_brackets(self) -> None:
        text = "Parfum (Rosa (Rose) Oil, Citral), Aqua"
        self.assertEqual(texts(text), ["Parfum (Rosa (Rose) Oil, Citral)", "Aqua"])


class NumberTest(TestCase):
    def test_commas_inside_of_numbers(self) -> None:
        for text in ("1,2-Hexanediol", "2,6-Dimethyl-7-Octen-2-ol", "1,3-Propanediol"):
            self.assertEqual(texts(f"Aqua, {text}, Urea"), ["Aqua", text, "Urea"])

    def test_numbers_side_by_side_are_two(self) -> None:
        self.assertEqual(texts("CI 77491,CI 77892"), ["CI 77491", "CI 77892"])
        self.assertEqual(texts("CI 77491,77892"), ["CI 77491", "77892"])

    def test_inside_number(self) -> None:
        self.assertTrue(inside_number("1,2-hexanediol", 1))
        self.assertFalse(inside_number("pca,2", 3))
        self.assertFalse(inside_number("5,aqua", 1))


class ShareTest(TestCase):
    def test_all_the_ways_to_tell_a_share(self) -> None:
        cases = (
            ("Glycerin 5%", 5),
            ("Glycerin 5 %", 5),
            ("Glycerin (5%)", 5),
            ("5% Glycerin", 5),
            ("Glycerin 0.25%", 0.25),
            ("Glycerin 0,25 %", 0.25),
            ("Glycerin < 1%", 1),
            ("Glycerin max. 2%", 2),
            ("Glycerin ca. 2 %", 2),
            ("Glycerin ≥ 3%", 3),
        )
        for text, percent in cases:
            with self.subTest(text=text):
                self.assertEqual(pieces(text), [Piece("Glycerin", percent)])

    def test_a_number_without_a_sign_is_part_of_the_name(self) -> None:
        self.assertEqual(pieces("Polysorbate 20"), [Piece("Polysorbate 20")])

    def test_a_share_alone_is_nothing(self) -> None:
        self.assertEqual(pieces("Aqua, 5 %, Urea"), [Piece("Aqua"), Piece("Urea")])


class FootnoteTest(TestCase):
    def test_marks_are_taken_off(self) -> None:
        for mark in ("*", "**", "†", "°", "¹", "²"):
            with self.subTest(mark=mark):
                self.assertEqual(texts(f"Aqua, Mel{mark}, Urea"), ["Aqua", "Mel", "Urea"])

    def test_what_the_marks_mean_is_left_out(self) -> None:
        for note in (". *organic", ".\n*from organic farming", ", ** natural oils"):
            with self.subTest(note=note):
                self.assertEqual(texts(f"Aqua, Mel*{note}"), ["Aqua", "Mel"])


class MaybeTest(TestCase):
    def test_all_the_ways_to_say_maybe(self) -> None:
        for word in (
            "May contain",
            "MAY CONTAIN:",
            "+/-",
            "[+/-",
            "(±",
            "Peut contenir :",
            "may also contain",
        ):
            with self.subTest(word=word):
                results = pieces(f"Aqua, Mica, {word} CI 77891")
                self.assertEqual([piece.text for piece in results], ["Aqua", "Mica", "CI 77891"])
                self.assertEqual([piece.optional for piece in results], [False, False, True])


class BracketTest(TestCase):
    def test_every_bracket_ends_up_closed(self) -> None:
        cases = (
            ("Aqua (Water", "Aqua (Water)"),
            ("Aqua Water)", "Aqua Water"),
            ("Aqua [Water", "Aqua [Water]"),
            ("Aqua (Water)", "Aqua (Water)"),
            ("((Aqua", "((Aqua))"),
        )
        for text, mended in cases:
            self.assertEqual(balance_brackets(text), mended)

    @given(st.text(alphabet="ab()[] ", max_size=30))
    def test_whatever_was_opened(self, text: str) -> None:
        mended = balance_brackets(text)
        self.assertEqual(mended.count("("), mended.count(")"))
        self.assertEqual(mended.count("["), mended.count("]"))


class FlatTest(TestCase):
    def test_signs_nobody_sees_are_gone(self) -> None:
        self.assertEqual(flat("Cetyl\u00adAlcohol\u200b"), "CetylAlcohol")
        self.assertEqual(flat("Aqua®, Mel™"), "Aqua, Mel")
        self.assertEqual(flat("Ａｑｕａ"), "Aqua")

    def test_an_endless_name_is_cut(self) -> None:
        (piece,) = pieces("a" * 5000)
        self.assertEqual(len(piece.text), LONGEST_NAME)

    @given(st.text(max_size=200))
    def test_every_entry_says_something(self, text: str) -> None:
        for piece in pieces(text):
            self.assertTrue(any(char.isalnum() for char in piece.text))
            self.assertLessEqual(len(piece.text), LONGEST_NAME)
            self.assertTrue(piece.percent is None or 0 <= piece.percent <= 100)
