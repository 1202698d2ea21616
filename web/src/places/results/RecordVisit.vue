<script setup lang="ts">
/** A visit typed afterwards, or typed again: then what was said before is taken back in its log. */
import { onKeyStroke, useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'

import { Refused } from '@/api/client'
import { useCorrectVisit, usePlan, useRecordVisit, useVisit } from '@/api/queries'
import { provideRefusal } from '@/forms/refusal'
import Await from '@/parts/Await.vue'
import PageHeader from '@/parts/PageHeader.vue'
import Refusals from '@/parts/Refusals.vue'
import { day } from '@/text/format'

import VisitFields from './VisitFields.vue'
import { bodyOf, emptyForm, formOf, type VisitForm } from './visitForm'

const props = defineProps<{ plan?: number; visit?: number }>()
const { t } = useI18n()
const router = useRouter()
const recorded = useVisit(() => props.visit ?? 0)
const plan = usePlan(() => props.plan ?? recorded.data.value?.plan ?? 0)
const record = useRecordVisit(() => props.plan ?? 0)
const correct = useCorrectVisit(() => props.visit ?? 0)
const saving = computed(() => (props.visit ? correct : record))
const refusal = provideRefusal(record.error, correct.error)

/** What is typed stays on this device until it is kept. */
const key = props.visit ? `gauffer:correction:${props.visit}` : `gauffer:record:${props.plan}`
const form = useLocalStorage<VisitForm>(key, emptyForm(), { mergeDefaults: true })
const filled = ref(false)
watch(
  [plan.data, recorded.data],
  ([planned, visit]) => {
    if (filled.value || !planned || (props.visit && !visit)) return
    filled.value = true
    const untouched = form.value.started === null && !form.value.note
    if (visit && untouched) form.value = { ...formOf(visit), id: form.value.id }
    const begins = planned.planned_start
    if (!visit && untouched && begins && new Date(begins) < new Date()) form.value.started = begins
  },
  { immediate: true },
)

/** The day it is about: of the visit, or of its plan where it is still to be written down. */
const begun = computed(
  () =>
    recorded.data.value?.started_at ?? plan.data.value?.planned_start ?? plan.data.value?.made_at,
)

/** Values that can be, but hardly are: asked once. */
const doubts = computed(() => {
  const error = saving.value.error.value
  return error instanceof Refused ? error.problems.filter((problem) => problem.ask) : []
})

async function save(sure = false) {
  const answer = plan.data.value?.answer
  if (!answer) return
  const visit = await saving.value
    .mutateAsync(bodyOf(form.value, answer, sure))
    .catch(() => undefined)
  if (!visit) return
  form.value = emptyForm()
  await router.push(`/visits/${visit.id}`)
}

onKeyStroke('Enter', (event) => {
  if (event.ctrlKey || event.metaKey) void save()
})
</script>

<template>
  <Await
    :data="plan.data.value"
    :error="plan.error.value ?? recorded.error.value"
    @retry="plan.refetch()"
  >
    <template #default="{ data }">
      <form novalidate @submit.prevent="save()">
        <PageHeader
          :title="data.client_name"
          :to="`/clients/${data.client}`"
          :about="`${t(props.visit ? 'visit.correcting' : 'visit.title')} · ${data.title}, ${day(begun)}`"
        >
          <button class="act main" type="submit" :disabled="saving.isPending.value">
            {{ t(props.visit ? 'visit.correct' : 'visit.save') }}
          </button>
        </PageHeader>
        <div v-if="doubts.length" class="doubts" role="alert">
          <p>{{ t('visit.doubtful', { n: doubts.length }, doubts.length) }}</p>
          <button class="act" type="button" @click="save(true)">{{ t('visit.sure') }}</button>
        </div>
        <Refusals :refusal="refusal" @retry="save()" />
        <p class="quiet">{{ t('visit.hint') }}</p>
        <VisitFields v-model="form" :answer="data.answer" />
      </form>
    </template>
  </Await>
</template>

<style scoped>
.doubts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  margin-bottom: 8px;
  padding: 8px 12px;
  border-left: 4px solid var(--ink);
  background: var(--remind-ground);
}
</style>
