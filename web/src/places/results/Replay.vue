<script setup lang="ts">
/** A visit again, entry by entry: what was known then, and nothing of what came later. */
import { onKeyStroke, useIntervalFn } from '@vueuse/core'
import { ElSlider } from 'element-plus'
import { computed, nextTick, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import { usePlan, useReplay } from '@/api/queries'
import Await from '@/parts/Await.vue'
import CrownMap from '@/parts/CrownMap.vue'
import Figures from '@/parts/Figures.vue'
import { isTyping } from '@/parts/keys'
import PageHeader from '@/parts/PageHeader.vue'
import { useInUrl } from '@/parts/useInUrl'
import RunSheet from '@/places/chair/RunSheet.vue'
import TimerLine from '@/places/chair/TimerLine.vue'
import { clock, day, minutes } from '@/text/format'
import { exactMeasure } from '@/text/measures'

const STEP_MS = 900

const props = defineProps<{ visit: number }>()
const { t } = useI18n()
const chosen = useInUrl<string>('at', '')
const replay = useReplay(
  () => props.visit,
  () => (chosen.value === '' ? undefined : Number(chosen.value)),
)
const plan = usePlan(() => replay.data.value?.plan ?? 0)

const moments = computed(() => replay.data.value?.replay.moments ?? [])
const at = computed({
  get: () => (chosen.value === '' ? moments.value.length : Number(chosen.value)),
  set: (value) =>
    (chosen.value = String(Math.max(0, Math.min(moments.value.length, Math.round(value))))),
})
const film = useIntervalFn(
  () => {
    if (at.value >= moments.value.length) film.pause()
    else at.value += 1
  },
  STEP_MS,
  { immediate: false },
)
function play() {
  if (film.isActive.value) return film.pause()
  if (at.value >= moments.value.length) at.value = 0
  film.resume()
}
function go(to: number) {
  film.pause()
  at.value = to
}
/** To the first entry of a step. */
function toStep(key: string) {
  const first = moments.value.find((one) => one.step === key)
  if (first) go(first.number)
}
onKeyStroke(['ArrowLeft', 'ArrowRight', 'Home', 'End'], (event) => {
  // The slider has its own arrows.
  if (isTyping(event) || (event.target as HTMLElement).closest('.el-slider')) return
  event.preventDefault()
  const to = { ArrowLeft: at.value - 1, ArrowRight: at.value + 1, Home: 0, End: Infinity }
  go(to[event.key as keyof typeof to])
})

const entry = computed(() => moments.value[at.value - 1])
const whenAndWho = computed(() => {
  const one = entry.value
  if (!one) return ''
  const who = replay.data.value?.names[one.by] ?? one.by
  const since = t('replay.since', { time: minutes(one.after_min) })
  return [`${day(one.at)} ${clock(new Date(one.at))}`, since, who].filter(Boolean).join(', ')
})
const chair = computed(() => replay.data.value?.replay.chair)
const here = computed(() => entry.value?.step ?? chair.value?.step ?? undefined)
const timers = computed(() => chair.value?.timers ?? [])
/** What is ticked in the step of this entry, else what was ticked last of all. */
const tick = computed(() => {
  const own = chair.value?.steps.find((step) => step.key === here.value)?.ticks
  const kinds = ['released', 'dried', 'shaped', 'laid_in'] as const
  return own ?? kinds.find((kind) => chair.value?.visit.sections.some((row) => row[kind]))
})
const ticked = computed(() => {
  const what = tick.value
  const rows = chair.value?.visit.sections ?? []
  return what ? rows.filter((row) => row[what]).map((row) => row.number) : []
})
const doses = computed(() => {
  const names = new Map<string, string>(
    (chair.value?.steps ?? []).flatMap((step) =>
      step.targets.map((one) => [`${step.key} ${one.role} ${one.layer}`, one.name] as const),
    ),
  )
  return (chair.value?.visit.doses ?? []).map((dose) => {
    const id = `${dose.step} ${dose.role} ${dose.layer}`
    return { ...dose, id, name: names.get(id) ?? t(`plan.roles.${dose.role}`) }
  })
})
const warnings = computed(() =>
  [
    ...(chair.value?.uneven ?? []).map((row) => row.text),
    ...(chair.value?.mishaps ?? []).map((row) => row.text),
    chair.value?.rest?.due ? chair.value.rest.text : '',
  ].filter(Boolean),
)

const list = useTemplateRef('list')
watch([at, moments], () =>
  nextTick(() => {
    const box = list.value
    const row = box?.querySelector<HTMLElement>('[aria-current="true"]')
    if (box && row) box.scrollTop = row.offsetTop - box.clientHeight / 2
  }),
)
</script>

<template>
  <Await
    v-slot="{ data }"
    :data="replay.data.value"
    :error="replay.error.value"
    @retry="replay.refetch()"
  >
    <PageHeader
      :title="data.client_name"
      :to="`/visits/${props.visit}`"
      :about="t('replay.about', { title: data.title })"
    />
    <div class="scrub">
      <button class="act" type="button" :disabled="at === 0" @click="go(at - 1)">
        {{ t('replay.back') }}
      </button>
      <button class="act" type="button" @click="play">
        {{ t(film.isActive.value ? 'replay.pause' : 'replay.play') }}
      </button>
      <button class="act main" type="button" :disabled="at >= moments.length" @click="go(at + 1)">
        {{ t('replay.next') }}
      </button>
      <ElSlider
        v-model="at"
        :max="moments.length"
        :show-tooltip="false"
        :aria-label="t('replay.scrub')"
        :format-value-text="() => entry?.text ?? t('replay.before')"
        @input="film.pause()"
      />
      <span class="quiet">{{ t('replay.place', { n: at, of: moments.length }) }}</span>
    </div>
    <p class="now" aria-live="polite">
      <b>{{ entry?.text ?? t('replay.before') }}</b>
      <span class="quiet">{{ whenAndWho }}</span>
    </p>
    <p v-for="warning in warnings" :key="warning" class="wrong">{{ warning }}</p>
    <div v-if="timers.length && entry" class="timers">
      <TimerLine
        v-for="timer in timers"
        :key="timer.timer"
        :timer="timer"
        :now="new Date(entry.at)"
        past
      />
    </div>
    <div class="columns">
      <section v-if="plan.data.value" class="steps">
        <RunSheet
          :steps="plan.data.value.answer.steps"
          :progress="chair?.visit.steps ?? []"
          :here="here"
          @pick="toStep"
        />
      </section>
      <section class="state">
        <template v-if="plan.data.value && tick">
          <CrownMap
            :sections="plan.data.value.answer.sections as never"
            :hairline="plan.data.value.answer.hairline as never"
            :model-value="entry?.section ?? 0"
            :done="ticked"
          />
          <p class="quiet">
            {{
              t(`replay.ticks.${tick}`, {
                done: ticked.length,
                all: plan.data.value.answer.sections.length,
              })
            }}
          </p>
        </template>
        <Figures v-if="doses.length">
          <thead>
            <tr>
              <th>{{ t('replay.doses') }}</th>
              <th class="n">{{ t('visit.planned') }}</th>
              <th class="n">{{ t('visit.actual') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="dose in doses" :key="dose.id">
              <td>{{ dose.name }}</td>
              <td class="n quiet">{{ exactMeasure(dose.planned_g, 'g') }}</td>
              <td class="n">
                <b>{{ exactMeasure(dose.grams, 'g') }}</b>
              </td>
            </tr>
          </tbody>
        </Figures>
        <p v-else class="quiet">{{ t('replay.noDoses') }}</p>
      </section>
      <section class="log">
        <h2>{{ t('replay.entries') }}</h2>
        <ol ref="list">
          <li
            v-for="row in moments"
            :key="row.number"
            :class="{ back: row.taken_back, later: row.number > at }"
          >
            <button
              class="plain"
              type="button"
              :aria-current="row.number === at"
              @click="go(row.number)"
            >
              <span class="quiet at">{{ clock(new Date(row.at)) }}</span>
              <span class="what">{{ row.text }}</span>
              <span v-if="row.taken_back" class="sr">{{ t('replay.takenBack') }}</span>
            </button>
          </li>
        </ol>
        <p class="quiet keys">{{ t('replay.keys') }}</p>
      </section>
    </div>
  </Await>
</template>

<style scoped>
.scrub {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  margin-top: 14px;
}
.scrub .el-slider {
  flex: 1;
  min-width: 180px;
  margin: 0 12px;
}
.now {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 14px;
  min-height: 44px;
  margin-top: 12px;
}
.now b {
  font: 700 27px/1.2 var(--display);
}
.timers {
  display: grid;
  gap: 6px;
  margin-top: 8px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.3fr) minmax(0, 1.2fr);
  gap: 28px;
  margin-top: 14px;
}
.log ol {
  position: relative;
  max-height: 56vh;
  margin: 6px 0 0;
  padding: 0;
  overflow: auto;
  list-style: none;
}
.log .plain {
  display: flex;
  gap: 12px;
  width: 100%;
  min-height: 44px;
  padding: 8px;
  border-bottom: 1px solid var(--line);
  text-align: left;
}
.log .plain[aria-current='true'] {
  background: var(--ink);
  color: var(--on-ink);
}
.log .plain[aria-current='true'] .quiet {
  color: inherit;
}
.log .later .what {
  color: var(--ink-2);
}
.log .back .what {
  text-decoration: line-through;
}
.at {
  flex: none;
  width: 44px;
}
.keys {
  margin-top: 8px;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
  .steps {
    display: none;
  }
}
@media (max-width: 700px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .keys {
    display: none;
  }
}
</style>
