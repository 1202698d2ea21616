<script setup lang="ts">
/** The whole parting: its scheme, how many, where the part runs, what is worked first. */
import { ElOption, ElSelect } from 'element-plus'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import type { Parting } from '@/api/crown'
import type { PlanAnswer, Wish } from '@/api/queries'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import { short } from '@/text/format'

type Scheme = Schemas['Scheme']

const props = defineProps<{
  /** The plan as the core made it: its scheme, what can be asked of it, what is usual. */
  answer: PlanAnswer
  problems: Schemas['Problem'][]
}>()
const emit = defineEmits<{
  renew: [change: Partial<Parting>, goal?: Partial<Wish['goal']>]
  set: [change: Partial<Parting>]
}>()
const wish = defineModel<Wish>({ required: true })
const { t } = useI18n()

const SCHEMES: Scheme[] = [
  'halves',
  'quadrants',
  'rows',
  'v_front',
  'five',
  'six',
  'taper',
  'directed',
  'bricked',
  'coil_rows',
]
const SIDES = ['forward', 'sideways', 'back'] as const
const ORDERS = ['usual', 'back_first', 'front_first', 'middle_out', 'one_side_first'] as const

const parting = computed<Parting>(() => wish.value.parting ?? {})
const scheme = computed(() => props.answer.scheme)
const count = computed(() => props.answer.sections.length)
const rods = computed(() => props.answer.kit_needed.rods[0]?.diameter_mm)
const usualSides = computed(() =>
  Object.fromEntries(SIDES.map((side, place) => [side, props.answer.sides?.[place] ?? 0])),
)
const wrong = (field: string) => props.problems.find((one) => one.field === field)?.message

function setScheme(value: string) {
  const none = { part_cm: 0, forward: null, sideways: null, back: null, sizes_mm: [] }
  const scheme = value === 'usual' ? null : (value as Scheme)
  emit('renew', { ...none, scheme }, { sections: null })
}
function setGoal(change: Partial<Wish['goal']>) {
  wish.value = { ...wish.value, goal: { ...wish.value.goal, ...change } }
}
function setCount(value: number | null | undefined) {
  emit('renew', {}, { sections: value ?? null })
}
function setSide(side: (typeof SIDES)[number], value: number | null | undefined) {
  emit('renew', { ...usualSides.value, [side]: value ?? 0 }, { sections: null })
}
function setSize(place: number, value: number | null | undefined) {
  const sizes = [...(parting.value.sizes_mm ?? [])]
  if (value == null) sizes.splice(place, 1)
  else sizes[place] = value
  emit('renew', { sizes_mm: sizes.filter((one) => one != null) })
}
const sizes = computed(() => parting.value.sizes_mm ?? [])
const bands = computed(() => wish.value.goal.bands ?? null)
/** An answer leaves nothing out. */
const usualBands = computed(() => props.answer.bands as Required<Schemas['Bands']> | undefined)
const isCoils = computed(() => wish.value.goal.style === 'finger_coils')
/** One of the three by hand, the others as they are; nothing gives all back to what is usual. */
function setBand(name: keyof Schemas['Bands'], value: number | null | undefined) {
  if (!usualBands.value) return
  setGoal({ bands: value == null ? null : { ...usualBands.value, [name]: value } })
}
</script>

