<script setup lang="ts">
import { onKeyStroke, useLocalStorage } from '@vueuse/core'
import { ElInput } from 'element-plus'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'

import { Refused, type Schemas, untold } from '@/api/client'
import { usePlan, useRecordVisit } from '@/api/queries'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import Trouble from '@/parts/Trouble.vue'
import { ago, number, short } from '@/text/format'

const props = defineProps<{ plan: number }>()
const { t } = useI18n()
const router = useRouter()
const plan = usePlan(() => props.plan)
const record = useRecordVisit(() => props.plan)

const SCORES = ['definition', 'frizz', 'volume', 'evenness'] as const
type Score = (typeof SCORES)[number]
type Dryness = Schemas['DrynessEnum'] | ''

interface Draft {
  minutes: Record<string, number | null>
  grams: Record<string, number | null>
  released: number | null
  dryness: Dryness
  scores: Partial<Record<Score, number>>
  length: number | null
  note: string
}
const empty = (): Draft => ({
  minutes: {},
  grams: {},
  released: null,
  dryness: '',
  scores: {},
  length: null,
  note: '',
})
const draft = useLocalStorage<Draft>(`gauffer:visit:${props.plan}`, empty())

const steps = computed(() => plan.data.value?.answer.steps ?? [])
const doses = computed(() =>
  steps.value.flatMap((step) =>
    step.products.map(({ role, name, grams }) => ({ role, name, grams })),
  ),
)
const problems = computed(() =>
  record.error.value instanceof Refused ? record.error.value.problems : [],
)
const at = (field: string) => problems.value.find((one) => one.field === field)?.message
const general = computed(() => problems.value.filter((one) => !one.field))

/** Rows with something noted, as they are sent; the server answers by their place in this list. */
const noted = computed(() => ({
  steps: steps.value.flatMap(({ key }) => {
    const minutes = draft.value.minutes[key]
    return minutes === null || minutes === undefined ? [] : [{ key, minutes }]
  }),
  doses: doses.value.flatMap(({ role }) => {
    const grams = draft.value.grams[role]
    return grams === null || grams === undefined ? [] : [{ role, grams }]
  }),
}))
const wrongMinutes = (key: string) =>
  at(`steps.${noted.value.steps.findIndex((one) => one.key === key)}.minutes`)
const wrongGrams = (role: string) =>
  at(`doses.${noted.value.doses.findIndex((one) => one.role === role)}.grams`)

function allMinutes() {
  for (const step of steps.value) draft.value.minutes[step.key] ??= Math.round(step.hands_on_min)
}
function allGrams() {
  for (const dose of doses.value) draft.value.grams[dose.role] ??= dose.grams
}

async function save() {
  const { released, dryness, scores, length, note } = draft.value
  const visit = await record
    .mutateAsync({
      ...noted.value,
      released_after_h: released,
      dryness,
      ...scores,
      length_cm: length,
      note,
    })
    .catch(() => undefined)
  if (!visit) return
  draft.value = empty()
  await router.push(`/visits/${visit.id}`)
}

onKeyStroke('Enter', (event) => {
  if (event.ctrlKey || event.metaKey) void save()
})
</script>

