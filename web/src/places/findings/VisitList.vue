<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { drynessValues, styleValues } from '@/api/generated'
import { useVisitPage, type VisitsAsked } from '@/api/queries'
import Await from '@/parts/Await.vue'
import Figures from '@/parts/Figures.vue'
import PageHead from '@/parts/PageHead.vue'
import Pages from '@/parts/Pages.vue'
import Pick from '@/parts/Pick.vue'
import TextField from '@/parts/TextField.vue'
import { useInUrl } from '@/parts/useInUrl'
import { day, minutes, short } from '@/text/format'

import FindingsBar from './FindingsBar.vue'
import SavedViews from './SavedViews.vue'

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
const from = useInUrl<string>('from', '0')
const offset = computed({
  get: () => Number(from.value) || 0,
  set: (n) => (from.value = String(n)),
})
const asked = computed(
  () =>
    ({
      search: words.value || undefined,
      style: chosen(style.value),
      dryness: chosen(dryness.value),
      sort: sort.value,
      offset: offset.value,
    }) as VisitsAsked,
)
const filtered = computed(() =>
  Boolean(words.value || chosen(style.value) || chosen(dryness.value)),
)
watch([words, style, dryness, sort], () => (offset.value = 0))
const visits = useVisitPage(asked)
const styles = computed(() => [
  { value: ANY, text: t('findings.anyStyle') },
  ...styleValues.map((value) => ({ value, text: t(`plan.styles.${value}`) })),
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
  <SavedViews place="visits" />
  <Await
    v-slot="{ data }"
    :data="visits.data.value"
    :error="visits.error.value"
    :empty="
      visits.data.value?.results.length
        ? undefined
        : t(filtered ? 'findings.noneSuch' : 'findings.noVisits')
    "
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
    <Pages v-model="offset" :count="data.count" />
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
