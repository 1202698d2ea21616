/** The wish of the composer: what is chosen, kept on this device until it is saved. */
import { useLocalStorage } from '@vueuse/core'
import type { Ref } from 'vue'

import type { Schemas } from '@/api/client'
import type { Wish } from '@/api/queries'

export const freshWish = (head: number): Wish => ({
  head,
  goal: { style: 'two_strand_twist_out', definition: 0.5 },
  dry: 'air',
})

/** The stored wish is never empty: setting it to nothing is not offered. */
export const useWish = (head: number) =>
  useLocalStorage<Wish>(`gauffer:wish:${head}`, freshWish(head)) as Ref<Wish>

/** Of the ways of working, what was chosen for the plan itself. */
function mine(school: Schemas['School'] | undefined): Schemas['School'] | null {
  const { by, ...ways } = school ?? {}
  const own = Object.entries(ways).filter(([topic]) => by?.[topic] === 'plan')
  return own.length ? (Object.fromEntries(own) as Schemas['School']) : null
}

/** Air that a hand told; what was measured then is measured anew. */
const told = (room: Schemas['Room'] | null | undefined) =>
  room?.told_by === 'by hand' ? { temp_c: room.temp_c, rh: room.rh } : null

/** The wish a saved plan was made of, to plan again from it. */
export function wishOf(
  head: number,
  request: Schemas['PlanRequest'],
  replaces: number,
  planned_start: string | null,
): Wish {
  const { goal, dry, dry_min, blot, school, now, edits, bottles, parting, stages } = request
  const air = { room: told(request.room), home: told(request.home) }
  const ways = { goal, dry, dry_min, blot, school: mine(school), now, edits, bottles }
  return { head, ...ways, ...air, parting, stages, planned_start, replaces }
}

/** Merge the change of a fix into the wish. */
export function changed(wish: Wish, change: Record<string, unknown>): Wish {
  const merge = (base: unknown, by: unknown): unknown => {
    if (typeof by !== 'object' || by === null || Array.isArray(by)) return by
    const kept = typeof base === 'object' && base !== null ? { ...base } : {}
    const entries = Object.entries(by).map(([key, value]) => [
      key,
      merge((kept as Record<string, unknown>)[key], value),
    ])
    return { ...kept, ...Object.fromEntries(entries) }
  }
  return merge(wish, change) as Wish
}
