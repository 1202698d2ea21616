/** Services in the order they are offered; what each is, the core knows. */
import type { Wish } from '@/api/queries'

export type Style = Wish['goal']['style']

export const STYLES: readonly { group: string; styles: readonly Style[] }[] = [
  {
    group: 'twists',
    styles: [
      'two_strand_twist_out',
      'flat_twist_out',
      'braid_out',
      'banded_twist_out',
      'banded_stretch',
    ],
  },
  { group: 'rods', styles: ['twist_rod_set', 'rod_set', 'finger_coils', 'coil_out'] },
  {
    group: 'loose',
    styles: [
      'shingle_wash_and_go',
      'shake_wash_and_go',
      'scrunch_waves',
      'slick_bun',
      'under_wig_base',
    ],
  },
  { group: 'washes', styles: ['quick_wash', 'full_reset', 'protective_removal_reset'] },
  { group: 'between', styles: ['refresh_visit', 'puff_pin_up', 'night_prep'] },
]
