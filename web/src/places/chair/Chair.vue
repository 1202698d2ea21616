<script setup lang="ts">
/** A visit at the chair: one step fills the screen, everything a tap or a key away. */
import { onKeyStroke, useIntervalFn, useWakeLock } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useHands } from '@/api/days'
import { useMay } from '@/api/staff'
import Await from '@/parts/Await.vue'
import CrownMap from '@/parts/CrownMap.vue'
import { isTyping } from '@/parts/keys'
import { countdown } from '@/places/today/now'
import TakePicture from '@/places/wear/TakePicture.vue'
import { measure } from '@/text/measures'
import { isoDay } from '@/text/zone'

import type { Kind } from '@/api/chairLog'

import ChairPanel, { type Panel } from './ChairPanel.vue'
import ChairTop from './ChairTop.vue'
import DoseEntry from './DoseEntry.vue'
import FootButtons from './FootButtons.vue'
import CycleSide from './CycleSide.vue'
import CycleWork from './CycleWork.vue'
import { dosedSections, type LogEntry } from './fold'
import KitLine from './KitLine.vue'
import LastTime from './LastTime.vue'
import LayOut from './LayOut.vue'
import ReleaseGate from './ReleaseGate.vue'
import Results from './Results.vue'
import RunSheet from './RunSheet.vue'
import SetStays from './SetStays.vue'
import { useChime, useSound } from './sound'
import StepAsk from './StepAsk.vue'
import StepText from './StepText.vue'
import TimerLine from './TimerLine.vue'
import { useAmounts } from './useAmounts'
import { useChair } from './useChair'
import { useTap } from './useTap'
import { useTicks } from './useTicks'
import { useTurn } from './useTurn'
import { RELEASE, useWork } from './useWork'
import WholeScreen from './WholeScreen.vue'

const SECOND_MS = 1000

const props = defineProps<{ visit: number }>()
const { t } = useI18n()
const may = useMay()
const {
  chair,
  progress,
  waits,
  refused,
  dismiss,
  offline,
  error,
  by,
  hands,
  clock,
  note,
  back,
  last,
  sync,
} = useChair(() => props.visit)

const now = ref(clock())
useIntervalFn(() => (now.value = clock()), SECOND_MS)
const lock = useWakeLock()
onMounted(() => void (lock.isSupported.value && lock.request('screen').catch(() => undefined)))
onBeforeUnmount(() => void lock.release())

const work = useWork(chair, progress, now, note)
const { chosen, current, key, place, step, asks, state, running, opening, early, asking } = work
const tick = computed(() => asks.value?.ticks ?? undefined)
const ticks = useTicks(chair, progress, tick, note, (section) =>
  step.value?.cycle && key.value
    ? amounts.doses(key.value, section).map((dose): [Kind, typeof dose] => ['dose', dose])
    : [],
)
const { numbers, ticked, left, worked, digit, reset } = ticks
watch(key, reset)

const reasonsOf = (role: string, layer: number) =>
  (step.value?.products ?? []).filter((one) => one.role === role)[layer - 1]?.reasons ?? []
const doseOf = (role: string, layer: number) =>
  chair.value?.chair.visit.doses.find(
    (dose) => dose.noted && dose.step === key.value && dose.role === role && dose.layer === layer,
  )
const notedFor = (role: string, layer: number) =>
  dosedSections([...((chair.value?.events ?? []) as unknown as LogEntry[]), ...waits.value], {
    step: key.value ?? '',
    role,
    layer,
  })
const amounts = useAmounts(() => props.visit, asks, numbers, worked, notedFor, ticked)
const turns = useTurn({ chair, waits, now }, work, ticks, amounts)
const { cycle, turn, choose, together } = turns
const { tap: main, bounces } = useTap(turns.main)
/** On the whole screen: what goes into the section at hand, else what the step takes. */
const wholeLines = computed(() =>
  turn.value === undefined
    ? (asks.value?.targets ?? []).map(({ grams, name }) => `${measure(grams, 'g')} ${name}`)
    : turns.lines.value,
)
const wholeWord = computed(() => {
  if (turn.value !== undefined) return mainWord.value
  return t(state.value === 'running' ? 'chair.done' : 'chair.start')
})
const weighs = ref(false)
const tooLong = (of: string | undefined) =>
  chair.value?.chair.steps.find((one) => one.key === of)?.dwell?.too_long
