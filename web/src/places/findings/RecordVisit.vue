<script setup lang="ts">
import { onKeyStroke, useLocalStorage } from '@vueuse/core'
import { ElInput } from 'element-plus'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'

import { Refused, type Schemas, untold } from '@/api/client'
import { usePlan, useRecordVisit } from '@/api/queries'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import ScalePanel from '@/parts/ScalePanel.vue'
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
  residue?: Schemas['ResidueEnum'] | ''
  units?: Record<string, number | null>
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
    step.products.map(({ role, name, grams, units, unit, by_hand_g }) => ({
      role,
      name,
      grams,
      unit,
      unitG: units && by_hand_g ? by_hand_g / units : null,
    })),
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
    const units = draft.value.units?.[role] ?? null
    return grams === null || grams === undefined ? [] : [{ role, grams, units }]
  }),
}))
const wrongMinutes = (key: string) =>
  at(`steps.${noted.value.steps.findIndex((one) => one.key === key)}.minutes`)
const wrongGrams = (role: string) =>
  at(`doses.${noted.value.doses.findIndex((one) => one.role === role)}.grams`)

/** The dose that is on the scale, and the grams typed or taken for it. */
const weighed = ref<string>()
const onScale = computed(() => doses.value.find((one) => one.role === weighed.value))
function takeGrams(grams: number) {
  if (weighed.value) draft.value.grams[weighed.value] = grams
  weighed.value = undefined
}
const unitsOf = (role: string) => draft.value.units?.[role] ?? null
function setUnits(role: string, units: number | null | undefined) {
  draft.value.units = { ...draft.value.units, [role]: units ?? null }
}
const wrongUnits = (role: string) =>
  at(`doses.${noted.value.doses.findIndex((one) => one.role === role)}.units`)

function allMinutes() {
  for (const step of steps.value) draft.value.minutes[step.key] ??= Math.round(step.hands_on_min)
}
function allGrams() {
  for (const dose of doses.value) draft.value.grams[dose.role] ??= dose.grams
}

async function save() {
  const { released, dryness, scores, length, note, residue } = draft.value
  const visit = await record
    .mutateAsync({
      ...noted.value,
      released_after_h: released,
      dryness,
      residue: residue ?? '',
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
              <td class="n entry dose">
                <button
                  class="plain link"
                  type="button"
                  :aria-label="`${t('visit.weigh')}: ${dose.name}`"
                  @click="weighed = weighed === dose.role ? undefined : dose.role"
                >
                  {{ t('visit.weigh') }}
                </button>
                <Amount
                  v-model="draft.grams[dose.role]"
                  :label="`${dose.name}, ${t('visit.used')}`"
                  hide-label
                  unit="g"
                  :wrong="wrongGrams(dose.role)"
                  width="92px"
                />
              </td>
            </tr>
          </tbody>
        </table>
        <div v-if="onScale" class="weigh">
          <p>
            <b>{{
              t('visit.weighing', { name: onScale.name, grams: number(onScale.grams, 1) })
            }}</b>
            <button class="plain link" type="button" @click="weighed = undefined">
              {{ t('visit.closeScale') }}
            </button>
          </p>
          <Amount
            v-if="onScale.unit"
            :model-value="unitsOf(onScale.role)"
            :label="t('visit.countedAs')"
            :unit="onScale.unit"
            :wrong="wrongUnits(onScale.role)"
            width="170px"
            @update:model-value="setUnits(onScale.role, $event)"
          />
          <ScalePanel :target="onScale.grams" :unit-g="onScale.unitG" @take="takeGrams" />
        </div>
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
        <Choice
          v-model="draft.residue"
          :label="t('visit.residue')"
          :options="
            (['none', 'some', 'much'] as const).map((value) => ({
              value,
              text: t(`visit.residues.${value}`),
            }))
          "
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
.dose {
  display: flex;
  align-items: center;
  justify-content: flex-end;
  gap: 10px;
}
.weigh {
  display: grid;
  gap: 10px;
  margin-top: 14px;
}
.weigh p {
  display: flex;
  justify-content: space-between;
  gap: 12px;
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
