<script setup lang="ts">
/** What stands at the end of a plan: what was assumed, the kit, ways of working, home. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import type { PlanAnswer } from '@/api/queries'
import WhyList from '@/parts/WhyList.vue'
import { measure } from '@/text/measures'

import HomePhases from './HomePhases.vue'
import { usePlanWords } from './words'

const props = defineProps<{ answer: PlanAnswer; begin?: Date }>()
const { t } = useI18n()
const { returnText } = usePlanWords()

type SchoolChoice = Schemas['SchoolChoice']
const SCHOOL_WORDS: Record<string, string> = {
  layering: 'layerings',
  distribution: 'distributions',
  rewet: 'rewets',
  wash: 'washes',
  detangle: 'detangles',
  pre_wash: 'preWashes',
  drying: 'dryers',
  smoothing: 'smoothings',
  release: 'releases',
  refresh: 'refreshes',
}
/** Details that are not done as usual. */
const otherwise = computed(() =>
  (props.answer.details ?? [])
    .filter((choice) => choice.chosen !== choice.usual)
    .map((choice) => ({
      title: choice.title,
      way: choice.options.find((option) => option.manner === choice.chosen)?.title ?? '',
    })),
)
const schoolName = (topic: string, chosen: string) => t(`plan.${SCHOOL_WORDS[topic]}.${chosen}`)
const schoolReason = (schoolChoice: SchoolChoice) => ({
  rule: schoolChoice.topic,
  because: `${schoolChoice.because} ${t('plan.instead')}: ${schoolChoice.instead}`,
  trigger: t(`plan.chosenBy.${schoolChoice.chosen_by}`),
  source: schoolChoice.source,
})
/** What is counted out beside rods. */
const pieces = computed(() => {
  const { pins, bands, clips, ties = 0 } = props.answer.kit_needed
  return Object.entries({ pins, bands, clips, ties })
    .filter(([, n]) => n)
    .map(([name, n]) => t(`plan.${name}`, { n }, n))
    .join(', ')
})
</script>

<template>
  <div>
    <section v-if="answer.assumed.length">
      <h2>{{ t('plan.assumed') }}</h2>
      <p v-for="line in answer.assumed" :key="line">{{ line }}</p>
    </section>
    <section>
      <h2>
        <WhyList
          v-if="answer.kit_needed.reasons?.length"
          :reasons="answer.kit_needed.reasons"
          :about="t('plan.kit')"
          >{{ t('plan.kit') }}</WhyList
        >
        <template v-else>{{ t('plan.kit') }}</template>
      </h2>
      <p>
        {{ pieces }}
      </p>
      <p v-for="rod in answer.kit_needed.rods" :key="rod.diameter_mm">
        {{ t('plan.rods', { n: rod.count, mm: measure(rod.diameter_mm, 'mm') }) }}
        <template v-if="rod.short">
          {{ t('plan.rodsShort', { n: rod.short }) }}
        </template>
      </p>
      <p
        v-for="substitute in answer.kit_needed.substitutes ?? []"
        :key="`substitute ${substitute.diameter_mm}`"
      >
        {{
          t('plan.oddRods', {
            n: substitute.count,
            mm: measure(substitute.diameter_mm, 'mm'),
            places: substitute.sections.join(', '),
          })
        }}
      </p>
      <template v-if="otherwise.length">
        <h2 class="schools">{{ t('plan.details') }}</h2>
        <p v-for="choice in otherwise" :key="choice.title">
          {{ choice.title }}: <b>{{ choice.way }}</b>
        </p>
      </template>
      <template v-if="answer.schools?.length">
        <h2 class="schools">{{ t('plan.schools') }}</h2>
        <p v-for="school in answer.schools" :key="school.topic">
          {{ t(`plan.topic.${school.topic}`) }}:
          <b>
            <WhyList :reasons="[schoolReason(school)]" :about="t(`plan.topic.${school.topic}`)">{{
              schoolName(school.topic, school.chosen)
            }}</WhyList>
          </b>
          <span class="quiet"> ({{ t(`plan.chosenBy.${school.chosen_by}`) }})</span>
        </p>
      </template>
    </section>
    <section>
      <h2>{{ t('plan.home') }}</h2>
      <HomePhases :home="answer.home" :begin="begin" :timed="Boolean(answer.times)" />
      <p>
        {{ returnText(answer) }}
      </p>
    </section>
  </div>
</template>

<style scoped>
h2 {
  margin-bottom: 4px;
}
.schools {
  margin-top: 14px;
}
</style>
