/** The bowl scale, as it streams; a lost connection is a state, never an error. */
import { onScopeDispose, ref } from 'vue'

import { api, answerOf, type Schemas } from '@/api/client'

export type Reading = Schemas['ScaleReading']

/** Readings older than this are not shown any more [ms]. */
const STALE_MS = 4000

export function useScale() {
  const reading = ref<Reading>()
  const connected = ref(false)
  let heard = 0

  const source = new EventSource('/api/scale/stream/')
  source.onmessage = (event: MessageEvent<string>) => {
    reading.value = JSON.parse(event.data) as Reading
    heard = Date.now()
    connected.value = true
  }
  source.onerror = () => {
    connected.value = false
  }
  const watch = setInterval(() => {
    if (Date.now() - heard > STALE_MS) connected.value = false
  }, STALE_MS / 4)

  onScopeDispose(() => {
    source.close()
    clearInterval(watch)
  })

  const tare = () => answerOf(api.POST('/api/scale/tare/')).catch(() => undefined)
  const standIn = (body: Schemas['PourRequest']) =>
    answerOf(api.POST('/api/scale/stand-in/', { body })).catch(() => undefined)

  return { reading, connected, tare, standIn }
}
