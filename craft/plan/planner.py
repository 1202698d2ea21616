"""From a request to a plan."""

import math
from collections.abc import Iterator, Mapping, Sequence

from craft import RULES_VERSION
from craft.contract.partings import SectionOut
from craft.contract.plan import (
    Drying,
    PlanAnswer,
    PlanRequest,
    Reason,
    Step,
    Totals,
)
from craft.contract.reasons import STANDARD, TRADE, reason
from craft.head.geometry import hairline
from craft.head.partings import WITH_MIDDLE_PARTING, Layout, Section, knows_its_number
from craft.messages import join, say
from craft.physics import drying
from craft.physics.rates import Stage
from craft.plan.case import Case
from craft.plan.cautions import Applied, applicable_cautions
from craft.plan.crown import line_out, section_out
from craft.plan.details import detail_choices, dropped_details
from craft.plan.dosing import film_left_on, solids_left_on
from craft.plan.finished import finished_look
from craft.plan.forecast import SAFE_ODDS, Forecast, curve, forecast_of
from craft.plan.home import home
from craft.plan.kit.curls import (
    bands_of,
    curl_width,
    rod_curl,
    section_hangs,
    set_in_words,
    turns_of,
)
from craft.plan.kit.pieces import bundles_of, kit_needed, rods_by_section
from craft.plan.minutes import shape_minutes
from craft.plan.places import grams_by_place
from craft.plan.prepare import prepare
from craft.plan.stages import section_cylinder
from craft.plan.steps.before import ahead
from craft.plan.steps.edits import apply_edits
from craft.plan.steps.opening import opened_at_home
from craft.plan.steps.schools import schools
from craft.plan.steps.step import sitting_minutes
from craft.plan.steps.styling import styling
from craft.plan.times import times
from craft.plan.timetable import release_at
from craft.plan.what_if.answers import with_fixes
from craft.products import doses
from craft.products.layer import STAYS
from craft.products.stays import WHITE_ABOVE_G_PER_M2
from craft.vocabulary import Role, Scheme, Severity, StageKind
from craft.words import plural
from craft.work import timing

#: The chart looks this much past the later of release and dry, and at most so far [h].
CHART_PAST, CHART_LIMIT_H = 1.15, 336.0


def plan(request: PlanRequest) -> PlanAnswer:
    """Plan a service.

    Pure and deterministic: the same request gives the same answer.

    Args:
        request: head, person, wish, room, school, shelf, kit
    Returns:
        steps, sections, doses, drying, cautions with their fixes, and the card for home
    Raises:
        CraftError: the request asks for something that cannot be; names the field
    """
    case = prepare(request)
    forecast = forecast_of(case)
    rods = rods_by_section(case)
    set_details, set_reasons = set_in_words(case, rods)
    steps, removed = apply_edits(case, routine(case, forecast))
    cautions = with_fixes(case, forecast, applicable_cautions(case, forecast, steps))
    stops = [caution for caution in cautions if caution.severity is Severity.STOP]
    stopped = bool(stops)
    card = home(case, forecast, release_at(steps, forecast.release_h))
    # Where nothing is done, what would have to be minded is no matter.
    cautions = stops or cautions
    return PlanAnswer(
        rules_version=RULES_VERSION,
        title=case.technique.title,
        scheme=case.layout.scheme,
        steps=[] if stopped else place_cautions(steps, cautions),
        sections=sections_out(case, forecast, rods),
        hairline=[(round(float(x), 2), round(float(y), 2)) for x, y in hairline(case.hair.head_cm)],
        totals=totals(case, [] if stopped else steps, forecast.release_h),
        drying=drying_out(forecast),
        kit_needed=kit_needed(case),
        finished=finished_look(case, forecast),
        cautions=[caution.answer() for caution in cautions],
        fixes=[fix for caution in cautions for fix in caution.fixes],
        home=card,
        dries=case.dries,
        opened_at_home=case.technique.release.needed and opened_at_home(case, forecast),
        times=times(case, forecast, steps, card),
        layers=[each.layer for each in case.layers],
        may_stay=list(STAYS),
        assumed=list(case.hair.assumed),
        own_number=knows_its_number(case.layout.scheme),
        middle=case.layout.scheme in WITH_MIDDLE_PARTING,
        sides=sides(case.layout),
        bands=bands_of(case),
        lines=[line_out(line) for line in case.sectioning.lines],
        bundles=[list(bundle) for bundle in bundles_of(case)],
        set_details=set_details,
        set_reasons=set_reasons,
        section_reasons=section_reasons(case),
        schools=schools(case),
        details=detail_choices(case, steps),
        dropped=dropped_details(case),
        ahead=ahead(case),
        removed=removed,
    )


