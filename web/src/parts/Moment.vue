<script setup lang="ts">
/** A day, or a day with its hour; an empty one is null. */
import { ElDatePicker } from 'element-plus'
import { computed } from 'vue'

import { forPicker, fromPicker } from '@/text/zone'

import Field from './Field.vue'

const props = defineProps<{
  label: string
  name?: string
  hint?: string
  /** A calendar day as year-month-day; else a moment as the server writes it. */
  day?: boolean
  width?: string
  placeholder?: string
  hideLabel?: boolean
}>()
const value = defineModel<string | null>()
const shown = computed(() => {
  if (!value.value) return undefined
  return props.day ? value.value : forPicker(value.value)
})
function take(next: Date | string | null | undefined) {
  value.value = next instanceof Date ? fromPicker(next) : (next ?? null)
}
</script>

<template>
  <Field v-slot="{ id, invalid, described }" :label :name :hint :hide-label>
    <ElDatePicker
      :id="id"
      :model-value="shown"
      :type="day ? 'date' : 'datetime'"
      :format="day ? undefined : 'D MMM, HH:mm'"
      :value-format="day ? 'YYYY-MM-DD' : undefined"
      :placeholder="placeholder"
      :aria-label="label"
      :aria-invalid="invalid"
      :aria-describedby="described"
      :class="{ bad: invalid }"
      :style="{ width: width ?? '150px' }"
      @update:model-value="take"
    />
  </Field>
</template>
