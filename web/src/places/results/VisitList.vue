<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useStyles } from '@/api/styles'
import { drynessValues } from '@/api/generated'
import { visitPages, type VisitsAsked } from '@/api/queries'
import LongTable from '@/parts/LongTable.vue'
import PageHeader from '@/parts/PageHeader.vue'
import SavedViews from '@/parts/SavedViews.vue'
import Pick from '@/parts/Pick.vue'
import TextField from '@/parts/TextField.vue'
import { useInUrl } from '@/parts/useInUrl'
import { day, minutes, short } from '@/text/format'

import ResultsBar from './ResultsBar.vue'

const ANY = 'any'
const SORTS = {
  newest: '-started_at',
  oldest: 'started_at',
  defined: '-definition',
  frizzy: '-frizz',
  smooth: 'frizz',
} as const

const { t } = useI18n()
const chosen = (value: string) => (value === ANY ? undefined : value)
const search = useInUrl<string>('search', '')
const words = refDebounced(search, 150)
const style = useInUrl<string>('style', ANY)
const dryness = useInUrl<string>('dryness', ANY)
const sort = useInUrl<string>('sort', '-started_at')
const pages = computed(() =>
  visitPages({
    search: words.value || undefined,
    style: chosen(style.value),
    dryness: chosen(dryness.value),
    sort: sort.value,
  } as VisitsAsked),
)
const filtered = computed(() =>
  Boolean(words.value || chosen(style.value) || chosen(dryness.value)),
)
const allStyles = useStyles()
const styles = computed(() => [
  { value: ANY, text: t('results.anyStyle') },
  ...allStyles.list.value.map(({ style: value, title }) => ({ value, text: title })),
])
const roots = computed(() => [
  { value: ANY, text: t('results.anyRoots') },
  ...drynessValues.map((value) => ({ value, text: t(`visit.drynesses.${value}`) })),
])
const sorts = computed(() =>
  Object.entries(SORTS).map(([name, value]) => ({ value, text: t(`results.sorts.${name}`) })),
)
</script>

<template>
  <PageHeader :title="t('results.title')" :about="t('results.lead')" />
  <ResultsBar />
  <div class="beside">
    <TextField v-model="search" :label="t('clients.search')" name="search" :maxlength="100" />
    <Pick
      v-model="style"
      :label="t('results.service')"
      name="style"
      :options="styles"
      width="240px"
    />
    <Pick
      v-model="dryness"
      :label="t('results.roots')"
      name="dryness"
      :options="roots"
      width="190px"
    />
    <Pick v-model="sort" :label="t('results.sorted')" name="sort" :options="sorts" width="180px" />
  </div>
  <div class="kept">
    <SavedViews place="visits" />
  </div>
  <LongTable
    :pages="pages"
    :empty="t(filtered ? 'results.noneSuch' : 'results.noVisits')"
    class="visits"
  >
    <template #client>
      <th class="name">{{ t('results.who') }}</th>
      <th>{{ t('results.service') }}</th>
      <th class="when">{{ t('results.day') }}</th>
      <th class="n few">{{ t('results.planned') }}</th>
      <th class="n few">{{ t('results.took') }}</th>
      <th class="n few">{{ t('results.opened') }}</th>
      <th class="roots">{{ t('results.roots') }}</th>
      <th class="n few">{{ t('results.definition') }}</th>
      <th class="n few">{{ t('results.frizz') }}</th>
      <th class="note">{{ t('results.note') }}</th>
    </template>
    <template #row="{ row: visit }">
      <td class="name">
        <RouterLink :to="`/clients/${visit.client}`">{{ visit.client_name }}</RouterLink>
      </td>
      <td>
        <RouterLink :to="`/visits/${visit.id}`">{{ visit.title }}</RouterLink>
      </td>
      <td class="quiet">{{ day(visit.started_at) }}</td>
      <td class="n" :data-label="t('results.planned')">{{ minutes(visit.minutes.planned) }}</td>
      <td class="n" :data-label="t('results.took')">
        <b>{{ minutes(visit.minutes.actual) }}</b>
      </td>
      <td class="n" :data-label="t('results.opened')">
        {{ visit.released_after_h === null ? '–' : `${short(visit.released_after_h ?? 0)} h` }}
      </td>
      <td
        :data-label="t('results.roots')"
        :class="{ bad: visit.dryness && visit.dryness !== 'dry' }"
      >
        {{ visit.dryness ? t(`visit.drynesses.${visit.dryness}`) : '–' }}
      </td>
      <td class="n" :data-label="t('results.definition')">{{ visit.definition ?? '–' }}</td>
      <td class="n" :data-label="t('results.frizz')">{{ visit.frizz ?? '–' }}</td>
      <td class="note">{{ visit.note }}</td>
    </template>
  </LongTable>
</template>

<style scoped>
.kept {
  min-height: 44px;
  margin: 8px 0;
}
.visits :deep(table) {
  min-width: 960px;
}
.name a {
  font: 700 16px var(--display);
  text-decoration: none;
}
.bad {
  color: var(--caution);
  font-weight: 650;
}
.visits td,
.visits th {
  padding-right: 16px;
}
.visits td {
  overflow-wrap: anywhere;
}
@media (max-width: 640px) {
  .visits :deep(table) {
    min-width: 0;
  }
}
.few {
  width: 84px;
}
.note {
  font-size: 14px;
}

.when {
  width: 96px;
}
th.note {
  width: 19%;
}
th.roots {
  width: 150px;
}
th.name {
  width: 13%;
}
</style>
