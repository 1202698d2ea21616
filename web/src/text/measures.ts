/**
 * Measures as the salon's country writes them. Everything is metric but what is read and typed:
 * numbers are turned here on their way to the screen and back.
 */
import { number, parts, short } from './format'
import { i18n } from './index'
import { american } from './region'

interface UsUnit {
  name: string
  /** Of one, in the metric unit. */
  size: number
  digits: number
  /** What nought in the metric unit is in it. */
  zero: number
}

/** NIST Special Publication 811, appendix B; inch and pound are exact. The core has the same. */
const US_UNITS: Record<string, UsUnit> = {
  mm: { name: 'in', size: 25.4, digits: 2, zero: 0 },
  cm: { name: 'in', size: 2.54, digits: 1, zero: 0 },
  g: { name: 'oz', size: 28.349523125, digits: 2, zero: 0 },
  kg: { name: 'lb', size: 0.45359237, digits: 1, zero: 0 },
  ml: { name: 'fl oz', size: 29.5735295625, digits: 1, zero: 0 },
  '°C': { name: '°F', size: 5 / 9, digits: 0, zero: 32 },
}
const usUnit = (unit: string | undefined) =>
  american.value && unit !== undefined ? US_UNITS[unit] : undefined

/** "cm" → "in"; a unit that is the same everywhere stays. */
export const unitName = (unit: string) => usUnit(unit)?.name ?? unit

/** A number in the unit it is read in. */
export function fromMetric(value: number, unit?: string): number {
  const there = usUnit(unit)
  return there ? value / there.size + there.zero : value
}

/** A number that was typed, in the metric unit; exact to a ten thousandth. */
export function toMetric(value: number, unit?: string): number {
  const there = usUnit(unit)
  return there ? Math.round((value - there.zero) * there.size * 1e4) / 1e4 : value
}

/** A measure as it stands in a field; what was typed and is no number stays. */
export function typedMeasure(metric: number, unit?: string): string {
  const there = usUnit(unit)
  if (!there || typeof metric !== 'number') return String(metric)
  return String(Number(fromMetric(metric, unit).toFixed(there.digits)))
}

/** The number of a measure: at most so many digits, in the United States as many as are usual there. */
export const figure = (value: number, unit: string, digits = 1) =>
  short(fromMetric(value, unit), usUnit(unit)?.digits ?? digits)

/** The same with all its digits, for columns. */
export const exactFigure = (value: number, unit: string, digits = 1) =>
  number(fromMetric(value, unit), usUnit(unit)?.digits ?? digits)

/** A measure: "12.5 cm", "4.9 in". */
export const measure = (value: number, unit: string, digits = 1) =>
  `${figure(value, unit, digits)} ${unitName(unit)}`

/** A measure with all its digits, for columns. */
export const exactMeasure = (value: number, unit: string, digits = 1) =>
  `${exactFigure(value, unit, digits)} ${unitName(unit)}`

/** "puddle of 3 cm" is a puddle, and a size. */
const SIZED = /^(.+?)(?: (?:of|von) (.+))?$/

const LENGTH = /(\d+(?:[.,]\d+)?) (mm|cm|g|ml)\b/

/** A size as the salon typed it, in the measures of who reads. */
const sizeText = (text: string) =>
  text.replace(LENGTH, (_, value: string, unit: string) =>
    measure(Number(value.replace(',', '.')), unit),
  )

/** 8, "pump" → "8 pumps"; 1½, "puddle of 3 cm" → "1½ puddles of 3 cm"; what a salon named itself
 * stays as it was typed. */
export function counted(units: number, unit: string): string {
  const { t, te, tm } = i18n.global
  const [, name = unit, size] = SIZED.exec(unit) ?? []
  const forms = Object.entries(tm('hand.units') as Record<string, string>)
  const known = forms.find(([key, both]) => key === name || both.startsWith(`${name} | `))?.[0]
  const said =
    known && te(`hand.units.${known}`)
      ? t(`hand.units.${known}`, units > 0 && units <= 1 ? 1 : Math.ceil(units))
      : name
  return `${parts(units)} ${size ? t('hand.sized', { unit: said, size: sizeText(size) }) : said}`
}