def sides(layout: Layout) -> list[int]:
    """Sections of a side laid forward, to the side and back; none in schemes that do not ask."""
    if layout.scheme is not Scheme.DIRECTED:
        return []
    return [layout.forward, layout.sideways, layout.back]


def routine(case: Case, forecast: Forecast) -> list[Step]:
    """The steps in the order of the work."""
    return [*case.early, *styling(case, forecast)]


def place_cautions(steps: Sequence[Step], cautions: Sequence[Applied]) -> list[Step]:
    """Put each caution on the steps where the risk arises."""
    return [
        step.model_copy(
            update={
                "cautions": [
                    caution.rule.key for caution in cautions if {*step.keys} & {*caution.rule.steps}
                ]
            }
        )
        for step in steps
    ]


def totals(case: Case, steps: Sequence[Step], release_after_h: float) -> Totals:
    """The strip in numbers [min, g, money]."""
    hands = sum(step.hands_on_min for step in steps)
    wide = math.sqrt(sum(((step.hands_on_high - step.hands_on_low) / 2) ** 2 for step in steps))
    waits = sum(step.wait_min for step in steps)
    grams: dict[Role, float] = {}
    products = [product for step in steps for product in step.products]
    for product in products:
        grams[product.role] = round(grams.get(product.role, 0.0) + product.grams, 1)
    return Totals(
        hands_on_min=round(hands, 1),
        hands_on_low=round(max(0.0, hands - wide), 1),
        hands_on_high=round(hands + wide, 1),
        wait_min=round(waits, 1),
        client_min=round(hands + waits, 1),
        first_sitting_min=round(sitting_minutes(steps), 1),
        release_min=round(release_at(steps, release_after_h), 1),
        leave_on_g_per_m2=round(film_left_on(case), 2),
        thin_below_g_per_m2=doses.THIN_BELOW_G_PER_M2,
        residue_above_g_per_m2=doses.RESIDUE_ABOVE_G_PER_M2,
        solids_g_per_m2=round(solids_left_on(case), 2),
        white_above_g_per_m2=WHITE_ABOVE_G_PER_M2,
        product_g=grams,
        hair_g=round(case.hair_g, 1),
        surface_m2=round(case.surface_m2, 3),
        product_cost=round(sum(product.cost or 0.0 for product in products), 2),
        unpriced=list(dict.fromkeys(product.name for product in products if product.cost is None)),
        reasons=sum_reasons(case, steps),
    )


def sum_reasons(case: Case, steps: Sequence[Step]) -> list[Reason]:
    """How hands-on and waiting minutes come about, step by step."""
    hands = join(
        " + ",
        (
            say("{step} {minutes:.0f}", step=step.title, minutes=step.hands_on_min)
            for step in steps
            if step.hands_on_min
        ),
    )
    waits = join(
        " + ",
        (
            say("{step} {minutes:.0f}", step=step.wait_title, minutes=step.wait_min)
            for step in steps
            if step.wait_min
        ),
    )
    pace = case.request.pace
    reasons = [
        reason(
            "hands_on_sum",
            say(
                "{hands}; at {pace:g} × standard time. In 9 of 10 cases it stays within the range.",
                hands=hands,
                pace=pace,
            ),
            say("pace {pace:g}", pace=pace),
            STANDARD,
        )
    ]
    if waits:
        reasons.append(reason("waiting_sum", waits + ".", say("waiting of the steps"), TRADE))
    return reasons


