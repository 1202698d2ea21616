<script setup lang="ts">
/** Seven days: how full they are, which are closed; and the calendar to take along. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import type { Schemas } from '@/api/client'
import {
  useCalendarLink,
  useDue,
  useLiveDays,
  useNewCalendarLink,
  useReadDay,
  useWeek,
} from '@/api/days'
import { refusalOf } from '@/forms/refusal'
import Await from '@/parts/Await.vue'
import PageHeader from '@/parts/PageHeader.vue'
import Refusals from '@/parts/Refusals.vue'
import { useInUrl } from '@/parts/useInUrl'
import { calendarDay, clock, minutes, moment, percent } from '@/text/format'
import { addDays, isoDay } from '@/text/zone'

const { t } = useI18n()
const date = useInUrl<string>('date', isoDay(new Date()))
const week = useWeek(date)
const link = useCalendarLink()
const change = useNewCalendarLink()
const due = useDue()
useLiveDays()

const go = (days: number) => (date.value = addDays(date.value, days))
const read = useReadDay()
const refusal = refusalOf(read.error)
const file = ref<File>()
const entries = ref<Schemas['Entry'][]>()
async function look(keep: boolean) {
  if (!file.value) return
  entries.value = await read
    .mutateAsync({ date: date.value, file: file.value, keep })
    .catch(() => undefined)
}
function choose(event: Event) {
  const input = event.target as HTMLInputElement
  file.value = input.files?.[0]
  input.value = ''
  void look(false)
}
const address = computed(() =>
  link.data.value?.address ? window.location.origin + link.data.value.address : '',
)
const share = (booked: number, there: number) => (there ? Math.min(1, booked / there) : 0)
/** What somebody who has no appointment is due for. */
function dueWords(one: NonNullable<typeof due.data.value>[number]) {
  const { title } = one
  if (one.opens_at) {
    const key = one.at_home ? 'today.dueOpenHome' : 'today.dueOpen'
    return t(key, { title, at: moment(one.opens_at) })
  }
  const [wash, back] = [calendarDay(one.last_safe_day), calendarDay(one.return_by)]
  return t('today.dueBy', { title, wash, back })
}
</script>

<template>
  <PageHeader :title="t('today.week')" :about="calendarDay(date)">
    <button class="act" type="button" :aria-label="t('today.earlier')" @click="go(-7)">‹</button>
    <button class="act" type="button" :aria-label="t('today.later')" @click="go(7)">›</button>
    <RouterLink class="act" to="/messages">{{ t('messages.title') }}</RouterLink>
    <RouterLink class="act" :to="`/today?date=${date}`">{{ t('today.day') }}</RouterLink>
  </PageHeader>
  <Await
    v-slot="{ data }"
    :data="week.data.value"
    :error="week.error.value"
    @retry="week.refetch()"
  >
    <ol class="week">
      <li v-for="one in data" :key="one.date">
        <RouterLink :to="`/today?date=${one.date}`">{{ calendarDay(one.date) }}</RouterLink>
        <template v-if="one.closed">
          <span class="quiet shut">{{ t('today.closed', { why: one.closed }) }}</span>
        </template>
        <template v-else>
          <span>{{ t('today.clients', { n: one.clients }, one.clients) }}</span>
          <span class="bar" :title="percent(share(one.hands_min, one.present_min))">
            <i :style="{ width: percent(share(one.hands_min, one.present_min)) }" />
          </span>
          <span class="quiet">
            {{ t('today.free', { free: minutes(Math.max(0, one.present_min - one.hands_min)) }) }}
          </span>
        </template>
      </li>
    </ol>
  </Await>
  <section v-if="due.data.value?.length" class="calendar">
    <h2>{{ t('today.due') }}</h2>
    <p v-for="one in due.data.value" :key="one.client">
      <RouterLink :to="`/clients/${one.client}/plan`">{{ one.client_name }}</RouterLink>
      {{ dueWords(one) }}
    </p>
  </section>
  <section class="calendar">
    <h2>{{ t('today.calendar') }}</h2>
    <p class="quiet">{{ t('today.calendarHint') }}</p>
    <p v-if="address">
      <code>{{ address }}</code>
    </p>
    <div class="acts">
      <button class="act" type="button" @click="change.mutate(true)">
        {{ t('today.calendarMake') }}
      </button>
      <button v-if="address" class="act" type="button" @click="change.mutate(false)">
        {{ t('today.calendarEnd') }}
      </button>
      <a class="act" :href="`/api/day/file/?date=${date}`">{{ t('today.calendarFile') }}</a>
      <label class="act">
        {{ t('today.readFile') }}
        <input class="sr" type="file" accept=".ics,text/calendar" @change="choose" />
      </label>
    </div>
    <Refusals :refusal="refusal" />
    <div v-if="entries" role="status">
      <p v-if="!entries.length">{{ t('today.readNone') }}</p>
      <p v-for="one in entries" :key="one.summary + one.start">
        {{ one.start ? clock(new Date(one.start)) : '' }} {{ one.summary }}, {{ one.minutes }} min
        <b v-if="one.booked">· {{ t('today.readBooked') }}</b>
        <span v-else-if="one.problem" class="wrong">{{ one.problem }}</span>
      </p>
      <button
        v-if="entries.some((one) => !one.booked && !one.problem)"
        class="act main"
        type="button"
        @click="look(true)"
      >
        {{ t('today.readKeep') }}
      </button>
    </div>
  </section>
</template>

<style scoped>
.week {
  margin: 0;
  padding: 0;
  list-style: none;
}
.week li {
  display: grid;
  grid-template-columns: 140px 110px minmax(0, 1fr) 150px;
  align-items: center;
  gap: 16px;
  min-height: 52px;
  border-bottom: 1px solid var(--line);
}
.week a {
  font: 700 17px var(--display);
  text-decoration: none;
}
.shut {
  grid-column: 2 / -1;
}
.bar {
  height: 18px;
  border-bottom: 2px solid var(--ink);
  background: var(--paper);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--ink-2);
}
.calendar {
  margin-top: 24px;
  max-width: 720px;
}
code {
  overflow-wrap: anywhere;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 8px;
}
@media (max-width: 640px) {
  .week li {
    grid-template-columns: 1fr 1fr;
    gap: 2px 12px;
    padding: 8px 0;
  }
}
</style>
