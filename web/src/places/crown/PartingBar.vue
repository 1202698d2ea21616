<script setup lang="ts">
/** The whole parting: its scheme, how many, where the part runs, what is worked first. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { evenValues, schemeValues, workOrderValues } from '@/api/generated'
import type { PlanAnswer } from '@/api/queries'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import Pick from '@/parts/Pick.vue'
import Stepper from '@/parts/Stepper.vue'
import { short } from '@/text/format'
import { figure } from '@/text/measures'
import type { WishDesk } from '@/wish/useWish'

import type { useParting } from './parting'

type Scheme = Schemas['Scheme']

const props = defineProps<{
  /** The plan as the core made it: its scheme, what can be asked of it, what is usual. */
  answer: PlanAnswer
  desk: WishDesk
  hands: ReturnType<typeof useParting>
}>()
const { t } = useI18n()

const SIDES = ['forward', 'sideways', 'back'] as const

const wish = computed(() => props.desk.wish.value)
const parting = computed(() => props.hands.parting.value)
const scheme = computed(() => props.answer.scheme as Scheme)
const count = computed(() => props.answer.sections.length)
const rods = computed(() => props.answer.kit_needed.rods[0]?.diameter_mm)
const usualSides = computed(() =>
  Object.fromEntries(SIDES.map((side, place) => [side, props.answer.sides?.[place] ?? 0])),
)
const schemes = computed(() => [
  {
    value: 'usual' as const,
    text: t(`crown.schemes.${parting.value.scheme ? 'usual' : scheme.value}`),
  },
  ...schemeValues.map((value) => ({ value, text: t(`crown.schemes.${value}`) })),
])
const orders = computed(() =>
  workOrderValues.map((value) => ({ value, text: t(`crown.orders.${value}`) })),
)

function setScheme(value: Scheme | 'usual' | undefined) {
  const none = { part_cm: null, forward: null, sideways: null, back: null, sizes_mm: null }
  const scheme = value === 'usual' ? null : value
  props.hands.renew({ ...none, scheme }, { sections: null })
}
function setCount(value: number | null | undefined) {
  props.hands.renew({}, { sections: value ?? null })
}
function setSide(side: (typeof SIDES)[number], value: number | null | undefined) {
  props.hands.renew({ ...usualSides.value, [side]: value ?? 0 }, { sections: null })
}
function setSize(place: number, value: number | null | undefined) {
  const sizes = [...(parting.value.sizes_mm ?? [])]
  if (value == null) sizes.splice(place, 1)
  else sizes[place] = value
  props.hands.renew({ sizes_mm: sizes.filter((size) => size != null) })
}
const sizes = computed(() => parting.value.sizes_mm ?? [])
const bands = computed(() => wish.value.goal.bands ?? null)
/** An answer leaves nothing out. */
const usualBands = computed(() => props.answer.bands as Required<Schemas['Bands']> | undefined)
const isCoils = computed(() => wish.value.goal.style === 'finger_coils')
/** One of the three by hand, the others as they are; nothing gives all back to what is usual. */
function setBand(name: keyof Schemas['Bands'], value: number | null | undefined) {
  if (!usualBands.value) return
  const own = value == null ? null : { ...usualBands.value, [name]: value }
  props.desk.patch({ goal: { bands: own } })
}
</script>

<template>
  <div class="bar">
    <Pick
      class="scheme"
      :label="t('crown.scheme')"
      name="parting.scheme"
      :options="schemes"
      :model-value="parting.scheme ?? 'usual'"
      @update:model-value="setScheme"
    />
    <template v-if="scheme === 'directed'">
      <Amount
        v-for="side in SIDES"
        :key="side"
        :label="t(`crown.${side}`)"
        :unit="t('crown.aSide')"
        :model-value="parting[side] ?? null"
        :placeholder="String(usualSides[side])"
        :name="`parting.${side}`"
        width="92px"
        @update:model-value="setSide(side, $event)"
      />
    </template>
    <Stepper
      v-else-if="!answer.own_number"
      :label="t('plan.sections')"
      name="goal.sections"
      :now="count"
      :model-value="wish.goal.sections ?? null"
      @update:model-value="setCount"
    />
    <div v-if="scheme === 'bricked'" class="field" role="group" aria-labelledby="sizes">
      <span id="sizes" class="label">{{ t('crown.sizes') }}</span>
      <div class="sizes">
        <Amount
          v-for="place in Math.min(3, sizes.length + 1)"
          :key="place"
          :label="t('crown.size', { n: place })"
          hide-label
          unit="mm"
          :model-value="sizes[place - 1] ?? null"
          :placeholder="place === 1 && rods ? figure(rods, 'mm') : '–'"
          :name="`parting.sizes_mm.${place - 1}`"
          width="82px"
          @update:model-value="setSize(place - 1, $event)"
        />
      </div>
    </div>
    <Choice
      :label="t('crown.even')"
      :model-value="parting.even ?? 'hair'"
      :options="evenValues.map((value) => ({ value, text: t(`crown.evens.${value}`) }))"
      @update:model-value="hands.renew({ even: $event })"
    />
    <Amount
      v-if="answer.middle"
      :label="`${t('crown.part')} (${t('crown.partHint')})`"
      unit="cm"
      :model-value="parting.part_cm || null"
      placeholder="0"
      name="parting.part_cm"
      width="150px"
      @update:model-value="hands.renew({ part_cm: $event ?? 0 })"
    />
    <Pick
      class="order"
      :label="t('crown.order')"
      name="parting.order"
      :options="orders"
      :model-value="parting.order ?? 'usual'"
      @update:model-value="hands.set({ order: $event })"
    />
    <template v-if="usualBands">
      <Amount
        :label="t('crown.bands')"
        :model-value="bands?.each ?? null"
        :placeholder="String(usualBands.each)"
        name="goal.bands.each"
        width="80px"
        @update:model-value="setBand('each', $event)"
      />
      <Amount
        :label="t('crown.bandTurns')"
        :model-value="bands?.turns ?? null"
        :placeholder="short(usualBands.turns)"
        name="goal.bands.turns"
        width="80px"
        @update:model-value="setBand('turns', $event)"
      />
      <Amount
        :label="t('crown.endsOut')"
        unit="cm"
        :model-value="bands?.ends_out_cm ?? null"
        :placeholder="figure(usualBands.ends_out_cm, 'cm')"
        name="goal.bands.ends_out_cm"
        width="90px"
        @update:model-value="setBand('ends_out_cm', $event)"
      />
    </template>
    <Amount
      v-if="isCoils"
      :label="t('crown.coil')"
      unit="mm"
      :model-value="wish.goal.coil_mm ?? null"
      :placeholder="t('plan.usual')"
      name="goal.coil_mm"
      width="100px"
      @update:model-value="desk.patch({ goal: { coil_mm: $event } })"
    />
    <Amount
      v-if="rods && scheme !== 'bricked'"
      :label="t('crown.rodSize')"
      unit="mm"
      :model-value="wish.goal.rod_mm ?? null"
      :placeholder="figure(rods, 'mm')"
      name="goal.rod_mm"
      width="92px"
      @update:model-value="desk.patch({ goal: { rod_mm: $event } })"
    />
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  gap: 8px 16px;
}
.scheme {
  width: 220px;
}
.scheme :deep(.el-select__wrapper) {
  font: 700 15px var(--display);
}
.order {
  width: 130px;
}
.sizes {
  display: flex;
  gap: 4px;
}
</style>
