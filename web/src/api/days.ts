/** The days of the salon: who comes when, slots, changes. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { createSharedComposable, useEventSource, useTimeoutFn } from '@vueuse/core'
import { EventSourceParserStream } from 'eventsource-parser/stream'
import { v4 as uuid } from 'uuid'
import { computed, type MaybeRefOrGetter, ref, toValue, watch } from 'vue'

import { api, answerOf, asForm, Offline, type Problem, Refused, type Schemas } from './client'
import { useSaving } from './saving'

export type Board = Schemas['Board']
export type Booking = Schemas['Booking']
export type Segment = Schemas['Segment']

/** Without a stream a day is asked for so often. */
const POLL_MS = 5000

export const useBoard = (
  date: MaybeRefOrGetter<string>,
  enabled: MaybeRefOrGetter<boolean> = true,
) =>
  useQuery({
    queryKey: ['day', computed(() => toValue(date))],
    queryFn: () => answerOf(api.GET('/api/day/', { params: { query: { date: toValue(date) } } })),
    enabled: computed(() => toValue(enabled)),
    refetchInterval: POLL_MS * 6,
  })

export const useBefore = (date: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: ['day', computed(() => toValue(date)), 'before'],
    queryFn: () =>
      answerOf(api.GET('/api/day/before/', { params: { query: { date: toValue(date) } } })),
  })

export const useWeek = (date: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: ['week', computed(() => toValue(date))],
    queryFn: () => answerOf(api.GET('/api/week/', { params: { query: { date: toValue(date) } } })),
  })

/** A lost stream is only told after so long [ms]. */
const SILENT_MS = 5_000
/** Follows what others change, by a stream; where that is lost by asking now and then. */
export const useLiveDays = createSharedComposable(() => {
  const cache = useQueryClient()
  const { data, status } = useEventSource('/api/day/live/', [], {
    autoReconnect: { retries: -1, delay: 1000 },
  })
  const lost = computed(() => status.value !== 'OPEN')
  const again = () =>
    Promise.all([
      cache.invalidateQueries({ queryKey: ['day'] }),
      cache.invalidateQueries({ queryKey: ['week'] }),
      cache.invalidateQueries({ queryKey: ['chairs'] }),
    ])
  const changes = ref(0)
  function heard() {
    changes.value++
    void again()
  }
  watch(data, (now, before) => {
    if (now && before && now !== before) heard()
  })
  // Of what was changed while the stream was lost it tells nothing: all is asked for again.
  let missed = false
  watch(status, (now) => {
    if (now === 'CLOSED') missed = true
    if (now !== 'OPEN' || !missed) return
    missed = false
    heard()
  })
  watch(lost, (isLost, _, stop) => {
    if (!isLost) return
    const timer = setInterval(() => void again(), POLL_MS)
    stop(() => clearInterval(timer))
  })
  /** A stream that comes back within seconds is worth no words. */
  const silent = ref(false)
  const speak = useTimeoutFn(() => (silent.value = true), SILENT_MS, { immediate: false })
  watch(
    lost,
    (isLost) => {
      if (isLost) return speak.start()
      speak.stop()
      silent.value = false
    },
    { immediate: true },
  )
  return { lost: silent, changes }
})

/** Plans of a client that may be booked; none while nobody is chosen. */
export const usePlansOf = (client: MaybeRefOrGetter<number | undefined>) =>
  useQuery({
    queryKey: ['plans', 'of', computed(() => toValue(client))],
    queryFn: () =>
      answerOf(
        api.GET('/api/plans/', { params: { query: { client: toValue(client), limit: 12 } } }),
      ),
    enabled: computed(() => toValue(client) !== undefined),
    select: (page) => page.results,
  })

function useDayChange<Body, Answer>(ask: (body: Body) => Promise<Answer>) {
  return useSaving(ask, ['day', 'week'], { refused: true })
}

export const useBook = () =>
  useDayChange((body: Schemas['BookRequest']) => answerOf(api.POST('/api/bookings/', { body })))

/** Whose hands can be asked for on a date. */
export const useHands = (date: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: ['day', 'hands', computed(() => toValue(date))],
    queryFn: () =>
      answerOf(api.GET('/api/day/hands/', { params: { query: { date: toValue(date) } } })),
  })

/** Everybody with a visit under way. */
export const useSeats = (enabled: MaybeRefOrGetter<boolean>) =>
  useQuery({
    queryKey: ['chairs'],
    queryFn: () => answerOf(api.GET('/api/chairs/')),
    enabled: computed(() => toValue(enabled)),
    refetchInterval: POLL_MS * 6,
  })

/** Another bottle in the middle of a visit, held against it. */
export const useSwapCheck = (
  visit: () => number,
  role: MaybeRefOrGetter<string>,
  product: MaybeRefOrGetter<string>,
) =>
  useQuery({
    queryKey: ['swap', computed(() => [visit(), toValue(role), toValue(product)])],
    queryFn: () =>
      answerOf(
        api.GET('/api/visits/{pk}/swap/', {
          params: {
            ...at(visit()),
            query: { role: toValue(role) as never, product: Number(toValue(product)) },
          },
        }),
      ),
    enabled: computed(() => Boolean(toValue(product))),
  })

