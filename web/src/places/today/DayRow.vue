<script setup lang="ts">
/** A client on the axis of the day: its strip, dragged or moved by keys. */
import { computed, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { type Board, type Booking, fitsAt } from '@/api/days'
import { useLive } from '@/api/live'
import { clock, percent } from '@/text/format'

import { MINUTE_MS } from './now'

const props = defineProps<{
  booking: Booking
  /** Midnight of the date, and the first and the last minute of the axis. */
  midnight: Date
  first: number
  last: number
  picked: boolean
  /** Who works here, by number. */
  people: Record<number, string>
  movable: boolean
  /** Whether its steps can be moved, each with what follows it. */
  stepsMovable: boolean
  clashes: boolean
  /** That it is done on time. */
  odds?: Board['odds'][number]
}>()
const emit = defineEmits<{ pick: []; move: [start: Date, segment: number] }>()
const { t } = useI18n()

const STEP_MIN = 5
const track = useTemplateRef<HTMLElement>('track')
/** What is dragged, the whole or a step of it, and by how many minutes. */
const dragged = ref<{ segment: number; by: number }>()

const at = (minute: number) => new Date(props.midnight.getTime() + minute * MINUTE_MS)
const minuteOf = (iso: string) => (Date.parse(iso) - props.midnight.getTime()) / MINUTE_MS
const share = (minutes: number) => `${(minutes / (props.last - props.first)) * 100}%`
const begin = computed(() => minuteOf(props.booking.start))
/** Where the whole, or a step, begins after it was moved by so much. */
function target(segment: number, by: number) {
  const part = props.booking.segments[segment]
  return at((segment && part ? minuteOf(part.start) : begin.value) + by)
}
/** While it is dragged the core is asked whether it fits there. */
const fits = useLive(
  () => dragged.value,
  async (drag) =>
    drag?.by ? await fitsAt(props.booking.id, target(drag.segment, drag.by), drag.segment) : true,
  () => dragged.value !== undefined,
)
const refused = computed(() => dragged.value !== undefined && fits.answer.value === false)
/** From when to when, as far as the axis shows it: nothing lies under the names. */
function onAxis(start: number, end: number) {
  const from = Math.min(Math.max(start, props.first), props.last)
  return { from, length: Math.max(Math.min(end, props.last) - from, 0) }
}
const strip = computed(() => {
  const { segment = 0, by = 0 } = dragged.value ?? {}
  const moved = segment ? 0 : by
  const start = minuteOf(props.booking.segments[0]?.start ?? props.booking.start)
  return onAxis(start + moved, minuteOf(props.booking.end) + moved)
})
const folds = computed(() =>
  props.booking.segments
    .map((part) => {
      const { segment = 0, by = 0 } = dragged.value ?? {}
      const moved = part.index >= segment ? by : 0
      return {
        ...part,
        ...onAxis(minuteOf(part.start) + moved, minuteOf(part.end) + moved),
        minutes: minuteOf(part.end) - minuteOf(part.start),
      }
    })
    .filter((part) => part.length > 0)
    .map((part) => ({
      ...part,
      left: `${((part.from - strip.value.from) / strip.value.length) * 100}%`,
      width: `${(part.length / strip.value.length) * 100}%`,
      wide: part.length / (props.last - props.first) > 0.035,
    })),
)
/** Whose hands are in it, in the order in which they come. */
const hands = computed(() =>
  [...new Set(props.booking.segments.map((part) => props.people[part.specialist ?? 0]))]
    .filter(Boolean)
    .join(', '),
)
const gone = computed(() => ['cancelled', 'no_show'].includes(props.booking.state))
/** While something is dragged, what it is and when it would begin. */
const aim = computed(() => {
  if (!dragged.value) return undefined
  const { segment, by } = dragged.value
  const title = segment ? `${props.booking.segments[segment]?.title ?? ''} ` : ''
  return `${title}${clock(target(segment, by))}`
})

/** The strip is dragged whole; of one that is picked already, a step with what follows it. */
function drag(event: PointerEvent) {
  const fold = (event.target as HTMLElement).closest<HTMLElement>('[data-segment]')
  const segment = props.picked && props.stepsMovable ? Number(fold?.dataset.segment ?? 0) : 0
  emit('pick')
  if (!(segment ? props.stepsMovable : props.movable) || !track.value) return
  const element = event.currentTarget as HTMLElement
  element.setPointerCapture(event.pointerId)
  const from = event.clientX
  const perPixel = (props.last - props.first) / track.value.clientWidth
  const move = (now: PointerEvent) => {
    const minutes = (now.clientX - from) * perPixel
    dragged.value = { segment, by: Math.round(minutes / STEP_MIN) * STEP_MIN }
  }
  const end = () => {
    element.removeEventListener('pointermove', move)
    if (dragged.value?.by) emit('move', target(segment, dragged.value.by), segment)
    dragged.value = undefined
  }
  element.addEventListener('pointermove', move)
  element.addEventListener('pointerup', end, { once: true })
  element.addEventListener('pointercancel', end, { once: true })
}
function keyed(event: KeyboardEvent) {
  const steps = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (!steps || !event.altKey || !props.movable) return
  event.preventDefault()
  emit('move', target(0, steps * STEP_MIN * (event.shiftKey ? 3 : 1)), 0)
}
</script>

<template>
  <div class="row" :class="{ picked, clashes, gone }">
    <div class="who">
      <RouterLink :to="`/clients/${booking.client}`">{{ booking.client_name }}</RouterLink>
      <span class="quiet">
        <b v-if="aim">{{ aim }}</b>
        <template v-else>{{ clock(at(begin)) }}</template>
        <template v-if="booking.state !== 'booked'">
          {{ ' ' }}<b>{{ t(`today.states.${booking.state}`) }}</b>
        </template>
        · {{ booking.title }}
      </span>
      <span class="quiet">
        <span v-if="odds" :class="{ doubtful: odds.doubtful }">
          {{ t('today.onTimeShort', { odds: percent(odds.on_time) }) }} ·
        </span>
        {{ hands }}
      </span>
    </div>
    <div ref="track" class="track">
      <button
        class="strip"
        :class="{ refused }"
        type="button"
        :style="{ left: share(strip.from - first), width: share(strip.length) }"
        :aria-pressed="picked"
        :aria-label="
          t('today.describe', {
            name: booking.client_name,
            title: booking.title,
            from: clock(new Date(booking.start)),
            to: clock(new Date(booking.end)),
          })
        "
        @pointerdown="drag"
        @keydown="keyed"
        @click="emit('pick')"
      >
        <span
          v-for="part in folds"
          :key="part.index"
          class="fold"
          :data-segment="part.index"
          :class="[part.family, { wait: !part.hands, own: picked && stepsMovable && part.index }]"
          :style="{ left: part.left, width: part.width }"
          :title="
            [part.title, `${Math.round(part.minutes)} min`, people[part.specialist ?? 0]]
              .filter(Boolean)
              .join(', ')
          "
        >
          <span v-if="part.wide" class="figure">{{ Math.round(part.minutes) }}</span>
        </span>
      </button>
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr);
  margin-bottom: 6px;
  background: var(--paper);
}
.who {
  display: grid;
  align-content: center;
  min-width: 0;
  padding: 2px 8px;
  font-size: 13px;
  line-height: 1.25;
}
.who a {
  overflow: hidden;
  font: 700 16px/24px var(--display);
  text-decoration: none;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.who .quiet {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.track {
  position: relative;
  overflow: clip;
  height: 62px;
}
.strip {
  position: absolute;
  bottom: 7px;
  height: 42px;
  padding: 0;
  border: 0;
  border-bottom: 2px solid var(--ink);
  background: transparent;
  cursor: grab;
  touch-action: pan-y;
}
.refused {
  outline: 3px solid var(--caution);
  background: var(--caution-ground);
}
.fold {
  position: absolute;
  bottom: 0;
  height: 100%;
  overflow: hidden;
  border-right: 1px solid var(--paper);
  background: var(--texture), var(--fill);
  color: var(--fold-ink);
}
.fold.wait {
  height: 40%;
  border: 0;
  border-top: 1px dashed var(--line-strong);
  background: transparent;
  color: var(--ink-2);
}
.figure {
  position: absolute;
  left: 4px;
  bottom: 1px;
  font: 700 13px var(--display);
}
.wait .figure {
  left: 50%;
  translate: -50% 0;
  font: 400 11px var(--text);
}
.picked {
  box-shadow: inset 4px 0 0 var(--ink);
}
.doubtful {
  color: var(--caution);
  font-weight: 700;
}
.own {
  cursor: ew-resize;
}
.clashes {
  background: var(--caution-ground);
}
.gone {
  opacity: 0.55;
}
@media (max-width: 900px) {
  .row {
    grid-template-columns: 130px minmax(0, 1fr);
  }
}
</style>
