<script setup lang="ts">
/** What is left of a bottle, and how much of it plans will take. Computed, never decoration. */
import { computed } from 'vue'

const props = defineProps<{ left: number; full?: number | null; planned?: number; low?: boolean }>()
/** Several bottles of a product stand on one scale. */
const most = computed(() => Math.max(props.full ?? 0, props.left, props.planned ?? 0, 1))
const left = computed(() => (100 * props.left) / most.value)
const planned = computed(() => (100 * Math.min(props.planned ?? 0, props.left)) / most.value)
</script>

<template>
  <span class="level" :class="{ low }" aria-hidden="true">
    <i :style="{ width: `${left}%` }" />
    <b :style="{ left: `${left - planned}%`, width: `${planned}%` }" />
  </span>
</template>

<style scoped>
.level {
  position: relative;
  display: block;
  height: 10px;
  border: 1px solid var(--line-strong);
  border-top: 0;
}
i {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--lay_in);
}
.low i {
  background: var(--caution);
}
b {
  position: absolute;
  top: 0;
  bottom: 0;
  background: repeating-linear-gradient(115deg, var(--lay_in-deep) 0 2px, transparent 2px 5px);
}
</style>
