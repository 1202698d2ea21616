/** A learned value on screen: its key, its name, its unit. */
import type { LearnedRow } from '@/api/results'
import { measure } from '@/text/measures'

const UNITS = {
  minutes: 'min',
  detangling: 'min',
  dose: 'g',
  length: 'cm',
  definition: '/ 5',
  wear: 'd',
  drying: 'h',
  position: 'min',
  zone_dose: 'g',
} as const

export const keyOf = (row: LearnedRow) => `${row.quantity} ${row.group} ${row.username}`

export const amount = (row: LearnedRow, value: number) =>
  measure(value, UNITS[row.quantity], row.quantity === 'minutes' ? 0 : 1)
