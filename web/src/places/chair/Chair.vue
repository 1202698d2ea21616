<script setup lang="ts">
/** A visit at the chair: one step fills the screen, everything a tap or a key away. */
import { onKeyStroke, useIntervalFn, useLocalStorage, useWakeLock } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useHands } from '@/api/days'
import { useMay } from '@/api/staff'
import Amount from '@/parts/Amount.vue'
import Await from '@/parts/Await.vue'
import CautionNote from '@/parts/CautionNote.vue'
import CrownMap from '@/parts/CrownMap.vue'
import { isTyping } from '@/parts/keys'
import PleatStrip from '@/parts/PleatStrip.vue'
import { countdown } from '@/places/today/now'
import { short } from '@/text/format'
import { isoDay } from '@/text/zone'

import ChairPanel, { type Panel } from './ChairPanel.vue'
import DoseEntry from './DoseEntry.vue'
import KitLine from './KitLine.vue'
import type { Kind } from './log'
import ReleaseGate from './ReleaseGate.vue'
import Results from './Results.vue'
import RunSheet from './RunSheet.vue'
import { useChime } from './sound'
import TimerLine from './TimerLine.vue'
import { useChair } from './useChair'

const RELEASE = 'release'
const MINUTE_MS = 60_000
const SECOND_MS = 1000
/** Two digits typed within this are one number [ms]. */
const DIGITS_MS = 700

const props = defineProps<{ visit: number }>()
const { t } = useI18n()
const may = useMay()
const { chair, seen, waits, refused, offline, error, by, hands, clock, note, back, last, sync } =
  useChair(() => props.visit)

const now = ref(clock())
useIntervalFn(() => (now.value = clock()), SECOND_MS)
const lock = useWakeLock()
onMounted(() => void (lock.isSupported.value && lock.request('screen').catch(() => undefined)))
onBeforeUnmount(() => void lock.release())

const plan = computed(() => chair.value?.answer)
const stepKey = computed(() => chosen.value ?? seen.value?.step)
/** A step that was looked at besides the one that comes next. */
const chosen = ref<string>()
const place = computed(() => plan.value?.steps.findIndex((one) => one.key === stepKey.value) ?? -1)
const step = computed(() => plan.value?.steps[place.value])
const asks = computed(() => chair.value?.chair.steps.find((one) => one.key === stepKey.value))
const state = computed(
  () => seen.value?.steps.find((one) => one.key === stepKey.value)?.status ?? 'planned',
)
const started = computed(() => seen.value?.steps.find((one) => one.key === stepKey.value)?.started)
const running = computed(() =>
  state.value === 'running' && started.value
    ? Math.max(0, (now.value.getTime() - Date.parse(started.value)) / MINUTE_MS)
    : 0,
)
const elapsed = computed(() =>
  started.value ? countdown(now.value, Date.parse(started.value)) : '',
)
const cautions = computed(() => {
  const keys = step.value?.cautions ?? []
  return (plan.value?.cautions ?? []).filter((one) => keys.includes(one.key))
})
const opening = computed(() => stepKey.value === RELEASE && !seen.value?.released)
/** Pieces are thought of before the set is made, and when it is opened. */
const withKit = computed(() => ['part', 'shape', RELEASE].includes(stepKey.value ?? ''))

// Sections.
const tick = computed(() => asks.value?.ticks ?? undefined)
const ticked = computed(() => [...(seen.value?.ticks[tick.value ?? ''] ?? [])])
const left = computed(() =>
  (plan.value?.sections ?? [])
    .map((section) => section.number)
    .filter((number) => !ticked.value.includes(number)),
)
const section = ref<number>()
const worked = computed(() => section.value ?? left.value[0])
function toggle(number: number) {
  if (!tick.value || !plan.value?.sections.some((one) => one.number === number)) return
  if (ticked.value.includes(number)) {
    section.value = number
    return
  }
  section.value = undefined
  void note(
    tick.value === 'released'
      ? ['section_released', { section: number }]
      : ['section_done', { section: number, what: tick.value }],
  )
}
let typed = ''
let typing: ReturnType<typeof setTimeout> | undefined
function digit(key: string) {
  typed += key
  clearTimeout(typing)
  const most = plan.value?.sections.length ?? 0
  const whole = Number(typed) * 10 > most
  typing = setTimeout(
    () => {
      toggle(Number(typed))
      typed = ''
    },
    whole ? 0 : DIGITS_MS,
  )
}

