<script setup lang="ts">
/** Share of water gone over time, with its band and the planned release on it. */
import { scaleLinear } from 'd3-scale'
import { area, line } from 'd3-shape'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { clock, percent, short, when } from '@/text/format'

import { hourOf } from '@/text/zone'

import ChartFrame from './ChartFrame.vue'
import Figures from './Figures.vue'

const props = defineProps<{
  drying: Schemas['Drying']
  /** A moment that is looked at [h]. */
  at?: number
  /** By the clock, where the plan has one. */
  times?: Schemas['Times'] | null
}>()
const { t } = useI18n()

const WIDTH = 370
const HEIGHT = 200
const STEPS_H = [3, 6, 12, 24, 48] as const
const MOST_TICKS = 7
const PAD = { left: 34, right: 12, top: 12, bottom: 26 }
type Point = [number, number]

const end = computed(() => (props.drying.curve.at(-1) as Point | undefined)?.[0] ?? 1)
const x = computed(() => scaleLinear([0, end.value], [PAD.left, WIDTH - PAD.right]))
const y = scaleLinear([0, 1], [HEIGHT - PAD.bottom, PAD.top])

const curve = computed(() =>
  line<Point>(
    (point) => x.value(point[0]),
    (point) => y(point[1]),
  )(props.drying.curve as Point[]),
)
const band = computed(() => {
  const slow = props.drying.low_curve as Point[]
  const fast = props.drying.high_curve as Point[]
  return area<number>()
    .x((i) => x.value(slow[i]?.[0] ?? 0))
    .y0((i) => y(slow[i]?.[1] ?? 0))
    .y1((i) => y(fast[i]?.[1] ?? 0))(slow.map((_, i) => i))
})
/** The same hours of the curve and of its band. */
const table = computed(() =>
  (props.drying.curve as Point[]).map(([hours, share], i) => ({
    hours,
    share,
    low: (props.drying.low_curve as Point[])[i]?.[1] ?? share,
    high: (props.drying.high_curve as Point[])[i]?.[1] ?? share,
  })),
)
const releaseX = computed(() => x.value(Math.min(props.drying.release_after_h, end.value)))
const anchor = computed(() => (releaseX.value > WIDTH * 0.55 ? 'end' : 'start'))
/** Nights, as far as the chart reaches. */
const nights = computed(() =>
  (props.times?.nights ?? [])
    .map(([from, to]) => [Number(from), Math.min(Number(to), end.value)] as const)
    .filter(([from, to]) => from < to),
)
const HOUR_MS = 3_600_000
/** An hour after shaping as it is told: by the clock, else as a number. */
const hourWord = (hours: number) => {
  if (props.times) return clock(new Date(Date.parse(props.times.shaped) + hours * HOUR_MS))
  return hours ? short(hours) : `0 ${t('plan.hours')}`
}
const safe = computed(() => props.drying.safe)
/** By the clock every quarter, half or whole day, at whole hours; else round numbers of hours. */
const ticks = computed(() => {
  if (!props.times) return x.value.ticks(6)
  const step = STEPS_H.find((hours) => end.value / hours <= MOST_TICKS) ?? STEPS_H.at(-1) ?? 24
  const shaped = new Date(props.times.shaped)
  const [hour, minute] = hourOf(shaped)
  const first = (step - ((hour + minute / 60) % step)) % step
  return Array.from(
    { length: Math.floor((end.value - first) / step) + 1 },
    (_, number) => first + number * step,
  )
})
const dryText = computed(() =>
  props.drying.h_to_dry === null
    ? t('plan.never')
    : t(props.drying.roots_last ? 'plan.rootsDryAt' : 'plan.dryAt', {
        hours: short(props.drying.h_to_dry),
      }),
)
</script>

