/** Who works here, and everybody's own way in. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, answerOf, type Schemas } from './client'
import { useSession } from './queries'

export type Colleague = Schemas['Colleague']

/** What the one who is signed in may do; places are called as the policy calls them. */
export function useMay() {
  const session = useSession()
  return computed(() => ({
    read: (place: string) => session.data.value?.reads.includes(place) ?? false,
    write: (place: string) => session.data.value?.writes.includes(place) ?? false,
  }))
}

export function useFirstOwner() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['FirstOwnerRequest']) =>
      answerOf(api.POST('/api/session/first-owner/', { body })),
    onSuccess: (session) => cache.setQueryData(['session'], session),
  })
}

/** The language one reads; everything that was said in the other is asked for again. */
export function useOwnLanguage() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (language: Schemas['OwnLanguageRequest']['language']) =>
      answerOf(api.POST('/api/session/language/', { body: { language } })),
    onSuccess: (session) => {
      cache.setQueryData(['session'], session)
      return cache.invalidateQueries()
    },
  })
}

export const useOwnPassword = () =>
  useMutation({
    mutationFn: (body: Schemas['PasswordRequest']) =>
      answerOf(api.POST('/api/session/password/', { body })),
  })

export const useCodes = () =>
  useQuery({
    queryKey: ['session', 'codes'],
    queryFn: () => answerOf(api.GET('/api/session/codes/')),
  })

export const useBeginCodes = () =>
  useMutation({
    mutationFn: (body: Schemas['OwnPasswordRequest']) =>
      answerOf(api.POST('/api/session/codes/', { body })),
  })

export function useConfirmCodes() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['CodeRequest']) =>
      answerOf(api.PUT('/api/session/codes/', { body })),
    onSuccess: () => cache.invalidateQueries({ queryKey: ['session'] }),
  })
}

export function useNoCodes() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['OwnPasswordRequest']) =>
      answerOf(api.POST('/api/session/codes/end/', { body })),
    onSuccess: () => cache.invalidateQueries({ queryKey: ['session', 'codes'] }),
  })
}

export const useDevices = () =>
  useQuery({
    queryKey: ['session', 'devices'],
    queryFn: () => answerOf(api.GET('/api/session/devices/')),
  })

export function useEndDevice() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (number: string) =>
      answerOf(api.DELETE('/api/session/devices/{number}/', { params: { path: { number } } })),
    onSettled: () => cache.invalidateQueries({ queryKey: ['session', 'devices'] }),
  })
}

export const useColleagues = () =>
  useQuery({ queryKey: ['colleagues'], queryFn: () => answerOf(api.GET('/api/colleagues/')) })

export function useAddColleague() {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['NewColleagueRequest']) =>
      answerOf(api.POST('/api/colleagues/', { body })),
    onSuccess: () => cache.invalidateQueries({ queryKey: ['colleagues'] }),
  })
}

export function useChangeColleague(id: () => number) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: (body: Schemas['PatchedColleagueChangeRequest']) =>
      answerOf(api.PATCH('/api/colleagues/{pk}/', { params: { path: { pk: id() } }, body })),
    onSettled: () => cache.invalidateQueries({ queryKey: ['colleagues'] }),
  })
}
