import { describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'

import type { Chair } from '@/api/chairLog'
import { fold } from './fold'
import { useTicks } from './useTicks'

/** Which sections are ticked by keys typed at once, and which after a pause. */
function typed(sections: number, keys: string) {
  const ticked: unknown[] = []
  const answer = {
    steps: [],
    sections: Array.from({ length: sections }, (_, at) => ({ number: at + 1 })),
  }
  const chair = ref({ answer, events: [] } as unknown as Chair)
  const note = (...what: [string, Record<string, unknown>?][]) =>
    ticked.push(...what.map(([, data]) => data?.section))
  const { digit } = useTicks(chair, ref(fold(chair.value.answer, [])), ref('shaped'), note as never)
  vi.useFakeTimers()
  for (const key of keys) digit(key)
  const atOnce = [...ticked]
  vi.runAllTimers()
  vi.useRealTimers()
  return [atOnce, ticked]
}

describe('sections ticked by their number', () => {
  it('takes every digit by itself where there are few', () => {
    expect(typed(4, '124')).toEqual([
      [1, 2, 4],
      [1, 2, 4],
    ])
  })
  it('waits where a second digit may come, and takes both as one number', () => {
    expect(typed(30, '12')).toEqual([[12], [12]])
    expect(typed(30, '1')).toEqual([[], [1]])
    expect(typed(30, '7')).toEqual([[7], [7]])
  })
  it('takes two digits apart where there is no such section', () => {
    expect(typed(12, '13')).toEqual([
      [1, 3],
      [1, 3],
    ])
  })
})
