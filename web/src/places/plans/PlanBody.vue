<script setup lang="ts">
/** A plan to be read: cautions first, the strip, the figures, the map, the drying. */
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import type { Edit, PlanAnswer } from '@/api/queries'
import CautionNote from '@/parts/CautionNote.vue'
import CrownMap from '@/parts/CrownMap.vue'
import DryingChart from '@/parts/DryingChart.vue'
import Term from '@/parts/Term.vue'
import PleatStrip from '@/parts/PleatStrip.vue'
import WhyList from '@/parts/WhyList.vue'
import { day, minutes, short, span, when } from '@/text/format'
import { figure, measure } from '@/text/measures'
import { isoDay } from '@/text/zone'

import DoseTable from './DoseTable.vue'
import LayerList from './LayerList.vue'
import PlanNotes from './PlanNotes.vue'
import SectionNote from './SectionNote.vue'
import StepDetail from './StepDetail.vue'

const props = defineProps<{
  answer: PlanAnswer
  begin?: Date
  fixable?: boolean
  edits?: Edit[]
  /** Bottles another one may be chosen from. */
  shelf?: Schemas['ShelfItem'][]
  byHand?: Record<string, string>
  /** The layers, where they were composed by hand. */
  composed?: Schemas['Layer'][]
}>()
const emit = defineEmits<{
  apply: [fix: Schemas['Fix']]
  edit: [edits: Edit[]]
  bottle: [role: string, id: string | undefined]
  layers: [layers: Schemas['Layer'][] | null]
  detail: [change: Record<string, Schemas['DetailChoice']['chosen'] | null>]
}>()
const { t } = useI18n()

const section = ref(1)
const step = ref(props.answer.steps[0]?.key ?? '')
const MINUTE_MS = 60_000

watch(
  () => props.answer,
  (answer, before) => {
    section.value = Math.min(section.value, answer.sections.length)
    if (answer.steps.some((item) => item.key === step.value)) return
    // A step that is gone leaves its place to the one that stands there now.
    const place = before.steps.findIndex((item) => item.key === step.value)
    step.value = answer.steps[Math.min(Math.max(place, 0), answer.steps.length - 1)]?.key ?? ''
  },
)

/** The first step that lays products in: one of its own, or the cycle that holds it. */
const laying = computed(() =>
  props.answer.steps.find((item) => item.key === 'lay_in' || item.covers?.includes('lay_in')),
)
const list = useTemplateRef<InstanceType<typeof LayerList>>('list')
async function compose() {
  step.value = laying.value?.key ?? step.value
  await nextTick()
  const element = list.value?.$el as HTMLElement | undefined
  element?.scrollIntoView({ block: 'center' })
}
const totals = computed(() => props.answer.totals)
const shown = computed(() => props.answer.sections[section.value - 1])
const later = computed(() => totals.value.client_min - totals.value.first_sitting_min)
/** When the client leaves and comes back: by the clock if a beginning is planned. */
const times = computed(() => {
  const { begin, answer } = props
  const { release_after_h } = answer.drying
  const back = later.value > 0
  const minutesBack = minutes(later.value)
  const after = t('plan.backAfter', { hours: short(release_after_h), minutes: minutesBack })
  if (!begin) {
    const today = t('plan.today', { minutes: minutes(totals.value.first_sitting_min) })
    return { start: '', end: back ? `${today} · ${after}` : today }
  }
  const at = (min: number) => when(new Date(begin.getTime() + min * MINUTE_MS), begin)
  const until = t('plan.until', { when: at(totals.value.first_sitting_min) })
  const release = totals.value.release_min
  // Without an hour of its own a plan knows the day it is opened, not the hour.
  const opens = (min: number) => {
    const moment = new Date(begin.getTime() + min * MINUTE_MS)
    return answer.times || isoDay(moment) === isoDay(begin) ? when(moment, begin) : day(moment)
  }
  const again =
    release == null ? after : t('plan.back', { when: opens(release), minutes: minutesBack })
  return { start: when(begin, begin), end: back ? `${until} · ${again}` : until }
})
/** When something before the day is done: by the clock if a beginning is planned. */
const HOUR_MS = 60 * MINUTE_MS
const aheadAt = (item: Schemas['Ahead']) => {
  const hours = short(item.hours_before)
  if (!props.begin) return t('plan.hoursBefore', { hours })
  const at = new Date(props.begin.getTime() - item.hours_before * HOUR_MS)
  // Before an hour that is too near there is no time left for it.
  return at < new Date() ? t('plan.hoursGone', { hours }) : when(at, new Date())
}
const folds = computed(() =>
  props.answer.steps.map((item) => ({ ...item, cautions: item.cautions ?? [] })),
)
</script>

