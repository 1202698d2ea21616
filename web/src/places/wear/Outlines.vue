<script setup lang="ts">
/** Silhouettes of two pictures, one over the other at one scale, with a ruler beside them. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { measure } from '@/text/measures'

type Point = number[]
const props = defineProps<{ outlines: { id: number; about: string; points: Point[] }[] }>()
const { t } = useI18n()

const MARGIN_CM = 1
const RULER_CM = 5
const box = computed(() => {
  const all = props.outlines.flatMap((one) => one.points)
  const x = all.map((point) => point[0] ?? 0)
  const y = all.map((point) => point[1] ?? 0)
  const left = Math.min(...x) - MARGIN_CM
  const top = Math.min(...y) - MARGIN_CM
  const wide = Math.max(...x) + MARGIN_CM - left
  return { left, top, wide, high: Math.max(...y) + 2 * MARGIN_CM - top }
})
const path = (points: Point[]) => `M${points.map((point) => point.join(',')).join('L')}Z`
</script>

<template>
  <figure>
    <svg
      :viewBox="`${box.left} ${box.top} ${box.wide} ${box.high}`"
      role="img"
      :aria-label="t('looks.outlines', { list: outlines.map((one) => one.about).join('; ') })"
    >
      <path
        v-for="(one, at) in outlines"
        :key="one.id"
        :d="path(one.points)"
        :class="at ? 'later' : 'earlier'"
      />
      <path
        class="ruler"
        :d="`M${box.left + 0.4},${box.top + box.high - 0.9}v0.5h${RULER_CM}v-0.5`"
      />
      <text :x="box.left + RULER_CM + 0.8" :y="box.top + box.high - 0.4">
        {{ measure(RULER_CM, 'cm') }}
      </text>
    </svg>
    <figcaption>
      <span v-for="(one, at) in outlines" :key="one.id">
        <svg viewBox="0 0 30 10" aria-hidden="true">
          <path d="M0,5h30" :class="at ? 'later' : 'earlier'" />
        </svg>
        {{ one.about }}
      </span>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  max-width: 420px;
  margin: 0;
}
svg {
  display: block;
  width: 100%;
}
path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
}
.earlier {
  stroke-dasharray: 5 4;
}
.later {
  fill: color-mix(in srgb, var(--ink) 10%, transparent);
}
.ruler {
  stroke-width: 1px;
}
text {
  fill: var(--ink);
  font: 0.9px var(--text);
}
figcaption {
  display: grid;
  gap: 4px;
  margin-top: 6px;
}
figcaption span {
  display: flex;
  align-items: center;
  gap: 8px;
}
figcaption svg {
  flex: none;
  width: 30px;
}
</style>
