<script setup lang="ts">
/** Dry by then? Stages, every section over time, and what would help. */
import { useIntervalFn } from '@vueuse/core'
import { ElSlider } from 'element-plus'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import { useLiveDraft, useLiveDrying, type WhatIf } from '@/api/crown'
import { useReady } from '@/api/queries'
import { provideRefusal } from '@/forms/refusal'
import CrownMap from '@/parts/CrownMap.vue'
import type { Point } from '@/parts/crownPaths'
import DryingChart from '@/parts/DryingChart.vue'
import Figures from '@/parts/Figures.vue'
import WhyList from '@/parts/WhyList.vue'
import { minutes, percent, short } from '@/text/format'
import { patchOf } from '@/wish/patch'
import { useWish } from '@/wish/useWish'

import AirPanel from './AirPanel.vue'
import StageList from './StageList.vue'
import WishView from './WishView.vue'

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const desk = useWish(props.client)
const wish = desk.wish
const ready = useReady(() => props.client)
const draft = useLiveDraft(wish, ready)
const dry = useLiveDrying(wish, ready)
const planned = computed(() => draft.answer.value?.answer)
const dried = computed(() => dry.answer.value)
const both = computed(() =>
  dried.value && planned.value ? { answer: dried.value, plan: planned.value } : undefined,
)
const refusal = provideRefusal(dry.error)

/** Where the scrubber stands, as a place in the hours that were computed. */
const at = ref(0)
const touched = ref(false)
const hours = computed(() => dried.value?.over_time.hours ?? [])
watch(dried, (now) => {
  if (!now || (touched.value && at.value < now.over_time.hours.length)) return
  at.value = Math.max(
    0,
    now.over_time.hours.findIndex((hour) => hour >= now.drying.release_after_h),
  )
})
const shares = computed(() => {
  const map = dried.value?.over_time
  return map ? map.curve_of.map((curve) => map.curves[curve]?.[at.value] ?? 0) : []
})
const DARKEST = 0.75
const shades = computed(() => shares.value.map((share) => (1 - share) * DARKEST))
const section = ref(1)
const FRAME_MS = 90
const film = useIntervalFn(
  () => {
    if (at.value >= hours.value.length - 1) film.pause()
    else at.value += 1
  },
  FRAME_MS,
  { immediate: false },
)
function play() {
  touched.value = true
  if (film.isActive.value) {
    film.pause()
    return
  }
  if (at.value >= hours.value.length - 1) at.value = 0
  film.resume()
}
const message = computed(() =>
  t('dryplan.section', { n: section.value, share: percent(shares.value[section.value - 1] ?? 0) }),
)

function take(whatIf: WhatIf) {
  desk.take(patchOf(whatIf.change))
}
</script>

