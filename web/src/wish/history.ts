/** States one can get back to, and forward again. */
import { computed, type Ref } from 'vue'

const KEPT = 60

export interface Trail<State> {
  past: State[]
  ahead: State[]
}

/** The history of a state: every change can be undone and done again. */
export function useHistory<State>(state: Ref<State>, trail: Ref<Trail<State>>) {
  /** Keep where one was, so that it can be answerOf back to. */
  function remember(before: State) {
    trail.value = { past: [...trail.value.past, before].slice(-KEPT), ahead: [] }
  }
  function undo() {
    const before = trail.value.past.at(-1)
    if (before === undefined) return
    trail.value = {
      past: trail.value.past.slice(0, -1),
      ahead: [state.value, ...trail.value.ahead],
    }
    state.value = before
  }
  function redo() {
    const next = trail.value.ahead[0]
    if (next === undefined) return
    trail.value = {
      past: [...trail.value.past, state.value],
      ahead: trail.value.ahead.slice(1),
    }
    state.value = next
  }
  const canUndo = computed(() => trail.value.past.length > 0)
  const canRedo = computed(() => trail.value.ahead.length > 0)
  return { remember, undo, redo, canUndo, canRedo }
}
