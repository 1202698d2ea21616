"""From the text of a label to its pieces.

Lists are printed and copied in many ways: separated by commas, bullets or line breaks, with names
in two languages, shares, marks for footnotes, colours that "may" be inside, and sentences around.
"""

import re
import unicodedata
from collections.abc import Iterator
from dataclasses import dataclass

LONGEST_NAME = 160
WHOLE_PERCENT = 100.0

#: What stands before a list. Common practice on labels, no source.
HEADINGS = re.compile(
    r"^\W*(?:full\s+)?(?:ingredients?(?:\s*list)?|ingr[ée]dients?|inci(?:\s+list)?|composition|"
    r"contains|zutaten|ingredienti|ingredientes)\s*(?:[/|(][^:]{0,40})?[:\-–]\s*",
    re.IGNORECASE,
)
#: What stands before colours and the like that may or may not be inside.
MAY_CONTAIN = re.compile(
    r"\+\s*/\s*-|±|\bmay\s+(?:also\s+)?contain:?|\bpeut\s+contenir:?|\bkann\s+enthalten:?",
    re.IGNORECASE,
)
SHARE = re.compile(r"(?:[<>≤≥~]|ca\.?|approx\.?|max\.?)?\s*(\d{1,3}(?:[.,]\d+)?)\s*%")
#: Marks that point to footnotes.
MARKS = re.compile(r"[*†‡°¹²³⁴®™]+")
#: Raised numbers are marks too; the usual reading of letters would make them part of the name.
RAISED = re.compile(r"[¹²³⁴⁵⁶⁷⁸⁹]+")
#: A footnote: marks at the beginning of what follows a full stop, a separator or a line.
FOOTNOTE = re.compile(r"(?:(?<=[.;,\n])|^)\s*[*†‡°¹²³]+\s*(?=[^\W\d_])[^\n]*", re.MULTILINE)
HYPHENATED = re.compile(r"(?<=[^\W\d_])-[ \t]*\n[ \t]*(?=[a-z])")
BULLETS = re.compile(r"[•·|◦▪∙]|(?<=\s)[-–—](?=\s)")
AND_BETWEEN = re.compile(r"\s*\(\s*(?:and|et|und)\s*\)\s*|\s+&\s+", re.IGNORECASE)
#: A full stop that ends a sentence: a letter or bracket before it, a capital letter after it.
SENTENCE = re.compile(r"(?<=[^\W\d_][^\W\d_)\]])\.\s+(?=[^\W\d_])")

OPENING, CLOSING = "([{", ")]}"


@dataclass(frozen=True)
class Piece:
    """One entry of a list as it was printed.

    Args:
        text: without share and marks
        percent: share stated on the label [%], if any
        optional: one of those that "may" be inside
    """

    text: str
    percent: float | None = None
    optional: bool = False


def flat(text: str) -> str:
    """Text with one kind of letter, space and bracket."""
    text = unicodedata.normalize("NFKC", RAISED.sub("*", text.replace("™", "").replace("®", "")))
    text = "".join(
        char
        for char in text
        if char in "\n\t" or not unicodedata.category(char).startswith(("C", "So"))
    )
    return text.replace("{", "(").replace("}", ")").replace("\t", " ")


def pieces(text: str) -> list[Piece]:
    """The entries of a label, in order.

    Args:
        text: as pasted or typed, in any of the usual layouts
    """
    body = HEADINGS.sub("", flat(text).strip())
    body = HYPHENATED.sub("", body)
    body = FOOTNOTE.sub(" ", body)
    sure, _, maybe = cut(body)
    return [*entries(sure, optional=False), *entries(maybe, optional=True)]


def cut(body: str) -> tuple[str, str, str]:
    """What is inside, the words between, and what may be inside."""
    heading = MAY_CONTAIN.search(body)
    if not heading:
        return body, "", ""
    return (
        body[: heading.start()].rstrip("([ ,;"),
        heading.group(),
        body[heading.end() :].strip("()[] :"),
    )


def entries(body: str, *, optional: bool) -> Iterator[Piece]:
    """Entries of a part of a label."""
    for chunk in split_list(normalise_separators(body)):
        for part in AND_BETWEEN.split(chunk):
            piece = tidy(part, optional)
            if piece.text:
                yield piece


def normalise_separators(body: str) -> str:
    """A list whose entries are separated by commas, whatever separated them before."""
    body = BULLETS.sub(",", body)
    lines = [line.strip() for line in body.splitlines() if line.strip()]
    # One entry a line, if there is nothing else that separates them.
    separators = body.count(",") + body.count(";")
    one_a_line = len(lines) > 1 and separators < len(lines) - 1
    body = (", " if one_a_line else " ").join(lines)
    return SENTENCE.sub(", ", body)


def split_list(body: str) -> Iterator[str]:
    """Split at commas and semicolons that stand outside of brackets and numbers."""
    depth, start = 0, 0
    balanced = all(body.count(a) == body.count(b) for a, b in zip(OPENING, CLOSING, strict=True))
    for place, char in enumerate(body):
        if balanced and char in OPENING:
            depth += 1
        elif balanced and char in CLOSING:
            depth = max(0, depth - 1)
        elif char in ",;" and depth == 0 and not inside_number(body, place):
            yield body[start:place]
            start = place + 1
    yield body[start:]


def inside_number(body: str, place: int) -> bool:
    """Whether a comma belongs to a name like 1,2-hexanediol, or to a share like 0,5 %."""
    before, after = body[place - 1 : place], body[place + 1 : place + 2]
    if not (before.isdigit() and after.isdigit()):
        return False
    rest = body[place + 1 :]
    return bool(re.match(r"\d+(?:-|\s*%|,\d)", rest))


def tidy(part: str, optional: bool) -> Piece:
    """An entry without its share, marks and stops."""
    share = SHARE.search(part)
    percent = float(share.group(1).replace(",", ".")) if share else None
    text = SHARE.sub(" ", part) if share else part
    text = MARKS.sub("", text)
    text = re.sub(r"\(\s*\)|\[\s*\]", " ", text)
    text = re.sub(r"\s+", " ", text).strip(" .:,;*-–_/\\'\"")
    text = balance_brackets(text)
    if not any(char.isalnum() for char in text):
        text = ""
    if percent is not None and percent > WHOLE_PERCENT:
        percent = None
    return Piece(text[:LONGEST_NAME], percent, optional)


def balance_brackets(text: str) -> str:
    """With every bracket that was opened closed, and none closed that was not opened."""
    for opening, closing in zip(OPENING, CLOSING, strict=True):
        missing = text.count(opening) - text.count(closing)
        text = text + closing * missing if missing > 0 else text
        if missing < 0:
            text = text.replace(closing, " ").replace(opening, " ")
    return re.sub(r"\s+", " ", text).strip()
