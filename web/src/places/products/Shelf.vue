<script setup lang="ts">
/** What can I use on this client today, how much is left, what is about to run out or spoil? */
import { onKeyStroke } from '@vueuse/core'
import { ElInput } from 'element-plus'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import { useMay } from '@/api/staff'
import { RouterLink, useRoute, useRouter } from 'vue-router'

import { roleValues } from '@/api/generated'
import { useSalon } from '@/api/queries'
import { type Row, useShelf } from '@/api/products'
import Await from '@/parts/Await.vue'
import BottleLevel from '@/parts/BottleLevel.vue'
import Choice from '@/parts/Choice.vue'
import Figures from '@/parts/Figures.vue'
import ClientChoice from '@/parts/ClientChoice.vue'
import { isTyping } from '@/parts/keys'
import { useInUrl } from '@/parts/useInUrl'
import WhyList from '@/parts/WhyList.vue'
import { calendarDay, money } from '@/text/format'
import { counted, exactMeasure, measure } from '@/text/measures'

import PalmTests from './PalmTests.vue'
import ShelfTop from './ShelfTop.vue'
import { outlookReasons, useTasks } from './tasks'

const { t } = useI18n()
const may = useMay()
const route = useRoute()
const router = useRouter()
const tasksOf = useTasks()

const client = computed({
  get: () => (route.query.client ? Number(route.query.client) : undefined),
  set: (id) => void router.replace({ query: { ...route.query, client: id } }),
})
const shelf = useShelf(client)
const salon = useSalon()
const search = useInUrl('search', '')
const show = useInUrl<'all' | 'usable' | 'care'>('show', 'all')

const rows = computed(() => shelf.data.value?.products ?? [])
const air = computed(() => shelf.data.value?.air)
const judged = computed(() => Boolean(air.value && !air.value.missing.length))
const tasks = computed(() => tasksOf(rows.value))
const toCareFor = computed(() => new Set(tasks.value.map((task) => task.id)))

const wanted = (row: Row) => {
  if (!row.name.toLowerCase().includes(search.value.trim().toLowerCase())) return false
  if (show.value === 'usable') return row.fit ? row.fit.fits !== 'no' : (row.days_left ?? 0) >= 0
  return show.value === 'care' ? toCareFor.value.has(row.id) : true
}
/** By role in the order of use; within it the first choice, then what fits, then the rest. */
const RANK = { yes: 0, care: 1, no: 2 }
const rank = (row: Row) => (row.fit ? (row.fit.best ? -1 : RANK[row.fit.fits]) : 0)
const groups = computed(() =>
  roleValues
    .map((role) => ({
      role,
      rows: rows.value
        .filter((row) => row.role === role && wanted(row))
        .sort((row, other) => rank(row) - rank(other) || row.name.localeCompare(other.name)),
    }))
    .filter((group) => group.rows.length),
)
const reasons = (row: Row) =>
  (row.fit?.clashes ?? []).map((clash) => ({
    rule: clash.key,
    because: clash.text,
    trigger: clash.trigger,
    source: clash.source,
  }))
const details = (row: Row) =>
  [
    t(`shelf.weights.${row.weight}`),
    row.hold && row.hold !== 'none' ? t(`shelf.holds.${row.hold}`) : '',
    ...row.also.map((role) => t(`plan.roles.${role}`)),
  ]
    .filter(Boolean)
    .join(' · ')
function lasts(row: Row): string {
  const { cover_days, cover_low, cover_high, planned_g, services } = row.outlook
  if (cover_days === null) return planned_g || services ? t('shelf.long') : t('shelf.noUse')
  const whole = Math.floor(cover_days)
  const low = Math.floor(cover_low ?? cover_days)
  const high = cover_high === null ? undefined : Math.floor(cover_high)
  const range = high !== undefined && high > low ? t('shelf.daysRange', { low, high }) : ''
  return [t('shelf.days', { n: whole }, whole), range && `(${range})`].filter(Boolean).join(' ')
}
/** For how many such clients it is enough, and how much of it is promised. */
function left(row: Row): string {
  const clients = row.fit?.enough_for
  return [
    clients == null ? '' : t('shelf.enoughFor', { n: clients }, clients),
    row.outlook.planned_g
      ? t('shelf.planned', { grams: measure(row.outlook.planned_g, 'g', 0) })
      : '',
  ]
    .filter(Boolean)
    .join(' · ')
}
const cost = (row: Row) =>
  row.fit && row.cost_per_g !== null && salon.data.value
    ? money(row.fit.grams * row.cost_per_g, salon.data.value.currency)
    : ''