// The main thing: start, or done.
const asking = ref<'minutes' | 'sections' | 'early'>()
const askedMin = ref<number | null>(null)
function main() {
  if (!step.value || opening.value) return
  if (state.value !== 'running') {
    if (early.value && asking.value !== 'early') asking.value = 'early'
    else start()
    return
  }
  if (tick.value && left.value.length && asking.value !== 'sections') {
    asking.value = 'sections'
    return
  }
  if (running.value > (asks.value?.ask_after_min ?? Infinity)) {
    asking.value = 'minutes'
    return
  }
  finish()
}
const isBefore = (key: string) =>
  (plan.value?.steps.findIndex((one) => one.key === key) ?? -1) < place.value
/** What sits from the step before: it ends where the next begins. */
const sitting = computed(() => seen.value?.timers.find((one) => one.step && isBefore(one.step)))
/** It has not sat for as long as it should. */
const early = computed(
  () => sitting.value && now.value.getTime() < Date.parse(sitting.value.least) && sitting.value,
)
function start() {
  if (!step.value) return
  const stops: [Kind, Record<string, unknown>][] = sitting.value
    ? [['timer_stopped', { timer: sitting.value.timer }]]
    : []
  asking.value = undefined
  void note(...stops, ['step_started', { step: step.value.key }])
}
/** Done; what sits has its timer, else the next step is begun at once. */
function finish(worked?: number) {
  if (!step.value) return
  const done: [Kind, Record<string, unknown>] = [
    'step_done',
    {
      step: step.value.key,
      ...(worked === undefined ? {} : { minutes: Math.round(worked * 10) / 10 }),
    },
  ]
  const sits = asks.value?.dwell
  const after = plan.value?.steps[place.value + 1]
  const goes = seen.value?.steps.find((one) => one.key === after?.key)?.status
  const next: [Kind, Record<string, unknown>][] = sits
    ? [
        [
          'timer_set',
          {
            timer: step.value.key,
            title: sits.title,
            step: step.value.key,
            least_min: sits.least_min,
            most_min: sits.most_min,
          },
        ],
      ]
    : after && after.sitting === step.value.sitting && goes === 'planned'
      ? [['step_started', { step: after.key }]]
      : []
  asking.value = undefined
  chosen.value = undefined
  section.value = undefined
  void note(done, ...next)
}
function again(key: string) {
  chosen.value = key
  void note(['step_started', { step: key }])
}

const panel = ref<Panel>()
const show = (name: Panel) => (panel.value = panel.value === name ? undefined : name)
function skip(why: string) {
  if (!step.value) return
  void note(['step_skipped', { step: step.value.key, reason: why }])
  chosen.value = undefined
}
const people = useHands(() => isoDay(now.value))
function handOver(to: string) {
  void note(['handover', { to }])
  hands.value = to
}
const nameOf = (username: string) =>
  people.data.value?.find((one) => one.username === username)?.name ?? username

const takenOf = (role: string, layer: number) =>
  chair.value?.chair.visit.doses
    .filter((dose) => dose.step === stepKey.value && dose.role === role && dose.layer === layer)
    .reduce((sum, dose) => sum + (dose.noted ? dose.grams : 0), 0) ?? 0
const tooLong = (key: string | undefined) =>
  chair.value?.chair.steps.find((one) => one.key === key)?.dwell?.too_long

const over = computed(() => seen.value && !seen.value.step)
const judging = computed(() => over.value || seen.value?.closed)

// Loud when hands are wanted.
const sound = useLocalStorage('chair sound', false)
const chime = useChime()
const due = computed(
  () =>
    seen.value?.timers.filter((one) => now.value.getTime() >= Date.parse(one.least)).length ?? 0,
)
watch(due, (count, before) => {
  if (sound.value && count > (before ?? 0)) chime()
})

const whole = ref(false)
onKeyStroke((event) => {
  if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return
  const button = event.target instanceof HTMLButtonElement
  if (event.key === 'Escape') whole.value = false
  else if (whole.value && !event.repeat) main()
  else if (event.key === ' ' && !button) main()
  else if (event.key === 'Backspace') void back()
  else if (/^\d$/.test(event.key)) digit(event.key)
  else if (event.key === 's') show('skip')
  else if (event.key === 'n') show('note')
  else if (event.key === 'f') whole.value = true
  else return
  event.preventDefault()
})
const list = (numbers: number[]) => numbers.join(', ')
</script>

