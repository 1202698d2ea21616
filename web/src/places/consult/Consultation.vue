<script setup lang="ts">
/** Opens the consultation of a head and hands it on. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, answerOf } from '@/api/client'
import { useHead, useQuestions } from '@/api/queries'
import Await from '@/parts/Await.vue'

import ConsultSheet from './ConsultSheet.vue'

const props = defineProps<{ head: number }>()
const head = useHead(() => props.head)
const questions = useQuestions()
const open = useQuery({
  queryKey: ['consultation', computed(() => props.head)],
  queryFn: () =>
    answerOf(api.POST('/api/heads/{pk}/consultations/', { params: { path: { pk: props.head } } })),
  staleTime: 0,
  gcTime: 0,
  refetchOnWindowFocus: false,
  refetchOnReconnect: false,
})
const sheet = computed(() => {
  const [whose, asked, opened] = [head.data.value, questions.data.value, open.data.value]
  return whose && asked && opened
    ? { head: whose, questions: asked, consultation: opened }
    : undefined
})
const error = computed(() => head.error.value ?? questions.error.value ?? open.error.value)
function again() {
  void head.refetch()
  void questions.refetch()
  void open.refetch()
}
</script>

<template>
  <Await v-slot="{ data }" :data="sheet" :error="error" @retry="again">
    <ConsultSheet :key="data.consultation.id" v-bind="data" />
  </Await>
</template>
