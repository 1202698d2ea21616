<script setup lang="ts">
/** What sits: how long yet, long enough, or too long. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import { countdown } from '@/places/today/now'

import type { TimerState } from './fold'

const props = defineProps<{
  timer: Omit<TimerState, 'stopped_at'>
  now: Date
  /** What comes of too long, in words. */
  tooLong?: string
  /** Looked at afterwards: nothing can be stopped any more. */
  past?: boolean
}>()
const emit = defineEmits<{ stop: [] }>()
const { t } = useI18n()

const state = computed(() => {
  const at = props.now.getTime()
  if (props.timer.most_at && at > Date.parse(props.timer.most_at)) return 'over'
  return at >= Date.parse(props.timer.least_at) ? 'due' : 'running'
})
const words = computed(() => {
  const { title, least_at: least, most_at: most } = props.timer
  if (state.value === 'running')
    return t('chair.timerLeft', { title, left: countdown(new Date(least), props.now.getTime()) })
  if (state.value === 'due') return t('chair.timerDue', { title })
  return t('chair.timerOver', {
    title,
    over: countdown(props.now, Date.parse(most ?? least)),
  })
})
</script>

<template>
  <div
    class="timer"
    :class="state"
    :role="past ? undefined : state === 'running' ? 'timer' : 'alert'"
  >
    <b>{{ words }}</b>
    <span v-if="state === 'over' && tooLong">{{ tooLong }}</span>
    <button v-if="!past" class="act big" type="button" @click="emit('stop')">
      {{ t('chair.stop') }}
    </button>
  </div>
</template>

<style scoped>
.timer {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 16px;
  padding: 6px 14px;
  border-left: 6px solid var(--line-strong);
  background: var(--remind-ground);
}
.timer b {
  flex: 1 1 auto;
  font: 700 22px var(--display);
}
.due {
  border-color: var(--signal);
  background: var(--signal);
  color: var(--signal-ink);
}
.over {
  border-color: var(--caution);
  background: var(--caution-ground);
}
</style>
