/** Answers that follow what is being dragged: one question at a time, always the latest. */
import { type MaybeRefOrGetter, ref, shallowRef, toValue, watch } from 'vue'

/**
 * Ask while something changes. A question is never dropped half-way: while one is on its way, only
 * the newest of the others waits.
 */
export function useLive<Asked, Answer>(
  asked: MaybeRefOrGetter<Asked>,
  ask: (what: Asked) => Promise<Answer>,
  enabled: MaybeRefOrGetter<boolean> = true,
) {
  const answer = shallowRef<Answer>()
  const error = shallowRef<Error>()
  const pending = ref(false)
  let waiting = false

  async function next() {
    if (!toValue(enabled)) return
    if (pending.value) {
      waiting = true
      return
    }
    pending.value = true
    do {
      waiting = false
      try {
        answer.value = await ask(toValue(asked))
        error.value = undefined
      } catch (failure) {
        error.value = failure instanceof Error ? failure : new Error(String(failure))
      }
    } while (waiting)
    pending.value = false
  }

  watch([() => JSON.stringify(toValue(asked)), () => toValue(enabled)], () => void next(), {
    immediate: true,
  })
  return { answer, error, pending, retry: () => void next() }
}
