/** Changes of a parting by hand: collected, undone, done again. */
import { computed, ref, type Ref } from 'vue'

import type { Line, PartChange, Parting } from '@/api/crown'
import type { Wish } from '@/api/queries'

/** The parting of a wish with its changes, and how one gets back. */
export function useParting(wish: Ref<Wish>) {
  const past = ref<Parting[]>([])
  const ahead = ref<Parting[]>([])
  let held: Parting | undefined

  const parting = computed<Parting>(() => wish.value.parting ?? {})
  const changes = computed<PartChange[]>(() => parting.value.changes ?? [])

  function put(next: Parting) {
    wish.value = { ...wish.value, parting: next }
  }
  /** Keep where one was, so that it can be undone. */
  function remember(before: Parting) {
    past.value = [...past.value.slice(-99), before]
    ahead.value = []
  }
  function set(change: Partial<Parting>, goal: Partial<Wish['goal']> = {}) {
    remember(parting.value)
    wish.value = {
      ...wish.value,
      goal: { ...wish.value.goal, ...goal },
      parting: { ...parting.value, ...change },
    }
  }
  /** Another parting altogether: what was changed by hand belongs to the old one. */
  function renew(change: Partial<Parting>, goal?: Partial<Wish['goal']>) {
    set({ ...change, changes: [] }, goal)
  }
  function add(change: PartChange) {
    set({ changes: [...changes.value, change] })
  }
  /** While a line is dragged its place is replaced; one drag is undone as one. */
  function move(line: Line, at: number, alike: boolean) {
    held ??= parting.value
    const others = changes.value.filter(
      (one) => one.op !== 'move' || (one.key !== line.key && !(alike && one.key === line.mirror)),
    )
    put({ ...parting.value, changes: [...others, { op: 'move', key: line.key, at, alike }] })
  }
  function moved() {
    if (held) remember(held)
    held = undefined
  }
  function undo() {
    const before = past.value.at(-1)
    if (!before) return
    ahead.value = [parting.value, ...ahead.value]
    past.value = past.value.slice(0, -1)
    put(before)
  }
  function redo() {
    const next = ahead.value[0]
    if (!next) return
    past.value = [...past.value, parting.value]
    ahead.value = ahead.value.slice(1)
    put(next)
  }
  return { parting, changes, past, ahead, set, renew, add, move, moved, undo, redo }
}