<template>
  <ChartFrame name="drying">
    <svg
      :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
      role="img"
      :aria-label="
        t('plan.describeDrying', {
          odds: percent(drying.odds_dry),
          hours: short(drying.release_after_h),
          dry: drying.h_to_dry === null ? '–' : short(drying.h_to_dry),
        })
      "
    >
      <g v-for="([from, to], place) in nights" :key="from">
        <rect
          :x="x(from)"
          :width="x(to) - x(from)"
          :y="PAD.top - 6"
          :height="y(0) - PAD.top + 6"
          class="night"
        />
        <text v-if="!place" :x="(x(from) + x(to)) / 2" :y="y(0) - 6" class="tick middle">
          {{ t('plan.night_') }}
        </text>
      </g>
      <g v-for="share in [0.5, 1]" :key="share">
        <line :x1="PAD.left" :x2="WIDTH - PAD.right" :y1="y(share)" :y2="y(share)" class="grid" />
        <text :x="PAD.left - 6" :y="y(share) + 4" class="tick end">{{ percent(share) }}</text>
      </g>
      <path :d="band ?? ''" class="band" />
      <path :d="curve ?? ''" class="curve" />
      <line :x1="PAD.left" :x2="WIDTH - PAD.right" :y1="y(0)" :y2="y(0)" class="axis" />
      <g v-for="tick in ticks" :key="tick">
        <line :x1="x(tick)" :x2="x(tick)" :y1="y(0)" :y2="y(0) + 4" class="axis" />
        <text :x="x(tick)" :y="HEIGHT - 8" class="tick middle">
          {{ hourWord(tick) }}
        </text>
      </g>
      <line
        v-if="at !== undefined && at <= end"
        :x1="x(at)"
        :x2="x(at)"
        :y1="PAD.top - 6"
        :y2="y(0)"
        class="moment"
      />
      <g :class="safe ? 'safe' : 'unsafe'">
        <line :x1="releaseX" :x2="releaseX" :y1="PAD.top - 6" :y2="y(0)" class="release" />
        <text
          :x="releaseX + (anchor === 'end' ? -7 : 7)"
          :y="y(0) - 24"
          class="label"
          :text-anchor="anchor"
        >
          {{
            times?.release
              ? t('plan.releaseOn', {
                  moment: when(new Date(times.release), new Date(times.start)),
                })
              : t('plan.releaseAt', { hours: short(drying.release_after_h) })
          }}
        </text>
        <text
          :x="releaseX + (anchor === 'end' ? -7 : 7)"
          :y="y(0) - 8"
          class="label"
          :text-anchor="anchor"
        >
          {{ t('plan.odds', { odds: percent(drying.odds_dry) }) }}
        </text>
      </g>
    </svg>
    <p class="quiet">{{ dryText }}</p>
    <template #table>
      <Figures :label="t('plan.dryingHours')">
        <thead>
          <tr>
            <th class="n">{{ t('plan.hours') }}</th>
            <th class="n">{{ t('plan.waterGone') }}</th>
            <th class="n">{{ t('plan.eightInTen') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in table" :key="row.hours">
            <td class="n">{{ short(row.hours) }}</td>
            <td class="n">{{ percent(row.share) }}</td>
            <td class="n">{{ percent(row.low) }}–{{ percent(row.high) }}</td>
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
  height: auto;
}
.band {
  fill: var(--water-band);
}
.curve {
  fill: none;
  stroke: var(--water);
  stroke-width: 2px;
}
.night {
  fill: var(--ink);
  opacity: 0.08;
}
.grid {
  stroke: var(--line);
}
.axis {
  stroke: var(--ink-2);
}
.tick {
  fill: var(--ink-2);
  font-size: 11.5px;
}
.middle {
  text-anchor: middle;
}
.end {
  text-anchor: end;
}
.moment {
  stroke: var(--water);
  stroke-dasharray: 3 3;
}
.release {
  stroke-width: 2px;
}
.label {
  font-size: 12.5px;
  font-weight: 650;
  paint-order: stroke;
  stroke: var(--ground);
  stroke-width: 3px;
}
.safe .release {
  stroke: var(--ink);
}
.safe .label {
  fill: var(--ink);
}
.unsafe .release {
  stroke: var(--caution);
}
.unsafe .label {
  fill: var(--caution);
}
</style>
