<script setup lang="ts">
/** The whole service on one page beside the chair: steps, doses, parting, cautions, home. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import type { PlanAnswer, Step } from '@/api/queries'
import CrownMap from '@/parts/CrownMap.vue'
import type { Point } from '@/parts/crownPaths'
import { usePlanWords } from '@/places/plans/words'
import { day, minutes, short } from '@/text/format'
import { counted, measure } from '@/text/measures'

const props = defineProps<{
  name: string
  title: string
  answer: PlanAnswer
  person?: Schemas['Person']
}>()
const { t } = useI18n()

const sittings = computed(() =>
  [1, 2]
    .map((sitting) => props.answer.steps.filter((step) => step.sitting === sitting))
    .filter((steps) => steps.length),
)
const words = usePlanWords()
type Product = Step['products'][number]
function doseOf(product: Product): string {
  const amount =
    product.units == null
      ? `${measure(product.grams, 'g')}`
      : `${counted(product.units, product.unit ?? '')} (${measure(product.grams, 'g')})`
  return [product.name, amount, words.where(product)].filter(Boolean).join(', ')
}
const allergies = computed(() => props.person?.allergies ?? [])
const avoids = computed(() => props.person?.avoid ?? [])
const kit = computed(() => words.kit(props.answer.kit_needed))
</script>

<template>
  <header>
    <h1>{{ name }}</h1>
    <p>
      <b>{{ title }}, {{ answer.sections.length }}</b> · {{ day(undefined) }} ·
      {{ minutes(answer.totals.hands_on_min) }} {{ t('plan.handsOn') }} ·
      {{ minutes(answer.totals.client_min) }} {{ t('plan.client') }}
    </p>
  </header>
  <p class="never" :class="{ none: !allergies.length }">
    <b>{{ t('print.allergies') }}:</b> {{ allergies.join(', ') || t('print.noneKnown') }}
    <template v-if="avoids.length">
      · <b>{{ t('print.avoids') }}:</b> {{ avoids.join(', ') }}
    </template>
  </p>
  <ul v-if="answer.cautions.length" class="cautions">
    <li v-for="caution in answer.cautions" :key="caution.key">{{ caution.text }}</li>
  </ul>
  <div class="columns">
    <div>
      <template v-for="(steps, sitting) in sittings" :key="sitting">
        <h2 v-if="sitting">
          {{ t('print.again', { hours: short(answer.drying.release_after_h) }) }}
        </h2>
        <ol :start="sitting ? (sittings[0]?.length ?? 0) + 1 : 1">
          <li v-for="step in steps" :key="step.key">
            <span class="box" aria-hidden="true" />
            <span class="what">
              <b>{{ step.title }}</b> {{ minutes(step.hands_on_min) }}
              <template v-if="step.wait_min">
                + {{ minutes(step.wait_min) }} {{ step.wait_title }}
              </template>
              <span v-for="product in step.products" :key="`${product.role} ${product.layer}`">
                {{ doseOf(product) }}
              </span>
            </span>
          </li>
        </ol>
      </template>
    </div>
    <aside>
      <CrownMap
        :sections="answer.sections"
        :hairline="answer.hairline as Point[]"
        :lines="answer.lines ?? []"
        printed
      />
      <p v-if="kit.length">
        <b>{{ t('print.kit') }}:</b> {{ kit.join(', ') }}.
      </p>
      <p v-for="line in answer.set_details ?? []" :key="line">{{ line }}</p>
      <h2>{{ t('plan.home') }}</h2>
      <p v-for="phase in answer.home.phases ?? []" :key="phase.key">
        <b>{{ phase.title }}</b>, {{ phase.when }}: {{ phase.lines.join(' ') }}
      </p>
      <p>
        {{ words.returnText(answer) }}
      </p>
    </aside>
  </div>
</template>

<style scoped>
.never {
  margin-top: 2mm;
  padding: 1mm 2mm;
  border: 2px solid var(--ink);
}
.never.none {
  border-width: 1px;
}
.cautions {
  margin: 2mm 0 0;
  padding: 0 0 0 5mm;
  font-size: 12px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
  gap: 6mm;
  margin-top: 3mm;
  font-size: 12px;
}
h2 {
  margin: 2mm 0 1mm;
  font-size: 14px;
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
ol li {
  display: flex;
  gap: 2mm;
  padding: 0.9mm 0;
  border-bottom: 1px solid var(--line);
}
.box {
  flex: none;
  width: 3.6mm;
  height: 3.6mm;
  margin-top: 0.6mm;
  border: 1.5px solid var(--ink);
}
.what > span {
  display: block;
  padding-left: 2mm;
  color: var(--ink-2);
}
aside :deep(figure svg) {
  height: 62mm;
}
aside p {
  margin: 0 0 1mm;
}
@media screen and (max-width: 640px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
