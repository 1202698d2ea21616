/** Something is deleted a moment later, so that it can still be taken back. */
import { onBeforeUnmount, ref } from 'vue'

import { undoNote } from './undoNote'

/**
 * Rows that disappear at once and are deleted when the note about it goes, or the page is left.
 *
 * @param remove deletes a row for good
 */
export function useLaterRemoval(remove: (id: number) => Promise<unknown>) {
  const hidden = ref(new Set<number>())
  const waiting = new Map<number, () => void>()

  function finish(id: number) {
    if (!waiting.delete(id)) return
    void remove(id)
      .catch(() => undefined)
      .finally(() => hidden.value.delete(id))
  }
  /**
   * @param id of the row
   * @param done what was done, in words
   * @param label of the way back
   */
  function removeLater(id: number, done: string, label: string) {
    hidden.value.add(id)
    const keep = () => {
      waiting.delete(id)
      hidden.value.delete(id)
    }
    const close = undoNote(done, label, keep, () => finish(id))
    waiting.set(id, close)
  }
  function leave() {
    for (const id of [...waiting.keys()]) finish(id)
  }
  onBeforeUnmount(leave)
  return { hidden, removeLater }
}
