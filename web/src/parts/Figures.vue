<script setup lang="ts">
/**
 * A table of figures. Where the page is too narrow for it, it scrolls by itself, or its rows stand as
 * blocks whose cells say what they are (`data-label`).
 */
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

defineProps<{
  /** Rows become blocks where the page is narrow. */
  stack?: boolean
  label?: string
  /** How many rows there are, where not all of them stand here. */
  rows?: number
}>()
const frame = ref<HTMLElement>()
const table = ref<HTMLElement>()
const outer = useElementSize(frame)
const inner = useElementSize(table)
/** What scrolls can be reached by the keyboard. */
const scrolls = computed(() => inner.width.value > outer.width.value + 1)
</script>

<template>
  <div
    ref="frame"
    class="frame"
    :class="{ stack }"
    :tabindex="scrolls ? 0 : undefined"
    :role="scrolls ? 'region' : undefined"
    :aria-label="scrolls ? label : undefined"
  >
    <table ref="table" class="figures" :aria-rowcount="rows">
      <slot />
    </table>
  </div>
</template>

<style scoped>
.frame {
  max-width: 100%;
  overflow-x: auto;
}
@media (max-width: 640px) {
  .stack :deep(thead) {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
  .stack :deep(tr) {
    display: grid;
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
  }
  .stack :deep(td) {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 8px;
    padding: 2px 12px !important;
    border: 0;
    text-align: left !important;
    white-space: normal;
    overflow-wrap: anywhere;
  }
  .stack :deep(td[data-label])::before {
    content: attr(data-label);
    color: var(--ink-2);
    font-size: 13px;
  }
  .stack :deep(td:empty) {
    display: none;
  }
}
</style>
