/** A stream that was lost tells nothing of what was changed meanwhile. */
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { createApp, nextTick } from 'vue'

import { useLiveDays } from './days'

class Stream extends EventTarget {
  static last: Stream
  readyState = 0
  onopen?: () => void
  onerror?: () => void
  constructor() {
    super()
    Stream.last = this
  }
  close() {
    this.readyState = 2
  }
  tell(data: string) {
    this.dispatchEvent(new MessageEvent('message', { data }))
    return nextTick()
  }
  turns(which: 'onopen' | 'onerror') {
    this[which]?.()
    return nextTick()
  }
}
let live: ReturnType<typeof useLiveDays>
const app = createApp({
  setup() {
    live = useLiveDays()
    return () => null
  },
})

beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal('EventSource', Stream)
  app.use(VueQueryPlugin, { queryClient: new QueryClient() }).mount(document.createElement('div'))
})
afterEach(() => {
  app.unmount()
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

it('asks for all anew when it is heard again, and at every change', async () => {
  await Stream.last.turns('onopen')
  await Stream.last.tell('1')
  expect(live.changes.value).toBe(0)
  await Stream.last.tell('2')
  expect(live.changes.value).toBe(1)
  await Stream.last.turns('onerror')
  // What comes back within seconds is worth no words.
  expect(live.lost.value).toBe(false)
  await vi.advanceTimersByTimeAsync(5_000)
  expect(live.lost.value).toBe(true)
  await Stream.last.turns('onopen')
  expect(live.changes.value).toBe(2)
  expect(live.lost.value).toBe(false)
})
