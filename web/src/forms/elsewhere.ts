/**
 * What somebody else changed while one was typing, field by field.
 *
 * What only they changed is taken over; what both changed stays as typed, and the field offers theirs.
 */
import { computed, inject, type InjectionKey, provide, type Ref, shallowRef } from 'vue'

export interface Elsewhere {
  /** Their value of a field, where both changed it. */
  theirs: (field: string) => unknown
  /** Take their value of a field. */
  take: (field: string) => void
}

const KEY: InjectionKey<Elsewhere> = Symbol('elsewhere')
const same = (first: unknown, other: unknown) =>
  JSON.stringify(first ?? null) === JSON.stringify(other ?? null)

/** The fields in which two states differ. */
export function changedIn<Form extends object>(before: Form, after: Form): (keyof Form)[] {
  const keys = new Set([...Object.keys(before), ...Object.keys(after)]) as Set<keyof Form>
  return [...keys].filter((key) => !same(before[key], after[key]))
}

/** A list that both changed: theirs, with what was added here, without what was taken away here. */
export function mergedList<Item>(base: Item[], mine: Item[], theirs: Item[]): Item[] {
  const kept = theirs.filter((item) => mine.includes(item) || !base.includes(item))
  return [...kept, ...mine.filter((item) => !base.includes(item) && !kept.includes(item))]
}

/** What was typed, with what only they changed; and the fields that both changed. */
export function merged<Form extends object>(base: Form, mine: Form, theirs: Form) {
  const ours = new Set(changedIn(base, mine))
  const both: (keyof Form)[] = []
  const form = { ...mine }
  for (const field of changedIn(base, theirs)) {
    if (!ours.has(field)) form[field] = theirs[field]
    else if (!same(mine[field], theirs[field])) both.push(field)
  }
  return { form, both }
}

/** Offer their values to the fields below. */
export function provideElsewhere<Form extends object>(typed: Ref<Form | undefined>) {
  const theirs = shallowRef<Form>()
  const both = shallowRef<(keyof Form)[]>([])

  /** They were first: keep what was typed, take over what only they changed. */
  function meet(base: Form, now: Form) {
    if (!typed.value) return
    const met = merged(base, typed.value, now)
    typed.value = met.form
    theirs.value = now
    both.value = met.both
  }
  function forget() {
    theirs.value = undefined
    both.value = []
  }
  provide(KEY, {
    theirs: (field) =>
      both.value.includes(field as keyof Form) ? theirs.value?.[field as keyof Form] : undefined,
    take: (field) => {
      const key = field as keyof Form
      if (!typed.value || !theirs.value) return
      typed.value = { ...typed.value, [key]: theirs.value[key] }
      both.value = both.value.filter((field) => field !== key)
    },
  })
  return { meet, forget, both: computed(() => both.value) }
}

export const useElsewhere = () => inject(KEY, undefined)
