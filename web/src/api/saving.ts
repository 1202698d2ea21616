/** Saving, and reading again what is out of date by it. */
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { promiseTimeout } from '@vueuse/core'

/** What was saved is saved: for reading again nobody waits longer, however bad the connection [ms]. */
const LONGEST_MS = 2_000

interface Manner {
  /** Whoever saves goes elsewhere: for what the place they leave shows they do not wait. */
  leaves?: boolean
  /** Also what was refused shows that something is out of date. */
  refused?: boolean
}

/** A change, and the first words of the keys of what has to be read again then. */
export function useSaving<Input, Output>(
  save: (input: Input) => Promise<Output>,
  stale: readonly string[],
  { leaves = false, refused = false }: Manner = {},
) {
  const cache = useQueryClient()
  async function readAgain() {
    const read = Promise.all(
      stale.map(async (key) => {
        // What was asked for the first time before the save would count as read again after it.
        await cache.cancelQueries({ queryKey: [key] })
        await cache.invalidateQueries({ queryKey: [key] })
      }),
    )
    if (!leaves) await Promise.race([read, promiseTimeout(LONGEST_MS)])
  }
  return useMutation({
    mutationFn: save,
    onSuccess: readAgain,
    onError: () => (refused ? readAgain() : undefined),
  })
}
