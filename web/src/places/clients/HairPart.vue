<script setup lang="ts">
/** What is known of the hair, how and since when; and measuring it again. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { zoneValues } from '@/api/generated'
import {
  type Observation,
  useObservations,
  useObserve,
  useProfile,
  useQuestions,
  useWithdraw,
} from '@/api/queries'
import { provideRefusal } from '@/forms/refusal'
import Choice from '@/parts/Choice.vue'
import Figures from '@/parts/Figures.vue'
import Refusals from '@/parts/Refusals.vue'
import Term from '@/parts/Term.vue'
import { undoNote } from '@/parts/undoNote'
import { ago, day } from '@/text/format'
import { measure } from '@/text/measures'
import { useWording } from '@/text/wording'

import HairFields from './HairFields.vue'
import { observationsOf, isZone, type Typed, type Zone } from './observing'

const props = defineProps<{ client: number }>()
const { t, te } = useI18n()
const profile = useProfile(() => props.client)
const all = useObservations(() => props.client)
const observe = useObserve(() => props.client)
const withdraw = useWithdraw()
const questions = useQuestions()

const measuring = ref(false)
const showAll = ref(false)
const typed = ref<Typed>({})
const zone = ref<Zone>('')
const nothing = ref(false)

const refusal = provideRefusal(observe.error)
const order = (observation: Observation) => {
  const asked = questions.data.value?.questions ?? []
  const place = asked.findIndex((question) => question.key === observation.kind)
  // Curl and length stand first: they are asked for most.
  return place - (asked[place]?.part === 'curl' ? asked.length : 0)
}
const current = computed(() =>
  [...(profile.data.value?.current ?? [])].sort(
    (a, b) => a.zone?.localeCompare(b.zone ?? '') || order(a) - order(b),
  ),
)
const rows = computed(() => (showAll.value ? (all.data.value ?? []) : measured.value))
/** What was measured or looked at stands first, what was only told after it. */
const REPORTED_PARTS = ['reason', 'history', 'person']
const partOf = (observation: Observation) =>
  questions.data.value?.questions.find((question) => question.key === observation.kind)?.part ?? ''
const measured = computed(() =>
  current.value.filter((observation) => !REPORTED_PARTS.includes(partOf(observation))),
)
const reported = computed(() =>
  current.value.filter((observation) => REPORTED_PARTS.includes(partOf(observation))),
)

const word = useWording()
const value = (observation: Observation) => {
  const question = questions.data.value?.questions.find((asked) => asked.key === observation.kind)
  if (typeof observation.value === 'number')
    return measure(observation.value, question?.unit ?? '').trim()
  const worded = question?.answer === 'choice' || question?.answer === 'many'
  return worded || question?.options.length
    ? observation.value
        .split(', ')
        .map((text) => word(observation.kind, text))
        .join(', ')
    : observation.value
}
const what = (observation: Observation) =>
  (te(`hair.kind.${observation.kind}`)
    ? t(`hair.kind.${observation.kind}`)
    : t(`consult.ask.${observation.kind}`)) +
  (observation.zone ? `, ${t(`hair.zones.${observation.zone}`)}` : '')

/** Kinds that the glossary explains. */
const TERMS: Record<string, string> = {
  density: 'density',
  density_per_cm2: 'density',
  porosity: 'porosity',
  strand: 'strand',
  diameter_um: 'strand',
}

async function save() {
  const observations = observationsOf(typed.value, zone.value)
  nothing.value = observations.length === 0
  if (nothing.value) return
  const saved = await observe.mutateAsync(observations).catch(() => undefined)
  if (!saved) return
  typed.value = {}
  zone.value = ''
  measuring.value = false
}

async function takeBack(observation: Observation) {
  await withdraw.mutateAsync({ id: observation.id, back: false })
  undoNote(t('hair.withdrew', { what: what(observation) }), t('app.undo'), () =>
    withdraw.mutate({ id: observation.id, back: true }),
  )
}
</script>

