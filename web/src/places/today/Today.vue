<script setup lang="ts">
/** The day: who comes when, whose hands are needed, what has to be mended before it happens. */
import { onKeyStroke, useIntervalFn, useMediaQuery } from '@vueuse/core'
import { computed, nextTick, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRoute, useRouter } from 'vue-router'

import { type Booking, useBoard, useLiveDays, useMove } from '@/api/days'
import { useMay } from '@/api/staff'
import { provideRefusal } from '@/forms/refusal'
import Await from '@/parts/Await.vue'
import Choice from '@/parts/Choice.vue'
import { isTyping } from '@/parts/keys'
import PageHeader from '@/parts/PageHeader.vue'
import Refusals from '@/parts/Refusals.vue'
import { undoNote } from '@/parts/undoNote'
import { useInUrl } from '@/parts/useInUrl'
import { calendarDay, clock } from '@/text/format'
import { addDays, isoDay } from '@/text/zone'

import BookingPanel from './BookingPanel.vue'
import BeforeList from './BeforeList.vue'
import BookPanel from './BookPanel.vue'
import DayList from './DayList.vue'
import DayRow from './DayRow.vue'
import LoadLanes from './LoadLanes.vue'
import Flagged from '@/places/wear/Flagged.vue'
import Replan from './Replan.vue'
import { isBusy, isIn, wantsHands } from './now'
import { useAxis } from './useAxis'

const { t } = useI18n()
const may = useMay()
const now = ref(new Date())
useIntervalFn(() => (now.value = new Date()), 15_000)
const date = useInUrl<string>('date', isoDay(new Date()))
const zoom = useInUrl<'whole' | 'half'>('zoom', 'half')
const narrow = useMediaQuery('(max-width: 640px)')
const board = useBoard(date)
const move = useMove()
const refusal = provideRefusal(move.error)
const { lost } = useLiveDays()

const picked = ref<number>()
const booking = computed(() =>
  board.data.value?.bookings.find((other) => other.id === picked.value),
)
/** A plan that is to be booked, as its page sends it here. */
const route = useRoute()
const router = useRouter()
const toBook = computed(() => ({
  client: Number(route.query.client) || undefined,
  plan: Number(route.query.plan) || undefined,
}))
const booking_ = ref(Boolean(toBook.value.plan))
function booked() {
  booking_.value = false
  if (toBook.value.plan) void router.replace({ query: {} })
}
const isToday = computed(() => date.value === isoDay(now.value))
const go = (days: number) => {
  date.value = addDays(date.value, days)
  picked.value = undefined
}
onKeyStroke(['ArrowLeft', 'ArrowRight'], (event) => {
  if (isTyping(event) || event.altKey || event.target !== document.body) return
  go(event.key === 'ArrowLeft' ? -1 : 1)
})

const { midnight, minuteOf, at, nowMin, axis, share, hours } = useAxis(
  board.data,
  now,
  isToday,
  zoom,
)
const rows = computed(() => {
  const { first, last } = axis.value
  return (board.data.value?.bookings ?? []).filter(
    (one) => minuteOf(one.end) > first && minuteOf(one.start) < last,
  )
})
const clashing = computed(
  () => new Set((board.data.value?.clashes ?? []).flatMap((clash) => clash.bookings)),
)
const people = computed(() =>
  Object.fromEntries((board.data.value?.people ?? []).map((one) => [one.id, one.name])),
)
const odds = computed(() =>
  Object.fromEntries((board.data.value?.odds ?? []).map((one) => [one.booking, one])),
)
/** On paper the whole day stands. */
async function print() {
  zoom.value = 'whole'
  picked.value = undefined
  await nextTick()
  window.print()
}
const names = computed(() =>
  Object.fromEntries((board.data.value?.bookings ?? []).map((one) => [one.id, one.client_name])),
)
const finish = computed(() => {
  const ends = (board.data.value?.bookings ?? [])
    .filter((one) => !['cancelled', 'no_show'].includes(one.state))
    .map((one) => Date.parse(one.end))
  return ends.length ? clock(new Date(Math.max(...ends))) : ''
})
const inNow = (one: Booking) => isToday.value && isIn(one, now.value.getTime())
async function moved(one: Booking, start: Date, segment = 0) {
  const part = one.segments[segment]
  const was = segment ? part?.start : one.start
  const done = await move
    .mutateAsync({ pk: one.id, start: start.toISOString(), segment })
    .catch(() => undefined)
  if (!done || !was) return
  const said = segment
    ? t('today.stepMoved', { name: one.client_name, step: part?.title, at: clock(start) })
    : t('today.movedTo', { name: one.client_name, at: clock(start) })
  undoNote(said, t('app.undo'), () =>
    move.mutateAsync({ pk: one.id, start: was, segment }).catch(() => undefined),
  )
}
const replanning = ref(false)
</script>

