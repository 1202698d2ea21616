"""Services that work on what is worn, without a wash."""

from dataclasses import replace

from craft.styles.twists import FLAT
from craft.vocabulary import OnHead, Role, Scheme, SetKind, Start, Style

#: Water in hair that was misted over what it wears [g/g]. House value.
MISTED = 0.25

#: 45 to 60 min for eight rows, mist and oil with them.
REFRESH = replace(
    FLAT,
    title="Refresh visit",
    sections=8,
    sections_max=12,
    shape_min=5.2,
    how="Mist a row, twist it again; the hairline at least, all rows where the week has been damp. "
    "A little oil on the ends.",
    stays_in=(Role.MIST, Role.OIL),
    set_kind=SetKind.TWIST,
    usual={},
    water=MISTED,
    start=Start.WORN,
    stretch=0.55,
    release_h=8,
    finish_min=0,
    settle_min=0,
    released=False,
    release_each_min=0,
    wear_days=5,
    definition=0.70,
    separate="",
    release_how="",
)

PUFF = replace(
    REFRESH,
    title="Pinned-up puff",
    noun="section",
    scheme=Scheme.QUADRANTS,
    sections=4,
    sections_max=8,
    shape_min=3.0,
    how="From an older twist-out. Stretch the roots in a loose bun, then gather and pin section by "
    "section; no headband.",
    set_kind=SetKind.LOOSE,
    pins_each=3,
    ties_whole=1,
    stretch=0.60,
    settle_min=0,
    wear_days=2,
    definition=0.35,
    tension=False,
    works_from=(OnHead.LOOSE, OnHead.WASH_AND_GO, OnHead.TWISTS),
    leaves=OnHead.LOOSE,
)

NIGHT = replace(
    REFRESH,
    title="Night preparation",
    noun="ring",
    scheme=Scheme.QUADRANTS,
    sections=5,
    sections_max=8,
    shape_min=0.9,
    how="Five sections, loosely ringed, ends tucked in; scarf over them.",
    stays_in=(Role.SCALP_OIL,),
    set_kind=SetKind.LOOSE,
    water=0.13,
    pins_each=0,
    stretch=0.65,
    wear_days=1,
    definition=0.50,
    tension=False,
)

STYLES = {Style.REFRESH_VISIT: REFRESH, Style.PUFF_PIN_UP: PUFF, Style.NIGHT_PREP: NIGHT}
