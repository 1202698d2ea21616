/** The whole salon out and in, and erasing a client. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'

import { api, answerOf, asForm, type Schemas } from './client'

export const useBackups = () =>
  useQuery({ queryKey: ['archive'], queryFn: () => answerOf(api.GET('/api/archive/')) })

export function usePack() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: () => answerOf(api.POST('/api/archive/')),
    onSuccess: () => cache.invalidateQueries({ queryKey: ['archive'] }),
  })
}

export const useCheckSalon = () =>
  useMutation({
    mutationFn: (file: File) =>
      answerOf(api.POST('/api/archive/check/', asForm<Schemas['PackedRequest']>({ file }))),
  })

export const useRestore = () =>
  useMutation({
    mutationFn: (values: { file: File; name: string; left_out: string[] }) =>
      answerOf(api.POST('/api/archive/restore/', asForm<Schemas['RestoreRequest']>(values))),
  })

export function useErase(client: () => number) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['ErasureRequest']) =>
      answerOf(
        api.POST('/api/clients/{pk}/erasure/', { params: { path: { pk: client() } }, body }),
      ),
    onSuccess: () => {
      cache.removeQueries({ queryKey: ['client', client()] })
      return cache.invalidateQueries({ queryKey: ['clients'] })
    },
  })
}
