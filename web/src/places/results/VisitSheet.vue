<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useOpenedAtHome, useSalon, usePlan, useVisit } from '@/api/queries'
import Await from '@/parts/Await.vue'
import FaultList from '@/parts/FaultList.vue'
import Figures from '@/parts/Figures.vue'
import LastRemarks from '@/parts/LastRemarks.vue'
import PageHeader from '@/parts/PageHeader.vue'
import PleatStrip from '@/parts/PleatStrip.vue'
import { traitValues } from '@/api/generated'
import { ago, day, minutes, money, number, percent, short } from '@/text/format'
import { figure, measure } from '@/text/measures'

import Opening from '@/places/wear/Opening.vue'

import CompareTable from './CompareTable.vue'

type Trait = (typeof traitValues)[number]

const props = defineProps<{ visit: number }>()
const { t } = useI18n()
const visit = useVisit(() => props.visit)
const opened = useOpenedAtHome(() => props.visit)
const standard = useSalon()
const plan = usePlan(() => visit.data.value?.plan ?? 0)

const plannedFolds = computed(() => plan.data.value?.answer.steps ?? [])
const actualFolds = computed(() => {
  const took = new Map(visit.data.value?.steps.map((row) => [row.key, row.actual]))
  return plannedFolds.value.map((step) => ({
    ...step,
    hands_on_min: took.get(step.key) ?? 0,
    cautions: [],
  }))
})
const length = (steps: { hands_on_min: number; wait_min: number }[]) =>
  steps.reduce((sum, step) => sum + step.hands_on_min + step.wait_min, 0)
const scale = computed(() => Math.max(length(plannedFolds.value), length(actualFolds.value)))

const results = computed(() => {
  const observed = visit.data.value
  if (!observed) return []
  const { forecast } = observed
  const blank = '–'
  const score = (trait: Trait) => {
    const settled = observed.settled[trait]
    if (settled === undefined) return observed[trait] ?? blank
    return t('visit.settled', { opened: observed[trait] ?? blank, settled })
  }
  return [
    {
      name: t('visit.opened'),
      promised: `${short(forecast.release_after_h)} h`,
      result: observed.released_after_h == null ? blank : `${short(observed.released_after_h)} h`,
    },
    {
      name: t('visit.dry'),
      promised: t('visit.oddsWere', { odds: percent(forecast.odds_dry) }),
      result: observed.dryness ? t(`visit.drynesses.${observed.dryness}`) : blank,
      bad: Boolean(observed.dryness) && observed.dryness !== 'dry',
    },
    {
      name: t('visit.length_'),
      promised: `${measure(forecast.length_cm, 'cm')} (${figure(forecast.length_low, 'cm')}–${figure(forecast.length_high, 'cm')})`,
      result: observed.length_cm == null ? blank : measure(observed.length_cm, 'cm'),
    },
    {
      name: t('visit.definition'),
      promised: short(forecast.definition),
      result: score('definition'),
    },
    {
      name: t('visit.residue'),
      promised: blank,
      result: observed.residue ? t(`visit.residues.${observed.residue}`) : blank,
      bad: Boolean(observed.residue) && observed.residue !== 'none',
    },
    { name: t('visit.score.frizz'), promised: blank, result: score('frizz') },
    { name: t('visit.score.volume'), promised: blank, result: score('volume') },
    { name: t('visit.score.evenness'), promised: blank, result: score('evenness') },
    { name: t('visit.score.bounce'), promised: blank, result: score('bounce') },
    { name: t('visit.score.softness'), promised: blank, result: score('softness') },
    { name: t('visit.score.shine'), promised: blank, result: score('shine') },
  ]
})
</script>

