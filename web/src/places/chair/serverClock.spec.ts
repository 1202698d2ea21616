import { describe, expect, it } from 'vitest'

import { serverClock } from './serverClock'

const TEN = Date.parse('2026-06-20T10:00:00Z')
const MINUTE = 60_000

/** A device whose clocks are moved by hand. */
function device(wall = TEN) {
  const at = { wall, ticks: 0 }
  const clock = serverClock({ wall: () => at.wall, ticks: () => at.ticks })
  const pass = (minutes: number) => {
    at.wall += minutes * MINUTE
    at.ticks += minutes * MINUTE
  }
  return { at, clock, pass }
}
const minute = (date: Date) => (date.getTime() - TEN) / MINUTE

describe('the hour of an entry', () => {
  it("is the server's on a device whose clock is wrong", () => {
    const { clock, pass } = device(TEN - 77 * MINUTE)
    clock.set('2026-06-20T10:00:00Z')
    pass(12)
    expect(minute(clock.now())).toBe(12)
  })
  it('goes on while the device sleeps', () => {
    const { at, clock, pass } = device()
    clock.set('2026-06-20T10:00:00Z')
    pass(5)
    at.wall += 30 * MINUTE
    expect(minute(clock.now())).toBe(35)
  })
  it('does not go back when the clock is set back, as in the night clocks change', () => {
    const { at, clock, pass } = device()
    clock.set('2026-06-20T10:00:00Z')
    pass(5)
    at.wall -= 60 * MINUTE
    pass(5)
    expect(minute(clock.now())).toBe(10)
  })
})
