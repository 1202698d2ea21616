/** What the crown map, the drying planner, the look and the air ask the server for. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, toValue } from 'vue'

import { api, answerOf, type Schemas } from './client'
import { useLive } from './live'
import type { Wish } from './queries'

export type Line = Schemas['LineOut']
export type View = Schemas['ViewsOut']
export type Parting = NonNullable<Wish['parting']>
export type PartChange = Schemas['PartChange']
export type Stage = Schemas['DryStage']
export type WhatIf = Schemas['WhatIf']

type Asked = MaybeRefOrGetter<Wish>
type On = MaybeRefOrGetter<boolean>

export const useLiveDraft = (wish: Asked, on: On) =>
  useLive(
    wish,
    (body) => answerOf(api.POST('/api/plans/draft/', { body })) as Promise<Schemas['DraftOfWish']>,
    on,
  )

export const useLiveCrown = (wish: Asked, on: On) =>
  useLive(
    wish,
    async (body) =>
      (await answerOf(api.POST('/api/plans/crown/', { body }))).answer as Schemas['CrownAnswer'],
    on,
  )

export const useLiveDrying = (wish: Asked, on: On) =>
  useLive(
    wish,
    async (body) =>
      (await answerOf(api.POST('/api/plans/drying/', { body })))
        .answer as Schemas['DryingPlanAnswer'],
    on,
  )

export const useLiveLook = (wish: Asked, on: On) =>
  useLive(
    wish,
    async (body) =>
      (await answerOf(api.POST('/api/plans/look/', { body }))).answer as Schemas['LookAnswer'],
    on,
  )

const byId = (id: MaybeRefOrGetter<number>) => ({ params: { path: { pk: toValue(id) } } })

export const usePlanLook = (id: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['plan', computed(() => toValue(id)), 'look'],
    queryFn: async () =>
      (await answerOf(api.GET('/api/plans/{pk}/look/', byId(id)))).answer as Schemas['LookAnswer'],
    enabled: () => toValue(id) > 0,
  })

export const usePlanCrown = (id: MaybeRefOrGetter<number>, on: On) =>
  useQuery({
    queryKey: ['plan', computed(() => toValue(id)), 'crown'],
    queryFn: async () =>
      (await answerOf(api.GET('/api/plans/{pk}/crown/', byId(id))))
        .answer as Schemas['CrownAnswer'],
    enabled: () => toValue(on),
  })

const AIR_EVERY_MS = 60_000

export const useAir = () =>
  useQuery({
    queryKey: ['air'],
    queryFn: () => answerOf(api.GET('/api/air/')),
    refetchInterval: AIR_EVERY_MS,
  })

export function useAirStandIn() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (mode: Schemas['SensorStandInRequest']['mode']) =>
      answerOf(api.POST('/api/air/stand-in/', { body: { mode } })),
    onSuccess: (air) => {
      cache.setQueryData(['air'], air)
      return cache.invalidateQueries({ queryKey: ['draft'] })
    },
  })
}
