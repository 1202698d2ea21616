<script setup lang="ts">
/** How the client comes in: washed or not, detangled or not, and what is in the hair. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { arrivalValues, onHeadValues, passedValues } from '@/api/generated'
import Amount from '@/parts/Amount.vue'
import Pick from '@/parts/Pick.vue'
import type { WishDesk } from '@/wish/useWish'

const props = defineProps<{
  desk: WishDesk
  /** How the client came in for the last plan: what was not told is as the core has it. */
  planned?: Schemas['Now']
}>()
const { t } = useI18n()
const now = computed(() => props.desk.wish.value.now ?? undefined)
const options = <Value extends string>(values: readonly Value[], key: string) =>
  values.map((value) => ({ value, text: t(`plan.${key}.${value}`) }))

const states = computed(() => options(arrivalValues, 'arrivals'))
const worn = computed(() => [
  { value: 'record' as const, text: t('plan.nowRecord') },
  ...options(onHeadValues, 'nows'),
])
const inPieces = computed(() => now.value?.style && now.value.style !== 'loose')
const washed = computed(
  () => now.value?.state === 'washed_wet' || now.value?.state === 'washed_dry',
)
type Passed = (typeof passedValues)[number]
const passed = computed<Passed[]>(() => now.value?.passed ?? props.planned?.passed ?? [])
function toggle(pass: Passed) {
  const next = passed.value.includes(pass)
    ? passed.value.filter((other) => other !== pass)
    : [...passed.value, pass]
  props.desk.patch({ now: { passed: next } })
}
</script>

<template>
  <Pick
    :label="t('plan.arrival')"
    name="now.state"
    :options="states"
    width="210px"
    :model-value="now?.state ?? 'unwashed'"
    @update:model-value="desk.patch({ now: { state: $event ?? null } })"
  />
  <div v-if="washed" class="passed" role="group" :aria-label="t('plan.passed')">
    <span class="label">{{ t('plan.passed') }}</span>
    <button
      v-for="pass in passedValues"
      :key="pass"
      type="button"
      :class="{ on: passed.includes(pass) }"
      :aria-pressed="passed.includes(pass)"
      @click="toggle(pass)"
    >
      {{ t(`plan.passes.${pass}`) }}
    </button>
  </div>
  <Pick
    :label="t('plan.now')"
    name="now.style"
    :options="worn"
    width="170px"
    :model-value="now?.style ?? 'record'"
    @update:model-value="desk.patch({ now: { style: $event === 'record' ? null : $event } })"
  />
  <template v-if="inPieces">
    <Amount
      :label="t('plan.worn')"
      name="now.worn_days"
      :unit="t('plan.daysUnit')"
      :model-value="now?.worn_days ?? null"
      width="110px"
      @update:model-value="desk.patch({ now: { worn_days: $event } })"
    />
    <Amount
      :label="t('plan.pieces')"
      name="now.pieces"
      :unit="t('plan.piecesUnit')"
      :model-value="now?.pieces ?? null"
      :placeholder="t('plan.uncounted')"
      width="120px"
      @update:model-value="desk.patch({ now: { pieces: $event } })"
    />
  </template>
  <Amount
    :label="t('plan.days')"
    name="days_since_detangle"
    :unit="t('plan.daysAgo')"
    :model-value="desk.wish.value.days_since_detangle ?? null"
    :placeholder="t('plan.sinceVisit')"
    width="170px"
    @update:model-value="desk.patch({ days_since_detangle: $event })"
  />
</template>

<style scoped>
.passed {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: end;
}
.passed .label {
  flex-basis: 100%;
}
.passed button {
  min-height: 40px;
  padding: 0 10px;
  border: 1px solid var(--line-strong);
  background: var(--ground);
}
.passed .on {
  background: var(--ink);
  color: var(--on-ink);
}
</style>
