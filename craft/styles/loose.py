"""Styles that dry loose: washed and gone, scrunched, smoothed back."""

from dataclasses import replace

from craft.styles.twists import FLAT, TWO_STRAND
from craft.vocabulary import Blot, Detail, Manner, OnHead, Pattern, Role, SetKind, Style

SHINGLE = replace(
    TWO_STRAND,
    title="Shingled wash-and-go",
    noun="section",
    sections=30,
    sections_max=60,
    shape_min=1.2,
    how="Soaking wet throughout. Smooth the styler down each strand with flat palms, "
    "cap the half you are not working on.",
    set_kind=SetKind.LOOSE,
    blot=Blot.NONE,
    stretch=0.20,
    stays_in=(Role.LEAVE_IN, Role.OIL, Role.GEL),
    clips=6,
    released=False,
    release_h=8,
    release_each_min=0,
    finish_min=6,
    definition=0.80,
    release_how="",
    leaves=OnHead.WASH_AND_GO,
    usual={},
    mixes=True,
)

#: About half the hands-on time of shingling.
SHAKE = replace(
    SHINGLE,
    title="Shaken wash-and-go",
    shape_min=0.48,
    sections=16,
    sections_max=40,
    how="The same products; rake once, shake the head or the section, let it fall. Somewhat less "
    "definition; longer hair still works.",
    definition=0.66,
    head_down=True,
    mixes=False,
)

WAVES = replace(
    SHAKE,
    title="Scrunched waves",
    sections=6,
    sections_max=20,
    shape_min=2.2,
    how="Wave-safe: no raking, no brush after the styler. The styler on soaking hair, glazed over "
    "and squeezed until it no longer feels sticky.",
    stays_in=(Role.LEAVE_IN, Role.MOUSSE, Role.GEL),
    stretch=0.10,
    definition=0.60,
    wear_days=3,
    suits=(Pattern.W2A, Pattern.W2B, Pattern.W2C, Pattern.C3A),
    separate="Crush the cast with a drop of oil.",
    usual={
        Detail.SQUEEZE_IN: Manner.YES,
        Detail.BRUSHED_BACK: Manner.YES,
        Detail.PRESS: Manner.YES,
        Detail.PARTING_SIDE: Manner.YES,
    },
)

BUN = replace(
    SHINGLE,
    title="Slick bun",
    noun="section",
    sections=4,
    sections_max=6,
    shape_min=5.0,
    blot=Blot.CLOTH,
    how="Set the direction while wet, blot dry, gel, smooth back; a firm tie, then a small one "
    "round the bun. Change the height and the parting from last time.",
    stays_in=(Role.LEAVE_IN, Role.OIL, Role.GEL),
    stretch=0.60,
    finish_min=4,
    settle_min=0,
    wear_days=4,
    definition=0.70,
    tension=True,
    separate="Nothing is parted.",
    leaves=OnHead.BUN,
    ties_whole=2,
    mixes=False,
    gathered=True,
)

UNDER_WIG = replace(
    FLAT,
    title="Base under a wig",
    sections=10,
    sections_max=16,
    shape_min=3.4,
    how="Back twisted, front flat twisted, all flat. Moisture before the cap; no tight edge under "
    "its band.",
    stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL),
    released=False,
    release_each_min=0,
    finish_min=2,
    settle_min=0,
    wear_days=10,
    separate="Nothing is parted.",
    release_how="",
    gathered=True,
)

STYLES = {
    Style.SHINGLE_WASH_AND_GO: SHINGLE,
    Style.SHAKE_WASH_AND_GO: SHAKE,
    Style.SCRUNCH_WAVES: WAVES,
    Style.SLICK_BUN: BUN,
    Style.UNDER_WIG_BASE: UNDER_WIG,
}
