/** Months and weeks as the country of the salon has them: their names, order and first day. */
import dayjs from 'dayjs'
import 'dayjs/locale/de'
import updateLocale from 'dayjs/plugin/updateLocale'
import { computed, watchEffect } from 'vue'

import { i18n } from './index'
import { locale, twelve } from './region'

dayjs.extend(updateLocale)

const MONDAY = new Date(Date.UTC(2024, 0, 1))
const DAY_MS = 86_400_000
const WEEK = 7
const MONTHS = Array.from({ length: 12 }, (_, month) => new Date(Date.UTC(2024, month, 1)))

type WithWeek = Intl.Locale & {
  weekInfo?: { firstDay: number }
  getWeekInfo?: () => { firstDay: number }
}

/** The first day of a week, 0 is Monday (Unicode CLDR, weekData, as the browser knows it). */
export const firstWeekday = computed(() => {
  const own = new Intl.Locale(locale.value) as WithWeek
  const week = own.getWeekInfo?.() ?? own.weekInfo
  return ((week?.firstDay ?? 1) + WEEK - 1) % WEEK
})

/** The days of a week in their order; 0 is Monday, as the server counts. */
export const weekdays = computed(() =>
  Array.from({ length: WEEK }, (_, place) => {
    const weekday = (firstWeekday.value + place) % WEEK
    const name = new Intl.DateTimeFormat(locale.value, { weekday: 'short', timeZone: 'UTC' })
    return { weekday, name: name.format(new Date(MONDAY.getTime() + weekday * DAY_MS)) }
  }),
)

/** Whether a date begins with its month. */
export const monthFirst = computed(
  () => new Intl.DateTimeFormat(locale.value).formatToParts(MONDAY)[0]?.type === 'month',
)

/** The month a word means, in the language of who types or in English; -1 where it is none. */
export function monthNamed(word: string): number {
  const typed = word.toLowerCase()
  for (const language of [locale.value, 'en']) {
    const name = new Intl.DateTimeFormat(language, { month: 'long', timeZone: 'UTC' })
    const found = MONTHS.findIndex((month) => name.format(month).toLowerCase().startsWith(typed))
    if (found >= 0) return found
  }
  return -1
}

/** How a picker writes a day, and a moment: what it writes can be typed again. */
export const dayPattern = computed(() => {
  if (monthFirst.value) return 'MMM D, YYYY'
  return i18n.global.locale.value === 'de' ? 'D. MMM YYYY' : 'D MMM YYYY'
})
export const hourPattern = computed(() => (twelve.value ? 'h:mm A' : 'HH:mm'))
export const momentPattern = computed(
  () => `${dayPattern.value.replace(/,? YYYY/, '')}, ${hourPattern.value}`,
)

// The picker asks dayjs, in the language of the page.
watchEffect(() => {
  const language = i18n.global.locale.value === 'de' ? 'de' : 'en'
  dayjs.locale(language)
  dayjs.updateLocale(language, { weekStart: (firstWeekday.value + 1) % WEEK })
})
