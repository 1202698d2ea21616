<script setup lang="ts">
/** The parting on one page: the map large, the other views, every section; or the chair sheet. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import type { View } from '@/api/crown'
import type { PlanAnswer } from '@/api/queries'
import Choice from '@/parts/Choice.vue'
import CrownMap from '@/parts/CrownMap.vue'
import type { Point } from '@/parts/crownPaths'
import Figures from '@/parts/Figures.vue'
import HeadView from '@/parts/HeadView.vue'
import PrintPage from '@/parts/PrintPage.vue'
import { useInUrl } from '@/parts/useInUrl'
import { usePlanWords } from '@/places/plans/words'
import { day, minutes, short } from '@/text/format'
import { figure, unitName } from '@/text/measures'

import ChairSheet from './ChairSheet.vue'

const props = defineProps<{
  name: string
  title: string
  answer: PlanAnswer
  views?: View[]
  radius?: number
  /** Whom it is for, on the chair sheet. */
  person?: Schemas['Person']
}>()
const { t } = useI18n()
const sheet = useInUrl<'parting' | 'chair'>('sheet', 'parting')
const sheets = computed(() =>
  (['parting', 'chair'] as const).map((value) => ({ value, text: t(`print.${value}`) })),
)

const sections = computed(() => props.answer.sections)
const hasRods = computed(() => sections.value.some((section) => section.rod_mm))
const hasBundles = computed(() => sections.value.some((section) => section.bundle))
/** Many sections stand in several columns, so that one page is enough. */
const COLUMN = 18
const columns = computed(() => {
  const wide = Math.max(1, Math.min(5, Math.ceil(sections.value.length / COLUMN)))
  const tall = Math.ceil(sections.value.length / wide)
  return Array.from({ length: wide }, (_, i) => sections.value.slice(i * tall, (i + 1) * tall))
})
const small = computed(() => sections.value.length > 60)
const words = usePlanWords()
const kit = computed(() => words.kit(props.answer.kit_needed))
const letter = (bundle: number | null | undefined) =>
  bundle ? String.fromCharCode(64 + bundle) : ''
</script>

<template>
  <PrintPage>
    <template #actions>
      <Choice v-model="sheet" :label="t('print.sheet')" hide-label :options="sheets" />
    </template>
    <ChairSheet
      v-if="sheet === 'chair'"
      :name="name"
      :title="title"
      :answer="answer"
      :person="person"
    />
    <div v-else :class="{ small }">
      <header>
        <h1>{{ name }}</h1>
        <p>
          {{ t('print.parting') }}: <b>{{ title }}, {{ sections.length }}</b> ·
          {{ day(undefined) }} · {{ minutes(answer.totals.hands_on_min) }} {{ t('plan.handsOn') }}
        </p>
      </header>
      <div class="drawings">
        <CrownMap
          :sections="sections"
          :hairline="answer.hairline as Point[]"
          :lines="answer.lines ?? []"
          printed
        />
        <div class="views">
          <template v-if="views && radius">
            <div v-for="side in ['back', 'left', 'right'] as const" :key="side">
              <HeadView :views="views" :radius="radius" :side="side" />
              <p class="quiet">{{ t(`crown.views.${side}`) }}</p>
            </div>
          </template>
          <p v-else class="quiet">{{ t('print.otherRules') }}</p>
        </div>
      </div>
      <div class="lists">
        <Figures v-for="(column, i) in columns" :key="i">
          <thead>
            <tr>
              <th class="n">{{ t('print.no') }}</th>
              <th v-if="columns.length < 3">{{ t('print.section') }}</th>
              <th>{{ t('print.lay') }}</th>
              <th class="n">{{ unitName('g') }}</th>
              <th v-if="columns.length < 4" class="n">{{ unitName('cm') }}</th>
              <th v-if="hasRods" class="n">{{ t('print.rod') }}</th>
              <th v-if="hasBundles">{{ t('print.bundle') }}</th>
              <th class="n">{{ t('print.minutes') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="section in column" :key="section.number">
              <td class="n">
                <b>{{ section.number }}</b>
              </td>
              <td v-if="columns.length < 3">{{ t(`hair.zones.${section.zone}`) }}</td>
              <td>{{ t(`crown.lays.${section.lay}`) }}</td>
              <td class="n">{{ figure(section.grams, 'g') }}</td>
              <td v-if="columns.length < 4" class="n">{{ figure(section.length_cm, 'cm', 0) }}</td>
              <td v-if="hasRods" class="n">
                {{ section.rod_mm ? figure(section.rod_mm, 'mm') : '' }}
              </td>
              <td v-if="hasBundles">{{ letter(section.bundle) }}</td>
              <td class="n">{{ short(section.minutes ?? 0) }}</td>
            </tr>
          </tbody>
        </Figures>
      </div>
      <footer>
        <p>
          <b>{{ t('print.legend') }}.</b> {{ t('print.legendNumbers') }}
          {{ t('print.legendArrows') }}
          <template v-if="hasRods">{{ t('print.legendRods', { unit: unitName('mm') }) }}</template>
          <template v-if="hasBundles"> {{ t('print.legendBundles') }}</template>
          <template v-if="answer.lines?.some((line) => line.doubles)">
            {{ t('print.legendDoubles') }}</template
          >
        </p>
        <p v-if="kit.length">
          <b>{{ t('print.kit') }}:</b> {{ kit.join(', ') }}.
          <template v-for="line in answer.set_details ?? []" :key="line">{{ line }} </template>
        </p>
      </footer>
    </div>
  </PrintPage>
</template>

<style scoped>
.drawings {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 46mm;
  gap: 6mm;
  margin-top: 2mm;
}
.drawings :deep(figure svg) {
  height: 120mm;
}
.views {
  display: grid;
  align-content: space-between;
}
.views p {
  text-align: center;
}
.lists {
  display: flex;
  align-items: start;
  gap: 6mm;
  margin-top: 2mm;
}
.lists :deep(table) {
  font-size: 12px;
}
.lists th,
.lists td {
  padding: 1.5px 6px 1.5px 0;
}
.small .lists :deep(table) {
  font-size: 9.5px;
}
.small .lists th,
.small .lists td {
  padding: 0 4px 0 0;
}
footer {
  margin-top: 3mm;
  font-size: 12px;
}
</style>
