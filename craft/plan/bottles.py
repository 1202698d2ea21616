"""The shelf, seen from one head: what may be used today, how much, and what speaks against it."""

from craft.contract.bottles import BottleOut, BottlesAnswer, BottlesRequest, ClashOut
from craft.contract.plan import ShelfItem
from craft.head.partings import Layout, part, totals
from craft.physics.air import dew_point
from craft.products import doses
from craft.products.clashes import LEAVE_ON_ROLES, Facts, fits
from craft.products.picking import Shelf, best
from craft.profile.complete import CompleteHair, complete
from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import Role, Scheme

#: Definition that a usual dose is meant for.
USUAL_DEFINITION = 0.5
QUARTERS = Layout(Scheme.QUADRANTS, 4)


def usual_grams(hair: CompleteHair) -> dict[Role, float]:
    """A usual dose of every role on this hair [g]."""
    sums = totals(part(hair.on_head, QUARTERS).sections)
    grams = {role: doses.scalp_dose(role, sums["scalp_cm2"]) for role in doses.SCALP_G_PER_CM2}
    for role in doses.FILM_G_PER_M2:
        film = doses.film(role, hair.porosity, hair.strand, USUAL_DEFINITION)
        grams[role] = doses.fibre_dose(film.g_per_m2, sums["surface_m2"])
    return grams


def bottles(request: BottlesRequest) -> BottlesAnswer:
    """Judge every bottle of a shelf for one head."""
    hair = complete(request.hair)
    outdoors = request.outdoors or request.room
    technique = TECHNIQUES[request.style] if request.style else None
    stays_in = frozenset(technique.stays_in) if technique else LEAVE_ON_ROLES
    facts = Facts(hair, request.person, request.room, outdoors)
    shelf = Shelf(request.shelf, facts, stays_in, [])
    grams = usual_grams(hair)
    firsts = {role: best(shelf, role, grams[role], []) for role in Role}
    return BottlesAnswer(
        bottles=[judge_bottle(shelf, item, grams[item.role], firsts) for item in request.shelf],
        dew_point_c=round(dew_point(outdoors.temp_c, outdoors.rh), 1),
        assumed=list(hair.assumed),
    )


def judge_bottle(
    shelf: Shelf, item: ShelfItem, grams: float, firsts: dict[Role, ShelfItem | None]
) -> BottleOut:
    """One bottle on this head, in its first role."""
    hits = shelf.clashes(item, item.role)
    return BottleOut(
        id=item.id,
        role=item.role,
        fits=fits(hits),
        best=firsts[item.role] is item,
        grams=round(grams, 1),
        units=doses.hand_units(grams, item.unit_g) if item.unit_g else None,
        unit=item.unit if item.unit_g else None,
        enough_for=None if item.stock_g is None else int(item.stock_g / grams),
        clashes=[
            ClashOut(
                key=clash.key,
                fits=clash.fits,
                severity=clash.severity,
                text=clash.text,
                trigger=clash.trigger,
                source=clash.source,
            )
            for clash in hits
        ],
    )
