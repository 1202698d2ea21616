"""What practitioners really do: each visit as a request, and what a good specialist insists on.

Common practice, no source, but for the numbers marked as facts of the trade.
"""

from dataclasses import dataclass, field
from typing import Any
from unittest import TestCase

from craft.contract import PlanAnswer
from craft.contract.plan import Step
from craft.styles.details import DETAILS
from craft.tests.requests import planned
from craft.vocabulary import Detail

Json = dict[str, Any]
SHORT = {"length_cm": 8, "relaxed_cm": None, "density_per_cm2": 150, "pattern": "4b"}
WAVES = {"pattern": "2b", "length_cm": 35, "relaxed_cm": 30}


@dataclass(frozen=True)
class Visit:
    """One visit.

    Args:
        name: what happens
        wish: the request
        order: keys of steps, in this order
        never: keys of steps that are not there
        words: of a step, what its title or text says
        waits: of a step, between which its waiting lies [min]
        kit: what is counted out
        layers: roles that stay in, in order
        silent: cautions that would be nonsense here
        tells: cautions that a good specialist gives
        hands: minutes between which the hands-on work of some steps lies
        home: words of the card
    """

    name: str
    wish: Json
    order: tuple[str, ...] = ()
    never: tuple[str, ...] = ()
    words: dict[str, str] = field(default_factory=dict)
    waits: dict[str, tuple[float, float]] = field(default_factory=dict)
    kit: dict[str, int] = field(default_factory=dict)
    layers: tuple[str, ...] = ()
    silent: tuple[str, ...] = ()
    tells: tuple[str, ...] = ()
    hands: tuple[tuple[tuple[str, ...], float, float], ...] = ()
    home: tuple[str, ...] = ()


