"""Another bottle in the middle of a visit: held against head, others, stock and film."""

from collections.abc import Iterator, Sequence

from craft.contract.bottles import BottleOut
from craft.contract.chair import SwapCheck, SwapLine
from craft.contract.plan import Flaker, PlanAnswer
from craft.contract.visit import VisitAnswer
from craft.messages import say
from craft.visit.film import film, to_come
from craft.vocabulary import Fits, Role, SwapAbout

#: The gravest last.
GRAVITY = (Fits.YES, Fits.CARE, Fits.NO)


def swap_check(
    plan: PlanAnswer,
    visit: VisitAnswer,
    role: Role,
    bottle: BottleOut,
    stock_g: float,
    flakers: Sequence[Flaker] = (),
) -> SwapCheck:
    """Whether a bottle may take over what is still to come of a role.

    Args:
        plan: that is worked
        visit: as far as it is
        role: that the bottle takes over
        bottle: judged on this head
        stock_g: what is left of it [g], >= 0
        flakers: pairs known to flake in this salon
    """
    needed = sum(grams for dose, grams in to_come(plan, visit) if dose.role is role)
    lines = [
        *label_lines(bottle),
        *pair_lines(plan, bottle.id, role, flakers),
        stock_line(needed, stock_g),
        *film_lines(plan, visit),
    ]
    worst = max((line.fits for line in lines), key=GRAVITY.index)
    return SwapCheck(fits=worst, needed_g=round(needed, 1), lines=lines)


def label_lines(bottle: BottleOut) -> Iterator[SwapLine]:
    """What its label says of this head."""
    for clash in bottle.clashes:
        yield SwapLine(about=SwapAbout.LABEL, text=clash.text, fits=clash.fits)
    if not bottle.clashes:
        text = say("Nothing on its label speaks against this client.")
        yield SwapLine(about=SwapAbout.LABEL, text=text, fits=Fits.YES)


def pair_lines(
    plan: PlanAnswer, bottle: str, role: Role, flakers: Sequence[Flaker]
) -> Iterator[SwapLine]:
    """What it does beside the other products that stay in."""
    beside = {
        product.id: product.name
        for step in plan.steps
        for product in step.products
        if product.stays_in and product.id and product.role is not role
    }
    for pair in flakers:
        others = {pair.first, pair.second} - {bottle}
        if bottle in (pair.first, pair.second) and others & set(beside):
            name = beside[next(iter(others))]
            text = (
                say("Flakes with {name}: {because}", name=name, because=pair.because)
                if pair.because
                else say("Flakes with {name}.", name=name)
            )
            yield SwapLine(about=SwapAbout.PAIR, text=text, fits=Fits.CARE)


def stock_line(needed_g: float, stock_g: float) -> SwapLine:
    """Whether enough of it is left [g]."""
    enough = stock_g >= needed_g
    text = say(
        "{stock_g:.0f g} left, {needed_g:.1f g} still to come", stock_g=stock_g, needed_g=needed_g
    )
    text += "." if enough else say(": {needed_g:.1f g} short.", needed_g=needed_g - stock_g)
    return SwapLine(about=SwapAbout.STOCK, text=text, fits=Fits.YES if enough else Fits.NO)


def film_lines(plan: PlanAnswer, visit: VisitAnswer) -> Iterator[SwapLine]:
    """What stays on the hair with it, dosed as the one it replaces."""
    stays = film(plan, visit)
    if stays is None:
        return
    text = stays.text or say("{at_end:.1f} g/m² stay on the hair with it.", at_end=stays.at_end)
    yield SwapLine(about=SwapAbout.FILM, text=text, fits=Fits.CARE if stays.text else Fits.YES)
