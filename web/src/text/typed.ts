/** Hours and days as people type them: 16:30, 1630, 4pm, 9, 3 Dec 16:30, 3.12. */
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

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
const ISO = /^(\d{4})-(\d{1,2})-(\d{1,2})/
const WORDS = /^(\d{1,2})\.?\s*([a-z]{3})[a-z]*\.?,?(?:\s*(\d{4}))?/i
const FIGURES = /^(\d{1,2})[./](\d{1,2})(?:[./](\d{4})|\.)?/
const HALF_YEAR_MS = 183 * 86_400_000

/** A day and what is typed after it; nothing where the text begins with no day. */
function dayAt(text: string, today: Date): { day: Date; rest: string } | undefined {
  const iso = ISO.exec(text)
  const words = WORDS.exec(text)
  const figures = FIGURES.exec(text)
  let year: number | undefined
  let month: number
  let date: number
  const found = iso ?? words ?? figures
  if (!found) return undefined
  if (iso) [year, month, date] = [Number(iso[1]), Number(iso[2]) - 1, Number(iso[3])]
  else if (words) {
    month = MONTHS.indexOf((words[2] ?? '').toLowerCase())
    date = Number(words[1])
    year = words[3] ? Number(words[3]) : undefined
  } else {
    month = Number(found[2]) - 1
    date = Number(found[1])
    year = found[3] ? Number(found[3]) : undefined
  }
  const day = new Date(year ?? today.getFullYear(), month, date)
  if (month < 0 || day.getMonth() !== month || day.getDate() !== date) return undefined
  // Without a year the nearest one is meant.
  const off = day.getTime() - today.getTime()
  if (year === undefined && Math.abs(off) > HALF_YEAR_MS)
    day.setFullYear(day.getFullYear() + (off > 0 ? -1 : 1))
  return { day, rest: text.slice(found[0].length).replace(/^[,\sT]+/, '') }
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
