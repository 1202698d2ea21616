"""The search: CP-SAT over intervals, a legal timetable at any time.

What is worked without a pause is one block. A block is an interval at its station; where hands are
on the hair it is also an interval of one crew: people who may stand in for each other. Who of a
crew does it is settled afterwards. A head keeps its station until it moves to the next: whoever
waits in a chair sits in it.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field

from ortools.sat.python import cp_model

from craft.contract.day import DayRequest, SpecialistIn
from craft.day.layout import Key, Placed, Segment, Timetable, away
from craft.progress import Listener, Progress, listener

#: Workers of the search: as many cores as a small salon's computer has.
WORKERS = 2
SUBSOLVERS = ("no_lp", "objective_lb_search")
#: A head that is moved at all, against a minute by which it is moved. Own value.
MOVED_COST = 60
#: Work that goes on after so little is not left for another head [min]. Own value.
NO_PAUSE_MIN = 2.0


@dataclass(frozen=True)
class Result:
    """What a search comes to.

    Args:
        status: optimal, feasible, infeasible or unknown
        timetable: empty where there is none
        bound_min: no timetable finishes earlier [min]
        roomy: hands have as long as they need three times in four
    """

    status: str
    timetable: Timetable = field(default_factory=dict)
    bound_min: int | None = None
    roomy: bool = False

    @property
    def finish_min(self) -> int | None:
        """When the last head is done [min]."""
        return max((placed.end for placed in self.timetable.values()), default=None)


@dataclass(frozen=True)
class Block:
    """Segments that are worked without a pause, or one that waits."""

    segments: tuple[Segment, ...]

    @property
    def key(self) -> Key:
        """Of its first segment."""
        return self.segments[0].head, self.segments[0].index

    @property
    def last(self) -> Segment:
        return self.segments[-1]

    @property
    def hands(self) -> bool:
        return self.segments[0].hands

    def minutes_of(self, specialist: str) -> int:
        """How long it takes somebody [min]."""
        return sum(
            hands.minutes
            for segment in self.segments
            for hands in segment.by
            if hands.specialist == specialist
        )

    @property
    def by(self) -> tuple[str, ...]:
        """Who may work on it."""
        return tuple(hands.specialist for hands in self.segments[0].by)


def blocks_of(segments: Sequence[Segment]) -> list[Block]:
    """A head's segments as blocks."""
    blocks: list[Block] = []
    for segment in segments:
        if blocks and goes_on(blocks[-1].last, segment):
            blocks[-1] = Block((*blocks[-1].segments, segment))
        else:
            blocks.append(Block((segment,)))
    return blocks


def goes_on(before: Segment, segment: Segment) -> bool:
    """Whether one segment is worked right after another by the same hands."""
    wait = before.source.max_wait_after
    same = [hands.specialist for hands in before.by] == [hands.specialist for hands in segment.by]
    return (
        before.hands
        and segment.hands
        and same
        and wait is not None
        and wait <= NO_PAUSE_MIN
        and before.source.station == segment.source.station
        and segment.source.start is None
    )


def crews_of(request: DayRequest, heads: Sequence[Sequence[Segment]]) -> list[list[SpecialistIn]]:
    """People who may stand in for each other: of one pace and hours, and nobody asks for them."""
    named = {head.specialist for head in request.heads}
    # Who knows how is distinguished from who does not.
    named |= {name for head in request.heads for name in head.may or ()}
    named |= {segment.source.specialist for segments in heads for segment in segments}
    crews: dict[object, list[SpecialistIn]] = {}
    for person in request.specialists:
        alike = person.model_dump_json(exclude={"id", "name"})
        crews.setdefault(person.id if person.id in named else alike, []).append(person)
    return list(crews.values())


@dataclass
class Variables:
    """The variables of a model: of every block its begin, its end and its crew."""

    blocks: list[list[Block]] = field(default_factory=list)
    starts: dict[Key, cp_model.IntVar] = field(default_factory=dict)
    ends: dict[Key, cp_model.IntVar] = field(default_factory=dict)
    by: dict[Key, list[tuple[int, cp_model.IntVar]]] = field(default_factory=dict)

    def __iter__(self) -> Iterator[Block]:
        return (block for blocks in self.blocks for block in blocks)

    def done(self, place: int) -> cp_model.IntVar:
        """When a head is done."""
        return self.ends[self.blocks[place][-1].key]

    def begun(self, place: int) -> cp_model.IntVar:
        """When a head begins."""
        return self.starts[self.blocks[place][0].key]


@dataclass
class Taken:
    """Intervals at every station and of every crew."""

    stations: dict[str, list[cp_model.IntervalVar]]
    crews: list[list[cp_model.IntervalVar]]