<template>
  <div class="bar">
    <div class="field scheme">
      <label for="scheme">{{ t('crown.scheme') }}</label>
      <ElSelect
        id="scheme"
        :model-value="parting.scheme ?? 'usual'"
        :aria-label="t('crown.scheme')"
        @update:model-value="setScheme"
      >
        <ElOption
          value="usual"
          :label="parting.scheme ? t('crown.schemes.usual') : `${t(`crown.schemes.${scheme}`)}`"
        />
        <ElOption
          v-for="one in SCHEMES"
          :key="one"
          :value="one"
          :label="t(`crown.schemes.${one}`)"
        />
      </ElSelect>
    </div>
    <template v-if="scheme === 'directed'">
      <Amount
        v-for="side in SIDES"
        :key="side"
        :label="t(`crown.${side}`)"
        :unit="t('crown.aSide')"
        :model-value="parting[side] ?? null"
        :placeholder="String(usualSides[side])"
        :wrong="wrong(`parting.${side}`)"
        width="92px"
        @update:model-value="setSide(side, $event)"
      />
    </template>
    <div v-else-if="!answer.own_number" class="stepper">
      <button
        class="act"
        type="button"
        :aria-label="`${t('plan.sections')} −`"
        @click="setCount(Math.max(1, count - 1))"
      >
        −
      </button>
      <Amount
        :label="t('plan.sections')"
        :model-value="wish.goal.sections ?? null"
        :placeholder="String(count)"
        :wrong="wrong('goal.sections')"
        width="64px"
        @update:model-value="setCount"
      />
      <button
        class="act"
        type="button"
        :aria-label="`${t('plan.sections')} +`"
        @click="setCount(count + 1)"
      >
        +
      </button>
    </div>
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
          :placeholder="place === 1 && rods ? String(rods) : '–'"
          :wrong="wrong(`parting.sizes_mm.${place - 1}`)"
          width="82px"
          @update:model-value="setSize(place - 1, $event)"
        />
      </div>
    </div>
    <Choice
      :label="t('crown.even')"
      :model-value="parting.even ?? 'hair'"
      :options="
        (['hair', 'spacing'] as const).map((value) => ({ value, text: t(`crown.evens.${value}`) }))
      "
      @update:model-value="emit('renew', { even: $event })"
    />
    <Amount
      v-if="answer.middle"
      :label="`${t('crown.part')} (${t('crown.partHint')})`"
      unit="cm"
      :model-value="parting.part_cm || null"
      placeholder="0"
      :wrong="wrong('parting.part_cm')"
      width="150px"
      @update:model-value="emit('renew', { part_cm: $event ?? 0 })"
    />
    <div class="field order">
      <label for="order">{{ t('crown.order') }}</label>
      <ElSelect
        id="order"
        :model-value="parting.order ?? 'usual'"
        :aria-label="t('crown.order')"
        @update:model-value="emit('set', { order: $event })"
      >
        <ElOption v-for="one in ORDERS" :key="one" :value="one" :label="t(`crown.orders.${one}`)" />
      </ElSelect>
    </div>
    <template v-if="usualBands">
      <Amount
        :label="t('crown.bands')"
        :model-value="bands?.each ?? null"
        :placeholder="String(usualBands.each)"
        :wrong="wrong('goal.bands.each')"
        width="80px"
        @update:model-value="setBand('each', $event)"
      />
      <Amount
        :label="t('crown.bandTurns')"
        :model-value="bands?.turns ?? null"
        :placeholder="short(usualBands.turns)"
        :wrong="wrong('goal.bands.turns')"
        width="80px"
        @update:model-value="setBand('turns', $event)"
      />
      <Amount
        :label="t('crown.endsOut')"
        unit="cm"
        :model-value="bands?.ends_out_cm ?? null"
        :placeholder="short(usualBands.ends_out_cm)"
        :wrong="wrong('goal.bands.ends_out_cm')"
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
      :wrong="wrong('goal.coil_mm')"
      width="100px"
      @update:model-value="setGoal({ coil_mm: $event })"
    />
    <Amount
      v-if="rods && scheme !== 'bricked'"
      :label="t('crown.rodSize')"
      unit="mm"
      :model-value="wish.goal.rod_mm ?? null"
      :placeholder="String(rods)"
      :wrong="wrong('goal.rod_mm')"
      width="92px"
      @update:model-value="setGoal({ rod_mm: $event })"
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
.stepper {
  display: flex;
}
.stepper .act {
  width: 40px;
  margin-top: 23px;
  padding: 0;
  font-size: 20px;
}
.stepper :deep(input) {
  text-align: center;
  font-weight: 700;
}
.sizes {
  display: flex;
  gap: 4px;
}
</style>
