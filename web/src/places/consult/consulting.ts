/**
 * A consultation as it is typed: kept on this device at once, on the server a moment later.
 * What the server has not yet confirmed survives a reload and a lost connection.
 */
import { useDebounceFn, useIntervalFn } from '@vueuse/core'
import { computed, onScopeDispose, ref, watch } from 'vue'

import { api, answerOf, Offline, Refused, type Schemas } from '@/api/client'

export type Question = Schemas['Question']
export type Value = Schemas['AnswerRequest']['value']
export type Given = Schemas['AnswerRequest']
export type Last = Schemas['Last']
export type State = 'saved' | 'saving' | 'here' | 'merged'

const RETRY_MS = 3_000
const SAVE_MS = 200

export const fieldOf = (key: string, zone = '') => (zone ? `${key}@${zone}` : key)

const isEmpty = (value: Value | undefined) =>
  value === null || value === undefined || value === '' || (Array.isArray(value) && !value.length)

/** Lists are told as words with commas on record; "dry, oily" and ["dry", "oily"] are the same. */
const plain = (value: Value | undefined) =>
  Array.isArray(value) ? value.join(', ') : String(value ?? '').toLowerCase()

/** The words of a list, however it is on record. */
export const wordsOf = (value: Value | undefined): string[] =>
  Array.isArray(value)
    ? (value as string[])
    : String(value ?? '')
        .split(', ')
        .filter(Boolean)

export function useConsulting(first: Schemas['Consultation']) {
  const key = `gauffer:consultation-${first.id}`
  const server = ref(first)
  const answers = ref<Record<string, Given>>({ ...first.answers })
  const state = ref<State>('saved')
  const failed = ref<Error | null>(null)
  let dirty = false
  let running: Promise<void> | null = null

  const kept = localStorage.getItem(key)
  if (kept) {
    answers.value = { ...answers.value, ...(JSON.parse(kept) as Record<string, Given>) }
    dirty = true
  }

  async function merge() {
    const theirs = await answerOf(
      api.GET('/api/consultations/{pk}/', { params: { path: { pk: first.id } } }),
    )
    server.value = theirs
    answers.value = { ...theirs.answers, ...answers.value }
    state.value = 'merged'
  }

  async function put() {
    dirty = false
    state.value = 'saving'
    try {
      server.value = await answerOf(
        api.PUT('/api/consultations/{pk}/', {
          params: { path: { pk: first.id } },
          body: { version: server.value.version ?? 1, answers: answers.value },
        }),
      )
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
    dirty = true
    failed.value = null
    localStorage.setItem(key, JSON.stringify(answers.value))
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
