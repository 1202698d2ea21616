<script setup lang="ts">
/** A plan to be read: cautions first, the strip, the figures, the map, the drying. */
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import type { Edit, PlanAnswer } from '@/api/queries'
import CautionNote from '@/parts/CautionNote.vue'
import CrownMap from '@/parts/CrownMap.vue'
import DryingChart from '@/parts/DryingChart.vue'
import PleatStrip from '@/parts/PleatStrip.vue'
import WhyList from '@/parts/WhyList.vue'
import { minutes, number, short, span, when } from '@/text/format'

import HomePhases from './HomePhases.vue'
import DoseTable from './DoseTable.vue'
import LayerList from './LayerList.vue'
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

const laying = computed(() => props.answer.steps.find((item) => item.key === 'lay_in'))
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
  const again =
    release == null ? after : t('plan.back', { when: at(release), minutes: minutesBack })
  return { start: when(begin, begin), end: back ? `${until} · ${again}` : until }
})
type SchoolChoice = Schemas['SchoolChoice']
const SCHOOL_WORDS: Record<string, string> = {
  layering: 'layerings',
  distribution: 'distributions',
  wash: 'washes',
  detangle: 'detangles',
  pre_wash: 'preWashes',
  drying: 'dryers',
  smoothing: 'smoothings',
  release: 'releases',
  refresh: 'refreshes',
}
/** Details that are not done as usual. */
const otherwise = computed(() =>
  (props.answer.details ?? [])
    .filter((choice) => choice.chosen !== choice.usual)
    .map((choice) => ({
      title: choice.title,
      way: choice.options.find((option) => option.manner === choice.chosen)?.title ?? '',
    })),
)
const schoolName = (topic: string, chosen: string) => t(`plan.${SCHOOL_WORDS[topic]}.${chosen}`)
const schoolReason = (schoolChoice: SchoolChoice) => ({
  rule: schoolChoice.topic,
  because: `${schoolChoice.because} ${t('plan.instead')}: ${schoolChoice.instead}`,
  trigger: t(`plan.chosenBy.${schoolChoice.chosen_by}`),
  source: schoolChoice.source,
})
/** What is counted out beside rods. */
const pieces = computed(() => {
  const { pins, bands, clips, ties = 0 } = props.answer.kit_needed
  return Object.entries({ pins, bands, clips, ties })
    .filter(([, n]) => n)
    .map(([name, n]) => t(`plan.${name}`, { n }, n))
    .join(', ')
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
      :step="laying"
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
        <h2>{{ t('plan.parting') }}</h2>
        <CrownMap
          v-model="section"
          :sections="answer.sections"
          :hairline="answer.hairline as [number, number][]"
          :lines="answer.lines ?? []"
        />
        <dl v-if="shown" class="section" aria-live="polite">
          <dt>
            {{ t('plan.section', { n: shown.number, of: answer.sections.length }) }} ·
            {{ t(`hair.zones.${shown.zone}`) }},
            {{ t('plan.lays', { lay: t(`plan.lay.${shown.lay}`) }) }}
          </dt>
          <dd>
            {{ t('plan.sectionHair', { hairs: number(shown.hairs), grams: short(shown.grams) }) }}
            ·
            {{
              t('plan.sectionArea', {
                area: short(shown.area_cm2, 0),
                length: short(shown.length_cm),
              })
            }}
          </dd>
          <dd>
            <template v-for="(grams, role) in shown.doses" :key="role">
              {{ t(`plan.roles.${role}`) }} {{ short(grams) }} g ·
            </template>
            {{ t('plan.sectionMinutes', { minutes: short(shown.minutes ?? 0) }) }}
            <template v-if="shown.h_to_dry">
              · {{ t('plan.sectionDry', { hours: short(shown.h_to_dry) }) }}
            </template>
            <template v-if="shown.rod_mm"> · {{ short(shown.rod_mm) }} mm</template>
            {{ ' ' }}
            <WhyList
              :reasons="answer.section_reasons ?? []"
              :about="t('plan.section', { n: shown.number, of: answer.sections.length })"
            />
          </dd>
        </dl>
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
        <div class="client">
          <h2>
            <WhyList :reasons="answer.drying.reasons" :about="t('plan.drying_')">{{
              t('plan.drying_')
            }}</WhyList>
          </h2>
          <span class="quiet">{{ t('plan.waterGone') }}</span>
        </div>
        <DryingChart :drying="answer.drying" />
        <div class="sits">
          <b>
            <WhyList :reasons="answer.finished.reasons" :about="t('plan.sits')"
              >{{ short(answer.finished.length_cm) }} cm</WhyList
            >
          </b>
          <span>
            {{ t('plan.sits') }}: {{ answer.finished.landmark }}
            <span class="quiet">
              ({{
                t('plan.range', {
                  low: short(answer.finished.length_low),
                  high: short(answer.finished.length_high),
                })
              }})
            </span>
          </span>
        </div>
      </section>
    </div>
    <div class="columns notes">
      <section v-if="answer.assumed.length">
        <h2>{{ t('plan.assumed') }}</h2>
        <p v-for="line in answer.assumed" :key="line">{{ line }}</p>
      </section>
      <section>
        <div class="client">
          <h2>
            <WhyList
              v-if="answer.kit_needed.reasons?.length"
              :reasons="answer.kit_needed.reasons"
              :about="t('plan.kit')"
              >{{ t('plan.kit') }}</WhyList
            >
            <template v-else>{{ t('plan.kit') }}</template>
          </h2>
        </div>
        <p>
          {{ pieces }}
        </p>
        <p v-for="rod in answer.kit_needed.rods" :key="rod.diameter_mm">
          {{ t('plan.rods', { n: rod.count, mm: short(rod.diameter_mm) }) }}
          <template v-if="rod.short">
            {{ t('plan.rodsShort', { n: rod.short }) }}
          </template>
        </p>
        <p
          v-for="substitute in answer.kit_needed.substitutes ?? []"
          :key="`substitute ${substitute.diameter_mm}`"
        >
          {{
            t('plan.oddRods', {
              n: substitute.count,
              mm: short(substitute.diameter_mm),
              places: substitute.sections.join(', '),
            })
          }}
        </p>
        <template v-if="otherwise.length">
          <h2 class="schools">{{ t('plan.details') }}</h2>
          <p v-for="choice in otherwise" :key="choice.title">
            {{ choice.title }}: <b>{{ choice.way }}</b>
          </p>
        </template>
        <template v-if="answer.schools?.length">
          <h2 class="schools">{{ t('plan.schools') }}</h2>
          <p v-for="school in answer.schools" :key="school.topic">
            {{ t(`plan.topic.${school.topic}`) }}:
            <b>
              <WhyList :reasons="[schoolReason(school)]" :about="t(`plan.topic.${school.topic}`)">{{
                schoolName(school.topic, school.chosen)
              }}</WhyList>
            </b>
            <span class="quiet"> ({{ t(`plan.chosenBy.${school.chosen_by}`) }})</span>
          </p>
        </template>
      </section>
      <section>
        <h2>{{ t('plan.home') }}</h2>
        <HomePhases :home="answer.home" :begin="begin" />
        <p>
          {{
            t('plan.returnBy', { wash: answer.home.wash_by_day, back: answer.home.return_by_day })
          }}
        </p>
      </section>
    </div>
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
.section {
  margin: 4px 0 0;
  font-size: 13px;
}
.section dt {
  font-weight: 700;
}
.section dd {
  margin: 0;
  color: var(--ink-2);
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
.notes h2 {
  margin-bottom: 4px;
}
.schools {
  margin-top: 14px;
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
