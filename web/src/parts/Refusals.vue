<script setup lang="ts">
/** What was refused and no field in sight shows; and what failed without a word. */
import { computed } from 'vue'

import type { Refusal } from '@/forms/refusal'

import Problem from './Problem.vue'

const props = defineProps<{ refusal: Refusal }>()
const emit = defineEmits<{ retry: [] }>()
const rest = computed(() => props.refusal.rest.value)
const failure = computed(() => props.refusal.failure.value)
</script>

<template>
  <p v-for="problem in rest" :key="problem.field" class="wrong" role="alert">
    {{ problem.message }}
    <slot :problem="problem" />
  </p>
  <Problem v-if="failure" :error="failure" @retry="emit('retry')" />
</template>
