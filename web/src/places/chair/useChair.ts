/** A visit at the chair: read, added to, and kept going without a connection. */
import { useEventListener, useIntervalFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'

import { Offline } from '@/api/client'
import { useLiveDays } from '@/api/days'
import { useSession } from '@/api/queries'

import {
  ask,
  type Chair,
  device,
  entryOf,
  keep,
  type Kind,
  lastSeen,
  type NewEntry,
  type RefusedEntry,
  refusals,
  dismissRefusal,
  send,
  waiting,
} from '@/api/chairLog'
import { lastNoted, momentAfter, progressOf } from './fold'
import { serverClock } from './serverClock'

/** Without a connection it is tried again so often [ms]; with one it is read again so often. */
const AGAIN_MS = 3_000
const FRESH_MS = 20_000

export function useChair(visit: () => number) {
  const chair = shallowRef<Chair>()
  const kept = ref<NewEntry[]>([])
  /** Noted, and being kept: what was tapped counts at once. */
  const noted = shallowRef<NewEntry[]>([])
  const waits = computed(() => {
    const ids = new Set(kept.value.map((entry) => entry.id))
    return [...kept.value, ...noted.value.filter((entry) => !ids.has(entry.id))]
  })
  const refused = ref<RefusedEntry[]>([])
  const offline = ref(false)
  const error = shallowRef<Error>()
  const session = useSession()
  const hands = ref<string>()
  const by = computed(() => hands.value ?? session.data.value?.username ?? '')

  const served = serverClock()
  const clock = () => served.now()
  function take(next: Chair) {
    chair.value = next
    served.set(next.now)
    offline.value = false
    error.value = undefined
  }
  function failed(failure: unknown) {
    if (failure instanceof Offline) offline.value = true
    else error.value = failure as Error
  }

  let busy = false
  let again = false
  /** Send what waits, or read again; one at a time. */
  async function sync() {
    if (busy) {
      again = true
      return
    }
    busy = true
    try {
      take((await send(visit())) ?? (await ask(visit())))
    } catch (failure) {
      failed(failure)
    }
    await reread()
    busy = false
    if (again) {
      again = false
      void sync()
    }
  }

  /** What lies on this device. */
  async function reread() {
    kept.value = await waiting(visit())
    refused.value = await refusals(visit())
  }
  async function open() {
    chair.value = undefined
    await reread()
    const kept = await lastSeen(visit())
    if (kept) chair.value = kept
    await sync()
  }
  watch(visit, () => void open(), { immediate: true })
  useEventListener(window, 'online', () => void sync())
  useIntervalFn(() => {
    if (offline.value || waits.value.length) void sync()
  }, AGAIN_MS)
  useIntervalFn(() => void sync(), FRESH_MS)
  const { changes } = useLiveDays()
  watch(changes, () => void sync())

  const progress = computed(() => chair.value && progressOf(chair.value, waits.value))

  /** Note what happened just now. What is noted together is taken back together. */
  async function note(...what: [kind: Kind, data?: Record<string, unknown>][]) {
    const before = [...(chair.value?.events ?? []), ...waits.value]
    const at = momentAfter(before, clock())
    const first = before.length ? [] : [entryOf('begun', at, by.value)]
    const entries = what.map(([kind, data]) => entryOf(kind, at, by.value, data))
    const all = [...first, ...entries]
    noted.value = [...noted.value, ...all]
    // Kept before it is sent: whatever happens then, it is not lost.
    await keep(visit(), all)
    await reread()
    noted.value = noted.value.filter((entry) => !all.includes(entry))
    void sync()
  }

  /** What this device noted last, and is not taken back. */
  const last = computed(() =>
    lastNoted([...((chair.value?.events ?? []) as NewEntry[]), ...waits.value], device()),
  )
  /** Take the last thing back. */
  async function back() {
    await note(
      ...last.value.map((entry): [Kind, Record<string, unknown>] => [
        'correction',
        { of: entry.id, data: null },
      ]),
    )
  }

  /** Somebody has seen why an entry was refused. */
  async function dismiss(id: string) {
    await dismissRefusal(visit(), id)
    await reread()
  }

  return {
    chair,
    progress,
    waits,
    refused,
    dismiss,
    offline,
    error,
    by,
    hands,
    clock,
    note,
    back,
    last,
    sync,
  }
}
