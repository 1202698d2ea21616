<script setup lang="ts">
/** A cycle: what is done in each section, and how much water is in its hair by then. */
import { scaleLinear } from 'd3-scale'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import WhyList from '@/parts/WhyList.vue'
import { short } from '@/text/format'
import { measure } from '@/text/measures'

const props = defineProps<{ cycle: Schemas['Cycle'] }>()
const { t } = useI18n()

const HEIGHT = 56
const BAR = 10
/** Less is not worth a number [min]. */
const LEAST_MIN = 0.05
const turns = computed(() => props.cycle.turns)
const most = computed(() =>
  Math.max(props.cycle.workable, ...turns.value.map(({ water }) => water)),
)
const y = computed(() => scaleLinear([0, most.value], [HEIGHT, 2]))
const width = computed(() => turns.value.length * BAR)
const wetted = computed(() => turns.value.filter(({ wetted_g }) => wetted_g > 0).length)
const described = computed(() =>
  [
    t('plan.cycle.describe', {
      first: short(turns.value[0]?.water ?? 0, 2),
      last: short(turns.value.at(-1)?.water ?? 0, 2),
    }),
    wetted.value ? t('plan.cycle.again', { n: wetted.value }, wetted.value) : '',
  ].join(' '),
)
const told = (turn: Schemas['Turn']) =>
  t(turn.wetted_g > 0 ? 'plan.cycle.wetted' : 'plan.cycle.turn', {
    n: turn.section,
    minutes: short(turn.waited_min, 0),
    water: short(turn.water, 2),
    grams: measure(turn.wetted_g, 'g'),
  })
</script>

<template>
  <div class="cycle">
    <section>
      <h3>{{ t('plan.cycle.acts') }}</h3>
      <ol>
        <li
          v-for="act in cycle.acts"
          :key="`${act.key} ${act.layer}`"
          :class="['fold', act.family]"
        >
          <WhyList v-if="act.reasons?.length" :reasons="act.reasons" :about="act.title">{{
            act.title
          }}</WhyList>
          <b v-else>{{ act.title }}</b>
          <span v-if="act.how" class="quiet">{{ act.how }}</span>
          <span v-if="act.min_each >= LEAST_MIN" class="quiet time">{{
            t('plan.cycle.minutes', { n: short(act.min_each, 1) })
          }}</span>
        </li>
      </ol>
    </section>
    <section v-if="cycle.workable > 0">
      <h3>{{ t('plan.cycle.turns') }}</h3>
      <svg :viewBox="`0 0 ${width} ${HEIGHT}`" preserveAspectRatio="none" role="img">
        <title>{{ described }}</title>
        <g v-for="(turn, place) in turns" :key="turn.section">
          <title>{{ told(turn) }}</title>
          <rect
            :x="place * BAR + 1"
            :y="y(turn.water)"
            :width="BAR - 2"
            :height="HEIGHT - y(turn.water)"
            class="water"
          />
          <rect
            v-if="turn.wetted_g > 0"
            :x="place * BAR + 1"
            :y="y(Math.min(most, turn.water + 0.04))"
            :width="BAR - 2"
            height="3"
            class="again"
          />
        </g>
        <line
          x1="0"
          :x2="width"
          :y1="y(cycle.workable)"
          :y2="y(cycle.workable)"
          class="least"
          vector-effect="non-scaling-stroke"
        />
      </svg>
      <p class="quiet">{{ described }}</p>
    </section>
  </div>
</template>

<style scoped>
.cycle {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(200px, 2fr);
  gap: 6px 28px;
  padding: 6px 0;
}
h3 {
  font: 700 15px var(--display);
}
ol {
  margin: 4px 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 10px;
  padding: 2px 0 2px 10px;
  border-left: 8px solid var(--fill);
}
li b {
  font-weight: 600;
}
.time {
  margin-left: auto;
}
svg {
  display: block;
  width: 100%;
  height: 64px;
  border-bottom: 2px solid var(--ink);
}
.water {
  fill: var(--cleanse);
}
.again {
  fill: var(--ink);
}
.least {
  stroke: var(--caution);
  stroke-dasharray: 4 3;
}
@media (max-width: 860px) {
  .cycle {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