onKeyStroke('n', (event) => {
  if (!isTyping(event) && !event.ctrlKey && !event.metaKey) void router.push('/products/new')
})
</script>

<template>
  <ShelfTop :title="t('shelf.title')">
    <div class="for">
      <span class="quiet">{{ t('shelf.forClient') }}</span>
      <ClientChoice v-model="client" :label="t('shelf.forClient')" class="who" />
    </div>
    <RouterLink v-if="may.write('products')" class="act main" to="/products/new">{{
      t('shelf.add')
    }}</RouterLink>
  </ShelfTop>
  <Await
    v-slot="{ data }"
    :data="shelf.data.value"
    :error="shelf.error.value"
    :empty="rows.length ? undefined : t('shelf.empty')"
    @retry="shelf.refetch()"
  >
    <div class="columns">
      <section>
        <div class="filters">
          <Choice
            v-model="show"
            :label="t('shelf.show')"
            hide-label
            :options="
              (['all', 'usable', 'care'] as const).map((value) => ({
                value,
                text: t(`shelf.shows.${value}`),
              }))
            "
          />
          <ElInput
            v-model="search"
            class="search"
            clearable
            :placeholder="t('shelf.search')"
            :aria-label="t('shelf.search')"
          />
          <span v-if="judged && air" class="quiet">
            {{ t('shelf.air', { dew: measure(air.dew_point_c ?? 0, '°C', 0) }) }}
          </span>
        </div>
        <div v-if="air?.missing.length" class="missing" role="note">
          <b>{{ t('shelf.cannotJudge', { name: air.client_name }) }}</b>
          <p v-for="one in air.missing" :key="one">{{ one }}</p>
        </div>
        <p v-if="!groups.length">{{ t('shelf.nothingSo') }}</p>
        <Figures v-else>
          <thead>
            <tr>
              <th>{{ t('shelf.product') }}</th>
              <th v-if="judged">{{ t('shelf.onHead', { name: air?.client_name }) }}</th>
              <th v-if="judged" class="n">{{ t('shelf.dose') }}</th>
              <th>{{ t('shelf.left') }}</th>
              <th>{{ t('shelf.lasts') }}</th>
              <th>{{ t('shelf.keeps') }}</th>
            </tr>
          </thead>
          <tbody v-for="group in groups" :key="group.role">
            <tr class="role">
              <th :colspan="judged ? 6 : 4" scope="rowgroup">
                {{ t(`plan.roles.${group.role}`) }}
              </th>
            </tr>
            <tr v-for="row in group.rows" :key="row.id" :class="row.fit?.fits">
              <td class="name">
                <RouterLink :to="`/products/${row.id}`">{{ row.name }}</RouterLink>
                <span class="quiet">{{ details(row) }}</span>
              </td>
              <td v-if="judged && row.fit" class="fit">
                <span class="mark" aria-hidden="true" />
                {{ row.fit.best ? t('shelf.best') : t(`shelf.fits.${row.fit.fits}`) }}
                <WhyList v-if="reasons(row).length" :reasons="reasons(row)" :about="row.name" />
              </td>
              <td v-if="judged && row.fit" class="n">
                <template v-if="row.fit.units">{{
                  counted(row.fit.units, row.fit.unit ?? '')
                }}</template>
                <span class="quiet">
                  {{ exactMeasure(row.fit.grams, 'g') }}
                  <template v-if="cost(row)">· {{ cost(row) }}</template>
                </span>
              </td>
              <td class="left">
                <BottleLevel
                  :left="row.stock_g"
                  :full="row.full_g"
                  :planned="row.outlook.planned_g"
                  :low="row.outlook.low || Boolean(row.outlook.short_on)"
                />
                <span>{{ measure(row.stock_g, 'g', 0) }}</span>
                <span class="quiet">{{ left(row) }}</span>
              </td>
              <td>
                <b v-if="row.outlook.short_on" class="wrong">{{
                  t('shelf.shortOn', {
                    day: calendarDay(row.outlook.short_on),
                    grams: measure(row.outlook.short_g, 'g', 0),
                  })
                }}</b>
                <template v-else>{{ lasts(row) }}</template>
                <WhyList
                  :reasons="outlookReasons(row)"
                  :about="t('shelf.whyLasts', { name: row.name })"
                />
                <b v-if="row.outlook.reorder" class="order">{{
                  t('shelf.order', { n: row.outlook.reorder })
                }}</b>
                <b v-else-if="row.outlook.low" class="order">{{ t('shelf.low') }}</b>
              </td>
              <td :title="row.keeps_because">
                <b v-if="row.days_left !== null && row.days_left < 0" class="wrong">{{
                  t('shelf.past', { n: -row.days_left }, -row.days_left)
                }}</b>
                <b v-else-if="row.spoils_soon && row.keeps_until">{{
                  calendarDay(row.keeps_until)
                }}</b>
                <template v-else-if="row.keeps_until">{{ calendarDay(row.keeps_until) }}</template>
                <span v-else class="quiet">–</span>
              </td>
            </tr>
          </tbody>
        </Figures>
      </section>
      <aside>
        <section class="after">
          <h2>{{ t('shelf.lookAfter') }}</h2>
          <p v-if="!tasks.length" class="quiet">{{ t('shelf.allWell') }}</p>
          <ul v-else class="tasks">
            <li
              v-for="task in tasks"
              :key="`${task.id} ${task.key}`"
              :class="{ now: task.pressing }"
            >
              <RouterLink
                :to="
                  task.key === 'drift' || task.key === 'unclear'
                    ? `/products/${task.id}/calibration`
                    : `/products/${task.id}`
                "
                >{{ task.text }}</RouterLink
              >
            </li>
          </ul>
        </section>
        <PalmTests :products="rows" :pairs="data.pairs" />
      </aside>
    </div>
  </Await>
