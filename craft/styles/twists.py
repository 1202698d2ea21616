"""Twists, braids and bands: sets that are dried and then released."""

from dataclasses import replace

from craft.styles.details import BAND_STRETCH, BANDED_RELEASE
from craft.styles.technique import Technique
from craft.vocabulary import Blot, Detail, Manner, OnHead, Role, Scheme, SetKind, Style

TWIST_RELEASE = (
    "Only when dry. Oil on the fingers; bottom {noun}s before top ones, ends first, a half turn "
    "against the twist to loosen. Count them out."
)

TWO_STRAND = Technique(
    title="Two-strand twist-out",
    noun="twist",
    scheme=Scheme.QUADRANTS,
    sections=12,
    sections_max=40,
    shape_min=2.5,
    how="Even tension from root to end. Never borrow hair from the neighbour.",
    set_kind=SetKind.TWIST,
    blot=Blot.CLOTH,
    stretch=0.45,
    stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL, Role.GEL),
    mask_min=20,
    mask_max_min=45,
    pins_each=0,
    clips=4,
    released=True,
    release_h=24,
    release_each_min=0.8,
    finish_min=8,
    settle_min=15,
    wear_days=6,
    definition=0.75,
    tension=False,
    release_how=TWIST_RELEASE,
    leaves=OnHead.TWISTS,
    usual={Detail.ENDS: Manner.COILED},
)

FLAT = replace(
    TWO_STRAND,
    title="Flat twist-out",
    noun="row",
    scheme=Scheme.ROWS,
    sections=8,
    sections_max=24,
    shape_min=4.5,
    how="Lie the row on the scalp, feed hair in evenly, keep the hairline loose.",
    stretch=0.55,
    pins_each=2,
    release_each_min=1.0,
    finish_min=6,
    definition=0.78,
    tension=True,
    separate="Flat twists need no separating.",
    leaves=OnHead.FLAT_TWISTS,
    usual={Detail.FASTENING: Manner.PINNED_TWICE},
)

BRAID = replace(
    TWO_STRAND,
    title="Braid-out",
    noun="braid",
    shape_min=3.0,
    how="Three strands, even tension; two-strand twist the last part so the ends hold.",
    set_kind=SetKind.BRAID,
    stretch=0.60,
    release_each_min=1.0,
    definition=0.65,
    release_how="Only when dry. Oil on the fingers; bottom braids before top ones, ends first. "
    "Count them out.",
    leaves=OnHead.BRAIDS,
    usual={},
)

#: 12 twists in pairs make 6 bundles of 4 bands: 24 bands, two for each twist.
BANDED_TWIST = replace(
    TWO_STRAND,
    title="Banded twist-out",
    band_stretch=BAND_STRETCH,
    bundled=True,
    damp_first=True,
    release_each_min=1.1,
    release_how=BANDED_RELEASE,
    tension=True,
    usual={Detail.ENDS: Manner.COILED, Detail.FASTENING: Manner.BANDED_PAIRS},
)

BANDED = replace(
    TWO_STRAND,
    title="Banded stretch",
    noun="section",
    sections=6,
    sections_max=16,
    shape_min=3.2,
    how="Damp, not dripping. Root band not tight; wrap downwards three to four turns, about four "
    "bands a section, gaps between. Leave the ends out to keep their curl.",
    stretch=0.85,
    usual={},
    band_stretch=(0.98, 0.92, 0.10),
    stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL),
    damp_first=True,
    release_each_min=1.5,
    finish_min=4,
    wear_days=5,
    definition=0.30,
    tension=True,
    release_how="Only when dry. Rubber bands are oiled and cut off, never pulled. Count them out.",
    leaves=OnHead.LOOSE,
)

STYLES = {
    Style.TWO_STRAND_TWIST_OUT: TWO_STRAND,
    Style.FLAT_TWIST_OUT: FLAT,
    Style.BRAID_OUT: BRAID,
    Style.BANDED_TWIST_OUT: BANDED_TWIST,
    Style.BANDED_STRETCH: BANDED,
}
