<script setup lang="ts">
/** Everything that is typed of a product; the label is read beside it while it is typed. */
import { refDebounced } from '@vueuse/core'
import { ElOption, ElSelect } from 'element-plus'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import { directionsValues, holdValues, roleValues, weightValues } from '@/api/generated'
import { type ProductBody, useLabel } from '@/api/products'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import Moment from '@/parts/Moment.vue'
import Pick from '@/parts/Pick.vue'
import TextField from '@/parts/TextField.vue'

import LabelRead from './LabelRead.vue'

defineProps<{ fresh?: boolean; currency: string }>()
const product = defineModel<ProductBody>({ required: true })
const { t } = useI18n()

const set = (change: Partial<ProductBody>) => (product.value = { ...product.value, ...change })

const text = computed(() => product.value.ingredients ?? '')
const asked = refDebounced(text, 200)
const label = useLabel(asked, () => product.value.directions !== 'rinse')
const shown = computed(() => (text.value.trim() ? label.data.value : undefined))
const take = (printed: string, name: string) =>
  set({ ingredients: text.value.replace(printed, name) })

const roles = computed(() => roleValues.map((value) => ({ value, text: t(`plan.roles.${value}`) })))
const DATES = [
  ['opened_on', 'product.opened'],
  ['best_before', 'product.bestBefore'],
  ['made_on', 'product.madeOn'],
] as const
</script>

<template>
  <div class="columns">
    <section class="fields">
      <div class="row">
        <TextField
          :model-value="product.name"
          :label="t('product.name')"
          class="wide"
          name="name"
          :maxlength="120"
          @update:model-value="set({ name: $event })"
        />
        <Pick
          :label="t('product.role')"
          name="role"
          :options="roles"
          width="190px"
          :model-value="product.role"
          @update:model-value="$event && set({ role: $event })"
        />
        <div class="field">
          <label for="product-also">{{ t('product.also') }}</label>
          <ElSelect
            id="product-also"
            :model-value="product.also"
            multiple
            collapse-tags
            :aria-label="t('product.also')"
            placeholder="–"
            style="width: 170px"
            @update:model-value="set({ also: $event })"
          >
            <ElOption
              v-for="role in roleValues.filter((role) => role !== product.role)"
              :key="role"
              :value="role"
              :label="t(`plan.roles.${role}`)"
            />
          </ElSelect>
        </div>
      </div>
      <div class="row">
        <Choice
          :label="t('product.weight')"
          :model-value="product.weight"
          :options="weightValues.map((value) => ({ value, text: t(`shelf.weights.${value}`) }))"
          @update:model-value="set({ weight: $event })"
        />
        <Choice
          :label="t('product.hold')"
          :model-value="product.hold || undefined"
          clearable
          :options="
            holdValues.map((value) => ({
              value,
              text: t(`shelf.holds.${value}`).replace(' hold', ''),
            }))
          "
          @update:model-value="set({ hold: $event ?? '' })"
        />
        <Choice
          :label="t('product.directions')"
          :model-value="product.directions || undefined"
          clearable
          :options="
            directionsValues.map((value) => ({
              value,
              text: t(`product.directionsOf.${value}`),
            }))
          "
          @update:model-value="set({ directions: $event ?? '' })"
        />
      </div>
      <div class="row">
        <Amount
          :label="`${t('product.dwell')}, ${t('product.dwellMin')}`"
          unit="min"
          :model-value="product.dwell_min"
          name="dwell_min"
          @update:model-value="set({ dwell_min: $event })"
        />
        <Amount
          :label="t('product.dwellMax')"
          unit="min"
          :model-value="product.dwell_max_min"
          name="dwell_max_min"
          @update:model-value="set({ dwell_max_min: $event })"
        />
      </div>
      <div class="row">
        <TextField
          :model-value="product.unit"
          :label="t('product.unit')"
          name="unit"
          :maxlength="30"
          width="124px"
          @update:model-value="set({ unit: $event })"
        />
        <Amount
          :label="t('product.unitG')"
          unit="g"
          :model-value="product.unit_g"
          name="unit_g"
          width="92px"
          @update:model-value="set({ unit_g: $event })"
        />
        <Amount
          v-if="fresh"
          :label="t('product.stock')"
          unit="g"
          :model-value="product.stock_g"
          name="stock_g"
          width="92px"
          @update:model-value="set({ stock_g: $event ?? undefined })"
        />
        <Amount
          :label="t('product.full')"
          unit="g"
          :model-value="product.full_g"
          name="full_g"
          width="92px"
          @update:model-value="set({ full_g: $event })"
        />
        <Amount
          :label="t('product.price')"
          :unit="currency"
          :model-value="product.price == null ? null : Number(product.price)"
          name="price"
          width="116px"
          @update:model-value="set({ price: $event })"
        />
      </div>
      <div class="row">
        <Moment
          v-for="[field, name] in DATES"
          :key="field"
          :label="t(name)"
          :name="field"
          day
          :model-value="product[field] ?? null"
          @update:model-value="set({ [field]: $event ?? null })"
        />
        <Amount
          :label="t('product.months')"
          :unit="t('product.monthsUnit')"
          :model-value="product.months_after_opening"
          name="months_after_opening"
          width="130px"
          @update:model-value="set({ months_after_opening: $event })"
        />
        <Amount
          v-if="product.made_on"
          :label="t('product.keepsDays')"
          :unit="t('plan.daysUnit')"
          placeholder="7"
          :model-value="product.keeps_days"
          name="keeps_days"
          width="110px"
          @update:model-value="set({ keeps_days: $event })"
        />
      </div>
      <div class="row">
        <TextField
          :model-value="product.batch"
          :label="t('product.batch')"
          name="batch"
          :maxlength="40"
          width="150px"
          @update:model-value="set({ batch: $event })"
        />
        <TextField
          :model-value="product.barcode"
          :label="t('product.barcode')"
          name="barcode"
          :maxlength="20"
          width="170px"
          inputmode="numeric"
          @update:model-value="set({ barcode: $event })"
        />
        <TextField
          :model-value="product.note"
          :label="t('product.note')"
          class="wide"
          name="note"
          :maxlength="2000"
          @update:model-value="set({ note: $event })"
        />
      </div>
    </section>
    <section>
      <TextField
        :model-value="text"
        :label="t('product.ingredients')"
        name="ingredients"
        :maxlength="8000"
        :rows="5"
        :placeholder="t('product.ingredientsHint')"
        @update:model-value="set({ ingredients: $event })"
      />
      <div class="read" aria-live="polite">
        <LabelRead :label="shown" editable @take="take" />
      </div>
    </section>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
  gap: 36px;
}
.fields {
  display: grid;
  gap: 14px;
  align-content: start;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
}
.wide {
  flex: 1 1 220px;
}
.read {
  margin-top: 12px;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
