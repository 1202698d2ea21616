/** Patches that stand for a choice together with what the choice makes void. */
import type { Wish } from '@/api/queries'

import type { WishPatch } from './patch'

type Style = Wish['goal']['style']

/** Another style has other usual numbers; changes by hand belong to the routine they were made in. */
export const anotherStyle = (style: Style | undefined): WishPatch => ({
  goal: {
    ...(style ? { style } : {}),
    sections: null,
    release_after_h: null,
    wear_days: null,
    rod_mm: null,
    coil_mm: null,
    bands: null,
  },
  edits: null,
  parting: null,
  stages: null,
})

/** Another number of sections is another parting: what a hand changed belonged to the old one. */
export const anotherCount = (sections: number | null | undefined): WishPatch => ({
  goal: { sections: sections ?? null },
  parting: { changes: null, sizes_mm: null, forward: null, sideways: null, back: null },
})

/** Another dryer: its minutes are its own, and stages by hand give way. */
export const dryerOf = (dry: Wish['dry'] | undefined): WishPatch => ({
  dry: dry ?? null,
  dry_min: null,
  stages: null,
})

/** A share as it is typed, in percent. */
export const percentOf = (share: number | null | undefined) =>
  share == null ? null : Math.round(share * 1000) / 10

/** Percent as typed, as a share; what is no number stays as it was typed. */
export const shareOf = (percent: number | null | undefined) =>
  typeof percent === 'number' ? percent / 100 : (percent ?? null)