<template>
  <PageHeader :title="calendarDay(date)">
    <template #about>
      <template v-if="board.data.value">
        {{
          t(
            'today.clients',
            { n: board.data.value.bookings.length },
            board.data.value.bookings.length,
          )
        }}
        <template v-if="finish"> · {{ t('today.finish', { at: finish }) }}</template>
      </template>
    </template>
    <div class="days">
      <button class="act" type="button" :aria-label="t('today.earlier')" @click="go(-1)">‹</button>
      <button v-if="!isToday" class="act" type="button" @click="date = isoDay(new Date())">
        {{ t('today.backToday') }}
      </button>
      <button class="act" type="button" :aria-label="t('today.later')" @click="go(1)">›</button>
    </div>
    <Choice
      v-if="!narrow"
      v-model="zoom"
      :label="t('today.day')"
      hide-label
      :options="[
        { value: 'half', text: t('today.half') },
        { value: 'whole', text: t('today.whole') },
      ]"
    />
    <RouterLink class="act" :to="`/week?date=${date}`">{{ t('today.week') }}</RouterLink>
    <button v-if="!narrow" class="act" type="button" @click="print">
      {{ t('today.print') }}
    </button>
    <button
      v-if="may.write('day-replan') && rows.length > 1"
      class="act"
      type="button"
      :disabled="replanning"
      @click="replanning = true"
    >
      {{ t('today.replan') }}
    </button>
    <button class="act main" type="button" @click="booking_ = !booking_">
      {{ t('today.book') }}
    </button>
  </PageHeader>
  <h1 class="on-paper" aria-hidden="true">{{ calendarDay(date) }}</h1>
  <p v-if="lost" class="quiet" role="status">{{ t('today.lost') }}</p>
  <Flagged v-if="isToday && may.read('remarks')" />
  <BookPanel
    v-if="booking_"
    :date="date"
    :of-head="toBook.client"
    :of-plan="toBook.plan"
    @done="booked"
  />
  <Refusals :refusal="refusal" />
  <Replan v-if="replanning" :date="date" :names="names" @done="replanning = false" />
  <Await
    v-slot="{ data }"
    :data="board.data.value"
    :error="board.error.value"
    @retry="board.refetch()"
  >
    <p v-if="data.closed" class="closed">{{ t('today.closed', { why: data.closed }) }}</p>
    <section v-if="data.clashes.length" class="wrongs" role="alert">
      <h2>{{ t('today.clashes') }}</h2>
      <p v-for="clash in data.clashes" :key="clash.text + clash.start">
        {{
          t('today.clash', {
            text: clash.text,
            from: clock(at(clash.start)),
            to: clock(at(clash.end)),
          })
        }}
      </p>
    </section>
    <p v-if="!data.bookings.length && !data.closed" class="nobody">{{ t('today.nobody') }}</p>

    <DayList
      v-if="narrow"
      v-slot="{ booking: one }"
      v-model="picked"
      :bookings="data.bookings"
      :now="now"
      :today="isToday"
    >
      <BookingPanel
        :booking="one"
        :odds="odds[one.id]"
        :why="data.why"
        @move="(start, segment) => moved(one, start, segment)"
      />
    </DayList>
    <div v-else-if="data.bookings.length" class="board">
      <div class="hours" aria-hidden="true">
        <span v-for="mark in hours" :key="mark" :style="{ left: share(mark) }">{{
          clock(at(mark))
        }}</span>
      </div>
      <div class="grid">
        <i v-for="mark in hours" :key="mark" class="hour" :style="{ left: share(mark) }" />
        <i
          v-if="isToday && nowMin > axis.first && nowMin < axis.last"
          class="now"
          :style="{ left: share(nowMin) }"
        />
      </div>
      <DayRow
        v-for="one in rows"
        :key="one.id"
        :booking="one"
        :midnight="midnight"
        :first="axis.first"
        :last="axis.last"
        :picked="picked === one.id"
        :people="people"
        :movable="one.state === 'booked' && may.write('booking-move')"
        :steps-movable="isBusy(one) && may.write('booking-move')"
        :clashes="clashing.has(one.id)"
        :odds="isBusy(one) ? odds[one.id] : undefined"
        :class="{ in: inNow(one), signal: isToday && wantsHands(one, now.getTime()) }"
        @pick="picked = one.id"
        @move="(start, segment) => moved(one, start, segment)"
      />
      <LoadLanes :board="data" :axis="axis" :at="at" :share="share" />
      <BookingPanel
        v-if="booking"
        :key="booking.id"
        :booking="booking"
        :odds="odds[booking.id]"
        :why="data.why"
        @move="(start, segment) => booking && moved(booking, start, segment)"
      />
    </div>

    <BeforeList :date="date" @pick="picked = $event" />
  </Await>
</template>

<style scoped>
.days {
  display: flex;
  gap: 4px;
}
.days .act {
  min-width: 40px;
  padding-inline: 10px;
}
.closed,
.nobody {
  margin: 8px 0;
}
.wrongs {
  margin: 8px 0;
  padding: 8px 14px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
}
.wrongs h2 {
  color: var(--caution);
}
.board {
  position: relative;
}
.hours {
  position: relative;
  height: 22px;
  margin-left: 190px;
  color: var(--ink-2);
  font-size: 12px;
}
.hours span {
  position: absolute;
  padding-left: 3px;
}
.grid {
  position: absolute;
  inset: 18px 0 0 190px;
  pointer-events: none;
}
.hour,
.now {
  position: absolute;
  inset: 0 auto 0 auto;
  border-left: 1px solid var(--line);
}
.now {
  z-index: 2;
  border-left: 2px solid var(--caution);
}
.board > .signal {
  background: color-mix(in oklab, var(--signal) 22%, var(--paper));
}
.on-paper {
  display: none;
}
@media print {
  .on-paper {
    display: block;
  }
  .days,
  .now,
  .board > .panel {
    display: none;
  }
  .board {
    print-color-adjust: exact;
  }
}
@media (max-width: 900px) {
  .hours,
  .grid {
    margin-left: 0;
    left: 130px;
  }
  .hours {
    left: 0;
    margin-left: 130px;
  }
}
</style>
