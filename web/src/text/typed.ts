/** Hours and days as people type them: 16:30, 1630, 4pm, 9, 3 Dec 16:30, Dec 3, 3.12. */
import { monthFirst, monthNamed } from './calendar'

const LAST_HOUR = 24
const NOON = 12
const CLOCK = /^(\d{1,2})(?:[:.h ]?(\d{2}))?\s*(am|pm|h)?$/i

/** An hour of the day as HH:mm; nothing where the text is none. */
export function clockFrom(text: string): string | undefined {
  const [, hour, minute = '00', half] = CLOCK.exec(text.trim()) ?? []
  if (hour === undefined) return undefined
  const part = half?.toLowerCase()
  let hours = Number(hour)
  if (part === 'am' || part === 'pm') {
    if (hours < 1 || hours > NOON) return undefined
    hours = (hours % NOON) + (part === 'pm' ? NOON : 0)
  }
  const minutes = Number(minute)
  if (hours > LAST_HOUR || minutes > 59 || (hours === LAST_HOUR && minutes)) return undefined
  return `${String(hours).padStart(2, '0')}:${String(minutes).padStart(2, '0')}`
}

const ISO = /^(?<year>\d{4})-(?<month>\d{1,2})-(?<date>\d{1,2})/
/** A year; four figures of another kind are an hour. */
const YEAR = '(?:,?\\s*(?<year>20\\d{2})\\b)?'
const DAY_MONTH = new RegExp(`^(?<date>\\d{1,2})\\.?\\s*(?<word>\\p{L}{3,})\\.?${YEAR}`, 'u')
const MONTH_DAY = new RegExp(`^(?<word>\\p{L}{3,})\\.?\\s*(?<date>\\d{1,2})\\b${YEAR}`, 'u')
const FIGURES = /^(?<first>\d{1,2})(?<between>[./])(?<second>\d{1,2})(?:[./](?<year>\d{4})|\.)?/
const HALF_YEAR_MS = 183 * 86_400_000

/** Day and month of two figures: with a slash as the country has them, with a point day first. */
function ordered(found: Record<string, string | undefined>) {
  const figures = [Number(found.first), Number(found.second)] as const
  const [date, month] =
    found.between === '/' && monthFirst.value ? [figures[1], figures[0]] : figures
  return { date, month: month - 1 }
}

/** A day and what is typed after it; nothing where the text begins with no day. */
function dayAt(text: string, today: Date): { day: Date; rest: string } | undefined {
  const match = [ISO, DAY_MONTH, MONTH_DAY, FIGURES]
    .map((pattern) => pattern.exec(text))
    .find(Boolean)
  const found = match?.groups as Record<string, string | undefined> | undefined
  if (!match || !found) return undefined
  const { date, month } = found.between
    ? ordered(found)
    : {
        date: Number(found.date),
        month: found.word ? monthNamed(found.word) : Number(found.month) - 1,
      }
  const year = found.year === undefined ? undefined : Number(found.year)
  const day = new Date(year ?? today.getFullYear(), month, date)
  if (month < 0 || day.getMonth() !== month || day.getDate() !== date) return undefined
  // Without a year the nearest one is meant.
  const off = day.getTime() - today.getTime()
  if (year === undefined && Math.abs(off) > HALF_YEAR_MS)
    day.setFullYear(day.getFullYear() + (off > 0 ? -1 : 1))
  return { day, rest: text.slice(match[0].length).replace(/^[,\sT]+/, '') }
}

/** A day without its hour; nothing where the text is none. */
export function dayFrom(text: string, today: Date): Date | undefined {
  const at = dayAt(text.trim(), today)
  return at && !at.rest ? at.day : undefined
}

/**
 * A moment; nothing where the text is none.
 *
 * @param before what stood there: an hour alone is of its day, a day alone keeps its hour
 */
export function momentFrom(text: string, today: Date, before?: Date): Date | undefined {
  const trimmed = text.trim()
  const clock = clockFrom(trimmed)
  // 3.12 is a day before it is an hour, 16.30 an hour that no day can be.
  const at = clock && !FIGURES.test(trimmed) ? undefined : dayAt(trimmed, today)
  const hour = at ? clockFrom(at.rest) : clock
  if (at && at.rest && !hour) return undefined
  if (!at && !hour) return undefined
  const moment = new Date(at?.day ?? before ?? today)
  if (hour) {
    const [hours = 0, minutes = 0] = hour.split(':').map(Number)
    moment.setHours(hours, minutes, 0, 0)
  } else if (before) moment.setHours(before.getHours(), before.getMinutes(), 0, 0)
  else return undefined
  return moment
}
