/** The styles that can be planned: titles, groups and order as the core has them. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { answerOf, api, type Schemas } from './client'

export type OfferedStyle = Schemas['OfferedStyle']
export type StyleKey = OfferedStyle['style']

export function useStyles() {
  const styles = useQuery({
    queryKey: ['styles'],
    queryFn: () => answerOf(api.GET('/api/styles/')),
    // They change only with the server's version.
    staleTime: Infinity,
  })
  const list = computed(() => styles.data.value ?? [])
  /** The title of a style; empty until the titles have arrived. */
  const titleOf = (style: StyleKey) => list.value.find((each) => each.style === style)?.title ?? ''
  /** The groups in order, each with its styles. */
  const groups = computed(() =>
    [...new Set(list.value.map(({ group }) => group))].map((group) => ({
      group,
      styles: list.value.filter((each) => each.group === group),
    })),
  )
  return { list, groups, titleOf }
}