def section_reasons(case: Case) -> list[Reason]:
    """How what a section shows comes about."""
    hair = case.hair
    return [
        reason(
            "section_hairs",
            say(
                "Its area on the head times the hairs per cm² that grow there; partings are "
                "placed so that every section holds the same hair."
            ),
            say(
                "{density_per_cm2:g} hairs/cm², head {head_cm:g cm}",
                density_per_cm2=hair.density_per_cm2,
                head_cm=hair.head_cm,
            ),
            say("Equal-area map: Snyder, Map Projections, USGS 1395."),
        ),
        reason(
            "section_grams",
            say("Hairs taken as cylinders: number × cross-section × length × 1.32 g/cm³."),
            say("{diameter_um:g} µm", diameter_um=hair.diameter_um),
            say("Robbins, Chemical and Physical Behavior of Human Hair, from memory."),
        ),
        reason(
            "section_doses",
            say("Its share of each dose: the film in g/m² times the surface of its hair."),
            say(
                "porosity {porosity}, definition {definition:.0%}",
                porosity=hair.porosity,
                definition=case.definition,
            ),
            STANDARD,
        ),
        reason(
            "section_minutes",
            say(
                "{minutes_each:g} min for a usual one of {usual_cm:g cm}: a third fixed, the rest "
                "with length and hair, at the specialist's pace.",
                minutes_each=case.technique.setting.minutes_each,
                usual_cm=timing.REFERENCE_LENGTH_CM,
            ),
            say("pace {pace:g}", pace=case.request.pace),
            STANDARD,
        ),
    ]


def sections_out(case: Case, forecast: Forecast, rods: Mapping[int, float]) -> list[SectionOut]:
    """The parted head with dose [g], minutes and drying [h] of each section."""
    # Sections of equal hair dry alike: each number of hairs is forecast once.
    hours = {
        hairs: drying.hours_to_dry(
            section_cylinder(case, hairs), forecast.water, forecast.stages, forecast.factor
        )
        for hairs in {round(section.hairs) for section in case.sections}
    }
    doses = section_doses(case)
    bundle = {
        number: place for place, bundle in enumerate(bundles_of(case), 1) for number in bundle
    }
    return [
        section_out(section).model_copy(
            update={
                "minutes": round(shape_minutes(case, section) * case.request.pace, 2),
                "doses": doses[section.number],
                "h_to_dry": round_hours(hours[round(section.hairs)]),
                "rod_mm": rods.get(section.number),
                "bundle": bundle.get(section.number),
                **set_of(case, section, rods.get(section.number)),
            }
        )
        for section in case.sections
    ]


def section_doses(case: Case) -> dict[int, dict[Role, float]]:
    """What stays in each section, by role [g]."""
    doses: dict[int, dict[Role, float]] = {section.number: {} for section in case.sections}
    for each in case.layers:
        grams = {section.number: each.in_section(section) for section in case.sections}
        for number, own in grams_by_place(case, each.role, grams).items():
            if own:
                doses[number][each.role] = round(doses[number].get(each.role, 0.0) + own, 2)
    return doses


def set_of(case: Case, section: Section, rod: float | None) -> dict[str, float | None]:
    """What a section is made into, in numbers [mm, turns]."""
    wound = rod_curl(case, rod, section=section).wound.thickness_mm if rod is not None else None
    return {
        "turns": tenth(turns_of(case, section, rod)),
        "wound_mm": tenth(wound),
        "curl_mm": tenth(curl_width(case, section, rod)),
        "sits_cm": tenth(section_hangs(case, section, rod)),
    }


def tenth(value: float | None) -> float | None:
    """A number to one place, or nothing."""
    return None if value is None else round(value, 1)


def round_hours(hours: float | None) -> float | None:
    """A time to two places [h], or nothing."""
    return None if hours is None else round(hours, 2)


#: Odds bent by less than this are not worth a word.
BENT_LEAST = 0.01


def stage_text(stage: Stage) -> str:
    """A stage of drying in words."""
    if stage.kind is StageKind.CLOTH:
        return say("a cloth for {hours:.0f} min", hours=(stage.hours or 0) * 60)
    air = say(
        "{kind} {temp_c:g °C} at {rh:.0%} RH", kind=stage.kind, temp_c=stage.temp_c, rh=stage.rh
    )
    return air + (say(" for {hours:.0f} min", hours=stage.hours * 60) if stage.hours else "")


