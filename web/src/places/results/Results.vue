<script setup lang="ts">
/** What visits taught: first what differs from the salon, with how sure we are. */
import { scaleLog } from 'd3-scale'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { type LearnedRow, tableOf, useResults } from '@/api/results'
import { useSalon } from '@/api/queries'
import Await from '@/parts/Await.vue'
import Figures from '@/parts/Figures.vue'
import PageHeader from '@/parts/PageHeader.vue'
import { calendarDay, minutes, money, number, percent } from '@/text/format'
import { measure } from '@/text/measures'

import ResultsBar from './ResultsBar.vue'
import LearnedVisits from './LearnedVisits.vue'
import ReliabilityChart from './ReliabilityChart.vue'

const TABLES = ['visits', 'samples', 'factors', 'promises', 'days', 'pairs'] as const
const UNITS = {
  minutes: 'min',
  detangling: 'min',
  dose: 'g',
  length: 'cm',
  wear: 'd',
  drying: 'h',
  position: 'min',
  zone_dose: 'g',
} as const
/** The axis of factors. */
const AXIS = [0.6, 1.6] as const
const WIDTH = 120

const { t } = useI18n()
const results = useResults()
const standard = useSalon()
const all = ref(false)

const rows = computed(() => results.data.value?.learned ?? [])
const differing = computed(() => rows.value.filter((row) => row.differs))
const shown = computed(() => (all.value ? rows.value : differing.value))
const keyOf = (row: LearnedRow) => `${row.quantity} ${row.group} ${row.username}`
/** The learned value whose visits are listed. */
const opened = ref<string>()
const x = scaleLog([...AXIS], [2, WIDTH - 2]).clamp(true)
const whose = (row: LearnedRow) => row.hands || t('results.salon')
const name = (row: LearnedRow) =>
  row.quantity === 'minutes' ? row.title : t(`results.names.${row.quantity}`, { what: row.title })
const amount = (row: LearnedRow, value: number) =>
  measure(value, UNITS[row.quantity], row.quantity === 'minutes' ? 0 : 1)
/** An error of a logarithm as a share. */
const homeEffects = computed(() => {
  const home = results.data.value?.at_home
  return home ? [...home.nights, ...home.refreshes, ...(home.humidity ? [home.humidity] : [])] : []
})
const off = (error: number) => percent(Math.exp(error) - 1)
const coin = (value: number) => money(value, standard.data.value?.currency ?? '')
</script>

