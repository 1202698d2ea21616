<script setup lang="ts">
/** What a client's sheet answers first: what is on it, which day of how many, what is due, what worked. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useLooks } from '@/api/looks'
import { useWearing } from '@/api/wear'
import Await from '@/parts/Await.vue'
import WhyList from '@/parts/WhyList.vue'
import { calendarDay, clock, day, moment } from '@/text/format'

import CardMenu from './CardMenu.vue'
import WearStrip from './WearStrip.vue'

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const wearing = useWearing(() => props.client)
const looks = useLooks(() => props.client)
const calendar = computed(() => wearing.data.value?.calendar ?? undefined)
/** Which day it is, in the words that matter that day. */
const which = computed(() => {
  const days = calendar.value
  if (!days) return ''
  if (days.washed_out) return t('wear.washedOut', { n: days.day ?? 0 })
  if (days.overdue_days) return t('wear.overdue', { n: days.overdue_days }, days.overdue_days)
  if (days.to_open_on) {
    const at = days.to_open_at && new Date(days.to_open_at)
    const date = at ? `${day(at)}, ${clock(at)}` : calendarDay(days.to_open_on)
    return t('wear.inSet', { date })
  }
  const of = days.of_days
  return days.day ? t('wear.day', { n: days.day, of }) : t('wear.today', { of })
})
const dates = computed(() => {
  const days = calendar.value
  if (!days || days.washed_out) return []
  // In the order in which they come.
  return [
    { text: days.good_until && t('wear.good', { date: calendarDay(days.good_until) }) },
    { text: days.wished_until && t('wear.wished', { date: calendarDay(days.wished_until) }) },
    { text: days.return_on && t('wear.backOn', { date: calendarDay(days.return_on) }) },
    { text: t('wear.wash', { date: calendarDay(days.wash_by) }) },
    { text: days.has_to_come_out && t('wear.safe', { date: calendarDay(days.last_safe_day) }) },
    { text: t('wear.back', { date: calendarDay(days.return_by) }) },
  ].filter((one) => one.text)
})
const next = computed(() => {
  const due = calendar.value?.next
  // That a set is to be opened stands above, with its hour.
  return (
    due &&
    due.what !== 'release' &&
    t('wear.next', { what: t(`wear.dues.${due.what}`), date: calendarDay(due.date) })
  )
})
const lists = computed(() =>
  (
    [
      ['failed', wearing.data.value?.failed],
      ['worked', wearing.data.value?.worked],
    ] as const
  ).filter(([, lines]) => lines?.length),
)
</script>

<template>
  <Await
    v-slot="{ data }"
    :data="wearing.data.value"
    :error="wearing.error.value"
    @retry="wearing.refetch()"
  >
    <p v-if="!data.visit" class="quiet none">{{ t('wear.nothing') }}</p>
    <section v-else class="on" :class="{ overdue: calendar?.overdue_days }">
      <div class="answer">
        <p class="what">
          <RouterLink :to="`/visits/${data.visit}`">{{ data.title }}</RouterLink>
          <b>{{ which }}</b>
        </p>
        <p v-for="caution in calendar?.cautions" :key="caution.rule" class="caution" role="note">
          {{ caution.because }}
        </p>
        <p v-if="data.why_not" class="quiet">{{ t('wear.cannot', { why: data.why_not }) }}</p>
        <template v-if="calendar">
          <p class="dates">
            <WhyList :reasons="calendar.reasons" :about="t('wear.calendar')">
              {{ dates.map((one) => one.text).join(' · ') }}
            </WhyList>
          </p>
          <p v-if="next" class="next">{{ next }}</p>
        </template>
        <p>
          <template v-if="data.booked.length">
            {{ t('wear.booked') }}:
            <template v-for="(sitting, at) in data.booked" :key="sitting.id">
              {{ at ? ', ' : '' }}{{ sitting.title }} {{ moment(sitting.start) }}
            </template>
          </template>
          <span v-else class="quiet">{{ t('wear.notBooked') }}</span>
        </p>
        <div class="acts">
          <RouterLink
            v-if="calendar?.to_open_on && data.state === 'done'"
            class="act"
            :to="`/visits/${data.visit}`"
            >{{ t('wear.noteOpening') }}</RouterLink
          >
          <RouterLink class="act main" :to="`/clients/${props.client}/plan`">{{
            t('wear.planNext')
          }}</RouterLink>
          <RouterLink class="act" :to="`/clients/${props.client}/wear`">{{
            t('wear.calendar')
          }}</RouterLink>
          <RouterLink class="act" :to="`/clients/${props.client}/story`">{{
            t('story.link')
          }}</RouterLink>
          <RouterLink class="act" :to="`/clients/${props.client}/pictures`">{{
            t('looks.open')
          }}</RouterLink>
          <CardMenu v-if="data.plan" :plan="data.plan" />
        </div>
      </div>
      <div class="line">
        <WearStrip
          v-if="calendar?.days?.length"
          :days="calendar.days"
          :today="data.today"
          :checkins="data.checkins"
          :kept-of="calendar.kept_of"
          :looks="looks.data.value"
        />
        <p v-if="calendar?.days?.length" class="quiet">{{ t('wear.stripKey') }}</p>
        <div class="lists">
          <div v-for="[name, lines] in lists" :key="name">
            <h3>{{ t(`wear.${name}`) }}</h3>
            <p :class="name">{{ lines?.join(' ') }}</p>
          </div>
          <p v-if="!lists.length && data.done_on" class="quiet">
            {{ t('wear.made', { date: calendarDay(data.done_on) }) }}
          </p>
        </div>
      </div>
    </section>
  </Await>
</template>

<style scoped>
.none {
  margin-bottom: 16px;
}
.on {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 12px 40px;
  margin-bottom: 24px;
  padding: 14px 18px 16px;
  border-top: 3px solid var(--ink);
  background: var(--paper);
}
.overdue {
  border-top-color: var(--caution);
}
.answer {
  display: grid;
  align-content: start;
  gap: 6px;
}
.what {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 14px;
  font: 700 22px/1.2 var(--display);
}
.what a {
  text-decoration: none;
}
.overdue .what b,
.failed {
  color: var(--caution);
}
.caution {
  padding: 6px 10px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
}
.dates :deep(.why) {
  white-space: normal;
  text-align: left;
  font-weight: 400;
}
.next {
  font-weight: 650;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  margin-top: 6px;
}
.line {
  min-width: 0;
}
.lists {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 6px 20px;
  margin-top: 10px;
}
h3 {
  font-size: 14px;
}
@media (max-width: 960px) {
  .on {
    grid-template-columns: minmax(0, 1fr);
    padding: 12px;
  }
}
</style>