<template>
  <Await :data="chair" :error="error" @retry="sync()">
    <article v-if="chair && plan && seen" class="chair">
      <header class="line">
        <RouterLink class="act" to="/today">‹ {{ t('app.today') }}</RouterLink>
        <h1>{{ chair.head_name }}</h1>
        <span v-if="chair.allergies.length" class="wrong">{{ chair.allergies.join(', ') }}</span>
        <span class="quiet">{{ plan.title }}</span>
        <span v-if="step" class="quiet">
          {{ t('chair.stepOf', { n: place + 1, of: plan.steps.length }) }}
        </span>
        <span class="grow" />
        <button class="plain word" type="button" :aria-pressed="sound" @click="sound = !sound">
          {{ t(sound ? 'chair.soundOn' : 'chair.sound') }}
        </button>
        <button class="plain word" type="button" @click="whole = true">
          {{ t('chair.whole') }}
        </button>
        <span class="quiet">{{ t('chair.working', { name: nameOf(by) }) }}</span>
        <span class="sent" :class="{ waits: waits.length || offline }" role="status">
          {{
            waits.length ? t('chair.waits', { n: waits.length }, waits.length) : t('chair.saved')
          }}
        </span>
      </header>
      <p v-if="offline" class="offline" role="status">{{ t('chair.offline') }}</p>
      <p v-for="(one, i) in refused" :key="one.entry.id" class="wrong" role="alert">
        {{ t('chair.refused', { why: one.why }) }}
        <button class="act" type="button" @click="refused.splice(i, 1)">
          {{ t('chair.drop') }}
        </button>
      </p>
      <PleatStrip
        :steps="plan.steps"
        size="row"
        :picked="stepKey"
        class="strip"
        aria-hidden="true"
      />
      <div v-if="seen.timers.length" class="timers">
        <TimerLine
          v-for="timer in seen.timers"
          :key="timer.timer"
          :timer="timer"
          :now="now"
          :too-long="tooLong(timer.step)"
          @stop="note(['timer_stopped', { timer: timer.timer }])"
        />
      </div>

      <Results
        v-if="judging && !seen.closed"
        :scores="seen.scores"
        :comfort="chair.chair.visit.comfort"
        :residue="chair.chair.visit.residue"
        @score="(trait, value) => note(['score', { trait, value }])"
        @comfort="(comfort) => note(['comfort', { comfort }])"
        @residue="(residue) => note(['residue', { residue }])"
        @length="(length_cm) => note(['length', { length_cm }])"
        @note="(what, words) => note(['note', { text: words, about: what }])"
        @close="note(['closed'])"
      />
      <p v-else-if="seen.closed">
        {{ t('chair.closed') }}
        <RouterLink class="act main" :to="`/visits/${chair.visit}`">{{
          t('chair.toVisit')
        }}</RouterLink>
      </p>

      <div v-else-if="step && asks" class="work">
        <section class="side">
          <template v-if="tick">
            <CrownMap
              :sections="plan.sections as never"
              :hairline="plan.hairline as never"
              :model-value="worked ?? 1"
              :done="ticked"
              large
              @pick="toggle"
            />
            <p class="quiet">{{ t(`chair.ticks.${tick}`) }}</p>
            <p>
              {{
                left.length
                  ? t(
                      'chair.sectionsLeft',
                      { n: left.length, list: list(left.slice(0, 12)) },
                      left.length,
                    )
                  : t('chair.allTicked')
              }}
            </p>
          </template>
          <RunSheet
            v-else
            :steps="plan.steps"
            :seen="seen.steps"
            :here="stepKey"
            @pick="(key) => (chosen = key)"
          />
        </section>

        <section class="step" aria-live="polite">
          <CautionNote v-for="caution in cautions" :key="caution.key" :caution="caution" />
          <p
            v-for="row in chair.chair.uneven"
            :key="`${row.step} ${row.role} ${row.more}`"
            class="uneven"
            role="alert"
          >
            {{ row.text }}
          </p>
          <h2>{{ step.title }}</h2>
          <p class="how">{{ step.how }}</p>
          <p v-if="asks.reason" class="quiet why">{{ asks.reason }}</p>
          <p v-if="asks.posture" class="quiet why">{{ asks.posture }}</p>
          <p v-if="asks.spot_s" class="quiet why">
            {{ t('chair.spot', { seconds: asks.spot_s }) }}
          </p>
          <p v-if="asks.dwell" class="quiet why">
            {{
              asks.dwell.most_min > asks.dwell.least_min
                ? t('chair.sits', {
                    least: short(asks.dwell.least_min, 0),
                    most: short(asks.dwell.most_min, 0),
                  })
                : t('chair.sitsJust', { least: short(asks.dwell.least_min, 0) })
            }}
          </p>
          <p v-if="chair.chair.rest?.due" class="rest" role="status">{{ chair.chair.rest.text }}</p>

          <KitLine v-if="withKit" :chair="chair" @taken="sync()" />
          <ReleaseGate
            v-if="opening && chair.chair.gate"
            :gate="chair.chair.gate"
            :touches="seen.touches"
            @touch="(where, dryness) => note(['touch', { place: where, dryness }])"
            @open="
              (because) =>
                note(
                  ['released', because ? { damp_because: because } : {}],
                  ['dryness', { dryness: because ? 'damp_roots' : 'dry' }],
                  ['step_started', { step: RELEASE }],
                )
            "
          />
          <template v-else>
            <DoseEntry
              v-for="target in asks.targets"
              :key="`${target.role} ${target.layer}`"
              :target="target"
              :section="tick ? worked : undefined"
              :taken="takenOf(target.role, target.layer)"
              :scale="may.read('scale') && !offline"
              @take="
                (dose) =>
                  note([
                    'dose',
                    { step: step?.key, role: target.role, layer: target.layer, ...dose },
                  ])
              "
              @leftover="
                (grams) =>
                  note([
                    'leftover',
                    { step: step?.key, role: target.role, layer: target.layer, grams },
                  ])
              "
            />
          </template>

          <div v-if="asking === 'sections'" class="ask" role="alert">
            <p>{{ t('chair.notAll', { list: list(left) }) }}</p>
            <div class="row">
              <button class="act big" type="button" @click="main">{{ t('chair.anyway') }}</button>
              <button class="act big main" type="button" @click="asking = undefined">
                {{ t('chair.leave') }}
              </button>
            </div>
          </div>
          <div v-if="asking === 'early' && early" class="ask" role="alert">
            <p>
              {{
                t('chair.early', {
                  title: early.title,
                  left: countdown(new Date(early.least), now.getTime()),
                })
              }}
            </p>
            <div class="row">
              <button class="act big" type="button" @click="start">
                {{ t('chair.earlyAnyway') }}
              </button>
              <button class="act big main" type="button" @click="asking = undefined">
                {{ t('chair.wait') }}
              </button>
            </div>
          </div>
          <div v-if="asking === 'minutes'" class="ask" role="alert">
            <p>{{ t('chair.ask', { minutes: short(running, 0) }) }}</p>
            <div class="row">
              <button class="act big" type="button" @click="finish(step.hands_on_min)">
                {{ t('chair.askPlanned', { minutes: short(step.hands_on_min, 0) }) }}
              </button>
              <button class="act big" type="button" @click="finish(running)">
                {{ t('chair.askAll') }}
              </button>
              <form class="row" @submit.prevent="askedMin != null && finish(askedMin)">
                <Amount
                  v-model="askedMin"
                  :label="t('chair.askTyped')"
                  unit="min"
                  name="minutes"
                  width="104px"
                />
                <button class="act big" type="submit">{{ t('chair.keep') }}</button>
              </form>
            </div>
          </div>

          <ChairPanel
            v-if="panel && step"
            :panel="panel"
            :head="chair.head"
            :targets="asks.targets"
            :people="people.data.value ?? []"
            @skip="skip"
            @note="(text, about) => note(['note', { text, about }])"
            @swap="(role, product) => note(['swap', { role, product }])"
            @hand="handOver"
            @done="panel = undefined"
          />
          <div class="foot">
            <div v-if="!opening && !asking" class="go">
              <button
                v-if="state === 'done' || state === 'skipped'"
                class="act main huge"
                type="button"
                @click="again(step.key)"
              >
                {{ t('chair.again') }}
              </button>
              <button v-else class="act main huge" type="button" @click="main">
                {{
                  t(
                    state === 'running'
                      ? asks.dwell
                        ? 'chair.done'
                        : 'chair.next'
                      : 'chair.start',
                  )
                }}
                <kbd>space</kbd>
              </button>
              <span v-if="state === 'running'" class="elapsed" role="timer">{{ elapsed }}</span>
            </div>
            <div class="row">
              <button class="act big" type="button" :disabled="!last.length" @click="back">
                {{ t('app.undo') }}
              </button>
              <button class="act big" type="button" @click="show('skip')">
                {{ t('chair.skip') }}
              </button>
              <button class="act big" type="button" @click="show('note')">
                {{ t('chair.note') }}
              </button>
              <button
                v-if="asks.targets.length"
                class="act big"
                type="button"
                @click="show('swap')"
              >
                {{ t('chair.swap') }}
              </button>
              <button class="act big" type="button" @click="show('handover')">
                {{ t('chair.handover') }}
              </button>
            </div>
          </div>
        </section>
      </div>
      <button v-if="whole && step" class="whole" type="button" @click="main">
        <span class="title">{{ step.title }}</span>
        <span v-for="target in asks?.targets" :key="`${target.role} ${target.layer}`" class="dose">
          {{ short(target.grams) }} g {{ target.name }}
        </span>
        <span>{{ t(state === 'running' ? 'chair.done' : 'chair.start') }}</span>
        <span class="quiet">{{ t('chair.tapAnywhere') }}</span>
        <span
          class="act small"
          role="button"
          tabindex="0"
          @click.stop="whole = false"
          @keydown.enter.stop="whole = false"
        >
          {{ t('chair.small') }}
        </span>
      </button>
    </article>
  </Await>
