<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useVisits } from '@/api/queries'
import Await from '@/parts/Await.vue'
import Figures from '@/parts/Figures.vue'
import PageHead from '@/parts/PageHead.vue'
import { day, minutes, short } from '@/text/format'

import FindingsBar from './FindingsBar.vue'

const { t } = useI18n()
const visits = useVisits()
</script>

<template>
  <PageHead :title="t('findings.title')" :about="t('findings.lead')" />
  <FindingsBar />
  <Await
    v-slot="{ data }"
    :data="visits.data.value"
    :error="visits.error.value"
    :empty="visits.data.value?.results.length ? undefined : t('findings.noVisits')"
    @retry="visits.refetch()"
  >
    <Figures stack class="rows">
      <thead>
        <tr>
          <th>{{ t('findings.who') }}</th>
          <th>{{ t('findings.service') }}</th>
          <th>{{ t('findings.day') }}</th>
          <th class="n">{{ t('findings.planned') }}</th>
          <th class="n">{{ t('findings.took') }}</th>
          <th class="n">{{ t('findings.opened') }}</th>
          <th>{{ t('findings.roots') }}</th>
          <th class="n">{{ t('findings.definition') }}</th>
          <th class="n">{{ t('findings.frizz') }}</th>
          <th>{{ t('findings.note') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="visit in data.results" :key="visit.id">
          <td class="name">
            <RouterLink :to="`/heads/${visit.head}`">{{ visit.head_name }}</RouterLink>
          </td>
          <td>
            <RouterLink :to="`/visits/${visit.id}`">{{ visit.title }}</RouterLink>
          </td>
          <td class="quiet">{{ day(visit.started_at) }}</td>
          <td class="n">{{ minutes(visit.minutes.planned) }}</td>
          <td class="n">
            <b>{{ minutes(visit.minutes.actual) }}</b>
          </td>
          <td class="n">
            {{ visit.released_after_h === null ? '–' : `${short(visit.released_after_h ?? 0)} h` }}
          </td>
          <td :class="{ bad: visit.dryness && visit.dryness !== 'dry' }">
            {{ visit.dryness ? t(`visit.drynesses.${visit.dryness}`) : '–' }}
          </td>
          <td class="n">{{ visit.definition ?? '–' }}</td>
          <td class="n">{{ visit.frizz ?? '–' }}</td>
          <td class="note">{{ visit.note }}</td>
        </tr>
      </tbody>
    </Figures>
  </Await>
</template>

<style scoped>
.rows {
  background: var(--paper);
}
.rows th:first-child,
.rows td:first-child {
  padding-left: 12px;
}
.name a {
  font: 700 16px var(--display);
  text-decoration: none;
}
.bad {
  color: var(--caution);
  font-weight: 650;
}
.rows td,
.rows th {
  padding-right: 16px;
}
.note {
  max-width: 300px;
  font-size: 14px;
}
</style>