<template>
  <Trouble v-if="plan.error.value" :error="plan.error.value" @retry="plan.refetch()" />
  <p v-else-if="!plan.data.value" class="quiet" role="status">{{ t('app.loading') }}</p>
  <form v-else novalidate @submit.prevent="save">
    <div class="top">
      <h1>
        <RouterLink :to="`/heads/${plan.data.value.head}`">{{
          plan.data.value.head_name
        }}</RouterLink>
      </h1>
      <p>
        {{ t('visit.title') }} ·
        <RouterLink :to="`/plans/${props.plan}`">{{ plan.data.value.title }}</RouterLink>
        <span class="quiet made">{{ ago(plan.data.value.made_at) }}</span>
      </p>
      <span class="quiet state">{{ t('plan.draft') }}</span>
      <button class="act main" type="submit" :disabled="record.isPending.value">
        {{ t('visit.save') }}
      </button>
    </div>
    <p v-for="one in general" :key="one.message" class="wrong" role="alert">{{ one.message }}</p>
    <Trouble
      v-if="record.error.value && untold(record.error.value)"
      :error="record.error.value"
      @retry="save"
    />
    <p class="quiet">{{ t('visit.hint') }}</p>
    <div class="columns">
      <section>
        <table class="figures">
          <thead>
            <tr>
              <th>{{ t('visit.minutes') }}</th>
              <th class="n">{{ t('visit.planned') }}</th>
              <th class="n">
                <button class="plain link" type="button" @click="allMinutes">
                  {{ t('visit.allAsPlanned') }}
                </button>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="step in steps" :key="step.key">
              <td>{{ step.title }}</td>
              <td class="n">
                {{ short(step.hands_on_min, 0) }}
                <span class="quiet">
                  ({{ short(step.hands_on_low, 0) }}–{{ short(step.hands_on_high, 0) }})
                </span>
              </td>
              <td class="n entry">
                <Amount
                  v-model="draft.minutes[step.key]"
                  :label="`${step.title}, ${t('visit.actual')}`"
                  hide-label
                  :unit="t('plan.minutesUnit')"
                  :wrong="wrongMinutes(step.key)"
                  width="104px"
                />
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section>
        <table class="figures">
          <thead>
            <tr>
              <th>{{ t('visit.grams') }}</th>
              <th class="n">{{ t('visit.planned') }}</th>
              <th class="n">
                <button class="plain link" type="button" @click="allGrams">
                  {{ t('visit.allAsPlanned') }}
                </button>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="dose in doses" :key="dose.role">
              <td>{{ dose.name }}</td>
              <td class="n">{{ number(dose.grams, 1) }}</td>
              <td class="n entry">
                <Amount
                  v-model="draft.grams[dose.role]"
                  :label="`${dose.name}, ${t('visit.used')}`"
                  hide-label
                  unit="g"
                  :wrong="wrongGrams(dose.role)"
                  width="104px"
                />
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section class="result">
        <h2>{{ t('visit.release') }}</h2>
        <Amount
          v-model="draft.released"
          :label="t('visit.afterH')"
          :unit="t('plan.hours')"
          :hint="
            t('visit.plannedH', { hours: short(plan.data.value.answer.drying.release_after_h) })
          "
          :wrong="at('released_after_h')"
        />
        <Choice
          v-model="draft.dryness"
          :label="t('visit.dryness')"
          :options="[
            { value: 'dry', text: t('visit.drynesses.dry') },
            { value: 'damp_roots', text: t('visit.drynesses.damp_roots') },
            { value: 'wet', text: t('visit.drynesses.wet') },
          ]"
        />
        <h2>{{ t('visit.scores') }}</h2>
        <Choice
          v-for="score in SCORES"
          :key="score"
          v-model="draft.scores[score]"
          :label="t(`visit.score.${score}`)"
          :options="[1, 2, 3, 4, 5].map((value) => ({ value, text: String(value) }))"
          clearable
          class="score"
        />
        <Amount
          v-model="draft.length"
          :label="t('visit.length')"
          unit="cm"
          :wrong="at('length_cm')"
        />
        <div class="field">
          <label for="note">{{ t('visit.note') }}</label>
          <ElInput id="note" v-model="draft.note" type="textarea" :rows="2" maxlength="2000" />
        </div>
      </section>
    </div>
  </form>
</template>

<style scoped>
.top {
  display: flex;
  align-items: baseline;
  gap: 16px;
  margin-bottom: 6px;
}
h1 a {
  text-decoration: none;
}
.state {
  margin-left: auto;
}
.made {
  margin-left: 6px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) minmax(0, 1fr);
  gap: 36px;
  margin-top: 10px;
}
td.entry {
  padding-top: 3px !important;
  padding-bottom: 3px !important;
}
td.entry :deep(.field) {
  justify-items: end;
}
.link {
  min-height: 28px;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.result {
  display: grid;
  align-content: start;
  gap: 12px;
}
.score {
  display: flex;
  align-items: center;
}
.score :deep(legend) {
  float: left;
  width: 96px;
  margin: 0;
  font-size: 15px;
  color: var(--ink);
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