</template>

<style scoped>
:deep(.why) {
  margin-left: 6px;
  color: var(--ink-2);
  font-size: 12.5px;
  font-weight: 500;
  border-bottom-width: 1px;
}
.for {
  display: flex;
  align-items: center;
  gap: 8px;
}
.who {
  width: 220px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 286px;
  gap: 32px;
}
.filters {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  margin-bottom: 6px;
}
.search {
  width: 180px;
}
.missing {
  margin: 8px 0;
  padding: 8px 14px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
}
td,
.figures thead th {
  padding-top: 5px !important;
  padding-bottom: 5px !important;
}
.figures td:nth-last-child(3),
.figures th:nth-last-child(3) {
  padding-left: 20px;
}
.role th {
  padding-top: 8px !important;
  padding-bottom: 2px !important;
  font: 700 14px var(--display) !important;
  color: var(--ink) !important;
}
.name a {
  font-weight: 650;
  text-decoration: none;
}
.name a:hover {
  text-decoration: underline;
}
.name .quiet {
  display: block;
}
tr.no .name a {
  color: var(--ink-2);
  text-decoration: line-through;
}
.fit {
  white-space: nowrap;
}
.mark {
  display: inline-block;
  width: 11px;
  height: 11px;
  margin-right: 4px;
  border: 2px solid var(--ink);
}
.yes .mark {
  background: var(--ink);
}
.care .mark {
  background: linear-gradient(135deg, var(--ink) 50%, transparent 50%);
}
.n .quiet {
  display: block;
}
.left {
  min-width: 172px;
}
.left .quiet {
  display: block;
}
.order {
  display: block;
}
.tasks {
  margin: 0 0 24px;
  padding: 0;
  list-style: none;
}
.tasks li {
  padding: 7px 0 7px 12px;
  border-bottom: 1px solid var(--line);
  border-left: 3px solid var(--line-strong);
}
.tasks li.now {
  border-left-color: var(--caution);
}
.tasks a {
  text-decoration: none;
}
.tasks a:hover {
  text-decoration: underline;
}
h2 {
  padding-bottom: 6px;
  border-bottom: 2px solid var(--ink);
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  aside {
    display: contents;
  }
  .after {
    order: -1;
  }
}
</style>
