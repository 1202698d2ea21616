/** Numbers, minutes and dates as people read them. */
import { useMemoize } from '@vueuse/core'

import { locale, twelve } from './region'
import { daysBetween, isoDay, zone } from './zone'

// Formats are kept: making one takes a hundred times as long as using it.
const getKey = (language: string, options: object) => language + JSON.stringify(options)
const numberFormat = useMemoize(
  (language: string, options: Intl.NumberFormatOptions) => new Intl.NumberFormat(language, options),
  { getKey },
)
const dateFormat = useMemoize(
  (language: string, options: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat(language, options),
  { getKey },
)
/** A format on the clock of the salon. */
const onClock = (options: Intl.DateTimeFormatOptions) =>
  dateFormat(locale.value, { timeZone: zone.value, ...options })

export const number = (value: number, digits = 0) =>
  numberFormat(locale.value, {
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
  }).format(value)

/** A number with at most so many digits behind the point. */
export const short = (value: number, digits = 1) =>
  numberFormat(locale.value, { maximumFractionDigits: digits }).format(value)

export const percent = (share: number) =>
  numberFormat(locale.value, { style: 'percent' }).format(share)

/** 109 → "1 h 49"; 40 → "40 min"; 120 → "2 h". */
export function minutes(value: number): string {
  const whole = Math.round(value)
  if (whole < 60) return `${whole} min`
  const rest = whole % 60
  return `${Math.floor(whole / 60)} h${rest ? ` ${String(rest).padStart(2, '0')}` : ''}`
}

/** 88, 121 → "1 h 28 to 2 h 01"; 8, 11 → "8 to 11 min". */
export function span(low: number, high: number, to: string): string {
  const first = Math.round(high) < 60 ? String(Math.round(low)) : minutes(low)
  return `${first} ${to} ${minutes(high)}`
}

/** 5.5 → "5½", 0.75 → "¾". */
export function parts(value: number): string {
  const whole = Math.floor(value)
  const sign = { 0.25: '¼', 0.5: '½', 0.75: '¾' }[value - whole] ?? ''
  return `${whole || !sign ? whole : ''}${sign}`
}

const DAY: Intl.DateTimeFormatOptions = { weekday: 'short', day: 'numeric', month: 'short' }

/** The words for a day of a year: the year stands there where it is another one. */
const dayOptions = (year: string): Intl.DateTimeFormatOptions =>
  year === isoDay(new Date()).slice(0, 4) ? DAY : { dateStyle: 'medium' }

/** "Fri 27 Nov" of a moment on the clock of the salon, "6 Mar 2027" in another year. */
export function day(iso: string | Date | undefined): string {
  const date = new Date(iso ?? Date.now())
  return onClock(dayOptions(isoDay(date).slice(0, 4))).format(date)
}

/** "14:05"; "2:05 PM" where hours are counted to twelve. */
export const clock = (date: Date) => onClock({ timeStyle: 'short' }).format(date)

/** "14:05" as the country writes it; what is no hour stays. */
export function clockText(text: string): string {
  const [, hour, minute] = /^(\d\d):(\d\d)/.exec(text) ?? []
  if (hour === undefined || !twelve.value) return text
  const at = new Date(Date.UTC(2024, 0, 1, Number(hour), Number(minute)))
  return dateFormat(locale.value, { timeStyle: 'short', timeZone: 'UTC' }).format(at)
}

/** "today", "yesterday", "3 weeks ago". */
export function ago(iso: string | undefined): string {
  if (!iso) return ''
  const days = daysBetween(isoDay(new Date()), isoDay(iso))
  const words = new Intl.RelativeTimeFormat(locale.value, { numeric: 'auto' })
  if (days > -14) return words.format(days, 'day')
  if (days > -70) return words.format(Math.round(days / 7), 'week')
  return words.format(Math.round(days / 30), 'month')
}

/** A time of day, with its day when that is not the day it is seen from. */
export function when(date: Date, from: Date): string {
  return isoDay(date) === isoDay(from) ? clock(date) : `${day(date)}, ${clock(date)}`
}

/** "Fri 27 Nov" of a plain date, "6 Mar 2027" in another year; no clock moves it to another day. */
export function calendarDay(iso: string): string {
  const date = new Date(`${iso}T12:00:00Z`)
  return onClock({ ...dayOptions(iso.slice(0, 4)), timeZone: 'UTC' }).format(date)
}

const BYTES_IN_MB = 2 ** 20
const MB_IN_GB = 2 ** 10

/** A size of a file: "3.2 MB". */
export function size(bytes: number): string {
  const mb = bytes / BYTES_IN_MB
  return mb < MB_IN_GB ? `${short(Math.max(mb, 0.1))} MB` : `${short(mb / MB_IN_GB)} GB`
}

/** A moment in full: "26 Nov 2026, 14:05". */
export const moment = (iso: string) =>
  onClock({ dateStyle: 'medium', timeStyle: 'short' }).format(new Date(iso))

/** 7.5, "EUR" → "€7.50". */
export const money = (value: number, currency: string) =>
  numberFormat(locale.value, { style: 'currency', currency }).format(value)

/** A number as it is typed, with a comma or a point; nothing for a blank, NaN for no number. */
export function readNumber(text: string): number | null {
  const clean = text.trim().replace(',', '.')
  return clean === '' ? null : Number(clean)
}