</template>

<style scoped>
.chair {
  display: grid;
  gap: 10px;
  padding-bottom: 16px;
  font-size: 17px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 16px;
}
h1 {
  margin: 0;
  font: 700 30px/1 var(--display);
}
.grow {
  flex: 1;
}
.line .quiet {
  font-size: 15px;
}
.sent {
  font-size: 15px;
}
.sent.waits,
.offline {
  padding: 4px 10px;
  background: var(--signal);
  color: var(--signal-ink);
  font-weight: 650;
}
.offline {
  margin: 0;
}
.timers {
  display: grid;
  gap: 6px;
}
.work {
  display: grid;
  grid-template-columns: minmax(240px, 2fr) minmax(0, 3fr);
  align-items: start;
  gap: 28px;
}
.step {
  display: grid;
  gap: 8px;
  min-width: 0;
}
h2 {
  margin: 0;
  font: 700 42px/1.05 var(--display);
}
.how {
  margin: 0;
  font-size: 20px;
}
.why {
  margin: 0;
  font-size: 16px;
}
.uneven,
.ask {
  margin: 0;
  padding: 10px 14px;
  border-left: 6px solid var(--caution);
  background: var(--caution-ground);
  font-weight: 650;
}
.rest {
  margin: 0;
  padding: 8px 14px;
  border-left: 6px solid var(--signal);
  background: var(--paper);
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px;
}
.foot .row {
  flex-wrap: nowrap;
  overflow-x: auto;
}
.word {
  font-size: 15px;
  text-decoration: underline;
}
.foot {
  position: sticky;
  bottom: 44px;
  z-index: 5;
  display: grid;
  gap: 8px;
  padding: 8px 0 10px;
  border-top: 1px solid var(--line);
  background: var(--ground);
}
.go {
  display: flex;
  align-items: center;
  gap: 20px;
}
.huge {
  flex: 1 1 240px;
  max-width: 420px;
  min-height: 76px;
  font: 700 28px var(--display);
}
.huge kbd {
  margin-left: 14px;
  padding: 2px 8px;
  border: 1px solid currentColor;
  font: 500 15px var(--text);
}
.elapsed {
  font: 700 32px var(--display);
}
.whole {
  position: fixed;
  inset: 0;
  z-index: 60;
  display: grid;
  place-content: center;
  justify-items: center;
  gap: 18px;
  border: 0;
  background: var(--ink);
  color: var(--on-ink);
  font: 600 30px var(--text);
}
.whole .title {
  font: 700 min(11vw, 110px)/1 var(--display);
}
.whole .quiet {
  color: inherit;
  font-size: 18px;
}
.small {
  font-size: 16px;
}
@media (max-width: 860px) {
  .work {
    grid-template-columns: minmax(0, 1fr);
    gap: 14px;
  }
  .side {
    order: 2;
  }
  h2 {
    font-size: 34px;
  }
  .huge kbd {
    display: none;
  }
}
</style>
