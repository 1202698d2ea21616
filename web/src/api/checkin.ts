/** Check-ins of a client: kept on the device until the salon has them. */
import { v4 as uuid } from 'uuid'

import { api, answerOf, asForm, Offline, type Schemas } from './client'
import { change, load } from './kept'

export type CheckinPage = Schemas['CheckinPage']
export type Told = Schemas['ToldRequest']

const waitingKey = (secret: string) => `check-in ${secret} waiting`
const pageKey = (secret: string) => `check-in ${secret}`
const at = (secret: string) => ({ params: { path: { secret } } })

/** A day as it is told now; sent twice it counts once. */
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

/** Nothing more is written to this client. */
export const stop = (secret: string) => answerOf(api.DELETE('/api/check-in/{secret}/', at(secret)))

/** Send a picture; it needs a connection, and is never shown again by this link. */
export const sendPicture = (
  secret: string,
  picture: Blob,
  view: Schemas['HomePictureRequest']['view'],
) =>
  answerOf(
    api.POST('/api/check-in/{secret}/picture/', {
      ...at(secret),
      ...asForm<Schemas['HomePictureRequest']>({ picture, view, consent: true }),
    }),
  )

/** Send what waits, one by one; a refused one is told and does not hold up the others. */
export async function send(secret: string): Promise<{ page?: CheckinPage; refused?: Error }> {
  const result: { page?: CheckinPage; refused?: Error } = {}
  for (const told of await waiting(secret)) {
    try {
      const body = { ...at(secret), body: told }
      result.page = await remember(
        secret,
        await answerOf(api.POST('/api/check-in/{secret}/', body)),
      )
    } catch (error) {
      if (error instanceof Offline) return result
      result.refused = error as Error
    }
    await drop(secret, told)
  }
  return result
}
