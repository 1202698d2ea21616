"""The catalogue of services."""

from craft.styles import loose, rods, twists, washes, worn
from craft.styles.technique import Technique
from craft.vocabulary import Style

TECHNIQUES: dict[Style, Technique] = (
    twists.STYLES | rods.STYLES | loose.STYLES | washes.STYLES | worn.STYLES
)

__all__ = ["TECHNIQUES", "Technique"]
