/**
 * A consultation as it is typed: kept on this device at once, on the server a moment later.
 * What the server has not yet confirmed survives a reload and a lost connection.
 */
import { useDebounceFn, useIntervalFn } from '@vueuse/core'
import { computed, onScopeDispose, ref, watch } from 'vue'

import { api, answerOf, Offline, Refused, type Schemas } from '@/api/client'
import { merged, mergedList } from '@/forms/elsewhere'
import { without } from '@/parts/objects'

export type Question = Schemas['Question']
export type Value = Schemas['AnswerRequest']['value']
export type Given = Schemas['AnswerRequest']
export type Last = Schemas['Last']
export type Answers = Record<string, Given>
export type State = 'saved' | 'saving' | 'here' | 'merged'

const RETRY_MS = 3_000
const SAVE_MS = 200

export const fieldOf = (key: string, zone = '') => (zone ? `${key}@${zone}` : key)

const isEmpty = (value: Value | undefined) =>
  value === null || value === undefined || value === '' || (Array.isArray(value) && !value.length)

/** Lists are kept as words with commas; "dry, oily" and ["dry", "oily"] are the same. */
const plain = (value: Value | undefined) =>
  Array.isArray(value) ? value.join(', ') : String(value ?? '').toLowerCase()

/** The words of a list, however it is on record. */
export const wordsOf = (value: Value | undefined): string[] =>
  Array.isArray(value)
    ? (value as string[])
    : String(value ?? '')
        .split(', ')
        .filter(Boolean)

/** Answers of two devices: by question, a list by its words; and what only one can be. */
export function mergedAnswers(base: Answers, mine: Answers, theirs: Answers) {
  const { form, both } = merged(base, mine, theirs)
  const open: string[] = []
  for (const field of both) {
    const [ours, others] = [mine[field]?.value, theirs[field]?.value]
    if (Array.isArray(ours) && Array.isArray(others)) {
      // Where it was not answered before, both began with what was known.
      const before = (base[field]?.value ?? theirs[field]?.was ?? []) as string[]
      form[field] = {
        ...mine[field],
        value: mergedList(before, ours as string[], others as string[]),
      }
    } else if (plain(ours) !== plain(others)) open.push(field)
  }
  return { answers: form, open }
}

export function useConsulting(first: Schemas['Consultation']) {
  const key = `gauffer:consultation-${first.id}`
  const server = ref(first)
  /** What the server had when it was last heard; what was typed is distinguished from it. */
  let base: Answers = first.answers
  const answers = ref<Answers>({ ...first.answers })
  /** What somebody else answered where this device did too. */
  const theirs = ref<Answers>({})
  const state = ref<State>('saved')
  const failed = ref<Error | null>(null)
  let dirty = false
  let running: Promise<void> | null = null

  function meet(now: Schemas['Consultation']) {
    const met = mergedAnswers(base, answers.value, now.answers)
    server.value = now
    base = now.answers
    answers.value = met.answers
    theirs.value = Object.fromEntries(
      met.open.flatMap((field) => (now.answers[field] ? [[field, now.answers[field]]] : [])),
    )
    keep()
  }
  const keep = () => localStorage.setItem(key, JSON.stringify({ base, answers: answers.value }))

  const kept = localStorage.getItem(key)
  if (kept) {
    const typed = JSON.parse(kept) as { base: Answers; answers: Answers }
    base = typed.base
    answers.value = typed.answers
    meet(first)
    dirty = true
  }

  async function merge() {
    const now = await answerOf(
      api.GET('/api/consultations/{pk}/', { params: { path: { pk: first.id } } }),
    )
    meet(now)
    state.value = 'merged'
  }

  async function put() {
    dirty = false
    state.value = 'saving'
    const sent = answers.value
    try {
      server.value = await answerOf(
        api.PUT('/api/consultations/{pk}/', {
          params: { path: { pk: first.id } },
          body: { version: server.value.version ?? 1, answers: sent },
        }),
      )
      base = sent
      failed.value = null
      if (dirty) return
      localStorage.removeItem(key)
      state.value = 'saved'
    } catch (error) {
      dirty = true
      state.value = 'here'
      if (error instanceof Refused && error.status === 409) await merge().catch(() => undefined)
      else if (!(error instanceof Offline)) failed.value = error as Error
    }
  }

  /** Whether everything typed is on the server; one save at a time, the next takes what is newer. */
  async function save(): Promise<boolean> {
    while (running) await running
    if (!dirty) return true
    running = put().finally(() => (running = null))
    await running
    return !dirty
  }
  const saveSoon = useDebounceFn(save, SAVE_MS)
  useIntervalFn(() => {
    if (dirty && !failed.value) void save()
  }, RETRY_MS)
  if (dirty) void save()
  onScopeDispose(() => void save())

  const lasts = computed(
    () => new Map(server.value.last.map((answer) => [fieldOf(answer.key, answer.zone), answer])),
  )
  const problems = computed(
    () => new Map(server.value.problems.map((problem) => [problem.field, problem.message])),
  )

  function set(field: string, given: Given) {
    answers.value = { ...answers.value, [field]: given }
    theirs.value = without(theirs.value, field)
    dirty = true
    failed.value = null
    keep()
    state.value = 'saving'
    void saveSoon()
  }

  const answer = (field: string, value: Value) => set(field, { value, confirmed: false })

  /** A list about the person begins with what is known: it is added to, or taken from. */
  function answerList(field: string, value: string[]) {
    const known = wordsOf(lasts.value.get(field)?.value)
    set(field, { value, confirmed: false, was: answers.value[field]?.was ?? known })
  }

  /** Still so: the last value stands, seen again today. */
  function confirm(field: string) {
    const last = lasts.value.get(field)
    if (last) set(field, { value: last.value, confirmed: true })
  }

  /** Somebody else's answer stands. */
  function take(field: string) {
    const other = theirs.value[field]
    if (other) set(field, other)
  }

  const given = (field: string) => {
    const answer = answers.value[field]
    return isEmpty(answer?.value) && !answer?.was?.length ? undefined : answer
  }
  const changed = (field: string) => {
    const now = given(field)
    const before = lasts.value.get(field)
    return Boolean(now && before && plain(now.value) !== plain(before.value))
  }

  async function finish() {
    // Twice: a save may meet somebody else's, merge with it and have to go again.
    if (!(await save()) && !(await save())) throw failed.value ?? new Offline()
    await answerOf(
      api.POST('/api/consultations/{pk}/finish/', {
        params: { path: { pk: first.id } },
        body: { version: server.value.version ?? 1 },
      }),
    )
    localStorage.removeItem(key)
  }

  watch(failed, (error) => {
    if (error) state.value = 'here'
  })

  return {
    server,
    answers,
    state,
    failed,
    lasts,
    problems,
    theirs,
    take,
    set,
    answer,
    answerList,
    confirm,
    given,
    changed,
    finish,
    save,
  }
}

export type Consulting = ReturnType<typeof useConsulting>
