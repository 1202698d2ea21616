/** The section at hand while a cycle runs: finished by the one main thing, by itself or by row. */
import { computed, type Ref } from 'vue'

import type { Chair, NewEntry } from '@/api/chairLog'
import type { Schemas } from '@/api/client'
import { countdown } from '@/places/today/now'
import { counted, measure } from '@/text/measures'

import { corrected, type LogEntry } from './fold'
import type { useAmounts } from './useAmounts'
import type { useTicks } from './useTicks'
import type { useWork } from './useWork'

/** So many sections are shown that come next. */
const SHOWN_NEXT = 2

/**
 * @param visit - what the server has of it, what waits to be sent, and the time
 * @param work - the step at hand
 * @param ticks - its sections
 * @param amounts - what the section at hand gets
 */
export function useTurn(
  visit: { chair: Ref<Chair | undefined>; waits: Ref<NewEntry[]>; now: Ref<Date> },
  work: ReturnType<typeof useWork>,
  ticks: ReturnType<typeof useTicks>,
  amounts: ReturnType<typeof useAmounts>,
) {
  const cycle = computed<Schemas['Cycle'] | undefined>(() => work.step.value?.cycle ?? undefined)
  const turn = computed(() =>
    cycle.value && work.state.value === 'running' && !work.asking.value && ticks.left.value.length
      ? ticks.worked.value
      : undefined,
  )
  /** Sections are finished; after the last one the step is. */
  function finish(sections: number[]) {
    const last = ticks.left.value.every((number) => sections.includes(number))
    ticks.finish(sections)
    if (last) work.main(0)
  }
  function main() {
    if (turn.value !== undefined) finish([turn.value])
    else work.main(work.asks.value?.ticks ? ticks.left.value.length : 0)
  }
  /** On the map of a cycle another section is picked; the one at hand is finished. */
  function choose(section: number) {
    if (turn.value === undefined) ticks.toggle(section)
    else if (section === turn.value) finish([section])
    else ticks.pick(section)
  }

  /** Since the last section was finished, else since the cycle was begun. */
  const elapsed = computed(() => {
    const noted = (visit.chair.value?.events ?? []) as unknown as LogEntry[]
    const last = corrected([...noted, ...visit.waits.value])
      .filter(({ kind, data }) => kind === 'section_done' && data.what === work.asks.value?.ticks)
      .at(-1)?.at
    const since = [last, work.since.value].filter(Boolean).sort().at(-1)
    return since ? countdown(visit.now.value, Date.parse(since)) : ''
  })
  /** Sections left that share an amount with the one at hand: they can be finished together. */
  const together = computed(() => {
    if (turn.value === undefined) return []
    const rows = amounts.amounts.value
      .map(({ part }) => part.sections.filter((number) => ticks.left.value.includes(number)))
      .filter((row) => row.length > 1)
    return rows.sort((one, other) => one.length - other.length)[0] ?? []
  })
  /** The sections that come after the one at hand. */
  const following = computed(() =>
    ticks.left.value.filter((number) => number !== ticks.worked.value).slice(0, SHOWN_NEXT),
  )
  /** What goes into the section at hand, in words. */
  const lines = computed(() =>
    amounts.amounts.value
      .filter(({ had }) => !had)
      .map(({ units, grams, target }) => {
        const much =
          units !== null && target.unit ? counted(units, target.unit) : measure(grams, 'g')
        return `${much} ${target.name}`
      }),
  )
  return { cycle, turn, finish, main, choose, elapsed, together, following, lines }
}
