<script setup lang="ts">
/** Everything that is noted of a visit: minutes, grams, the release, what came of it. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { drynessEnumValues, residueEnumValues } from '@/api/generated'
import type { PlanAnswer } from '@/api/queries'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import Figures from '@/parts/Figures.vue'
import Moment from '@/parts/Moment.vue'
import ScalePanel from '@/parts/ScalePanel.vue'
import TextField from '@/parts/TextField.vue'
import { short } from '@/text/format'
import { exactMeasure } from '@/text/measures'

import { dosesOf, notedDoses, notedSteps, SCORES, type VisitForm } from './visitForm'

const props = defineProps<{ answer: PlanAnswer }>()
const form = defineModel<VisitForm>({ required: true })
const { t } = useI18n()

const steps = computed(() => props.answer.steps)
const doses = computed(() => dosesOf(props.answer))
const placeOf = computed(() => {
  const minutes = notedSteps(
    form.value,
    steps.value.map((step) => step.key),
  )
  const grams = notedDoses(form.value, doses.value).map((dose) => dose.key)
  return {
    step: (key: string) => `steps.${minutes.indexOf(key)}.minutes`,
    dose: (key: string, field: 'grams' | 'units') => `doses.${grams.indexOf(key)}.${field}`,
  }
})

/** The dose that is on the scale. */
const weighed = ref<string>()
const onScale = computed(() => doses.value.find((dose) => dose.key === weighed.value))
function takeGrams(grams: number) {
  if (weighed.value) form.value.grams[weighed.value] = grams
  weighed.value = undefined
}
function allMinutes() {
  for (const step of steps.value) form.value.minutes[step.key] ??= Math.round(step.hands_on_min)
}
function allGrams() {
  for (const dose of doses.value) form.value.grams[dose.key] ??= dose.grams
}
const drynesses = computed(() =>
  drynessEnumValues.map((value) => ({ value, text: t(`visit.drynesses.${value}`) })),
)
const residues = computed(() =>
  residueEnumValues.map((value) => ({ value, text: t(`visit.residues.${value}`) })),
)
</script>

<template>
  <div class="columns">
    <section>
      <Figures>
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
                v-model="form.minutes[step.key]"
                :label="`${step.title}, ${t('visit.actual')}`"
                :name="placeOf.step(step.key)"
                hide-label
                :unit="t('plan.minutesUnit')"
                width="104px"
              />
            </td>
          </tr>
        </tbody>
      </Figures>
    </section>
    <section>
      <Figures>
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
          <tr v-for="dose in doses" :key="dose.key">
            <td>{{ dose.name }}</td>
            <td class="n">{{ exactMeasure(dose.grams, 'g') }}</td>
            <td class="n entry dose">
              <button
                class="plain link"
                type="button"
                :aria-label="`${t('visit.weigh')}: ${dose.name}`"
                @click="weighed = weighed === dose.key ? undefined : dose.key"
              >
                {{ t('visit.weigh') }}
              </button>
              <Amount
                v-model="form.grams[dose.key]"
                :label="`${dose.name}, ${t('visit.used')}`"
                :name="placeOf.dose(dose.key, 'grams')"
                hide-label
                unit="g"
                width="92px"
              />
            </td>
          </tr>
        </tbody>
      </Figures>
      <div v-if="onScale" class="weigh">
        <p>
          <b>{{
            t('visit.weighing', { name: onScale.name, grams: exactMeasure(onScale.grams, 'g') })
          }}</b>
          <button class="plain link" type="button" @click="weighed = undefined">
            {{ t('visit.closeScale') }}
          </button>
        </p>
        <Amount
          v-if="onScale.unit"
          v-model="form.units[onScale.key]"
          :label="t('visit.countedAs')"
          :name="placeOf.dose(onScale.key, 'units')"
          :unit="onScale.unit"
          width="170px"
        />
        <ScalePanel :target="onScale.grams" :unit-g="onScale.unitG" @take="takeGrams" />
      </div>
    </section>
    <section class="result">
      <Moment
        v-model="form.started"
        :label="t('visit.began')"
        name="started_at"
        :placeholder="t('visit.beganUnset')"
        width="190px"
      />
      <h2>{{ t('visit.release') }}</h2>
      <div class="row">
        <Moment
          v-model="form.opened"
          :label="t('visit.openedAt')"
          name="released_at"
          :hint="t('visit.plannedH', { hours: short(answer.drying.release_after_h) })"
          width="190px"
        />
        <TextField
          v-model="form.openedBy"
          :label="t('visit.openedBy')"
          name="released_by"
          :maxlength="150"
          width="140px"
        />
      </div>
      <Choice
        :label="t('visit.dryness')"
        name="dryness"
        :model-value="form.dryness || undefined"
        clearable
        :options="drynesses"
        @update:model-value="form.dryness = $event ?? ''"
      />
      <h2>{{ t('visit.scores') }}</h2>
      <Choice
        v-for="score in SCORES"
        :key="score"
        v-model="form.scores[score]"
        :label="t(`visit.score.${score}`)"
        :name="score"
        :options="[1, 2, 3, 4, 5].map((value) => ({ value, text: String(value) }))"
        clearable
        class="score"
      />
      <Choice
        :label="t('visit.residue')"
        name="residue"
        :model-value="form.residue || undefined"
        clearable
        :options="residues"
        @update:model-value="form.residue = $event ?? ''"
      />
      <Amount v-model="form.length" :label="t('visit.length')" name="length_cm" unit="cm" />
      <TextField
        v-model="form.note"
        :label="t('visit.note')"
        name="note"
        :maxlength="2000"
        :rows="2"
      />
    </section>
  </div>
</template>

<style scoped>
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
  flex-wrap: wrap;
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
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
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
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
}
@media (max-width: 760px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
