<script setup lang="ts">
/** Along the bottom of every screen: who is in the salon, at which step, and for how long yet. */
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useBoard, useLiveDays } from '@/api/days'
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

const seats = computed(() => {
  const at = now.value.getTime()
  return (board.data.value?.bookings ?? [])
    .filter((booking) => isIn(booking, at))
    .flatMap((booking) => placeOf(booking, at) ?? [])
    .map((place) => ({
      ...place,
      left: countdown(place.until, at),
      hands: (place.on && place.segment.hands) || place.until.getTime() - at < SOON_MS,
    }))
    .sort((a, b) => Number(b.hands) - Number(a.hands) || +a.until - +b.until)
})
</script>

<template>
  <aside v-if="seats.length" class="bench" :aria-label="t('today.bench')">
    <RouterLink
      v-for="seat in seats"
      :key="seat.booking.id"
      :to="seat.booking.plan ? `/plans/${seat.booking.plan}` : `/heads/${seat.booking.head}`"
      class="seat"
      :class="{ hands: seat.hands }"
    >
      <span>
        <b>{{ seat.booking.head_name }}</b>
        {{ seat.on ? seat.segment.title : t('today.next', { what: seat.segment.title }) }}
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
.seat b {
  display: block;
  font: 700 15px/1.1 var(--display);
}
.left {
  font: 700 23px var(--display);
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
