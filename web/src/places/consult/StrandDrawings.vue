<script setup lang="ts">
/** Strands of one length, computed from the helix of each pattern and drawn true to size. */
import { line } from 'd3-shape'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { percent } from '@/text/format'
import { measure } from '@/text/measures'

const props = defineProps<{ drawings: Schemas['Drawing'][] }>()
const chosen = defineModel<string | undefined>()
const { t } = useI18n()

const WIDTH = 62
const HEIGHT = 112
const PX_PER_MM = 1
/** Of every strand, stretched [cm]. */
const LENGTH_CM = 11

const path = line<number[]>(
  (point) => WIDTH / 2 + (point[0] ?? 0) * PX_PER_MM,
  (point) => 4 + (point[1] ?? 0) * PX_PER_MM,
)
const strands = computed(() =>
  props.drawings.map((drawing) => ({ ...drawing, d: path(drawing.points) ?? '' })),
)
</script>

<template>
  <div
    class="strands"
    role="group"
    :aria-label="t('consult.strands', { cm: measure(LENGTH_CM, 'cm') })"
  >
    <button
      v-for="strand in strands"
      :key="strand.pattern"
      type="button"
      :class="{ on: strand.pattern === chosen }"
      :aria-pressed="strand.pattern === chosen"
      @click="chosen = strand.pattern"
    >
      <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" :width="WIDTH" :height="HEIGHT" aria-hidden="true">
        <path :d="strand.d" />
      </svg>
      <b>{{ strand.pattern }}</b>
      <span class="quiet"
        >{{ measure(strand.curl_mm, 'mm') }}<br />−{{ percent(strand.shrinkage) }}</span
      >
    </button>
  </div>
  <p class="how quiet">{{ t('consult.strandsHow', { cm: measure(LENGTH_CM, 'cm') }) }}</p>
</template>

<style scoped>
.strands {
  display: grid;
  grid-template-columns: repeat(9, minmax(0, 1fr));
  gap: 4px;
  margin-top: 6px;
}
button {
  display: grid;
  justify-items: center;
  gap: 1px;
  min-width: 0;
  padding: 4px 0;
  border: 1px solid var(--line);
  background: var(--paper);
}
button.on {
  border-color: var(--ink);
  box-shadow: inset 0 -4px 0 var(--ink);
}
svg {
  max-width: 100%;
}
.how {
  text-align: left;
}
path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
  stroke-linejoin: round;
}
.quiet {
  font-size: 12px;
  line-height: 1.25;
  text-align: center;
}
</style>
