"""A visit at a moment: the step, its timers, what is uneven, what was forgotten, a rest."""

from collections import deque
from collections.abc import Iterator
from datetime import datetime

from craft.contract.chair import ChairAnswer, ChairRequest, DueTimer, Rest, UnevenDose
from craft.contract.plan import PlanAnswer
from craft.contract.reasons import TRADE
from craft.contract.visit import TimerRun, VisitAnswer
from craft.messages import say
from craft.plan.timetable import SHAPES
from craft.visit.evenness import UNEVEN_SHARE, uneven_sides
from craft.visit.faults import findings
from craft.visit.film import film
from craft.visit.fold import fold
from craft.visit.gate import gate
from craft.visit.lay_out import lay_out
from craft.visit.log import RELEASE, TICKS, Log, apply_corrections, in_order, minutes_between
from craft.visit.mishaps import mishaps
from craft.visit.opening import opens_at_home
from craft.visit.runs import shaped_when
from craft.visit.steps import chair_step, current
from craft.vocabulary import Role, SectionTick, StepStatus, VisitState
from craft.work.ergonomics import FINE_STEPS, FINE_WORK_MIN, REST_MIN, fine_runs

#: What follows sets what was laid in: after it a dose is no longer evened out.
SETS_IT = frozenset({"dry", RELEASE})


def chair(request: ChairRequest) -> ChairAnswer:
    """A visit at a moment.

    Raises:
        CraftError: as `craft.visit.log.fold` raises it
    """
    plan, now = request.plan, request.now
    visit = fold(plan, request.events)
    log = Log(plan, apply_corrections(in_order(request.events)))
    over = [run.status in (StepStatus.DONE, StepStatus.SKIPPED) for run in visit.steps]
    running = [run.status is StepStatus.RUNNING for run in visit.steps]
    key = current(plan.steps, over, running)
    released = any(step.key == RELEASE for step in plan.steps)
    shaped = any(run.key in SHAPES and done for run, done in zip(visit.steps, over, strict=True))
    return ChairAnswer(
        visit=visit,
        step=key,
        steps=[chair_step(plan, step) for step in plan.steps],
        timers=sorted(
            (due(timer, now) for timer in visit.timers if timer.stopped_at is None),
            key=lambda timer: timer.least_at,
        ),
        uneven=list(uneven_doses(log, visit)),
        unticked=unticked_sections(visit, key),
        mishaps=mishaps(plan, visit),
        film=film(plan, visit),
        # Before the set is shaped nothing dries.
        gate=gate(request.asked if shaped else None, visit, shaped_when(log), now)
        if released
        else None,
        rest=rest(visit, now),
        faults=findings(plan, visit),
        opens=opens_at_home(request.asked, shaped_when(log)) if plan.opened_at_home else None,
        lay_out=lay_out(plan, request.asked, request.stock)
        if visit.state is VisitState.PLANNED
        else [],
    )


def due(timer: TimerRun, now: datetime) -> DueTimer:
    """A timer as it stands: hands are wanted once it sat long enough."""
    state = "running" if now < timer.least_at else "due"
    if timer.most_at is not None and now > timer.most_at:
        state = "over"
    return DueTimer(
        timer=timer.timer,
        title=timer.title,
        step=timer.step,
        least_at=timer.least_at,
        most_at=timer.most_at,
        state=state,
        loud=state != "running",
    )


def dose_names(plan: PlanAnswer) -> dict[tuple[str, Role], str]:
    """Products of a plan in words, by step and role."""
    return {
        (step.key, product.role): product.name for step in plan.steps for product in step.products
    }


def uneven_doses(log: Log, visit: VisitAnswer) -> Iterator[UnevenDose]:
    """Doses that differ between two sides, while they can be mended and after."""
    begun = {run.key for run in visit.steps if run.status is not StepStatus.PLANNED}
    mendable = not begun & SETS_IT
    names = dose_names(log.plan)
    for uneven in uneven_sides(log, visit.steps, visit.sections):
        step, role, layer = uneven.key
        percent = round((uneven.ratio - 1) * 100)
        text = say(
            "{product}: {more} has {percent} % more per gram of hair than {less}. ",
            product=names.get((step, role), role),
            more=uneven.more,
            percent=percent,
            less=uneven.less,
        )
        text += (
            say(
                "Add {lacks:.1f g} on the {less} side before it dries.",
                lacks=uneven.lacks_g,
                less=uneven.less,
            )
            if mendable
            else say("It is set: note how it comes out.")
        )
        yield UnevenDose(
            step=step,
            role=role,
            layer=layer,
            more=uneven.more,
            less=uneven.less,
            percent=percent,
            add_g=round(uneven.lacks_g, 1),
            mendable=mendable,
            text=text,
            source=say(
                "{trade} {uneven_share:.0%} per gram of hair is a salon standard.",
                trade=TRADE,
                uneven_share=UNEVEN_SHARE,
            ),
        )


def unticked_sections(visit: VisitAnswer, key: str | None) -> list[int]:
    """Sections that a step which is worked by sections has not reached."""
    tick = TICKS.get(key or "")
    if tick is None:
        return []
    return [section.number for section in visit.sections if not is_ticked(section, tick)]


def is_ticked(section: object, tick: SectionTick) -> bool:
    """Whether a section is ticked."""
    return bool(getattr(section, tick))


def rest(visit: VisitAnswer, now: datetime) -> Rest | None:
    """Fine work since the last break, and whether it is time for one."""
    spans = [
        (-minutes_between(run.started_at, now), -minutes_between(run.ended_at or now, now))
        for run in visit.steps
        if run.key in FINE_STEPS and run.started_at is not None
    ]
    fine, ended = next(iter(deque(fine_runs(spans), maxlen=1)), (0.0, -REST_MIN))
    if -ended >= REST_MIN:
        return None
    is_due = fine > FINE_WORK_MIN
    text = say("{fine:.0f} min of fine work without a break.", fine=fine)
    if is_due:
        text += say(" Two minutes: shoulders down, shake the hands out, let the client stand.")
    return Rest(fine_min=round(fine, 1), due=is_due, text=text)
