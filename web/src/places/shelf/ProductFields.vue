<script setup lang="ts">
/** Everything that is typed of a product; the label is read beside it while it is typed. */
import { refDebounced } from '@vueuse/core'
import { ElDatePicker, ElInput, ElOption, ElSelect } from 'element-plus'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Problem } from '@/api/client'
import { type ProductBody, useLabel } from '@/api/shelf'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'

import LabelRead from './LabelRead.vue'
import { ROLES } from './roles'

const props = defineProps<{ problems: Problem[]; fresh?: boolean; currency: string }>()
const product = defineModel<ProductBody>({ required: true })
const { t } = useI18n()

const wrong = (field: string) => props.problems.find((one) => one.field === field)?.message
const set = (change: Partial<ProductBody>) => (product.value = { ...product.value, ...change })

const text = computed(() => product.value.ingredients ?? '')
const asked = refDebounced(text, 200)
const label = useLabel(asked, () => product.value.directions !== 'rinse')
const shown = computed(() => (text.value.trim() ? label.data.value : undefined))
const take = (printed: string, name: string) =>
  set({ ingredients: text.value.replace(printed, name) })

const WEIGHTS = ['light', 'medium', 'heavy'] as const
const HOLDS = ['none', 'soft', 'medium', 'firm'] as const
const DATES = [
  ['opened_on', 'product.opened'],
  ['best_before', 'product.bestBefore'],
  ['made_on', 'product.made'],
] as const
</script>

