<script setup lang="ts">
/** Ways of working that practitioners differ on; what is not chosen is left to who comes before. */
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import {
  detanglingValues,
  distributionValues,
  layeringValues,
  preWashValues,
  refreshingValues,
  releasingValues,
  rewettingValues,
  smoothingValues,
  washOrderValues,
} from '@/api/generated'
import Choice from '@/parts/Choice.vue'
import { without } from '@/parts/objects'

type School = Schemas['School']

const props = defineProps<{ modelValue: School | undefined }>()
const emit = defineEmits<{
  change: [topic: keyof School, value: string | null]
  'update:modelValue': [school: School]
}>()
const { t } = useI18n()

const TOPICS = [
  { topic: 'layering', words: 'layerings', values: layeringValues },
  { topic: 'distribution', words: 'distributions', values: distributionValues },
  { topic: 'rewet', words: 'rewets', values: rewettingValues },
  { topic: 'wash', words: 'washes', values: washOrderValues },
  { topic: 'detangle', words: 'detangles', values: detanglingValues },
  { topic: 'smoothing', words: 'smoothings', values: smoothingValues },
  { topic: 'release', words: 'releases', values: releasingValues },
  { topic: 'refresh', words: 'refreshes', values: refreshingValues },
  { topic: 'pre_wash', words: 'preWashes', values: preWashValues },
] as const

const valueOf = (topic: keyof School) => props.modelValue?.[topic] as string | undefined
function set(topic: keyof School, value: string | undefined) {
  const rest = without(props.modelValue ?? {}, topic)
  emit('change', topic, value ?? null)
  emit('update:modelValue', (value === undefined ? rest : { ...rest, [topic]: value }) as School)
}
</script>

<template>
  <div class="schools">
    <Choice
      v-for="topic in TOPICS"
      :key="topic.topic"
      :label="t(`plan.topic.${topic.topic}`)"
      clearable
      :options="topic.values.map((value) => ({ value, text: t(`plan.${topic.words}.${value}`) }))"
      :model-value="valueOf(topic.topic)"
      @update:model-value="set(topic.topic, $event)"
    />
  </div>
</template>

<style scoped>
.schools {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
}
</style>
