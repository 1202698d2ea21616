<script setup lang="ts">
/** An hour of the day in a table's cell: 10, 9:30, 1630 and 4pm are read, anything else is refused. */
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { clockText } from '@/text/format'
import { clockFrom } from '@/text/typed'

const props = defineProps<{
  label: string
  /** May be left blank. */
  optional?: boolean
}>()
const value = defineModel<string>({ required: true })
const { t } = useI18n()
const wrong = ref(false)

function typed(event: Event) {
  const text = (event.target as HTMLInputElement).value
  const hour = props.optional && !text.trim() ? '' : clockFrom(text)
  wrong.value = hour === undefined
  // What cannot be read stays as it was typed: the server refuses it, and nothing is lost.
  value.value = hour ?? text
}
</script>

<template>
  <input
    :value="clockText(value)"
    maxlength="8"
    :aria-label="label"
    :aria-invalid="wrong"
    :class="{ wrong }"
    :title="wrong ? t('app.noClock') : undefined"
    @change="typed"
  />
  <span v-if="wrong" class="wrong" role="alert">{{ t('app.noClock') }}</span>
</template>

<style scoped>
input {
  width: 74px;
  min-height: 32px;
  padding: 0 6px;
}
input.wrong {
  border-color: var(--caution);
}
span.wrong {
  display: block;
  font-size: 13px;
  white-space: normal;
}
</style>
