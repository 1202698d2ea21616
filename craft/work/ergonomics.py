"""Arms: fine and overhead work, and the rest it wants.

Common practice, no source: about 75 minutes without a break are as long as arms work well.
"""

from collections.abc import Iterable, Iterator

#: Steps of fine or overhead work.
FINE_STEPS = frozenset(
    {
        "take_down_old",
        "detangle",
        "detangle_dry_oil",
        "part",
        "lay_in",
        "shape",
        "work",
        "band",
        "release",
    }
)
#: Fine work without a break [min].
FINE_WORK_MIN = 75.0
#: Arms that rest for less than this go on working [min]. Own value.
REST_MIN = 10.0


def fine_runs(spans: Iterable[tuple[float, float]]) -> Iterator[tuple[float, float]]:
    """Fine work that goes on without a rest: after each span, how long by then.

    Args:
        spans: of fine work of one person, from when until when [min]
    Returns:
        for each span in order: minutes of fine work since the last rest, and when it ended [min]
    """
    fine, last = 0.0, None
    for start, end in sorted(spans):
        goes_on = last is not None and start - last < REST_MIN
        fine = (fine if goes_on else 0.0) + end - start
        last = end
        yield fine, end
