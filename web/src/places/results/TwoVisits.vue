<script setup lang="ts">
/** Any two visits of a client beside each other: what was done, step by step, and how it came out. */
import { computed, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import { useTwoVisits } from '@/api/results'
import { useClient, useVisits } from '@/api/queries'
import Await from '@/parts/Await.vue'
import Figures from '@/parts/Figures.vue'
import PageHeader from '@/parts/PageHeader.vue'
import Pick from '@/parts/Pick.vue'
import { useInUrl } from '@/parts/useInUrl'
import { day, number } from '@/text/format'
import { exactMeasure } from '@/text/measures'

const SIDES = ['first', 'second'] as const

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const client = useClient(() => props.client)
const visits = useVisits(() => props.client, true)
const over = computed(() =>
  (visits.data.value?.results ?? []).filter((visit) => visit.state === 'done'),
)
const options = computed(() =>
  over.value.map((visit) => ({
    value: String(visit.id),
    text: `${day(visit.started_at)}, ${visit.title}`,
  })),
)
const first = useInUrl<string>('first', '')
const second = useInUrl<string>('second', '')
/** The newest two, until others are chosen. */
watch(
  over,
  ([newest, before]) => {
    if (newest && before && !first.value && !second.value) {
      first.value = String(before.id)
      second.value = String(newest.id)
    }
  },
  { immediate: true },
)
const beside = useTwoVisits(
  () => props.client,
  () => Number(first.value),
  () => Number(second.value),
)

const took = (noted: number | null, planned: number | null) => {
  if (planned === null) return '–'
  return noted === null
    ? t('two.planned', { minutes: number(planned) })
    : t('two.took', { minutes: number(noted) })
}
const grams = (name: string, value: number | null) =>
  value === null ? '–' : `${name} ${exactMeasure(value, 'g')}`
</script>

<template>
  <PageHeader
    :title="client.data.value?.name ?? ''"
    :to="`/clients/${props.client}/story`"
    :about="t('two.title')"
  />
  <Await
    :data="visits.data.value"
    :error="visits.error.value"
    :empty="visits.data.value && over.length < 2 ? t('story.empty') : undefined"
    @retry="visits.refetch()"
  >
    <div class="beside picks">
      <Pick v-model="first" :label="t('two.first')" name="first" :options="options" width="280px" />
      <Pick
        v-model="second"
        :label="t('two.second')"
        name="second"
        :options="options"
        width="280px"
      />
    </div>
    <Await
      v-if="first && second"
      v-slot="{ data }"
      :data="beside.data.value"
      :error="beside.error.value"
      @retry="beside.refetch()"
    >
      <p class="said">{{ data.text }}</p>
      <div class="columns">
        <Figures>
          <thead>
            <tr>
              <th>{{ t('two.steps') }}</th>
              <th>{{ day(data.first_at) }}</th>
              <th>{{ day(data.second_at) }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="step in data.steps" :key="step.key" :class="{ differs: step.is_different }">
              <td>{{ step.title }}</td>
              <td v-for="side in SIDES" :key="side">
                {{ took(step[`${side}_min`], step[`${side}_planned`]) }}
                <span v-for="one in step.products" :key="one.role" class="product">{{
                  grams(one[side], one[`${side}_g`])
                }}</span>
              </td>
            </tr>
          </tbody>
        </Figures>
        <Figures>
          <thead>
            <tr>
              <th>{{ t('two.otherwise') }}</th>
              <th class="n">{{ day(data.first_at) }}</th>
              <th class="n">{{ day(data.second_at) }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in data.changes" :key="row.what">
              <td>{{ row.what }}</td>
              <td class="n">{{ row.before }}</td>
              <td class="n">
                <b>{{ row.after }}</b>
              </td>
            </tr>
            <tr v-if="!data.changes.length">
              <td colspan="3" class="quiet">{{ t('two.same') }}</td>
            </tr>
            <tr>
              <th colspan="3">{{ t('two.came') }}</th>
            </tr>
            <tr v-for="row in data.results" :key="`came ${row.what}`">
              <td>{{ row.what }}</td>
              <td class="n">{{ row.before }}</td>
              <td class="n">
                <b>{{ row.after }}</b>
              </td>
            </tr>
            <tr v-if="!data.results.length">
              <td colspan="3" class="quiet">{{ t('story.cameSame') }}</td>
            </tr>
          </tbody>
        </Figures>
      </div>
    </Await>
  </Await>
</template>

<style scoped>
.picks {
  margin: 12px 0;
}
.said {
  max-width: 900px;
  margin-bottom: 14px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr);
  align-items: start;
  gap: 36px;
}
.product {
  display: block;
  color: var(--ink-2);
}
.differs td:first-child {
  font-weight: 700;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
