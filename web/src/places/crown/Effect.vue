<script setup lang="ts">
/** What a parting does to the whole service: the numbers now, and what they were. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { PlanAnswer } from '@/api/queries'
import { minutes, percent, short } from '@/text/format'
import { figure, measure } from '@/text/measures'

const props = defineProps<{ now: PlanAnswer; before: PlanAnswer }>()
const { t } = useI18n()

const hours = (plan: PlanAnswer) =>
  plan.drying.h_to_dry === null ? '–' : `${short(plan.drying.h_to_dry)} h`
function kit(plan: PlanAnswer): string {
  const { rods, bands, pins } = plan.kit_needed
  const words = rods.map((rod) => `${rod.count} × ${measure(rod.diameter_mm, 'mm')}`)
  if (bands) words.push(t('plan.bands', { n: bands }))
  if (pins) words.push(t('plan.pins', { n: pins }))
  return words.join(', ')
}
/** The least and the most hair in one section. */
function hair(plan: PlanAnswer): string {
  const grams = plan.sections.map((section) => section.grams)
  const low = figure(Math.min(...grams), 'g')
  const high = measure(Math.max(...grams), 'g')
  return high.startsWith(`${low} `) ? high : `${low}–${high}`
}
const rows = computed(() =>
  [
    { name: 'handsOn', value: (planAnswer: PlanAnswer) => minutes(planAnswer.totals.hands_on_min) },
    { name: 'uneven', value: hair },
    {
      name: 'gel',
      value: (planAnswer: PlanAnswer) => `${short(planAnswer.totals.leave_on_g_per_m2)} g/m²`,
    },
    { name: 'dryAll', value: hours },
    { name: 'odds', value: (planAnswer: PlanAnswer) => percent(planAnswer.drying.odds_dry) },
    {
      name: 'sitsAll',
      value: (planAnswer: PlanAnswer) => measure(planAnswer.finished.length_cm, 'cm'),
    },
    { name: 'kit', value: kit },
  ]
    .map((row) => ({ name: row.name, now: row.value(props.now), was: row.value(props.before) }))
    .filter((row) => row.now || row.was),
)
</script>

<template>
  <div class="effect" aria-live="polite">
    <h2>{{ t('crown.effect') }}</h2>
    <dl>
      <div v-for="row in rows" :key="row.name" :class="{ changed: row.now !== row.was }">
        <dt>{{ t(`crown.${row.name}`) }}</dt>
        <dd>
          <b>{{ row.now || '–' }}</b>
          <span v-if="row.now !== row.was" class="quiet">
            {{ t('crown.before', { what: row.was || '–' }) }}
          </span>
        </dd>
      </div>
    </dl>
  </div>
</template>

<style scoped>
h2 {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
dl {
  display: flex;
  flex-wrap: wrap;
  gap: 0 26px;
  margin: 10px 0 0;
  padding: 6px 0;
  border-top: 1px solid var(--line);
  border-bottom: 1px solid var(--line);
}
dt {
  color: var(--ink-2);
  font-size: 12px;
}
dd {
  display: flex;
  align-items: baseline;
  gap: 6px;
  margin: 0;
}
b {
  font: 700 17px var(--display);
  white-space: nowrap;
}
.quiet {
  white-space: nowrap;
}
.changed b {
  color: var(--water);
}
</style>
