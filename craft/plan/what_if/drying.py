"""Changes after which a set dries in time: of each kind, the smallest that is enough."""

from collections.abc import Callable, Iterable, Iterator
from dataclasses import replace

from craft.contract.base import Patch
from craft.contract.plan import Fix
from craft.head.partings import FIXED
from craft.messages import inline, say
from craft.plan.case import Case
from craft.plan.cautions.rule import Sign
from craft.plan.clock import clock_of
from craft.plan.details import variant
from craft.plan.dryers import hood_setup_min
from craft.plan.forecast import (
    RELEASE_STEP_H,
    SET_RELEASE_STEP_H,
    Forecast,
    damp_at_bedtime,
    in_one_sitting,
    moment_of,
    opening_after,
    rounded_up,
)
from craft.plan.kit.pieces import bands_after, bands_for
from craft.plan.minutes import BLOT_MIN, LAY_IN_EACH_MIN, PART_EACH_MIN, usual_hairs
from craft.plan.stages import section_cylinder, stages_for
from craft.plan.steps.drying import BAND_MIN
from craft.plan.turns import SHAPED, shaped_hair
from craft.plan.what_if.change import Change, first_safe, rank_fixes
from craft.vocabulary import Blot, Dryer, Heat
from craft.words import several
from craft.work import timing

#: Hood minutes that are offered. Own values.
HOOD_OFFERS = tuple(range(10, 95, 5))
#: A release is never put off for longer than this [h]. Own value.
LATEST_RELEASE_H = 120.0

Kind = Callable[[Case, Forecast], Iterator[Change]]


def drying_trials(case: Case, forecast: Forecast) -> Iterator[tuple[Change, bool]]:
    """Of each kind of change the smallest that is safe, else the largest; and whether it is safe.

    Pressing and warm air together are tried only where neither is enough alone.
    """
    alone_enough = False
    for kind in (more_sections, under_the_hood, press_more, later):
        trial, safe = first_safe(kind(case, forecast))
        alone_enough |= safe and kind in (under_the_hood, press_more)
        if trial is not None:
            yield trial, safe
    if not alone_enough:
        trial, safe = first_safe(pressed_and_warmed(case, forecast))
        if trial is not None:
            yield trial, safe


def fixes_for_drying(case: Case, forecast: Forecast) -> Iterator[Change]:
    """Single changes after which the release is safe, cheapest first."""
    safe = {trial.key: trial for trial, enough in drying_trials(case, forecast) if enough}
    fixes = [trial.fix("not_dry_at_release") for trial in safe.values()]
    return (safe[fix.key] for fix in rank_fixes(fixes))


def what_would_help(case: Case, forecast: Forecast) -> list[Fix]:
    """Every kind of change that was tried: what is safe first, then what comes nearest."""
    trials = [trial for trial, _ in drying_trials(case, forecast)]
    return rank_fixes([trial.fix("not_dry_at_release") for trial in trials])


def in_sections(case: Case, count: int) -> Patch:
    """The patch that takes another number of sections.

    What was changed by hand belongs to the parting it was changed on; the answer says that it goes.
    """
    parting = case.request.parting
    patch: Patch = {}
    if parting.changes:
        patch["changes"] = None
    if case.layout.scheme in FIXED:
        patch["scheme"] = None
    if parting.directed:
        patch |= dict.fromkeys(("forward", "sideways", "back"))
    return {"goal": {"sections": count}} | ({"parting": patch} if patch else {})


def sections_minutes(case: Case, count: int) -> float:
    """Hands-on time that depends on the number of sections [min], if all held the same hair."""
    technique = case.technique
    each = timing.section_minutes(
        technique.setting.minutes_each, case.hair.length_cm, case.hairs / count, usual_hairs(case)
    )
    release = technique.release.minutes_each if technique.release.needed else 0.0
    lay_in = LAY_IN_EACH_MIN * len(case.layers)
    by_detail = sum(variant(case, detail).minutes[1] for detail in SHAPED)
    banding = BAND_MIN * bands_for(case, count) if bands_after(case) else 0.0
    each += PART_EACH_MIN + lay_in + release + by_detail
    return (count * each + banding) * case.request.pace


def more_sections(case: Case, forecast: Forecast) -> Iterator[Change]:
    """Thinner sections, keeping left and right alike."""
    now = len(case.sections)
    for count in range(now + 2 - now % 2, case.technique.parting.sections_max + 1, 2):
        extra = sections_minutes(case, count) - sections_minutes(case, now)
        yield Change(
            "more_sections",
            say("Use {count} {nouns}", count=count, nouns=several(case.technique.parting.noun)),
            in_sections(case, count),
            replace(forecast, cylinder=section_cylinder(case, case.hairs / count)),
            hands_on_min=extra,
            client_min=extra,
        )


