/** The wish of a client: kept on this device until it is saved, changed by patches, with one undo. */
import { useLocalStorage, useSessionStorage } from '@vueuse/core'
import { computed, effectScope, type Ref } from 'vue'

import type { Wish } from '@/api/queries'

import { type Trail, useHistory } from './history'
import { freshWish, patched, touched, type WishPatch } from './patch'

/** Changes of the same choice within so long are undone as one. */
const ONE_CHANGE_MS = 1200

/** Wishes kept by a version of before December 2026 name the client differently. */
function renameKept(key: string, client: number) {
  const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as Record<string, unknown> | null
  if (!kept || !('head' in kept)) return
  delete kept['head']
  localStorage.setItem(key, JSON.stringify({ ...kept, client }))
}

function deskOf(client: number) {
  renameKept(`gauffer:wish:${client}`, client)
  const wish = useLocalStorage<Wish>(`gauffer:wish:${client}`, freshWish(client)) as Ref<Wish>
  const trail = useSessionStorage<Trail<Wish>>(`gauffer:wish:${client}:trail`, {
    past: [],
    ahead: [],
  })
  const history = useHistory(wish, trail)
  let last = { choices: '', at: 0 }
  let held: Wish | undefined

  /** Change some choices. */
  function patch(change: WishPatch) {
    const now = { choices: touched(change).sort().join(), at: Date.now() }
    const same = now.choices === last.choices && now.at - last.at < ONE_CHANGE_MS
    if (!same || !history.canUndo.value) history.remember(wish.value)
    last = now
    wish.value = patched(wish.value, change)
  }
  /** Take over a whole change that was offered: a fix, another way. Undone by itself. */
  function take(change: WishPatch) {
    last = { choices: '', at: 0 }
    patch(change)
    last = { choices: '', at: 0 }
  }
  /** Change while something is dragged: undone as one, once it is settled. */
  function drag(change: WishPatch) {
    held ??= wish.value
    wish.value = patched(wish.value, change)
  }
  function settle() {
    if (held) history.remember(held)
    held = undefined
    last = { choices: '', at: 0 }
  }
  /** Another wish altogether. */
  function start(next: Wish) {
    history.remember(wish.value)
    last = { choices: '', at: 0 }
    wish.value = next
  }
  /** Begin again once the wish is saved: there is nothing to get back to. */
  function clear() {
    wish.value = freshWish(client)
    trail.value = { past: [], ahead: [] }
  }
  function undo() {
    last = { choices: '', at: 0 }
    history.undo()
  }
  const { redo, canUndo, canRedo } = history
  return {
    wish: computed(() => wish.value),
    patch,
    take,
    drag,
    settle,
    start,
    clear,
    undo,
    redo,
    canUndo,
    canRedo,
  }
}

export type WishDesk = ReturnType<typeof deskOf>

const desks = new Map<number, WishDesk>()

/** The one wish of a client, the same in every view. */
export function useWish(client: number): WishDesk {
  let desk = desks.get(client)
  if (!desk) {
    // It outlives the view that asked first.
    desk = effectScope(true).run(() => deskOf(client)) as WishDesk
    desks.set(client, desk)
  }
  return desk
}

/** Forget every wish in memory; what is stored stays. For tests and signing out. */
export const forgetWishes = () => desks.clear()
