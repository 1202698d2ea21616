"""Invented labels, each with a quirk of real ones, and how a careful reader would read them.

Names, families and allergens follow common practice of reading labels, no source; the fragrance
allergens Regulation (EC) 1223/2009, Annex III, as extended by (EU) 2023/1545, from memory.
"""

from dataclasses import dataclass, field


@dataclass(frozen=True)
class Printed:
    """A label and its reading.

    Args:
        quirk: what is odd about it
        text: as printed
        names: what is on it, in order
        families: of some of its ingredients
        allergens: fragrance allergens on it
        unknown: what nobody can read
    """

    quirk: str
    text: str
    names: str
    families: dict[str, str] = field(default_factory=dict)
    allergens: str = ""
    unknown: str = ""


CORPUS: tuple[Printed, ...] = (
    Printed("plain", "Aqua, Glycerin", "aqua|glycerin", {"glycerin": "humectant"}),
    Printed(
        "upper case",
        "AQUA, CETYL ALCOHOL",
        "aqua|cetyl alcohol",
        {"cetyl alcohol": "fatty_alcohol"},
    ),
    Printed("lower case", "aqua, pvp", "aqua|pvp", {"pvp": "film_former"}),
    Printed(
        "trailing dot", "Aqua, Panthenol.", "aqua|panthenol", {"panthenol": "humectant vitamin"}
    ),
    Printed("trailing dots", "Aqua, Panthenol...", "aqua|panthenol"),
    Printed("heading", "Ingredients: Aqua, Urea", "aqua|urea", {"urea": "humectant"}),
    Printed("heading, two languages", "Ingredients/Ingrédients: Aqua, Betaine", "aqua|betaine"),
    Printed("heading, INCI", "INCI: Aqua, Sorbitol", "aqua|sorbitol"),
    Printed("heading, upper case and dash", "INGREDIENTS - Aqua, Inulin", "aqua|inulin"),
    Printed("water in brackets", "Aqua (Water), Glycerin", "aqua|glycerin"),
    Printed("water first", "Water (Aqua), Glycerin", "aqua|glycerin"),
    Printed("three waters", "Water/Eau/Aqua, Glycerin", "aqua|glycerin"),
    Printed("water with spaces", "Aqua / Water / Eau, Glycerin", "aqua|glycerin"),
    Printed("water twice", "Aqua, Glycerin, Water", "aqua|glycerin"),
    Printed("purified water", "Purified Water, Glycerin", "aqua|glycerin"),
    Printed("semicolons", "Aqua; Kaolin; Glycerin", "aqua|kaolin|glycerin", {"kaolin": "clay"}),
    Printed("bullets", "Aqua • Kaolin • Glycerin", "aqua|kaolin|glycerin"),
    Printed("middle dots", "Aqua · Bentonite · Glycerin", "aqua|bentonite|glycerin"),
    Printed(
        "bars",
        "Aqua | Cetyl Alcohol | Parfum",
        "aqua|cetyl alcohol|parfum",
        {"parfum": "fragrance"},
    ),
    Printed("dashes between", "Aqua - Cetyl Alcohol - Parfum", "aqua|cetyl alcohol|parfum"),
    Printed(
        "one a line",
        "Aqua\nStearyl Alcohol\nLactic Acid",
        "aqua|stearyl alcohol|lactic acid",
        {"lactic acid": "acid"},
    ),
    Printed("broken lines", "Aqua, Cetearyl\nAlcohol, Glycerin", "aqua|cetearyl alcohol|glycerin"),
    Printed(
        "hyphenated",
        "Aqua, Behentri-\nmonium Chloride, Glycerin",
        "aqua|behentrimonium chloride|glycerin",
        {"behentrimonium chloride": "conditioning"},
    ),
    Printed("carriage returns", "Aqua,\r\nGlycerin,\r\nUrea", "aqua|glycerin|urea"),
    Printed("tabs and wide spaces", "Aqua,\tGlycerin,\u00a0 Urea", "aqua|glycerin|urea"),
    Printed(
        "common name inside",
        "Butyrospermum Parkii (Shea) Butter",
        "butyrospermum parkii butter",
        {"butyrospermum parkii butter": "butter"},
    ),
    Printed(
        "common name behind",
        "Cocos Nucifera Oil (Coconut)",
        "cocos nucifera oil",
        {"cocos nucifera oil": "oil"},
    ),
    Printed("square brackets", "Parfum [Fragrance], Aqua", "parfum|aqua"),
    Printed(
        "trade name only",
        "Shea Butter, Coconut Oil",
        "butyrospermum parkii butter|cocos nucifera oil",
    ),
    Printed(
        "remark in brackets", "Olea Europaea (Olive) Fruit Oil (organic)", "olea europaea fruit oil"
    ),
    Printed(
        "two brackets",
        "Avena Sativa (Oat) Kernel Extract (Oat)",
        "avena sativa kernel extract",
        {"avena sativa kernel extract": "plant_extract"},
    ),
    Printed("bracket never closed", "Aqua (Water, Glycerin", "aqua|glycerin"),
    Printed(
        "scent's bracket never closed",
        "Aqua, Parfum (contains Linalool",
        "aqua|parfum|linalool",
        allergens="linalool",
    ),
    Printed(
        "bracket never opened", "Aqua Water), Glycerin", "aqua water|glycerin", unknown="Aqua Water"
    ),
    Printed(
        "number in a name",
        "Aqua, 1,2-Hexanediol, Urea",
        "aqua|1,2-hexanediol|urea",
        {"1,2-hexanediol": "humectant preservative"},
    ),
    Printed(
        "chemist's name",
        "2-Bromo-2-Nitropropane-1,3-Diol, Aqua",
        "2-bromo-2-nitropropane-1,3-diol|aqua",
        {"2-bromo-2-nitropropane-1,3-diol": "formaldehyde_releaser"},
    ),
    Printed(
        "slash in a name",
        "Caprylic/Capric Triglyceride, Aqua",
        "caprylic/capric triglyceride|aqua",
        {"caprylic/capric triglyceride": "oil"},
    ),
    Printed(
        "copolymer",
        "VP/VA Copolymer, Aqua",
        "vp/va copolymer|aqua",
        {"vp/va copolymer": "film_former"},
    ),
    Printed(
        "broken copolymer",
        "Octylacrylamide/Acrylates/\nButylaminoethyl Methacrylate Copolymer, Aqua",
        "octylacrylamide/acrylates/butylaminoethyl methacrylate copolymer|aqua",
        {"octylacrylamide/acrylates/butylaminoethyl methacrylate copolymer": "film_former"},
    ),
    Printed("share behind", "Glycerin 5%, Aqua", "glycerin|aqua"),
    Printed("share before", "5 % Glycerin, Aqua", "glycerin|aqua"),
    Printed(
        "share in brackets",
        "Niacinamide (2%), Aqua",
        "niacinamide|aqua",
        {"niacinamide": "vitamin"},
    ),
    Printed(
        "share with comma",
        "Piroctone Olamine 0,5 %, Aqua",
        "piroctone olamine|aqua",
        {"piroctone olamine": "antidandruff"},
    ),
    Printed(
        "share under",
        "Salicylic Acid <1%, Aqua",
        "salicylic acid|aqua",
        {"salicylic acid": "acid antidandruff"},
    ),
    Printed(
        "may contain",
        "Mica, Glycerin, May contain: CI 77491, CI 77891",
        "mica|glycerin|ci 77491|ci 77891",
        {"ci 77891": "colourant"},
    ),
    Printed("plus minus", "Mica, [+/- CI 77491, CI 77891]", "mica|ci 77491|ci 77891"),
    Printed("plus minus sign", "Mica (± CI 77491)", "mica|ci 77491"),
    Printed("peut contenir", "Aqua, Glycerin, Peut contenir: CI 42090", "aqua|glycerin|ci 42090"),
    Printed("colour with its name", "Aqua, CI 42090 (Blue 1)", "aqua|ci 42090"),
    Printed(
        "stars and a footnote",
        "Aqua, Mel*, Glycerin**. *organic **of plants",
        "aqua|mel|glycerin",
        {"mel": "humectant"},
    ),
    Printed(
        "dagger", "Aqua†, Linalool†. † from essential oils", "aqua|linalool", allergens="linalool"
    ),
    Printed("trade marks", "Aqua, Panthenol®, Betaine™", "aqua|panthenol|betaine"),
    Printed(
        "contains, in brackets",
        "Parfum (contains Linalool, Limonene), Aqua",
        "parfum|linalool|limonene|aqua",
        allergens="linalool|limonene",
    ),
    Printed("blend with and", "Water (and) Glycerin (and) Panthenol", "aqua|glycerin|panthenol"),
    Printed(
        "ampersand",
        "Amodimethicone & Trideceth-12, Aqua",
        "amodimethicone|trideceth-12|aqua",
        {"amodimethicone": "silicone silicone_insoluble", "trideceth-12": "emulsifier"},
    ),
    Printed(
        "last one with and",
        "Aqua, Citric Acid and Linalool",
        "aqua|citric acid|linalool",
        allergens="linalool",
    ),
    Printed(
        "British spelling",
        "Sodium Laureth Sulphate, Hydrolysed Silk",
        "sodium laureth sulfate|hydrolyzed silk",
        {"sodium laureth sulfate": "surfactant_strong", "hydrolyzed silk": "protein_small"},
    ),
    Printed("accents", "Eau, Glycérine, Parfum", "aqua|glycerin|parfum"),
    Printed("misspelled allergen", "Aqua, Linalol", "aqua|linalol", unknown="Linalol"),
    Printed(
        "misspelled alcohol",
        "Aqua, Cetaeryl Alcohol",
        "aqua|cetaeryl alcohol",
        unknown="Cetaeryl Alcohol",
    ),
    Printed(
        "stray sentence",
        "Aqua, Glycerin. Avoid contact with eyes.",
        "aqua|glycerin|avoid contact with eyes",
        unknown="Avoid contact with eyes",
    ),
    Printed("stray size", "Aqua, Glycerin, e 250 ml", "aqua|glycerin|e 250 ml", unknown="e 250 ml"),
    Printed("nothing between commas", "Aqua,, ,Glycerin,", "aqua|glycerin"),
    Printed(
        "silicones of all kinds",
        "Dimethicone, PEG-12 Dimethicone, Cyclopentasiloxane, Bis-PEG/PPG-20/20 Dimethicone",
        "dimethicone|peg-12 dimethicone|cyclopentasiloxane|bis-peg/ppg-20/20 dimethicone",
        {
            "dimethicone": "silicone_insoluble",
            "peg-12 dimethicone": "silicone_soluble",
            "cyclopentasiloxane": "silicone_volatile",
            "bis-peg/ppg-20/20 dimethicone": "silicone_soluble",
        },
    ),
    Printed(
        "a silicone nobody listed",
        "Vinyl Dimethicone/Methicone Silsesquioxane Crosspolymer, Aqua",
        "vinyl dimethicone/methicone silsesquioxane crosspolymer|aqua",
        {"vinyl dimethicone/methicone silsesquioxane crosspolymer": "silicone_insoluble"},
    ),
    Printed(
        "surfactants by strength",
        "Sodium Lauryl Sulfate, Sodium Cocoyl Isethionate, Decyl Glucoside",
        "sodium lauryl sulfate|sodium cocoyl isethionate|decyl glucoside",
        {
            "sodium lauryl sulfate": "surfactant_strong",
            "sodium cocoyl isethionate": "surfactant_medium",
            "decyl glucoside": "surfactant_mild",
        },
    ),
    Printed(
        "proteins by size",
        "Keratin, Hydrolyzed Keratin, Silk Amino Acids",
        "keratin|hydrolyzed keratin|silk amino acids",
        {
            "keratin": "protein_large",
            "hydrolyzed keratin": "protein_small",
            "silk amino acids": "protein_small",
        },
    ),
    Printed(
        "alcohols",
        "Alcohol Denat., Cetyl Alcohol, Benzyl Alcohol",
        "alcohol denat|cetyl alcohol|benzyl alcohol",
        {
            "alcohol denat": "drying_alcohol",
            "cetyl alcohol": "fatty_alcohol",
            "benzyl alcohol": "preservative fragrance_allergen",
        },
        "benzyl alcohol",
    ),
    Printed(
        "parabens and others",
        "Methylparaben, Phenoxyethanol, DMDM Hydantoin",
        "methylparaben|phenoxyethanol|dmdm hydantoin",
        {
            "methylparaben": "paraben preservative",
            "phenoxyethanol": "preservative",
            "dmdm hydantoin": "formaldehyde_releaser",
        },
    ),
    Printed(
        "oils, fatty and essential",
        "Vitis Vinifera Seed Oil, Lavandula Angustifolia Oil, "
        "Rosmarinus Officinalis (Rosemary) Leaf Oil",
        "vitis vinifera seed oil|lavandula angustifolia oil|rosmarinus officinalis leaf oil",
        {
            "vitis vinifera seed oil": "oil",
            "lavandula angustifolia oil": "essential_oil fragrance_allergen",
            "rosmarinus officinalis leaf oil": "essential_oil",
        },
        "lavandula oil/extract",
    ),
    Printed(
        "allergens of 2023",
        "Parfum, Menthol, Linalyl Acetate, Vanillin, Camphor",
        "parfum|menthol|linalyl acetate|vanillin|camphor",
        {"menthol": "fragrance_allergen"},
        "menthol|linalyl acetate|vanillin|camphor",
    ),
    Printed(
        "allergens of 2003",
        "Parfum, Hexyl Cinnamal, Coumarin, alpha-Isomethyl Ionone, Geraniol",
        "parfum|hexyl cinnamal|coumarin|alpha-isomethyl ionone|geraniol",
        {"coumarin": "fragrance_allergen"},
        "hexyl cinnamal|coumarin|alpha-isomethyl ionone|geraniol",
    ),
    Printed(
        "homemade",
        "water, flaxseed, aloe vera gel, glycerine",
        "aqua|linum usitatissimum seed|aloe barbadensis leaf juice|glycerin",
        {"linum usitatissimum seed": "film_former"},
    ),
    Printed(
        "soap",
        "Sodium Olivate, Sodium Cocoate, Aqua, Sodium Hydroxide",
        "sodium olivate|saponified cocos nucifera oil|aqua|sodium hydroxide",
        {"sodium olivate": "surfactant_strong", "sodium hydroxide": "alkali"},
    ),
    Printed(
        "hard to read",
        "AQUA,GLYCERIN,POLYQUATERNIUM-11,CITRIC ACID",
        "aqua|glycerin|polyquaternium-11|citric acid",
        {"polyquaternium-11": "film_former"},
    ),
    Printed(
        "waxes and mineral oil",
        "Petrolatum, Cera Alba, Paraffinum Liquidum",
        "petrolatum|cera alba|paraffinum liquidum",
        {"petrolatum": "mineral_oil", "cera alba": "wax", "paraffinum liquidum": "mineral_oil"},
    ),
    Printed(
        "chelators and acids",
        "Disodium EDTA, Sodium Gluconate, Glycolic Acid",
        "disodium edta|sodium gluconate|glycolic acid",
        {"disodium edta": "chelator", "glycolic acid": "acid"},
    ),
    Printed(
        "plants nobody listed",
        "Malva Sylvestris Flower Extract, Borago Officinalis Seed Oil, Illicium Verum Fruit Powder",
        "malva sylvestris flower extract|borago officinalis seed oil|illicium verum fruit powder",
        {
            "malva sylvestris flower extract": "plant_extract",
            "borago officinalis seed oil": "oil",
            "illicium verum fruit powder": "plant_extract",
        },
    ),
)
