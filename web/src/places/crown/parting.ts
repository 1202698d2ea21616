/** Changes of a parting by hand, as patches of the wish. */
import { computed } from 'vue'

import type { Line, PartChange, Parting } from '@/api/crown'
import type { WishPatch } from '@/wish/patch'
import type { WishDesk } from '@/wish/useWish'

type GoalPatch = WishPatch['goal']

/** Where a line has been moved to, in place of where it was before. */
export function movedTo(
  changes: readonly PartChange[],
  line: Line,
  at: number,
  alike: boolean,
): PartChange[] {
  const others = changes.filter(
    (change) =>
      change.op !== 'move' || (change.key !== line.key && !(alike && change.key === line.mirror)),
  )
  return [...others, { op: 'move', key: line.key, at, alike }]
}

/** The parting of a wish with its changes. */
export function useParting(desk: WishDesk) {
  const parting = computed<Parting>(() => desk.wish.value.parting ?? {})
  const changes = computed<PartChange[]>(() => parting.value.changes ?? [])

  function set(change: WishPatch['parting'], goal?: GoalPatch) {
    desk.patch({ parting: change, ...(goal ? { goal } : {}) })
  }
  /** Another parting altogether: what was changed by hand belongs to the old one. */
  function renew(change: WishPatch['parting'], goal?: GoalPatch) {
    set({ ...change, changes: null }, goal)
  }
  function add(change: PartChange) {
    set({ changes: [...changes.value, change] })
  }
  function move(line: Line, at: number, alike: boolean) {
    desk.drag({ parting: { changes: movedTo(changes.value, line, at, alike) } })
  }
  return { parting, changes, set, renew, add, move, moved: desk.settle }
}
