"""Values seen on a head: what can be, and what cannot."""

from unittest import TestCase

from craft import consult, fibre
from craft.contract import Hair, schema
from craft.errors import CraftError


class DensityFromBundleTest(TestCase):
    def test_worked_bundle(self) -> None:
        # Worked by hand: 103 389 hairs in a girth of 10 cm, on 550.3 cm² of scalp.
        found = consult.density_from_bundle(10, 70, 57)
        self.assertAlmostEqual(found, 103_389 / 550.3, delta=0.05)

    def test_twice_the_girth_is_four_times_the_hair(self) -> None:
        ratio = consult.density_from_bundle(10, 70, 57) / consult.density_from_bundle(5, 70, 57)
        self.assertAlmostEqual(ratio, 4)

    def test_fine_hair_of_the_same_girth_is_denser(self) -> None:
        fine = consult.density_from_bundle(9, 50, 57)
        self.assertGreater(fine, consult.density_from_bundle(9, 90, 57))

    def test_a_usual_girth_gives_a_usual_density(self) -> None:
        # Loussouarn 2001, from memory: 190 ± 40 and 227 ± 55 hairs/cm².
        self.assertTrue(150 < consult.density_from_bundle(10, 70, 57) < 282)
        self.assertAlmostEqual(fibre.hairs_by_circumference(10, 70) / 1e5, 1, delta=0.1)


class ObservationTest(TestCase):
    GOOD = (
        ("pattern", "4b"),
        ("pattern", "4B"),
        ("porosity", "low"),
        ("density", "high"),
        ("density_per_cm2", 20),
        ("density_per_cm2", 450),
        ("strand", "fine"),
        ("diameter_um", 70.5),
        ("length_cm", 1),
        ("length_cm", 150),
        ("relaxed_cm", 0.3),
        ("head_cm", 40),
        ("head_cm", 70),
        ("buildup", "heavy"),
        ("circumference_cm", 1),
        ("circumference_cm", 30),
    )
    BAD = (
        ("pattern", "1a"),
        ("pattern", 4),
        ("porosity", "LOW "),
        ("density_per_cm2", 19.9),
        ("density_per_cm2", 451),
        ("density_per_cm2", "many"),
        ("diameter_um", 19),
        ("diameter_um", float("inf")),
        ("length_cm", 0),
        ("length_cm", float("nan")),
        ("length_cm", True),
        ("head_cm", 39),
        ("circumference_cm", 31),
        ("circumference_cm", "thick"),
    )

    def test_what_can_be(self) -> None:
        for field, value in self.GOOD:
            with self.subTest(field=field, value=value):
                consult.check_observation(field, value)

    def test_what_cannot_be_names_the_field_and_what_can(self) -> None:
        for field, value in self.BAD:
            with self.subTest(field=field, value=value), self.assertRaises(CraftError) as caught:
                consult.check_observation(field, value)
            self.assertEqual(caught.exception.field, field)
            self.assertRegex(caught.exception.message, r"^(Give a number from|Use one of:)")

    def test_ranges_are_those_of_the_contract(self) -> None:
        self.assertEqual(consult.range_of("length_cm")["maximum"], 150)
        self.assertEqual(consult.range_of("length_cm")["x-unit"], "cm")
        self.assertIn("4c", consult.range_of("pattern")["enum"])
        self.assertEqual(consult.range_of("circumference_cm")["minimum"], 1)
        self.assertIn("length_cm", schema(Hair)["properties"])