def model_of(
    request: DayRequest, heads: Sequence[Sequence[Segment]]
) -> tuple[cp_model.CpModel, Variables, cp_model.IntVar]:
    """The model of a day with its variables and its finish."""
    model, made = cp_model.CpModel(), Variables()
    crews = crews_of(request, heads)
    first, last = request.open_min, request.close_min
    gone = [
        [
            model.new_fixed_size_interval_var(begin, end - begin, "away")
            for person in crew
            for begin, end in away(person, first, last)
        ]
        for crew in crews
    ]
    taken = Taken({name: [] for name in request.stations}, gone)
    finish = model.new_int_var(first, last, "finish")
    for place, (head, segments) in enumerate(zip(request.heads, heads, strict=True)):
        made.blocks.append(blocks_of(segments))
        for block in made.blocks[place]:
            place_block(model, made, block, (max(first, head.arrive_min), last), crews, taken)
        follow(model, made, made.blocks[place], taken, last)
        model.add(finish >= made.done(place))
        if head.done_by_min is not None:
            model.add(made.done(place) <= head.done_by_min)
        if head.start_by_min is not None:
            model.add(made.begun(place) <= head.start_by_min)
    for name, intervals in taken.stations.items():
        within(model, intervals, request.stations[name])
    for crew, intervals in zip(crews, taken.crews, strict=True):
        within(model, intervals, len(crew))
    all_hands(model, made, finish, len(request.specialists), first)
    return model, made, finish


def within(model: cp_model.CpModel, intervals: Sequence[cp_model.IntervalVar], count: int) -> None:
    """No more at a time than there are."""
    if count == 1:
        model.add_no_overlap(intervals)
    elif len(intervals) > count:
        model.add_cumulative(intervals, [1] * len(intervals), count)


def all_hands(
    model: cp_model.CpModel,
    made: Variables,
    finish: cp_model.IntVar,
    people: int,
    first: int,
) -> None:
    """No timetable is shorter than all its hands shared among everybody."""
    work = sum(sum(segment.least for segment in block.segments) for block in made if block.hands)
    if people:
        model.add(people * (finish - first) >= work)


def place_block(
    model: cp_model.CpModel,
    made: Variables,
    block: Block,
    during: tuple[int, int],
    crews: Sequence[Sequence[SpecialistIn]],
    taken: Taken,
) -> None:
    """The variables of one block, by exactly one crew where it needs hands."""
    key, (low, high) = block.key, during
    fixed = block.segments[0].source.start
    if fixed is not None:
        low = high = fixed
    start = model.new_int_var(low, high, f"start {key}")
    end = model.new_int_var(low, max(during[1], low), f"end {key}")
    made.starts[key], made.ends[key] = start, end
    if not block.hands:
        model.add(end - start >= block.last.minutes)
        model.add(end - start <= block.last.most)
        return
    may = [
        (number, block.minutes_of(crew[0].id))
        for number, crew in enumerate(crews)
        if crew[0].id in block.by
    ]
    if len(may) == 1:
        number, minutes = may[0]
        model.add(end == start + minutes)
        taken.crews[number].append(model.new_fixed_size_interval_var(start, minutes, ""))
        made.by[key] = [(number, model.new_constant(1))]
        return
    made.by[key] = []
    for number, minutes in may:
        chosen = model.new_bool_var(f"crew {number} {key}")
        interval = model.new_optional_fixed_size_interval_var(start, minutes, chosen, "")
        taken.crews[number].append(interval)
        model.add(end == start + minutes).only_enforce_if(chosen)
        made.by[key].append((number, chosen))
    model.add_exactly_one([chosen for _, chosen in made.by[key]])


def follow(
    model: cp_model.CpModel,
    made: Variables,
    blocks: Sequence[Block],
    taken: Taken,
    last: int,
) -> None:
    """Blocks come one after another, each within what may be waited; the station is kept."""
    for block, after in zip(blocks, [*blocks[1:], None], strict=True):
        leaves = made.ends[block.key]
        if after is not None:
            begins = made.starts[after.key]
            model.add(begins >= leaves)
            wait = block.last.source.max_wait_after
            if wait is not None:
                model.add(begins <= made.ends[block.key] + round(wait))
                leaves = begins
        sits = model.new_int_var(0, last, "")
        interval = model.new_interval_var(made.starts[block.key], sits, leaves, "")
        taken.stations[block.last.source.station].append(interval)


class Teller(cp_model.CpSolverSolutionCallback):
    """Tells every earlier finish that is found."""

    def __init__(self, hears: Listener) -> None:
        super().__init__()
        self.hears = hears

    def on_solution_callback(self) -> None:
        """A timetable was found."""
        self.hears(
            Progress(round(self.objective_value), round(self.best_objective_bound), self.wall_time)
        )


def solver_for(limit_s: float) -> cp_model.CpSolver:
    """A solver with a time limit [s]."""
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = WORKERS
    solver.parameters.max_time_in_seconds = max(0.02, limit_s)
    solver.parameters.random_seed = 1
    # The bound of all hands is often reached: looking upward from it proves it soon.
    solver.parameters.subsolvers.extend(SUBSOLVERS)
    return solver


