/** What was found: factors, promises, a head's story, trials. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, toValue } from 'vue'

import { api, answerOf, type Schemas } from './client'

export type Findings = Schemas['Findings']
export type LearnedRow = Schemas['LearnedRow']
export type Promised = Schemas['Promise']
export type Trial = Schemas['Trial']
export type Story = Schemas['Story']

const byId = (pk: number) => ({ params: { path: { pk } } })

export const useFindings = () =>
  useQuery({ queryKey: ['findings'], queryFn: () => answerOf(api.GET('/api/findings/')) })

/** Which learned value. */
export interface LearnedKey {
  quantity: LearnedRow['quantity']
  group: string
  hands: string
}
/** The visits behind a learned value. */
export const useLearnedVisits = (value: MaybeRefOrGetter<LearnedKey>) =>
  useQuery({
    queryKey: computed(() => ['findings', 'learned', toValue(value)]),
    queryFn: () =>
      answerOf(api.GET('/api/findings/learned/', { params: { query: { ...toValue(value) } } })),
  })
/** Let visits count for a learned value, or leave them out; or only say what that would change. */
export function useLearningChoice() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['LearningChoiceRequest']) =>
      answerOf(api.POST('/api/findings/learned/', { body })),
    onSuccess: async (effect) => {
      if (effect.kept) await cache.invalidateQueries({ queryKey: ['findings'] })
    },
  })
}

/** A table of open data. */
export const tableOf = (table: string) => `/api/findings/data.csv?table=${table}`

const storyKey = (head: number) => ['head', head, 'story']
export const useStory = (head: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => storyKey(toValue(head))),
    queryFn: () => answerOf(api.GET('/api/heads/{pk}/story/', byId(toValue(head)))),
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
export const useHeadsLike = (head: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: computed(() => ['head', toValue(head), 'like']),
    queryFn: () => answerOf(api.GET('/api/heads/{pk}/like/', byId(toValue(head)))),
    retry: false,
  })

/** Two visits of a head beside each other. */
export const useTwoVisits = (
  head: MaybeRefOrGetter<number>,
  first: MaybeRefOrGetter<number>,
  second: MaybeRefOrGetter<number>,
) =>
  useQuery({
    queryKey: computed(() => ['head', toValue(head), 'two', toValue(first), toValue(second)]),
    queryFn: () =>
      answerOf(
        api.GET('/api/heads/{pk}/two-visits/', {
          params: {
            path: { pk: toValue(head) },
            query: { first: toValue(first), second: toValue(second) },
          },
        }),
      ),
    enabled: () => toValue(first) > 0 && toValue(second) > 0,
    placeholderData: keepPreviousData,
  })

/** Take a suggestion, or dismiss it with a reason. */
export function useAnswerSuggestion(head: MaybeRefOrGetter<number>) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['SuggestionAnswerRequest']) =>
      answerOf(api.POST('/api/heads/{pk}/story/', { ...byId(toValue(head)), body })),
    onSuccess: (story) => cache.setQueryData(storyKey(toValue(head)), story),
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
  useTrialChange(({ trial, head }: { trial: number; head: number }) =>
    answerOf(api.POST('/api/trials/{pk}/', { ...byId(trial), body: { head } })),
  )
export const useRatePair = () =>
  useTrialChange(({ pair, ...body }: { pair: number } & Schemas['RatingRequest']) =>
    answerOf(api.POST('/api/trial-pairs/{pk}/', { ...byId(pair), body })),
  )
export const useEndTrial = () =>
  useTrialChange((trial: number) => answerOf(api.DELETE('/api/trials/{pk}/', byId(trial))))