<template>
  <Await
    v-slot="{ data }"
    :data="visit.data.value"
    :error="visit.error.value"
    @retry="visit.refetch()"
  >
    <PageHeader
      :title="data.client_name"
      :to="`/clients/${data.client}`"
      :about="`${data.title}, ${day(data.started_at)}`"
      :state="
        t('visit.recordedBy', {
          who: data.recorded_by,
          ago: ago(data.started_at),
        })
      "
    >
      <RouterLink class="act" :to="`/visits/${props.visit}/replay`">{{
        t('visit.toReplay')
      }}</RouterLink>
      <RouterLink class="act" :to="`/visits/${props.visit}/correct`">{{
        t('visit.toCorrect')
      }}</RouterLink>
      <RouterLink class="act" :to="`/plans/${data.plan}`">{{ t('visit.toPlan') }}</RouterLink>
    </PageHeader>
    <LastRemarks :visit="props.visit" />
    <Opening
      v-if="data.to_open"
      noted
      :advice="opened.data.value?.advice"
      :busy="opened.isPending.value"
      @tell="
        (dryness, isOpen, at) => opened.mutate({ dryness, opened: isOpen, at: at.toISOString() })
      "
    />
    <p v-if="opened.error.value" class="wrong" role="alert">{{ opened.error.value.message }}</p>
    <p v-for="flag in data.flags" :key="flag" class="wrong">
      {{ t(`visit.flags.${flag}`) }}
    </p>
    <p v-if="data.note" class="note">{{ data.note }}</p>
    <section v-if="data.faults.length" class="faults">
      <h2>{{ t('chair.faults.title') }}</h2>
      <FaultList :findings="data.faults" />
    </section>
    <div v-if="plannedFolds.length" class="strips">
      <span class="quiet">{{ t('visit.planned') }}</span>
      <PleatStrip :steps="plannedFolds" size="row" :scale="scale" />
      <span class="quiet">{{ t('visit.actual') }}</span>
      <PleatStrip :steps="actualFolds" size="row" :scale="scale" />
    </div>
    <p v-if="data.minutes.ratio" class="total">
      <b>{{ minutes(data.minutes.actual) }}</b>
      {{ t('visit.total') }}, {{ t('visit.planned') }}
      {{ minutes(data.minutes.planned) }}
      <span class="quiet">{{ t('visit.ratio', { ratio: number(data.minutes.ratio, 2) }) }}</span>
    </p>
    <p v-if="data.cost.cost && standard.data.value" class="total">
      {{ t('visit.cost') }}
      <b>{{ money(data.cost.cost, standard.data.value.currency) }}</b>
      <span v-if="data.cost.unpriced.length" class="quiet">{{
        t('plan.unpriced', { names: data.cost.unpriced.join(', ') })
      }}</span>
    </p>
    <div class="columns">
      <section>
        <CompareTable
          :title="t('visit.steps')"
          unit="min"
          :digits="0"
          :rows="data.steps.map((row) => ({ ...row, name: row.title, id: row.key }))"
        />
        <p v-for="row in data.hands" :key="`${row.title} ${row.name}`" class="hands">
          {{ row.title }}: {{ row.name }}, {{ minutes(row.minutes) }}
          <span class="quiet">{{
            t('visit.handsSections', { list: row.sections.join(', ') }, row.sections.length)
          }}</span>
        </p>
      </section>
      <section>
        <CompareTable
          :title="t('visit.doses')"
          unit="g"
          :digits="1"
          :rows="
            data.doses.map((row) => ({
              ...row,
              id: `${row.step}/${row.role}/${row.layer}`,
            }))
          "
        />
      </section>
      <section>
        <Figures>
          <thead>
            <tr>
              <th>{{ t('visit.result') }}</th>
              <th class="n">{{ t('visit.promised') }}</th>
              <th class="n">{{ t('visit.observed') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in results" :key="row.name">
              <td>{{ row.name }}</td>
              <td class="n quiet">{{ row.promised }}</td>
              <td class="n result" :class="{ bad: row.bad }">{{ row.result }}</td>
            </tr>
          </tbody>
        </Figures>
      </section>
    </div>
  </Await>
</template>

<style scoped>
.note {
  margin-top: 6px;
}
.hands {
  margin: 6px 0 0;
}
.faults h2 {
  margin: 10px 0 6px;
  font: 700 17px var(--display);
}
.strips {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  align-items: end;
  gap: 10px 12px;
  margin-top: 16px;
}
.total {
  margin-top: 14px;
}
.total b {
  font: 700 27px/1.1 var(--display);
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 36px;
  margin-top: 12px;
}
.n.result {
  font-weight: 700;
  white-space: normal;
}
.bad {
  color: var(--caution);
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
}
@media (max-width: 700px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
