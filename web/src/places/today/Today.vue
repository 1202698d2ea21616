<script setup lang="ts">
/** The day: who comes when, whose hands are needed, what has to be mended before it happens. */
import { onKeyStroke, useIntervalFn, useMediaQuery } from '@vueuse/core'
import { computed, nextTick, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRoute, useRouter } from 'vue-router'

import { type Booking, useBefore, useBoard, useLiveDays, useMove } from '@/api/days'
import { useMay } from '@/api/staff'
import { provideRefusal } from '@/forms/refusal'
import Await from '@/parts/Await.vue'
import Choice from '@/parts/Choice.vue'
import { isTyping } from '@/parts/keys'
import PageHeader from '@/parts/PageHeader.vue'
import Refusals from '@/parts/Refusals.vue'
import { undoNote } from '@/parts/undoNote'
import { useInUrl } from '@/parts/useInUrl'
import { calendarDay, clock, minutes } from '@/text/format'
import { addDays, isoDay } from '@/text/zone'

import BookingPanel from './BookingPanel.vue'
import BookPanel from './BookPanel.vue'
import DayRow from './DayRow.vue'
import Flagged from '@/places/wear/Flagged.vue'
import Replan from './Replan.vue'
import { isBusy, isIn, MINUTE_MS, placeOf } from './now'

const HOUR_MIN = 60
const HALF_MIN = 6 * HOUR_MIN
/** Of a half day about now, so much is gone by. */
const BEFORE_MIN = 2 * HOUR_MIN

const { t } = useI18n()
const may = useMay()
const now = ref(new Date())
useIntervalFn(() => (now.value = new Date()), 15_000)
const date = useInUrl<string>('date', isoDay(new Date()))
const zoom = useInUrl<'whole' | 'half'>('zoom', 'half')
const narrow = useMediaQuery('(max-width: 640px)')
const board = useBoard(date)
const before = useBefore(date)
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

const midnight = computed(() => new Date(board.data.value?.midnight ?? 0))
const minuteOf = (at: Date | string) =>
  (new Date(at).getTime() - midnight.value.getTime()) / MINUTE_MS
const nowMin = computed(() => minuteOf(now.value))
/** The axis: opening to closing and whoever stays longer; half a day about now. */
const axis = computed(() => {
  const data = board.data.value
  if (!data) return { first: 0, last: 1 }
  const starts = data.bookings.map((one) => minuteOf(one.start))
  const ends = data.bookings.map((one) => minuteOf(one.end))
  const first = Math.floor(Math.min(data.open_min || 540, ...starts) / HOUR_MIN) * HOUR_MIN
  const last = Math.ceil(Math.max(data.close_min || 1140, ...ends) / HOUR_MIN) * HOUR_MIN
  if (zoom.value === 'whole') return { first, last }
  const begins = isToday.value ? nowMin.value - BEFORE_MIN : Math.min(...starts, last) - HOUR_MIN
  const from = Math.floor(Math.max(first, Math.min(begins, last - HALF_MIN)) / 30) * 30
  return { first: from, last: from + HALF_MIN }
})
const share = (minute: number) =>
  `${((minute - axis.value.first) / (axis.value.last - axis.value.first)) * 100}%`
