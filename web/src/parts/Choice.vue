<script setup lang="ts" generic="Value extends string | number">
/** One of a few, all in sight; where nothing may be chosen, choosing it again takes it back. */
import { useId } from 'vue'

import { useClaim } from '@/forms/refusal'

const props = defineProps<{
  label: string
  /** Dotted name of the field, as the server refuses it. */
  name?: string
  options: { value: Value; text: string }[]
  hideLabel?: boolean
  clearable?: boolean
}>()
const chosen = defineModel<Value>()
const group = useId()
const refused = useClaim(() => props.name)

function clear(value: Value, event: Event) {
  if (!props.clearable || value !== chosen.value) return
  event.preventDefault()
  chosen.value = undefined
}
</script>

<template>
  <fieldset class="choice">
    <legend :class="{ sr: hideLabel }">{{ label }}</legend>
    <div class="row">
      <label
        v-for="option in options"
        :key="option.value"
        :class="{ on: option.value === chosen }"
        @click="clear(option.value, $event)"
        @keydown.delete="clear(option.value, $event)"
      >
        <input v-model="chosen" class="sr" type="radio" :name="group" :value="option.value" />
        {{ option.text }}
      </label>
    </div>
    <p v-if="refused" class="wrong" role="alert">{{ refused }}</p>
  </fieldset>
</template>

<style scoped>
.choice {
  margin: 0;
  padding: 0;
  border: 0;
  min-width: 0;
}
legend {
  padding: 0;
  margin-bottom: 4px;
  font-size: 13px;
  color: var(--ink-2);
}
.row {
  display: inline-flex;
  flex-wrap: wrap;
  max-width: 100%;
  border: 1px solid var(--ink);
}
label {
  display: grid;
  place-items: center;
  min-height: 38px;
  min-width: 40px;
  padding: 0 12px;
  background: var(--paper);
  font-weight: 600;
  cursor: pointer;
  white-space: nowrap;
}
label + label {
  border-left: 1px solid var(--ink);
}
label.on {
  background: var(--ink);
  color: var(--on-ink);
}
label:focus-within {
  outline: 3px solid var(--ink);
  outline-offset: 2px;
}
</style>
