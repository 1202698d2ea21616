<script setup lang="ts">
/**
 * A label, what is typed, and what is to be said of it: the hint, what was refused, what somebody
 * else made of it meanwhile.
 */
import { computed, useId } from 'vue'
import { useI18n } from 'vue-i18n'

import { useElsewhere } from '@/forms/elsewhere'
import { useClaim } from '@/forms/refusal'

const props = defineProps<{
  label: string
  /** Dotted name of the field, as the server refuses it. */
  name?: string
  hint?: string
  /** What is wrong before the server was asked. */
  wrong?: string
  /** Said in the place of what the server says, where it counts in another unit. */
  instead?: string
  hideLabel?: boolean
  /** Several inputs under one label. */
  group?: boolean
  /** How a value that somebody else typed is told. */
  worded?: (value: unknown) => string
}>()
const { t } = useI18n()
const id = useId()
const refused = useClaim(() => props.name)
const elsewhere = useElsewhere()

const message = computed(() => props.wrong ?? (refused.value && (props.instead ?? refused.value)))
const theirs = computed(() => (props.name ? elsewhere?.theirs(props.name) : undefined))
const theirWords = computed(() => {
  if (props.worded) return props.worded(theirs.value)
  return String(theirs.value ?? '') || t('app.blank')
})
const described = computed(() => (message.value || props.hint ? `${id}-note` : undefined))
</script>

<template>
  <div
    class="field"
    :role="group ? 'group' : undefined"
    :aria-labelledby="group ? `${id}-label` : undefined"
  >
    <span v-if="group" :id="`${id}-label`" class="label" :class="{ sr: hideLabel }">{{
      label
    }}</span>
    <label v-else :for="id" :class="{ sr: hideLabel }">{{ label }}</label>
    <slot :id="id" :invalid="Boolean(message)" :described="described" />
    <span v-if="message" :id="`${id}-note`" class="wrong" role="alert">{{ message }}</span>
    <span v-else-if="hint" :id="`${id}-note`" class="quiet">{{ hint }}</span>
    <span v-if="theirs !== undefined" class="theirs" role="status">
      {{ t('app.theirs', { value: theirWords }) }}
      <button class="plain" type="button" @click="elsewhere?.take(name ?? '')">
        {{ t('app.takeTheirs') }}
      </button>
    </span>
  </div>
</template>

<style scoped>
.theirs {
  padding: 2px 6px;
  border-left: 3px solid var(--ink);
  background: var(--remind-ground);
  font-size: 13px;
}
.theirs button {
  text-decoration: underline;
  text-underline-offset: 3px;
}
</style>
