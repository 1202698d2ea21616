/**
 * What the server refused, routed to the fields it is about.
 *
 * A page provides the refusals of what it asked; a field claims its dotted name and shows its own
 * message; `Refusals` shows whatever no field in sight claims, so that nothing is refused unseen.
 */
import {
  computed,
  type ComputedRef,
  inject,
  type InjectionKey,
  type MaybeRefOrGetter,
  nextTick,
  onScopeDispose,
  provide,
  shallowReactive,
  toValue,
  watch,
} from 'vue'

import { type Problem, Refused } from '@/api/client'

export interface Refusal {
  /** The message for a field. */
  at: (field: string) => string | undefined
  /** A field in sight shows its own message; the result gives the name back. */
  claim: (field: string) => () => void
  /** Problems that no field in sight shows. */
  rest: ComputedRef<Problem[]>
  /** What went wrong without a word about a field: offline, or a failure. */
  failure: ComputedRef<Error | undefined>
}

type Asked = MaybeRefOrGetter<Error | null | undefined>

const KEY: InjectionKey<Refusal> = Symbol('refusal')

export function refusalOf(...asked: Asked[]): Refusal {
  const claimed = shallowReactive(new Map<string, number>())
  const errors = computed(() =>
    asked.map((error) => toValue(error)).filter((error) => error != null),
  )
  const problems = computed(() =>
    errors.value.flatMap((error) => (error instanceof Refused ? error.problems : [])),
  )
  return {
    at: (field) => problems.value.find((problem) => problem.field === field)?.message,
    claim: (field) => {
      claimed.set(field, (claimed.get(field) ?? 0) + 1)
      return () => {
        const left = (claimed.get(field) ?? 1) - 1
        if (left) claimed.set(field, left)
        else claimed.delete(field)
      }
    },
    rest: computed(() => problems.value.filter((problem) => !claimed.has(problem.field))),
    failure: computed(() =>
      errors.value.find((error) => !(error instanceof Refused) || !error.problems.length),
    ),
  }
}

/** What was refused is brought into sight; nothing moves where it can be seen already. */
async function showFirst(errors: (Error | null | undefined)[]) {
  if (!errors.some((error) => error instanceof Refused)) return
  await nextTick()
  document
    .querySelector('.field > .wrong, p.wrong[role="alert"]')
    ?.scrollIntoView({ block: 'nearest' })
}

/** Route the refusals of these questions to the fields below. */
export function provideRefusal(...asked: Asked[]): Refusal {
  const refusal = refusalOf(...asked)
  provide(KEY, refusal)
  watch(() => asked.map((error) => toValue(error)), showFirst, { flush: 'post' })
  return refusal
}

export const useRefusal = () => inject(KEY, undefined)

/** The message for a field of this name, claimed as long as the field is in sight. */
export function useClaim(name: MaybeRefOrGetter<string | undefined>) {
  const refusal = useRefusal()
  let give: (() => void) | undefined
  watch(
    () => toValue(name),
    (field) => {
      give?.()
      give = field === undefined ? undefined : refusal?.claim(field)
    },
    { immediate: true },
  )
  onScopeDispose(() => give?.())
  return computed(() => {
    const field = toValue(name)
    return field === undefined ? undefined : refusal?.at(field)
  })
}
