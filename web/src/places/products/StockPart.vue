<script setup lang="ts">
/** What is left, for how long, and what came and went; every booking can be undone. */
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { Refused, type Schemas } from '@/api/client'
import { bookingEnumValues } from '@/api/generated'
import { useBook, useUndoMove } from '@/api/products'
import { provideRefusal, refusalOf } from '@/forms/refusal'
import Amount from '@/parts/Amount.vue'
import BottleLevel from '@/parts/BottleLevel.vue'
import Choice from '@/parts/Choice.vue'
import Figures from '@/parts/Figures.vue'
import Refusals from '@/parts/Refusals.vue'
import WhyList from '@/parts/WhyList.vue'
import { ago, calendarDay } from '@/text/format'
import { exactMeasure, figure, measure } from '@/text/measures'

import { outlookReasons } from './tasks'

const props = defineProps<{ sheet: Schemas['ProductSheet'] }>()
const { t } = useI18n()
const book = useBook(() => props.sheet.row.id)
const undo = useUndoMove()
const kind = ref<(typeof bookingEnumValues)[number]>('delivery')
const grams = ref<number | null>(null)

const row = computed(() => props.sheet.row)
const ahead = computed(() => row.value.outlook)
const refusal = provideRefusal(book.error)
const undoing = refusalOf(undo.error)
const TITLES = { delivery: 'deliver', recount: 'recount', waste: 'waste' } as const

/** The stock as it was when counting began. */
const seen = ref<number>()
watch([kind, grams], () => {
  if (grams.value === null) seen.value = undefined
  else seen.value ??= row.value.stock_g
})
/** Another device changed the stock meanwhile: the count may still be right. */
const question = computed(() => {
  const error = book.error.value
  return error instanceof Refused ? error.problems.find((problem) => problem.ask) : undefined
})

async function save(sure = false) {
  const done = await book
    .mutateAsync({ kind: kind.value, grams: grams.value as number, seen_g: seen.value, sure })
    .catch(() => undefined)
  if (done) grams.value = null
}
const signed = (value: number) => `${value > 0 ? '+' : '−'}${exactMeasure(Math.abs(value), 'g')}`
</script>

<template>
  <h2 class="ruled">{{ t('product.stockTitle') }}</h2>
  <p class="big">
    {{ measure(row.stock_g, 'g', 1) }}
    <span v-if="row.full_g" class="quiet">{{
      t('shelf.of', { left: figure(row.stock_g, 'g', 0), full: measure(row.full_g, 'g', 0) })
    }}</span>
  </p>
  <BottleLevel
    :left="row.stock_g"
    :full="row.full_g"
    :planned="ahead.planned_g"
    :low="ahead.low || Boolean(ahead.short_on)"
  />
  <p class="outlook">
    <b v-if="ahead.short_on" class="wrong">{{
      t('shelf.shortOn', {
        day: calendarDay(ahead.short_on),
        grams: measure(ahead.short_g, 'g', 0),
      })
    }}</b>
    <template v-else-if="ahead.cover_days !== null">
      {{ t('shelf.lasts').toLowerCase() }}
      {{ t('shelf.days', { n: Math.floor(ahead.cover_days) }, Math.floor(ahead.cover_days)) }}
    </template>
    <template v-else>{{
      ahead.services || ahead.planned_g ? t('shelf.lastsLong') : t('shelf.noUse')
    }}</template>
    <span v-if="ahead.planned_g" class="quiet">
      · {{ t('shelf.planned', { grams: measure(ahead.planned_g, 'g', 0) }) }}</span
    >
    <WhyList :reasons="outlookReasons(row)" :about="t('shelf.whyLasts', { name: row.name })" />
    <b v-if="ahead.reorder"> · {{ t('shelf.order', { n: ahead.reorder }) }}</b>
  </p>
  <form class="book" novalidate @submit.prevent="save()">
    <Choice
      v-model="kind"
      :label="t('product.stockTitle')"
      hide-label
      :options="bookingEnumValues.map((value) => ({ value, text: t(`product.${TITLES[value]}`) }))"
    />
    <Amount
      v-model="grams"
      :label="t('product.grams')"
      hide-label
      unit="g"
      name="grams"
      width="104px"
    />
    <button class="act" type="submit" :disabled="grams === null || book.isPending.value">
      {{ t('product.book') }}
    </button>
  </form>
  <p v-if="question" class="question" role="alert">
    {{ question.message }}
    <button class="act" type="button" @click="save(true)">{{ t('product.countRight') }}</button>
  </p>
  <Refusals v-else :refusal="refusal" @retry="save()" />
  <h3>{{ t('product.moves') }}</h3>
  <Refusals :refusal="undoing" @retry="undo.reset()" />
  <p v-if="!sheet.moves.length" class="quiet">{{ t('product.noMoves') }}</p>
  <Figures v-else>
    <tbody>
      <tr v-for="move in sheet.moves" :key="move.id" :class="{ undone: move.undone_at }">
        <td>
          {{ t(`product.kinds.${move.kind}`) }}
          <RouterLink v-if="move.visit" :to="`/visits/${move.visit}`">{{
            t('product.visit')
          }}</RouterLink>
          <span class="quiet line">
            {{ ago(move.at) }}
            <template v-if="move.kind === 'used' && !move.weighed">
              · {{ t('product.asPlanned') }}</template
            >
            <template v-if="move.note"> · {{ move.note }}</template>
          </span>
        </td>
        <td class="n">{{ signed(move.grams) }}</td>
        <td class="n">
          <button
            class="plain link"
            type="button"
            @click="undo.mutate({ id: move.id, back: Boolean(move.undone_at) })"
          >
            {{ move.undone_at ? t('product.redo') : t('app.undo') }}
          </button>
        </td>
      </tr>
    </tbody>
  </Figures>
</template>

<style scoped>
:deep(.why) {
  margin-left: 6px;
  color: var(--ink-2);
  font-size: 12.5px;
  font-weight: 500;
  border-bottom-width: 1px;
}
h3 {
  margin: 16px 0 4px;
  font-size: 14px;
}
.big {
  font: 700 26px var(--display);
}
.big .quiet {
  font: 400 13px var(--text);
}
.outlook {
  margin: 6px 0 12px;
}
.book {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.question {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  margin: 8px 0;
  padding: 8px 12px;
  border-left: 4px solid var(--ink);
  background: var(--remind-ground);
}
.line {
  display: block;
}
.undone td:not(:last-child) {
  color: var(--ink-2);
  text-decoration: line-through;
}
.link {
  min-height: 28px;
  text-decoration: underline;
  text-underline-offset: 3px;
  font-size: 13px;
}
</style>
