"""The scale strip on paper, as the measuring looks for it."""

from craft.errors import CraftError
from craft.picture.strip import SQUARE_CM, SQUARES
from salon.aftercare.card import NO_PANGO

PAGE = """<!doctype html><html lang="en"><head><title>Scale strip</title><style>
@page {{ size: A4; margin: 20mm; }} body {{ font: 11pt sans-serif; }}
</style></head><body><h1>Scale strip</h1>
<p>Print at 100 %, check that a square is {side:g} cm wide, cut out with its white margin, and hold
or pin it beside the client, flat, as far from the camera as the hair.</p>
<svg width="{wide:g}cm" height="{high:g}cm" viewBox="0 0 {wide:g} {high:g}" role="img"
 aria-label="Black squares of {side:g} cm">{squares}</svg></body></html>"""


def strip_pdf() -> bytes:
    """The strip as a PDF.

    Raises:
        CraftError: a library of the system is missing; says which
    """
    try:
        from weasyprint import HTML
    except OSError as error:
        raise CraftError("pdf", NO_PANGO) from error
    side = SQUARE_CM
    squares = "".join(
        f'<rect x="{side * (1 + 2 * place):g}" y="{side:g}" width="{side:g}" height="{side:g}"/>'
        for place in range(SQUARES)
    )
    page = PAGE.format(side=side, wide=side * (2 * SQUARES + 1), high=3 * side, squares=squares)
    written: bytes = HTML(string=page).write_pdf(pdf_variant="pdf/ua-1")
    return written
