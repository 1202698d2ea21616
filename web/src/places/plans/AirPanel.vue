<script setup lang="ts">
/** The air of the salon, the way home and the night: by sensor, by forecast, by hand. */
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import { modeEnumValues } from '@/api/generated'
import type { Schemas } from '@/api/client'
import { useAir, useAirStandIn } from '@/api/crown'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import { percent, short } from '@/text/format'
import { figure, measure, unitName } from '@/text/measures'
import { percentOf, shareOf } from '@/wish/choices'
import type { WishDesk } from '@/wish/useWish'

const props = defineProps<{
  ambient: Schemas['AirOut'][]
  desk: WishDesk
}>()
const { t } = useI18n()
const air = useAir()
const standIn = useAirStandIn()

const WIDTH = 220
const HEIGHT = 44
const room = computed(() => air.data.value?.room)
const curve = computed(() => {
  const points = (room.value?.readings ?? []).map(
    (reading) => [new Date(reading.at).getTime(), reading.rh] as [number, number],
  )
  if (points.length < 2) return undefined
  const rhs = points.map(([, rh]) => rh)
  const low = Math.min(...rhs)
  const high = Math.max(...rhs)
  const x = scaleLinear([points[0]?.[0] ?? 0, points.at(-1)?.[0] ?? 1], [2, WIDTH - 2])
  const y = scaleLinear([low - 0.005, high + 0.005], [HEIGHT - 3, 3])
  const path = line<[number, number]>(
    ([at]) => x(at),
    ([, rh]) => y(rh),
  )(points)
  return { path: path ?? '', low: short(low * 100, 0), high: short(high * 100, 0) }
})

const own = (place: 'room' | 'home') => props.desk.wish.value[place] ?? {}
const airAt = (at: 'salon' | 'home') => props.ambient.find((air) => air.at === at)
</script>

<template>
  <section class="air">
    <h2>{{ t('dryplan.air') }}</h2>
    <ul>
      <li v-for="place in ambient" :key="place.at">
        <strong>{{ t(`dryplan.ats.${place.at}`) }}</strong>
        {{ measure(place.temp_c, '°C') }}, {{ percent(place.rh) }}
        <span class="quiet">
          {{ t('dryplan.dew', { dew: measure(place.dew_point_c, '°C') }) }} ·
          {{ place.source || t(`dryplan.by.${place.by}`) }}
        </span>
      </li>
    </ul>
    <div class="fields">
      <Amount
        :label="`${t('dryplan.ats.salon')} ${unitName('°C')}`"
        :model-value="own('room').temp_c ?? null"
        :placeholder="figure(airAt('salon')?.temp_c ?? 0, '°C')"
        name="room.temp_c"
        width="86px"
        @update:model-value="desk.patch({ room: { temp_c: $event } })"
      />
      <Amount
        :label="`${t('plan.rh')} %`"
        :model-value="percentOf(own('room').rh)"
        :placeholder="short((airAt('salon')?.rh ?? 0) * 100, 0)"
        name="room.rh"
        :instead="t('plan.rhRange')"
        width="86px"
        @update:model-value="desk.patch({ room: { rh: shareOf($event) } })"
      />
      <Amount
        :label="`${t('dryplan.homeTemp')} ${unitName('°C')}`"
        :model-value="own('home').temp_c ?? null"
        :placeholder="airAt('home') ? figure(airAt('home')?.temp_c ?? 0, '°C') : '–'"
        name="home.temp_c"
        width="86px"
        @update:model-value="desk.patch({ home: { temp_c: $event } })"
      />
      <Amount
        :label="`${t('dryplan.homeRh')} %`"
        :model-value="percentOf(own('home').rh)"
        :placeholder="airAt('home') ? short((airAt('home')?.rh ?? 0) * 100, 0) : '–'"
        name="home.rh"
        :instead="t('plan.rhRange')"
        width="86px"
        @update:model-value="desk.patch({ home: { rh: shareOf($event) } })"
      />
      <Amount
        :label="t('dryplan.journey')"
        unit="min"
        :model-value="desk.wish.value.journey_min ?? null"
        :placeholder="t('plan.usual')"
        name="journey_min"
        width="98px"
        @update:model-value="desk.patch({ journey_min: $event })"
      />
    </div>
    <div v-if="room && room.trust !== 'none'" class="sensor">
      <svg
        v-if="curve"
        :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
        role="img"
        :aria-label="t('air.chart', { low: curve.low, high: curve.high })"
      >
        <path :d="curve.path" />
      </svg>
      <p class="quiet" :class="{ wrong: room.trust !== 'good' }" role="status">
        {{ t('air.sensor') }}: {{ t(`air.trust.${room.trust}`) }}
      </p>
      <Choice
        v-if="room.simulated"
        :label="t('air.standIn')"
        :model-value="room.trust === 'good' ? 'good' : room.trust"
        :options="
          modeEnumValues.map((value) => ({
            value: value as string,
            text: t(`air.modes.${value}`),
          }))
        "
        @update:model-value="standIn.mutate($event as 'good')"
      />
    </div>
  </section>
</template>

<style scoped>
.air {
  margin-top: 14px;
  padding-top: 12px;
  border-top: 1px solid var(--line);
}
ul {
  margin: 4px 0 8px;
  padding: 0;
  list-style: none;
  font-size: 14px;
}
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
}
.sensor {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 6px 16px;
  margin-top: 12px;
}
.sensor svg {
  width: 220px;
  height: 44px;
  border-bottom: 1px solid var(--line);
}
.sensor path {
  fill: none;
  stroke: var(--water);
  stroke-width: 1.5px;
}
</style>
