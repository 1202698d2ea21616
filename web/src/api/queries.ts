/** What the places ask the server for. */
import type { WishPatch } from '@/wish/patch'

import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, toValue } from 'vue'

import { forgetDrafts } from './leaving'

import type { PageFrom, PageOf } from '@/parts/longList'

import { api, answerOf, Offline, type Schemas, type Wish } from './client'
import type { paths } from './generated'
import { useSaving } from './saving'

export type Client = Schemas['Client']
export type ClientRow = Schemas['ClientRow']
export type VisitRow = Schemas['VisitRow']
export type Observation = Schemas['Observation']
export type NewObservation = Schemas['NewObservationRequest']
export type { Wish }
export type PlanAnswer = Schemas['PlanAnswer']
export type Step = Schemas['Step']
export type Edit = Schemas['Edit']
export type Section = Schemas['SectionOut']
export type Reason = Schemas['Reason']
export type Visit = Schemas['Visit']

type Id = MaybeRefOrGetter<number>

/** Who was signed in here last: without a connection the chair goes on for them. */
const SESSION = 'session'

async function session(): Promise<Schemas['Session']> {
  try {
    const now = await answerOf(api.GET('/api/session/'))
    if (now.signed_in) localStorage.setItem(SESSION, JSON.stringify(now))
    else localStorage.removeItem(SESSION)
    return now
  } catch (error) {
    const last = localStorage.getItem(SESSION)
    if (error instanceof Offline && last) return JSON.parse(last) as Schemas['Session']
    throw error
  }
}

export const useSession = () =>
  useQuery({ queryKey: ['session'], queryFn: session, networkMode: 'always' })

export function useSignIn() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['SignInRequest']) => answerOf(api.POST('/api/session/', { body })),
    onSuccess: (session) => cache.setQueryData(['session'], session),
  })
}

export function useSignOut() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: () => answerOf(api.DELETE('/api/session/')),
    onSuccess: async () => {
      await forgetDrafts()
      cache.clear()
    },
  })
}

export type ClientsAsked = NonNullable<paths['/api/clients/']['get']['parameters']['query']>
/** Pages of clients. */
export const clientPages =
  (asked: ClientsAsked): PageFrom<ClientRow> =>
  (offset) => ({
    queryKey: ['clients', asked, offset],
    queryFn: ({ signal }) =>
      answerOf(api.GET('/api/clients/', { params: { query: { ...asked, offset } }, signal })),
  })
/** The first clients of a search. */
export const useClients = (search: MaybeRefOrGetter<string>) =>
  useQuery(
    computed(() => ({
      ...clientPages({ search: toValue(search) })(0),
      placeholderData: keepPreviousData<PageOf<ClientRow>>,
    })),
  )

const byId = (id: Id) => ({ params: { path: { pk: toValue(id) } } })

export const useClient = (id: Id) =>
  useQuery({
    queryKey: ['client', computed(() => toValue(id))],
    queryFn: () => answerOf(api.GET('/api/clients/{pk}/', byId(id))),
  })

export const useProfile = (id: Id, enabled: MaybeRefOrGetter<boolean> = true) =>
  useQuery({
    queryKey: ['client', computed(() => toValue(id)), 'profile'],
    queryFn: () => answerOf(api.GET('/api/clients/{pk}/profile/', byId(id))),
    enabled,
  })

/** Whether enough is known of a client to plan for it. */
export function useReady(client: MaybeRefOrGetter<number>) {
  const profile = useProfile(client)
  return computed(() => profile.data.value?.missing.length === 0)
}

/** What a consultation asks; it does not change while the server runs. */
export const useQuestions = () =>
  useQuery({
    queryKey: ['questions'],
    queryFn: () => answerOf(api.GET('/api/consultation-questions/')),
    staleTime: Infinity,
  })

export const useConsultationState = (id: Id, enabled: MaybeRefOrGetter<boolean> = true) =>
  useQuery({
    queryKey: ['client', computed(() => toValue(id)), 'consultation'],
    queryFn: () => answerOf(api.GET('/api/clients/{pk}/consultation/', byId(id))),
    enabled,
  })

export const useStopSigns = (id: Id) =>
  useQuery({
    queryKey: ['client', computed(() => toValue(id)), 'stop-signs'],
    queryFn: () => answerOf(api.GET('/api/clients/{pk}/stop-signs/', byId(id))),
  })

export const useTimeline = (id: Id) =>
  useQuery({
    queryKey: ['client', computed(() => toValue(id)), 'timeline'],
    queryFn: () => answerOf(api.GET('/api/clients/{pk}/timeline/', byId(id))),
  })

export const useObservations = (id: Id) =>
  useQuery({
    queryKey: ['client', computed(() => toValue(id)), 'observations'],
    queryFn: () => answerOf(api.GET('/api/clients/{pk}/observations/', byId(id))),
  })

