"""Families of single names, by list and by the way a name is built.

Names follow the INCI usage and what the trade says of them, from memory. Many stand on no list of
ours on purpose: the way they are built has to tell.
"""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.labels.naming import identify, listed_names, normalise_name, spellings
from craft.labels.rules import RULES, by_rule, oil
from craft.vocabulary import IngredientFamily as Family

#: name | families it has | families it must not have
NAMES = """
Sodium Lauryl Sulfate | surfactant surfactant_strong | surfactant_mild
Ammonium Lauryl Sulfate | surfactant_strong | surfactant_mild
TEA-Lauryl Sulfate | surfactant_strong | alkali
Sodium Coco-Sulfate | surfactant_strong | oil
Magnesium Coco Sulfate | surfactant_strong | salt
Sodium C14-16 Olefin Sulfonate | surfactant_strong | surfactant_mild
Disodium Lauryl Sulfosuccinate | surfactant_medium | surfactant_strong
Disodium Cocamido MEA-Sulfosuccinate | surfactant_medium | surfactant_strong
Sodium Cocoyl Isethionate | surfactant_medium | surfactant_strong
Sodium Lauroyl Sarcosinate | surfactant_medium | surfactant_strong
Sodium Methyl Lauroyl Taurate | surfactant_medium | surfactant_strong
Sodium Lauroyl Methyl Isethionate | surfactant_medium | oil
Sodium Cocoyl Glutamate | surfactant_mild | surfactant_strong
Disodium Cocoyl Glutamate | surfactant_mild | protein
Potassium Cocoyl Glycinate | surfactant_mild | amino_acid
Sodium Lauroamphoacetate | surfactant_mild | acid
Cocamidopropyl Hydroxysultaine | surfactant_mild | conditioning
Babassuamidopropyl Betaine | surfactant_mild | humectant
Lauryl Glucoside | surfactant_mild | emulsifier
Caprylyl/Capryl Glucoside | surfactant_mild | humectant
Sodium Cocoate | surfactant_strong | oil
Potassium Olivate | surfactant_strong | oil
Behentrimonium Methosulfate | conditioning | surfactant_strong
Cetrimonium Chloride | conditioning | salt
Steartrimonium Chloride | conditioning | fatty_acid
Dicetyldimonium Chloride | conditioning | surfactant
Guar Hydroxypropyltrimonium Chloride | conditioning | surfactant_strong
Cassia Hydroxypropyltrimonium Chloride | conditioning | plant_extract
Stearamidopropyl Dimethylamine Lactate | conditioning | acid
Quaternium-91 | conditioning | film_former
Polyquaternium-10 | film_former conditioning | silicone
Polyquaternium-72 | film_former conditioning | silicone
Dimethicone | silicone silicone_insoluble | silicone_soluble
Amodimethicone | silicone_insoluble | silicone_soluble
Dimethiconol | silicone_insoluble | silicone_volatile
Cetearyl Methicone | silicone_insoluble | fatty_alcohol
Caprylyl Methicone | silicone_insoluble | humectant
Polymethylsilsesquioxane | silicone_insoluble | silicone_soluble
Dimethicone/Vinyl Dimethicone Crosspolymer | silicone_insoluble | silicone_soluble
PEG-8 Dimethicone | silicone_soluble | silicone_insoluble emulsifier
PEG-7 Amodimethicone | silicone_soluble | silicone_insoluble
PPG-12 Dimethicone | silicone_soluble | silicone_insoluble
PEG/PPG-14/4 Dimethicone | silicone_soluble | silicone_insoluble
Dimethicone Copolyol | silicone_soluble | silicone_insoluble
Silicone Quaternium-16 | silicone_soluble conditioning | silicone_insoluble
Cyclohexasiloxane | silicone_volatile | silicone_insoluble
Cyclomethicone | silicone_volatile | silicone_insoluble
Cetyl Alcohol | fatty_alcohol | drying_alcohol
C12-13 Alcohols | fatty_alcohol | drying_alcohol
Behenyl Alcohol | fatty_alcohol | drying_alcohol
Alcohol Denat. | drying_alcohol | fatty_alcohol
SD Alcohol 40-B | drying_alcohol | fatty_alcohol
Isopropyl Alcohol | drying_alcohol | fatty_alcohol
Benzyl Alcohol | preservative fragrance_allergen | drying_alcohol
Phenethyl Alcohol | preservative | drying_alcohol
Cinnamyl Alcohol | fragrance_allergen | drying_alcohol
Glycerin | humectant | oil
Propanediol | humectant solvent | drying_alcohol
Sodium PCA | humectant | salt
Hydrolyzed Hyaluronic Acid | humectant | acid protein
Sodium Hyaluronate | humectant film_former | acid
Aloe Barbadensis Leaf Juice | humectant | acid
Mel | humectant | fragrance
Cocos Nucifera Oil | oil | essential_oil
Ricinus Communis Seed Oil | oil | essential_oil
Prunus Armeniaca Kernel Oil | oil | essential_oil
Rubus Idaeus Seed Oil | oil | essential_oil
Carapa Guaianensis Seed Oil | oil | essential_oil
Citrus Limon Seed Oil | oil | essential_oil
Rosa Canina Fruit Oil | oil | essential_oil
Lavandula Hybrida Oil | essential_oil fragrance_allergen | oil
Citrus Reticulata Peel Oil | essential_oil | oil
Cupressus Sempervirens Leaf Oil | essential_oil | oil
Ocimum Basilicum Oil | essential_oil | oil
Foeniculum Vulgare Seed Oil | essential_oil | oil
Frankincense Essential Oil | essential_oil | oil
Simmondsia Chinensis Seed Oil | oil wax | essential_oil
Mangifera Indica Seed Butter | butter | oil
Bassia Latifolia Seed Butter | butter | oil
Cera Alba | wax | butter
Rhus Succedanea Fruit Wax | wax | butter
Paraffinum Liquidum | oil mineral_oil | essential_oil
Keratin | protein_large | protein_small
Hydrolyzed Keratin | protein_small | protein_large
Hydrolyzed Lupine Protein | protein_small | protein_large
Hydrolysed Adansonia Digitata Seed Protein | protein_small | oil
Milk Amino Acids | protein_small | protein_large
Whey Protein | protein_large | protein_small
Cocodimonium Hydroxypropyl Hydrolyzed Silk | protein_small | silicone
Arginine | amino_acid | protein
PVP | film_former | surfactant
VP/Methacrylamide/Vinyl Imidazole Copolymer | film_former | preservative
Styrene/Acrylates Copolymer | film_former | silicone
Xanthan Gum | thickener film_former | surfactant
Hydroxypropyl Methylcellulose | thickener | preservative
Tapioca Starch | thickener | protein
Cyamopsis Tetragonoloba Gum | thickener | plant_extract
Methylparaben | paraben preservative | fragrance
Benzylparaben | paraben preservative | fragrance
Phenoxyethanol | preservative | drying_alcohol
Octylisothiazolinone | preservative | fragrance
DMDM Hydantoin | formaldehyde_releaser | paraben
Imidazolidinyl Urea | formaldehyde_releaser | humectant
Urea | humectant | formaldehyde_releaser
Citric Acid | acid | fatty_acid
Stearic Acid | fatty_acid | acid
Phytic Acid | acid chelator | fatty_acid
Tetrasodium EDTA | chelator | salt
Trisodium EDDS | chelator | salt
Sodium Hydroxide | alkali | acid
Triethanolamine | alkali | surfactant
Tocopherol | vitamin antioxidant | oil
Tocopheryl Linoleate | vitamin | oil
Ascorbyl Palmitate | vitamin | oil
Kaolin | clay | salt
Ghassoul Clay | clay | salt
CI 19140 | colourant | acid
77891 | colourant | acid
Mica | colourant | clay
Salicylic Acid | acid antidandruff | fatty_acid
Zinc Pyrithione | antidandruff | silicone
Polysorbate 20 | emulsifier | surfactant_strong
PEG-40 Hydrogenated Castor Oil | emulsifier | oil
Sorbitan Laurate | emulsifier | fatty_acid
Polyglyceryl-10 Laurate | emulsifier | humectant
Ceteareth-33 | emulsifier | fatty_alcohol
Chamomilla Recutita Flower Extract | plant_extract | essential_oil
Mentha Piperita Leaf Extract | plant_extract | essential_oil
Lactobacillus Ferment | plant_extract | acid
Rosa Damascena Flower Water | plant_extract | essential_oil
Amla Powder | plant_extract | oil
Butane | propellant | oil
Parfum | fragrance | essential_oil
Limonene | fragrance_allergen | essential_oil
Hexyl Cinnamal | fragrance_allergen | preservative
Tetramethyl Acetyloctahydronaphthalenes | fragrance_allergen | solvent
"""

