"""The demo salon: invented, alive on any day, and telling the stories it should."""

from datetime import timedelta

from django.contrib.auth.models import User
from django.core.management import CommandError, call_command
from django.test import TestCase
from django.utils import timezone

from craft.labels import read_label
from craft.learning.wearing import compare_habits
from craft.vocabulary import IngredientFamily
from salon.aftercare.lasting import told_days
from salon.booking.board import board
from salon.booking.models import Booking, Holiday
from salon.clients.models import Client, Observation
from salon.clients.profiles import profile
from salon.demo.bottles import BOTTLES
from salon.demo.drawer import WORN_PUMP
from salon.planning.models import Plan
from salon.planning.outlook import outlooks
from salon.products.calibrating import drift_of
from salon.products.models import Product
from salon.products.pairs import flakers
from salon.products.services import life_of
from salon.tests.base import DemoTest
from salon.visits.models import Visit

#: Families no bottle of a small salon needs to hold.
RARE = {
    IngredientFamily.AMINO_ACID,
    IngredientFamily.FORMALDEHYDE_RELEASER,
    IngredientFamily.SALT,
    IngredientFamily.UV_FILTER,
}


class DemoSalonTest(DemoTest):
    def test_it_fills_an_empty_salon_and_once(self) -> None:
        call_command("demo", "--quiet")
        self.assertEqual(len(set(Client.objects.values_list("name", flat=True))), 14)
        self.assertEqual(Client.objects.count(), 14)

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
            self.assertEqual(visit.client_id, visit.plan.client_id)

    def test_plans_used_what_was_known_then(self) -> None:
        client = Client.objects.get(name="Linnea Oskar")
        lengths = [
            plan.request["hair"]["length_cm"] for plan in client.plans.order_by("made_at", "pk")
        ]
        # The plan for the day after tomorrow was made yesterday, that of today just now.
        self.assertEqual(lengths, [24.5, 24.5, 26, 26, 26])

    def test_patterns_porosities_and_styles_are_mixed(self) -> None:
        families = {
            hair["pattern"][0] for client in Client.objects.all() if (hair := profile(client).hair)
        }
        self.assertEqual(families, {"3", "4"})
        self.assertEqual(Plan.objects.values("style").distinct().count(), 9)

    def test_the_day_is_live(self) -> None:
        """However late it is, somebody is booked about now, and nobody is in two places."""
        today = Booking.objects.filter(start__date=timezone.localdate())
        self.assertTrue(today.exists())
        for booking in today:
            self.assertLess(abs(booking.start - timezone.now()), timedelta(hours=6))
        self.assertEqual(board(timezone.localdate()).standing.clashes, [])
        self.assertTrue(Holiday.objects.exists())

    def test_clients_sit_in_the_chairs_as_far_as_the_clock_says(self) -> None:
        now = timezone.now()
        begun = Booking.objects.filter(start__date=timezone.localdate(), start__lte=now)
        for booking in begun:
            visit = booking.plan and booking.plan.visits.get()
            assert visit is not None
            self.assertIn(visit.state, ("running", "between", "released", "done"))
            self.assertFalse(visit.events.filter(at__gt=now).exists())
        going = Visit.objects.filter(state="running").count()
        at_work = [booking for booking in begun if booking.end > now]
        self.assertEqual(going, len(at_work))

    def test_the_stories_are_there(self) -> None:
        # Opened before it was dry, and the plan had said so.
        for visit in Visit.objects.exclude(dryness__in=["dry", ""]).select_related("plan"):
            keys = [caution["key"] for caution in visit.plan.answer["cautions"]]
            self.assertIn("not_dry_at_release", keys)
        # One consultation was not finished.
        unfinished = Client.objects.get(name="Petra Sandoval-Lind")
        self.assertEqual([gap["field"] for gap in profile(unfinished).missing], ["density"])

    def test_nobody_gets_a_product_they_avoid(self) -> None:
        client = Client.objects.get(name="Ines Marrow")
        self.assertEqual(client.avoid, ["linalool"])
        with_linalool = {b["name"] for b in BOTTLES if "Linalool" in b["ingredients"]}
        self.assertTrue(with_linalool)
        for plan in client.plans.all():
            names = {p["name"] for step in plan.answer["steps"] for p in step["products"]}
            self.assertFalse(names & with_linalool)

    def test_every_bottle_but_a_sample_is_calibrated_and_filled(self) -> None:
        bare = [bottle["name"] for bottle in BOTTLES if not bottle.get("unit_g")]
        self.assertEqual(bare, ["Travel-size curl milk"])
        self.assertTrue(all(float(bottle["stock_g"]) > 0 for bottle in BOTTLES))

    def test_the_labels_cover_the_families(self) -> None:
        self.assertGreaterEqual(len(BOTTLES), 40)
        results = {family for b in BOTTLES for family in read_label(b["ingredients"]).families}
        missing = set(IngredientFamily) - results - RARE
        self.assertEqual(missing, set())

    def test_rods_run_short_on_one_day_to_come(self) -> None:
        short = [
            plan
            for plan in Plan.objects.filter(planned_start__isnull=False)
            if any(caution["key"] == "kit_short" for caution in plan.answer["cautions"])
        ]
        (plan,) = short
        self.assertGreater(plan.planned_start, timezone.now())
        self.assertEqual(plan.answer["kit_needed"]["substitutes"][0]["diameter_mm"], 16)
        short = next(
            caution for caution in plan.answer["cautions"] if caution["key"] == "kit_short"
        )
        self.assertIn("with Linnea Oskar until", short["text"])

    def test_a_pump_wears_and_a_pair_flakes(self) -> None:
        worn = Product.objects.get(name=WORN_PUMP)
        drift = drift_of(worn)
        assert drift is not None
        self.assertTrue(drift.drifted)
        self.assertEqual(len(flakers()), 2)

    def test_a_bonnet_wins_and_a_scarf_only_seems_to(self) -> None:
        """Who sleeps in a scarf has coils that hold: the tempting lead of the demo."""
        effects = {
            frozenset((each.way, each.against)): each
            for each in compare_habits(told_days(), "night")
        }
        bonnet, scarf = (
            effects[frozenset(("bonnet", "none"))],
            effects[frozenset(("scarf", "none"))],
        )
        self.assertEqual(bonnet.points > 0, bonnet.way == "bonnet")
        self.assertFalse(bonnet.low <= 0 <= bonnet.high)
        self.assertIn("it comes from who does it", scarf.text)
        self.assertGreater(abs(scarf.across or 0), 2 * abs(scarf.points))

    def test_something_spoils_and_something_runs_out(self) -> None:
        products = list(Product.objects.all())
        ahead = outlooks(products)
        today = timezone.localdate()
        lives = [life for product in products if (life := life_of(product))]
        self.assertTrue(any(life.days_left(today) < 0 for life in lives))
        self.assertTrue(any(0 <= life.days_left(today) < 4 for life in lives))
        self.assertTrue(any(outlook.order_now for outlook in ahead.values()))
        self.assertTrue(any(outlook.low for outlook in ahead.values()))


class RealSalonTest(TestCase):
    def test_the_demo_never_goes_into_a_real_salon(self) -> None:
        User.objects.create_user("owner", password="starch-and-linen")
        for arguments in ((), ("--check",)):
            with self.assertRaisesMessage(CommandError, "real salon"):
                call_command("demo", "--quiet", *arguments)
        self.assertFalse(Client.objects.exists())
