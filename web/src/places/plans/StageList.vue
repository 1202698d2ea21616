<script setup lang="ts">
/** The stages of drying: as they come, or chosen by hand. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import type { Stage } from '@/api/crown'
import { airAtValues, stageKindValues } from '@/api/generated'
import Amount from '@/parts/Amount.vue'
import Pick from '@/parts/Pick.vue'
import { minutes, percent, short } from '@/text/format'
import { figure, measure } from '@/text/measures'
import type { WishDesk } from '@/wish/useWish'

type Planned = Schemas['PlannedStage']

const props = defineProps<{
  answer: Schemas['DryingPlanAnswer']
  desk: WishDesk
}>()
const { t } = useI18n()

const WARM = new Set(['hood', 'diffuser'])
const kinds = computed(() =>
  stageKindValues.map((value) => ({ value, text: t(`dryplan.kinds.${value}`) })),
)
const places = computed(() =>
  airAtValues.map((value) => ({ value, text: t(`dryplan.ats.${value}`) })),
)

const stages = computed<Stage[]>(() => props.desk.wish.value.stages ?? [])
const byHand = computed(() => stages.value.length > 0)
const rest = computed(() => props.answer.stages.slice(byHand.value ? stages.value.length : 0))

function put(next: Stage[]) {
  props.desk.patch({ stages: next.length ? next : null })
}
function change(place: number, by: Partial<Stage>) {
  put(stages.value.map((stage, i) => (i === place ? { ...stage, ...by } : stage)))
}
/** Begin by hand with what was planned. */
function begin() {
  const USUAL_MIN = 60
  put(
    props.answer.stages.map((stage: Planned, place) => ({
      kind: stage.kind,
      at: stage.at,
      minutes: stage.minutes ?? (place < props.answer.stages.length - 1 ? USUAL_MIN : null),
      temp_c: null,
    })),
  )
}
function add() {
  const STAGE_MIN = 15
  put([{ kind: 'hood', at: 'salon', minutes: STAGE_MIN, temp_c: null }, ...stages.value])
}
function earlier(place: number) {
  const next = [...stages.value]
  const [stage] = next.splice(place, 1)
  if (stage) next.splice(place - 1, 0, stage)
  put(next)
}
const clock = (stage: Planned | undefined) =>
  stage ? `${short(stage.from_h)}–${short(stage.to_h)} h` : ''
</script>

<template>
  <div class="client">
    <h2>{{ t('dryplan.stages') }}</h2>
    <span class="quiet">
      {{ answer.before }} {{ t('dryplan.starts', { water: short(answer.water_start, 2) }) }}
    </span>
    <button v-if="!byHand" class="act" type="button" @click="begin">
      {{ t('dryplan.byHand') }}
    </button>
    <template v-else>
      <button class="act" type="button" @click="add">{{ t('dryplan.add') }}</button>
      <button class="act" type="button" @click="put([])">{{ t('dryplan.usual') }}</button>
    </template>
  </div>
  <p class="names quiet" aria-hidden="true">
    <span>{{ t('dryplan.clock') }}</span>
    <span>{{ t('dryplan.gone') }}</span>
    <span>{{ t('dryplan.left') }}</span>
  </p>
  <ol class="stages">
    <li v-for="(stage, place) in stages" :key="place" class="own">
      <div class="choices">
        <Pick
          hide-label
          :label="`${t('dryplan.stage', { n: place + 1 })}: ${t('dryplan.kind')}`"
          :name="`stages.${place}.kind`"
          :options="kinds"
          width="122px"
          :model-value="stage.kind"
          @update:model-value="$event && change(place, { kind: $event, temp_c: null })"
        />
        <Amount
          hide-label
          :label="`${t('dryplan.stage', { n: place + 1 })}: ${t('dryplan.minutes')}`"
          unit="min"
          :model-value="stage.minutes ?? null"
          :placeholder="t('dryplan.untilDone')"
          :name="`stages.${place}.minutes`"
          width="124px"
          @update:model-value="change(place, { minutes: $event })"
        />
        <Amount
          v-if="WARM.has(stage.kind)"
          hide-label
          :label="`${t('dryplan.stage', { n: place + 1 })}: ${t('dryplan.temp')}`"
          unit="°C"
          :model-value="stage.temp_c ?? null"
          :placeholder="figure(answer.stages[place]?.temp_c ?? 0, '°C', 0)"
          :name="`stages.${place}.temp_c`"
          width="84px"
          @update:model-value="change(place, { temp_c: $event })"
        />
        <Pick
          v-else
          hide-label
          :label="`${t('dryplan.stage', { n: place + 1 })}: ${t('dryplan.at')}`"
          :name="`stages.${place}.at`"
          :options="places"
          width="112px"
          :model-value="stage.at"
          @update:model-value="$event && change(place, { at: $event })"
        />
        <button
          class="act small"
          type="button"
          :disabled="place === 0"
          :aria-label="t('dryplan.up', { n: place + 1 })"
          @click="earlier(place)"
        >
          ↑
        </button>
        <button
          class="act small"
          type="button"
          :aria-label="t('dryplan.remove', { n: place + 1 })"
          @click="put(stages.filter((_, i) => i !== place))"
        >
          ×
        </button>
      </div>
      <span class="quiet">{{ clock(answer.stages[place]) }}</span>
      <b>{{ percent(answer.stages[place]?.share_after ?? 0) }}</b>
      <span class="quiet">{{ short(answer.stages[place]?.water_left ?? 0, 2) }} g/g</span>
    </li>
    <li v-for="(stage, place) in rest" :key="`rest ${place}`">
      <div>
        <strong>{{ t(`dryplan.kinds.${stage.kind}`) }}</strong>
        {{ t(`dryplan.ats.${stage.at}`) }},
        <span class="quiet">
          {{ measure(stage.temp_c, '°C') }}, {{ percent(stage.rh) }} ·
          {{ stage.minutes == null ? t('dryplan.untilDone') : minutes(stage.minutes) }}
        </span>
      </div>
      <span class="quiet">{{ clock(stage) }}</span>
      <b>{{ percent(stage.share_after) }}</b>
      <span class="quiet">{{ short(stage.water_left, 2) }} g/g</span>
    </li>
  </ol>
</template>

<style scoped>
.client {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  margin-top: 16px;
}
.client .quiet {
  margin-right: auto;
}
.names {
  display: flex;
  justify-content: flex-end;
  gap: 14px;
  margin-top: 4px;
  font-size: 12px;
}
.stages {
  margin: 2px 0 0;
  padding: 0;
  list-style: none;
  border-top: 1px solid var(--line);
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 92px 48px 66px;
  align-items: center;
  gap: 8px;
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
li > .quiet,
li > b {
  text-align: right;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  gap: 6px;
}
.small {
  min-height: 40px;
  min-width: 40px;
  padding: 0;
}
</style>
