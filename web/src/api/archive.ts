/** The whole house out and in, and erasing a client. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'

import { api, answerOf, type Schemas } from './client'

export const useBackups = () =>
  useQuery({ queryKey: ['archive'], queryFn: () => answerOf(api.GET('/api/archive/')) })

export function usePack() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: () => answerOf(api.POST('/api/archive/')),
    onSuccess: () => cache.invalidateQueries({ queryKey: ['archive'] }),
  })
}

const asForm = (values: Record<string, string | File>) => {
  const form = new FormData()
  for (const [name, value] of Object.entries(values)) form.append(name, value)
  return form
}

export const useCheckHouse = () =>
  useMutation({
    mutationFn: (file: File) =>
      answerOf(
        api.POST('/api/archive/check/', {
          body: { file: '' },
          bodySerializer: () => asForm({ file }),
        }),
      ),
  })

export const useRestore = () =>
  useMutation({
    mutationFn: ({ file, name }: { file: File; name: string }) =>
      answerOf(
        api.POST('/api/archive/restore/', {
          body: { file: '', name },
          bodySerializer: () => asForm({ file, name }),
        }),
      ),
  })

export function useErase(head: () => number) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['ErasureRequest']) =>
      answerOf(api.POST('/api/heads/{pk}/erasure/', { params: { path: { pk: head() } }, body })),
    onSuccess: () => {
      cache.removeQueries({ queryKey: ['head', head()] })
      return cache.invalidateQueries({ queryKey: ['heads'] })
    },
  })
}
