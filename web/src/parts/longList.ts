/** A long list of which only what is in sight stands on the page; its pages come as they are reached. */
import { keepPreviousData, useQueries, useQuery } from '@tanstack/vue-query'
import { useWindowVirtualizer } from '@tanstack/vue-virtual'
import { useElementBounding } from '@vueuse/core'
import { computed, ref, type Ref, watch } from 'vue'

/** Rows of a page of the server. */
export const PAGE = 60
/** The height of a row before it was measured [px]. */
const USUAL_ROW = 58
/** Rows that stand there on either side of those in sight. */
const BESIDE = 15

export interface PageOf<Row> {
  count: number
  results: Row[]
}
/** What a page is kept by, and how it is fetched. */
export interface PageQuery<Row> {
  queryKey: readonly unknown[]
  queryFn: (context: { signal: AbortSignal }) => Promise<PageOf<Row>>
}
/** The page that begins after so many rows. */
export type PageFrom<Row> = (offset: number) => PageQuery<Row>

const pageOf = (row: number) => Math.floor(row / PAGE)

/** After how many rows the pages begin that hold the rows from one to another; the first is had anyway. */
export function laterPages(first: number, last: number): number[] {
  const begin = Math.max(pageOf(first), 1)
  return Array.from({ length: Math.max(pageOf(last) - begin + 1, 0) }, (_, n) => (begin + n) * PAGE)
}

/**
 * Rows in sight of a list, and what of them has come.
 *
 * @param pageFrom what is asked for now
 * @param body what holds the rows; the list scrolls with the page
 */
export function useLongList<Row>(
  pageFrom: () => PageFrom<Row>,
  body: Ref<HTMLElement | undefined>,
) {
  const first = useQuery(
    computed(() => ({ ...pageFrom()(0), placeholderData: keepPreviousData<PageOf<Row>> })),
  )
  const count = computed(() => first.data.value?.count ?? 0)
  const bounds = useElementBounding(body)
  // Both are read at the same moment: one of them late would be a jump.
  const above = ref(0)
  watch([bounds.top, bounds.height], () => {
    above.value = Math.round((body.value?.getBoundingClientRect().top ?? 0) + window.scrollY)
  })
  const virtualizer = useWindowVirtualizer<HTMLElement>(
    computed(() => ({
      count: count.value,
      estimateSize: () => USUAL_ROW,
      // Short lists stand there whole, to be searched and printed.
      overscan: count.value > PAGE ? BESIDE : PAGE,
      scrollMargin: above.value,
    })),
  )
  const inSight = computed(() => virtualizer.value.getVirtualItems())
  const offsets = computed(() =>
    laterPages(inSight.value[0]?.index ?? 0, inSight.value.at(-1)?.index ?? 0),
  )
  const later = useQueries({ queries: computed(() => offsets.value.map(pageFrom())) })
  const came = computed(() => {
    const pages = new Map([[0, first.data.value?.results]])
    offsets.value.forEach((offset, n) => pages.set(offset, later.value[n]?.data?.results))
    return pages
  })
  const rows = computed(() =>
    inSight.value.map(({ index, start, end }) => ({
      index,
      start: start - above.value,
      end: end - above.value,
      row: came.value.get(pageOf(index) * PAGE)?.[index % PAGE],
    })),
  )
  const failed = computed(() => later.value.find((page) => page.error)?.error)
  return {
    first,
    /** Why a page in sight did not come. */
    failed,
    /** Ask for what did not come once more. */
    again: () => later.value.forEach((page) => void (page.error && page.refetch())),
    count,
    rows,
    /** Height of the whole list [px]. */
    height: computed(() => virtualizer.value.getTotalSize()),
    measure: (element: unknown) =>
      virtualizer.value.measureElement(element instanceof HTMLElement ? element : null),
    toTop: () => virtualizer.value.scrollToOffset(0),
  }
}
