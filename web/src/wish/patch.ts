/** Changes of a wish are merge patches (RFC 7396): null takes a choice back, lists are replaced. */
import { apply } from 'json-merge-patch'

import type { Schemas, Wish } from '@/api/client'

type Patched<Value> = Value extends readonly unknown[]
  ? Value | null
  : Value extends object
    ? { [Key in keyof Value]?: Patched<Value[Key]> | null }
    : Value | null

export type WishPatch = Patched<Wish>

/** A copy that shares nothing: a wish is JSON, and what a view holds is watched. */
const copyOf = (wish: Wish): Wish => JSON.parse(JSON.stringify(wish)) as Wish

/** A wish with a change merged into it; the wish itself stays as it was. */
export const patched = (wish: Wish, patch: WishPatch): Wish => apply(copyOf(wish), patch) as Wish

/** The change a fix, a way or a relaxation of the core stands for. */
export const patchOf = (change: Record<string, unknown>) => change as WishPatch

/** The choices a patch touches, as dotted paths: two patches of the same choice are one. */
export function touched(patch: unknown, path = ''): string[] {
  if (typeof patch !== 'object' || patch === null || Array.isArray(patch)) return [path]
  return Object.entries(patch).flatMap(([key, value]) =>
    touched(value, path ? `${path}.${key}` : key),
  )
}

export const freshWish = (client: number): Wish => ({
  client,
  goal: { style: 'two_strand_twist_out' },
})

/** The wish to plan again from: what was chosen then, for the same client. */
export const wishOfPlan = (plan: Schemas['Plan']): Wish => ({
  ...plan.wish,
  client: plan.client,
  planned_start: plan.planned_start ?? null,
  replaces: plan.id,
})
