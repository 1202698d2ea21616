<script setup lang="ts">
import { onKeyStroke, refDebounced } from '@vueuse/core'
import { ElInput } from 'element-plus'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'

import { type HeadRow, headPages } from '@/api/queries'
import { useMay } from '@/api/staff'
import { isTyping } from '@/parts/keys'
import LongTable from '@/parts/LongTable.vue'
import PageHead from '@/parts/PageHead.vue'
import SavedViews from '@/parts/SavedViews.vue'
import { useInUrl } from '@/parts/useInUrl'
import { ago } from '@/text/format'

const { t } = useI18n()
const router = useRouter()
const may = useMay()
const search = useInUrl<string>('search', '')
const asked = refDebounced(search, 150)
const shown = useInUrl<'here' | 'archived'>('show', 'here')
const pages = computed(() =>
  headPages({ search: asked.value, archived: shown.value === 'archived' ? '1' : undefined }),
)
const count = ref<number>()

onKeyStroke('n', (event) => {
  if (!isTyping(event) && !event.ctrlKey && !event.metaKey) void router.push('/heads/new')
})

const hair = (head: HeadRow) =>
  [
    head.pattern,
    head.length_cm ? t('hair.summary.length', { cm: head.length_cm }) : null,
    head.porosity ? t('heads.porosity', { level: t(`hair.word.${head.porosity}`) }) : null,
  ]
    .filter(Boolean)
    .join(' · ')
</script>

<template>
  <PageHead :title="t('heads.title')">
    <template v-if="count !== undefined" #about>{{
      t('heads.count', { n: count }, count)
    }}</template>
    <SavedViews place="heads" />
    <ElInput
      v-model="search"
      class="search"
      clearable
      :placeholder="t('heads.search')"
      :aria-label="t('heads.search')"
    />
    <button
      class="act"
      type="button"
      :aria-pressed="shown === 'archived'"
      @click="shown = shown === 'archived' ? 'here' : 'archived'"
    >
      {{ t(shown === 'archived' ? 'heads.notArchived' : 'heads.archived') }}
    </button>
    <RouterLink class="act main" to="/heads/new">{{ t('heads.add') }}</RouterLink>
  </PageHead>
  <LongTable
    :pages="pages"
    :empty="asked ? t('heads.none', { name: asked }) : t('heads.empty')"
    class="heads"
    @count="count = $event"
  >
    <template #head>
      <th>{{ t('heads.name') }}</th>
      <th>{{ t('heads.hair') }}</th>
      <th>{{ t('heads.lastVisit') }}</th>
      <th>{{ t('heads.lastPlan') }}</th>
      <th class="doing">
        <span class="sr">{{ t('heads.plan') }}</span>
      </th>
    </template>
    <template #row="{ row: head }">
      <td class="name">
        <RouterLink :to="`/heads/${head.id}`">{{ head.name }}</RouterLink>
        <span v-if="head.stopped" class="warning">{{ t('heads.stopped') }}</span>
        <span v-if="head.conditions.length" class="warning">
          {{ head.conditions.map((name) => t(`person.condition.${name}`)).join(', ') }}
        </span>
      </td>
      <td>{{ hair(head) || t('heads.notMeasured') }}</td>
      <td :data-label="t('heads.lastVisit')">
        <template v-if="head.last_visit_at">
          {{ head.last_visit_title }}
          <span class="quiet">{{ ago(head.last_visit_at) }}</span>
        </template>
        <span v-else class="quiet">{{ t('heads.never') }}</span>
      </td>
      <td :data-label="t('heads.lastPlan')">
        <template v-if="head.last_plan_at">
          <RouterLink :to="`/plans/${head.last_plan_id}`">{{ head.last_plan_title }}</RouterLink>
          <span class="quiet">{{ ago(head.last_plan_at) }}</span>
        </template>
        <span v-else class="quiet">{{ t('heads.never') }}</span>
      </td>
      <td class="n">
        <RouterLink v-if="may.write('draft')" class="act" :to="`/heads/${head.id}/plan`">{{
          t('heads.plan')
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
.heads td {
  padding-top: 10px;
  padding-bottom: 10px;
  overflow-wrap: anywhere;
}
.heads td:last-child {
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
