<script setup lang="ts">
/** Odds as promised against what came: on the line they came true. */
import { scaleLinear } from 'd3-scale'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Promised } from '@/api/results'
import ChartFrame from '@/parts/ChartFrame.vue'
import Figures from '@/parts/Figures.vue'
import { percent } from '@/text/format'

const SIZE = 250
const PAD = { left: 40, right: 18, top: 10, bottom: 38 }
const TICKS = [0, 0.25, 0.5, 0.75, 1]

const props = defineProps<{ promised: Promised }>()
const { t } = useI18n()
const x = scaleLinear([0, 1], [PAD.left, SIZE - PAD.right])
const y = scaleLinear([0, 1], [SIZE - PAD.bottom, PAD.top])
const most = computed(() => Math.max(...props.promised.classes.map((one) => one.count)))
const size = (count: number) => 3 + 5 * Math.sqrt(count / most.value)
</script>

<template>
  <ChartFrame :title="t(`results.kinds.${promised.kind}`)" :name="`promised-${promised.kind}`">
    <svg
      :viewBox="`0 0 ${SIZE} ${SIZE}`"
      role="img"
      :aria-label="
        t('results.reliability', {
          promised: percent(promised.promised),
          came: percent(promised.came),
          n: promised.count,
        })
      "
    >
      <g v-for="tick in TICKS" :key="tick" class="tick">
        <line :x1="x(tick)" :x2="x(tick)" :y1="y(0)" :y2="y(0) + 4" />
        <line :x1="x(0) - 4" :x2="x(0)" :y1="y(tick)" :y2="y(tick)" />
        <text :x="x(tick)" :y="y(0) + 16" text-anchor="middle">{{ percent(tick) }}</text>
        <text :x="x(0) - 7" :y="y(tick) + 4" text-anchor="end">{{ percent(tick) }}</text>
      </g>
      <text :x="x(0.5)" :y="SIZE - 4" text-anchor="middle">{{ t('results.promised') }}</text>
      <line class="even" :x1="x(0)" :y1="y(0)" :x2="x(1)" :y2="y(1)" />
      <g v-for="row in promised.classes" :key="row.low">
        <line
          class="doubt"
          :x1="x(row.promised)"
          :x2="x(row.promised)"
          :y1="y(row.came_low)"
          :y2="y(row.came_high)"
        />
        <circle class="dot" :cx="x(row.promised)" :cy="y(row.came)" :r="size(row.count)" />
      </g>
    </svg>
    <template #table>
      <Figures>
        <thead>
          <tr>
            <th class="n">{{ t('results.promised') }}</th>
            <th class="n">{{ t('results.came') }}</th>
            <th class="n">{{ t('results.between') }}</th>
            <th class="n">{{ t('results.count') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in promised.classes" :key="row.low">
            <td class="n">{{ percent(row.promised) }}</td>
            <td class="n">{{ percent(row.came) }}</td>
            <td class="n">{{ percent(row.came_low) }}–{{ percent(row.came_high) }}</td>
            <td class="n">{{ row.count }}</td>
          </tr>
        </tbody>
      </Figures>
    </template>
  </ChartFrame>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 270px;
}
text {
  fill: var(--ink-2);
  font: 11px var(--text);
}
.tick line {
  stroke: var(--line-strong);
}
.even {
  stroke: var(--line-strong);
  stroke-dasharray: 4 4;
}
.doubt {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.dot {
  fill: var(--finish);
  stroke: var(--ink);
  stroke-width: 1.5;
}
</style>