VISITS = (
    Visit(
        "1: comes stretched and dry; gel on the ends only, flat twists with their ends on rods",
        {
            "goal": {"style": "twist_rod_set"},
            "now": {"state": "stretched"},
            "layers": [
                {"role": "leave_in"},
                {"role": "cream"},
                {"role": "oil"},
                {"role": "gel", "on": "ends"},
            ],
        },
        order=("part", "lay_in", "shape", "release", "finish"),
        never=("cleanse", "condition", "mask", "rinse", "wet"),
        layers=("leave_in", "cream", "oil", "gel"),
        silent=("not_detangled", "gel_before_leave_in", "thin_film"),
        words={"release": "direction they were wound", "shape": "split"},
    ),
    Visit(
        "2: clay on misted hair, two gels, diffused taut with the fringe formed",
        {
            "goal": {"style": "shake_wash_and_go", "sections": 6},
            "cleanser": "clay",
            "school": {"detangle": "fingers", "smoothing": "palms"},
            "layers": [{"role": "cream"}, {"role": "gel"}, {"role": "gel", "way": "palms"}],
            "dry": "diffuser",
            "blot": "cloth",
            "details": {"diffusing": "taut", "fringe": "yes"},
        },
        order=("cleanse", "rinse_clay", "condition", "part", "lay_in", "shape", "dry"),
        words={"rinse_clay": "Downwards", "dry": "taut", "lay_in": "flat palms"},
        waits={"cleanse": (20, 30)},
        layers=("cream", "gel", "gel"),
        silent=("flaking_pair", "gel_before_leave_in", "dry_detangling"),
    ),
    Visit(
        "3: from the shower, all twisted first, a quarter of an hour of warmth, bands in pairs",
        {
            "goal": {"style": "banded_twist_out", "sections": 12},
            "now": {"state": "washed_wet", "detangled_h": 1},
            "details": {"ends": "gelled"},
        },
        order=("part", "lay_in", "shape", "damp", "band", "set_home", "release"),
        never=("cleanse", "mask"),
        waits={"damp": (15, 30)},
        kit={"bands": 24},
        words={"band": "three to four turns", "shape": "Gel on the ends only"},
        silent=("bands_dripping", "not_detangled", "dry_detangling"),
    ),
    Visit(
        "4: throws everything off at night",
        {"goal": {"style": "two_strand_twist_out"}, "person": {"night": "none"}},
        order=("lay_in", "shape", "set_home", "release"),
        waits={"finish": (15, 60)},
        home=("pillow", "clip"),
    ),
    Visit(
        "5: roots coiled back under a loose tie, opened with oil",
        {"goal": {"style": "two_strand_twist_out", "sections": 12}, "details": {"roots": "yes"}},
        words={"shape": "loose tie", "release": "Oil on the fingers"},
        kit={"ties": 4},
    ),
    Visit(
        "6: waves of somebody pregnant, upright, pressed after the gel",
        {
            "hair": WAVES,
            "goal": {"style": "scrunch_waves"},
            "cleanser": "clarify",
            "person": {"conditions": ["pregnancy"]},
            "dry": "diffuser",
            "details": {"basin": "upright"},
        },
        order=("clarify", "condition", "lay_in", "shape", "press", "dry", "finish"),
        words={
            "condition": "until nothing more is taken up",
            "lay_in": "brushed straight back",
            "press": "Microfibre",
            "shape": "Upright",
            "clarify": "upright",
            "finish": "deep to the side",
        },
        silent=("basin_posture",),
        tells=("no_inversion",),
    ),
    Visit(
        "7: small coils on a short taper, an hour and a half to two hours",
        {"hair": SHORT, "goal": {"style": "finger_coils", "sections": 90}},
        order=("lay_in", "shape"),
        never=("release",),
        hands=((("part", "lay_in", "shape"), 90, 125),),
        tells=("fine_work",),
    ),
    Visit(
        "8: sewn-in hair overdue, out slowly, then a slick bun",
        {
            "goal": {"style": "slick_bun"},
            "now": {"style": "sewn_in", "worn_days": 71, "pieces": 12},
            "school": {"pre_wash": "oil", "wash": "conditioner_under"},
            "layers": [
                {"role": "cream"},
                {"role": "heat_protectant"},
                {"role": "gel"},
                {"role": "edge_gel", "on": "edges"},
            ],
        },
        order=("take_down_old", "pre_wash", "slip_under", "cleanse", "mask", "rinse", "shape"),
        words={"take_down_old": "never hair", "shape": "firm tie"},
        waits={"mask": (10, 60), "pre_wash": (30, 720)},
        kit={"ties": 2},
        tells=("wear_overdue",),
    ),
    Visit(
        "9: one product over the whole head, twists worn for days before they are opened",
        {
            "goal": {"style": "two_strand_twist_out"},
            "school": {"distribution": "layer", "release": "worn_first", "detangle": "brush"},
            "layers": [{"role": "leave_in"}, {"role": "butter"}],
        },
        order=("lay_in", "shape", "set_home", "release", "finish"),
        layers=("leave_in", "butter"),
        words={"shape": "Never borrow", "release": "Count them out"},
    ),
    Visit(
        "10: stretched in bands before a protective style, the ends left out",
        {
            "goal": {"style": "banded_stretch", "bands": {"each": 4, "ends_out_cm": 5}},
            "layers": [{"role": "leave_in"}, {"role": "oil"}],
        },
        order=("lay_in", "damp", "shape", "release"),
        words={"shape": "not tight", "release": "cut"},
        kit={"bands": 24},
    ),
    Visit(
        "11: a four-day-old twist-out to bed",
        {
            "goal": {"style": "night_prep"},
            "now": {"style": "twists", "worn_days": 4},
            "layers": [{"role": "scalp_oil"}],
        },
        never=("cleanse", "take_down_old", "mist", "detangle"),
        words={"shape": "ringed"},
        silent=("not_detangled", "nothing_laid_in"),
    ),
    Visit(
        "12: small pieces turned round the finger, a bonnet dryer for twenty minutes",
        {
            "hair": SHORT,
            "goal": {"style": "finger_coils"},
            "dry": "hood",
            "dry_min": 20,
            "school": {"refresh": "styler_spray"},
        },
        order=("lay_in", "shape", "dry"),
        waits={"dry": (20, 40)},
    ),
    Visit(
        "13: mask before anything as slip; a base with both kinds of wig in mind",
        {
            "goal": {"style": "under_wig_base", "leave_out": True},
            "details": {"mask_first": "yes", "warmth": "steam"},
            "layers": [{"role": "scalp_oil", "way": "massage"}, {"role": "leave_in"}],
        },
        order=("mask", "detangle", "cleanse", "condition", "rinse", "lay_in", "shape"),
        words={"mask": "Detangle in it", "shape": "Leave a V"},
        silent=("wash_after_mask", "dry_detangling", "mask_not_rinsed"),
    ),
    Visit(
        "14: half an hour, because it was detangled the night before",
        {
            "goal": {"style": "quick_wash", "time_limit_min": 60},
            "now": {"detangled_h": 12},
        },
        order=("condition", "cleanse", "mask", "rinse", "lay_in", "shape"),
        never=("detangle",),
        waits={"mask": (15, 20)},
        silent=("not_detangled", "dry_detangling"),
    ),
    Visit(
        "15: stretched hair in eight rows, two pins a row",
        {
            "goal": {"style": "flat_twist_out"},
            "now": {"state": "stretched"},
            "layers": [{"role": "leave_in"}, {"role": "cream"}, {"role": "oil"}],
        },
        never=("cleanse", "mask"),
        kit={"pins": 16},
        words={"shape": "Pin each end down twice", "finish": "no separating"},
    ),
    Visit(
        "16: an itchy scalp long in gel is reset under two caps and a bonnet",
        {
            "hair": {"buildup": "heavy"},
            "goal": {"style": "full_reset"},
            "details": {"warmth": "two_caps"},
        },
        order=("clarify", "condition", "mask", "rinse", "lay_in"),
        words={"mask": "second cap", "rinse": "cool"},
        waits={"mask": (45, 60)},
        silent=("residue_risk",),
    ),
    Visit(
        "17: co-wash today, shaken, half the time of shingling",
        {
            "goal": {"style": "shake_wash_and_go"},
            "cleanser": "co_wash",
            "layers": [{"role": "leave_in"}, {"role": "cream"}, {"role": "oil"}, {"role": "gel"}],
            "dry": "diffuser",
        },
        order=("cleanse", "condition", "lay_in", "shape", "dry"),
        words={"cleanse": "Co-wash", "shape": "shake"},
        silent=("silicone_cowash",),
    ),
)


