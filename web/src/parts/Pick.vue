<script setup lang="ts" generic="Value extends string | number">
/** One of many, from a list. */
import { ElOption, ElOptionGroup, ElSelect } from 'element-plus'
import { computed } from 'vue'

import Field from './Field.vue'

interface Option {
  value: Value
  text: string
  disabled?: boolean
}

const props = defineProps<{
  label: string
  name?: string
  hint?: string
  wrong?: string
  options?: readonly Option[]
  groups?: readonly { label: string; options: readonly Option[] }[]
  width?: string
  placeholder?: string
  hideLabel?: boolean
  clearable?: boolean
  disabled?: boolean
  filterable?: boolean
}>()
const value = defineModel<Value | undefined>()
const groups = computed(() => props.groups ?? [])
</script>

<template>
  <Field v-slot="{ id, invalid, described }" :label :name :hint :hide-label :wrong>
    <ElSelect
      :id="id"
      v-model="value"
      :aria-label="label"
      :aria-invalid="invalid"
      :aria-describedby="described"
      :placeholder="placeholder ?? ''"
      :clearable="clearable"
      :disabled="disabled"
      :filterable="filterable"
      :default-first-option="filterable"
      :style="{ width }"
      :class="{ bad: invalid }"
    >
      <ElOption
        v-for="option in options ?? []"
        :key="option.value"
        :value="option.value"
        :label="option.text"
        :disabled="option.disabled"
      />
      <ElOptionGroup v-for="group in groups" :key="group.label" :label="group.label">
        <ElOption
          v-for="option in group.options"
          :key="option.value"
          :value="option.value"
          :label="option.text"
        />
      </ElOptionGroup>
    </ElSelect>
  </Field>
</template>