/** The next spot under the diffuser: counted down again and again while it is worked. */
const spots = computed(() =>
  asks.value?.spot_s ? Math.floor((running.value * 60) / asks.value.spot_s) : 0,
)
const mainWord = computed(() => {
  if (state.value !== 'running') return t('chair.start')
  if (turn.value !== undefined) return t('chair.cycle.done', { n: turn.value })
  return t(asks.value?.dwell ? 'chair.done' : 'chair.next')
})

const sectionsWord = computed(() =>
  t(chair.value?.answer.kit_needed.rods.length ? 'chair.sectionsRods' : 'chair.sections'),
)
/** When the client opens the set: as the server knows it, without it as it was planned. */
const opensAtHome = computed(
  () =>
    chair.value?.chair.opens ??
    chair.value?.answer.home.phases?.find((phase) => phase.key === 'release')?.when ??
    '',
)
const zones = computed(() => [
  ...new Set((chair.value?.answer.sections ?? []).map((one) => one.zone as string)),
])

const zoneAtHand = computed(
  () => chair.value?.answer.sections.find(({ number }) => number === turn.value)?.zone,
)
/** Until it is opened a picture shows how the client came in. */
const moment = computed(() =>
  progress.value?.released || !current.value ? ('done' as const) : ('arrival' as const),
)

const panel = ref<Panel>()
const show = (name: Panel) => (panel.value = panel.value === name ? undefined : name)
const people = useHands(() => isoDay(now.value))
function handOver(to: string) {
  void note(['handover', { to }])
  hands.value = to
}
/** The client has to go: what is left is skipped, and the reason stays with the visit. */
function endEarly(why: string) {
  const left = (progress.value?.steps ?? []).filter(({ status }) => status !== 'done')
  void note(
    ...left.map(({ key: step }): [Kind, Record<string, unknown>] => [
      'step_skipped',
      { step, reason: why },
    ]),
    ['note', { text: t('chair.ended', { why }), about: 'visit' }],
  )
}
const nameOf = (username: string) =>
  people.data.value?.find((one) => one.username === username)?.name ?? username

// Loud when hands are wanted.
const sound = useSound()
const chime = useChime()
const timers = computed(() => (progress.value?.timers ?? []).filter((one) => !one.stopped_at))
const due = computed(
  () => timers.value.filter((one) => now.value.getTime() >= Date.parse(one.least_at)).length,
)
watch([due, spots], ([count, done], [before, doneBefore]) => {
  if (sound.value && (count > before || done > doneBefore)) chime()
})

const whole = ref(false)
// What is asked is not asked behind the one large button.
watch(asking, (ask) => {
  if (ask) whole.value = false
})
onKeyStroke((event) => {
  if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return
  // What has a space bar of its own: a button, a section of the map.
  const button = (event.target as Element).closest('button, [data-section]')
  if (event.key === 'Escape') whole.value = false
  else if (whole.value && !event.repeat) main()
  else if (event.key === ' ' && !button) {
    // A key that is held does one thing.
    if (!event.repeat) main()
  } else if (event.key === 'Backspace') void back()
  else if (/^\d$/.test(event.key)) digit(event.key)
  else if (event.key === 's') show('skip')
  else if (event.key === 'n') show('note')
  else if (event.key === 'f') whole.value = true
  else return
  event.preventDefault()
})
/** What a finger tapped does not keep the keys: space is the main thing. */
function tapped(event: MouseEvent) {
  if (!event.detail) return
  ;(event.target as HTMLElement).closest('button')?.blur()
  // A choice takes the focus once its label was tapped; a section of the map, too.
  requestAnimationFrame(() => {
    const now = document.activeElement
    if (
      now instanceof SVGElement ||
      (now instanceof HTMLInputElement && /radio|checkbox/.test(now.type))
    )
      now.blur()
  })
}
</script>