ROWS = [tuple(cell.strip() for cell in line.split("|")) for line in NAMES.strip().splitlines()]
LISTED = sorted(listed_names())


class NamesTest(TestCase):
    def families(self, name: str) -> set[str]:
        ingredient = identify(name)
        self.assertIsNotNone(ingredient, name)
        assert ingredient is not None
        return {family.value for family in ingredient.families}

    def test_there_are_many(self) -> None:
        self.assertGreaterEqual(len(ROWS), 130)

    def test_what_each_is_and_is_not(self) -> None:
        for name, yes, no in ROWS:
            with self.subTest(name=name):
                families = self.families(name)
                self.assertLessEqual(set(yes.split()), families)
                self.assertFalse(set(no.split()) & families)

    def test_letters_and_spaces_do_not_matter(self) -> None:
        for name, _, _ in ROWS:
            with self.subTest(name=name):
                plain = self.families(name)
                self.assertEqual(self.families(name.upper()), plain)
                self.assertEqual(self.families(f"  {name.lower()} . "), plain)

    def test_a_common_name_in_brackets_does_not_matter(self) -> None:
        for name, _, _ in ROWS:
            if "(" in name or " " not in name:
                continue
            first, rest = name.split(" ", 1)
            with self.subTest(name=name):
                self.assertEqual(self.families(f"{name} (remark)"), self.families(name))
                if identify(f"{first} {rest}") is not None:
                    read = identify(f"{first} (something) {rest}")
                    assert read is not None
                    self.assertEqual(read.name, identify(name).name)  # type: ignore[union-attr]

    def test_umbrella_families_hold_the_narrow_ones(self) -> None:
        narrow = {
            Family.SURFACTANT: (
                Family.SURFACTANT_STRONG,
                Family.SURFACTANT_MEDIUM,
                Family.SURFACTANT_MILD,
            ),
            Family.SILICONE: (
                Family.SILICONE_INSOLUBLE,
                Family.SILICONE_SOLUBLE,
                Family.SILICONE_VOLATILE,
            ),
            Family.PROTEIN: (Family.PROTEIN_SMALL, Family.PROTEIN_LARGE),
            Family.PRESERVATIVE: (Family.PARABEN, Family.FORMALDEHYDE_RELEASER),
        }
        every = [name.families for name in listed_names().values()]
        every += [rule.families for rule in RULES]
        for families in every:
            for wide, some in narrow.items():
                if set(some) & set(families):
                    self.assertIn(wide, families)
                if wide in (Family.SURFACTANT, Family.SILICONE):
                    self.assertLessEqual(len(set(some) & set(families)), 1, families)

    def test_only_fats_have_a_melting_point(self) -> None:
        fats = {Family.OIL, Family.BUTTER, Family.WAX}
        for name in listed_names().values():
            if name.melts_c is not None:
                self.assertTrue(fats & set(name.families), name.name)
                self.assertTrue(-60 < name.melts_c < 100, name.name)

    def test_butters_are_solid_at_room_temperature_and_pressed_oils_are_not(self) -> None:
        for ingredient in listed_names().values():
            if Family.BUTTER in ingredient.families and ingredient.melts_c is not None:
                self.assertGreater(ingredient.melts_c, 22, ingredient.name)
        for name in ("olive oil", "argan oil", "castor oil", "grape seed oil", "jojoba oil"):
            read = identify(name)
            assert read is not None
            self.assertLess(read.melts_c or 99, 15, name)


