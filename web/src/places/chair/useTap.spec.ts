import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

import { BOUNCE_MS, useTap } from './useTap'

describe('a tap', () => {
  beforeEach(() => vi.useFakeTimers())
  afterEach(() => vi.useRealTimers())

  it('counts once however often it bounces', () => {
    const act = vi.fn()
    const { tap, bounces } = useTap(act)
    tap()
    // Each of them begins the wait again.
    for (let i = 0; i < 5; i++) {
      vi.advanceTimersByTime(BOUNCE_MS - 100)
      tap()
    }
    expect(act).toHaveBeenCalledTimes(1)
    expect(bounces.value).toBe(true)
  })
  it('counts again once it is over', () => {
    const act = vi.fn()
    const { tap, bounces } = useTap(act)
    tap()
    vi.advanceTimersByTime(BOUNCE_MS)
    expect(bounces.value).toBe(false)
    tap()
    expect(act).toHaveBeenCalledTimes(2)
  })
})