<template>
  <WishView
    v-slot="{ data: { answer, plan } }"
    :client="props.client"
    :desk="desk"
    :data="both"
    :refusal="refusal"
    :refused="Boolean(dry.error.value)"
    :pending="dry.pending.value"
    @retry="dry.retry()"
  >
    <div class="table">
      <section class="first">
        <div class="odds" :class="{ unsafe: !answer.drying.safe }">
          <b>{{ percent(answer.drying.odds_dry) }}</b>
          <span>
            {{ t('dryplan.odds') }}
            <WhyList :reasons="answer.reasons" :about="t('dryplan.odds')" />
            <br />
            <strong>{{
              t(answer.drying.safe ? 'dryplan.promised' : 'dryplan.notPromised')
            }}</strong>
            {{ ' '
            }}<span class="quiet">
              {{ t('dryplan.slowest', { names: (answer.slowest ?? []).join(', ') }) }}</span
            >
          </span>
        </div>
        <p v-for="caution in answer.cautions" :key="caution.key" class="caution">
          {{ caution.text }}
        </p>
        <StageList :desk="desk" :answer="answer" />
        <h2>{{ t('dryplan.whatIf') }}</h2>
        <p v-if="answer.drying.safe" class="quiet">{{ t('dryplan.safeNow') }}</p>
        <Figures class="what">
          <thead>
            <tr>
              <th>{{ t('dryplan.change') }}</th>
              <th class="n">{{ t('dryplan.hands') }}</th>
              <th class="n">{{ t('dryplan.salon') }}</th>
              <th class="n">{{ t('dryplan.later') }}</th>
              <th class="n">{{ t('dryplan.oddsShort') }}</th>
              <th />
            </tr>
          </thead>
          <tbody>
            <tr v-for="trial in answer.what_if" :key="trial.key" :class="{ safe: trial.safe }">
              <td>{{ trial.title }}</td>
              <td class="n">{{ trial.hands_on_min ? `+${minutes(trial.hands_on_min)}` : '–' }}</td>
              <td class="n">{{ trial.client_min ? `+${minutes(trial.client_min)}` : '–' }}</td>
              <td class="n">{{ trial.later_h ? `${short(trial.later_h)} h` : '–' }}</td>
              <td class="n">
                <b>{{ percent(trial.odds_dry) }}</b>
              </td>
              <td class="n">
                <button
                  class="act small"
                  type="button"
                  :aria-label="`${t('dryplan.take')}: ${trial.title}`"
                  @click="take(trial)"
                >
                  {{ t('dryplan.take') }}
                </button>
              </td>
            </tr>
          </tbody>
        </Figures>
        <AirPanel :desk="desk" :ambient="answer.ambient" />
      </section>
      <section>
        <div class="scrub">
          <button class="act" type="button" @click="play">
            {{ film.isActive.value ? t('dryplan.pause') : t('dryplan.play') }}
          </button>
          <ElSlider
            v-model="at"
            :max="hours.length - 1"
            :show-tooltip="false"
            :aria-label="t('dryplan.scrub')"
            :format-value-text="() => t('dryplan.map', { hours: short(hours[at] ?? 0) })"
            @input="touched = true"
          />
          <b>{{ t('dryplan.map', { hours: short(hours[at] ?? 0) }) }}</b>
        </div>
        <CrownMap
          v-model="section"
          :sections="plan.sections"
          :hairline="plan.hairline as Point[]"
          :lines="plan.lines ?? []"
          :shades="shades"
        />
        <p class="quiet scale">
          {{ t('dryplan.wet') }} <i aria-hidden="true" /> {{ t('dryplan.dry') }}
          <span class="message">{{ message }}</span>
        </p>
        <DryingChart class="chart" :drying="answer.drying" :at="hours[at]" />
        <p class="quiet">
          <b>{{ t('dryplan.learned') }}</b>
          ×{{ short(answer.factor, 2) }} {{ t('dryplan.factor') }},
          {{
            answer.learned
              ? t('dryplan.learnedFrom', { what: answer.learned })
              : t('dryplan.nothing')
          }}
        </p>
      </section>
    </div>
  </WishView>
</template>

<style scoped>
.table {
  display: grid;
  grid-template-columns: minmax(0, 1.45fr) minmax(0, 1fr);
  gap: 36px;
}
.odds {
  display: flex;
  align-items: center;
  gap: 14px;
}
.odds > b {
  flex: none;
  white-space: nowrap;
  font: 700 44px/1 var(--display);
}
.odds.unsafe > b,
.odds.unsafe strong {
  color: var(--caution);
}
.caution {
  margin-top: 8px;
  padding: 8px 12px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
  font-size: 14px;
}
h2 {
  margin-top: 18px;
}
.what {
  margin-top: 4px;
}
.what td {
  color: var(--ink-2);
}
.what .safe td {
  color: var(--ink);
}
.what .safe b::before {
  content: '✓ ';
}
.small {
  min-height: 32px;
  padding: 0 10px;
}
.scrub {
  display: flex;
  align-items: center;
  gap: 16px;
}
.scrub .act {
  min-width: 76px;
}
.scrub b {
  min-width: 88px;
  text-align: right;
  white-space: nowrap;
}
.scale i {
  display: inline-block;
  width: 70px;
  height: 10px;
  margin: 0 4px;
  background: linear-gradient(to left, var(--paper), var(--water));
  border: 1px solid var(--line-strong);
  vertical-align: -1px;
}
.chart {
  max-width: 440px;
}
.message {
  float: right;
  font-weight: 650;
}
@media (max-width: 900px) {
  .table {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
