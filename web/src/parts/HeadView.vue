<script setup lang="ts">
/** The parted client from the back or a side: what lies on the far side is not drawn. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { View } from '@/api/crown'

import { path, type Point } from './crownPaths'

const props = defineProps<{
  views: View[]
  radius: number
  side: 'back' | 'left' | 'right'
  picked?: number
  shades?: number[]
}>()
const emit = defineEmits<{ pick: [number: number] }>()
const { t } = useI18n()

const EDGE_CM = 0.5
const box = computed(() => {
  const r = props.radius + EDGE_CM
  return `${-r} ${-r} ${2 * r} ${2 * r}`
})
/** Numbers stand where most of a section is seen; slivers have none. */
const LEAST_CM2 = 1.6
const area = (points: Point[]) =>
  Math.abs(
    points.reduce((sum, [x, y], i) => {
      const [u, v] = points[(i + 1) % points.length] as Point
      return sum + x * v - u * y
    }, 0),
  ) / 2
const middle = (points: Point[]): Point => [
  points.reduce((sum, [x]) => sum + x, 0) / points.length,
  points.reduce((sum, [, y]) => sum + y, 0) / points.length,
]
const shapes = computed(() =>
  props.views.flatMap((view, place) =>
    view[props.side].map((points) => {
      const outline = points as Point[]
      return {
        number: view.number,
        place,
        outline,
        figure: area(outline) > LEAST_CM2 ? middle(outline) : undefined,
      }
    }),
  ),
)
</script>

<template>
  <svg :viewBox="box" role="img" :aria-label="t(`crown.views.${side}`)">
    <circle cx="0" cy="0" :r="radius" class="skull" />
    <g
      v-for="shape in shapes"
      :key="`${shape.number} ${shape.outline.length} ${shape.outline[0]}`"
      class="section"
      :class="{ picked: shape.number === picked }"
      @click="emit('pick', shape.number)"
    >
      <path :d="path(shape.outline)" class="area" />
      <path
        v-if="shades"
        :d="path(shape.outline)"
        class="shade"
        :style="{ opacity: shades[shape.place] }"
      />
      <text
        v-if="shape.figure"
        :x="shape.figure[0]"
        :y="-shape.figure[1] + 0.4"
        class="figure"
        :class="{ small: views.length > 30 }"
      >
        {{ shape.number }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
}
.skull {
  fill: var(--remind-ground);
  stroke: var(--line-strong);
  stroke-width: 0.08px;
}
.area {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 0.07px;
  stroke-linejoin: round;
}
.shade {
  fill: var(--water);
  pointer-events: none;
}
.section {
  cursor: pointer;
}
.picked .area {
  fill: var(--pick);
  stroke-width: 0.25px;
}
.figure {
  fill: var(--ink);
  font: 700 1.7px var(--display);
  text-anchor: middle;
  pointer-events: none;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 0.16px;
}
.figure.small {
  font-size: 1.1px;
}
</style>