class OilTest(TestCase):
    def test_fatty_of_seeds_and_fragrant_of_leaves(self) -> None:
        self.assertEqual(oil("citrus sinensis seed oil"), (Family.OIL,))
        self.assertEqual(oil("citrus sinensis leaf oil"), (Family.ESSENTIAL_OIL,))
        self.assertEqual(oil("carum carvi seed oil"), (Family.OIL,))

    def test_no_oil_no_answer(self) -> None:
        self.assertEqual(oil("castor"), ())
        self.assertEqual(by_rule("nothing anybody knows"), ())


class SpellingTest(TestCase):
    @given(st.sampled_from(LISTED))
    def test_spelling_twice_changes_nothing(self, name: str) -> None:
        self.assertEqual(normalise_name(normalise_name(name)), normalise_name(name))

    @given(st.text(max_size=60))
    def test_any_text_has_one_spelling(self, text: str) -> None:
        self.assertEqual(normalise_name(normalise_name(text)), normalise_name(text))

    def test_the_literal_reading_comes_first(self) -> None:
        self.assertEqual(next(spellings("Aqua (Water)")), "aqua (water)")
        self.assertIn("aqua", list(spellings("Aqua (Water)")))
        self.assertIn("water", list(spellings("Aqua (Water)")))

    @given(st.sampled_from(LISTED), st.sampled_from(["organic", "cold-pressed", "certified"]))
    def test_how_it_was_grown_does_not_matter(self, name: str, remark: str) -> None:
        plain, remarked = identify(name), identify(f"{name} ({remark})")
        assert plain is not None
        assert remarked is not None
        self.assertEqual(plain.name, remarked.name)
