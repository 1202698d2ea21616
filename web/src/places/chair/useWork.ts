/** The step at hand: begun and done by the one main thing, which asks where something is doubtful. */
import { computed, ref, type Ref } from 'vue'

import { countdown } from '@/places/today/now'

import type { Chair, Kind } from '@/api/chairLog'
import { currentStep, type Progress } from './fold'

export const RELEASE = 'release'
const MINUTE_MS = 60_000

type Entry = [kind: Kind, data?: Record<string, unknown>]
/** What is asked before the step is begun or done. */
export type Ask = 'minutes' | 'sections' | 'early'

export function useWork(
  chair: Ref<Chair | undefined>,
  progress: Ref<Progress | undefined>,
  now: Ref<Date>,
  note: (...what: Entry[]) => unknown,
) {
  /** A step that is looked at besides the one that comes next. */
  const chosen = ref<string>()
  const current = computed(() => currentStep(progress.value?.steps ?? []))
  const key = computed(() => chosen.value ?? current.value)
  const steps = computed(() => chair.value?.answer.steps ?? [])
  const place = computed(() => steps.value.findIndex((one) => one.key === key.value))
  const step = computed(() => steps.value[place.value])
  const asks = computed(() => chair.value?.chair.steps.find((one) => one.key === key.value))
  const own = computed(() => progress.value?.steps.find((one) => one.key === key.value))
  const state = computed(() => own.value?.status ?? 'planned')
  const since = computed(() => own.value?.running_since ?? undefined)
  const running = computed(() =>
    since.value ? Math.max(0, (now.value.getTime() - Date.parse(since.value)) / MINUTE_MS) : 0,
  )
  const elapsed = computed(() => (since.value ? countdown(now.value, Date.parse(since.value)) : ''))
  /** Before a set is opened it has to pass the gate. */
  const opening = computed(
    () => key.value === RELEASE && !progress.value?.released && Boolean(chair.value?.chair.gate),
  )

  /** What still sits and ends when this step starts. */
  const ending = computed(() =>
    (progress.value?.timers ?? []).filter(
      ({ step, stopped_at }) => !stopped_at && step && asks.value?.stops.includes(step),
    ),
  )
  /** It has not sat for as long as it should. */
  const early = computed(() =>
    ending.value.find(({ least_at }) => now.value.getTime() < Date.parse(least_at)),
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
    const sure = asking.value === 'sections' && !asks.value?.every_tick
    if (unticked && !sure) asking.value = 'sections'
    else if (running.value > (asks.value?.ask_after_min ?? Infinity)) asking.value = 'minutes'
    else finish()
  }
  function start() {
    if (!step.value) return
    const stops = ending.value.map(({ timer }): Entry => ['timer_stopped', { timer }])
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
    const then = asks.value?.then
    const status = progress.value?.steps.find((one) => one.key === then)?.status
    return then && status === 'planned' ? [['step_started', { step: then }]] : []
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
    current,
    key,
    place,
    step,
    asks,
    state,
    running,
    elapsed,
    since,
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
