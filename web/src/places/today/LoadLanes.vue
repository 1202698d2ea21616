<script setup lang="ts">
/** Hands needed against hands there, and every station that is wanted, quarter by quarter. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Board } from '@/api/days'
import { clock } from '@/text/format'

const QUARTER_MIN = 15

const props = defineProps<{
  board: Board
  /** The first and the last minute that are shown. */
  axis: { first: number; last: number }
  /** The moment of a minute of the day. */
  at: (minute: number) => Date
  /** Where a minute stands on the axis. */
  share: (minute: number) => string
}>()
const { t } = useI18n()

const lanes = computed(() => {
  const { board: data, axis, at } = props
  const load = data.load.filter((one) => one.start >= axis.first && one.start < axis.last)
  const hands = {
    name: t('today.hands'),
    hands: true,
    most: Math.max(1, ...load.map((one) => Math.max(one.needed, one.present))),
    bars: load.map((one) => ({
      start: one.start,
      needed: one.needed,
      there: one.present,
      title: t('today.needed', {
        needed: one.needed,
        present: one.present,
        at: clock(at(one.start)),
      }),
    })),
  }
  const places = data.stations.map(({ station, count }) => ({
    name: t(`today.stations.${station}`),
    hands: false,
    most: count,
    bars: load.map((one) => {
      const needed = one.places[station] ?? 0
      return {
        start: one.start,
        needed,
        there: count,
        title: t('today.places', { needed, count, at: clock(at(one.start)) }),
      }
    }),
  }))
  return [hands, ...places.filter((lane) => lane.bars.some((bar) => bar.needed))]
})
</script>

<template>
  <div v-for="lane in lanes" :key="lane.name" class="load" :class="{ hands: lane.hands }">
    <b>{{ lane.name }}</b>
    <div class="bars">
      <span
        v-for="bar in lane.bars"
        :key="bar.start"
        :class="{ over: bar.needed > bar.there }"
        :style="{
          left: share(bar.start),
          width: `calc(${share(axis.first + QUARTER_MIN)} - 1px)`,
          height: `${Math.min(1, bar.needed / lane.most) * 100}%`,
        }"
        :title="bar.title"
      />
    </div>
  </div>
</template>

<style scoped>
.load {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr);
  align-items: end;
  margin-top: 3px;
}
.load b {
  padding-left: 8px;
  font: 600 13px/1.2 var(--text);
  color: var(--ink-2);
}
.load.hands {
  margin-top: 10px;
}
.load.hands b {
  font: 700 15px var(--display);
  color: var(--ink);
}
.load.hands .bars {
  height: 34px;
}
.bars {
  position: relative;
  height: 16px;
  border-bottom: 1px solid var(--ink-2);
}
.bars span {
  position: absolute;
  bottom: 0;
  background: var(--ink-2);
}
.bars .over {
  background: var(--caution);
}
@media (max-width: 900px) {
  .load {
    grid-template-columns: 130px minmax(0, 1fr);
  }
}
</style>