<template>
  <section>
    <div class="client">
      <h2>{{ t('hair.title') }}</h2>
      <button v-if="!measuring" class="act" type="button" @click="measuring = true">
        {{ t('hair.measure') }}
      </button>
    </div>
    <form v-if="measuring" novalidate @submit.prevent="save">
      <Choice
        :label="t('hair.zone')"
        :model-value="zone"
        :options="[
          { value: '', text: t('hair.whole') },
          ...zoneValues.map((zone) => ({ value: zone as string, text: t(`hair.zones.${zone}`) })),
        ]"
        class="zones"
        @update:model-value="zone = isZone($event ?? '') ? ($event as Zone) : ''"
      />
      <HairFields v-model="typed" :zone="zone" />
      <p v-if="nothing" class="wrong" role="alert">{{ t('hair.nothingTyped') }}</p>
      <Refusals :refusal="refusal" @retry="save" />
      <div class="end">
        <button class="act main" type="submit" :disabled="observe.isPending.value">
          {{ t('hair.save') }}
        </button>
        <button class="act" type="button" @click="measuring = false">{{ t('app.cancel') }}</button>
      </div>
    </form>
    <p v-if="!rows.length" class="quiet">{{ t('hair.nothing') }}</p>
    <Figures v-else>
      <thead class="sr">
        <tr>
          <th>{{ t('hair.what') }}</th>
          <th>{{ t('hair.value') }}</th>
          <th>{{ t('hair.how') }}</th>
          <th>{{ t('hair.observed') }}</th>
          <th v-if="showAll">{{ t('hair.withdraw') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.id" :class="{ gone: row.withdrawn_at }">
          <td>
            <Term v-if="TERMS[row.kind]" :word="TERMS[row.kind] ?? ''">{{ what(row) }}</Term>
            <template v-else>{{ what(row) }}</template>
          </td>
          <td class="value">{{ value(row) }}</td>
          <td class="quiet">{{ t(`hair.method.${row.method}`) }}</td>
          <td class="quiet" :title="`${day(row.taken_at)} ${row.taken_by}`">
            {{ ago(row.taken_at) }}
          </td>
          <td v-if="showAll" class="n">
            <button
              v-if="row.withdrawn_at"
              class="plain link"
              type="button"
              @click="withdraw.mutate({ id: row.id, back: true })"
            >
              {{ t('hair.restore') }}
            </button>
            <button v-else class="plain link" type="button" @click="takeBack(row)">
              {{ t('hair.withdraw') }}
            </button>
          </td>
        </tr>
      </tbody>
    </Figures>
    <template v-if="!showAll && reported.length">
      <h3>{{ t('hair.reported') }}</h3>
      <Figures>
        <tbody>
          <tr v-for="observation in reported" :key="observation.id">
            <td>{{ what(observation) }}</td>
            <td class="value">{{ value(observation) }}</td>
            <td class="quiet">{{ ago(observation.taken_at) }}</td>
          </tr>
        </tbody>
      </Figures>
    </template>
    <button class="plain link more" type="button" @click="showAll = !showAll">
      {{ showAll ? t('hair.hideHistory') : t('hair.history') }}
    </button>
  </section>
</template>

<style scoped>
.client {
  display: flex;
  align-items: end;
  justify-content: space-between;
  min-height: 46px;
  padding-bottom: 5px;
  border-bottom: 2px solid var(--ink);
}
form {
  padding: 14px 0 18px;
  border-bottom: 1px solid var(--line);
}
.zones {
  margin-bottom: 14px;
  overflow-x: auto;
}
.end {
  display: flex;
  gap: 12px;
  margin-top: 16px;
}
.value {
  font-weight: 650;
}
h3 {
  margin-top: 16px;
  padding-bottom: 4px;
  border-bottom: 1px solid var(--line-strong);
}
.gone td {
  text-decoration: line-through;
  color: var(--ink-2);
}
.link {
  min-height: 32px;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.more {
  margin-top: 8px;
}
</style>
