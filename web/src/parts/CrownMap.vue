<script setup lang="ts">
/** The head from above on the core's equal-area map: face up, as the specialist stands behind. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Section } from '@/api/queries'
import { short } from '@/text/format'

const props = defineProps<{ sections: Section[]; hairline: [number, number][] }>()
const picked = defineModel<number>({ default: 1 })
const { t } = useI18n()

const MARGIN_CM = 2.2
type Point = readonly [number, number]

/** Map coordinates have the face at +y; the screen's y runs down. */
const path = (points: readonly Point[]) =>
  points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(2)} ${(-y).toFixed(2)}`).join('') + 'Z'

const box = computed(() => {
  const xs = props.hairline.map(([x]) => x)
  const ys = props.hairline.map(([, y]) => -y)
  const left = Math.min(...xs) - 0.6
  const top = Math.min(...ys) - MARGIN_CM
  return {
    left,
    top,
    width: Math.max(...xs) + 0.6 - left,
    height: Math.max(...ys) + MARGIN_CM - top,
    face: Math.min(...ys),
    nape: Math.max(...ys),
  }
})

/** A short stroke from the number in the direction the hair is laid. */
const stroke = (section: Section): { from: Point; to: Point } => {
  const [x, y] = section.centre as [number, number]
  const out = Math.hypot(x, y) || 1
  const ways: Record<string, Point> = {
    back: [0, 1],
    down: [x / out, -y / out],
    forward: [0, -1],
    left: [-1, 0],
    right: [1, 0],
  }
  const [dx, dy] = ways[section.lay] ?? [0, 1]
  return { from: [x + dx * 0.95, -y + dy * 0.95], to: [x + dx * 2.4, -y + dy * 2.4] }
}

const figureSize = computed(() => (props.sections.length > 20 ? 0.95 : 1.25))

const described = computed(() =>
  t('plan.describeMap', {
    n: props.sections.length,
    list: props.sections
      .map((section) =>
        t('plan.describeSection', {
          n: section.number,
          zone: t(`hair.zones.${section.zone}`),
          grams: short(section.grams),
          lay: t(`plan.lay.${section.lay}`),
        }),
      )
      .join('. '),
  }),
)

function move(by: number) {
  const count = props.sections.length
  picked.value = ((picked.value - 1 + by + count) % count) + 1
}
</script>

<template>
  <figure>
    <svg
      :viewBox="`${box.left} ${box.top} ${box.width} ${box.height}`"
      role="group"
      :aria-label="t('plan.parting')"
      aria-describedby="crown-map-text"
      tabindex="0"
      @keydown.right.prevent="move(1)"
      @keydown.left.prevent="move(-1)"
    >
      <defs>
        <marker
          id="lay"
          viewBox="0 0 6 6"
          refX="5"
          refY="3"
          markerWidth="7"
          markerHeight="7"
          orient="auto"
        >
          <path d="M1 1L5 3L1 5" class="head" />
        </marker>
      </defs>
      <text :x="0" :y="box.face - 1.25" class="place">{{ t('plan.face') }}</text>
      <path
        :d="`M-0.7 ${box.face - 0.35}L0 ${box.face - 0.95}L0.7 ${box.face - 0.35}`"
        class="nose"
      />
      <text :x="0" :y="box.nape + 1.5" class="place">{{ t('plan.nape') }}</text>
      <g
        v-for="section in sections"
        :key="section.number"
        class="section"
        :class="{ picked: section.number === picked }"
        @click="picked = section.number"
      >
        <path :d="path(section.outline as Point[])" class="area" />
        <line
          :x1="stroke(section).from[0]"
          :y1="stroke(section).from[1]"
          :x2="stroke(section).to[0]"
          :y2="stroke(section).to[1]"
          class="lay"
          marker-end="url(#lay)"
        />
        <text
          :x="section.centre[0]"
          :y="-(section.centre[1] ?? 0) + figureSize * 0.36"
          class="figure"
          :style="{ fontSize: `${figureSize}px` }"
        >
          {{ section.number }}
        </text>
      </g>
      <path :d="path(hairline)" class="hairline" />
    </svg>
    <figcaption id="crown-map-text" class="sr">{{ described }}</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  display: block;
  width: 100%;
  height: 100%;
  max-height: 310px;
}
.area {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 0.07px;
  stroke-linejoin: round;
}
.section {
  cursor: pointer;
}
.section:hover .area {
  fill: var(--remind-ground);
}
.section.picked .area {
  fill: var(--pick);
}
.hairline {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.16px;
  pointer-events: none;
}
.figure {
  fill: var(--ink);
  font-family: var(--display);
  font-weight: 700;
  text-anchor: middle;
}
.place {
  fill: var(--ink-2);
  font-size: 0.9px;
  text-anchor: middle;
}
.nose,
.head {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.14px;
}
.head {
  stroke: var(--ink-2);
  stroke-width: 1px;
}
.lay {
  stroke: var(--ink-2);
  stroke-width: 0.08px;
  stroke-dasharray: 0.18 0.18;
}
</style>
