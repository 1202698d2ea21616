"""Families by the way a name is built, for the many names no list holds.

Names in the INCI usage tell what they are: an ending, a beginning, a number. Common practice of
reading labels, no source, unless a rule says otherwise.
"""

import re
from dataclasses import dataclass

from craft.vocabulary import IngredientFamily as F


@dataclass(frozen=True)
class Rule:
    """Families of every name that is built so.

    Args:
        built: the pattern of the whole name, lower case
        families: what such a name is
    """

    built: re.Pattern[str]
    families: tuple[F, ...]


def rule(pattern: str, *families: F) -> Rule:
    return Rule(re.compile(pattern), families)


#: The first that fits decides, so the narrow ones stand first.
RULES: tuple[Rule, ...] = (
    rule(r"(?:ci\s*)?\d{5}(?::\d)?", F.COLOURANT),
    rule(r"(?:ext\.\s*)?(?:fd&c|d&c|fd & c)\s.*", F.COLOURANT),
    # Made soluble with ether chains: these rinse out with water.
    rule(
        r"(?:bis-)?(?:peg|ppg)\W.*(?:methicone|siloxane|cone)\b.*", F.SILICONE, F.SILICONE_SOLUBLE
    ),
    rule(r".*(?:methicone|cone)\s+(?:copolyol|peg\W.*)", F.SILICONE, F.SILICONE_SOLUBLE),
    rule(r"silicone quaternium-\d+", F.SILICONE, F.SILICONE_SOLUBLE, F.CONDITIONING),
    # Rings that evaporate.
    rule(r"cyclo\w*(?:siloxane|methicone)", F.SILICONE, F.SILICONE_VOLATILE),
    rule(
        r".*(?:methicone|methiconol|siloxane|silsesquioxane|siloxysilicate|silicone)\b"
        r"(?:\s*/?\s*.*(?:crosspolymer|copolymer))?",
        F.SILICONE,
        F.SILICONE_INSOLUBLE,
    ),
    rule(r"\w*paraben", F.PARABEN, F.PRESERVATIVE),
    rule(r"\w*isothiazolinone", F.PRESERVATIVE),
    rule(
        r".*hydrolyzed .*(?:protein|keratin|collagen|silk|elastin|amino acids|oat|quinoa|lupine).*",
        F.PROTEIN,
        F.PROTEIN_SMALL,
    ),
    rule(r".*\bamino acids", F.PROTEIN, F.PROTEIN_SMALL),
    rule(r".*\b(?:protein|proteins|proteinum)", F.PROTEIN, F.PROTEIN_LARGE),
    rule(
        r".*(?:laureth|lauryl|coco|myreth|pareth|trideceth)[\w-]* sulfate",
        F.SURFACTANT,
        F.SURFACTANT_STRONG,
    ),
    rule(r".*\bolefin sulfonate", F.SURFACTANT, F.SURFACTANT_STRONG),
    rule(
        r"(?:sodium|potassium) (?:cocoate|olivate|palmate|palm kernelate|sheabutterate|stearate|"
        r"tallowate)",
        F.SURFACTANT,
        F.SURFACTANT_STRONG,
    ),
    rule(
        r".*(?:sulfosuccinate|sulfoacetate|isethionate|taurate|sarcosinate)",
        F.SURFACTANT,
        F.SURFACTANT_MEDIUM,
    ),
    rule(
        r".*(?:glutamate|glycinate|alaninate|amphoacetate|amphodiacetate|amphopropionate)",
        F.SURFACTANT,
        F.SURFACTANT_MILD,
    ),
    rule(
        r".*(?:amidopropyl betaine|hydroxysultaine|-betaine|aminopropyl betaine)",
        F.SURFACTANT,
        F.SURFACTANT_MILD,
    ),
    rule(
        r"(?:\w+/)*(?:\w+[- ])?(?:decyl|coco|lauryl|capryl|caprylyl|arachidyl)\w*[- ]?glucoside",
        F.SURFACTANT,
        F.SURFACTANT_MILD,
    ),
    rule(r"polyquaternium-\d+", F.FILM_FORMER, F.CONDITIONING),
    rule(r"quaternium-\d+", F.CONDITIONING),
    rule(r".*(?:trimonium|dimonium|konium|ethylmonium|triethonium)\b.*", F.CONDITIONING),
    rule(r".*amidopropyl dimethylamine(?:\s\w+)?", F.CONDITIONING),
    rule(r".*\b(?:copolymer|crosspolymer)", F.FILM_FORMER),
    rule(
        r"(?:cetearyl|cetyl|stearyl|behenyl|myristyl|lauryl|oleyl|c\d+-\d+) alcohols?",
        F.FATTY_ALCOHOL,
    ),
    rule(r"(?:sd )?alcohol(?: \d+(?:-\w)?)?(?: denat(?:ured)?)?", F.DRYING_ALCOHOL),
    rule(r".*\b(?:peg|ppg)-\d+.*", F.EMULSIFIER),
    rule(
        r"(?:polysorbate|steareth|ceteareth|ceteth|laureth|oleth|trideceth|beheneth|isoceteth|"
        r"deceth|poloxamer)[- ]?\d+",
        F.EMULSIFIER,
    ),
    rule(r"(?:poly)?glyceryl\b.*", F.EMULSIFIER),
    rule(r"sorbitan \w+", F.EMULSIFIER),
    rule(r".*\b(?:cellulose|gum|starch|dextrin)\b.*", F.THICKENER, F.FILM_FORMER),
    rule(r".*\bbutter", F.BUTTER),
    rule(r".*\b(?:wax|cera|cire)\b.*", F.WAX),
    rule(r".*\b(?:edta|edds|phytate|gluconate)", F.CHELATOR),
    rule(r"(?:tocopher|ascorb|retin)\w+.*", F.VITAMIN, F.ANTIOXIDANT),
    rule(r".*\b(?:kaolin|bentonite|clay|montmorillonite|illite)\b.*", F.CLAY),
    rule(
        r".*\b(?:extract|ferment|filtrate|juice|hydrosol|flower water|leaf water|root water|"
        r"powder)\b.*",
        F.PLANT_EXTRACT,
    ),
)

