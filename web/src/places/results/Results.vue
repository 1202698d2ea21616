<script setup lang="ts">
/** What visits taught: first what differs from the salon, with how sure we are. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { type LearnedRow, tableOf, useResults } from '@/api/results'
import { useSalon } from '@/api/queries'
import Await from '@/parts/Await.vue'
import PageHeader from '@/parts/PageHeader.vue'
import { calendarDay, minutes, money, number, percent } from '@/text/format'

import ResultsBar from './ResultsBar.vue'
import { amount, keyOf } from './learned'
import LearnedTable from './LearnedTable.vue'
import LearnedVisits from './LearnedVisits.vue'
import ReliabilityChart from './ReliabilityChart.vue'

const TABLES = ['visits', 'samples', 'factors', 'promises', 'days', 'pairs'] as const
const { t } = useI18n()
const results = useResults()
const standard = useSalon()
const all = ref(false)

const rows = computed(() => results.data.value?.learned ?? [])
/** Sections against the others of their visit stand apart: there are many of them. */
const isPlace = ({ quantity }: LearnedRow) => quantity === 'position' || quantity === 'zone_dose'
const whole = computed(() => rows.value.filter((row) => !isPlace(row)))
const differing = computed(() => whole.value.filter((row) => row.differs))
const shown = computed(() => (all.value ? whole.value : differing.value))
const places = computed(() => rows.value.filter((row) => isPlace(row) && row.differs))
/** The learned value whose visits are listed. */
const opened = ref<string>()
const homeEffects = computed(() => {
  const home = results.data.value?.at_home
  return home ? [...home.nights, ...home.refreshes, ...(home.humidity ? [home.humidity] : [])] : []
})
/** An error of a logarithm as a share. */
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
        <LearnedTable
          v-if="shown.length"
          v-model="opened"
          :rows="shown"
          :label="t('results.taught')"
        />
        <p class="more">
          <button
            v-if="whole.length > differing.length"
            class="act"
            type="button"
            :aria-expanded="all"
            @click="all = !all"
          >
            {{
              all
                ? t('results.onlyDiffering')
                : t('results.showAll', { n: whole.length - differing.length })
            }}
          </button>
        </p>
        <template v-if="places.length || data.slowing.length">
          <h2 class="next">{{ t('results.places_') }}</h2>
          <p class="quiet">{{ t('results.placesHint') }}</p>
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
          <LearnedTable
            v-if="places.length"
            v-model="opened"
            :rows="places"
            :label="t('results.places_')"
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