def drying_out(forecast: Forecast) -> Drying:
    """The forecast with its band."""
    slow, fast = forecast.banded(drying.BAND_Z), forecast.banded(-drying.BAND_Z)
    dry_h = forecast.run.time_to(1.0)
    until = min(CHART_LIMIT_H, CHART_PAST * max(forecast.release_h, dry_h or 0.0, 0.5))
    odds = forecast.odds
    begins = [0.0, *forecast.run.ends]
    needed = [
        stage
        for stage, begin in zip(forecast.stages, begins, strict=False)
        if not begin or forecast.run.at(begin) < 1
    ]
    stages = join(say(", then "), (stage_text(stage) for stage in needed))
    return Drying(
        h_to_90=round_hours(forecast.run.time_to(0.9)),
        h_to_dry=round_hours(dry_h),
        release_after_h=forecast.release_h,
        at_release=round(forecast.run.at(forecast.release_h), 3),
        at_release_low=round(slow.at(forecast.release_h), 3),
        at_release_high=round(fast.at(forecast.release_h), 3),
        odds_dry=round(odds, 3),
        odds_forecast=round(forecast.unbent_odds(forecast.stages), 3),
        safe=odds >= SAFE_ODDS,
        slowest_section=forecast.slowest,
        roots_last=forecast.run.is_roots,
        radius_mm=round(forecast.cylinder.radius_m * 1000, 2),
        curve=curve(forecast.run, until),
        low_curve=curve(slow, until),
        high_curve=curve(fast, until),
        reasons=[
            reason(
                "two_periods",
                say(
                    "A section of {radius_mm:.1f mm} radius holds {water:.2g} g of water per g of "
                    "hair. It dries in {stages}. Free water leaves at a steady rate, water inside "
                    "the hair ever more slowly. At {dry_water:.2f} g/g it feels dry.",
                    radius_mm=forecast.cylinder.radius_m * 1000,
                    water=forecast.water,
                    stages=stages,
                    dry_water=forecast.run.dry_water,
                ),
                say(
                    "section {slowest}, learned factor {factor:.2f}",
                    slowest=forecast.slowest,
                    factor=forecast.factor,
                ),
                say(
                    "McCabe, Smith & Harriott, Unit Operations of Chemical Engineering; Churchill "
                    "& Bernstein 1977, Churchill & Chu 1975. From memory."
                ),
            ),
            reason(
                "drying_band",
                say(
                    "The band covers 8 of 10 cases; it narrows once drying times of this client "
                    "are recorded."
                ),
                say("spread {spread:.2f}", spread=forecast.spread),
                STANDARD,
            ),
            *roots_last(forecast),
            *odds_bent(forecast),
        ],
    )


def roots_last(forecast: Forecast) -> Iterator[Reason]:
    """Why the roots are waited for."""
    if forecast.run.is_roots:
        covered = any(stage.covers for stage in forecast.stages)
        yield reason(
            "roots_last",
            say(
                "The roots dry last: little air reaches them under what lies on them. Nights are "
                "counted as under a scarf, to be on the safe side."
            )
            if covered
            else say("The roots dry last: little air reaches them under what lies on them."),
            say("air reaches {roots:.0%} of them", roots=forecast.cylinder.roots),
            STANDARD,
        )


def odds_bent(forecast: Forecast) -> Iterator[Reason]:
    """Why the odds are not what the forecast alone has."""
    alone, bend = forecast.unbent_odds(forecast.stages), forecast.bend
    if abs(alone - forecast.odds) >= BENT_LEAST:
        yield reason(
            "odds_bent",
            say(
                "The forecast alone says {alone:.0%}. In this salon, sets were dry {how} often "
                "than that: {odds:.0%}.",
                alone=alone,
                how=say("less") if forecast.odds < alone else say("more"),
                odds=forecast.odds,
            ),
            say("{promises} so far", promises=plural(bend.promises, "forecast")),
            say("Platt 1999, logistic bending of odds, drawn to none. From memory."),
        )