<template>
  <Await :data="chair" :error="error" @retry="sync()">
    <article v-if="chair && progress" class="chair" @click="tapped">
      <ChairTop
        v-model:sound="sound"
        :chair="chair"
        :place="place"
        :here="key"
        :hands="nameOf(by)"
        :waits="waits.length"
        :offline="offline"
        :refused="refused"
        :trouble="error?.message"
        @whole="whole = true"
        @end="show('end')"
        @dismiss="dismiss"
      />
      <div v-if="timers.length" class="timers">
        <TimerLine
          v-for="timer in timers"
          :key="timer.timer"
          :timer="timer"
          :now="now"
          :too-long="tooLong(timer.step ?? undefined)"
          @stop="note(['timer_stopped', { timer: timer.timer }])"
        />
      </div>

      <KitLine v-if="!step" :chair="chair" releasing back @taken="sync()" />
      <SetStays
        v-if="!step && !progress.closed && chair.answer.opened_at_home"
        :when="opensAtHome"
        :comfort="progress.comfort"
        @comfort="(comfort) => note(['comfort', { comfort }])"
        @note="(what, words) => note(['note', { text: words, about: what }])"
        @close="note(['closed'])"
      >
        <button v-if="last.length" class="act big" type="button" @click="back">
          {{ t('app.undo') }}
        </button>
      </SetStays>
      <Results
        v-else-if="!step && !progress.closed"
        :scores="progress.scores"
        :settled="progress.settled ?? {}"
        :zone-scores="progress.zone_scores ?? {}"
        :zones="zones"
        :comfort="progress.comfort"
        :residue="progress.residue"
        :faults="progress.faults ?? []"
        :findings="chair.chair.faults ?? []"
        :answer="chair.answer"
        @fault="(data) => note(['fault', { ...data }])"
        @score="
          (trait, value, zone, settled) =>
            note(['score', { trait, value, ...(zone && { zone }), ...(settled && { settled }) }])
        "
        @comfort="(comfort) => note(['comfort', { comfort }])"
        @residue="(residue) => note(['residue', { residue }])"
        @length="(length_cm, zone) => note(['length', { length_cm, ...(zone && { zone }) }])"
        @note="(what, words) => note(['note', { text: words, about: what }])"
        @close="note(['closed'])"
      >
        <TakePicture :client="chair.client" :visit="chair.visit" />
        <button v-if="last.length" class="act big" type="button" @click="back">
          {{ t('app.undo') }}
        </button>
      </Results>
      <p v-else-if="progress.closed">
        {{ t('chair.closed') }}
        <RouterLink class="act main" :to="`/visits/${chair.visit}`">{{
          t('chair.toVisit')
        }}</RouterLink>
      </p>

      <div v-else-if="step && asks" class="work" :class="{ turning: turn !== undefined }">
        <section class="side">
          <template v-if="tick">
            <CrownMap
              :sections="chair.answer.sections as never"
              :hairline="chair.answer.hairline as never"
              :model-value="worked ?? 1"
              :done="ticked"
              large
              @pick="choose"
            />
            <p class="quiet">
              {{ t(turn === undefined ? `chair.ticks.${tick}` : 'chair.cycle.tap') }}
            </p>
            <p>
              {{
                left.length
                  ? t(
                      'chair.sectionsLeft',
                      { n: left.length, list: left.slice(0, 12).join(', ') },
                      left.length,
                    )
                  : t('chair.allTicked')
              }}
            </p>
          </template>
          <RunSheet
            v-else
            :steps="chair.answer.steps"
            :progress="progress.steps"
            :here="key"
            @pick="(picked) => (chosen = picked)"
          />
          <LastTime :chair="chair" :zone="zoneAtHand" />
        </section>

        <section class="step" aria-live="polite">
          <LayOut
            v-if="progress.state === 'planned' && chair.chair.lay_out?.length"
            :visit="chair.visit"
            :items="chair.chair.lay_out"
          />
          <CycleWork
            v-if="turn !== undefined && cycle"
            :step="step"
            :cycle="cycle"
            :sections="chair.answer.sections"
            :section="turn"
            :amounts="amounts.amounts.value"
            :elapsed="turns.elapsed.value"
            @change="amounts.change"
            @carry="(amount, onward) => amounts.carry(amount.target, onward)"
          />
          <StepText
            v-else
            :step="step"
            :asks="asks"
            :answer="chair"
            :now="now"
            :running="state === 'running' ? running : undefined"
          />

          <KitLine
            v-if="asks.kit"
            :chair="chair"
            :releasing="key === RELEASE"
            :back="key === RELEASE && !opening"
            @taken="sync()"
          />
          <ReleaseGate
            v-if="opening && chair.chair.gate"
            :gate="chair.chair.gate"
            :touches="progress.touches ?? {}"
            @touch="(where, dryness) => note(['touch', { place: where, dryness }])"
            @sure="note(['dryness', { dryness: 'dry', confirmed: true }])"
            @open="
              (because) =>
                note(
                  ['released', because ? { damp_because: because } : {}],
                  ['step_started', { step: RELEASE }],
                )
            "
          />
          <button
            v-if="turn !== undefined && asks.targets.length"
            class="act"
            type="button"
            :aria-expanded="weighs"
            @click="weighs = !weighs"
          >
            {{ t('chair.cycle.weigh') }}
          </button>
          <template v-if="!opening && (turn === undefined ? !cycle : weighs)">
            <DoseEntry
              v-for="target in asks.targets"
              :key="`${target.role} ${target.layer}`"
              :target="target"
              :reasons="reasonsOf(target.role, target.layer)"
              :section="tick ? worked : undefined"
              :taken="doseOf(target.role, target.layer)?.grams ?? 0"
              :scale="may.read('scale') && !offline"
              :noted-for="notedFor(target.role, target.layer)"
              @take="
                (dose) =>
                  note(['dose', { step: key, role: target.role, layer: target.layer, ...dose }])
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

          <StepAsk
            v-if="asking"
            :ask="asking"
            :left="left"
            :strict="asking === 'sections' && key === RELEASE"
            :running="running"
            :planned="step.hands_on_min"
            :title="early?.title"
            :rest="early && countdown(new Date(early.least_at), now.getTime())"
            :bounces="bounces"
            @sure="main"
            @leave="asking = undefined"
            @minutes="work.finish"
          />
          <ChairPanel
            v-if="panel && step"
            :panel="panel"
            :client="chair.client"
            :visit="chair.visit"
            :targets="asks.targets"
            :people="people.data.value ?? []"
            :rods="chair.answer.kit_needed.rods.length > 0"
            :moment="moment"
            @skip="work.skip"
            @end="endEarly"
            @note="(text, about) => note(['note', { text, about }])"
            @swap="(role, product) => note(['swap', { role, product }])"
            @hand="handOver"
            @planned="sync()"
            @done="panel = undefined"
          />
          <div class="foot">
            <div v-if="!opening && !asking" class="go">
              <button
                v-if="state === 'done' || state === 'skipped'"
                class="act main huge"
                type="button"
                @click="work.again"
              >
                {{ t('chair.again') }}
              </button>
              <button
                v-else
                class="act main huge"
                type="button"
                :aria-disabled="bounces"
                @click="main"
              >
                {{ mainWord }}
                <kbd>{{ t('chair.space') }}</kbd>
              </button>
              <button
                v-if="together.length && turn !== undefined"
                class="act big"
                type="button"
                @click="turns.finish(together)"
              >
                {{ t('chair.cycle.together', { first: together[0], last: together.at(-1) }) }}
              </button>
              <span v-if="state === 'running' && turn === undefined" class="elapsed" role="timer">{{
                work.elapsed.value
              }}</span>
            </div>
            <FootButtons
              :can-undo="last.length > 0"
              :can-swap="asks.targets.length > 0"
              :sections="tick && !opening ? sectionsWord : undefined"
              @undo="back"
              @show="show"
            />
          </div>
        </section>
        <aside v-if="turn !== undefined" class="beside-turn">
          <StepText brief :step="step" :asks="asks" :answer="chair" :now="now" :running="running" />
          <CycleSide
            :chair="chair"
            :step="step.key"
            :ticked="ticked"
            :following="turns.following.value"
          />
        </aside>
      </div>
      <WholeScreen
        v-if="whole && step"
        :title="step.title"
        :lines="wholeLines"
        :word="wholeWord"
        :elapsed="turn === undefined ? work.elapsed.value : turns.elapsed.value"
        :bounces="bounces"
        @main="main"
        @close="whole = false"
      />
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
.turning {
  grid-template-columns: minmax(200px, 3fr) minmax(0, 5fr) minmax(190px, 2.4fr);
  gap: 22px;
}
.turning .huge {
  max-width: none;
}
.turning .foot :deep(.beside) {
  display: grid;
  grid-auto-columns: 1fr;
  grid-auto-flow: column;
  gap: 6px;
}
.turning .foot :deep(.beside .act) {
  padding: 2px 4px;
  font-size: 15px;
  line-height: 1.15;
  white-space: normal;
}
.beside-turn {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  min-width: 0;
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
  white-space: nowrap;
  font: 700 32px var(--display);
}
@media (max-width: 1100px) {
  .turning {
    grid-template-columns: minmax(200px, 2fr) minmax(0, 3fr);
  }
  .beside-turn {
    grid-column: 1 / -1;
  }
}
@media (max-width: 860px) {
  .work,
  .turning {
    grid-template-columns: minmax(0, 1fr);
    gap: 14px;
  }
  .beside-turn {
    order: 3;
  }
  .side {
    order: 2;
  }
  .huge kbd {
    display: none;
  }
}
@media (max-width: 640px) {
  .turning .foot :deep(.beside) {
    grid-auto-flow: row;
    grid-template-columns: repeat(4, 1fr);
  }
}
</style>
