import { readFileSync } from 'node:fs'

import { describe, expect, it } from 'vitest'

import {
  currentStep,
  dosedSections,
  fold,
  lastNoted,
  type LogEntry,
  momentAfter,
  type Progress,
  progressOf,
  type WorkedPlan,
} from './fold'

interface Line {
  plan: WorkedPlan
  events: LogEntry[]
  visit: Progress & { step: string | null }
}
/** Logs and the visits that the core folds them to. */
const CORPUS = readFileSync('../craft/tests/golden/visits.jsonl', 'utf8')
  .trimEnd()
  .split('\n')
  .map((line) => JSON.parse(line) as Line)

/** Times as numbers: the core and the browser write the same moment differently. */
const comparable = (progress: Progress) => {
  const at = (time: string | null | undefined) => (time ? Date.parse(time) : null)
  return {
    ...progress,
    steps: progress.steps.map((one) => ({ ...one, running_since: at(one.running_since) })),
    timers: progress.timers.map((one) => ({
      ...one,
      least_at: at(one.least_at),
      most_at: at(one.most_at),
      stopped_at: at(one.stopped_at),
    })),
  }
}

const TEN = Date.parse('2026-06-20T10:00:00Z')
let number = 0
const entry = (kind: string, after: number, data: Record<string, unknown> = {}): LogEntry => ({
  id: `e${String((number += 1))}`,
  kind: kind as never,
  at: new Date(TEN + after * 60_000).toISOString(),
  device: 'tablet',
  seq: number,
  data,
})

describe('a visit on the screen', () => {
  it('is what the core folds of the same log', () => {
    expect(CORPUS.length).toBeGreaterThanOrEqual(200)
    for (const { plan, events, visit } of CORPUS) {
      const { step, ...expected } = visit
      const progress = fold(plan, events)
      expect(comparable(progress)).toEqual(comparable(expected))
      expect(currentStep(progress.steps) ?? null).toBe(step)
    }
  })
  it('is the answer of the server where nothing waits', () => {
    const visit = { state: 'done', release: null, steps: [], scores: { frizz: 4 } }
    const chair = { chair: { visit }, answer: { steps: [], sections: [] }, events: [] }
    expect(progressOf(chair as never, [])).toEqual({ ...visit, released: false })
  })
  it('lays over the answer what the server does not have yet', () => {
    const sent = entry('score', 1, { trait: 'frizz', value: 2 })
    const visit = { state: 'running', release: null, steps: [], scores: { frizz: 2 } }
    const chair = { chair: { visit }, answer: { steps: [], sections: [] }, events: [sent] }
    const waits = [entry('correction', 2, { of: sent.id, data: { trait: 'frizz', value: 5 } })]
    expect(progressOf(chair as never, waits as never).scores).toEqual({ frizz: 5 })
  })
})

describe('undo', () => {
  it('takes back only what this device noted, and all of one moment', () => {
    const done = entry('step_done', 5, { step: 'cleanse' })
    const next = { ...entry('step_started', 5, { step: 'mask' }), at: done.at }
    const theirs = { ...entry('section_done', 9, { section: 1, what: 'shaped' }), device: 'phone' }
    const ids = (device: string) => lastNoted([done, next, theirs], device).map(({ id }) => id)
    expect(ids('tablet')).toEqual([done.id, next.id])
    expect(ids('phone')).toEqual([theirs.id])
    expect(ids('another')).toEqual([])
  })
})

describe('sections that have their dose', () => {
  it('are those of entries that still count', () => {
    const gel = { step: 'lay_in', role: 'gel', layer: 1 }
    const one = entry('dose', 1, { step: 'lay_in', role: 'gel', grams: 1, section: 8 })
    const several = entry('dose', 2, { step: 'lay_in', role: 'gel', grams: 1, sections: [1, 2] })
    const oil = entry('dose', 3, { step: 'lay_in', role: 'oil', grams: 1, section: 3 })
    expect([...dosedSections([one, several, oil], gel)].sort()).toEqual([1, 2, 8])
    const back = entry('correction', 4, { of: several.id, data: null })
    expect([...dosedSections([one, several, back], gel)]).toEqual([8])
  })
})

describe('the moment of a new entry', () => {
  it('comes after what was begun, also where the clock went back', () => {
    const start = entry('step_started', 5, { step: 'cleanse' })
    const plan = { steps: ['cleanse', 'mask'].map((key) => ({ key, sitting: 1 })), sections: [] }
    const at = momentAfter([start], new Date(TEN + 4 * 60_000)).toISOString()
    const done = { ...entry('step_done', 0, { step: 'cleanse' }), at }
    expect(currentStep(fold(plan, [done, start]).steps)).toBe('mask')
    expect(momentAfter([start], new Date(TEN + 6 * 60_000)).getTime()).toBe(TEN + 6 * 60_000)
    expect(momentAfter([], new Date(TEN)).getTime()).toBe(TEN)
  })
})
