<script setup lang="ts">
/** Fields for everything that can be observed of hair; blank ones are not recorded. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import Field from '@/parts/Field.vue'

import { observationsOf, type Kind, type Typed, WAYS, type Zone } from './observing'

const props = withDefaults(defineProps<{ zone?: Zone }>(), { zone: '' })
const typed = defineModel<Typed>({ required: true })
const { t, te } = useI18n()

const ways = computed(() => WAYS.filter((way) => !props.zone || way.zoned))
const numbers = computed(() => ways.value.filter((way) => !way.words))
const words = computed(() => ways.value.filter((way) => way.words))

/** The server names a value by its place among those that were sent. */
const sent = computed(() =>
  observationsOf(typed.value, props.zone).map((observation) => observation.kind),
)
const nameOf = (kind: Kind) => `observations.${sent.value.indexOf(kind)}.${kind}`
const optional = (key: string) => (te(key) ? t(key) : undefined)
/** Text in a number's field is something that could not be read; it stays as it was typed. */
const asNumber = (kind: Kind) => (typed.value[kind] ?? null) as number | null
const asWord = (kind: Kind) => String(typed.value[kind] ?? '')

function set(kind: Kind, value: number | string | null | undefined) {
  typed.value = { ...typed.value, [kind]: value }
}
</script>

<template>
  <div class="words">
    <div v-for="way in words" :key="way.kind">
      <Choice
        :label="t(`hair.kind.${way.kind}`)"
        :model-value="asWord(way.kind)"
        :options="
          (way.words ?? []).map((word) => ({
            value: word,
            text: te(`hair.word.${word}`) ? t(`hair.word.${word}`) : word,
          }))
        "
        clearable
        @update:model-value="set(way.kind, $event)"
      />
      <Field :label="t(`hair.kind.${way.kind}`)" :name="nameOf(way.kind)" hide-label group />
    </div>
  </div>
  <div class="numbers">
    <Amount
      v-for="way in numbers"
      :key="way.kind"
      :label="t(`hair.kind.${way.kind}`)"
      :unit="optional(`hair.unit.${way.kind}`)"
      :hint="optional(`hair.hint.${way.kind}`)"
      :name="nameOf(way.kind)"
      :model-value="asNumber(way.kind)"
      width="170px"
      @update:model-value="set(way.kind, $event)"
    />
  </div>
</template>

<style scoped>
.words {
  display: flex;
  flex-wrap: wrap;
  gap: 14px 28px;
}
.numbers {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 14px 20px;
  margin-top: 16px;
}
</style>
