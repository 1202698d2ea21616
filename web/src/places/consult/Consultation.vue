<script setup lang="ts">
/** Opens the consultation of a client and hands it on. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, answerOf } from '@/api/client'
import { useClient, useQuestions } from '@/api/queries'
import Await from '@/parts/Await.vue'

import ConsultSheet from './ConsultSheet.vue'

const props = defineProps<{ client: number }>()
const client = useClient(() => props.client)
const questions = useQuestions()
const open = useQuery({
  queryKey: ['consultation', computed(() => props.client)],
  queryFn: () =>
    answerOf(
      api.POST('/api/clients/{pk}/consultations/', { params: { path: { pk: props.client } } }),
    ),
  staleTime: 0,
  gcTime: 0,
  refetchOnWindowFocus: false,
  refetchOnReconnect: false,
})
const sheet = computed(() => {
  const [whose, asked, opened] = [client.data.value, questions.data.value, open.data.value]
  return whose && asked && opened
    ? { client: whose, questions: asked, consultation: opened }
    : undefined
})
const error = computed(() => client.error.value ?? questions.error.value ?? open.error.value)
function again() {
  void client.refetch()
  void questions.refetch()
  void open.refetch()
}
</script>

<template>
  <Await v-slot="{ data }" :data="sheet" :error="error" @retry="again">
    <ConsultSheet :key="data.consultation.id" v-bind="data" />
  </Await>
</template>
