/** What can be observed of hair, in the order it is looked at. */
import type { NewObservation } from '@/api/queries'

export type Kind = NewObservation['kind']

interface Way {
  kind: Kind
  method: NewObservation['method']
  /** Words to choose from; a number is typed where there are none. */
  words?: readonly string[]
  /** May differ from zone to zone. */
  zoned?: boolean
}

const LEVELS = ['low', 'medium', 'high'] as const

export const WAYS: readonly Way[] = [
  {
    kind: 'pattern',
    method: 'by_eye',
    words: ['2a', '2b', '2c', '3a', '3b', '3c', '4a', '4b', '4c'],
    zoned: true,
  },
  { kind: 'length_cm', method: 'measured', zoned: true },
  { kind: 'relaxed_cm', method: 'measured' },
  { kind: 'density', method: 'by_eye', words: LEVELS },
  { kind: 'density_per_cm2', method: 'counted', zoned: true },
  { kind: 'circumference_cm', method: 'measured' },
  { kind: 'porosity', method: 'by_eye', words: LEVELS },
  { kind: 'strand', method: 'by_feel', words: ['fine', 'medium', 'coarse'] },
  { kind: 'diameter_um', method: 'measured' },
  { kind: 'head_cm', method: 'measured' },
  { kind: 'buildup', method: 'by_eye', words: ['none', 'some', 'heavy'] },
]

export const ZONES = ['fringe', 'top', 'crown', 'left', 'right', 'back', 'nape'] as const
export type Zone = (typeof ZONES)[number] | ''

export type Typed = Partial<Record<Kind, number | string | null>>

/** What was typed, as the server takes it; blank fields were not observed. */
export function observationsOf(typed: Typed, zone: Zone = ''): NewObservation[] {
  return WAYS.flatMap(({ kind, method, zoned }) => {
    const value = typed[kind]
    if (value === null || value === undefined || value === '') return []
    if (zone && !zoned) return []
    return [{ kind, value, method, zone }]
  })
}

export const isZone = (zone: string): zone is Zone =>
  zone === '' || ZONES.some((word) => word === zone)
