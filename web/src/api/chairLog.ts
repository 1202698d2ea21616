/**
 * The log of a visit on this device: entries are kept until the server has them.
 *
 * Entries that wait lie in the browser's database, so that they outlive a reload and a lost
 * connection. Sent twice they count once: each has a key of its own.
 */
import { v4 as uuid } from 'uuid'

import { api, answerOf, Refused, type Schemas } from './client'
import { change, load } from './kept'

const path = (pk: number) => ({ path: { pk } })
const fetchChair = (visit: number) =>
  answerOf(api.GET('/api/visits/{pk}/chair/', { params: path(visit) }))

export type Chair = Awaited<ReturnType<typeof fetchChair>>
export type Entry = Chair['events'][number]
export type Kind = Entry['kind']

/** An entry as a device notes it. */
export interface NewEntry {
  id: string
  kind: Kind
  at: string
  device: string
  seq: number
  by: string
  data: Record<string, unknown>
}
/** An entry the server refused, and why. */
export interface RefusedEntry {
  entry: NewEntry
  why: string
}

const waitingKey = (visit: number) => `chair ${visit} waiting`
const refusedKey = (visit: number) => `chair ${visit} refused`
const chairKey = (visit: number) => `chair ${visit}`

/** The name of this device: made once, kept. */
export function device(): string {
  const known = localStorage.getItem('device')
  const name = known ?? `d-${uuid().slice(0, 8)}`
  if (!known) localStorage.setItem('device', name)
  return name
}
function nextSeq(): number {
  const seq = Number(localStorage.getItem('device seq') ?? 0) + 1
  localStorage.setItem('device seq', String(seq))
  return seq
}

/** A new entry at a moment. */
export const entryOf = (
  kind: Kind,
  at: Date,
  by: string,
  data: Record<string, unknown> = {},
): NewEntry => ({
  id: uuid(),
  kind,
  at: at.toISOString(),
  device: device(),
  seq: nextSeq(),
  by,
  data,
})

/** Entries that are not on the server yet. */
export const waiting = async (visit: number) => (await load<NewEntry[]>(waitingKey(visit))) ?? []

/** Keep entries until the server has them. */
export const keep = (visit: number, entries: NewEntry[]) =>
  change<NewEntry[]>(waitingKey(visit), (before) => [...(before ?? []), ...entries])

const drop = (visit: number, ids: Set<string>) =>
  change<NewEntry[]>(waitingKey(visit), (before) =>
    (before ?? []).filter((entry) => !ids.has(entry.id)),
  )

/** Entries the server refused, until somebody has seen why. */
export const refusals = async (visit: number) =>
  (await load<RefusedEntry[]>(refusedKey(visit))) ?? []
export const dismissRefusal = (visit: number, id: string) =>
  change<RefusedEntry[]>(refusedKey(visit), (before) =>
    (before ?? []).filter(({ entry }) => entry.id !== id),
  )

/** The visit as it was seen last, for when there is no connection. */
export const lastSeen = (visit: number) => load<Chair>(chairKey(visit))
const remember = (chair: Chair) => change<Chair>(chairKey(chair.visit), () => chair)

/** Ask for a visit. */
export async function ask(visit: number): Promise<Chair> {
  const chair = await fetchChair(visit)
  await remember(chair)
  return chair
}

const post = (visit: number, events: NewEntry[]) =>
  answerOf(
    api.POST('/api/visits/{pk}/chair/', {
      params: path(visit),
      body: { events } as unknown as Schemas['EventListRequest'],
    }),
  )

/**
 * Send what waits. Where the server refuses one of several, the others are sent alone: one bad entry
 * stops nobody.
 */
export async function send(visit: number): Promise<Chair | undefined> {
  const entries = await waiting(visit)
  if (!entries.length) return undefined
  try {
    const chair = await post(visit, entries)
    await drop(visit, new Set(entries.map((entry) => entry.id)))
    await remember(chair)
    return chair
  } catch (error) {
    if (!(error instanceof Refused) || error.status !== 400) throw error
  }
  let chair: Chair | undefined
  for (const entry of entries) {
    try {
      chair = await post(visit, [entry])
    } catch (error) {
      if (!(error instanceof Refused) || error.status !== 400) throw error
      const refused = { entry, why: error.message }
      await change<RefusedEntry[]>(refusedKey(visit), (before) => [...(before ?? []), refused])
    }
    await drop(visit, new Set([entry.id]))
  }
  if (chair) await remember(chair)
  return chair
}