#: Plants whose steam-distilled or pressed oils are fragrant: essential oils. From memory.
FRAGRANT_PLANTS = (
    "lavandula", "lavender", "mentha", "mint", "peppermint", "spearmint", "melaleuca", "tea tree",
    "eucalyptus", "rosmarinus", "salvia", "rosemary", "citrus", "orange", "lemon", "lime",
    "bergamot", "grapefruit", "neroli", "petitgrain", "cymbopogon", "pelargonium", "geranium",
    "cinnamomum", "eugenia caryophyllus", "cananga", "ylang", "cedrus", "juniperus", "cupressus",
    "pinus", "abies", "pogostemon", "patchouli", "santalum", "sandalwood", "jasminum", "boswellia",
    "commiphora", "thymus", "origanum", "ocimum", "foeniculum", "pimpinella", "anthemis nobilis",
    "matricaria", "zingiber", "vetiveria", "myristica", "laurus", "rosa damascena",
    "rosa centifolia", "helichrysum", "litsea",
)  # fmt: skip
OIL_NAME = re.compile(r".*\boils?")
#: Pressed from seeds or kernels, whatever the plant: fatty, not fragrant.
FATTY_OIL = re.compile(r".*\b(?:seed|kernel|nut|germ|bran|fruit) oil")
SEED_SPICES = (
    "foeniculum",
    "pimpinella",
    "myristica",
    "carum",
    "coriandrum",
    "daucus",
    "elettaria",
)


def oil(name: str) -> tuple[F, ...]:
    """Families of a name that ends in "oil": essential of fragrant plants, else fatty."""
    if not OIL_NAME.fullmatch(name):
        return ()
    fatty = FATTY_OIL.fullmatch(name) and not name.startswith(SEED_SPICES)
    if "essential" in name or (name.startswith(FRAGRANT_PLANTS) and not fatty):
        return (F.ESSENTIAL_OIL,)
    return (F.OIL,)


def by_rule(name: str) -> tuple[F, ...]:
    """Families of a name by the way it is built; none if no rule fits.

    Args:
        name: lower case, without brackets and shares
    """
    for row in RULES:
        if row.built.fullmatch(name):
            return row.families
    return oil(name)
