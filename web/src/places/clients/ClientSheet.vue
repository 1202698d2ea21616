<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import {
  useArchive,
  useConsultationState,
  useClient,
  usePlans,
  useProfile,
  useVisits,
} from '@/api/queries'
import { useMay } from '@/api/staff'
import Await from '@/parts/Await.vue'
import LastRemarks from '@/parts/LastRemarks.vue'
import PageHeader from '@/parts/PageHeader.vue'
import PleatStrip from '@/parts/PleatStrip.vue'
import { ago, day, minutes } from '@/text/format'

import Suggestions from '@/places/results/Suggestions.vue'
import OnHead from '@/places/wear/OnHead.vue'

import ErasePart from './ErasePart.vue'
import HairOverTime from './HairOverTime.vue'
import HairPart from './HairPart.vue'
import PersonPart from './PersonPart.vue'
import StopSigns from './StopSigns.vue'

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const may = useMay()
/** Whether what was seen and done on a client is for whoever is signed in. */
const hands = computed(() => may.value.read('profile'))
const client = useClient(() => props.client)
const archive = useArchive(() => props.client)
const profile = useProfile(() => props.client, hands)
const plans = usePlans(() => props.client)
const visits = useVisits(() => props.client, hands)
const consultation = useConsultationState(() => props.client, hands)

const consultTo = computed(() => {
  const part = consultation.data.value?.left_out[0]
  return {
    path: `/clients/${props.client}/consultation`,
    query: part && !consultation.data.value?.open_since ? { part } : {},
  }
})
/** Whether a consultation is open, or what the last one left out. */
const consulted = computed(() => {
  const { open_since: since, left_out: parts = [] } = consultation.data.value ?? {}
  if (since) return t('consult.openSince', { ago: ago(since) })
  const names = parts.map((part) => t(`consult.part.${part}`)).join('; ')
  return names ? t('consult.leftOut', { parts: names }) : ''
})
const longest = computed(() =>
  Math.max(0, ...(plans.data.value?.results.map((plan) => plan.client_min) ?? [])),
)
</script>

<template>
  <Await
    v-slot="{ data }"
    :data="client.data.value"
    :error="client.error.value"
    @retry="client.refetch()"
  >
    <PageHeader :title="data.name" :about="[data.pronouns, consulted].filter(Boolean).join(' · ')">
      <button v-if="data.archived_at" class="act" type="button" @click="archive.mutate(true)">
        {{ t('sheet.restore') }}
      </button>
      <RouterLink v-if="hands" class="act" :to="consultTo">{{
        consultation.data.value?.open_since ? t('consult.open') : t('consult.start')
      }}</RouterLink>
      <RouterLink v-if="hands" class="act main" :to="`/clients/${props.client}/plan`">{{
        t('sheet.plan')
      }}</RouterLink>
    </PageHeader>
    <p v-if="data.archived_at" class="quiet" role="note">
      {{ t('sheet.isArchived', { ago: ago(data.archived_at) }) }}
    </p>
    <OnHead v-if="hands" :client="props.client" />
    <LastRemarks :client="props.client" />
    <Suggestions v-if="hands" :client="props.client" />
    <StopSigns v-if="hands" :client="props.client" />
    <div class="sheet">
      <div>
        <section>
          <h2>{{ t('sheet.plans') }}</h2>
          <p v-if="plans.data.value && !plans.data.value.results.length" class="quiet">
            {{ t('sheet.noPlans') }}
          </p>
          <ul class="lines">
            <li v-for="plan in plans.data.value?.results" :key="plan.id">
              <div class="line">
                <RouterLink :to="`/plans/${plan.id}`" class="title">{{ plan.title }}</RouterLink>
                <b v-if="plan.cancelled_at" class="wrong">{{ t('sheet.cancelled') }}</b>
                <span class="quiet">
                  {{ t('sheet.planned', { ago: ago(plan.made_at) }) }} ·
                  {{ minutes(plan.client_min) }}
                </span>
                <template v-if="!hands" />
                <RouterLink
                  v-else-if="plan.visits.length"
                  :to="`/visits/${plan.visits[0]}`"
                  class="side"
                >
                  {{ t('sheet.recorded') }}
                </RouterLink>
                <RouterLink v-else :to="`/plans/${plan.id}/visit`" class="side">
                  {{ t('sheet.record') }}
                </RouterLink>
              </div>
              <PleatStrip :steps="plan.steps" size="row" :scale="longest" />
            </li>
          </ul>
        </section>
        <section v-if="hands">
          <h2>{{ t('sheet.visits') }}</h2>
          <p v-if="visits.data.value && !visits.data.value.results.length" class="quiet">
            {{ t('sheet.noVisits') }}
          </p>
          <ul class="lines">
            <li v-for="visit in visits.data.value?.results" :key="visit.id">
              <div class="line">
                <RouterLink :to="`/visits/${visit.id}`" class="title">{{ visit.title }}</RouterLink>
                <span class="quiet">{{ day(visit.started_at) }}</span>
                <span v-if="visit.dryness" class="side" :class="{ bad: visit.dryness !== 'dry' }">
                  {{ t(`visit.drynesses.${visit.dryness}`) }}
                </span>
              </div>
              <p class="quiet">
                {{
                  t('sheet.handsOn', {
                    planned: minutes(visit.minutes.planned),
                    actual: minutes(visit.minutes.actual),
                  })
                }}
                <template v-if="visit.note">· {{ visit.note }}</template>
              </p>
            </li>
          </ul>
        </section>
        <HairOverTime v-if="hands" :client="props.client" />
      </div>
      <div>
        <section v-if="profile.data.value?.missing.length" class="missing" role="note">
          <h2>{{ t('sheet.missing') }}</h2>
          <p v-for="gap in profile.data.value.missing" :key="gap.field">{{ gap.message }}</p>
        </section>
        <HairPart v-if="hands" :client="props.client" />
        <PersonPart :key="data.version" :client="data" />
        <ErasePart v-if="may.write('erasure')" :client="data" />
      </div>
    </div>
  </Await>
</template>

<style scoped>
.sheet > :first-child > section:first-child h2 {
  min-height: 48px;
}
.sheet {
  display: grid;
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
  gap: 40px;
}
section + section {
  margin-top: 26px;
}
h2 {
  display: flex;
  align-items: end;
  min-height: 26px;
  padding-bottom: 6px;
  border-bottom: 2px solid var(--ink);
}
section > .quiet {
  padding-top: 8px;
}
.lines {
  margin: 0;
  padding: 0;
  list-style: none;
}
.lines li {
  padding: 10px 0 12px;
  border-bottom: 1px solid var(--line);
}
.line {
  display: flex;
  align-items: baseline;
  gap: 10px;
  margin-bottom: 6px;
}
.title {
  font: 700 16px var(--display);
  text-decoration: none;
}
.title:hover {
  text-decoration: underline;
}
.side {
  margin-left: auto;
  font-weight: 600;
}
.bad {
  color: var(--caution);
}
.missing {
  margin-bottom: 26px;
  padding: 10px 14px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
}
.missing h2 {
  min-height: 0;
  padding: 0 0 4px;
  border: 0;
}
@media (max-width: 960px) {
  .sheet {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