def under_the_hood(case: Case, forecast: Forecast) -> Iterator[Change]:
    """Minutes of warm air first, then the air."""
    if case.request.goal.max_heat is Heat.NONE or not case.dries:
        return
    hooded = forecast.dryer is Dryer.HOOD
    setup = 0.0 if hooded else hood_setup_min(case)
    for minutes in HOOD_OFFERS:
        if hooded and minutes <= forecast.dryer_min:
            continue
        patch: Patch = {"dry": "hood", "dry_min": minutes}
        if case.request.stages:
            patch["stages"] = None
        yield Change(
            "hood_first",
            say("Dry {minutes} min under the hood first", minutes=minutes),
            patch,
            replace(forecast, stages=stages_for(case, Dryer.HOOD, minutes)),
            hands_on_min=setup,
            client_min=minutes - forecast.salon_min + setup,
        )


def press_more(case: Case, forecast: Forecast) -> Iterator[Change]:
    """Less water to begin with; not where the style wants it soaking."""
    water = shaped_hair(case, Blot.PRESSED).water
    if case.blot is not Blot.CLOTH or water >= forecast.water:
        return
    extra = (BLOT_MIN[Blot.PRESSED] - BLOT_MIN[Blot.CLOTH]) * case.request.pace
    yield Change(
        "less_water",
        say("Press with dry microfibre first"),
        {"blot": "pressed"},
        replace(forecast, water=water),
        hands_on_min=extra,
        client_min=extra,
    )


def pressed_and_warmed(case: Case, forecast: Forecast) -> Iterator[Change]:
    """Less water, then warm air."""
    for press in press_more(case, forecast):
        for hood in under_the_hood(case, press.forecast):
            yield Change(
                "press_and_hood",
                say("Press, then {title}", title=inline(hood.title)),
                {**press.patch, **hood.patch},
                hood.forecast,
                hands_on_min=press.hands_on_min + hood.hands_on_min,
                client_min=press.client_min + hood.client_min,
            )


def later(case: Case, forecast: Forecast) -> Iterator[Change]:
    """Opened later: by the clock when that suits, else a set another day and loose hair soon."""
    if in_one_sitting(forecast):
        return
    step = SET_RELEASE_STEP_H if case.technique.release.needed else RELEASE_STEP_H
    safe_h = forecast.safe_h
    if safe_h is None:
        return
    sooner = forecast.release_h
    release_h = sooner + rounded_up(max(0.0, safe_h - sooner), step)
    by_the_clock = opening_after(case, case.shaped_min + max(safe_h, sooner) * 60)
    if case.technique.release.needed and by_the_clock is not None:
        release_h = by_the_clock
    if sooner < release_h <= LATEST_RELEASE_H:
        yield opened_at(case, forecast, release_h)


def opened_at(case: Case, forecast: Forecast, release_h: float) -> Change:
    """Opened at another hour [h after shaping]."""
    by = release_h - forecast.release_h
    days = round(by / SET_RELEASE_STEP_H)
    if clock_of(case.request) is not None:
        title = say("Open it {moment}", moment=moment_of(case, release_h))
    elif case.technique.release.needed:
        title = (
            say("Open it a day later") if days == 1 else say("Open it {days} days later", days=days)
        )
    else:
        title = say("Open {by:g} h later", by=by)
    return Change(
        "later_release" if by > 0 else "sooner_release",
        title,
        {"goal": {"release_after_h": round(release_h, 2)}},
        replace(forecast, release_h=release_h),
        later_h=round(by, 2),
    )


def at_a_better_hour(case: Case, forecast: Forecast, _: Sign) -> Iterator[Change]:
    """The first hour that suits from the chosen one on."""
    moment = case.shaped_min + forecast.release_h * 60
    release_h = opening_after(case, moment)
    if release_h is not None:
        yield opened_at(case, forecast, release_h)


def dry_by_bedtime(case: Case, forecast: Forecast, _: Sign) -> Iterator[Change]:
    """Changes after which it is safely dry when the client goes to bed, the cheapest first."""
    yield from dry_by(case, forecast, damp_at_bedtime(case, forecast))


def there_in_time(case: Case, forecast: Forecast, _: Sign) -> Iterator[Change]:
    """Changes after which it is dry when it has to look good, the cheapest first."""
    clock, wanted = clock_of(case.request), case.request.look_good_from
    if clock is not None and wanted is not None:
        yield from dry_by(case, forecast, (clock.minutes(wanted) - case.shaped_min) / 60)


def dry_by(case: Case, forecast: Forecast, hours: float | None) -> Iterator[Change]:
    """Of each kind of change the smallest after which it is safely dry in time.

    Args:
        case, forecast: what is planned
        hours: by then [h after shaping]; None: nothing is asked
    """
    if hours is None or hours <= 0:
        return
    found: dict[str, Change] = {}
    for kind in (under_the_hood, more_sections, press_more, pressed_and_warmed):
        for change in kind(case, forecast):
            safe_h = change.forecast.safe_h
            if safe_h is not None and safe_h <= hours:
                found.setdefault(change.key, change)
                break
    fixes = [change.fix("damp_at_bedtime") for change in found.values()]
    yield from (found[fix.key] for fix in rank_fixes(fixes))


def dry_before_covered(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """Minutes under the hood after which it may be covered."""
    trial, safe = first_safe(under_the_hood(case, forecast))
    if trial is not None and safe:
        yield trial