const hours = computed(() => {
  const marks = []
  for (let at = axis.value.first; at < axis.value.last; at += HOUR_MIN) marks.push(at)
  return marks
})
const at = (minute: number) => new Date(midnight.value.getTime() + minute * MINUTE_MS)
const rows = computed(() => {
  const { first, last } = axis.value
  return (board.data.value?.bookings ?? []).filter(
    (one) => minuteOf(one.end) > first && minuteOf(one.start) < last,
  )
})
/** Hands needed against hands there, and every station that is wanted, quarter by quarter. */
const lanes = computed(() => {
  const data = board.data.value
  if (!data) return []
  const load = data.load.filter(
    (one) => one.start >= axis.value.first && one.start < axis.value.last,
  )
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
/** What wants hands next, for whoever looks at a phone. */
const wants = computed(() => {
  const moment = now.value.getTime()
  return (board.data.value?.bookings ?? [])
    .flatMap((one) =>
      ['cancelled', 'no_show', 'done'].includes(one.state)
        ? []
        : one.segments
            .filter((part) => part.hands && Date.parse(part.end) > moment)
            .slice(0, 2)
            .map((part) => ({ booking: one, part })),
    )
    .sort((a, b) => Date.parse(a.part.start) - Date.parse(b.part.start))
    .slice(0, 4)
})
const inNow = (one: Booking) => isToday.value && isIn(one, now.value.getTime())
const wantsHands = (one: Booking) => {
  const place = placeOf(one, now.value.getTime())
  return isToday.value && place?.on && place.segment.hands
}

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

    <template v-if="narrow">
      <section v-if="wants.length && isToday" class="wants">
        <h2>{{ t('today.handsNext') }}</h2>
        <p v-for="want in wants" :key="`${want.booking.id} ${want.part.index}`">
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
        <li v-for="one in data.bookings" :key="one.id" :class="{ signal: wantsHands(one) }">
          <button
            class="plain"
            type="button"
            @click="picked = picked === one.id ? undefined : one.id"
          >
            <b>{{ clock(new Date(one.start)) }}</b>
            <span>
              <b>{{ one.client_name }}</b>
              {{ one.title }}, {{ minutes(minuteOf(one.end) - minuteOf(one.start)) }}
              <span class="quiet">{{ t(`today.states.${one.state}`) }}</span>
            </span>
          </button>
          <BookingPanel
            v-if="picked === one.id"
            :booking="one"
            :odds="odds[one.id]"
            :why="data.why"
            @move="(start, segment) => moved(one, start, segment)"
          />
        </li>
      </ol>
    </template>

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
        :class="{ in: inNow(one), signal: wantsHands(one) }"
        @pick="picked = one.id"
        @move="(start, segment) => moved(one, start, segment)"
      />
      <div v-for="lane in lanes" :key="lane.name" class="load" :class="{ hands: lane.hands }">
        <b>{{ lane.name }}</b>
        <div class="bars">
          <span
            v-for="bar in lane.bars"
            :key="bar.start"
            :class="{ over: bar.needed > bar.there }"
            :style="{
              left: share(bar.start),
              width: `calc(${share(axis.first + 15)} - 1px)`,
              height: `${Math.min(1, bar.needed / lane.most) * 100}%`,
            }"
            :title="bar.title"
          />
        </div>
      </div>
      <BookingPanel
        v-if="booking"
        :key="booking.id"
        :booking="booking"
        :odds="odds[booking.id]"
        :why="data.why"
        @move="(start, segment) => booking && moved(booking, start, segment)"
      />
    </div>

    <section class="before">
      <h2>{{ t('today.before') }}</h2>
      <p v-if="before.data.value && !before.data.value.length" class="quiet">
        {{ t('today.allWell') }}
      </p>
      <ul>
        <li v-for="(line, n) in before.data.value ?? []" :key="n" :class="line.severity">
          <RouterLink v-if="line.to !== '/'" :to="line.to">{{ line.text }}</RouterLink>
          <button v-else class="plain" type="button" @click="picked = line.booking ?? picked">
            {{ line.text }}
          </button>
        </li>
      </ul>
    </section>
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
.before {
  margin-top: 22px;
  max-width: 860px;
}
.before ul {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
}
.before li {
  padding: 5px 0 5px 12px;
  border-left: 4px solid var(--line-strong);
  border-bottom: 1px solid var(--line);
  font-size: 14px;
}
.before li.adjust {
  border-left-color: var(--caution);
}
.before li.stop {
  border-left-color: var(--caution);
  background: var(--caution-ground);
}
.before a,
.before .plain {
  text-align: left;
  text-decoration: none;
}
.before a:hover {
  text-decoration: underline;
}
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
  .load {
    grid-template-columns: 130px minmax(0, 1fr);
  }
}
</style>
