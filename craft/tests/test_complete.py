"""From what was measured to what the rules use: own values, and said so."""

from typing import Any
from unittest import TestCase

from craft.contract import Hair, parse
from craft.profile.complete import CompleteHair, complete
from craft.tests.requests import HAIR
from craft.vocabulary import Level, Strand, Zone


def complete_hair(**changes: Any) -> CompleteHair:
    return complete(parse(Hair, HAIR | changes))


class CompleteTest(TestCase):
    def test_everything_measured_assumes_nothing(self) -> None:
        hair = complete_hair()
        self.assertEqual(hair.assumed, ())
        self.assertEqual(hair.curl_index, 2.5)
        self.assertEqual(hair.strand, Strand.MEDIUM)

    def test_a_count_wins_over_the_eye(self) -> None:
        hair = complete_hair(density="high", density_per_cm2=140)
        self.assertEqual(hair.density_per_cm2, 140)

    def test_density_by_eye_stands_for_a_number(self) -> None:
        for level, per_cm2 in {"low": 120, "medium": 180, "high": 240}.items():
            hair = complete_hair(density=level, density_per_cm2=None)
            self.assertEqual(hair.density_per_cm2, per_cm2)
            self.assertIn(f"{per_cm2} hairs/cm²", hair.assumed[0])

    def test_a_measured_strand_wins_over_the_feel(self) -> None:
        hair = complete_hair(strand="coarse", diameter_um=52)
        self.assertEqual((hair.strand, hair.diameter_um), (Strand.FINE, 52))

    def test_strand_by_feel_stands_for_a_number(self) -> None:
        for strand, diameter in {"fine": 50, "medium": 70, "coarse": 90}.items():
            hair = complete_hair(strand=strand, diameter_um=None)
            self.assertEqual((hair.strand, hair.diameter_um), (Strand(strand), diameter))
            self.assertIn("by feel", hair.assumed[0])

    def test_a_strand_nobody_felt_is_medium_and_said_so(self) -> None:
        hair = complete_hair(diameter_um=None)
        self.assertEqual(hair.diameter_um, 70)
        self.assertIn("not known", hair.assumed[0])

    def test_relaxed_length_by_pattern(self) -> None:
        for pattern, relaxed in {"2a": 23, "3c": 14, "4c": 8}.items():
            hair = complete_hair(pattern=pattern, relaxed_cm=None)
            self.assertIn(f"{relaxed} cm, usual for {pattern}", hair.assumed[0])

    def test_tighter_patterns_shrink_more(self) -> None:
        patterns = ("2a", "2b", "2c", "3a", "3b", "3c", "4a", "4b", "4c")
        indices = [
            complete_hair(pattern=pattern, relaxed_cm=None).curl_index for pattern in patterns
        ]
        self.assertEqual(indices, sorted(indices))
        self.assertGreater(indices[0], 1)

    def test_porosity_and_head_size(self) -> None:
        hair = complete_hair(porosity=None, head_cm=None)
        self.assertEqual((hair.porosity, hair.head_cm), (Level.MEDIUM, 57))
        self.assertEqual(len(hair.assumed), 2)

    def test_zones_keep_only_what_they_were_told(self) -> None:
        hair = complete_hair(
            zones={"nape": {"length_cm": 12, "pattern": "4A"}, "crown": {"density_per_cm2": 90}}
        )
        self.assertEqual(hair.zone_length, ((Zone.NAPE, 12),))
        self.assertEqual(hair.zone_density, ((Zone.CROWN, 90),))
        self.assertEqual(hair.on_head.zone_length, hair.zone_length)

    def test_the_order_of_zones_does_not_matter(self) -> None:
        # The parting is remembered by its head, so equal heads must be equal values.
        zones = {"nape": {"length_cm": 12}, "back": {"length_cm": 20}}
        turned = dict(reversed(zones.items()))
        self.assertEqual(complete_hair(zones=zones).on_head, complete_hair(zones=turned).on_head)
