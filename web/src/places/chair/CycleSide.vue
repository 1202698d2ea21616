<script setup lang="ts">
/** Beside a cycle: which section comes next, how far each side is, what was taken so far. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Chair } from '@/api/chairLog'
import { measure } from '@/text/measures'

const props = defineProps<{
  chair: Chair
  step: string
  ticked: number[]
  /** The sections that come after the one at hand. */
  following: number[]
}>()
const { t } = useI18n()

const sections = computed(() => props.chair.answer.sections)
/** What comes next: two sections, or a section and the step after the last one. */
const next = computed(() => {
  const rows = props.following.flatMap((number) => {
    const section = sections.value.find((one) => one.number === number)
    if (!section) return []
    const hair = `${t(`hair.zones.${section.zone}`)} · ${measure(section.grams, 'g')}`
    return [{ title: t('chair.cycle.next', { n: number }), about: hair }]
  })
  const { steps } = props.chair.answer
  const after = steps[steps.findIndex(({ key }) => key === props.step) + 1]
  if (rows.length < 2 && after) rows.push({ title: t('chair.cycle.then'), about: after.title })
  return rows
})
const count = (across: -1 | 1, only?: number[]) =>
  sections.value.filter(
    ({ number, centre }) =>
      Math.sign(centre[0] ?? 0) === across && (!only || only.includes(number)),
  ).length
const sides = computed(() =>
  t('chair.cycle.sides', {
    left: count(-1, props.ticked),
    allLeft: count(-1),
    right: count(1, props.ticked),
    allRight: count(1),
  }),
)
/** Products of the cycle, with what was taken of each. */
const taken = computed(() => {
  const asks = props.chair.chair.steps.find(({ key }) => key === props.step)
  return (asks?.targets ?? []).map((target) => {
    const dose = props.chair.chair.visit.doses.find(
      (one) => one.step === props.step && one.role === target.role && one.layer === target.layer,
    )
    return t('chair.cycle.taken', {
      name: target.name,
      taken: measure(dose?.grams ?? 0, 'g'),
      all: measure(target.grams, 'g'),
    })
  })
})
</script>

<template>
  <section v-if="next.length" class="next">
    <div v-for="row in next" :key="row.title">
      <h3>{{ row.title }}</h3>
      <p class="quiet">{{ row.about }}</p>
    </div>
  </section>
  <section>
    <h3>{{ t('chair.cycle.soFar') }}</h3>
    <p>{{ sides }}</p>
    <div
      class="bar"
      role="img"
      :aria-label="sides"
      :style="{ '--done': `${(ticked.length / sections.length) * 100}%` }"
    />
    <p v-for="line in taken" :key="line" class="quiet">{{ line }}</p>
  </section>
</template>

<style scoped>
section {
  padding: 10px 14px;
  background: var(--paper);
}
.next {
  display: grid;
  gap: 6px;
}
h3 {
  margin: 0 0 2px;
  font: 700 17px var(--display);
}
p {
  margin: 0;
  font-size: 15px;
}
.bar {
  height: 10px;
  margin: 4px 0;
  background: linear-gradient(90deg, var(--shape) var(--done), var(--ground-2, var(--line)) 0);
}
</style>
