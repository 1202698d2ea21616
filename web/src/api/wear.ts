/** What is on a client between visits. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, toValue } from 'vue'

import type { PageFrom } from '@/parts/longList'

import { api, answerOf, type Schemas } from './client'

export type Wearing = Schemas['Wearing']
export type WearDay = Schemas['WearDay']
export type Checkin = Schemas['Checkin']
export type PlannedDay = Schemas['PlannedDayRequest']
type Id = MaybeRefOrGetter<number>

const byId = (id: Id) => ({ params: { path: { pk: toValue(id) } } })
const key = (client: Id) => ['client', computed(() => toValue(client)), 'wear']

export const useWearing = (client: Id, enabled: MaybeRefOrGetter<boolean> = true) =>
  useQuery({
    queryKey: key(client),
    queryFn: () => answerOf(api.GET('/api/clients/{pk}/wear/', byId(client))),
    enabled,
  })

/** Keep what the client plans; the calendar fits itself around it. */
export function usePlanDays(client: Id) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (days: PlannedDay[]) =>
      answerOf(api.PUT('/api/clients/{pk}/planned-days/', { ...byId(client), body: { days } })),
    onSuccess: (wearing) => cache.setQueryData(['client', toValue(client), 'wear'], wearing),
  })
}

/** Open a link for check-ins, or end the one that is open. */
export function useCheckinLink(client: Id, visit: () => number | null | undefined) {
  const cache = useQueryClient()
  const refresh = () => cache.invalidateQueries({ queryKey: ['client', toValue(client), 'wear'] })
  const at = () => byId(visit() ?? 0)
  const open = useMutation({
    mutationFn: () => answerOf(api.POST('/api/visits/{pk}/check-in-link/', at())),
    onSuccess: refresh,
  })
  const end = useMutation({
    mutationFn: () => answerOf(api.DELETE('/api/visits/{pk}/check-in-link/', at())),
    onSuccess: refresh,
  })
  return { open, end }
}

/** Check-ins that somebody of the salon should see. */
export type Remark = Schemas['Remark']
/** Of a client for the next visit, of one visit, or all that nobody has seen to. */
export const useRemarks = (of: MaybeRefOrGetter<{ client?: number; visit?: number }>) =>
  useQuery({
    queryKey: computed(() => ['day', 'remarks', toValue(of)]),
    queryFn: () => answerOf(api.GET('/api/remarks/', { params: { query: toValue(of) } })),
  })

export function useRemarkSeen() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: ({ id, back }: { id: number; back: boolean }) =>
      back
        ? answerOf(api.DELETE('/api/remarks/{pk}/seen/', byId(id)))
        : answerOf(api.POST('/api/remarks/{pk}/seen/', byId(id))),
    onSuccess: () => cache.invalidateQueries({ queryKey: ['day', 'remarks'] }),
  })
}

export type Message = Schemas['Message']
export type Wording = Schemas['Wording']

/** What is written to clients, a page of it. */
/** What messages go out by, if anything. */
export const useGateway = () =>
  useQuery({
    queryKey: ['messages', 'gateway'],
    queryFn: () => answerOf(api.GET('/api/messages/gateway/')),
  })
export const messagePages: PageFrom<Schemas['Message']> = (offset) => ({
  queryKey: ['messages', offset],
  queryFn: ({ signal }) =>
    answerOf(api.GET('/api/messages/', { params: { query: { offset } }, signal })),
})

/** Try a message once more, or take it out. */
export function useMessage() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: ({ id, out }: { id: number; out: boolean }) =>
      out
        ? answerOf(api.DELETE('/api/messages/{pk}/again/', byId(id)))
        : answerOf(api.POST('/api/messages/{pk}/again/', byId(id))),
    onSuccess: () => cache.invalidateQueries({ queryKey: ['messages'] }),
  })
}

export const useWordings = () =>
  useQuery({ queryKey: ['wordings'], queryFn: () => answerOf(api.GET('/api/wordings/')) })

export const previewOf = (kind: Wording['kind'], text: string) =>
  answerOf(api.POST('/api/wordings/preview/', { body: { kind, text } }))

export function useKeepWording() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['WordingRequest']) => answerOf(api.PUT('/api/wordings/', { body })),
    onSuccess: () => cache.invalidateQueries({ queryKey: ['wordings'] }),
  })
}
