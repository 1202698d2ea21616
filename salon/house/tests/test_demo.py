"""The demo salon: invented, alive on any day, and telling the stories it should."""

from datetime import timedelta

from django.test import TestCase
from django.utils import timezone

from salon.findings.models import Visit
from salon.heads.models import Head, Observation
from salon.heads.services import profile
from salon.house.demo.bottles import BOTTLES
from salon.house.demo.build import build
from salon.plans.models import Plan


class DemoSalonTest(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        build()

    def test_nothing_happened_in_the_future(self) -> None:
        now = timezone.now()
        self.assertFalse(Observation.objects.filter(taken_at__gt=now).exists())
        self.assertFalse(Visit.objects.filter(started_at__gt=now).exists())
        self.assertFalse(Plan.objects.filter(made_at__gt=now).exists())

    def test_it_is_alive_today(self) -> None:
        yesterday = timezone.now() - timedelta(days=1)
        self.assertGreaterEqual(Plan.objects.filter(made_at__gt=yesterday).count(), 4)

    def test_every_visit_follows_its_plan(self) -> None:
        for visit in Visit.objects.select_related("plan"):
            self.assertGreaterEqual(visit.started_at, visit.plan.made_at)
            self.assertEqual(visit.head_id, visit.plan.head_id)

    def test_plans_used_what_was_known_then(self) -> None:
        head = Head.objects.get(name="Linnea Oskar")
        lengths = [
            plan.request["hair"]["length_cm"] for plan in head.plans.order_by("made_at", "pk")
        ]
        self.assertEqual(lengths, [24.5, 24.5, 26])

    def test_patterns_porosities_and_styles_are_mixed(self) -> None:
        families = {
            hair["pattern"][0] for head in Head.objects.all() if (hair := profile(head).hair)
        }
        self.assertEqual(families, {"3", "4"})
        self.assertEqual(Plan.objects.values("style").distinct().count(), 4)

    def test_the_stories_are_there(self) -> None:
        # Opened before it was dry, and the plan had said so.
        for visit in Visit.objects.exclude(dryness="dry").select_related("plan"):
            keys = [caution["key"] for caution in visit.plan.answer["cautions"]]
            self.assertIn("not_dry_at_release", keys)
        # One consultation was not finished.
        unfinished = Head.objects.get(name="Petra Sandoval-Lind")
        self.assertEqual([gap["field"] for gap in profile(unfinished).missing], ["density"])

    def test_nobody_gets_a_product_they_avoid(self) -> None:
        head = Head.objects.get(name="Ines Marrow")
        self.assertEqual(head.avoid, ["linalool"])
        with_linalool = {b["name"] for b in BOTTLES if "Linalool" in b["ingredients"]}
        self.assertTrue(with_linalool)
        for plan in head.plans.all():
            names = {p["name"] for step in plan.answer["steps"] for p in step["products"]}
            self.assertFalse(names & with_linalool)

    def test_every_bottle_is_calibrated_and_filled(self) -> None:
        for bottle in BOTTLES:
            self.assertGreater(bottle["unit_g"], 0)
            self.assertGreater(bottle["stock_g"], 0)
