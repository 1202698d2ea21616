"""Labels: names follow INCI usage, from memory; the labels are invented."""

from unittest import TestCase

from craft import labels

LABEL = (
    "AQUA (Water), Cetearyl Alcohol, Dimethicone,\nCocos Nucifera Oil, "
    "Lavandula Angustifolia Oil,  Avena Sativa (Oat) Kernel Extract, Methylparaben, Linalool."
)


class LabelTest(TestCase):
    def test_splitting(self) -> None:
        self.assertEqual(labels.ingredients(LABEL)[0], "aqua (water)")
        self.assertEqual(labels.ingredients(LABEL)[-1], "linalool")
        self.assertEqual(labels.ingredients(" , ."), [])

    def test_whole_words(self) -> None:
        self.assertEqual(labels.found(LABEL, "Oat"), "avena sativa (oat) kernel extract")
        self.assertIsNone(labels.found("coated starch", "oat"))

    def test_silicones(self) -> None:
        self.assertEqual(labels.insoluble_silicone(LABEL), "dimethicone")
        self.assertIsNone(labels.insoluble_silicone("PEG-12 Dimethicone, Aqua"))
        self.assertEqual(labels.clash("PEG-12 Dimethicone", "silicones"), "peg-12 dimethicone")

    def test_families_to_avoid(self) -> None:
        self.assertEqual(labels.clash(LABEL, "parabens"), "methylparaben")
        self.assertIsNone(labels.clash(LABEL, "sulfates"))

    def test_essential_oils(self) -> None:
        self.assertEqual(labels.essential_oil(LABEL), "lavandula angustifolia oil")

    def test_coconut_oil_melts_at_24(self) -> None:
        # Handbook melting point, from memory.
        self.assertEqual(labels.solid_at(LABEL, 21), "cocos nucifera oil")
        self.assertIsNone(labels.solid_at(LABEL, 25))
