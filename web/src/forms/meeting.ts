/** Two people at one record: what only the other changed is taken over, what both did is offered. */
import { ref, type Ref } from 'vue'

import { Refused } from '@/api/client'
import { without } from '@/parts/objects'

import { provideElsewhere } from './elsewhere'

interface Versioned {
  version?: number
}

/**
 * Editing a record that somebody else may change meanwhile.
 *
 * @param typed what is being typed; nothing while nobody types
 * @param current the record as it was read last, in the shape of the form
 * @param reload reads it again
 */
export function useMeeting<Form extends Versioned & Record<string, unknown>>(
  typed: Ref<Form | undefined>,
  current: () => Form | undefined,
  reload: () => Promise<unknown>,
) {
  const base = ref<Form>() as Ref<Form | undefined>
  const met = ref(false)
  /** While theirs is loaded nothing is saved: it would be refused for its old version. */
  const loading = ref(false)
  const elsewhere = provideElsewhere<Form>(typed)

  function begin() {
    // Two of them: what is typed changes in place.
    base.value = current()
    typed.value = current()
    elsewhere.forget()
    met.value = false
  }
  /** What was typed, field by field: only these are sent. */
  function changes(): Partial<Form> {
    const [before, now] = [base.value, typed.value]
    if (!before || !now) return {}
    const same = (key: string) => JSON.stringify(before[key]) === JSON.stringify(now[key])
    return Object.fromEntries(
      Object.entries(now).filter(([key]) => key === 'version' || !same(key)),
    ) as Partial<Form>
  }
  /** Somebody was first. */
  async function meet() {
    const before = base.value
    loading.value = true
    await reload()
    loading.value = false
    const now = current()
    if (!before || !now) return
    elsewhere.meet(without(before, 'version') as Form, without(now, 'version') as Form)
    if (typed.value) typed.value = { ...typed.value, version: now.version }
    base.value = now
    met.value = true
  }
  const wasFirst = (error: unknown) => error instanceof Refused && error.status === 409

  return { base, met, loading, elsewhere, begin, changes, meet, wasFirst }
}
