<script setup lang="ts">
/** The stages of drying: as they come, or chosen by hand. */
import { ElOption, ElSelect } from 'element-plus'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import type { Stage } from '@/api/crown'
import type { Wish } from '@/api/queries'
import Amount from '@/parts/Amount.vue'
import { minutes, percent, short } from '@/text/format'

type Planned = Schemas['PlannedStage']

const props = defineProps<{
  answer: Schemas['DryingPlanAnswer']
  problems: Schemas['Problem'][]
}>()
const wish = defineModel<Wish>({ required: true })
const { t } = useI18n()

const KINDS = ['cloth', 'hood', 'diffuser', 'air', 'cap'] as const
const ATS = ['salon', 'journey', 'home'] as const
const WARM = new Set(['hood', 'diffuser'])

const stages = computed<Stage[]>(() => wish.value.stages ?? [])
const byHand = computed(() => stages.value.length > 0)
const wrong = (place: number, field: string) =>
  props.problems.find((one) => one.field === `stages.${place}.${field}`)?.message
const rest = computed(() => props.answer.stages.slice(byHand.value ? stages.value.length : 0))

function put(next: Stage[]) {
  wish.value = { ...wish.value, stages: next }
}
function change(place: number, by: Partial<Stage>) {
  put(stages.value.map((one, i) => (i === place ? { ...one, ...by } : one)))
}
/** Begin by hand with what was planned. */
function begin() {
  const USUAL_MIN = 60
  put(
    props.answer.stages.map((one: Planned, place) => ({
      kind: one.kind,
      at: one.at,
      minutes: one.minutes ?? (place < props.answer.stages.length - 1 ? USUAL_MIN : null),
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
  const [one] = next.splice(place, 1)
  if (one) next.splice(place - 1, 0, one)
  put(next)
}
const clock = (one: Planned | undefined) => (one ? `${short(one.from_h)}–${short(one.to_h)} h` : '')
</script>

<template>
  <div class="head">
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
    <li v-for="(one, place) in stages" :key="place" class="own">
      <div class="choices">
        <ElSelect
          :model-value="one.kind"
          :aria-label="`${t('dryplan.stage', { n: place + 1 })}: ${t('dryplan.kind')}`"
          style="width: 122px"
          @update:model-value="change(place, { kind: $event, temp_c: null })"
        >
          <ElOption
            v-for="kind in KINDS"
            :key="kind"
            :value="kind"
            :label="t(`dryplan.kinds.${kind}`)"
          />
        </ElSelect>
        <Amount
          hide-label
          :label="`${t('dryplan.stage', { n: place + 1 })}: ${t('dryplan.minutes')}`"
          unit="min"
          :model-value="one.minutes ?? null"
          :placeholder="t('dryplan.untilDone')"
          :wrong="wrong(place, 'minutes')"
          width="124px"
          @update:model-value="change(place, { minutes: $event })"
        />
        <Amount
          v-if="WARM.has(one.kind)"
          hide-label
          :label="`${t('dryplan.stage', { n: place + 1 })}: ${t('dryplan.temp')}`"
          unit="°C"
          :model-value="one.temp_c ?? null"
          :placeholder="short(answer.stages[place]?.temp_c ?? 0, 0)"
          :wrong="wrong(place, 'temp_c') ?? wrong(place, 'kind')"
          width="84px"
          @update:model-value="change(place, { temp_c: $event })"
        />
        <ElSelect
          v-else
          :model-value="one.at"
          :aria-label="`${t('dryplan.stage', { n: place + 1 })}: ${t('dryplan.at')}`"
          style="width: 112px"
          @update:model-value="change(place, { at: $event })"
        >
          <ElOption v-for="at in ATS" :key="at" :value="at" :label="t(`dryplan.ats.${at}`)" />
        </ElSelect>
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
    <li v-for="(one, place) in rest" :key="`rest ${place}`">
      <div>
        <strong>{{ t(`dryplan.kinds.${one.kind}`) }}</strong>
        {{ t(`dryplan.ats.${one.at}`) }},
        <span class="quiet">
          {{ short(one.temp_c) }} °C, {{ percent(one.rh) }} ·
          {{ one.minutes == null ? t('dryplan.untilDone') : minutes(one.minutes) }}
        </span>
      </div>
      <span class="quiet">{{ clock(one) }}</span>
      <b>{{ percent(one.share_after) }}</b>
      <span class="quiet">{{ short(one.water_left, 2) }} g/g</span>
    </li>
  </ol>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  margin-top: 16px;
}
.head .quiet {
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
