/** Sections of a step that is worked section by section: ticked by a tap or by their number. */
import { computed, ref, type Ref } from 'vue'

import type { Chair, Kind } from '@/api/chairLog'
import type { Progress } from './fold'

/** Two digits typed within this are one number [ms]. */
const DIGITS_MS = 700

type Tick = NonNullable<Chair['chair']['steps'][number]['ticks']>
type Note = (...what: [kind: Kind, data?: Record<string, unknown>][]) => unknown

export function useTicks(
  chair: Ref<Chair | undefined>,
  progress: Ref<Progress | undefined>,
  tick: Ref<Tick | undefined>,
  note: Note,
  /** What is noted with a tick, where each section is finished with its doses. */
  beside: (section: number) => [kind: Kind, data?: Record<string, unknown>][] = () => [],
) {
  const numbers = computed(() => (chair.value?.answer.sections ?? []).map((one) => one.number))
  const ticked = computed(() => {
    const what = tick.value
    if (!what) return []
    return (progress.value?.sections ?? []).filter((one) => one[what]).map((one) => one.number)
  })
  const left = computed(() => numbers.value.filter((number) => !ticked.value.includes(number)))
  const picked = ref<number>()
  /** The section that is worked: as picked, else the next. */
  const worked = computed(() => picked.value ?? left.value[0])

  function toggle(number: number) {
    if (!tick.value || !numbers.value.includes(number)) return
    if (ticked.value.includes(number)) {
      picked.value = number
      return
    }
    finish([number])
  }
  /** Tick sections at once; what is noted beside several of them is noted once. */
  function finish(sections: number[]) {
    const what = tick.value
    if (!what) return
    picked.value = undefined
    const besides = new Map(sections.flatMap(beside).map((entry) => [JSON.stringify(entry), entry]))
    void note(
      ...besides.values(),
      ...sections.map((section): [Kind, Record<string, unknown>] =>
        what === 'released'
          ? ['section_released', { section }]
          : ['section_done', { section, what }],
      ),
    )
  }
  let typed = ''
  let typing: ReturnType<typeof setTimeout> | undefined
  function settle() {
    clearTimeout(typing)
    if (typed) toggle(Number(typed))
    typed = ''
  }
  /** A second digit belongs to the first where there is such a section; else it is one of its own. */
  function digit(key: string) {
    const most = numbers.value.length
    if (typed && Number(typed + key) > most) settle()
    typed += key
    clearTimeout(typing)
    if (Number(typed) * 10 > most) settle()
    else typing = setTimeout(settle, DIGITS_MS)
  }
  const reset = () => (picked.value = undefined)
  /** Work another section next; nothing is ticked. */
  const pick = (number: number) => (picked.value = number)
  return { numbers, ticked, left, worked, toggle, finish, digit, reset, pick }
}
