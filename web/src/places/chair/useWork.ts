/** The step at hand: begun and done by the one main thing, which asks where something is doubtful. */
import { computed, ref, type Ref } from 'vue'

import { countdown } from '@/places/today/now'

import type { Chair, Kind } from '@/api/chairLog'
import type { Seen } from './seen'

export const RELEASE = 'release'
const MINUTE_MS = 60_000

type Entry = [kind: Kind, data?: Record<string, unknown>]
/** What is asked before the step is begun or done. */
export type Ask = 'minutes' | 'sections' | 'early'

export function useWork(
  chair: Ref<Chair | undefined>,
  seen: Ref<Seen | undefined>,
  now: Ref<Date>,
  note: (...what: Entry[]) => unknown,
) {
  /** A step that is looked at besides the one that comes next. */
  const chosen = ref<string>()
  const key = computed(() => chosen.value ?? seen.value?.step)
  const steps = computed(() => chair.value?.answer.steps ?? [])
  const place = computed(() => steps.value.findIndex((one) => one.key === key.value))
  const step = computed(() => steps.value[place.value])
  const asks = computed(() => chair.value?.chair.steps.find((one) => one.key === key.value))
  const own = computed(() => seen.value?.steps.find((one) => one.key === key.value))
  const state = computed(() => own.value?.status ?? 'planned')
  const running = computed(() =>
    state.value === 'running' && own.value?.started
      ? Math.max(0, (now.value.getTime() - Date.parse(own.value.started)) / MINUTE_MS)
      : 0,
  )
  const elapsed = computed(() =>
    own.value?.started ? countdown(now.value, Date.parse(own.value.started)) : '',
  )
  /** Before a set is opened it has to pass the gate. */
  const opening = computed(
    () => key.value === RELEASE && !seen.value?.released && Boolean(chair.value?.chair.gate),
  )

  const isBefore = (other: string) => {
    const at = steps.value.findIndex((one) => one.key === other)
    return at >= 0 && at < place.value
  }
  /** What sits from a step before: it ends where the next begins. */
  const sitting = computed(() => seen.value?.timers.find((one) => one.step && isBefore(one.step)))
  /** It has not sat for as long as it should. */
  const early = computed(() =>
    sitting.value && now.value.getTime() < Date.parse(sitting.value.least)
      ? sitting.value
      : undefined,
  )

  const asking = ref<Ask>()
  /** Start or done; asks first where something is doubtful, and is then sure. */
  function main(unticked: number) {
    if (!step.value || opening.value) return
    if (state.value !== 'running') {
      if (early.value && asking.value !== 'early') asking.value = 'early'
      else start()
      return
    }
    // What stays wound is found a week later: a release is done once every section is opened.
    const sure = asking.value === 'sections' && key.value !== RELEASE
    if (unticked && !sure) asking.value = 'sections'
    else if (running.value > (asks.value?.ask_after_min ?? Infinity)) asking.value = 'minutes'
    else finish()
  }
  function start() {
    if (!step.value) return
    const stops: Entry[] = sitting.value ? [['timer_stopped', { timer: sitting.value.timer }]] : []
    asking.value = undefined
    void note(...stops, ['step_started', { step: step.value.key }])
  }
  /** Done; what sits has its timer, else the next step is begun at once. */
  function finish(minutes?: number) {
    if (!step.value) return
    const worked = minutes === undefined ? {} : { minutes: Math.round(minutes * 10) / 10 }
    asking.value = undefined
    void note(['step_done', { step: step.value.key, ...worked }], ...follows())
    chosen.value = undefined
  }
  function follows(): Entry[] {
    const sits = asks.value?.dwell
    if (sits && step.value) {
      const { key: timer } = step.value
      const { title, least_min, most_min } = sits
      return [['timer_set', { timer, title, step: timer, least_min, most_min }]]
    }
    const after = steps.value[place.value + 1]
    const status = seen.value?.steps.find((one) => one.key === after?.key)?.status
    const goesOn = after && after.sitting === step.value?.sitting && status === 'planned'
    return goesOn ? [['step_started', { step: after.key }]] : []
  }
  function again() {
    if (!step.value) return
    chosen.value = step.value.key
    void note(['step_started', { step: step.value.key }])
  }
  function skip(reason: string) {
    if (!step.value) return
    void note(['step_skipped', { step: step.value.key, reason }])
    chosen.value = undefined
  }
  return {
    chosen,
    key,
    place,
    step,
    asks,
    state,
    running,
    elapsed,
    opening,
    early,
    asking,
    main,
    start,
    finish,
    again,
    skip,
  }
}
