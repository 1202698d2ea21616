<script setup lang="ts">
import { onKeyStroke, refDebounced } from '@vueuse/core'
import { ElInput } from 'element-plus'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'

import { type ClientRow, clientPages } from '@/api/queries'
import { useMay } from '@/api/staff'
import { isTyping } from '@/parts/keys'
import LongTable from '@/parts/LongTable.vue'
import PageHeader from '@/parts/PageHeader.vue'
import SavedViews from '@/parts/SavedViews.vue'
import { useInUrl } from '@/parts/useInUrl'
import { ago } from '@/text/format'
import { measure } from '@/text/measures'

const { t } = useI18n()
const router = useRouter()
const may = useMay()
const search = useInUrl<string>('search', '')
const asked = refDebounced(search, 150)
const shown = useInUrl<'here' | 'archived'>('show', 'here')
const pages = computed(() =>
  clientPages({ search: asked.value, archived: shown.value === 'archived' ? '1' : undefined }),
)
const count = ref<number>()

onKeyStroke('n', (event) => {
  if (!isTyping(event) && !event.ctrlKey && !event.metaKey) void router.push('/clients/new')
})

const hair = (client: ClientRow) =>
  [
    client.pattern,
    client.length_cm ? t('hair.summary.length', { cm: measure(client.length_cm, 'cm') }) : null,
    client.porosity ? t('clients.porosity', { level: t(`hair.word.${client.porosity}`) }) : null,
  ]
    .filter(Boolean)
    .join(' · ')
</script>

<template>
  <PageHeader :title="t('clients.title')">
    <template v-if="count !== undefined" #about>{{
      t('clients.count', { n: count }, count)
    }}</template>
    <SavedViews place="clients" />
    <ElInput
      v-model="search"
      class="search"
      clearable
      :placeholder="t('clients.search')"
      :aria-label="t('clients.search')"
    />
    <button
      class="act"
      type="button"
      :aria-pressed="shown === 'archived'"
      @click="shown = shown === 'archived' ? 'here' : 'archived'"
    >
      {{ t(shown === 'archived' ? 'clients.notArchived' : 'clients.archived') }}
    </button>
    <RouterLink class="act main" to="/clients/new">{{ t('clients.add') }}</RouterLink>
  </PageHeader>
  <LongTable
    :pages="pages"
    :empty="asked ? t('clients.none', { name: asked }) : t('clients.empty')"
    class="clients"
    @count="count = $event"
  >
    <template #client>
      <th>{{ t('clients.name') }}</th>
      <th>{{ t('clients.hair') }}</th>
      <th>{{ t('clients.lastVisit') }}</th>
      <th>{{ t('clients.lastPlan') }}</th>
      <th class="doing">
        <span class="sr">{{ t('clients.plan') }}</span>
      </th>
    </template>
    <template #row="{ row: client }">
      <td class="name">
        <RouterLink :to="`/clients/${client.id}`">{{ client.name }}</RouterLink>
        <span v-if="client.stopped" class="warning">{{ t('clients.stopped') }}</span>
        <span v-if="client.conditions.length" class="warning">
          {{ client.conditions.map((name) => t(`person.condition.${name}`)).join(', ') }}
        </span>
      </td>
      <td>{{ hair(client) || t('clients.notMeasured') }}</td>
      <td :data-label="t('clients.lastVisit')">
        <template v-if="client.last_visit_at">
          {{ client.last_visit_title }}
          <span class="quiet">{{ ago(client.last_visit_at) }}</span>
        </template>
        <span v-else class="quiet">{{ t('clients.never') }}</span>
      </td>
      <td :data-label="t('clients.lastPlan')">
        <template v-if="client.last_plan_at">
          <RouterLink :to="`/plans/${client.last_plan_id}`">{{
            client.last_plan_title
          }}</RouterLink>
          <span class="quiet">{{ ago(client.last_plan_at) }}</span>
        </template>
        <span v-else class="quiet">{{ t('clients.never') }}</span>
      </td>
      <td class="n">
        <RouterLink v-if="may.write('draft')" class="act" :to="`/clients/${client.id}/plan`">{{
          t('clients.plan')
        }}</RouterLink>
      </td>
    </template>
  </LongTable>
</template>

<style scoped>
.search {
  width: 260px;
  max-width: 100%;
}
.clients td {
  padding-top: 10px;
  padding-bottom: 10px;
  overflow-wrap: anywhere;
}
.clients td:last-child {
  padding-right: 12px;
}
.doing {
  width: 110px;
}
.name a {
  font: 700 17px var(--display);
  text-decoration: none;
}
.name a:hover {
  text-decoration: underline;
}
.warning {
  margin-left: 8px;
  color: var(--caution);
  font-size: 13px;
}
td :not(:first-child).quiet {
  margin-left: 6px;
}
</style>
