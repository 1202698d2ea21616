/**
 * What leaves a device when a session ends, by whatever way: here, from another device, by a new
 * password, or because the server forgot it. Entries of a chair that were not sent yet stay, and the
 * sign-in says so.
 */
import { all, forget } from './kept'
import type { NewEntry } from './chairLog'

const SESSION = 'session'
/** Drafts of forms, of wishes, of consultations: typed here, about clients. */
const DRAFTS = 'gauffer:'
const WAITING = /^chair \d+ waiting$/
/** Everything of the chair but what waits to be sent, and what was refused and not read yet. */
const SEEN = /^chair \d+$/

/** Forget visits that were seen, and who was signed in. */
export async function forgetClients() {
  localStorage.removeItem(SESSION)
  await forget((key) => SEEN.test(key))
}

/** Forget drafts, too: nobody comes back to them. */
export async function forgetDrafts() {
  for (const store of [localStorage, sessionStorage])
    for (const key of Object.keys(store)) if (key.startsWith(DRAFTS)) store.removeItem(key)
  await forgetClients()
}

/** How many entries of a chair wait on this device until somebody signs in. */
export async function unsent(): Promise<number> {
  const waiting = await all<NewEntry[]>((key) => WAITING.test(key))
  return waiting.reduce((sum, entries) => sum + entries.length, 0)
}
