/** The one door to the server: typed by its own description of itself. */
import type { VueQueryPluginOptions } from '@tanstack/vue-query'
import createClient, { type Middleware } from 'openapi-fetch'
import { v4 as uuid } from 'uuid'

import type { components, paths } from './generated'

export type Schemas = components['schemas']
export type Problem = Schemas['Error']
/** What is asked for a client: the request from which a plan is made. */
export type Wish = Schemas['ClientWishRequest']

/** A refusal, with a message for each field. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problems: Problem[],
  ) {
    super(problems.map((problem) => problem.message).join(' ') || `HTTP ${status}`)
  }

  /** The message for a field, by its dotted path. */
  at(field: string): string | undefined {
    return this.problems.find((problem) => problem.field === field)?.message
  }
}

/** The server cannot be reached. */
export class Offline extends Error {}

const cookie = (name: string) =>
  document.cookie
    .split('; ')
    .find((cookie) => cookie.startsWith(`${name}=`))
    ?.slice(name.length + 1)

const csrf: Middleware = {
  onRequest({ request }) {
    const token = cookie('csrftoken')
    if (token) request.headers.set('X-CSRFToken', token)
    return request
  },
  onError({ error }) {
    if (error instanceof DOMException && error.name === 'AbortError') return error
    return new Offline(String(error))
  },
}

/** What books nothing, questions and devices: asked as often as one likes; and the salon as a whole. */
const ASKING =
  /^\/api\/(core|scale|air|archive|day\/search|plans\/(draft|crown|drying|look|chain|proposals|comparison)|calibrating)\//
const SAME_MS = 1_500
const sent = new Map<string, { key: string; until: number }>()

/**
 * The key of a request that changes something. The same thing sent again while it is on its way, a
 * moment after, or because the answer was lost, is the same request: the server does it once.
 */
const once: Middleware = {
  async onRequest({ request }) {
    const path = new URL(request.url).pathname
    const form = request.headers.get('Content-Type')?.startsWith('multipart')
    if (request.method === 'GET' || form || ASKING.test(path)) return request
    const content = `${request.method} ${path} ${await request.clone().text()}`
    // Something else in between means that it is meant: done, taken back, done again.
    for (const [other, entry] of sent)
      if (other !== content && entry.until < Infinity) sent.delete(other)
    const before = sent.get(content)
    const same = before && before.until > Date.now()
    const key = same ? before.key : uuid()
    sent.set(content, { key, until: Infinity })
    request.headers.set('Idempotency-Key', key)
    return request
  },
  onResponse({ request }) {
    const key = request.headers.get('Idempotency-Key')
    for (const entry of sent.values()) if (entry.key === key) entry.until = Date.now() + SAME_MS
  },
}

const listeners: (() => void)[] = []

/** Told when the server answers that nobody is signed in, or that something is for others. */
export const whenSignedOut = (listener: () => void) => listeners.push(listener)

const FORBIDDEN = 403
const watching: Middleware = {
  onResponse({ request, response }) {
    if (response.status !== FORBIDDEN || request.url.endsWith('/api/session/')) return
    for (const listener of listeners) listener()
  },
}

export const api = createClient<paths>({ baseUrl: '/' })
api.use(csrf, once, watching)

type FormValue = string | number | boolean | Blob | undefined | string[]

/** A body with a file in it: the typed client sends JSON, this goes as a form; blanks stay out. */
export function asForm<Body>(values: Record<string, FormValue>) {
  const form = new FormData()
  for (const [name, value] of Object.entries(values)) {
    if (value === undefined) continue
    for (const one of Array.isArray(value) ? value : [value])
      form.append(name, one instanceof Blob ? one : String(one))
  }
  // The types tell of a file as a text.
  return { body: values as unknown as Body, bodySerializer: () => form }
}

interface Answer<Data> {
  data?: Data
  error?: unknown
  response: Response
}

const isProblems = (error: unknown): error is Schemas['Errors'] =>
  typeof error === 'object' && error !== null && 'errors' in error && Array.isArray(error.errors)

/** The data of an answer, or its refusal thrown. */
export async function answerOf<Data>(asked: Promise<Answer<Data>>): Promise<Data> {
  const { data, error, response } = await asked
  if (response.ok) return data as Data
  throw new Refused(response.status, isProblems(error) ? error.errors : [])
}

const BUSY = 503
/** Asked again so often, further apart each time [ms]; then it is a refusal like any other. */
export const BUSY_TRIES = 6
const FIRST_MS = 1_000
const LONGEST_MS = 10_000

/** Whether a refusal only says that too many ask just now: nothing was done. */
export const isBusy = (error: unknown) => error instanceof Refused && error.status === BUSY

/** How long to wait before it is asked again [ms]. */
export const busyDelay = (tries: number) => Math.min(LONGEST_MS, FIRST_MS * 2 ** tries)

export const queryOptions: VueQueryPluginOptions = {
  queryClientConfig: {
    defaultOptions: {
      queries: {
        staleTime: 5_000,
        retry: (count, error) =>
          (error instanceof Offline && count < 2) || (isBusy(error) && count < BUSY_TRIES),
        retryDelay: busyDelay,
        networkMode: 'always',
        // The default is off for the network mode above.
        refetchOnReconnect: true,
      },
      mutations: {
        retry: (count, error) => isBusy(error) && count < BUSY_TRIES,
        retryDelay: busyDelay,
        networkMode: 'always',
      },
    },
  },
}
