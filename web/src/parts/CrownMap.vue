<script setup lang="ts">
/** The client from above on the core's equal-area map: face up, as the specialist stands behind. */
import { computed, ref, useId, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Line } from '@/api/crown'
import type { Section } from '@/api/queries'
import { figure, measure, unitName } from '@/text/measures'

import { frame, path, type Point, shifted, stroke } from './crownPaths'

const props = defineProps<{
  sections: Section[]
  hairline: Point[]
  lines?: Line[]
  /** 0 to 1 for each section: how dark it is tinted. */
  shades?: number[]
  done?: number[]
  editable?: boolean
  /** Numbers, rods and letters as on paper, whatever is chosen. */
  printed?: boolean
  large?: boolean
}>()
const emit = defineEmits<{
  move: [line: Line, at: number]
  moved: []
  pick: [number: number]
}>()
const picked = defineModel<number>({ default: 1 })
const { t } = useI18n()
const svg = useTemplateRef('svg')
const text = useId()

const SIDE_CM = 0.6
const ABOVE_CM = 2.2
const box = computed(() => frame(props.hairline, SIDE_CM, ABOVE_CM))
const figureSize = computed(() => {
  const count = props.sections.length
  return count > 60 ? 0.72 : count > 20 ? 0.95 : 1.25
})
const arrow = computed(() =>
  props.sections.length > 60 ? 0.45 : props.sections.length > 24 ? 0.7 : 1,
)
const letter = (bundle: number) => String.fromCharCode(64 + bundle)

const described = computed(() =>
  t('plan.describeMap', {
    n: props.sections.length,
    list: props.sections
      .map((section) =>
        t('plan.describeSection', {
          n: section.number,
          zone: t(`hair.zones.${section.zone}`),
          grams: measure(section.grams, 'g'),
          lay: t(`plan.lay.${section.lay}`),
        }),
      )
      .join('. '),
  }),
)

function step(by: number) {
  const count = props.sections.length
  picked.value = ((picked.value - 1 + by + count) % count) + 1
}
function choose(number: number) {
  picked.value = number
  emit('pick', number)
}

/** Where the pointer is on the map [cm]. */
function place(event: PointerEvent): Point {
  const matrix = svg.value?.getScreenCTM()
  if (!matrix) return [0, 0]
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
  return [point.x, -point.y]
}
const held = ref<{ line: Line; from: Point }>()
const apex = (line: Line): Point | undefined =>
  (line.paths[0] as Point[] | undefined)?.reduce((low, point) => (point[1] < low[1] ? point : low))

function hold(line: Line, event: PointerEvent) {
  if (!props.editable) return
  const target = event.currentTarget as Element
  target.setPointerCapture(event.pointerId)
  held.value = { line, from: place(event) }
}
const within = (line: Line, at: number) =>
  Math.round(Math.min(line.high, Math.max(line.low, at)) * 10) / 10

function drag(event: PointerEvent) {
  if (!held.value) return
  const { line, from } = held.value
  emit('move', line, within(line, shifted(line.kind, line.at, from, place(event), apex(line))))
}
function drop() {
  if (held.value) emit('moved')
  held.value = undefined
}
const STEP = 0.3
const COARSE = 1.5
function nudge(line: Line, event: KeyboardEvent) {
  const across = line.kind === 'across'
  const more = across ? 'ArrowUp' : 'ArrowRight'
  const less = across ? 'ArrowDown' : 'ArrowLeft'
  if (event.key !== more && event.key !== less) return
  event.preventDefault()
  event.stopPropagation()
  const by = (event.key === more ? 1 : -1) * (event.shiftKey ? COARSE : STEP)
  emit('move', line, within(line, line.at + by))
  emit('moved')
}
const unit = (line: Line) => (line.kind === 'v' ? '°' : 'cm')
const lineName = (line: Line, place: number) =>
  t('crown.line', {
    n: place + 1,
    kind: t(`crown.kinds.${line.kind}`),
    at: figure(line.at, unit(line)),
    unit: unitName(unit(line)),
  })
</script>

