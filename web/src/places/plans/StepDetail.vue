<script setup lang="ts">
/** One step in words: what the hands do, how long, and why. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import type { Edit, Step } from '@/api/queries'
import WhyList from '@/parts/WhyList.vue'
import { minutes, span } from '@/text/format'

import CycleView from './CycleView.vue'
import DetailFields from './DetailFields.vue'
import StepEdit from './StepEdit.vue'

const props = defineProps<{
  steps: Step[]
  editable?: boolean
  edits?: Edit[]
  /** Details of the steps that can be done in several ways. */
  details?: Schemas['DetailChoice'][]
}>()
const emit = defineEmits<{
  edit: [edits: Edit[]]
  detail: [change: Record<string, Schemas['DetailChoice']['chosen'] | null>]
}>()
const key = defineModel<string>({ required: true })
const { t } = useI18n()

const editing = ref(false)
const index = computed(() =>
  Math.max(
    0,
    props.steps.findIndex((other) => other.key === key.value),
  ),
)
const step = computed(() => props.steps[index.value])
const choices = computed(() =>
  (props.details ?? []).filter((choice) => choice.step === step.value?.key),
)

function move(by: number) {
  const next = props.steps[index.value + by]
  if (next) key.value = next.key
}
</script>

<template>
  <div v-if="step" class="detail" aria-live="polite">
    <button
      class="act"
      type="button"
      :aria-label="t('plan.prev')"
      :disabled="index === 0"
      @click="move(-1)"
    >
      ‹
    </button>
    <div class="what">
      <p>
        <b>{{ step.title }}</b>
        <WhyList :reasons="step.reasons" :about="step.title">{{
          minutes(step.hands_on_min)
        }}</WhyList>
        <span class="quiet">
          ({{ span(step.hands_on_low, step.hands_on_high, t('plan.to')) }})
          <template v-if="step.wait_min">
            {{ t('plan.waits', { minutes: minutes(step.wait_min), what: step.wait_title }) }},
            {{ t('plan.upTo', { minutes: minutes(step.wait_max_min) }) }}
          </template>
        </span>
      </p>
      <p class="how">{{ step.how }}</p>
      <p v-if="step.edited?.length" class="edited">
        {{ t('edit.byHand') }}: {{ step.edited.join('; ') }}
      </p>
      <CycleView v-if="step.cycle" :cycle="step.cycle" />
      <DetailFields
        v-if="editable && choices.length"
        :choices="choices"
        @change="(detail, manner) => emit('detail', { [detail]: manner })"
      />
      <StepEdit
        v-if="editable"
        :key="step.key"
        v-model:open="editing"
        :step="step"
        :steps="steps"
        :edits="edits ?? []"
        @edit="emit('edit', $event)"
      />
    </div>
    <button
      class="act"
      type="button"
      :aria-label="t('plan.next')"
      :disabled="index === steps.length - 1"
      @click="move(1)"
    >
      ›
    </button>
  </div>
</template>

<style scoped>
.detail {
  display: flex;
  align-items: center;
  gap: 14px;
  margin-top: 4px;
  padding: 3px 0;
  border-bottom: 1px solid var(--line);
  border-top: 1px solid var(--line);
}
.what {
  flex: 1;
  min-height: 42px;
}
b {
  margin-right: 6px;
  font: 700 16px var(--display);
}
.how {
  font-size: 14px;
}
.edited {
  font-size: 13px;
  font-weight: 650;
}
.detail > .act {
  width: 40px;
  padding: 0;
  font-size: 20px;
}
</style>
