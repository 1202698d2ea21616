<script setup lang="ts">
/** Every step of the visit, where it stands; a tap looks at one. */
import { useI18n } from 'vue-i18n'

import { minutes } from '@/text/format'

import type { Chair } from '@/api/chairLog'
import type { StepState } from './fold'

const props = defineProps<{
  steps: Chair['answer']['steps']
  progress: StepState[]
  here?: string
}>()
const emit = defineEmits<{ pick: [key: string] }>()
const { t } = useI18n()
const stateOf = (key: string) => props.progress.find((one) => one.key === key)
/** What a step took, once it is over; else what it is planned for. */
function time(step: Chair['answer']['steps'][number]): string {
  const took = stateOf(step.key)?.minutes
  return took == null
    ? minutes(step.hands_on_min + step.wait_min)
    : t('chair.took', { time: minutes(took) })
}
</script>

<template>
  <ol>
    <li
      v-for="step in steps"
      :key="step.key"
      class="fold"
      :class="[step.family, stateOf(step.key)?.status, { here: step.key === here }]"
    >
      <button
        class="plain"
        type="button"
        :aria-current="step.key === here"
        @click="emit('pick', step.key)"
      >
        {{ step.title }}
        <span class="quiet">{{ time(step) }}</span>
      </button>
    </li>
  </ol>
</template>

<style scoped>
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  border-left: 12px solid var(--fill);
  border-bottom: 1px solid var(--line);
  background: var(--paper);
}
.plain {
  display: flex;
  align-items: center;
  justify-content: space-between;
  width: 100%;
  min-height: 44px;
  padding: 4px 12px;
}
.here .plain {
  background: var(--ink);
  color: var(--on-ink);
}
.here .quiet {
  color: inherit;
}
.done,
.skipped {
  color: var(--ink-2);
}
.skipped {
  text-decoration: line-through;
}
</style>
