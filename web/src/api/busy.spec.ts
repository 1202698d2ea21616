import { QueryClient } from '@tanstack/vue-query'
import { describe, expect, it, vi } from 'vitest'

import { BUSY_TRIES, busyDelay, isBusy, queryOptions, Refused } from './client'

const busy = () => new Refused(503, [{ field: '', message: 'Many are asking.' }])

describe('a busy server', () => {
  it('is told from other refusals', () => {
    expect(isBusy(busy())).toBe(true)
    expect(isBusy(new Refused(400, []))).toBe(false)
    expect(isBusy(new Error('x'))).toBe(false)
  })

  it('is asked again further apart, but never minutes', () => {
    const delays = Array.from({ length: BUSY_TRIES }, (_, tries) => busyDelay(tries))
    expect(delays).toEqual([...delays].sort((a, b) => a - b))
    expect(Math.max(...delays)).toBeLessThanOrEqual(10_000)
  })

  it('answers in the end without anybody asking again', async () => {
    vi.useFakeTimers()
    const config = 'queryClientConfig' in queryOptions ? queryOptions.queryClientConfig : undefined
    const client = new QueryClient(config)
    let asked = 0
    const answer = client.fetchQuery({
      ...client.getDefaultOptions().queries,
      queryKey: ['slots'],
      queryFn: () => (++asked < 3 ? Promise.reject(busy()) : Promise.resolve('09:00')),
    })
    await vi.advanceTimersByTimeAsync(20_000)
    expect(await answer).toBe('09:00')
    expect(asked).toBe(3)
    const refused = client.fetchQuery({
      ...client.getDefaultOptions().queries,
      queryKey: ['other'],
      queryFn: () => Promise.reject(new Refused(400, [])),
    })
    await expect(refused).rejects.toThrow()
    vi.useRealTimers()
  })
})
