/** A server that has more to do than it can at once: said, and asked again by itself. */
import { useQueryClient } from '@tanstack/vue-query'
import { onScopeDispose, ref } from 'vue'

import { isBusy } from './client'

/** Whether anything on the page waits for a busy server. */
export function useBusy() {
  const client = useQueryClient()
  const busy = ref(false)
  const look = () => {
    const asking = client
      .getQueryCache()
      .getAll()
      .some(({ state }) => state.fetchStatus === 'fetching' && isBusy(state.fetchFailureReason))
    const changing = client
      .getMutationCache()
      .getAll()
      .some(({ state }) => state.status === 'pending' && isBusy(state.failureReason))
    busy.value = asking || changing
  }
  onScopeDispose(client.getQueryCache().subscribe(look))
  onScopeDispose(client.getMutationCache().subscribe(look))
  return busy
}
