<script setup lang="ts">
/**
 * A number with its unit; blank is nothing. What cannot be read is explained here and passed on as typed:
 * it must not be dropped in silence, and the server refuses it by name.
 */
import { ElInput } from 'element-plus'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import { readNumber } from '@/text/format'
import { toMetric, typedMeasure, unitName } from '@/text/measures'

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
  hideUnit?: boolean
}>()
const value = defineModel<number | null>()
const { t } = useI18n()
/** The value as it is typed: metric outside of this field, in the unit of the salon within. */
const written = (metric: number | null | undefined) =>
  metric == null ? '' : typedMeasure(metric, props.unit)
function readMeasure(text: string) {
  const number = readNumber(text)
  return number === null ? null : toMetric(number, props.unit)
}
const typed = ref(written(value.value))
const unreadable = computed(() => Number.isNaN(readNumber(typed.value)))

watch(value, (now) => {
  if (now !== readMeasure(typed.value)) typed.value = written(now)
})

function take(text: string) {
  typed.value = text
  const number = readMeasure(text)
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
      <template v-if="unit && !hideUnit" #suffix>{{ unitName(unit) }}</template>
    </ElInput>
  </Field>
</template>
