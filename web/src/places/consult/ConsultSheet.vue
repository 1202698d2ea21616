<script setup lang="ts">
/** A consultation, part by part, with what it adds up to beside it. */
import { onKeyStroke } from '@vueuse/core'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { useMay } from '@/api/staff'
import { useRoute, useRouter } from 'vue-router'

import { api, answerOf, Refused, type Schemas } from '@/api/client'
import type { Client } from '@/api/queries'
import { isTyping } from '@/parts/keys'
import PageHeader from '@/parts/PageHeader.vue'
import Problem from '@/parts/Problem.vue'

import { useConsulting } from './consulting'
import Estimates from './Estimates.vue'
import QuestionRow from './QuestionRow.vue'
import ScopePanel from './ScopePanel.vue'
import StrandDrawings from './StrandDrawings.vue'

const props = defineProps<{
  client: Client
  questions: Schemas['Questions']
  consultation: Schemas['Consultation']
}>()
const { t } = useI18n()
const may = useMay()
const router = useRouter()
const route = useRoute()
const cache = useQueryClient()
const consulting = useConsulting(props.consultation)

const parts = computed(() => [
  ...new Set(props.questions.questions.map((question) => question.part)),
])
const wanted = String(route.query.part ?? '')
const part = ref(parts.value.includes(wanted) ? wanted : (parts.value[0] ?? ''))
const asked = computed(() =>
  props.questions.questions.filter((question) => question.part === part.value),
)
const finishing = ref(false)
const failure = ref<Error | null>(null)

const keysOf = (name: string) =>
  props.questions.questions
    .filter((question) => question.part === name)
    .map((question) => question.key)
const fieldsOf = (name: string) =>
  Object.keys(consulting.answers.value).filter((field) =>
    keysOf(name).includes(field.split('@')[0] ?? ''),
  )
function standing(name: string): string {
  const fields = fieldsOf(name).filter((field) => consulting.given(field))
  if (fields.some((field) => consulting.problems.value.has(field))) return 'wrong'
  if (fields.some((field) => consulting.changed(field))) return 'changed'
  return fields.length ? 'done' : 'open'
}

/** What was known of this part and not answered today. */
const unconfirmed = computed(() =>
  [...consulting.lasts.value.entries()]
    .filter(([field, last]) => {
      const question = asked.value.find((question) => question.key === last.key)
      const empty = Array.isArray(last.value) && !last.value.length
      return question && question.kept !== 'stop_sign' && !empty && !consulting.given(field)
    })
    .map(([field]) => field),
)
const confirmAll = () => unconfirmed.value.forEach((field) => consulting.confirm(field))

const index = computed(() => parts.value.indexOf(part.value))
const isLast = computed(() => index.value === parts.value.length - 1)
function move(by: number) {
  const next = parts.value[index.value + by]
  if (next) part.value = next
}
onKeyStroke(['PageDown', 'PageUp'], (event) => {
  if (isTyping(event)) return
  event.preventDefault()
  move(event.key === 'PageDown' ? 1 : -1)
})

async function finish() {
  finishing.value = true
  failure.value = null
  try {
    await consulting.finish()
    await Promise.all(
      ['client', 'clients', 'draft'].map((key) => cache.invalidateQueries({ queryKey: [key] })),
    )
    await router.push(`/clients/${props.client.id}`)
  } catch (error) {
    failure.value = error as Error
    if (error instanceof Refused) {
      const key = error.problems[0]?.field.split('@')[0]
      const question = props.questions.questions.find((question) => question.key === key)
      if (question) part.value = question.part
    }
  } finally {
    finishing.value = false
  }
}
async function discard() {
  await answerOf(
    api.DELETE('/api/consultations/{pk}/', { params: { path: { pk: props.consultation.id } } }),
  )
  localStorage.removeItem(`gauffer:consultation-${props.consultation.id}`)
  await router.push(`/clients/${props.client.id}`)
}
const stops = computed(() => consulting.given('stop_signs'))
const stateText = computed(() => t(`consult.state.${consulting.state.value}`))
</script>

