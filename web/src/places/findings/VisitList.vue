<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useStyles } from '@/api/styles'
import { drynessValues } from '@/api/generated'
import { visitPages, type VisitsAsked } from '@/api/queries'
import LongTable from '@/parts/LongTable.vue'
import PageHead from '@/parts/PageHead.vue'
import SavedViews from '@/parts/SavedViews.vue'
import Pick from '@/parts/Pick.vue'
import TextField from '@/parts/TextField.vue'
import { useInUrl } from '@/parts/useInUrl'
import { day, minutes, short } from '@/text/format'

import FindingsBar from './FindingsBar.vue'

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
  { value: ANY, text: t('findings.anyStyle') },
  ...allStyles.list.value.map(({ style: value, title }) => ({ value, text: title })),
])
const roots = computed(() => [
  { value: ANY, text: t('findings.anyRoots') },
  ...drynessValues.map((value) => ({ value, text: t(`visit.drynesses.${value}`) })),
])
const sorts = computed(() =>
  Object.entries(SORTS).map(([name, value]) => ({ value, text: t(`findings.sorts.${name}`) })),
)
</script>

<template>
  <PageHead :title="t('findings.title')" :about="t('findings.lead')" />
  <FindingsBar />
  <div class="beside">
    <TextField v-model="search" :label="t('heads.search')" name="search" :maxlength="100" />
    <Pick
      v-model="style"
      :label="t('findings.service')"
      name="style"
      :options="styles"
      width="240px"
    />
    <Pick
      v-model="dryness"
      :label="t('findings.roots')"
      name="dryness"
      :options="roots"
      width="190px"
    />
    <Pick v-model="sort" :label="t('findings.sorted')" name="sort" :options="sorts" width="180px" />
  </div>
  <div class="kept">
    <SavedViews place="visits" />
  </div>
  <LongTable
    :pages="pages"
    :empty="t(filtered ? 'findings.noneSuch' : 'findings.noVisits')"
    class="visits"
  >
    <template #head>
      <th class="name">{{ t('findings.who') }}</th>
      <th>{{ t('findings.service') }}</th>
      <th class="when">{{ t('findings.day') }}</th>
      <th class="n few">{{ t('findings.planned') }}</th>
      <th class="n few">{{ t('findings.took') }}</th>
      <th class="n few">{{ t('findings.opened') }}</th>
      <th class="roots">{{ t('findings.roots') }}</th>
      <th class="n few">{{ t('findings.definition') }}</th>
      <th class="n few">{{ t('findings.frizz') }}</th>
      <th class="note">{{ t('findings.note') }}</th>
    </template>
    <template #row="{ row: visit }">
      <td class="name">
        <RouterLink :to="`/heads/${visit.head}`">{{ visit.head_name }}</RouterLink>
      </td>
      <td>
        <RouterLink :to="`/visits/${visit.id}`">{{ visit.title }}</RouterLink>
      </td>
      <td class="quiet">{{ day(visit.started_at) }}</td>
      <td class="n" :data-label="t('findings.planned')">{{ minutes(visit.minutes.planned) }}</td>
      <td class="n" :data-label="t('findings.took')">
        <b>{{ minutes(visit.minutes.actual) }}</b>
      </td>
      <td class="n" :data-label="t('findings.opened')">
        {{ visit.released_after_h === null ? '–' : `${short(visit.released_after_h ?? 0)} h` }}
      </td>
      <td
        :data-label="t('findings.roots')"
        :class="{ bad: visit.dryness && visit.dryness !== 'dry' }"
      >
        {{ visit.dryness ? t(`visit.drynesses.${visit.dryness}`) : '–' }}
      </td>
      <td class="n" :data-label="t('findings.definition')">{{ visit.definition ?? '–' }}</td>
      <td class="n" :data-label="t('findings.frizz')">{{ visit.frizz ?? '–' }}</td>
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