export const usePlans = (client: Id) =>
  useQuery({
    queryKey: ['plans', computed(() => toValue(client))],
    queryFn: () =>
      answerOf(api.GET('/api/plans/', { params: { query: { client: toValue(client) } } })),
  })

export const usePlan = (id: Id) =>
  useQuery({
    queryKey: ['plan', computed(() => toValue(id))],
    queryFn: () => answerOf(api.GET('/api/plans/{pk}/', byId(id))) as Promise<Schemas['Plan']>,
    enabled: () => toValue(id) > 0,
  })

export const useVisits = (client?: Id, enabled: MaybeRefOrGetter<boolean> = true) =>
  useQuery({
    queryKey: ['visits', computed(() => toValue(client))],
    queryFn: () =>
      answerOf(api.GET('/api/visits/', { params: { query: { client: toValue(client) } } })),
    enabled,
  })

export type VisitsAsked = NonNullable<paths['/api/visits/']['get']['parameters']['query']>
/** Pages of visits, filtered and sorted by the server. */
export const visitPages =
  (asked: VisitsAsked): PageFrom<VisitRow> =>
  (offset) => ({
    queryKey: ['visits', 'page', asked, offset],
    queryFn: ({ signal }) =>
      answerOf(api.GET('/api/visits/', { params: { query: { ...asked, offset } }, signal })),
  })

export const useVisit = (id: Id) =>
  useQuery({
    queryKey: ['visit', computed(() => toValue(id))],
    queryFn: () => answerOf(api.GET('/api/visits/{pk}/', byId(id))),
    enabled: () => toValue(id) > 0,
  })

/** A visit as it stood after so many entries; the last moment stays in sight until the next is here. */
export const useReplay = (id: Id, moment: MaybeRefOrGetter<number | undefined>) =>
  useQuery({
    queryKey: ['visit', computed(() => toValue(id)), 'replay', computed(() => toValue(moment))],
    queryFn: () =>
      answerOf(
        api.GET('/api/visits/{pk}/replay/', {
          params: { path: { pk: toValue(id) }, query: { moment: toValue(moment) } },
        }),
      ),
    placeholderData: keepPreviousData,
  })

/** A plan computed for a wish; the last one stays in sight while the next is on its way. */
export const useDraft = (wish: MaybeRefOrGetter<Wish>, enabled: MaybeRefOrGetter<boolean> = true) =>
  useQuery({
    queryKey: ['draft', computed(() => toValue(wish))],
    // The client's types forget that a point is a pair.
    queryFn: ({ signal }) =>
      answerOf(api.POST('/api/plans/draft/', { body: toValue(wish), signal })) as Promise<
        Schemas['DraftOfWish']
      >,
    placeholderData: keepPreviousData,
    enabled: () => toValue(enabled),
    gcTime: 60_000,
  })

/** What of a wish fits another style, which it already names. */
export const useRestyle = () =>
  useMutation({
    mutationFn: async (wish: Wish) =>
      (await answerOf(api.POST('/api/plans/restyle/', { body: wish }))).answer as {
        change: WishPatch & { goal?: WishPatch['goal'] }
        dropped: string[]
      },
  })

/** Three different routines for a wish; computed when asked for. */
export const useProposals = (wish: MaybeRefOrGetter<Wish>) =>
  useQuery({
    queryKey: ['proposals', computed(() => toValue(wish))],
    queryFn: async ({ signal }) =>
      (await answerOf(api.POST('/api/plans/proposals/', { body: toValue(wish), signal })))
        .answer as Schemas['ProposeAnswer'],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
  })

export const useComparison = (
  first: MaybeRefOrGetter<Wish | undefined>,
  second: MaybeRefOrGetter<Wish | undefined>,
) =>
  useQuery({
    queryKey: ['comparison', computed(() => toValue(first)), computed(() => toValue(second))],
    queryFn: async () =>
      (
        await answerOf(
          api.POST('/api/plans/comparison/', {
            body: { first: toValue(first) as Wish, second: toValue(second) as Wish },
          }),
        )
      ).answer as Schemas['CompareAnswer'],
    enabled: () => Boolean(toValue(first) && toValue(second)),
    gcTime: 60_000,
  })

export const useChain = (wish: MaybeRefOrGetter<Wish>, enabled: MaybeRefOrGetter<boolean>) =>
  useQuery({
    queryKey: ['chain', computed(() => toValue(wish))],
    queryFn: async ({ signal }) =>
      (await answerOf(api.POST('/api/plans/chain/', { body: toValue(wish), signal })))
        .answer as Schemas['ChainAnswer'],
    enabled: () => toValue(enabled),
    gcTime: 60_000,
  })

export const useRoutines = () =>
  useQuery({ queryKey: ['routines'], queryFn: () => answerOf(api.GET('/api/routines/')) })

