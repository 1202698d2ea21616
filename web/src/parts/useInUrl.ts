/** A choice of a place that stands in its address: going back, forward or reloading keeps it. */
import { computed, type WritableComputedRef } from 'vue'
import { type LocationQueryRaw, useRoute, useRouter } from 'vue-router'

/** What several choices changed at once goes into one address. */
let waiting: LocationQueryRaw | undefined

/** The query with one choice changed; what is as usual is left out. */
export function withChoice(
  query: LocationQueryRaw,
  name: string,
  value: string,
  usual: string,
): LocationQueryRaw {
  const rest = Object.fromEntries(Object.entries(query).filter(([key]) => key !== name))
  return value === usual ? rest : { ...rest, [name]: value }
}

/** A word of the address, and what it is where none stands there. */
export function useInUrl<Word extends string>(
  name: string,
  usual: Word,
): WritableComputedRef<Word, Word> {
  const route = useRoute()
  const router = useRouter()
  return computed<Word>({
    get: () => (typeof route.query[name] === 'string' ? (route.query[name] as Word) : usual),
    set: (value) => {
      const begins = waiting === undefined
      waiting = withChoice(waiting ?? route.query, name, value, usual)
      if (!begins) return
      queueMicrotask(() => {
        const query = waiting ?? {}
        waiting = undefined
        void router.replace({ query })
      })
    },
  })
}
