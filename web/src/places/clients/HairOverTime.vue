<script setup lang="ts">
/** What was measured, over time, on one axis; services are marks on it. */
import { extent } from 'd3-array'
import { scaleLinear, scaleTime } from 'd3-scale'
import { line } from 'd3-shape'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { useTimeline } from '@/api/queries'
import ChartFrame from '@/parts/ChartFrame.vue'
import Figures from '@/parts/Figures.vue'
import { day } from '@/text/format'
import { figure, measure, unitName } from '@/text/measures'
import { locale } from '@/text/region'

type Series = Schemas['Series']

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const timeline = useTimeline(() => props.client)

const WIDTH = 540
const ROW = 58
const LEFT = 134
const RIGHT = 54
const TOP = 10

const series = computed(() => timeline.data.value?.series ?? [])
const marks = computed(() => timeline.data.value?.services ?? [])
const drawn = computed(() => series.value.some((kept) => kept.points.length > 1))
const height = computed(() => TOP + series.value.length * ROW + 24)
const at = (iso: string) => new Date(iso)

const x = computed(() => {
  const times = [
    ...series.value.flatMap((kept) => kept.points.map((point) => at(point.at))),
    ...marks.value.map((mark) => at(mark.at)),
    new Date(),
  ]
  const [from = new Date(), to = new Date()] = extent(times) as [Date, Date]
  return scaleTime([from, to], [LEFT, WIDTH - RIGHT])
})
const months = computed(() => x.value.ticks(5))
const monthName = (date: Date) =>
  new Intl.DateTimeFormat(locale.value, { month: 'short' }).format(date)

const rows = computed(() =>
  series.value.map((kept, i) => {
    const values = kept.points.flatMap((point) => [
      point.value,
      point.low ?? point.value,
      point.high ?? point.value,
    ])
    const [low = 0, high = 1] = extent(values) as [number, number]
    const pad = Math.max((high - low) * 0.15, Math.abs(high) * 0.04, 0.5)
    const base = TOP + i * ROW
    const y = scaleLinear([low - pad, high + pad], [base + ROW - 14, base + 6])
    const places = kept.points.map((point) => ({
      cx: x.value(at(point.at)),
      cy: y(point.value),
      low: point.low === null ? null : y(point.low),
      high: point.high === null ? null : y(point.high),
      text: `${day(point.at)}: ${measure(point.value, kept.unit)}`,
    }))
    return {
      ...kept,
      base,
      places,
      last: kept.points.at(-1)?.value ?? 0,
      lastY: places.at(-1)?.cy ?? base,
      path: line<(typeof places)[number]>(
        (place) => place.cx,
        (place) => place.cy,
      )(places),
    }
  }),
)
const describe = (line: Series) =>
  t('time.describe', {
    what: t(`time.series.${line.key}`),
    list: line.points
      .map((point) => `${day(point.at)} ${measure(point.value, line.unit)}`)
      .join(', '),
  })
</script>

<template>
  <section v-if="series.length" class="time">
    <h2>{{ t('time.title') }}</h2>
    <p v-if="!drawn" class="quiet">{{ t('time.none') }}</p>
    <ChartFrame v-else name="hair">
      <svg
        :viewBox="`0 0 ${WIDTH} ${height}`"
        role="img"
        :aria-label="series.map(describe).join('. ')"
      >
        <g v-for="month in months" :key="+month">
          <line :x1="x(month)" :x2="x(month)" :y1="TOP" :y2="height - 20" class="grid" />
          <text :x="x(month)" :y="height - 6" class="tick">{{ monthName(month) }}</text>
        </g>
        <g v-for="mark in marks" :key="mark.visit" class="mark">
          <line :x1="x(at(mark.at))" :x2="x(at(mark.at))" :y1="TOP" :y2="height - 20" />
          <path :d="`M${x(at(mark.at)) - 4} ${height - 20}h8v-5h-8z`" />
          <title>{{ mark.title }}, {{ day(mark.at) }}</title>
        </g>
        <g v-for="row in rows" :key="row.key">
          <line
            :x1="0"
            :x2="WIDTH"
            :y1="row.base + ROW - 6"
            :y2="row.base + ROW - 6"
            class="grid"
          />
          <text x="0" :y="row.base + 24" class="name">{{ t(`time.series.${row.key}`) }}</text>
          <text x="0" :y="row.base + 40" class="tick start">{{ unitName(row.unit) }}</text>
          <path :d="row.path ?? ''" class="curve" />
          <g v-for="(place, i) in row.places" :key="i">
            <line
              v-if="place.low !== null && place.high !== null"
              :x1="place.cx"
              :x2="place.cx"
              :y1="place.low"
              :y2="place.high"
              class="span"
            />
            <rect :x="place.cx - 3" :y="place.cy - 3" width="6" height="6" class="dot" />
            <title>{{ place.text }}</title>
          </g>
          <text :x="WIDTH" :y="row.lastY + 5" class="last">{{ figure(row.last, row.unit) }}</text>
        </g>
      </svg>
      <template #table>
        <Figures :label="t('time.title')">
          <thead>
            <tr>
              <th>{{ t('time.day') }}</th>
              <th>{{ t('time.what') }}</th>
              <th class="n">{{ t('time.value') }}</th>
              <th class="n">{{ t('time.between') }}</th>
            </tr>
          </thead>
          <tbody>
            <template v-for="kept in series" :key="kept.key">
              <tr v-for="point in kept.points" :key="point.at">
                <td>{{ day(point.at) }}</td>
                <td>{{ t(`time.series.${kept.key}`) }}</td>
                <td class="n">{{ measure(point.value, kept.unit) }}</td>
                <td class="n">
                  <template v-if="point.low !== null && point.high !== null">
                    {{ figure(point.low, kept.unit) }}–{{ figure(point.high, kept.unit) }}
                  </template>
                </td>
              </tr>
            </template>
          </tbody>
        </Figures>
      </template>
    </ChartFrame>
    <p v-for="row in rows.filter((row) => row.note)" :key="row.key" class="quiet">
      {{ t(`time.series.${row.key}`) }}: {{ row.note }}
    </p>
  </section>
</template>

<style scoped>
.time {
  margin-top: 26px;
}
h2 {
  padding-bottom: 6px;
  border-bottom: 2px solid var(--ink);
}
svg {
  display: block;
  width: 100%;
  height: auto;
}
.grid {
  stroke: var(--line);
}
.tick {
  fill: var(--ink-2);
  font-size: 12px;
  text-anchor: middle;
}
.start {
  text-anchor: start;
}
.name {
  fill: var(--ink);
  font-size: 13.5px;
  font-weight: 650;
}
.curve {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.8;
}
.dot {
  fill: var(--ink);
}
.span {
  stroke: var(--line-strong);
  stroke-width: 2;
}
.last {
  fill: var(--ink);
  font: 700 14px var(--display);
  text-anchor: end;
}
.mark line {
  stroke: var(--shape-deep);
  stroke-dasharray: 2 4;
}
.mark path {
  fill: var(--shape-deep);
}
</style>