def stepped(answer: PlanAnswer) -> dict[str, Step]:
    return {step.key: step for step in answer.steps}


class GridTest(TestCase):
    def test_every_visit_can_be_planned(self) -> None:
        for visit in VISITS:
            with self.subTest(visit.name):
                self.check(visit, planned(**visit.wish))

    def check(self, visit: Visit, answer: PlanAnswer) -> None:
        steps = stepped(answer)
        keys = list(steps)
        for key in visit.order:
            self.assertIn(key, keys)
        places = [keys.index(key) for key in visit.order]
        self.assertEqual(places, sorted(places), keys)
        for key in visit.never:
            self.assertNotIn(key, keys)
        for key, words in visit.words.items():
            self.assertIn(words, f"{steps[key].title}. {steps[key].how}")
        for key, (least, most) in visit.waits.items():
            self.assertGreaterEqual(steps[key].wait_min, least)
            self.assertLessEqual(steps[key].wait_max_min, most)
        for name, count in visit.kit.items():
            self.assertEqual(getattr(answer.kit_needed, name), count, name)
        if visit.layers:
            self.assertEqual(tuple(layer.role for layer in answer.layers), visit.layers)
        cautions = [caution.key for caution in answer.cautions]
        for key in visit.silent:
            self.assertNotIn(key, cautions)
        for key in visit.tells:
            self.assertIn(key, cautions)
        for parts, least, most in visit.hands:
            minutes = sum(steps[part].hands_on_min for part in parts)
            self.assertTrue(least <= minutes <= most, minutes)
        card = " ".join(line for phase in answer.home.phases for line in phase.lines)
        for words in visit.home:
            self.assertIn(words, card)

    def test_shaking_takes_half_the_hands_of_shingling_or_coiling(self) -> None:
        def hands(style: str) -> float:
            steps = stepped(planned(goal={"style": style}, hair={"length_cm": 15}))
            return steps["shape"].hands_on_min

        self.assertLess(hands("shake_wash_and_go"), 0.6 * hands("shingle_wash_and_go"))
        self.assertLess(hands("shake_wash_and_go"), 0.6 * hands("finger_coils"))

    def test_eight_rows_are_twisted_again_in_three_quarters_of_an_hour_to_one(self) -> None:
        answer = planned(
            goal={"style": "refresh_visit", "sections": 8},
            now={"style": "flat_twists", "worn_days": 2},
        )
        self.assertTrue(45 <= answer.totals.hands_on_min <= 60, answer.totals.hands_on_min)


