/** What changes something carries a key: the same thing sent again is the same request. */
import { afterEach, beforeEach, expect, it, vi } from 'vitest'

import { api, answerOf, Refused } from './client'

const keys: (string | null)[] = []
let status = 200

beforeEach(() => {
  keys.length = 0
  status = 200
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
})

function fetch(request: Request) {
  keys.push(request.headers.get('Idempotency-Key'))
  const body = status < 400 ? '{}' : '{"errors":[{"field":"name","message":"No."}]}'
  return Promise.resolve(
    new Response(body, { status, headers: { 'Content-Type': 'application/json' } }),
  )
}
const baseUrl = `${location.origin}/`

const add = (name: string) =>
  answerOf(api.POST('/api/clients/', { body: { name, observations: [] }, baseUrl, fetch }))

it('sends a double tap under one key', async () => {
  await Promise.all([add('Ada'), add('Ada')])
  await add('Ada')
  expect(new Set(keys).size).toBe(1)
  expect(keys[0]).toBeTruthy()
})

it('sends the same thing later, and another thing at once, under another key', async () => {
  await add('Ben')
  await add('Cyd')
  vi.advanceTimersByTime(2_000)
  await add('Ben')
  expect(new Set(keys).size).toBe(3)
})

it('does again what was taken back in between', async () => {
  await add('Eva')
  await add('Fay')
  await add('Eva')
  expect(new Set(keys).size).toBe(3)
})

it('asks without a key', async () => {
  await api.GET('/api/salon/', { baseUrl, fetch })
  await api.POST('/api/plans/draft/', {
    body: { client: 1, goal: { style: 'quick_wash' } },
    baseUrl,
    fetch,
  })
  expect(keys).toEqual([null, null])
})

it('throws what was refused', async () => {
  status = 400
  await expect(add('Dee')).rejects.toBeInstanceOf(Refused)
})
