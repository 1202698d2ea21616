import { describe, expect, it } from 'vitest'
import { ref, shallowRef } from 'vue'

import type { Chair, Kind } from '@/api/chairLog'

import { fold, type LogEntry } from './fold'
import { useWork } from './useWork'

const TEN = Date.parse('2026-06-20T10:00:00Z')
const steps = ['cleanse', 'mask', 'shape', 'release'].map((key) => ({
  key,
  sitting: key === 'release' ? 2 : 1,
}))
const asked = (key: string, more: object = {}) => ({
  key,
  stops: [],
  then: null,
  every_tick: false,
  dwell: null,
  ask_after_min: 30,
  ...more,
})

/** A chair whose notes are folded at once, as on a device without a connection. */
function chairOf(gate: unknown = null) {
  const log: LogEntry[] = []
  const plan = { steps, sections: [] }
  const chair = shallowRef({
    answer: plan,
    chair: {
      gate,
      steps: [
        asked('cleanse', { then: 'mask' }),
        asked('mask', { dwell: { title: 'Mask', least_min: 10, most_min: 20 } }),
        asked('shape', { stops: ['mask'] }),
        asked('release', { every_tick: true }),
      ],
    },
  } as unknown as Chair)
  const progress = shallowRef(fold(plan, log))
  const now = ref(new Date(TEN))
  const note = (...what: [Kind, Record<string, unknown>?][]) => {
    for (const [kind, data = {}] of what)
      log.push({
        id: `e${String(log.length)}`,
        kind,
        at: now.value.toISOString(),
        device: 'tablet',
        seq: log.length,
        data,
      })
    progress.value = fold(plan, log)
  }
  const work = useWork(chair, progress as never, now, note as never)
  const later = (minutes: number) => (now.value = new Date(now.value.getTime() + minutes * 60_000))
  return { work, later, kinds: () => log.map(({ kind }) => kind), progress }
}

describe('the step at hand', () => {
  it('starts, and starts the next when it is done', () => {
    const { work, later, kinds } = chairOf()
    work.main(0)
    later(8)
    work.main(0)
    expect(kinds()).toEqual(['step_started', 'step_done', 'step_started'])
    expect(work.key.value).toBe('mask')
    expect(work.running.value).toBe(0)
  })
  it('sets a timer where something sits, and asks before it is ended too early', () => {
    const { work, later, progress } = chairOf()
    work.main(0)
    work.main(0)
    work.main(0)
    expect(progress.value.timers).toMatchObject([{ timer: 'mask', stopped_at: null }])
    later(4)
    work.main(0)
    expect(work.asking.value).toBe('early')
    expect(work.state.value).toBe('planned')
    work.main(0)
    expect(work.state.value).toBe('running')
    expect(progress.value.timers[0]?.stopped_at).toBeTruthy()
  })
  it('asks for the minutes where nobody can have worked so long', () => {
    const { work, later } = chairOf()
    work.main(0)
    later(31)
    work.main(0)
    expect(work.asking.value).toBe('minutes')
    work.finish(12)
    expect(work.key.value).toBe('mask')
  })
  it('asks about sections that are not ticked, and again only where each has to be', () => {
    const { work } = chairOf()
    work.main(2)
    work.main(2)
    expect(work.asking.value).toBe('sections')
    work.main(2)
    expect(work.key.value).toBe('mask')
    work.chosen.value = 'release'
    work.main(1)
    work.main(1)
    work.main(1)
    expect(work.asking.value).toBe('sections')
    expect(work.state.value).toBe('running')
  })
  it('waits at the gate before a set is opened', () => {
    const { work, kinds } = chairOf({ ready: false })
    work.chosen.value = 'release'
    expect(work.opening.value).toBe(true)
    work.main(0)
    expect(kinds()).toEqual([])
  })
  it('is skipped with a reason', () => {
    const { work, progress } = chairOf()
    work.skip('no time')
    expect(progress.value.steps[0]?.status).toBe('skipped')
    expect(work.key.value).toBe('mask')
  })
})