<template>
  <figure :class="{ large, printed }">
    <svg
      ref="svg"
      :viewBox="`${box.left} ${box.top} ${box.width} ${box.height}`"
      role="group"
      :aria-label="t('plan.parting')"
      :aria-describedby="text"
      :tabindex="printed ? undefined : 0"
      @keydown.right.self.prevent="step(1)"
      @keydown.left.self.prevent="step(-1)"
      @keydown.enter.self.prevent="choose(picked)"
      @keydown.space.self.prevent="choose(picked)"
      @pointermove="drag"
      @pointerup="drop"
      @pointercancel="drop"
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
          <path d="M1 1L5 3L1 5" class="client" />
        </marker>
        <pattern id="ticked" width="0.6" height="0.6" patternUnits="userSpaceOnUse">
          <path d="M0 0.6L0.6 0" class="hatch" />
        </pattern>
      </defs>
      <text :x="0" :y="box.first - 1.25" class="place">{{ t('plan.face') }}</text>
      <path
        :d="`M-0.7 ${box.first - 0.35}L0 ${box.first - 0.95}L0.7 ${box.first - 0.35}`"
        class="nose"
      />
      <text :x="0" :y="box.last + 1.5" class="place">{{ t('plan.nape') }}</text>
      <g
        v-for="(section, place_) in sections"
        :key="section.key || section.number"
        class="section"
        :class="{ picked: !printed && section.number === picked, tinted: shades }"
        :data-section="section.number"
        @click="choose(section.number)"
      >
        <path :d="path(section.outline as Point[])" class="area" />
        <path
          v-if="shades"
          :d="path(section.outline as Point[])"
          class="shade"
          :style="{ opacity: shades[place_] }"
        />
        <path
          v-if="done?.includes(section.number)"
          :d="path(section.outline as Point[])"
          class="ticked"
        />
        <line
          :x1="stroke(section, arrow).from[0]"
          :y1="stroke(section, arrow).from[1]"
          :x2="stroke(section, arrow).to[0]"
          :y2="stroke(section, arrow).to[1]"
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
          <tspan v-if="section.bundle && sections.length <= 30" class="letter">
            {{ letter(section.bundle) }}
          </tspan>
        </text>
        <text
          v-if="section.rod_mm && sections.length <= 70"
          :x="section.centre[0]"
          :y="-(section.centre[1] ?? 0) - figureSize * 0.62"
          class="rod"
          :style="{ fontSize: `${figureSize * 0.62}px` }"
        >
          {{ figure(section.rod_mm, 'mm') }}
        </text>
      </g>
      <path :d="path(hairline)" class="hairline" />
      <g v-for="(line, at) in lines ?? []" :key="line.key">
        <g
          v-if="editable"
          class="line"
          :class="{ moved: line.moved, across: line.kind === 'across' }"
          tabindex="0"
          role="slider"
          :aria-label="lineName(line, at)"
          :aria-valuemin="line.low"
          :aria-valuemax="line.high"
          :aria-valuenow="line.at"
          :aria-orientation="line.kind === 'across' ? 'vertical' : 'horizontal'"
          :data-line="line.key"
          @pointerdown.stop="hold(line, $event)"
          @keydown="nudge(line, $event)"
        >
          <path
            v-for="(points, i) in line.paths"
            :key="i"
            :d="path(points as Point[], false)"
            class="grip"
          />
          <path
            v-for="(points, i) in line.paths"
            :key="`shown ${i}`"
            :d="path(points as Point[], false)"
            class="shown"
            :class="{ doubles: line.doubles }"
          />
        </g>
        <template v-else>
          <path
            v-for="(points, i) in line.doubles ? line.paths : []"
            :key="i"
            :d="path(points as Point[], false)"
            class="shown doubles"
          />
        </template>
      </g>
    </svg>
    <figcaption :id="text" class="sr">{{ described }}</figcaption>
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
  touch-action: pan-y;
}
.large svg {
  max-height: 590px;
  touch-action: none;
}
.printed svg {
  max-height: none;
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
.ticked {
  fill: url('#ticked');
  pointer-events: none;
}
.hatch {
  stroke: var(--ink-2);
  stroke-width: 0.08px;
}
.section {
  cursor: pointer;
}
.section:hover .area {
  fill: var(--remind-ground);
}
.printed .section {
  cursor: default;
}
.section.picked .area {
  stroke-width: 0.22px;
}
.section.picked:not(.tinted) .area {
  fill: var(--pick);
}
.section.picked .figure {
  text-decoration: underline;
  text-decoration-thickness: 0.12px;
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
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 0.16px;
  stroke-linejoin: round;
}
.letter {
  font-size: 0.7em;
  font-weight: 500;
}
.rod {
  fill: var(--ink-2);
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 0.12px;
}
.place {
  fill: var(--ink-2);
  font-size: 0.9px;
  text-anchor: middle;
}
.nose,
.client {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.14px;
}
.client {
  stroke: var(--ink-2);
  stroke-width: 1px;
}
.lay {
  stroke: var(--ink-2);
  stroke-width: 0.08px;
  stroke-dasharray: 0.18 0.18;
  pointer-events: none;
}
.line {
  cursor: ew-resize;
  outline: none;
}
.line.across {
  cursor: ns-resize;
}
.grip {
  fill: none;
  stroke: transparent;
  stroke-width: 0.9px;
}
.shown {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.1px;
  pointer-events: none;
}
.shown.doubles {
  stroke-dasharray: 0.5 0.28;
  stroke: var(--ink);
  stroke-width: 0.2px;
}
.line:hover .shown,
.line:focus-visible .shown {
  stroke: var(--water);
  stroke-width: 0.34px;
}
.line.moved .shown {
  stroke: var(--water);
  stroke-width: 0.24px;
}
</style>
