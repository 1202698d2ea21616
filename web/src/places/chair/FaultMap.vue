<script setup lang="ts">
/** What went wrong: chosen once, then tapped on the map wherever it is seen. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { faultValues as FAULTS } from '@/api/generated'
import type { Chair } from '@/api/chairLog'
import type { Schemas } from '@/api/client'
import Choice from '@/parts/Choice.vue'
import CrownMap from '@/parts/CrownMap.vue'
import FaultList from '@/parts/FaultList.vue'

import type { Progress } from './fold'

type Fault = (typeof FAULTS)[number]

const props = defineProps<{
  answer: Chair['answer']
  /** As far as this device knows. */
  faults: NonNullable<Progress['faults']>
  /** With their causes, as the server found them. */
  findings: Schemas['FaultFinding'][]
}>()
const emit = defineEmits<{ fault: [data: { fault: Fault; sections: number[]; gone: boolean }] }>()
const { t } = useI18n()

const chosen = ref<Fault>()
const sectionsOf = (fault?: Fault) =>
  props.faults.find((one) => one.fault === fault)?.sections ?? []
const marked = computed(() => sectionsOf(chosen.value))
const options = computed(() =>
  FAULTS.map((value) => {
    const count = sectionsOf(value).length
    return { value, text: t(`faults.${value}`) + (count ? ` (${String(count)})` : '') }
  }),
)
function tap(section: number) {
  if (!chosen.value) return
  const gone = marked.value.includes(section)
  emit('fault', { fault: chosen.value, sections: [section], gone })
}
/** What the server has not judged yet stands without a cause. */
const shown = computed(() =>
  props.faults.map(({ fault, sections }) => {
    const judged = props.findings.find((one) => one.fault === fault)
    const same = judged && judged.sections.join() === sections.join()
    return same
      ? judged
      : { fault, title: '', sections, zones: [], place: sections.join(', '), causes: [] }
  }),
)
</script>

<template>
  <section class="faults" :aria-label="t('chair.faults.title')">
    <Choice v-model="chosen" :label="t('chair.faults.title')" :options="options" clearable />
    <div v-if="chosen || shown.length" class="both">
      <div v-if="chosen">
        <p class="quiet">{{ t('chair.faults.tap') }}</p>
        <CrownMap
          :sections="answer.sections as never"
          :hairline="answer.hairline as never"
          :model-value="0"
          :done="marked"
          @update:model-value="tap"
        />
      </div>
      <FaultList v-if="shown.length" :findings="shown" />
    </div>
  </section>
</template>

<style scoped>
.faults {
  width: 100%;
}
.both {
  display: grid;
  grid-template-columns: minmax(0, 300px) minmax(0, 1fr);
  gap: 8px 28px;
  align-items: start;
  max-width: 960px;
  margin-top: 6px;
}
p {
  margin: 0 0 4px;
}
@media (max-width: 640px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
