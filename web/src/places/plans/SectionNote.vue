<script setup lang="ts">
/** One section of the parting: its hair, its doses, its minutes, when it is dry. */
import { useI18n } from 'vue-i18n'

import type { PlanAnswer } from '@/api/queries'
import WhyList from '@/parts/WhyList.vue'
import { number, short } from '@/text/format'
import { measure } from '@/text/measures'

defineProps<{ section: PlanAnswer['sections'][number]; answer: PlanAnswer }>()
const { t } = useI18n()
</script>

<template>
  <dl class="section" aria-live="polite">
    <dt>
      {{ t('plan.section', { n: section.number, of: answer.sections.length }) }} ·
      {{ t(`hair.zones.${section.zone}`) }},
      {{ t('plan.lays', { lay: t(`plan.lay.${section.lay}`) }) }}
    </dt>
    <dd>
      {{
        t('plan.sectionHair', { hairs: number(section.hairs), grams: measure(section.grams, 'g') })
      }}
      ·
      {{
        t('plan.sectionArea', {
          area: short(section.area_cm2, 0),
          length: measure(section.length_cm, 'cm'),
        })
      }}
    </dd>
    <dd>
      <template v-for="(grams, role) in section.doses" :key="role">
        {{ t(`plan.roles.${role}`) }} {{ measure(grams, 'g') }} ·
      </template>
      {{ t('plan.sectionMinutes', { minutes: short(section.minutes ?? 0) }) }}
      <template v-if="section.h_to_dry">
        · {{ t('plan.sectionDry', { hours: short(section.h_to_dry) }) }}
      </template>
      <template v-if="section.rod_mm"> · {{ measure(section.rod_mm, 'mm') }}</template>
      {{ ' ' }}
      <WhyList
        :reasons="answer.section_reasons ?? []"
        :about="t('plan.section', { n: section.number, of: answer.sections.length })"
      />
    </dd>
  </dl>
</template>

<style scoped>
.section {
  margin: 4px 0 0;
  font-size: 13px;
}
.section dt {
  font-weight: 700;
}
.section dd {
  margin: 0;
  color: var(--ink-2);
}
</style>
