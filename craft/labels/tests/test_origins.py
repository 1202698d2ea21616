"""What people call an allergy finds what labels call it.

Botanical names in the INCI usage, from memory; they are facts of nomenclature, not of this program.
"""

import re
from unittest import TestCase

from craft.labels import clash, names_in, understood
from craft.labels.questions import origins

#: What a client says, and how a label prints it.
PRINTED = {
    "almond": "Prunus Amygdalus Dulcis Oil",
    "almonds": "Prunus Amygdalus Dulcis Oil",
    "sweet almond oil": "Prunus Amygdalus Dulcis Oil",
    "allergic to walnut": "Juglans Regia Shell Powder",
    "peanut": "Arachis Hypogaea Oil",
    "avocado": "Persea Gratissima Oil",
    "wheat": "Hydrolyzed Wheat Protein",
    "gluten": "Triticum Vulgare Germ Oil",
    "sesame": "Sesamum Indicum Seed Oil",
    "castor oil": "Ricinus Communis Seed Oil",
    "olive": "Olea Europaea Fruit Oil",
    "tea tree": "Melaleuca Alternifolia Leaf Oil",
    "chamomile": "Chamomilla Recutita Flower Extract",
    "wool": "Lanolin",
    "coconut": "Cocos Nucifera Oil",
    "soy": "Glycine Soja Oil",
    "shea butter": "Butyrospermum Parkii Butter",
    "bee": "Cera Alba",
    "silk": "Hydrolyzed Silk",
    "sulphates": "Sodium Laureth Sulfate",
    "oat": "Avena Sativa Kernel Extract",
}


class OriginTest(TestCase):
    def test_what_people_say_finds_what_labels_print(self) -> None:
        for said, printed in PRINTED.items():
            with self.subTest(said):
                self.assertTrue(understood(said))
                self.assertIsNotNone(clash(f"Aqua, {printed}, Parfum", said))
                self.assertIsNone(clash("Aqua, Panthenol", said))

    def test_every_origin_is_a_pattern_that_finds_its_own_words(self) -> None:
        for said, pattern in origins().items():
            self.assertIsInstance(pattern, re.Pattern, said)
            self.assertIsNone(pattern.search(""), said)

    def test_what_is_not_understood_is_said_so(self) -> None:
        for name in ("that green one", "grandmother's cream", "xyzzy"):
            self.assertFalse(understood(name), name)

    def test_lists_are_split(self) -> None:
        self.assertEqual(names_in("lanolin, coconut"), ("lanolin", "coconut"))
        self.assertEqual(names_in("nuts and honey; PPD\nlatex"), ("nuts", "honey", "PPD", "latex"))
        self.assertEqual(names_in("1,2-hexanediol"), ("1,2-hexanediol",))
        self.assertEqual(names_in(" , ;"), ())
