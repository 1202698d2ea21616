/** What the shelf and the kit ask the server for. */
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, type Ref, toValue } from 'vue'

import { api, answerOf, asForm, type Schemas } from './client'
import { useSaving } from './saving'

export type Row = Schemas['ShelfRow']
export type Product = Schemas['Product']
export type ProductBody = Schemas['ProductRequest']
export type Label = Schemas['LabelAnswer']
export type KitUse = Schemas['KitUse']
export type FreeItem = Schemas['KitFree']

type Id = MaybeRefOrGetter<number>
const byId = (id: Id) => ({ params: { path: { pk: toValue(id) } } })
const MINUTE_MS = 60_000

export const useShelf = (client: MaybeRefOrGetter<number | undefined>) =>
  useQuery({
    queryKey: ['shelf', computed(() => toValue(client))],
    queryFn: () =>
      answerOf(api.GET('/api/shelf/', { params: { query: { client: toValue(client) } } })),
    placeholderData: keepPreviousData,
  })

export const useProduct = (id: Id) =>
  useQuery({
    queryKey: ['shelf', 'product', computed(() => toValue(id))],
    queryFn: () => answerOf(api.GET('/api/products/{pk}/', byId(id))),
  })

/** A label read while it is typed. */
export const useLabel = (text: MaybeRefOrGetter<string>, leaveOn: MaybeRefOrGetter<boolean>) =>
  useQuery({
    queryKey: ['label', computed(() => toValue(text)), computed(() => toValue(leaveOn))],
    queryFn: ({ signal }) =>
      answerOf(
        api.POST('/api/core/label/', {
          body: { ingredients: toValue(text), leave_on: toValue(leaveOn) },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
    enabled: () => Boolean(toValue(text).trim()),
    gcTime: MINUTE_MS,
  })

export const useKit = (at: MaybeRefOrGetter<string>, hours: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['kit', computed(() => toValue(at)), computed(() => toValue(hours))],
    queryFn: () =>
      answerOf(
        api.GET('/api/kit/', {
          params: { query: { at: toValue(at) || undefined, hours: toValue(hours) } },
        }),
      ),
    placeholderData: keepPreviousData,
    refetchInterval: MINUTE_MS / 2,
  })

/** Saving, after which everything that draws from the shelf and the drawer is read again. */
function useShelfChange<Input, Output>(save: (input: Input) => Promise<Output>) {
  return useSaving(save, ['shelf', 'kit', 'draft', 'salon'])
}

export const useAddProduct = () =>
  useShelfChange((body: ProductBody) => answerOf(api.POST('/api/products/', { body })))

export const useChangeProduct = (id: Id) =>
  useShelfChange((body: Schemas['PatchedProductRequest']) =>
    answerOf(api.PATCH('/api/products/{pk}/', { ...byId(id), body })),
  )

export const useRetire = (id: Id) =>
  useShelfChange((back: boolean) =>
    back
      ? answerOf(api.POST('/api/products/{pk}/return/', byId(id)))
      : answerOf(api.DELETE('/api/products/{pk}/', byId(id))),
  )

export const useBook = (id: Id) =>
  useShelfChange((body: Schemas['StockRequest']) =>
    answerOf(api.POST('/api/products/{pk}/stock/', { ...byId(id), body })),
  )

export const useUndoMove = () =>
  useShelfChange(({ id, back }: { id: number; back: boolean }) =>
    back
      ? answerOf(api.DELETE('/api/stock-moves/{pk}/undo/', byId(id)))
      : answerOf(api.POST('/api/stock-moves/{pk}/undo/', byId(id))),
  )

/** Mean and spread of the readings so far. */
export const useCalibrationOf = (readings: Ref<{ units: number; grams: number }[]>) =>
  useQuery({
    queryKey: ['calibrating', readings],
    queryFn: () => answerOf(api.POST('/api/calibrating/', { body: { readings: readings.value } })),
    placeholderData: keepPreviousData,
    enabled: () => readings.value.length > 0,
    gcTime: MINUTE_MS,
  })

export const useCalibrate = (id: Id) =>
  useShelfChange((body: Schemas['CalibrateRequest']) =>
    answerOf(api.POST('/api/products/{pk}/calibration/', { ...byId(id), body })),
  )

export const usePalmTest = () =>
  useShelfChange((body: Schemas['PalmTestRequest']) =>
    answerOf(api.POST('/api/palm-tests/', { body })),
  )

/** A table is looked at, or a slice of it taken in from the row it starts with. */
export const useTakeIn = () =>
  useShelfChange(({ file, start }: { file: File; start?: number }) =>
    answerOf(
      api.POST(
        '/api/products/import/',
        asForm<Schemas['TableRequest']>({ file, accept: start !== undefined, start }),
      ),
    ),
  )

export const useAddKit = () =>
  useShelfChange((body: Schemas['KitItemRequest']) => answerOf(api.POST('/api/kit/', { body })))

export const useChangeKit = () =>
  useShelfChange(({ id, ...body }: { id: number } & Schemas['PatchedKitItemRequest']) =>
    answerOf(api.PATCH('/api/kit/{pk}/', { ...byId(id), body })),
  )

export const useDropKit = () =>
  useShelfChange((id: number) => answerOf(api.DELETE('/api/kit/{pk}/', byId(id))))

export const useTakeKit = () =>
  useShelfChange((plan: number) => answerOf(api.POST('/api/plans/{pk}/kit/', byId(plan))))

export const useCleaning = () =>
  useShelfChange(({ id, contact_min }: { id: number; contact_min?: number | null }) =>
    answerOf(api.POST('/api/kit-uses/{pk}/cleaning/', { ...byId(id), body: { contact_min } })),
  )

export const usePutBack = () =>
  useShelfChange(({ id, undo }: { id: number; undo?: boolean }) =>
    undo
      ? answerOf(api.DELETE('/api/kit-uses/{pk}/back/', byId(id)))
      : answerOf(api.POST('/api/kit-uses/{pk}/back/', byId(id))),
  )

/** What names of ingredients match on this shelf. */
export const useMatches = (names: MaybeRefOrGetter<readonly string[]>) =>
  useQuery({
    queryKey: ['matches', computed(() => toValue(names))],
    queryFn: () =>
      answerOf(
        api.GET('/api/shelf/matches/', { params: { query: { name: [...toValue(names)] } } }),
      ),
    enabled: () => toValue(names).length > 0,
    placeholderData: (before) => before,
  })