<template>
  <PageHeader
    :title="client.name"
    :to="`/clients/${client.id}`"
    :about="t('consult.title')"
    :state="stateText"
  >
    <button class="act" type="button" @click="discard">{{ t('consult.discard') }}</button>
    <button
      v-if="may.write('finish-consultation')"
      class="act main"
      type="button"
      :disabled="finishing"
      @click="finish"
    >
      {{ t('consult.finish') }}
    </button>
  </PageHeader>
  <Problem v-if="failure" :error="failure" @retry="finish" />
  <Problem
    v-if="consulting.failed.value"
    :error="consulting.failed.value"
    @retry="consulting.save()"
  />
  <div class="sheet">
    <nav :aria-label="t('consult.parts')">
      <button
        v-for="(name, i) in parts"
        :key="name"
        type="button"
        :class="[standing(name), { on: name === part }]"
        :aria-current="name === part ? 'step' : undefined"
        @click="part = name"
      >
        <span class="num">{{ i + 1 }}</span>
        <span>
          {{ t(`consult.part.${name}`) }}
          <small>{{ t(`consult.standing.${standing(name)}`) }}</small>
        </span>
      </button>
    </nav>
    <div class="asked">
      <div class="client">
        <h2>{{ t(`consult.part.${part}`) }}</h2>
        <button v-if="unconfirmed.length" class="act" type="button" @click="confirmAll">
          {{ t('consult.stillAll', { n: unconfirmed.length }) }}
        </button>
      </div>
      <p v-if="part === 'scalp' && stops" class="stop" role="alert">{{ t('consult.stopNow') }}</p>
      <ScopePanel v-if="part === 'density'" :client="client.id" :consulting="consulting" />
      <QuestionRow
        v-for="question in asked"
        :key="question.key"
        :question="question"
        :consulting="consulting"
      >
        <template v-if="question.key === 'pattern'" #instead>
          <StrandDrawings
            :drawings="questions.drawings"
            :model-value="
              String(
                consulting.given('pattern')?.value ??
                  consulting.lasts.value.get('pattern')?.value ??
                  '',
              )
            "
            @update:model-value="consulting.answer('pattern', $event ?? null)"
          />
        </template>
      </QuestionRow>
      <div class="end">
        <button class="act" type="button" :disabled="index === 0" @click="move(-1)">
          {{ t('consult.back') }}
        </button>
        <button v-if="!isLast" class="act main" type="button" @click="move(1)">
          {{ standing(part) === 'open' ? t('consult.skip') : t('consult.next') }}
        </button>
        <button
          v-else-if="may.write('finish-consultation')"
          class="act main"
          type="button"
          :disabled="finishing"
          @click="finish"
        >
          {{ t('consult.finish') }}
        </button>
        <span class="quiet">{{ t('consult.anyPart') }}</span>
      </div>
    </div>
    <Estimates :profile="consulting.server.value.profile" :part="part" />
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-columns: 158px minmax(0, 1fr) 318px;
  gap: 20px;
}
nav {
  align-self: start;
  display: grid;
  gap: 2px;
}
nav button {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 46px;
  padding: 2px 6px;
  border: 0;
  border-left: 4px solid var(--line);
  background: none;
  text-align: left;
  font-weight: 600;
  line-height: 1.2;
  min-width: 0;
  overflow-wrap: anywhere;
}
nav button.on {
  background: var(--paper);
  border-left-color: var(--ink);
}
nav small {
  display: block;
  color: var(--ink-2);
  font-size: 12.5px;
  font-weight: 400;
}
nav .num {
  display: grid;
  flex: none;
  place-items: center;
  width: 24px;
  height: 24px;
  border: 1px solid var(--line-strong);
  font-size: 13px;
}
nav .done .num,
nav .changed .num {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--on-ink);
}
nav .wrong small {
  color: var(--caution);
}
.client {
  display: flex;
  align-items: end;
  justify-content: space-between;
  min-height: 44px;
  padding-bottom: 5px;
  border-bottom: 2px solid var(--ink);
}
.stop {
  padding: 10px 14px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
  color: var(--caution);
  font-weight: 650;
}
.end {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 14px 0;
}
@media (max-width: 1000px) {
  .sheet {
    grid-template-columns: minmax(0, 1fr);
  }
  nav {
    grid-template-columns: repeat(4, minmax(0, 1fr));
  }
}
@media (max-width: 640px) {
  nav {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
