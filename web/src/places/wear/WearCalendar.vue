<script setup lang="ts">
/** The days between two visits: nights, mornings, what the client plans, what clients reported from home. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { useClient } from '@/api/queries'
import { type Checkin, type PlannedDay, usePlanDays, useWearing } from '@/api/wear'
import { provideRefusal } from '@/forms/refusal'
import Await from '@/parts/Await.vue'
import Moment from '@/parts/Moment.vue'
import PageHeader from '@/parts/PageHeader.vue'
import Pick from '@/parts/Pick.vue'
import Refusals from '@/parts/Refusals.vue'
import { calendarDay } from '@/text/format'

import CardMenu from './CardMenu.vue'
import CheckinLink from './CheckinLink.vue'
import WearStrip from './WearStrip.vue'

const KINDS = ['event', 'swim', 'sport', 'veil', 'helmet'] as const

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const client = useClient(() => props.client)
const wearing = useWearing(() => props.client)
const planDays = usePlanDays(() => props.client)
const refusal = provideRefusal(planDays.error)
const calendar = computed(() => wearing.data.value?.calendar ?? undefined)
const kinds = computed(() => KINDS.map((value) => ({ value, text: t(`wear.kinds.${value}`) })))
const date = ref<string | null>(null)
const kind = ref<PlannedDay['kind']>()
const planned = computed(() => wearing.data.value?.planned_days ?? [])

async function add() {
  if (!date.value || !kind.value) return
  const days = [...planned.value, { date: date.value, kind: kind.value }]
  const kept = await planDays.mutateAsync(days).catch(() => undefined)
  if (kept) date.value = null
}
const remove = (gone: PlannedDay) =>
  planDays.mutate(planned.value.filter((one) => one.date !== gone.date || one.kind !== gone.kind))

/** What was reported of a day, in a line. */
function toldOf(checkin: Checkin | undefined) {
  if (!checkin) return ''
  return [
    t('wear.told', { n: checkin.looks }),
    checkin.dry_when_opened === false ? t('wear.damp') : '',
    checkin.slept_with ? t('wear.slept', { what: t(`person.nights.${checkin.slept_with}`) }) : '',
    checkin.refreshed_with
      ? t('wear.refreshed', { what: t(`wear.ways.${checkin.refreshed_with}`) })
      : '',
    ...checkin.signs.map((sign) => t(`wear.signs.${sign}`)),
    checkin.note ?? '',
  ]
    .filter(Boolean)
    .join(', ')
}
const rows = computed(() => {
  const told = new Map((wearing.data.value?.checkins ?? []).map((one) => [one.date, one]))
  return (calendar.value?.days ?? []).map((day) => ({ ...day, told: toldOf(told.get(day.date)) }))
})
const amounts = (day: (typeof rows.value)[number]) =>
  day.amounts.map((one) => `${one.what}: ${one.words}`).join('; ')
</script>

<template>
  <Await
    v-slot="{ data }"
    :data="wearing.data.value"
    :error="wearing.error.value"
    @retry="wearing.refetch()"
  >
    <PageHeader
      :title="client.data.value?.name ?? ''"
      :to="`/clients/${props.client}`"
      :about="`${t('wear.calendar')}${data.title ? `: ${data.title}` : ''}`"
    >
      <CardMenu v-if="data.plan" :plan="data.plan" />
    </PageHeader>
    <p v-if="!data.visit" class="quiet">{{ t('wear.nothing') }}</p>
    <p v-else-if="data.why_not" role="note">{{ t('wear.cannot', { why: data.why_not }) }}</p>
    <div v-else class="sheet">
      <section v-if="calendar">
        <WearStrip
          :days="calendar.days"
          :today="data.today"
          :checkins="data.checkins"
          :kept-of="calendar.kept_of"
        />
        <p class="quiet legend">
          {{ t('wear.legend') }}
          <template v-if="calendar.good_until_low && calendar.good_until_high">
            {{
              t('wear.goodRange', {
                date: calendarDay(calendar.good_until ?? calendar.good_until_low),
                low: calendarDay(calendar.good_until_low),
                high: calendarDay(calendar.good_until_high),
              })
            }}
          </template>
        </p>
        <p v-for="caution in calendar.cautions" :key="caution.rule" class="caution" role="note">
          {{ caution.because }}
        </p>
        <ol class="days">
          <li
            v-for="day in rows"
            :key="day.date"
            :class="{ today: day.date === data.today, gone: day.date < data.today }"
          >
            <p class="when">
              <b>{{ calendarDay(day.date) }}</b>
              <span class="quiet"
                >{{ day.day }} · {{ day.look || t(`wear.phases.${day.phase}`) }}</span
              >
            </p>
            <p v-if="day.date < data.today">{{ day.told || '–' }}</p>
            <div v-else>
              <p v-for="note in day.notes" :key="note" class="note">{{ note }}</p>
              <p v-if="day.refresh">
                <span class="quiet">{{ t('wear.morning') }}:</span> {{ day.refresh }}
                <span v-if="amounts(day)" class="quiet">{{ amounts(day) }}</span>
              </p>
              <p v-if="day.scalp_oil" class="quiet">{{ t('wear.scalp') }}</p>
              <p v-if="day.night">
                <span class="quiet">{{ t('wear.night') }}:</span> {{ day.night }}
              </p>
              <p v-if="day.told" class="told">{{ t('wear.checkins') }}: {{ day.told }}</p>
            </div>
          </li>
        </ol>
      </section>
      <div>
        <section>
          <h2 class="ruled">{{ t('wear.plans') }}</h2>
          <p class="quiet">{{ t('wear.plansHint') }}</p>
          <ul class="planned">
            <li v-for="one in planned" :key="one.date + one.kind">
              {{ calendarDay(one.date) }}, {{ t(`wear.kinds.${one.kind}`) }}
              <button
                class="act"
                type="button"
                :aria-label="t('wear.remove', { what: t(`wear.kinds.${one.kind}`) })"
                @click="remove(one)"
              >
                ×
              </button>
            </li>
          </ul>
          <form class="row" novalidate @submit.prevent="add">
            <Pick v-model="kind" :label="t('wear.what')" :options="kinds" width="170px" />
            <Moment v-model="date" :label="t('wear.when')" day />
            <button class="act" type="submit" :disabled="!date || !kind">
              {{ t('wear.add') }}
            </button>
          </form>
          <Refusals :refusal="refusal" />
        </section>
        <CheckinLink :client="props.client" :visit="data.visit" :link="data.link" />
      </div>
    </div>
  </Await>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(0, 1fr);
  gap: 40px;
}
.legend {
  margin: 6px 0 10px;
}
.caution {
  margin-bottom: 8px;
  padding: 6px 10px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
}
.days,
.planned {
  margin: 0;
  padding: 0;
  list-style: none;
}
.days li {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 4px 16px;
  padding: 8px 10px;
  border-bottom: 1px solid var(--line);
}
.days .today {
  background: var(--paper);
  box-shadow: inset 4px 0 0 var(--ink);
}
.days .gone {
  color: var(--ink-2);
}
.when {
  display: grid;
  align-content: start;
}
.note {
  font-weight: 650;
}
.told {
  font-weight: 600;
}
.planned li {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 4px 0;
}
.planned .act {
  min-width: 36px;
  min-height: 36px;
  padding: 0;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 10px;
  margin-top: 8px;
}
@media (max-width: 900px) {
  .sheet {
    grid-template-columns: minmax(0, 1fr);
    gap: 24px;
  }
}
@media (max-width: 520px) {
  .days li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
