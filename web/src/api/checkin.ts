/** Check-ins of a client: kept on the device until the salon has them. */
import { v4 as uuid } from 'uuid'

import { api, answerOf, asForm, Offline, Refused, type Schemas } from './client'
import { change, load } from './kept'

export type CheckinPage = Schemas['CheckinPage']
export type Told = Schemas['ToldRequest']

/** Sent again it would be refused again: it cannot be, the link has ended, it is too large. */
const FINAL = new Set([400, 404, 413])

const waitingKey = (secret: string) => `check-in ${secret} waiting`
const pageKey = (secret: string) => `check-in ${secret}`
const at = (secret: string) => ({ params: { path: { secret } } })

/** A day as it is reported now; sent twice it counts once. */
export const tellingOf = (values: Omit<Told, 'uuid'>): Told => ({ ...values, uuid: uuid() })

export const waiting = async (secret: string) => (await load<Told[]>(waitingKey(secret))) ?? []

export const keep = (secret: string, told: Told) =>
  change<Told[]>(waitingKey(secret), (before) => [...(before ?? []), told])

const drop = (secret: string, told: Told) =>
  change<Told[]>(waitingKey(secret), (before) =>
    (before ?? []).filter((one) => one.uuid !== told.uuid),
  )

async function remember(secret: string, page: CheckinPage) {
  await change<CheckinPage | undefined>(pageKey(secret), () => page)
  return page
}

/** The page as the server has it; without a connection as it was seen last. */
export async function ask(secret: string): Promise<CheckinPage> {
  try {
    return await remember(secret, await answerOf(api.GET('/api/check-in/{secret}/', at(secret))))
  } catch (error) {
    const seen = await load<CheckinPage>(pageKey(secret))
    if (error instanceof Offline && seen) return seen
    await change<CheckinPage | undefined>(pageKey(secret), () => undefined)
    throw error
  }
}

/** How the roots feel before a set is opened at home, and whether it was opened, with its moment. */
export type Opening = Required<Schemas['HomeOpeningRequest']>
const openingsKey = (secret: string) => `check-in ${secret} openings`
export const openings = async (secret: string) => (await load<Opening[]>(openingsKey(secret))) ?? []
export const keepOpening = (secret: string, told: Opening) =>
  change<Opening[]>(openingsKey(secret), (before) => [...(before ?? []), told])
const dropOpening = (secret: string, told: Opening) =>
  change<Opening[]>(openingsKey(secret), (before) =>
    (before ?? []).filter((one) => one.at !== told.at),
  )
const sendOpening = (secret: string, body: Opening) =>
  answerOf(api.POST('/api/check-in/{secret}/opening/', { ...at(secret), body }))

/** Nothing more is written to this client. */
export const stop = (secret: string) => answerOf(api.DELETE('/api/check-in/{secret}/', at(secret)))

/** A picture as it waits on the phone. */
export interface Shot {
  uuid: string
  picture: Blob
  view: Schemas['HomePictureRequest']['view']
}
const shotsKey = (secret: string) => `check-in ${secret} pictures`
export const shotOf = (picture: Blob, view: Shot['view']): Shot => ({ uuid: uuid(), picture, view })
export const shots = async (secret: string) => (await load<Shot[]>(shotsKey(secret))) ?? []
export const keepShot = (secret: string, shot: Shot) =>
  change<Shot[]>(shotsKey(secret), (before) => [...(before ?? []), shot])
const dropShot = (secret: string, shot: Shot) =>
  change<Shot[]>(shotsKey(secret), (before) =>
    (before ?? []).filter((one) => one.uuid !== shot.uuid),
  )

/** A picture goes to the salon; it is never given back by this link. */
const sendShot = (secret: string, shot: Shot) =>
  answerOf(
    api.POST('/api/check-in/{secret}/picture/', {
      ...at(secret),
      ...asForm<Schemas['HomePictureRequest']>({ ...shot, consent: true }),
    }),
  )

const sendTold = (secret: string, told: Told) =>
  answerOf(api.POST('/api/check-in/{secret}/', { ...at(secret), body: told }))

/** Send what waits, one by one; a refused one is reported and does not hold up the others. */
export async function send(secret: string): Promise<{ page?: CheckinPage; refused?: Error }> {
  const result: { page?: CheckinPage; refused?: Error } = {}
  const opened = (await openings(secret)).map((told) => ({
    go: () => sendOpening(secret, told),
    drop: () => dropOpening(secret, told),
  }))
  const days = (await waiting(secret)).map((told) => ({
    go: () => sendTold(secret, told),
    drop: () => drop(secret, told),
  }))
  const pictures = (await shots(secret)).map((shot) => ({
    go: () => sendShot(secret, shot),
    drop: () => dropShot(secret, shot),
  }))
  // How a style wears is told of one that is open.
  for (const one of [...opened, ...days, ...pictures]) {
    try {
      const page = await remember(secret, await one.go())
      // A picture is no reason to take advice away.
      result.page = { ...page, advice: page.advice || result.page?.advice || '' }
    } catch (error) {
      // Whatever it is but a refusal of this very thing, it waits.
      if (!(error instanceof Refused && FINAL.has(error.status))) return result
      result.refused = error
    }
    await one.drop()
  }
  return result
}