class DetailsTest(TestCase):
    def test_every_way_can_be_planned_and_says_what_it_does(self) -> None:
        """In every service; what does not fit it is dropped with a reason, never in silence."""
        for style in ("two_strand_twist_out", "flat_twist_out", "scrunch_waves", "refresh_visit"):
            usual = planned(goal={"style": style}, dry="diffuser")
            for detail, rule in DETAILS.items():
                for manner in rule.ways:
                    answer = planned(
                        goal={"style": style}, dry="diffuser", details={detail: manner}
                    )
                    choice = {each.detail: each for each in answer.details}.get(detail)
                    if choice is not None and choice.chosen is manner:
                        self.assertEqual(answer.dropped, [])
                        same = manner is choice.usual
                        plain = answer.model_copy(update={"details": usual.details})
                        self.assertEqual(plain == usual, same, f"{style} {detail} {manner}")
                    elif manner is not next(iter(rule.ways)):
                        self.assertEqual(len(answer.dropped), 1, f"{style} {detail} {manner}")

    def test_pins_bands_and_ties_are_counted_as_they_are_used(self) -> None:
        def kit(**details: str) -> tuple[int, int, int]:
            goal = {"style": "two_strand_twist_out", "sections": 12}
            needed = planned(goal=goal, details=details).kit_needed
            return needed.pins, needed.bands, needed.ties

        self.assertEqual(kit(), (0, 0, 0))
        self.assertEqual(kit(fastening="pinned_each"), (12, 0, 0))
        self.assertEqual(kit(fastening="pinned_pairs"), (6, 0, 0))
        self.assertEqual(kit(fastening="banded_each"), (0, 48, 0))
        self.assertEqual(kit(fastening="banded_pairs"), (0, 24, 0))
        self.assertEqual(kit(ends="banded"), (0, 12, 0))
        self.assertEqual(kit(root_stretch="yes"), (0, 0, 1))

    def test_ends_on_rods_take_rods_for_the_last_third(self) -> None:
        answer = planned(goal={"style": "two_strand_twist_out"}, details={"ends": "rods"})
        rods = answer.kit_needed.rods[0]
        self.assertEqual(rods.count, 12)
        self.assertLess(rods.diameter_mm, 16, "the end of 25 cm is short")

    def test_a_banded_twist_out_without_its_bands_is_a_twist_out(self) -> None:
        loose = planned(goal={"style": "banded_twist_out"}, details={"fastening": "no"})
        twists = planned(goal={"style": "two_strand_twist_out"})
        self.assertEqual(loose.kit_needed.bands, 0)
        self.assertNotIn("band", stepped(loose))
        self.assertEqual(loose.finished.length_cm, twists.finished.length_cm)

    def test_less_water_dries_sooner(self) -> None:
        def hours(**details: str) -> float:
            goal = {"style": "shake_wash_and_go"}
            return planned(goal=goal, details=details).drying.h_to_dry or 0

        self.assertLess(hours(press="yes"), hours())
        self.assertLess(hours(cloth_hour="yes"), hours())

    def test_hovering_takes_longer_and_held_taut_hangs_longer(self) -> None:
        def dried(manner: str) -> PlanAnswer:
            goal = {"style": "shake_wash_and_go"}
            hair = {"length_cm": 45, "relaxed_cm": 20, "density_per_cm2": 260}
            details = {"diffusing": manner}
            return planned(hair=hair, goal=goal, dry="diffuser", details=details)

        spots, hovering, taut = dried("spots"), dried("hovering"), dried("taut")
        self.assertGreater(
            stepped(hovering)["dry"].hands_on_min, stepped(spots)["dry"].hands_on_min
        )
        self.assertGreater(taut.finished.length_cm, spots.finished.length_cm)

    def test_a_label_stands_above_two_caps(self) -> None:
        mask = {"id": "m", "role": "mask", "dwell_min": 10, "dwell_max_min": 20}
        steps = stepped(planned(details={"warmth": "two_caps"}, shelf=[mask]))
        self.assertLessEqual(steps["mask"].wait_max_min, 20)

    def test_trials_come_before_the_head_is_committed(self) -> None:
        for manner, key in (("test_coils", "test_coils"), ("half_head", "half_head")):
            keys = list(stepped(planned(details={"trial": manner})))
            self.assertLess(keys.index(key), keys.index("lay_in"))

    def test_a_patch_test_is_dated_and_answers_its_caution(self) -> None:
        person = {"allergies": ["linalool"]}
        asked = planned(person=person)
        fix = next(fix for fix in asked.fixes if fix.caution == "patch_test")
        answer = planned(person=person, **fix.change)
        self.assertEqual([each.hours_before for each in answer.ahead], [48])
        self.assertNotIn("patch_test", [caution.key for caution in answer.cautions])

    def test_what_is_unknown_is_refused_by_name(self) -> None:
        from craft.errors import CraftError

        with self.assertRaisesRegex(CraftError, "pinned_each") as raised:
            planned(details={Detail.FASTENING: "steam"})
        self.assertEqual(raised.exception.field, "details.fastening")