<template>
  <PageHeader :title="t('results.title')" :about="t('results.about')" />
  <ResultsBar />
  <Await
    v-slot="{ data }"
    :data="results.data.value"
    :error="results.error.value"
    :empty="results.data.value && !results.data.value.books.visits ? t('results.empty') : undefined"
    @retry="results.refetch()"
  >
    <div class="page">
      <section>
        <h2>{{ t('results.taught') }}</h2>
        <p v-if="!differing.length" class="quiet">{{ t('results.nothingDiffers') }}</p>
        <Figures v-if="shown.length" stack :label="t('results.taught')">
          <thead>
            <tr>
              <th>{{ t('results.what') }}</th>
              <th>{{ t('results.whose') }}</th>
              <th class="n">{{ t('results.standard') }}</th>
              <th class="n">{{ t('results.now') }}</th>
              <th class="lies">{{ t('results.sure') }}</th>
              <th class="n">{{ t('results.visits') }}</th>
            </tr>
          </thead>
          <tbody>
            <template v-for="row in shown" :key="keyOf(row)">
              <tr>
                <td>
                  <b>{{ name(row) }}</b>
                </td>
                <td :data-label="t('results.whose')">{{ whose(row) }}</td>
                <td class="n quiet" :data-label="t('results.standard')">
                  {{ amount(row, row.standard) }}
                </td>
                <td class="n" :data-label="t('results.now')">
                  <b>{{ amount(row, row.now) }}</b>
                </td>
                <td class="lies" :data-label="t('results.sure')">
                  <span class="sure">
                    <svg
                      :viewBox="`0 0 ${WIDTH} 18`"
                      :width="WIDTH"
                      height="18"
                      role="img"
                      :aria-label="
                        t('results.times', {
                          factor: number(row.factor, 2),
                          low: number(row.low, 2),
                          high: number(row.high, 2),
                        })
                      "
                    >
                      <line class="one" :x1="x(1)" :x2="x(1)" y1="1" y2="17" />
                      <line class="doubt" :x1="x(row.low)" :x2="x(row.high)" y1="9" y2="9" />
                      <circle class="dot" :cx="x(row.factor)" cy="9" r="4.5" />
                    </svg>
                    <span class="quiet" aria-hidden="true"
                      >× {{ number(row.low, 2) }}–{{ number(row.high, 2) }}</span
                    >
                  </span>
                </td>
                <td class="n" :data-label="t('results.visits')">
                  <button
                    class="act"
                    type="button"
                    :aria-expanded="opened === keyOf(row)"
                    :aria-label="t('learned.show', { what: name(row) }, row.visits)"
                    @click="opened = opened === keyOf(row) ? undefined : keyOf(row)"
                  >
                    {{ row.visits }}
                  </button>
                </td>
              </tr>
              <tr v-if="opened === keyOf(row)">
                <td colspan="6">
                  <LearnedVisits :row="row" :amount="(value) => amount(row, value)" />
                </td>
              </tr>
            </template>
          </tbody>
        </Figures>
        <p class="more">
          <button
            v-if="rows.length > differing.length"
            class="act"
            type="button"
            :aria-expanded="all"
            @click="all = !all"
          >
            {{
              all
                ? t('results.onlyDiffering')
                : t('results.showAll', { n: rows.length - differing.length })
            }}
          </button>
        </p>
        <template v-for="one in data.slowing" :key="keyOf(one.row)">
          <p class="slowing">
            {{ one.text }}
            <button
              class="act"
              type="button"
              :aria-expanded="opened === keyOf(one.row)"
              @click="opened = opened === keyOf(one.row) ? undefined : keyOf(one.row)"
            >
              {{ t('results.showVisits') }}
            </button>
          </p>
          <LearnedVisits
            v-if="opened === keyOf(one.row)"
            :row="one.row"
            :amount="(value) => amount(one.row, value)"
          />
        </template>
        <h2 class="next">{{ t('results.forecasts') }}</h2>
        <p class="quiet">{{ t('results.heldOut') }}</p>
        <ul class="errors">
          <li v-for="row in data.held_out" :key="row.quantity">
            <b>{{ t(`results.quantities.${row.quantity}`) }}</b>
            {{ t('results.off', { before: off(row.before), after: off(row.after) }) }}
            <span class="quiet">{{
              t('results.covered', { share: percent(row.covered), n: row.count })
            }}</span>
          </li>
        </ul>
        <h2 class="next">{{ t('results.home') }}</h2>
        <p v-for="one in homeEffects" :key="one.way + one.against">{{ one.text }}</p>
        <p v-if="!homeEffects.length">{{ t('results.homeNothing') }}</p>
        <p class="quiet">
          {{ t('results.homeCount', { days: data.at_home.days, wears: data.at_home.wears }) }}
        </p>
      </section>
      <section class="side">
        <h2>{{ t('results.kept') }}</h2>
        <p v-if="!data.promises.length" class="quiet">{{ t('results.noPromises') }}</p>
        <template v-for="row in data.promises" :key="row.kind">
          <ReliabilityChart v-if="row.kind === 'dry'" :promised="row" />
          <p v-else>
            <b>{{ t(`results.kinds.${row.kind}`) }}</b>
            {{
              t('results.cameOf', {
                promised: percent(row.promised),
                came: percent(row.came),
                n: row.count,
              })
            }}
          </p>
          <p v-if="row.kind === 'dry'" class="quiet">
            {{
              t('results.scores', {
                brier: number(row.brier, 2),
                log: number(row.log_score, 2),
                alone: number(row.log_score_alone, 2),
              })
            }}
            <span v-for="one in row.bent" :key="one.promised" class="bent">{{
              t('results.bent', { promised: percent(one.promised), really: percent(one.really) })
            }}</span>
          </p>
        </template>
        <h2>{{ t('results.books') }}</h2>
        <dl class="books">
          <dt>{{ t('results.since', { day: calendarDay(data.books.since) }) }}</dt>
          <dd>{{ t('results.visitCount', { n: data.books.visits }, data.books.visits) }}</dd>
          <dt>{{ t('results.handsOn') }}</dt>
          <dd>
            <b>{{ minutes(data.books.actual_min) }}</b>
            {{ t('results.ofPlanned', { planned: minutes(data.books.planned_min) }) }}
          </dd>
          <template v-if="data.books.idle_days">
            <dt>{{ t('results.idle') }}</dt>
            <dd>
              <b>{{ minutes(data.books.idle_min) }}</b>
              {{
                t(
                  'results.ofPresent',
                  { present: minutes(data.books.present_min), n: data.books.idle_days },
                  data.books.idle_days,
                )
              }}
            </dd>
          </template>
          <template v-if="data.books.cost_per_visit">
            <dt>{{ t('results.perVisit') }}</dt>
            <dd>{{ coin(data.books.cost_per_visit) }}</dd>
          </template>
          <dt>{{ t('results.wasted') }}</dt>
          <dd>{{ coin(data.books.wasted) }}</dd>
          <dt>{{ t('results.lost') }}</dt>
          <dd>{{ coin(data.books.lost) }}</dd>
        </dl>
        <p class="open">
          {{ t('results.open') }}
          <a v-for="table in TABLES" :key="table" :href="tableOf(table)" download>{{
            t(`results.tables.${table}`)
          }}</a>
        </p>
      </section>
    </div>
  </Await>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(260px, 340px);
  gap: 8px 40px;
}
h2 {
  margin: 6px 0;
  font: 700 20px var(--display);
}
section {
  min-width: 0;
}
.next {
  margin-top: 26px;
}
.slowing {
  display: flex;
  align-items: center;
  gap: 12px;
}
.side {
  display: grid;
  align-content: start;
  gap: 8px;
}
.more {
  margin-top: 10px;
}
.lies {
  padding-left: 24px;
}
.sure {
  display: flex;
  align-items: center;
  gap: 8px;
  white-space: nowrap;
}
.sure svg {
  flex: none;
}
.one {
  stroke: var(--line-strong);
}
.doubt {
  stroke: var(--ink);
  stroke-width: 2;
}
.dot {
  fill: var(--finish);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.errors {
  display: grid;
  gap: 6px;
  margin: 6px 0 0;
  padding: 0;
  list-style: none;
}
.bent {
  display: inline-block;
  margin-left: 6px;
}
.books {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 14px;
  margin: 0;
}
dt {
  color: var(--ink-2);
}
dd {
  margin: 0;
}
.open a {
  display: inline-block;
  margin-right: 10px;
}
@media (max-width: 640px) {
  .lies {
    padding-left: 0;
  }
}
@media (max-width: 900px) {
  .page {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
