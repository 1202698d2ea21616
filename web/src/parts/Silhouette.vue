<script setup lang="ts">
/** Hair from the front, drawn from its numbers: an outline, locks in it, landmarks beside it. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { percent, short } from '@/text/format'
import { figure, measure } from '@/text/measures'

type Point = readonly [number, number]

const props = defineProps<{
  moment: Schemas['Moment']
  /** What is kept of the set: curl, or stretch. */
  keptOf?: 'curl' | 'stretch' | null
  marks: Schemas['DownTo'][]
  halfWidth: number
  chin: number
  depth: number
  reach: number
  above: number
}>()
const { t } = useI18n()

const path = (points: readonly Point[], mirror = false) =>
  points.map(([x, y], i) => `${i ? 'L' : 'M'}${mirror ? -x : x} ${y}`).join('')
const outline = computed(() => `${path(props.moment.outline as Point[])}Z`)
const locks = computed(() => props.moment.strands as Point[][])
/** Face, neck and shoulders in three strokes; nobody in particular. */
const NECK = 0.46
const HAIRLINE_CM = 4.6
const face = computed(() => {
  const w = props.halfWidth
  const below = `M${-w} 11C${-w} 17 ${-w * 0.62} ${props.chin} 0 ${props.chin}C${w * 0.62} ${props.chin} ${w} 17 ${w} 11`
  return `${below}C${w} 7.6 ${w * 0.62} ${HAIRLINE_CM} 0 ${HAIRLINE_CM}C${-w * 0.62} ${HAIRLINE_CM} ${-w} 7.6 ${-w} 11Z`
})
const body = computed(() => {
  const n = props.halfWidth * NECK
  const shoulder = props.marks.find((mark) => mark.name === 'shoulder')?.down_cm ?? props.chin + 8
  return [1, -1]
    .map(
      (side) =>
        `M${side * n} ${props.chin - 2.4}C${side * n} ${shoulder - 3} ${side * n * 1.6} ${shoulder - 2} ${side * props.halfWidth * 1.75} ${shoulder + 1}`,
    )
    .join('')
})
const message = computed(() =>
  t('look.describe', {
    when: t(`look.moments.${props.moment.key}`),
    length: measure(props.moment.length_cm, 'cm'),
    landmark: props.moment.landmark,
    litres: short(props.moment.volume_l),
    breadth: measure(props.moment.breadth_cm, 'cm', 0),
    share: percent(props.moment.definition),
  }),
)
</script>

<template>
  <figure>
    <svg
      :viewBox="`${-reach - 9} ${-above} ${2 * reach + 9.5} ${depth + above}`"
      role="img"
      :aria-label="message"
    >
      <g v-for="mark in marks" :key="mark.name" class="mark">
        <line :x1="-reach - 1" :x2="reach" :y1="mark.down_cm" :y2="mark.down_cm" />
        <text :x="-reach - 8.8" :y="mark.down_cm + 0.8">{{ t(`look.marks.${mark.name}`) }}</text>
      </g>
      <path :d="outline" class="hair" />
      <path :d="body" class="stroke" />
      <path :d="face" class="face" />
      <g class="locks" :style="{ opacity: 0.35 + 0.6 * moment.definition }">
        <template v-for="(lock, i) in locks" :key="i">
          <path :d="path(lock)" />
          <path :d="path(lock, true)" />
        </template>
      </g>
      <line
        :x1="-reach + 1"
        :x2="reach"
        :y1="moment.length_cm"
        :y2="moment.length_cm"
        class="sits"
      />
    </svg>
    <figcaption>
      <b>{{ t(`look.moments.${moment.key}`) }}</b>
      <span class="big">{{ t('look.length', { length: measure(moment.length_cm, 'cm') }) }}</span>
      <span>{{ moment.landmark }}</span>
      <span class="quiet">
        {{
          t('look.range', {
            low: figure(moment.length_low, 'cm'),
            high: figure(moment.length_high, 'cm'),
          })
        }}
        · {{ t('look.volume', { litres: short(moment.volume_l) }) }} ·
        {{ t('look.breadth', { cm: measure(moment.breadth_cm, 'cm', 0) }) }} ·
        {{ t('look.defined', { share: percent(moment.definition) }) }}
        <template v-if="moment.kept != null && moment.day && keptOf">
          · {{ t(`look.kept.${keptOf}`, { share: short(moment.kept, 0) }) }}</template
        >
      </span>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  display: block;
  width: 100%;
  max-height: 440px;
}
.hair {
  fill: var(--pick);
  stroke: var(--ink);
  stroke-width: 0.22px;
  stroke-linejoin: round;
}
.face {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 0.2px;
}
.stroke {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.2px;
}
.locks path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.16px;
  stroke-linejoin: round;
}
.mark line {
  stroke: var(--line-strong);
  stroke-width: 0.08px;
  stroke-dasharray: 0.5 0.5;
}
.mark text {
  fill: var(--ink-2);
  font-size: 2.3px;
}
.sits {
  stroke: var(--water);
  stroke-width: 0.22px;
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 10px;
}
.big {
  font: 700 20px var(--display);
}
.quiet {
  width: 100%;
}
</style>
