<script setup lang="ts">
/** A password, shown while the eye is held open. */
import { ElInput } from 'element-plus'

import Field from './Field.vue'

defineProps<{
  label: string
  name: string
  hint?: string
  /** Known to the browser, or one that is new. */
  fresh?: boolean
}>()
const value = defineModel<string>()
</script>

<template>
  <Field v-slot="{ id, invalid, described }" :label :name :hint>
    <ElInput
      :id="id"
      v-model="value"
      :aria-invalid="invalid"
      :aria-describedby="described"
      :class="{ bad: invalid }"
      :maxlength="200"
      type="password"
      show-password
      :autocomplete="fresh ? 'new-password' : 'current-password'"
    />
  </Field>
</template>
