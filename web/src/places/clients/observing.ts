/** What can be observed of hair, in the order it is looked at. */
import {
  buildupValues,
  levelValues,
  patternValues,
  strandValues,
  zoneValues,
} from '@/api/generated'
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

export const WAYS: readonly Way[] = [
  {
    kind: 'pattern',
    method: 'by_eye',
    words: patternValues,
    zoned: true,
  },
  { kind: 'length_cm', method: 'measured', zoned: true },
  { kind: 'relaxed_cm', method: 'measured' },
  { kind: 'density', method: 'by_eye', words: levelValues },
  { kind: 'density_per_cm2', method: 'counted', zoned: true },
  { kind: 'circumference_cm', method: 'measured' },
  { kind: 'porosity', method: 'by_eye', words: levelValues },
  { kind: 'strand', method: 'by_feel', words: strandValues },
  { kind: 'diameter_um', method: 'measured' },
  { kind: 'head_cm', method: 'measured' },
  { kind: 'buildup', method: 'by_eye', words: buildupValues },
]

export type Zone = (typeof zoneValues)[number] | ''

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
  zone === '' || zoneValues.some((word) => word === zone)
