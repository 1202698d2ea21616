"""Days that tests and the bench look at."""

from typing import Any

from craft.contract import PlanAnswer
from craft.tests.requests import planned

#: Fisher and Thompson's job shops (1963), as published in many benchmark collections, from memory:
#: machine and minutes, job by job. Optimal: 55 and 930.
FT06 = (
    "2 1 0 3 1 6 3 7 5 3 4 6",
    "1 8 2 5 4 10 5 10 0 10 3 4",
    "2 5 3 4 5 8 0 9 1 1 4 7",
    "1 5 0 5 2 5 3 3 4 8 5 9",
    "2 9 1 3 4 5 5 4 0 3 3 1",
    "1 3 3 3 5 9 0 10 4 4 2 1",
)
FT10 = (
    "0 29 1 78 2 9 3 36 4 49 5 11 6 62 7 56 8 44 9 21",
    "0 43 2 90 4 75 9 11 3 69 1 28 6 46 5 46 7 72 8 30",
    "1 91 0 85 3 39 2 74 8 90 5 10 7 12 6 89 9 45 4 33",
    "1 81 2 95 0 71 4 99 6 9 8 52 7 85 3 98 9 22 5 43",
    "2 14 0 6 1 22 5 61 3 26 4 69 8 21 7 49 9 72 6 53",
    "2 84 1 2 5 52 3 95 8 48 9 72 0 47 6 65 4 6 7 25",
    "1 46 0 37 3 61 2 13 6 32 5 21 9 32 8 89 7 30 4 55",
    "2 31 0 86 1 46 5 74 4 32 6 88 8 19 9 48 7 36 3 79",
    "0 76 1 69 3 76 5 51 2 85 9 11 6 40 7 89 4 26 8 74",
    "1 85 0 13 2 61 6 7 8 64 9 76 5 47 3 52 4 90 7 45",
)


def job_shop(jobs: tuple[str, ...], limit_s: float) -> dict[str, Any]:
    """A job shop as a day: machines are stations of one, nothing has hands."""
    heads = []
    for number, job in enumerate(jobs):
        words = [int(word) for word in job.split()]
        segments = [
            {"station": f"m{machine}", "minutes": minutes}
            for machine, minutes in zip(words[::2], words[1::2], strict=True)
        ]
        heads.append({"id": f"j{number}", "segments": segments})
    machines = {f"m{number}": 1 for number in range(len(jobs[0].split()) // 2)}
    return {"close_min": 2000, "stations": machines, "heads": heads, "limit_s": limit_s}


def segments_of_plan(plan: PlanAnswer) -> list[dict[str, Any]]:
    """The first sitting of a plan as segments."""
    from craft.day.from_plan import segments

    return [segment.model_dump(mode="json") for segment in segments(plan, 1.0)]


def salon_day(styles: tuple[str, ...], specialists: int, **more: Any) -> dict[str, Any]:
    """Heads of several styles that may come at any hour of a day."""
    heads = [
        {"id": f"h{number}", "segments": segments_of_plan(planned(goal={"style": style}))}
        for number, style in enumerate(styles)
    ]
    people = [{"id": chr(97 + number)} for number in range(specialists)]
    stations = {"chair": 4, "basin": 2, "steamer": 1, "hood": 2}
    return {
        "close_min": 720,
        "stations": stations,
        "specialists": people,
        "heads": heads,
        "limit_s": 1.0,
    } | more


EIGHT = (
    "two_strand_twist_out",
    "flat_twist_out",
    "shake_wash_and_go",
    "quick_wash",
    "refresh_visit",
    "scrunch_waves",
    "slick_bun",
    "two_strand_twist_out",
)
