/** Where a client is just now, by what was planned. */
import type { Booking, Segment } from '@/api/days'

export const MINUTE_MS = 60_000

export interface Place {
  booking: Booking
  /** What is under way, else what comes next. */
  segment: Segment
  /** Whether it is under way. */
  on: boolean
  /** When it changes. */
  until: Date
}

const BUSY = new Set<string>(['booked', 'here', 'running'])

/** Whether somebody is to come, or is there. */
export const isBusy = (booking: Booking) => BUSY.has(booking.state)

/** Where a booking is at a moment; nothing once it is over or where nobody comes. */
export function placeOf(booking: Booking, now: number): Place | undefined {
  if (!isBusy(booking)) return undefined
  const segments = booking.segments
  const on = segments.find((part) => Date.parse(part.start) <= now && now < Date.parse(part.end))
  if (on) return { booking, segment: on, on: true, until: new Date(on.end) }
  const next = segments.find((part) => now < Date.parse(part.start))
  return next && { booking, segment: next, on: false, until: new Date(next.start) }
}

/** Whether hands are at work on a booking at a moment. */
export function wantsHands(booking: Booking, now: number): boolean {
  const place = placeOf(booking, now)
  return Boolean(place?.on && place.segment.hands)
}

/** Whether somebody is in the salon at a moment, as planned or as told. */
export function isIn(booking: Booking, now: number): boolean {
  if (booking.state === 'here' || booking.state === 'running') return true
  return (
    booking.state === 'booked' && Date.parse(booking.start) <= now && now < Date.parse(booking.end)
  )
}

/** 17 min 40 s → "17:40". */
export function countdown(until: Date, now: number): string {
  const seconds = Math.max(0, Math.round((until.getTime() - now) / 1000))
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
}
