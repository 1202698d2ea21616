<script setup lang="ts">
/** A head on the axis of the day: its strip, dragged or moved by keys. */
import { computed, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { type Booking, fitsAt } from '@/api/days'
import { useLive } from '@/api/live'
import { clock } from '@/text/format'

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
  clashes: boolean
}>()
const emit = defineEmits<{ pick: []; move: [start: Date] }>()
const { t } = useI18n()

const STEP_MIN = 5
const track = useTemplateRef<HTMLElement>('track')
const dragged = ref<number>()

const at = (minute: number) => new Date(props.midnight.getTime() + minute * MINUTE_MS)
const minuteOf = (iso: string) => (Date.parse(iso) - props.midnight.getTime()) / MINUTE_MS
const share = (minutes: number) => `${(minutes / (props.last - props.first)) * 100}%`
const begin = computed(() => minuteOf(props.booking.start))
/** While it is dragged the core is asked whether it fits there. */
const fits = useLive(
  () => dragged.value,
  async (minutes) => (minutes ? await fitsAt(props.booking.id, at(begin.value + minutes)) : true),
  () => dragged.value !== undefined,
)
const refused = computed(() => dragged.value !== undefined && fits.answer.value === false)
const strip = computed(() => {
  const first = minuteOf(props.booking.segments[0]?.start ?? props.booking.start)
  return {
    left: share(first - props.first + (dragged.value ?? 0)),
    width: share(minuteOf(props.booking.end) - first),
    first,
    length: minuteOf(props.booking.end) - first,
  }
})
const folds = computed(() =>
  props.booking.segments.map((part) => {
    const from = minuteOf(part.start) - strip.value.first
    const minutes = minuteOf(part.end) - minuteOf(part.start)
    return {
      ...part,
      minutes,
      left: `${(from / strip.value.length) * 100}%`,
      width: `${(minutes / strip.value.length) * 100}%`,
      wide: minutes / (props.last - props.first) > 0.035,
    }
  }),
)
/** Whose hands are in it, in the order in which they come. */
const hands = computed(() =>
  [...new Set(props.booking.segments.map((part) => props.people[part.specialist ?? 0]))]
    .filter(Boolean)
    .join(', '),
)
const gone = computed(() => ['cancelled', 'no_show'].includes(props.booking.state))
const shownStart = computed(() => at(begin.value + (dragged.value ?? 0)))

function drag(event: PointerEvent) {
  emit('pick')
  if (!props.movable || !track.value) return
  const element = event.currentTarget as HTMLElement
  element.setPointerCapture(event.pointerId)
  const from = event.clientX
  const perPixel = (props.last - props.first) / track.value.clientWidth
  const move = (now: PointerEvent) => {
    const minutes = (now.clientX - from) * perPixel
    dragged.value = Math.round(minutes / STEP_MIN) * STEP_MIN
  }
  const end = () => {
    element.removeEventListener('pointermove', move)
    if (dragged.value) emit('move', at(begin.value + dragged.value))
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
  emit('move', at(begin.value + steps * STEP_MIN * (event.shiftKey ? 3 : 1)))
}
</script>

<template>
  <div class="row" :class="{ picked, clashes, gone }">
    <div class="who">
      <RouterLink :to="`/heads/${booking.head}`">{{ booking.head_name }}</RouterLink>
      <span class="quiet">
        {{ clock(shownStart) }}
        <b v-if="booking.state !== 'booked'">{{ t(`today.states.${booking.state}`) }}</b>
        · {{ booking.title }}
      </span>
      <span class="quiet">{{ hands }}</span>
    </div>
    <div ref="track" class="track">
      <button
        class="strip"
        :class="{ refused }"
        type="button"
        :style="{ left: strip.left, width: strip.width }"
        :aria-pressed="picked"
        :aria-label="
          t('today.describe', {
            name: booking.head_name,
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
          :class="[part.family, { wait: !part.hands }]"
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
  font: 700 16px var(--display);
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