<template>
  <div class="columns">
    <section class="fields">
      <div class="row">
        <div class="field wide">
          <label for="product-name">{{ t('product.name') }}</label>
          <ElInput
            id="product-name"
            :model-value="product.name"
            maxlength="120"
            @update:model-value="set({ name: $event })"
          />
          <span v-if="wrong('name')" class="wrong" role="alert">{{ wrong('name') }}</span>
        </div>
        <div class="field">
          <label for="product-role">{{ t('product.role') }}</label>
          <ElSelect
            id="product-role"
            :model-value="product.role"
            :aria-label="t('product.role')"
            style="width: 190px"
            @update:model-value="set({ role: $event })"
          >
            <ElOption
              v-for="role in ROLES"
              :key="role"
              :value="role"
              :label="t(`plan.roles.${role}`)"
            />
          </ElSelect>
          <span v-if="wrong('role')" class="wrong" role="alert">{{ wrong('role') }}</span>
        </div>
        <div class="field">
          <label for="product-also">{{ t('product.also') }}</label>
          <ElSelect
            id="product-also"
            :model-value="product.also"
            multiple
            collapse-tags
            :aria-label="t('product.also')"
            style="width: 170px"
            @update:model-value="set({ also: $event })"
          >
            <ElOption
              v-for="role in ROLES.filter((one) => one !== product.role)"
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
          :options="WEIGHTS.map((value) => ({ value, text: t(`shelf.weights.${value}`) }))"
          @update:model-value="set({ weight: $event })"
        />
        <Choice
          :label="t('product.hold')"
          :model-value="product.hold || undefined"
          clearable
          :options="
            HOLDS.map((value) => ({ value, text: t(`shelf.holds.${value}`).replace(' hold', '') }))
          "
          @update:model-value="set({ hold: $event ?? '' })"
        />
        <Choice
          :label="t('product.directions')"
          :model-value="product.directions || undefined"
          clearable
          :options="
            (['rinse', 'leave'] as const).map((value) => ({
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
          :wrong="wrong('dwell_min')"
          @update:model-value="set({ dwell_min: $event })"
        />
        <Amount
          :label="t('product.dwellMax')"
          unit="min"
          :model-value="product.dwell_max_min"
          :wrong="wrong('dwell_max_min')"
          @update:model-value="set({ dwell_max_min: $event })"
        />
      </div>
      <div class="row">
        <div class="field">
          <label for="product-unit">{{ t('product.unit') }}</label>
          <ElInput
            id="product-unit"
            :model-value="product.unit"
            maxlength="30"
            style="width: 124px"
            @update:model-value="set({ unit: $event })"
          />
          <span v-if="wrong('unit')" class="wrong" role="alert">{{ wrong('unit') }}</span>
        </div>
        <Amount
          :label="t('product.unitG')"
          unit="g"
          :model-value="product.unit_g"
          :wrong="wrong('unit_g')"
          width="92px"
          @update:model-value="set({ unit_g: $event })"
        />
        <Amount
          v-if="fresh"
          :label="t('product.stock')"
          unit="g"
          :model-value="product.stock_g"
          :wrong="wrong('stock_g')"
          width="92px"
          @update:model-value="set({ stock_g: $event ?? undefined })"
        />
        <Amount
          :label="t('product.full')"
          unit="g"
          :model-value="product.full_g"
          :wrong="wrong('full_g')"
          width="92px"
          @update:model-value="set({ full_g: $event })"
        />
        <Amount
          :label="t('product.price')"
          :unit="currency"
          :model-value="product.price == null ? null : Number(product.price)"
          :wrong="wrong('price')"
          width="116px"
          @update:model-value="set({ price: $event })"
        />
      </div>
      <div class="row">
        <div v-for="[field, name] in DATES" :key="field" class="field">
          <label :for="`product-${field}`">{{ t(name) }}</label>
          <ElDatePicker
            :id="`product-${field}`"
            :model-value="product[field] ?? undefined"
            type="date"
            value-format="YYYY-MM-DD"
            :aria-label="t(name)"
            style="width: 150px"
            @update:model-value="set({ [field]: $event ?? null })"
          />
          <span v-if="wrong(field)" class="wrong" role="alert">{{ wrong(field) }}</span>
        </div>
        <Amount
          :label="t('product.months')"
          :unit="t('product.monthsUnit')"
          :model-value="product.months_after_opening"
          :wrong="wrong('months_after_opening')"
          width="130px"
          @update:model-value="set({ months_after_opening: $event })"
        />
        <Amount
          v-if="product.made_on"
          :label="t('product.keepsDays')"
          :unit="t('plan.daysUnit')"
          placeholder="7"
          :model-value="product.keeps_days"
          :wrong="wrong('keeps_days')"
          width="110px"
          @update:model-value="set({ keeps_days: $event })"
        />
      </div>
      <div class="row">
        <div class="field">
          <label for="product-batch">{{ t('product.batch') }}</label>
          <ElInput
            id="product-batch"
            :model-value="product.batch"
            maxlength="40"
            style="width: 150px"
            @update:model-value="set({ batch: $event })"
          />
        </div>
        <div class="field">
          <label for="product-barcode">{{ t('product.barcode') }}</label>
          <ElInput
            id="product-barcode"
            :model-value="product.barcode"
            maxlength="20"
            inputmode="numeric"
            style="width: 170px"
            @update:model-value="set({ barcode: $event })"
          />
          <span v-if="wrong('barcode')" class="wrong" role="alert">{{ wrong('barcode') }}</span>
        </div>
        <div class="field wide">
          <label for="product-note">{{ t('product.note') }}</label>
          <ElInput
            id="product-note"
            :model-value="product.note"
            maxlength="2000"
            @update:model-value="set({ note: $event })"
          />
        </div>
      </div>
    </section>
    <section>
      <div class="field">
        <label for="product-ingredients">{{ t('product.ingredients') }}</label>
        <ElInput
          id="product-ingredients"
          :model-value="text"
          type="textarea"
          :rows="5"
          maxlength="8000"
          :placeholder="t('product.ingredientsHint')"
          @update:model-value="set({ ingredients: $event })"
        />
        <span v-if="wrong('ingredients')" class="wrong" role="alert">{{
          wrong('ingredients')
        }}</span>
      </div>
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
    grid-template-columns: 1fr;
  }
}
</style>
