<script setup lang="ts">
/** Opens the consultation of a head and hands it on. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import { api, answerOf } from '@/api/client'
import { useHead, useQuestions } from '@/api/queries'
import Problem from '@/parts/Problem.vue'

import ConsultSheet from './ConsultSheet.vue'

const props = defineProps<{ head: number }>()
const { t } = useI18n()
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
const error = computed(() => head.error.value ?? questions.error.value ?? open.error.value)
function again() {
  void head.refetch()
  void questions.refetch()
  void open.refetch()
}
</script>

<template>
  <Problem v-if="error" :error="error" @retry="again" />
  <ConsultSheet
    v-else-if="head.data.value && questions.data.value && open.data.value"
    :key="open.data.value.id"
    :head="head.data.value"
    :questions="questions.data.value"
    :consultation="open.data.value"
  />
  <p v-else class="quiet" role="status">{{ t('app.loading') }}</p>
</template>
