"""Measure speed: plans in the core, and lists with a large salon. Prints medians and ratios."""

import json
import os
import statistics
import tempfile
import time
from collections.abc import Callable
from functools import partial
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from django.contrib.auth.models import User
    from django.test import Client as ApiClient

PLAN_BUDGET_MS = 50.0
EDIT_BUDGET_MS = 200.0
LIST_BUDGET_MS = 100.0
HEADS, VISITS_PER_HEAD, PLANS_TO_COME = 5_000, 12, 500
REPEATS = 15
SCOPE_FIELDS = 50
#: Requests at random to every operation of the API.
ASKED_OPERATIONS = 100
#: Requests at random to each command; slow ones are asked less often.
FUZZED_USUAL, FUZZED_HEADS = 1_000, 300
FUZZED = {"propose": 40, "day": 40, "compare": 200, "chain": 200, "visit": 200}


#: A plan with a new parting before hair dried in two periods, in yardsticks: both measured one
#: after the other on the same machine.
PLAN_BEFORE = {
    "two_strand_twist_out": 0.86,
    "flat_twist_out": 1.35,
    "braid_out": 0.85,
    "rod_set": 1.26,
    "finger_coils": 1.72,
    "coil_out": 1.75,
    "shingle_wash_and_go": 1.22,
}


def yardstick() -> None:
    """Work that takes as long as the machine is slow."""
    total = 0
    for number in range(200_000):
        total += number * number % 7


def median_ms(work: Callable[[], object]) -> float:
    """Median wall time of some work [ms]."""
    times = []
    for _ in range(REPEATS):
        start = time.perf_counter()
        work()
        times.append((time.perf_counter() - start) * 1000)
    return statistics.median(times)


def report(name: str, took_ms: float, budget_ms: float) -> None:
    print(f"{name:<52}{took_ms:8.1f} ms   {took_ms / budget_ms:5.2f} of {budget_ms:.0f} ms")


def bench_core() -> None:
    """Plans of the largest styles, the parting computed again and remembered."""
    from craft.contract import PlanRequest, parse
    from craft.head import partings
    from craft.plan.planner import plan
    from craft.styles.catalogue import TECHNIQUES

    hair = {"pattern": "4b", "length_cm": 40, "density_per_cm2": 220, "diameter_um": 75}
    for style, technique in TECHNIQUES.items():
        goal = {
            "style": style.value,
            "sections": technique.parting.sections_max,
            "release_after_h": 24,
        }
        request = parse(PlanRequest, {"hair": hair, "goal": goal})

        def anew(request: PlanRequest = request) -> None:
            partings.part.cache_clear()
            plan(request)

        label = f"{style.value}, {technique.parting.sections_max} sections"
        took = median_ms(anew)
        report(f"{label}, new parting", took, PLAN_BUDGET_MS)
        if style.value in PLAN_BEFORE:
            ratio = took / median_ms(yardstick) / PLAN_BEFORE[style.value]
            print(f"{'':<52}{ratio:8.2f} times as long as before")
        report(f"{label}, same parting", median_ms(partial(plan, request)), PLAN_BUDGET_MS)


def bench_crown() -> None:
    """What is asked for while a parting is dragged: a line somewhere else each time."""
    from itertools import count

    from craft.contract import PlanRequest, parse
    from craft.plan.crown import crown
    from craft.plan.drying_plan import drying_plan
    from craft.plan.look import looks
    from craft.plan.planner import plan

    hair = {"pattern": "4b", "length_cm": 30, "density_per_cm2": 190, "diameter_um": 72}
    place = count()

    def dragged(style: str, key: str) -> PlanRequest:
        at = -4 + next(place) % 400 / 400
        change = {"op": "move", "key": key, "at": at, "alike": True}
        goal = {"style": style, "release_after_h": 24}
        parting = {"changes": [change]}
        return parse(PlanRequest, {"hair": hair, "goal": goal, "parting": parting})

    def on_dragged(work: Callable[[PlanRequest], object], style: str, key: str) -> object:
        return work(dragged(style, key))

    for style, key in (("flat_twist_out", "0/2"), ("rod_set", "0/3"), ("finger_coils", "0/4")):
        for name, work in (("plan", plan), ("crown", crown), ("drying", drying_plan)):
            label = f"{style}, a parting dragged, {name}"
            took = median_ms(partial(on_dragged, work, style, key))
            report(label, took, PLAN_BUDGET_MS)
    report("look", median_ms(lambda: looks(dragged("flat_twist_out", "0/2"))), PLAN_BUDGET_MS)


def fuzz_core() -> None:
    """Thousands of requests at random: an answer or a refusal in words, nothing else."""
    from craft.commands import COMMANDS
    from craft.tests.fuzzing import ask, part_heads

    seed = int(time.time())
    tallies = {name: ask(name, FUZZED.get(name, FUZZED_USUAL), seed) for name in COMMANDS}
    tallies["partings by hand"] = part_heads(FUZZED_HEADS, 5, seed)
    for name, tally in tallies.items():
        counts = f"{tally.answered} answered, {tally.refused} refused, {len(tally.broken)} broken"
        print(f"fuzz {name} (seed {seed}): {counts}")
        for fault, request in tally.broken.items():
            print(f"  {fault}\n  {json.dumps(request)}")


