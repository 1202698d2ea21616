<script setup lang="ts">
/** Every dose in order of use: grams, pumps, and what is left in the bottle. */
import { ElDropdown, ElDropdownItem, ElDropdownMenu } from 'element-plus'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { type Step, useSalon } from '@/api/queries'
import Figures from '@/parts/Figures.vue'
import WhyList from '@/parts/WhyList.vue'
import { money, number, short } from '@/text/format'
import { counted, exactFigure, figure, measure, unitName } from '@/text/measures'

import { usePlanWords } from './words'

const props = defineProps<{
  steps: Step[]
  totals: Schemas['Totals']
  shelf?: Schemas['ShelfItem'][]
  byHand?: Record<string, string>
  /** Whether the layers can be composed. */
  composable?: boolean
}>()
const emit = defineEmits<{ bottle: [role: string, id: string | undefined]; compose: [] }>()
const { t } = useI18n()
const salon = useSalon()

const bottles = (role: string) =>
  (props.shelf ?? []).filter(
    (prop) => prop.role === role || (prop.also ?? []).includes(role as never),
  )
const cost = computed(() =>
  props.totals.product_cost && salon.data.value
    ? money(props.totals.product_cost, salon.data.value.currency)
    : '',
)

type Product = Step['products'][number]
const words = usePlanWords()
const rangeOf = (product: Product) =>
  product.grams_low == null || product.grams_high == null
    ? t('layers.decided')
    : t('plan.range', {
        low: figure(product.grams_low, 'g'),
        high: measure(product.grams_high, 'g'),
      })

const doses = computed(() =>
  props.steps.flatMap((step) => step.products.map((product) => ({ step, product }))),
)
</script>

<template>
  <Figures class="doses">
    <thead>
      <tr>
        <th>{{ t('plan.doses') }}</th>
        <th class="n">{{ unitName('g') }}</th>
        <th class="n">{{ t('plan.byHand') }}</th>
        <th class="n">{{ t('plan.left') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="{ step, product } in doses"
        :key="`${step.key} ${product.role} ${product.layer ?? ''}`"
        :class="{ stays: product.stays_in }"
      >
        <td>
          <ElDropdown
            v-if="bottles(product.role).length > 1"
            trigger="click"
            @command="emit('bottle', product.role, $event || undefined)"
          >
            <button
              class="plain bottle"
              type="button"
              :aria-label="t('plan.otherBottle', { name: product.name })"
            >
              {{ product.name }}
            </button>
            <template #dropdown>
              <ElDropdownMenu>
                <ElDropdownItem command="" :disabled="!byHand?.[product.role]">
                  {{ t('plan.suitsBest') }}
                </ElDropdownItem>
                <ElDropdownItem
                  v-for="item in bottles(product.role)"
                  :key="item.id"
                  :command="item.id"
                  :disabled="item.id === product.id"
                >
                  {{ item.name }}
                </ElDropdownItem>
              </ElDropdownMenu>
            </template>
          </ElDropdown>
          <template v-else>{{ product.name }}</template>
          <span v-if="words.where(product)" class="quiet"> {{ words.where(product) }}</span>
        </td>
        <td class="n" :title="rangeOf(product)">
          <WhyList :reasons="product.reasons" :about="product.name">{{
            exactFigure(product.grams, 'g')
          }}</WhyList>
        </td>
        <td class="n">
          <template v-if="product.units !== null">{{
            counted(product.units, product.unit ?? '')
          }}</template>
          <span v-else class="quiet">{{ product.id === null ? t('plan.notOnShelf') : '–' }}</span>
        </td>
        <td
          class="n"
          :class="{ short: product.stock_g !== null && product.stock_g < product.grams }"
        >
          {{ product.stock_g === null ? '–' : measure(product.stock_g, 'g', 0) }}
        </td>
      </tr>
    </tbody>
    <tfoot>
      <tr v-if="totals.leave_on_g_per_m2 > 0">
        <td class="quiet">{{ t('plan.onHair') }}</td>
        <td class="n">
          <b>{{ number(totals.leave_on_g_per_m2, 1) }} g/m²</b>
          <div v-if="totals.solids_g_per_m2 != null" class="quiet">
            {{ t('plan.onceDry', { solids: number(totals.solids_g_per_m2, 1) }) }}
          </div>
        </td>
        <td class="n quiet" colspan="2">
          {{
            t('plan.onHairBounds', {
              residue: short(totals.residue_above_g_per_m2),
              thin: short(totals.thin_below_g_per_m2),
            })
          }}
          <div v-if="totals.white_above_g_per_m2 != null">
            {{ t('plan.whiteAbove', { most: short(totals.white_above_g_per_m2) }) }}
          </div>
        </td>
      </tr>
      <tr v-if="cost">
        <td class="quiet">{{ t('plan.cost') }}</td>
        <td class="n">
          <b>{{ cost }}</b>
        </td>
        <td class="n quiet" colspan="2">
          <template v-if="totals.unpriced?.length">{{
            t('plan.unpriced', { names: totals.unpriced.join(', ') })
          }}</template>
        </td>
      </tr>
    </tfoot>
  </Figures>
  <button v-if="composable" class="plain compose" type="button" @click="emit('compose')">
    {{ t('layers.compose') }}
  </button>
</template>

<style scoped>
td,
th {
  padding-top: 1px !important;
  padding-bottom: 1px !important;
}
.doses {
  font-size: 14px;
}
td:first-child {
  white-space: nowrap;
}
tfoot td.quiet {
  white-space: normal;
}
@media (max-width: 640px) {
  td:first-child {
    white-space: normal;
  }
  tr > :nth-child(4) {
    display: none;
  }
  td.n {
    white-space: normal;
  }
}
.stays td:first-child {
  border-left: 3px solid var(--lay_in);
  padding-left: 7px;
}
td :deep(.el-dropdown) {
  vertical-align: baseline;
}
.bottle {
  font-size: 14px;
  color: var(--ink);
  border-bottom: 1px solid var(--line-strong);
}
.compose {
  margin-top: 4px;
  font-size: 13px;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.short {
  color: var(--caution);
  font-weight: 700;
}
</style>
