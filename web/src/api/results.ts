/** What was found: factors, promises, a client's story, trials. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, toValue } from 'vue'

import { api, answerOf, type Schemas } from './client'

export type Results = Schemas['Results']
export type LearnedRow = Schemas['LearnedRow']
export type Promised = Schemas['Promise']
export type Trial = Schemas['Trial']
export type Story = Schemas['Story']

const byId = (pk: number) => ({ params: { path: { pk } } })

export const useResults = () =>
  useQuery({ queryKey: ['results'], queryFn: () => answerOf(api.GET('/api/results/')) })

/** Which learned value. */
export interface LearnedKey {
  quantity: LearnedRow['quantity']
  group: string
  hands: string
}
/** The visits behind a learned value. */
export const useLearnedVisits = (value: MaybeRefOrGetter<LearnedKey>) =>
  useQuery({
    queryKey: computed(() => ['results', 'learned', toValue(value)]),
    queryFn: () =>
      answerOf(api.GET('/api/results/learned/', { params: { query: { ...toValue(value) } } })),
  })
/** Let visits count for a learned value, or leave them out; or only say what that would change. */
export function useLearningChoice() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['LearningChoiceRequest']) =>
      answerOf(api.POST('/api/results/learned/', { body })),
    onSuccess: async (effect) => {
      if (effect.kept) await cache.invalidateQueries({ queryKey: ['results'] })
    },
  })
}

/** A table of open data. */
export const tableOf = (table: string) => `/api/results/data.csv?table=${table}`

const storyKey = (client: number) => ['client', client, 'story']
export const useStory = (client: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => storyKey(toValue(client))),
    queryFn: () => answerOf(api.GET('/api/clients/{pk}/story/', byId(toValue(client)))),
  })

type Place = Schemas['PlaceEnum']
const viewsKey = (place: Place) => ['saved views', place]
/** One's own views of a list. */
export const useSavedViews = (place: MaybeRefOrGetter<Place>) =>
  useQuery({
    queryKey: computed(() => viewsKey(toValue(place))),
    queryFn: () =>
      answerOf(api.GET('/api/saved-views/', { params: { query: { place: toValue(place) } } })),
  })
export function useKeepView() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['NewViewRequest']) =>
      answerOf(api.POST('/api/saved-views/', { body })),
    onSuccess: (views, { place }) => cache.setQueryData(viewsKey(place), views),
  })
}
export function useRemoveView(place: MaybeRefOrGetter<Place>) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (id: number) => answerOf(api.DELETE('/api/saved-views/{pk}/', byId(id))),
    onSuccess: () => cache.invalidateQueries({ queryKey: viewsKey(toValue(place)) }),
  })
}

/** How routines came out on hair like this. */
export const useSimilarClients = (client: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => ['client', toValue(client), 'like']),
    queryFn: () => answerOf(api.GET('/api/clients/{pk}/like/', byId(toValue(client)))),
    retry: false,
  })

/** Two visits of a client beside each other. */
export const useTwoVisits = (
  client: MaybeRefOrGetter<number>,
  first: MaybeRefOrGetter<number>,
  second: MaybeRefOrGetter<number>,
) =>
  useQuery({
    queryKey: computed(() => ['client', toValue(client), 'two', toValue(first), toValue(second)]),
    queryFn: () =>
      answerOf(
        api.GET('/api/clients/{pk}/two-visits/', {
          params: {
            path: { pk: toValue(client) },
            query: { first: toValue(first), second: toValue(second) },
          },
        }),
      ),
    enabled: () => toValue(first) > 0 && toValue(second) > 0,
    placeholderData: keepPreviousData,
  })

/** Take a suggestion, or dismiss it with a reason. */
export function useAnswerSuggestion(client: MaybeRefOrGetter<number>) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['SuggestionAnswerRequest']) =>
      answerOf(api.POST('/api/clients/{pk}/story/', { ...byId(toValue(client)), body })),
    onSuccess: (story) => cache.setQueryData(storyKey(toValue(client)), story),
  })
}

export const useTrials = () =>
  useQuery({ queryKey: ['trials'], queryFn: () => answerOf(api.GET('/api/trials/')) })

function useTrialChange<Values>(change: (values: Values) => Promise<Trial>) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: change,
    onSuccess: () => cache.invalidateQueries({ queryKey: ['trials'] }),
  })
}
export const useBeginTrial = () =>
  useTrialChange((body: Schemas['NewTrialRequest']) => answerOf(api.POST('/api/trials/', { body })))
export const useNextPair = () =>
  useTrialChange(({ trial, client }: { trial: number; client: number }) =>
    answerOf(api.POST('/api/trials/{pk}/', { ...byId(trial), body: { client } })),
  )
export const useRatePair = () =>
  useTrialChange(({ pair, ...body }: { pair: number } & Schemas['RatingRequest']) =>
    answerOf(api.POST('/api/trial-pairs/{pk}/', { ...byId(pair), body })),
  )
export const useEndTrial = () =>
  useTrialChange((trial: number) => answerOf(api.DELETE('/api/trials/{pk}/', byId(trial))))