def bench_drying() -> None:
    """How surprising sets seen in the trade are, by the law in use and by the one before."""
    from craft.physics.drying import LOG_SPREAD
    from craft.tests import seen_sets

    laws = (
        ("two periods", seen_sets.by_two_periods, LOG_SPREAD),
        ("shrinking core, before", seen_sets.by_shrinking_core, seen_sets.OLD_SPREAD),
    )
    for name, law, spread in laws:
        score = seen_sets.scores(law, spread)
        label = f"drying of {len(seen_sets.SEEN)} seen sets, {name}"
        print(
            f"{label:<52}{score.mean:8.2f} nat  held-out sets {score.held_out:.2f} nat  "
            f"worst odds {score.worst:.2%}"
        )
    odds = seen_sets.scores(seen_sets.by_two_periods, LOG_SPREAD).odds
    for seen in seen_sets.SEEN:
        print(f"  {odds[seen.name]:.2f}  {seen.name} ({seen.tuned or 'held out'})")


def bench_truth() -> None:
    """Energy of dryers, and how ranges and odds hold what they say, in salons of another law."""
    from craft.learning.scoring import calibrate, log_score
    from craft.learning.tests.held_out_wears import held_out
    from craft.learning.tests.promising_clients import draw_promises, shares_held
    from craft.tests.dryer_energy import dryer_runs

    rows = list(dryer_runs())
    most = max(rows, key=lambda row: row.share)
    print(f"heat into water, of the heat of the plug, {len(rows)} plans: at most {most.share:.0%}")
    worn = held_out(range(8))
    print(
        f"days of {worn.wears} held-out wears: error {worn.learned:.2f} learned, {worn.plain:.2f} "
        f"before; within nine in ten {worn.inside:.0%}"
    )
    for slow in (False, True):
        held, scores, bent_scores = [], [], []
        for seed in range(300):
            made = draw_promises(seed, 0.8, slow=slow)
            held += shares_held(made)
            bend = calibrate(made.odds, made.came, clients=made.clients)
            after = draw_promises(10_000 + seed, 0.8, slow=slow)
            scores.append(log_score(after.odds, after.came))
            bent_scores.append(log_score([bend.odds(each) for each in after.odds], after.came))
        print(
            f"odds of 300 salons{', one client slow' if slow else ''}: within nine in ten "
            f"{statistics.mean(held):.0%}; log score {statistics.mean(scores):.3f} as forecast, "
            f"{statistics.mean(bent_scores):.3f} bent"
        )


#: A legal timetable is there after so long, and this near to the bound after a second.
FIRST_S, NEAR_S, NEAR = 0.3, 1.0, 1.02


def bench_day() -> None:
    """Timetables: how early, how near to what is proven, how much better than without thought."""
    from craft.contract import parse
    from craft.contract.day import DayRequest
    from craft.day.answer import day
    from craft.day.tests.days import EIGHT, FT10, job_shop, salon_day

    for limit_s in (FIRST_S, NEAR_S):
        answer = day(parse(DayRequest, salon_day(EIGHT, 2, limit_s=limit_s, draws=0)))
        finish, bound = answer.finish_min or 0, answer.bound_min or 1
        base = answer.baselines
        after, fits = base.one_after_another_min or 0, base.first_fit_min or 0
        clients = sum(client.idle_min for client in answer.heads)
        print(
            f"8 clients, 2 people, {limit_s:g} s: done at {finish}, bound {bound}, "
            f"{finish / bound:.3f} of it ({NEAR:g} after {NEAR_S:g} s), in {answer.took_s:.2f} s; "
            f"{finish / after:.2f} of one after another, {finish / fits:.2f} of first fit; "
            f"idle: clients {clients} min, hands {answer.hands_idle_min} min"
        )
    answer = day(parse(DayRequest, job_shop(FT10, 60)))
    print(
        f"FT10 of Fisher & Thompson: {answer.finish_min} (930), bound {answer.bound_min}, "
        f"{answer.status} in {answer.took_s:.1f} s"
    )


def bench_scope() -> None:
    """How well hairs of rendered fields are counted."""
    from salon.checks.scope import field_errors

    counts, widths = field_errors(SCOPE_FIELDS)
    print(
        f"strand scope, {SCOPE_FIELDS} fields: median error of the count "
        f"{statistics.median(counts):.1%}, of the width {statistics.median(widths):.1%}"
    )


def bench_labels() -> None:
    """A label of forty names read for the first time."""
    from craft.labels import naming, reading
    from craft.labels.naming import listed_names

    text = ", ".join(
        [*list(listed_names())[:36], "Linaool", "Cetaeryl Alcohol", "Shea buter", "Mel"]
    )

    def anew() -> None:
        for remembered in (
            reading.read_label,
            reading.close,
            naming.identify,
            naming.normalise_name,
        ):
            remembered.cache_clear()
        reading.read_label(text)

    report("a label of 40 names, never seen", median_ms(anew), PLAN_BUDGET_MS)


