/** Pictures of styles. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, toValue } from 'vue'

import { api, answerOf, asForm, type Schemas } from './client'

export type LookPicture = Schemas['LookPicture']
export interface NewPicture {
  picture: Blob
  view: LookPicture['view']
  moment: LookPicture['moment']
  visit?: number
  consent: boolean
}

/** Measured beside the server: looked for again so often while one is not [ms]. */
const AGAIN_MS = 2_500
const byId = (id: number) => ({ params: { path: { pk: id } } })

export const imageOf = (picture: LookPicture) => `/api/look-pictures/${picture.id}/`

export const useLooks = (head: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['head', computed(() => toValue(head)), 'looks'],
    queryFn: () => answerOf(api.GET('/api/heads/{pk}/pictures/', byId(toValue(head)))),
    refetchInterval: (query) =>
      query.state.data?.some((one) => !one.measured_at) ? AGAIN_MS : false,
  })

export function useKeepLook(head: MaybeRefOrGetter<number>) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (picture: NewPicture) =>
      answerOf(
        api.POST('/api/heads/{pk}/pictures/', {
          ...byId(toValue(head)),
          ...asForm<Schemas['NewPictureRequest']>({ ...picture }),
        }),
      ),
    onSuccess: () => cache.invalidateQueries({ queryKey: ['head', toValue(head), 'looks'] }),
  })
}

export function useDeleteLook(head: MaybeRefOrGetter<number>) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (id: number) => answerOf(api.DELETE('/api/look-pictures/{pk}/', byId(id))),
    onSuccess: () => cache.invalidateQueries({ queryKey: ['head', toValue(head), 'looks'] }),
  })
}
