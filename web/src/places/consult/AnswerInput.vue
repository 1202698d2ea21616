<script setup lang="ts">
/** One answer: number, word, several words, text, day or list, as the question says. */
import { ElInput, ElOption, ElSelect } from 'element-plus'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import NameList from '@/parts/NameList.vue'
import { useWording } from '@/text/wording'

import type { Question, Value } from './consulting'

const props = defineProps<{
  question: Question
  label: string
  wrong?: string
  /** In a narrow place, a word is chosen from a list. */
  narrow?: boolean
}>()
const value = defineModel<Value | undefined>()
const { t } = useI18n()

const wording = useWording()
const text = (word: string) => wording(props.question.key, word)

const options = computed(() =>
  props.question.options.map((word) => ({ value: word, text: text(word) })),
)
const isNumber = computed(() => props.question.answer === 'number')
const asNumber = computed(() =>
  props.question.options.includes(String(value.value))
    ? null
    : ((value.value ?? null) as number | null),
)
const asWord = computed(() => {
  const word = String(value.value ?? '').toLowerCase()
  return props.question.options.includes(word) ? word : undefined
})
const asMany = computed(() =>
  Array.isArray(value.value)
    ? value.value
    : String(value.value ?? '')
        .split(', ')
        .filter(Boolean),
)

function toggle(word: string) {
  const many = asMany.value
  value.value = many.includes(word) ? many.filter((chosen) => chosen !== word) : [...many, word]
}

const timed = computed(() => props.question.unit === 's' && !props.narrow)

/** Seconds are timed with a thumb. */
const began = ref<number | null>(null)
function time() {
  if (began.value === null) {
    began.value = performance.now()
    return
  }
  value.value = Math.round((performance.now() - began.value) / 1000)
  began.value = null
}
</script>

<template>
  <div class="answer">
    <template v-if="isNumber">
      <Amount
        :label="label"
        hide-label
        :unit="question.unit"
        :hide-unit="narrow"
        :wrong="wrong"
        :model-value="asNumber"
        :width="narrow ? '84px' : timed ? '96px' : '160px'"
        @update:model-value="value = $event"
      />
      <button v-if="timed" class="act" type="button" @click="time">
        {{ began === null ? t('consult.time') : t('consult.stop') }}
      </button>
    </template>
    <ElSelect
      v-if="narrow && question.answer === 'choice'"
      :model-value="asWord"
      clearable
      :aria-label="label"
      placeholder="–"
      style="width: 84px"
      @update:model-value="value = $event ?? null"
    >
      <ElOption
        v-for="option in options"
        :key="option.value"
        :value="option.value"
        :label="option.text"
      />
    </ElSelect>
    <Choice
      v-else-if="question.options.length && question.answer !== 'many'"
      :label="label"
      hide-label
      clearable
      :options="options"
      :model-value="asWord"
      @update:model-value="value = $event ?? null"
    />
    <div v-if="question.answer === 'many'" class="many" role="group" :aria-label="label">
      <button
        v-for="option in options"
        :key="option.value"
        type="button"
        :class="{ on: asMany.includes(option.value), stop: question.kept === 'stop_sign' }"
        :aria-pressed="asMany.includes(option.value)"
        @click="toggle(option.value)"
      >
        {{ option.text }}
      </button>
    </div>
    <ElInput
      v-if="question.answer === 'text'"
      :model-value="String(value ?? '')"
      :aria-label="label"
      maxlength="300"
      class="text"
      @update:model-value="value = $event"
    />
    <ElInput
      v-if="question.answer === 'date'"
      type="date"
      :model-value="String(value ?? '')"
      :aria-label="label"
      style="width: 170px"
      @update:model-value="value = $event"
    />
    <NameList
      v-if="question.answer === 'list'"
      :model-value="asMany"
      :label="label"
      hide-label
      class="text"
      @update:model-value="value = $event ?? []"
    />
    <p v-if="wrong && !isNumber" class="wrong" role="alert">{{ wrong }}</p>
  </div>
</template>

<style scoped>
.answer {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
}
.text {
  width: min(420px, 100%);
}
.many {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.many button {
  min-height: 38px;
  padding: 0 12px;
  border: 1px solid var(--ink);
  background: var(--paper);
  font-weight: 600;
}
.many .on {
  background: var(--ink);
  color: var(--on-ink);
}
.many .stop {
  border-color: var(--caution);
  color: var(--caution);
}
.many .stop.on {
  background: var(--caution);
  color: var(--paper);
}
</style>
