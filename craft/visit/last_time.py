"""What went wrong at a visit, for the hands of the next one."""

from craft.contract.chair import LastTime
from craft.contract.replay import ReplayRequest
from craft.messages import say
from craft.visit.chair import dose_names
from craft.visit.evenness import uneven_sides
from craft.visit.faults import findings
from craft.visit.fold import fold
from craft.visit.log import Log, apply_corrections, in_order


def last_time(request: ReplayRequest) -> LastTime:
    """What failed at a visit, and which side got more.

    Raises:
        CraftError: as `craft.visit.fold.fold` raises it
    """
    plan = request.plan
    visit = fold(plan, request.events)
    log = Log(plan, apply_corrections(in_order(request.events)))
    names = dose_names(plan)
    return LastTime(
        faults=findings(plan, visit),
        uneven=[
            say(
                "{product}: {more} got {percent} % more per gram of hair than {less}.",
                product=names.get((uneven.key[0], uneven.key[1]), uneven.key[1]),
                more=uneven.more,
                percent=round((uneven.ratio - 1) * 100),
                less=uneven.less,
            )
            for uneven in uneven_sides(log, visit.steps, visit.sections)
        ],
    )
