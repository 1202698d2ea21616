<script setup lang="ts">
/**
 * A number with its unit; blank is nothing. What cannot be read is explained here and passed on as typed:
 * it must not be dropped in silence, and the server refuses it by name.
 */
import { ElInput } from 'element-plus'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import { readNumber } from '@/text/format'

import Field from './Field.vue'

const props = defineProps<{
  label: string
  name?: string
  unit?: string
  hint?: string
  wrong?: string
  instead?: string
  placeholder?: string
  width?: string
  hideLabel?: boolean
}>()
const value = defineModel<number | null>()
const { t } = useI18n()
const typed = ref(value.value?.toString() ?? '')
const unreadable = computed(() => Number.isNaN(readNumber(typed.value)))

watch(value, (now) => {
  if (now !== readNumber(typed.value)) typed.value = now?.toString() ?? ''
})

function take(text: string) {
  typed.value = text
  const number = readNumber(text)
  value.value = Number.isNaN(number) ? (text as unknown as number) : number
}
const message = computed(() =>
  unreadable.value ? t('app.notNumber', { typed: typed.value }) : props.wrong,
)
</script>

<template>
  <Field
    v-slot="{ id, invalid, described }"
    :label
    :name
    :hint
    :hide-label
    :instead
    :wrong="message"
  >
    <ElInput
      :id="id"
      :model-value="typed"
      inputmode="decimal"
      :placeholder="placeholder"
      :style="{ width: width ?? '120px' }"
      :aria-invalid="invalid"
      :aria-describedby="described"
      :class="{ bad: invalid }"
      autocomplete="off"
      @update:model-value="take"
    >
      <template v-if="unit" #suffix>{{ unit }}</template>
    </ElInput>
  </Field>
</template>
