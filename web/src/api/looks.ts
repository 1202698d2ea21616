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

export const useLooks = (client: MaybeRefOrGetter<number>) =>
  useQuery({
    queryKey: ['client', computed(() => toValue(client)), 'looks'],
    queryFn: () => answerOf(api.GET('/api/clients/{pk}/pictures/', byId(toValue(client)))),
    refetchInterval: (query) =>
      query.state.data?.some((one) => !one.measured_at) ? AGAIN_MS : false,
  })

export function useKeepLook(client: MaybeRefOrGetter<number>) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (picture: NewPicture) =>
      answerOf(
        api.POST('/api/clients/{pk}/pictures/', {
          ...byId(toValue(client)),
          ...asForm<Schemas['NewPictureRequest']>({ ...picture }),
        }),
      ),
    onSuccess: () => cache.invalidateQueries({ queryKey: ['client', toValue(client), 'looks'] }),
  })
}

export function useDeleteLook(client: MaybeRefOrGetter<number>) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (id: number) => answerOf(api.DELETE('/api/look-pictures/{pk}/', byId(id))),
    onSuccess: () => cache.invalidateQueries({ queryKey: ['client', toValue(client), 'looks'] }),
  })
}