/** Other sections or rods in the middle of a visit: shown, then kept. */
export const useReplanRest = (visit: () => number) =>
  useDayChange((body: Schemas['ReplanRestWishRequest']) =>
    answerOf(api.POST('/api/visits/{pk}/replan/', { params: at(visit()), body })),
  )

/** Begin the visit of a plan, or find the one under way; its number. */
export const useBeginVisit = () =>
  useDayChange((plan: number) =>
    answerOf(api.POST('/api/plans/{pk}/visit/', { params: at(plan), body: { id: uuid() } })).then(
      (log) => log.visit,
    ),
  )

export const useDue = () =>
  useQuery({ queryKey: ['day', 'due'], queryFn: () => answerOf(api.GET('/api/due/')) })

export const useHours = () =>
  useQuery({ queryKey: ['hours'], queryFn: () => answerOf(api.GET('/api/hours/')) })

export const useKeepHours = () =>
  useDayChange((body: Schemas['HoursRequest']) => answerOf(api.PUT('/api/hours/', { body })))

export const useSlots = () =>
  useMutation({
    mutationFn: (body: Schemas['SlotsRequest']) => answerOf(api.POST('/api/slots/', { body })),
  })

const at = (pk: number) => ({ path: { pk } })

export const useSetState = () =>
  useDayChange(({ pk, ...body }: { pk: number } & Schemas['StateRequest']) =>
    answerOf(api.PUT('/api/bookings/{pk}/state/', { params: at(pk), body })),
  )

export const useMove = () =>
  useDayChange(({ pk, ...body }: { pk: number } & Schemas['MoveRequest']) =>
    answerOf(api.PUT('/api/bookings/{pk}/move/', { params: at(pk), body })),
  )

export const useReadDay = () =>
  useDayChange(({ date, file, keep }: { date: string; file: File; keep: boolean }) =>
    answerOf(
      api.POST('/api/day/file/', {
        params: { query: { date } },
        ...asForm<Schemas['DayFileWishRequest']>({ file, keep }),
      }),
    ),
  )

/** Whether a booking, or one of its steps, fits at another hour; nothing is kept. */
export const fitsAt = (pk: number, start: Date, segment: number) =>
  answerOf(
    api.PUT('/api/bookings/{pk}/move/', {
      params: at(pk),
      body: { start: start.toISOString(), segment, keep: false },
    }),
  ).then(
    () => true,
    () => false,
  )

export const useNoted = () =>
  useDayChange(({ pk, ...body }: { pk: number } & Schemas['PatchedNotedRequest']) =>
    answerOf(api.PATCH('/api/bookings/{pk}/', { params: at(pk), body })),
  )

export const useLate = () =>
  useMutation({
    mutationFn: ({ pk, ...body }: { pk: number } & Schemas['LateRequest']) =>
      answerOf(api.POST('/api/bookings/{pk}/late/', { params: at(pk), body })),
  })

export const useReplan = () =>
  useMutation({
    mutationFn: (body: Schemas['ReplanWishRequest']) =>
      answerOf(api.POST('/api/day/replan/', { body })),
  })

export const useKeepChange = () =>
  useDayChange((pk: number) =>
    answerOf(api.POST('/api/day/changes/{pk}/', { params: at(pk) })).then(() => true),
  )

/** How far a long search is: the earliest finish so far, and what cannot be beaten. */
export interface SearchProgress {
  finish: string
  earliest: string
  seconds: number
}

/**
 * Plans a day again with more time. It ends when it is aborted.
 *
 * @param heard hears how far it is
 */
export async function searchDay(
  date: string,
  signal: AbortSignal,
  heard: (progress: SearchProgress) => void,
): Promise<Schemas['Replan']> {
  const body = await answerOf(
    api.POST('/api/day/search/', { body: { date }, signal, parseAs: 'stream' }),
  )
  const events = (body as unknown as ReadableStream<Uint8Array<ArrayBuffer>>)
    .pipeThrough(new TextDecoderStream())
    .pipeThrough(new EventSourceParserStream())
  const reader = events.getReader()
  for (;;) {
    const { value, done } = await reader.read()
    if (done) throw new Offline()
    const data = JSON.parse(value.data) as unknown
    if (value.event === 'progress') heard(data as SearchProgress)
    if (value.event === 'refused') throw new Refused(400, [data as Problem])
    if (value.event === 'done') return data as Schemas['Replan']
  }
}

export const useCalendarLink = () =>
  useQuery({
    queryKey: ['calendar-link'],
    queryFn: () => answerOf(api.GET('/api/calendar-link/')),
  })

export function useNewCalendarLink() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (make: boolean) =>
      make
        ? answerOf(api.POST('/api/calendar-link/')).then(() => undefined)
        : answerOf(api.DELETE('/api/calendar-link/')).then(() => undefined),
    onSuccess: () => cache.invalidateQueries({ queryKey: ['calendar-link'] }),
  })
}