<template>
  <div v-if="answer.cautions.length" class="cautions" :aria-label="t('plan.cautions')" role="group">
    <CautionNote
      v-for="caution in answer.cautions"
      :key="caution.key"
      :caution="caution"
      :fixes="fixable ? answer.fixes : []"
      @apply="emit('apply', $event)"
    />
  </div>
  <p v-if="!answer.steps.length" class="stopped">{{ t('plan.stopped') }}</p>
  <template v-else>
    <PleatStrip :steps="folds" :picked="step" class="strip" @pick="step = $event" />
    <div class="times quiet">
      <span>{{ times.start }}</span>
      <span>{{ times.end }}</span>
    </div>
    <StepDetail
      v-model="step"
      :steps="answer.steps"
      :editable="fixable"
      :edits="edits"
      :details="answer.details"
      @edit="emit('edit', $event)"
      @detail="emit('detail', $event)"
    />
    <LayerList
      v-if="fixable && laying && step === laying.key"
      ref="list"
      :answer="answer"
      :shelf="shelf ?? []"
      :own="composed"
      @change="emit('layers', $event)"
    />
    <p v-for="item in answer.ahead ?? []" :key="item.key" class="ahead">
      <b>{{ aheadAt(item) }}: {{ item.title }}.</b> {{ item.how }}
    </p>
    <p v-if="answer.dropped?.length" class="removed">
      {{ t('plan.dropped', { what: answer.dropped.join('; ') }) }}
    </p>
    <p v-if="answer.removed?.length" class="removed">
      {{ t('edit.takenOut', { what: answer.removed.join(', ') }) }}
    </p>
    <div class="columns">
      <section class="map">
        <h2>
          <Term word="parting">{{ t('plan.parting') }}</Term>
        </h2>
        <CrownMap
          v-model="section"
          :sections="answer.sections"
          :hairline="answer.hairline as [number, number][]"
          :lines="answer.lines ?? []"
        />
        <SectionNote v-if="shown" :section="shown" :answer="answer" />
      </section>
      <section>
        <div class="sums">
          <div>
            <b>
              <WhyList :reasons="totals.reasons ?? []" :about="t('plan.handsOn')">{{
                minutes(totals.hands_on_min)
              }}</WhyList>
            </b>
            <span class="quiet">
              {{ t('plan.handsOn') }},
              {{ span(totals.hands_on_low, totals.hands_on_high, t('plan.to')) }}
            </span>
          </div>
          <div>
            <b>{{ minutes(totals.wait_min) }}</b>
            <span class="quiet">{{ t('plan.waiting') }}</span>
          </div>
          <div>
            <b>{{ minutes(totals.client_min) }}</b>
            <span class="quiet">{{ t('plan.client') }}</span>
          </div>
        </div>
        <DoseTable
          :steps="answer.steps"
          :totals="totals"
          :shelf="shelf"
          :by-hand="byHand"
          :composable="fixable && Boolean(laying)"
          @compose="compose"
          @bottle="(role, id) => emit('bottle', role, id)"
        />
      </section>
      <section>
        <div v-if="answer.dries" class="client">
          <h2>
            <WhyList :reasons="answer.drying.reasons" :about="t('plan.drying_')">{{
              t('plan.drying_')
            }}</WhyList>
          </h2>
          <span class="quiet">{{ t('plan.waterGone') }}</span>
        </div>
        <DryingChart v-if="answer.dries" :drying="answer.drying" :times="answer.times" />
        <div class="sits">
          <b>
            <WhyList :reasons="answer.finished.reasons" :about="t('plan.sits')">{{
              measure(answer.finished.length_cm, 'cm')
            }}</WhyList>
          </b>
          <span>
            {{ t('plan.sits') }}: {{ answer.finished.landmark }}
            <span class="quiet">
              ({{
                t('plan.range', {
                  low: figure(answer.finished.length_low, 'cm'),
                  high: figure(answer.finished.length_high, 'cm'),
                })
              }})
            </span>
          </span>
        </div>
      </section>
    </div>
    <PlanNotes :answer="answer" :begin="begin" class="columns notes" />
  </template>
</template>

<style scoped>
.cautions {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 3px;
  margin-top: 10px;
}
/* Reminders stand side by side; whatever asks for more has a line of its own. */
.cautions > :not(.remind),
.cautions > .open,
.cautions > .remind:only-child {
  grid-column: 1 / -1;
}
.stopped {
  margin-top: 20px;
  font: 700 20px var(--display);
}
.strip {
  margin-top: 12px;
}
.times {
  display: flex;
  justify-content: space-between;
  margin-top: 4px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.3fr) minmax(0, 1fr);
  gap: 32px;
  margin-top: 8px;
}
.map {
  display: grid;
  align-content: start;
}
.sums {
  display: flex;
  gap: 24px;
  margin-bottom: 2px;
}
.sums div {
  display: grid;
  align-content: start;
}
.sums b,
.sits b {
  font: 700 27px/1.1 var(--display);
  white-space: nowrap;
}
.client {
  display: flex;
  align-items: baseline;
  gap: 12px;
}
.sits {
  display: flex;
  align-items: baseline;
  gap: 12px;
  margin-top: 10px;
}
.notes {
  margin-top: 22px;
  padding-top: 14px;
  border-top: 1px solid var(--line);
  font-size: 14px;
}
.ahead {
  margin-top: 6px;
  font-size: 14px;
}
.removed {
  margin-top: 6px;
  font-size: 13px;
  font-weight: 650;
}
@media (max-width: 1000px) {
  .cautions {
    grid-template-columns: minmax(0, 1fr);
  }
  .columns {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
  .columns > :nth-child(2) {
    order: -1;
    grid-column: 1 / -1;
  }
}
@media (max-width: 640px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .cautions {
    grid-template-columns: minmax(0, 1fr);
  }
  .times {
    flex-wrap: wrap;
    gap: 2px 12px;
  }
}
</style>
