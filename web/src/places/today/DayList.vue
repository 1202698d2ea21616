<script setup lang="ts">
/** The day on a phone: whose hands are needed next, then everybody in a list. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Booking } from '@/api/days'
import { clock, minutes } from '@/text/format'

import { MINUTE_MS, wantsHands } from './now'

const NEXT_MOST = 4
const NEXT_OF_ONE = 2

const props = defineProps<{
  bookings: Booking[]
  now: Date
  /** Whether the day is today. */
  today: boolean
}>()
/** The booking that is open. */
const picked = defineModel<number>()
defineSlots<{ default: (of: { booking: Booking }) => unknown }>()
const { t } = useI18n()

const lengthOf = (one: Booking) => (Date.parse(one.end) - Date.parse(one.start)) / MINUTE_MS
/** What wants hands next. */
const next = computed(() => {
  const moment = props.now.getTime()
  return props.bookings
    .flatMap((one) =>
      ['cancelled', 'no_show', 'done'].includes(one.state)
        ? []
        : one.segments
            .filter((part) => part.hands && Date.parse(part.end) > moment)
            .slice(0, NEXT_OF_ONE)
            .map((part) => ({ booking: one, part })),
    )
    .sort((a, b) => Date.parse(a.part.start) - Date.parse(b.part.start))
    .slice(0, NEXT_MOST)
})
</script>

<template>
  <section v-if="next.length && today" class="wants">
    <h2>{{ t('today.handsNext') }}</h2>
    <p v-for="want in next" :key="`${want.booking.id} ${want.part.index}`">
      {{
        t('today.handsAt', {
          at: clock(new Date(want.part.start)),
          who: want.booking.client_name,
          what: want.part.title,
        })
      }}
    </p>
  </section>
  <ol class="list">
    <li
      v-for="one in bookings"
      :key="one.id"
      :class="{ signal: today && wantsHands(one, now.getTime()) }"
    >
      <button class="plain" type="button" @click="picked = picked === one.id ? undefined : one.id">
        <b>{{ clock(new Date(one.start)) }}</b>
        <span>
          <b>{{ one.client_name }}</b>
          {{ one.title }}, {{ minutes(lengthOf(one)) }}
          <span class="quiet">{{ t(`today.states.${one.state}`) }}</span>
        </span>
      </button>
      <slot v-if="picked === one.id" :booking="one" />
    </li>
  </ol>
</template>

<style scoped>
.wants {
  margin: 8px 0;
  padding: 8px 12px;
  background: color-mix(in oklab, var(--signal) 22%, var(--paper));
}
.list {
  margin: 10px 0 0;
  padding: 0;
  list-style: none;
}
.list li {
  border-bottom: 1px solid var(--line);
}
.list li > .plain {
  display: flex;
  gap: 14px;
  width: 100%;
  min-height: 52px;
  padding: 6px 8px;
  text-align: left;
}
.list li > .plain > b {
  min-width: 58px;
  font: 700 18px var(--display);
}
.list span b {
  display: block;
}
.list .signal {
  background: color-mix(in oklab, var(--signal) 22%, var(--paper));
}
</style>
