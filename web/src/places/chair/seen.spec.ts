import { describe, expect, it } from 'vitest'

import { lastNoted, momentAfter, read, standing } from './seen'

const TEN = Date.parse('2026-06-20T10:00:00Z')
let number = 0
const entry = (kind: string, after: number, data: Record<string, unknown> = {}) => ({
  id: `e${(number += 1)}`,
  kind: kind as never,
  at: new Date(TEN + after * 60_000).toISOString(),
  device: 'tablet',
  seq: number,
  data,
})
const KEYS = ['cleanse', 'mask', 'shape']

describe('a visit as the screen sees it', () => {
  it('knows what is under way, else what comes next', () => {
    const start = entry('step_started', 0, { step: 'cleanse' })
    expect(read(KEYS, [])).toMatchObject({ step: 'cleanse' })
    expect(read(KEYS, [start]).step).toBe('cleanse')
    const done = entry('step_done', 12, { step: 'cleanse' })
    const seen = read(KEYS, [start, done])
    expect(seen.step).toBe('mask')
    expect(seen.steps[0]).toMatchObject({ status: 'done', minutes: 12 })
  })
  it('is the same whatever order entries come in, doubled or late', () => {
    const entries = [
      entry('step_started', 0, { step: 'cleanse' }),
      entry('step_done', 9, { step: 'cleanse' }),
      entry('section_done', 20, { section: 3, what: 'shaped' }),
      entry('timer_set', 21, { timer: 'mask', title: 'Mask', least_min: 20, most_min: 30 }),
      entry('touch', 30, { place: 'roots', dryness: 'wet' }),
      entry('touch', 31, { place: 'roots', dryness: 'dry' }),
    ]
    const usual = read(KEYS, entries)
    expect(read(KEYS, [...entries].reverse().concat(entries))).toEqual(usual)
    expect(usual.touches.roots).toBe('dry')
    expect(usual.ticks.shaped).toEqual(new Set([3]))
  })
  it('takes back, and takes the taking back back', () => {
    const tick = entry('section_done', 1, { section: 1, what: 'shaped' })
    const back = entry('correction', 2, { of: tick.id, data: null })
    const again = entry('correction', 3, { of: back.id, data: null })
    expect(read(KEYS, [tick, back]).ticks.shaped?.size).toBe(0)
    expect(read(KEYS, [tick, back, again]).ticks.shaped?.size).toBe(1)
  })
  it('says what an entry should have said', () => {
    const dose = entry('score', 1, { trait: 'frizz', value: 2 })
    const right = entry('correction', 2, { of: dose.id, data: { trait: 'frizz', value: 4 } })
    expect(standing([dose, right])[0]?.data).toEqual({ trait: 'frizz', value: 4 })
    expect(read(KEYS, [dose, right]).scores.frizz).toBe(4)
  })
  it('takes back only what this device noted, and all of one moment', () => {
    const done = entry('step_done', 5, { step: 'cleanse' })
    const next = { ...entry('step_started', 5, { step: 'mask' }), at: done.at }
    const theirs = { ...entry('section_done', 9, { section: 1, what: 'shaped' }), device: 'phone' }
    const ids = (device: string) => lastNoted([done, next, theirs], device).map(({ id }) => id)
    expect(ids('tablet')).toEqual([done.id, next.id])
    expect(ids('phone')).toEqual([theirs.id])
    expect(ids('another')).toEqual([])
  })
  it('stops timers, and begins them anew', () => {
    const set = entry('timer_set', 0, { timer: 'mask', title: 'Mask', least_min: 20 })
    const stop = entry('timer_stopped', 25, { timer: 'mask' })
    const anew = entry('timer_set', 26, { timer: 'mask', title: 'Mask', least_min: 5 })
    expect(read(KEYS, [set, stop]).timers).toEqual([])
    expect(read(KEYS, [set, stop, anew]).timers).toHaveLength(1)
  })
  it('notes what is done after what was begun, also where the clock went back', () => {
    const start = entry('step_started', 5, { step: 'cleanse' })
    const at = momentAfter([start], new Date(TEN + 4 * 60_000)).toISOString()
    const done = { ...entry('step_done', 0, { step: 'cleanse' }), at }
    expect(read(KEYS, [done, start]).step).toBe('mask')
    expect(momentAfter([start], new Date(TEN + 6 * 60_000)).getTime()).toBe(TEN + 6 * 60_000)
    expect(momentAfter([], new Date(TEN)).getTime()).toBe(TEN)
  })
})
