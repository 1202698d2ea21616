/** The axis of a day: which minutes are shown, and where each of them stands. */
import { computed, type Ref } from 'vue'

import type { Board } from '@/api/days'

import { MINUTE_MS } from './now'

const HOUR_MIN = 60
const HALF_MIN = 6 * HOUR_MIN
/** Of a half day about now, so much is gone by. */
const BEFORE_MIN = 2 * HOUR_MIN
/** Half a day begins on one of these. */
const HALF_STEP_MIN = 30
/** Where the salon's own hours are not known [min]. */
const OPENS_MIN = 9 * HOUR_MIN
const CLOSES_MIN = 19 * HOUR_MIN

/**
 * @param board the day, once it has come
 * @param now the moment
 * @param isToday whether the day is today
 * @param zoom the whole day, or half a day about now
 */
export function useAxis(
  board: Readonly<Ref<Board | undefined>>,
  now: Readonly<Ref<Date>>,
  isToday: Readonly<Ref<boolean>>,
  zoom: Readonly<Ref<'whole' | 'half'>>,
) {
  const midnight = computed(() => new Date(board.value?.midnight ?? 0))
  const minuteOf = (moment: Date | string) =>
    (new Date(moment).getTime() - midnight.value.getTime()) / MINUTE_MS
  const at = (minute: number) => new Date(midnight.value.getTime() + minute * MINUTE_MS)
  const nowMin = computed(() => minuteOf(now.value))
  /** Opening to closing and whoever stays longer; half a day about now. */
  const axis = computed(() => {
    const day = board.value
    if (!day) return { first: 0, last: 1 }
    const starts = day.bookings.map((booking) => minuteOf(booking.start))
    const ends = day.bookings.map((booking) => minuteOf(booking.end))
    const opens = Math.min(day.open_min || OPENS_MIN, ...starts)
    const closes = Math.max(day.close_min || CLOSES_MIN, ...ends)
    const first = Math.floor(opens / HOUR_MIN) * HOUR_MIN
    const last = Math.ceil(closes / HOUR_MIN) * HOUR_MIN
    if (zoom.value === 'whole') return { first, last }
    const begins = isToday.value ? nowMin.value - BEFORE_MIN : Math.min(...starts, last) - HOUR_MIN
    const earliest = Math.max(first, Math.min(begins, last - HALF_MIN))
    const from = Math.floor(earliest / HALF_STEP_MIN) * HALF_STEP_MIN
    return { first: from, last: from + HALF_MIN }
  })
  const share = (minute: number) =>
    `${((minute - axis.value.first) / (axis.value.last - axis.value.first)) * 100}%`
  const hours = computed(() => {
    const marks = []
    for (let mark = axis.value.first; mark < axis.value.last; mark += HOUR_MIN) marks.push(mark)
    return marks
  })
  return { midnight, minuteOf, at, nowMin, axis, share, hours }
}
