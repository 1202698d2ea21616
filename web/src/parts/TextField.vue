<script setup lang="ts">
/** A line or some lines of text. */
import { ElInput } from 'element-plus'

import Field from './Field.vue'

defineProps<{
  label: string
  name?: string
  hint?: string
  wrong?: string
  maxlength: number
  rows?: number
  width?: string
  placeholder?: string
  hideLabel?: boolean
  inputmode?: 'numeric' | 'text'
  autofocus?: boolean
  /** What a browser may fill in. */
  autocomplete?: string
}>()
const value = defineModel<string>()
</script>

<template>
  <Field v-slot="{ id, invalid, described }" :label :name :hint :hide-label :wrong>
    <ElInput
      :id="id"
      v-model="value"
      :type="rows ? 'textarea' : 'text'"
      :rows="rows"
      :maxlength="maxlength"
      :placeholder="placeholder"
      :inputmode="inputmode"
      :autofocus="autofocus"
      :style="{ width }"
      :aria-invalid="invalid"
      :aria-describedby="described"
      :class="{ bad: invalid }"
      :autocomplete="autocomplete ?? 'off'"
    />
  </Field>
</template>
