<script setup lang="ts">
/** Along the bottom of every screen: who is in the salon, at which step, and for how long yet. */
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useBoard, useLiveDays, useSeats } from '@/api/days'
import { useMay } from '@/api/staff'
import { isoDay } from '@/text/zone'

import { countdown, isIn, placeOf } from './now'

const TICK_MS = 1000
/** Hands are wanted soon. */
const SOON_MS = 60_000

const { t } = useI18n()
const now = ref(new Date())
useIntervalFn(() => (now.value = new Date()), TICK_MS)
const today = computed(() => isoDay(now.value))
const board = useBoard(today)
useLiveDays()

const may = useMay()
const visits = useSeats(() => may.value.read('chairs'))
/** Whoever has a visit under way stands as the chair has it. */
const sitting = computed(() => {
  const at = now.value.getTime()
  return (visits.data.value ?? [])
    .filter((seat) => seat.state === 'running' || seat.timers.length)
    .map((seat) => {
      const timer = seat.timers[0]
      const least = timer ? Date.parse(timer.least_at) : undefined
      const over = timer?.most_at ? at > Date.parse(timer.most_at) : false
      const due = least !== undefined && at >= least
      return {
        key: `visit ${seat.visit}`,
        to: `/chair/${seat.visit}`,
        name: seat.client_name,
        what: timer ? timer.title : seat.step,
        left: least === undefined ? '' : due ? t('chair.now') : countdown(new Date(least), at),
        hands: due || !timer,
        over,
        order: least ?? at,
      }
    })
})
const planned = computed(() => {
  const at = now.value.getTime()
  const begun = new Set((visits.data.value ?? []).map((seat) => seat.plan))
  return (board.data.value?.bookings ?? [])
    .filter((booking) => isIn(booking, at) && !begun.has(booking.plan ?? 0))
    .flatMap((booking) => placeOf(booking, at) ?? [])
    .map((place) => ({
      key: `booking ${place.booking.id}`,
      to: place.booking.plan ? `/plans/${place.booking.plan}` : `/clients/${place.booking.client}`,
      name: place.booking.client_name,
      what: place.on ? place.segment.title : t('today.next', { what: place.segment.title }),
      left: countdown(place.until, at),
      hands: (place.on && place.segment.hands) || place.until.getTime() - at < SOON_MS,
      over: false,
      order: +place.until,
    }))
})
const seats = computed(() =>
  [...sitting.value, ...planned.value].sort(
    (a, b) =>
      Number(b.over) - Number(a.over) || Number(b.hands) - Number(a.hands) || a.order - b.order,
  ),
)
</script>

<template>
  <aside v-if="seats.length" class="bench" :aria-label="t('today.bench')">
    <RouterLink
      v-for="seat in seats"
      :key="seat.key"
      :to="seat.to"
      class="seat"
      :class="{ hands: seat.hands, over: seat.over }"
    >
      <span>
        <b>{{ seat.name }}</b>
        {{ seat.what }}
      </span>
      <span class="left" role="timer">{{ seat.left }}</span>
    </RouterLink>
  </aside>
</template>

<style scoped>
.bench {
  position: fixed;
  inset: auto 0 0;
  z-index: 20;
  display: flex;
  overflow-x: auto;
  background: var(--bench);
}
.seat {
  display: flex;
  flex: 0 1 230px;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  min-width: 150px;
  min-height: 44px;
  padding: 2px 14px 2px 18px;
  border-right: 1px solid color-mix(in oklab, var(--bench), var(--bench-ink) 25%);
  color: var(--bench-ink);
  font-size: 13px;
  line-height: 1.25;
  text-decoration: none;
}
.seat > span:first-child {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.seat b {
  overflow: hidden;
  text-overflow: ellipsis;
  display: block;
  font: 700 15px/1.1 var(--display);
}
.left {
  white-space: nowrap;
  font: 700 23px var(--display);
}
.over {
  background: var(--caution) !important;
  color: #fff !important;
}
.hands {
  background: var(--signal);
  color: var(--signal-ink);
}
@media print {
  .bench {
    display: none;
  }
}
</style>
