<script setup lang="ts" generic="Row">
/** A table as long as the salon's record: rows come and go as they are scrolled to. */
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import Await from './Await.vue'
import Figures from './Figures.vue'
import { type PageFrom, useLongList } from './longList'
import Problem from './Problem.vue'

const props = defineProps<{
  /** How the page after so many rows is asked for; another question begins at the top again. */
  pages: PageFrom<Row>
  /** Said in the place of no rows. */
  empty: string
}>()
const emit = defineEmits<{ count: [count: number] }>()
defineSlots<{ client(): unknown; row(props: { row: Row }): unknown }>()
const { t } = useI18n()

const body = ref<HTMLElement>()
const { first, failed, again, count, rows, height, measure, toTop } = useLongList<Row>(
  () => props.pages,
  body,
)
const before = computed(() => rows.value[0]?.start ?? 0)
const after = computed(() => Math.max(height.value - (rows.value.at(-1)?.end ?? 0), 0))

watch(() => props.pages, toTop)
watch(count, (n) => emit('count', n), { immediate: true })
</script>

<template>
  <div>
    <Await
      :data="first.data.value"
      :error="first.error.value"
      :empty="count ? undefined : empty"
      @retry="first.refetch()"
    >
      <Figures stack class="rows" :rows="count + 1">
        <thead>
          <tr aria-rowindex="1">
            <slot name="client" />
          </tr>
        </thead>
        <tbody ref="body">
          <tr v-if="before" aria-hidden="true" :style="{ height: `${before}px` }" />
          <tr
            v-for="{ index, row } in rows"
            :key="index"
            :ref="measure"
            :data-index="index"
            :aria-rowindex="index + 2"
          >
            <slot v-if="row" name="row" :row="row" />
            <td v-else class="quiet waits">{{ t('app.loading') }}</td>
          </tr>
          <tr v-if="after" aria-hidden="true" :style="{ height: `${after}px` }" />
        </tbody>
      </Figures>
      <Problem v-if="failed" class="in-sight" :error="failed" @retry="again" />
    </Await>
  </div>
</template>

<style scoped>
.rows {
  background: var(--paper);
}
.rows :deep(th:first-child),
.rows :deep(td:first-child) {
  padding-left: 12px;
}
/* Columns keep their width whichever rows are in sight. */
@media (min-width: 641px) {
  .rows :deep(table) {
    width: 100%;
    table-layout: fixed;
  }
}
/* Above the chairs that stand at the foot of the page. */
.in-sight {
  position: sticky;
  bottom: 56px;
}
.waits {
  height: 57px;
}
</style>
