<script setup lang="ts">
/**
 * A label, what is typed, and what is to be said of it: the hint, what was refused, what somebody
 * else made of it meanwhile.
 */
import { computed, useId } from 'vue'

import { useElsewhere } from '@/forms/elsewhere'
import { useClaim } from '@/forms/refusal'

import Term from './Term.vue'
import Theirs from './Theirs.vue'

const props = defineProps<{
  label: string
  /** Dotted name of the field, as the server refuses it. */
  name?: string
  hint?: string
  /** The word of the glossary that the label is. */
  term?: string
  /** What is wrong before the server was asked. */
  wrong?: string
  /** Said in the place of what the server says, where it counts in another unit. */
  instead?: string
  hideLabel?: boolean
  /** Several inputs under one label. */
  group?: boolean
  /** How a value that somebody else typed is shown. */
  worded?: (value: unknown) => string
}>()
const id = useId()
const refused = useClaim(() => props.name)
const elsewhere = useElsewhere()

const message = computed(() => props.wrong ?? (refused.value && (props.instead ?? refused.value)))
const theirs = computed(() => (props.name ? elsewhere?.theirs(props.name) : undefined))
const theirWords = computed(() =>
  props.worded ? props.worded(theirs.value) : String(theirs.value ?? ''),
)
const described = computed(() => (message.value || props.hint ? `${id}-note` : undefined))
</script>

<template>
  <div
    class="field"
    :role="group ? 'group' : undefined"
    :aria-labelledby="group ? `${id}-label` : undefined"
  >
    <span v-if="group" :id="`${id}-label`" class="label" :class="{ sr: hideLabel }">
      <Term v-if="term" :word="term">{{ label }}</Term>
      <template v-else>{{ label }}</template>
    </span>
    <label v-else :for="id" :class="{ sr: hideLabel }">{{ label }}</label>
    <slot :id="id" :invalid="Boolean(message)" :described="described" />
    <span v-if="message" :id="`${id}-note`" class="wrong" role="alert">{{ message }}</span>
    <span v-else-if="hint" :id="`${id}-note`" class="quiet">{{ hint }}</span>
    <Theirs v-if="theirs !== undefined" :value="theirWords" @take="elsewhere?.take(name ?? '')" />
  </div>
</template>
