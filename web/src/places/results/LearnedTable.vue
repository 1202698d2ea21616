<script setup lang="ts">
/** Learned values beside the standard, with how sure we are; each opens the visits behind it. */
import { scaleLog } from 'd3-scale'
import { useI18n } from 'vue-i18n'

import type { LearnedRow } from '@/api/results'
import Figures from '@/parts/Figures.vue'
import { number } from '@/text/format'

import { amount, keyOf } from './learned'
import LearnedVisits from './LearnedVisits.vue'

/** The axis of factors. */
const AXIS = [0.6, 1.6] as const
const WIDTH = 120

defineProps<{ rows: LearnedRow[]; label: string }>()
/** The learned value whose visits are listed. */
const opened = defineModel<string>()
const { t } = useI18n()

const x = scaleLog([...AXIS], [2, WIDTH - 2]).clamp(true)
const whose = (row: LearnedRow) => row.hands || t('results.salon')
const name = (row: LearnedRow) =>
  row.quantity === 'minutes' ? row.title : t(`results.names.${row.quantity}`, { what: row.title })
</script>

<template>
  <Figures stack :label="label">
    <thead>
      <tr>
        <th>{{ t('results.what') }}</th>
        <th>{{ t('results.whose') }}</th>
        <th class="n">{{ t('results.standard') }}</th>
        <th class="n">{{ t('results.now') }}</th>
        <th class="lies">{{ t('results.sure') }}</th>
        <th class="n">{{ t('results.visits') }}</th>
      </tr>
    </thead>
    <tbody>
      <template v-for="row in rows" :key="keyOf(row)">
        <tr>
          <td>
            <b>{{ name(row) }}</b>
          </td>
          <td :data-label="t('results.whose')">{{ whose(row) }}</td>
          <td class="n quiet" :data-label="t('results.standard')">
            {{ amount(row, row.standard) }}
          </td>
          <td class="n" :data-label="t('results.now')">
            <b>{{ amount(row, row.now) }}</b>
          </td>
          <td class="lies" :data-label="t('results.sure')">
            <span class="sure">
              <svg
                :viewBox="`0 0 ${WIDTH} 18`"
                :width="WIDTH"
                height="18"
                role="img"
                :aria-label="
                  t('results.times', {
                    factor: number(row.factor, 2),
                    low: number(row.low, 2),
                    high: number(row.high, 2),
                  })
                "
              >
                <line class="one" :x1="x(1)" :x2="x(1)" y1="1" y2="17" />
                <line class="doubt" :x1="x(row.low)" :x2="x(row.high)" y1="9" y2="9" />
                <circle class="dot" :cx="x(row.factor)" cy="9" r="4.5" />
              </svg>
              <span class="quiet" aria-hidden="true"
                >× {{ number(row.low, 2) }}–{{ number(row.high, 2) }}</span
              >
            </span>
          </td>
          <td class="n" :data-label="t('results.visits')">
            <button
              class="act"
              type="button"
              :aria-expanded="opened === keyOf(row)"
              :aria-label="t('learned.show', { what: name(row) }, row.visits)"
              @click="opened = opened === keyOf(row) ? undefined : keyOf(row)"
            >
              {{ row.visits }}
            </button>
          </td>
        </tr>
        <tr v-if="opened === keyOf(row)">
          <td colspan="6">
            <LearnedVisits :row="row" :amount="(value) => amount(row, value)" />
          </td>
        </tr>
      </template>
    </tbody>
  </Figures>
</template>

<style scoped>
.lies {
  padding-left: 24px;
}
.sure {
  display: flex;
  align-items: center;
  gap: 8px;
  white-space: nowrap;
}
.sure svg {
  flex: none;
}
.one {
  stroke: var(--line-strong);
}
.doubt {
  stroke: var(--ink);
  stroke-width: 2;
}
.dot {
  fill: var(--finish);
  stroke: var(--ink);
  stroke-width: 1.5;
}
</style>