def hint(model: cp_model.CpModel, made: Variables, timetable: Timetable) -> None:
    """Begin the search from a timetable."""
    model.clear_hints()  # type: ignore[no-untyped-call]
    for block in made:
        placed = timetable.get(block.key)
        if placed is None:
            continue
        model.add_hint(made.starts[block.key], placed.start)
        ends = timetable.get((block.last.head, block.last.index))
        if ends is not None and ends.end > ends.start:
            model.add_hint(made.ends[block.key], ends.end)


def read_out(
    request: DayRequest,
    heads: Sequence[Sequence[Segment]],
    solver: cp_model.CpSolver,
    made: Variables,
) -> dict[Key, Placed]:
    """The timetable that was found, with somebody of the crew for every block."""
    crews = crews_of(request, heads)
    busy = {
        person.id: away(person, request.open_min, request.close_min)
        for person in request.specialists
    }
    last_hands: dict[str, str] = {}
    table: dict[Key, Placed] = {}
    for block in sorted(made, key=lambda each: (solver.value(made.starts[each.key]), each.key)):
        start, end = solver.value(made.starts[block.key]), solver.value(made.ends[block.key])
        if not block.hands:
            table[block.key] = Placed(start, end)
            continue
        number = next(number for number, chosen in made.by[block.key] if solver.value(chosen))
        free = [
            person.id
            for person in crews[number]
            if all(until <= start or begin >= end for begin, until in busy[person.id])
        ]
        # The hands of before go on where they can.
        head = block.segments[0].head
        who = last_hands.get(head) if last_hands.get(head) in free else free[0]
        assert who is not None
        last_hands[head] = who
        busy[who].append((start, end))
        at = start
        for segment in block.segments:
            minutes = next(hands.minutes for hands in segment.by if hands.specialist == who)
            table[segment.head, segment.index] = Placed(at, at + minutes, who)
            at += minutes
    return table


#: Share of the seconds for the finish; the rest for the clients.
FINISH_SHARE = 0.7
FOUND = (cp_model.OPTIMAL, cp_model.FEASIBLE)


def search(
    request: DayRequest,
    heads: Sequence[Sequence[Segment]],
    begin: Timetable,
    limit_s: float,
) -> Result:
    """The earliest finish, then the least time of the clients in the salon within it.

    Args:
        request: the day
        heads: segments of every head
        begin: a timetable to begin from, legal or not
        limit_s: seconds for all of it
    """
    model, made, finish = model_of(request, heads)
    hint(model, made, begin)
    model.minimize(finish)
    solver = solver_for(limit_s * FINISH_SHARE)
    hears = listener()
    status = solver.solve(model, Teller(hears) if hears else None)
    if status == cp_model.INFEASIBLE:
        return Result("infeasible")
    if status not in FOUND:
        return Result("unknown")
    table, bound = read_out(request, heads, solver, made), round(solver.best_objective_bound)
    proven = status == cp_model.OPTIMAL
    model.add(finish <= solver.value(finish))
    hint(model, made, table)
    model.minimize(sum(made.done(place) - made.begun(place) for place in range(len(request.heads))))
    again = solver_for(limit_s - solver.wall_time)
    if again.solve(model) in FOUND:
        table = read_out(request, heads, again, made)
    return Result("optimal" if proven else "feasible", table, bound)


def feasible(request: DayRequest, heads: Sequence[Sequence[Segment]], limit_s: float) -> bool:
    """Whether there is any timetable, as far as the solver can tell within its time limit [s]."""
    model, _, _ = model_of(request, heads)
    return solver_for(limit_s).solve(model) in FOUND


def repair(
    request: DayRequest,
    heads: Sequence[Sequence[Segment]],
    before: Timetable,
    limit_s: float,
) -> Result:
    """The smallest change of a timetable: few heads, by little.

    Args:
        request: the day as it is now
        heads: segments of every head
        before: where everything was
        limit_s: seconds
    """
    model, made, finish = model_of(request, heads)
    hint(model, made, before)
    costs = []
    for place, blocks in enumerate(made.blocks):
        off = []
        for block in blocks:
            if block.key not in before:
                continue
            gap = model.new_int_var(0, request.close_min, "")
            model.add_abs_equality(gap, made.starts[block.key] - before[block.key].start)
            off.append(gap)
        if off:
            moved = model.new_bool_var(f"moved {place}")
            for gap in off:
                model.add(gap == 0).only_enforce_if(~moved)
            costs += [MOVED_COST * moved, *off]
    model.minimize(sum(costs) * 10 + finish)
    solver = solver_for(limit_s)
    status = solver.solve(model)
    if status == cp_model.INFEASIBLE:
        return Result("infeasible")
    if status not in FOUND:
        return Result("unknown")
    word = "optimal" if status == cp_model.OPTIMAL else "feasible"
    return Result(word, read_out(request, heads, solver, made))
