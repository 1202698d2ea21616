<script setup lang="ts">
/** Trials: two ways on two halves of a client; a coin says which, and raters do not know which. */
import { computed, reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import {
  type Trial,
  useBeginTrial,
  useEndTrial,
  useNextPair,
  useRatePair,
  useTrials,
} from '@/api/results'
import { layoutEnumValues, traitValues } from '@/api/generated'
import { useClients } from '@/api/queries'
import { provideRefusal } from '@/forms/refusal'
import Amount from '@/parts/Amount.vue'
import Await from '@/parts/Await.vue'
import Choice from '@/parts/Choice.vue'
import Figures from '@/parts/Figures.vue'
import PageHeader from '@/parts/PageHeader.vue'
import Pick from '@/parts/Pick.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'
import { day, number, percent } from '@/text/format'

import ResultsBar from './ResultsBar.vue'

const SCORES = [1, 2, 3, 4, 5].map((value) => ({ value, text: String(value) }))
const MOST = 20

const { t } = useI18n()
const trials = useTrials()
const begin = useBeginTrial()
const next = useNextPair()
const rate = useRatePair()
const end = useEndTrial()
const refusal = provideRefusal(begin.error, next.error, rate.error, end.error)

const blank = () => ({
  name: '',
  way_a: '',
  way_b: '',
  layout: 'halves' as (typeof layoutEnumValues)[number],
  trait: 'definition' as (typeof traitValues)[number],
  most: MOST as number | null,
})
const typed = reactive(blank())
const traits = computed(() =>
  traitValues.map((value) => ({ value, text: t(`visit.score.${value}`) })),
)
const layouts = computed(() =>
  layoutEnumValues.map((value) => ({ value, text: t(`trials.layouts.${value}`) })),
)
async function start() {
  const values = { ...typed, most: typed.most ?? MOST }
  if (await begin.mutateAsync(values).catch(() => undefined)) Object.assign(typed, blank())
}

const search = ref('')
const clients = useClients(search)
const client = ref<string>()
const options = computed(() =>
  (clients.data.value?.results ?? []).map((one) => ({ value: String(one.id), text: one.name })),
)
async function lay(trial: Trial) {
  if (!client.value) return
  await next.mutateAsync({ trial: trial.id, client: Number(client.value) }).catch(() => undefined)
  client.value = undefined
}
const halves = reactive<Record<number, { left?: number; right?: number }>>({})
const halvesOf = (pair: number) => (halves[pair] ??= {})
function keep(pair: number) {
  const { left, right } = halvesOf(pair)
  if (left && right) rate.mutate({ pair, left, right })
}
const sideOf = (trial: Trial, pair: Trial['pairs'][number]) => {
  if (!pair.a_side) return t('trials.blind')
  const [left, right] =
    pair.a_side === 'left' ? [trial.way_a, trial.way_b] : [trial.way_b, trial.way_a]
  return t(`trials.sides.${trial.layout}`, { left, right })
}
</script>

<template>
  <PageHeader :title="t('results.title')" :about="t('trials.about')" />
  <ResultsBar />
  <Refusals :refusal="refusal" />
  <Await :data="trials.data.value" :error="trials.error.value" @retry="trials.refetch()">
    <article v-for="trial in trials.data.value" :key="trial.id" class="trial">
      <header>
        <h2>{{ trial.name }}</h2>
        <p class="quiet">
          {{ t('trials.against', { a: trial.way_a, b: trial.way_b }) }},
          {{ t(`visit.score.${trial.trait}`) }}, {{ t(`trials.layouts.${trial.layout}`) }},
          {{ t('trials.begun', { day: day(trial.begun_at), who: trial.begun_by }) }}
        </p>
      </header>
      <p class="verdict" :class="{ decided: trial.standing.stop }">{{ trial.standing.text }}</p>
      <p class="quiet">
        {{
          t('trials.counts', {
            a: trial.standing.better_a,
            b: trial.standing.better_b,
            alike: trial.standing.alike,
            low: percent(trial.standing.low),
            high: percent(trial.standing.high),
            e: number(trial.standing.e_value, 1),
            needed: number(1 / trial.alpha, 0),
          })
        }}
      </p>
      <Figures v-if="trial.pairs.length" :label="trial.name">
        <thead>
          <tr>
            <th class="n">{{ t('trials.pair') }}</th>
            <th>{{ t('results.who') }}</th>
            <th>{{ t('trials.laid') }}</th>
            <th>{{ t(`trials.left.${trial.layout}`) }}</th>
            <th>{{ t(`trials.right.${trial.layout}`) }}</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="pair in trial.pairs" :key="pair.id">
            <td class="n">{{ pair.number }}</td>
            <td>{{ pair.client_name }}</td>
            <td>{{ sideOf(trial, pair) }}</td>
            <template v-if="pair.left === null">
              <td v-for="half in ['left', 'right'] as const" :key="half">
                <Choice
                  v-model="halvesOf(pair.id)[half]"
                  :label="`${t(`trials.${half}.${trial.layout}`)}, ${pair.client_name}`"
                  hide-label
                  :options="SCORES"
                />
              </td>
              <td>
                <button
                  class="act"
                  type="button"
                  :disabled="!halvesOf(pair.id).left || !halvesOf(pair.id).right"
                  @click="keep(pair.id)"
                >
                  {{ t('trials.rate') }}
                </button>
              </td>
            </template>
            <template v-else>
              <td>{{ pair.left }}</td>
              <td>{{ pair.right }}</td>
              <td />
            </template>
          </tr>
        </tbody>
      </Figures>
      <form v-if="!trial.ended_at" class="beside" @submit.prevent="lay(trial)">
        <TextField v-model="search" :label="t('clients.search')" name="search" :maxlength="100" />
        <Pick
          v-model="client"
          :label="t('trials.nextClient')"
          name="client"
          :options="options"
          width="220px"
        />
        <button class="act" type="submit" :disabled="!client">{{ t('trials.coin') }}</button>
        <button class="act" type="button" @click="end.mutate(trial.id)">
          {{ t('trials.end') }}
        </button>
      </form>
      <p v-else class="quiet">{{ t('trials.ended', { day: day(trial.ended_at) }) }}</p>
    </article>
    <section class="trial">
      <h2>{{ t('trials.new') }}</h2>
      <form class="beside" novalidate @submit.prevent="start">
        <TextField v-model="typed.name" :label="t('trials.name')" name="name" :maxlength="120" />
        <TextField v-model="typed.way_a" :label="t('trials.wayA')" name="way_a" :maxlength="120" />
        <TextField v-model="typed.way_b" :label="t('trials.wayB')" name="way_b" :maxlength="120" />
        <Pick
          v-model="typed.layout"
          :label="t('trials.layout')"
          name="layout"
          :options="layouts"
          width="170px"
        />
        <Pick
          v-model="typed.trait"
          :label="t('trials.trait')"
          name="trait"
          :options="traits"
          width="150px"
        />
        <Amount v-model="typed.most" :label="t('trials.most')" name="most" width="90px" />
        <button
          class="act main"
          type="submit"
          :disabled="!typed.name || !typed.way_a || !typed.way_b"
        >
          {{ t('trials.begin') }}
        </button>
      </form>
      <p class="quiet">{{ t('trials.how') }}</p>
    </section>
  </Await>
</template>

<style scoped>
.trial {
  display: grid;
  gap: 8px;
  max-width: 980px;
  margin-bottom: 24px;
  padding-bottom: 16px;
  border-bottom: 1px solid var(--line);
}
h2,
p {
  margin: 0;
}
h2 {
  font: 700 20px var(--display);
}
.verdict {
  padding: 8px 12px;
  border-left: 6px solid var(--line-strong);
  background: var(--paper);
  font-weight: 650;
}
.verdict.decided {
  border-left-color: var(--signal);
}
</style>
