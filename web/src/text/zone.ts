/** The clock of the salon: every hour on screen is of its zone, wherever the device is. */
import dayjs, { type Dayjs } from 'dayjs'
import timezone from 'dayjs/plugin/timezone'
import utc from 'dayjs/plugin/utc'
import { ref } from 'vue'

dayjs.extend(utc)
dayjs.extend(timezone)

/** IANA name; until the salon is known, the zone of the device. */
export const zone = ref<string>()

const FIELDS = 'YYYY-MM-DDTHH:mm:ss'
const onClock = (at: Date | string): Dayjs => (zone.value ? dayjs(at).tz(zone.value) : dayjs(at))

/** The date a moment falls on, as the server writes it. */
export const isoDay = (at: Date | string) => onClock(at).format('YYYY-MM-DD')

/** What a clock shows at a moment: hour and minute. */
export const hourOf = (at: Date | string): [number, number] => {
  const shown = onClock(at)
  return [shown.hour(), shown.minute()]
}

/** Whole days from one date to another. */
export const daysBetween = (from: string, to: string) => dayjs.utc(to).diff(dayjs.utc(from), 'day')

/** A date so many days later. */
export const addDays = (date: string, days: number) =>
  dayjs.utc(date).add(days, 'day').format('YYYY-MM-DD')

/** A moment for a picker, which only knows the clock of the device: its hands show the salon's. */
export const forPicker = (at: string) => new Date(onClock(at).format(FIELDS))

/** The moment a picker means. */
export function fromPicker(picked: Date): string {
  const fields = dayjs(picked).format(FIELDS)
  return (zone.value ? dayjs.tz(fields, zone.value) : dayjs(fields)).toISOString()
}