/** The last visit of the same client, and what went wrong at it. */
export const useVisitBefore = (visit: MaybeRefOrGetter<Id>) =>
  useQuery({
    queryKey: ['visit', computed(() => toValue(visit)), 'before'],
    queryFn: () => answerOf(api.GET('/api/visits/{pk}/before/', byId(toValue(visit)))),
  })

/** A set opened at home, told on the telephone. */
export const useOpenedAtHome = (visit: Id) =>
  useSaving(
    (body: Schemas['HomeOpeningRequest']) =>
      answerOf(api.POST('/api/visits/{pk}/opened/', { ...byId(visit), body })),
    ['visit', 'clients', 'client', 'chairs'],
  )

export const useSalon = () =>
  useQuery({ queryKey: ['salon'], queryFn: () => answerOf(api.GET('/api/salon/')) })

export const useAddClient = () =>
  useSaving(
    (body: Schemas['NewClientRequest']) => answerOf(api.POST('/api/clients/', { body })),
    ['clients'],
    { leaves: true },
  )

/** Leave a client out of lists, or bring them back. */
export const useArchive = (id: Id) =>
  useSaving(
    (back: boolean) =>
      back
        ? answerOf(api.DELETE('/api/clients/{pk}/archive/', byId(id)))
        : answerOf(api.POST('/api/clients/{pk}/archive/', byId(id))),
    ['clients', 'client'],
  )

/** A plan does not take place, or does after all. */
export const useCancelPlan = (id: Id) =>
  useSaving(
    ({ back, reason }: { back: boolean; reason?: string }) =>
      back
        ? answerOf(api.DELETE('/api/plans/{pk}/cancellation/', byId(id)))
        : answerOf(
            api.POST('/api/plans/{pk}/cancellation/', {
              ...byId(id),
              body: { reason: reason ?? '' },
            }),
          ),
    ['plan', 'plans', 'kit', 'shelf', 'draft'],
  )

export const useDeletePlan = (id: Id) =>
  useSaving(
    () => answerOf(api.DELETE('/api/plans/{pk}/', byId(id))),
    ['plans', 'clients', 'kit', 'shelf', 'draft'],
    { leaves: true },
  )

export const useChangeClient = (id: Id) =>
  useSaving(
    (body: Schemas['PatchedClientRequest']) =>
      answerOf(api.PATCH('/api/clients/{pk}/', { ...byId(id), body })),
    ['clients', 'client', 'draft'],
  )

export const useObserve = (id: Id) =>
  useSaving(
    (observations: NewObservation[]) =>
      answerOf(
        api.POST('/api/clients/{pk}/observations/', { ...byId(id), body: { observations } }),
      ),
    ['clients', 'client', 'draft'],
  )

export const useWithdraw = () =>
  useSaving(
    ({ id, back }: { id: number; back: boolean }) =>
      back
        ? answerOf(api.DELETE('/api/observations/{pk}/withdrawal/', byId(id)))
        : answerOf(api.POST('/api/observations/{pk}/withdrawal/', byId(id))),
    ['clients', 'client', 'draft'],
  )

export const useClearStop = () =>
  useSaving(
    ({ id, note }: { id: number; note: string }) =>
      answerOf(api.POST('/api/stop-signs/{pk}/clearance/', { ...byId(id), body: { note } })),
    ['clients', 'client', 'draft'],
  )

export const useSavePlan = () =>
  useSaving(
    (body: Wish) => answerOf(api.POST('/api/plans/', { body })),
    ['plans', 'clients', 'shelf', 'kit', 'draft'],
    { leaves: true },
  )

export const useRecordVisit = (plan: Id) =>
  useSaving(
    (body: Schemas['RecordRequest']) =>
      answerOf(api.POST('/api/plans/{pk}/visits/', { ...byId(plan), body })),
    ['plans', 'plan', 'visits', 'clients', 'draft', 'shelf', 'kit'],
    { leaves: true },
  )

export const useCorrectVisit = (visit: Id) =>
  useSaving(
    (body: Schemas['RecordRequest']) =>
      answerOf(api.PUT('/api/visits/{pk}/', { ...byId(visit), body })),
    ['plans', 'plan', 'visits', 'visit', 'clients', 'draft', 'shelf', 'kit'],
  )

export const useKeepRoutine = () =>
  useSaving(
    (body: Schemas['KeepRoutineRequest']) => answerOf(api.POST('/api/routines/', { body })),
    ['routines'],
  )

export const useDropRoutine = () =>
  useSaving((id: number) => answerOf(api.DELETE('/api/routines/{pk}/', byId(id))), ['routines'])

export const useChangeSalon = () =>
  useSaving(
    (body: Schemas['PatchedSalonRequest']) => answerOf(api.PATCH('/api/salon/', { body })),
    ['salon', 'session', 'draft'],
  )
