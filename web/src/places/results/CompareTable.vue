<script setup lang="ts">
/** Planned beside actual; a bar shows where the actual fell. */
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import Figures from '@/parts/Figures.vue'
import { exactFigure, exactMeasure } from '@/text/measures'

interface Row {
  id: string
  name: string
  planned: number
  actual: number | null
  ratio: number | null
  verdict: Schemas['VerdictEnum'] | null
}
defineProps<{ title: string; unit: string; digits: number; rows: Row[] }>()
const { t } = useI18n()

/** Half to twice the plan, on a scale on which both are as far from it. */
const place = (ratio: number) => `${50 + 50 * Math.max(-1, Math.min(1, Math.log2(ratio)))}%`
</script>

<template>
  <Figures>
    <thead>
      <tr>
        <th>{{ title }}</th>
        <th class="n">{{ t('visit.planned') }}</th>
        <th class="n">{{ t('visit.actual') }}</th>
        <th class="verdict">{{ t('visit.rail') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.id">
        <td>{{ row.name }}</td>
        <td class="n quiet">{{ exactFigure(row.planned, unit, digits) }}</td>
        <td class="n">
          <b v-if="row.actual !== null">{{ exactMeasure(row.actual, unit, digits) }}</b>
          <span v-else class="quiet">{{ t('visit.notTimed') }}</span>
        </td>
        <td class="verdict" :class="row.verdict">
          <span v-if="row.ratio" class="rail" aria-hidden="true">
            <i :style="{ left: place(row.ratio) }" />
          </span>
          <span v-if="row.verdict && row.verdict !== 'as_planned'">
            {{ t(`visit.verdict.${row.verdict}`) }}
          </span>
          <span v-else-if="row.verdict" class="sr">{{ t('visit.verdict.as_planned') }}</span>
        </td>
      </tr>
    </tbody>
  </Figures>
</template>

<style scoped>
.verdict {
  width: 92px;
  padding-left: 10px !important;
  font-size: 13px;
  white-space: nowrap;
}
.rail {
  display: inline-block;
  position: relative;
  width: 44px;
  height: 10px;
  margin-right: 6px;
  border-left: 1px solid var(--line);
  border-right: 1px solid var(--line);
  background: linear-gradient(var(--line-strong), var(--line-strong)) center / 1px 100% no-repeat;
}
.rail i {
  position: absolute;
  top: 0;
  width: 4px;
  height: 10px;
  margin-left: -2px;
  background: var(--ink);
}
.more,
.less {
  font-weight: 650;
}
.more i,
.less i {
  background: var(--caution);
}
</style>