def bench_salon() -> None:
    """Lists and a draft over HTTP with 5 000 clients, 60 000 visits and 500 plans to come."""
    import django

    django.setup()
    from django.core.management import call_command
    from django.test import Client as ApiClient
    from django.test.utils import setup_test_environment

    from salon.checks.crowd import fill, fill_the_book
    from salon.checks.stalls import bench_stalls
    from salon.demo.build import build

    setup_test_environment()
    bench_scope()
    call_command("migrate", verbosity=0)
    build()
    user = fill(HEADS, VISITS_PER_HEAD)
    api = ApiClient()
    api.force_login(user)

    def get(path: str) -> Callable[[], object]:
        return lambda: api.get(path)

    report("clients, first page", median_ms(get("/api/clients/")), LIST_BUDGET_MS)
    report("clients, page 80", median_ms(get("/api/clients/?offset=4740")), LIST_BUDGET_MS)
    report("clients, searched", median_ms(get("/api/clients/?search=4321")), LIST_BUDGET_MS)
    report("findings, first page", median_ms(get("/api/visits/")), LIST_BUDGET_MS)
    last = HEADS * VISITS_PER_HEAD - 60
    report("findings, last page", median_ms(get(f"/api/visits/?offset={last}")), LIST_BUDGET_MS)
    report("visits of one client", median_ms(get("/api/visits/?client=77")), LIST_BUDGET_MS)
    report("shelf, for one client", median_ms(get("/api/shelf/?client=77")), LIST_BUDGET_MS)
    wish = {"client": 77, "goal": {"style": "flat_twist_out", "sections": 14}}

    def draft() -> object:
        return api.post("/api/plans/draft/", wish, content_type="application/json")

    pages = {
        "an edit, recomputed over the API": (draft, EDIT_BUDGET_MS),
        "drawer, at an hour": (get("/api/kit/?hours=48"), LIST_BUDGET_MS),
        "shelf, what is promised of it": (get("/api/shelf/"), LIST_BUDGET_MS),
    }
    free = {name: median_ms(work) for name, (work, _) in pages.items()}
    fill_the_book(PLANS_TO_COME)
    for name, (work, budget) in pages.items():
        report(f"{name}, no plan to come", free[name], budget)
        taken = median_ms(work)
        report(f"{name}, {PLANS_TO_COME} to come", taken, budget)
        print(f"{'':<52}{taken / free[name]:8.2f} times as long")
    bench_screen(user)
    bench_stalls(api, 77)
    fuzz_api(api)


def fuzz_api(api: "ApiClient") -> None:
    """Every operation asked at random, after all else: it changes whatever it likes."""
    from salon.checks.operations import try_operations

    number = int(time.time())
    sent, failed = try_operations(api, ASKED_OPERATIONS, number)
    print(f"{sent} requests to every operation (seed {number}): {len(failed)} operations failed")
    for operation, reason in failed.items():
        print(f"  {operation}: {reason}")


def bench_screen(user: "User") -> None:
    """A parting moved by a key on the crown map, until it stands elsewhere on screen."""
    from django.conf import settings
    from django.test import Client as ApiClient

    from salon.checks.browser import DESK, browser
    from salon.checks.serving import serve

    api = ApiClient()
    api.force_login(user)
    cookie = api.cookies[settings.SESSION_COOKIE_NAME].value
    with browser() as chromium:
        address = serve()
        context = chromium.new_context(base_url=address, viewport=DESK)
        context.add_cookies(
            [{"name": settings.SESSION_COOKIE_NAME, "value": cookie, "url": address}]
        )
        page = context.new_page()
        page.goto("/clients/77/plan/crown")
        line = page.locator("[data-line='0/1']").first
        line.wait_for(state="attached")
        line.focus()
        watch = """line => new Promise(done => {
            const began = performance.now()
            new MutationObserver((_, self) => {
                self.disconnect()
                requestAnimationFrame(() => done(performance.now() - began))
            }).observe(line, { attributes: true, attributeFilter: ['aria-valuenow'] })
            line.dispatchEvent(new KeyboardEvent('keydown', { key: KEY, bubbles: true }))
        })"""
        keys = ("ArrowRight", "ArrowLeft")
        took = [line.evaluate(watch.replace("KEY", f"'{keys[turn % 2]}'")) for turn in range(15)]
        report("a parting moved, seen on screen", statistics.median(took), EDIT_BUDGET_MS)


def main() -> None:
    """Run all of it in throw-away installations."""
    from salon.checks import mutants

    with tempfile.TemporaryDirectory() as folder:
        os.environ["GAUFFER_VAR"] = folder
        os.environ["DJANGO_SETTINGS_MODULE"] = "salon.settings"
        bench_core()
        bench_crown()
        bench_drying()
        bench_truth()
        bench_day()
        fuzz_core()
        bench_labels()
        bench_salon()
    mutants.main()


if __name__ == "__main__":
    main()
