<script setup lang="ts">
/** The wear as one line: a fold a day, as high as its definition, with what was told from home. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Checkin, WearDay } from '@/api/wear'
import { calendarDay, percent } from '@/text/format'

const props = defineProps<{
  days: WearDay[]
  today: string
  checkins: Checkin[]
}>()
const { t } = useI18n()

const told = computed(() => new Map(props.checkins.map((one) => [one.date, one.looks])))
const bars = computed(() =>
  props.days.map((day) => {
    const looks = told.value.get(day.date)
    const words = [
      t('wear.stripBar', { day: calendarDay(day.date), phase: t(`wear.phases.${day.phase}`) }),
      day.definition == null ? '' : t('wear.definition', { share: percent(day.definition) }),
      looks === undefined ? '' : t('wear.told', { n: looks }),
    ]
    return { ...day, looks, words: words.filter(Boolean).join(', ') }
  }),
)
const height = (share: number | null | undefined) => `${Math.round(14 + 62 * (share ?? 0))}px`
</script>

<template>
  <ol class="strip" :aria-label="t('wear.strip')">
    <li
      v-for="bar in bars"
      :key="bar.date"
      :class="[bar.phase, { today: bar.date === today, gone: bar.date < today }]"
      :aria-current="bar.date === today ? 'date' : undefined"
      :title="bar.words"
    >
      <span class="sr">{{ bar.words }}</span>
      <span class="track" aria-hidden="true">
        <i class="fold" :style="{ height: height(bar.definition) }" />
        <b v-if="bar.looks" class="told" :style="{ bottom: height((bar.looks - 1) / 4) }">
          {{ bar.looks }}
        </b>
      </span>
      <span class="number" aria-hidden="true">
        {{ bar.day }}<i v-if="bar.refresh" class="refresh" />
      </span>
    </li>
  </ol>
</template>

<style scoped>
.strip {
  display: flex;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  flex: 1;
  min-width: 0;
  max-width: 64px;
}
.track {
  position: relative;
  display: flex;
  align-items: flex-end;
  height: 84px;
  border-bottom: 2px solid var(--ink);
}
.fold {
  width: 100%;
  border-right: 2px solid var(--paper);
  background: var(--finish);
}
.in_set .fold {
  background: repeating-linear-gradient(135deg, var(--shape) 0 4px, var(--paper) 4px 7px);
}
.release .fold {
  background: var(--shape);
}
.past .fold {
  background: repeating-linear-gradient(90deg, var(--line) 0 5px, var(--paper) 5px 8px);
}
.wash .fold {
  background: repeating-linear-gradient(0deg, var(--cleanse) 0 5px, var(--paper) 5px 8px);
}
.gone .fold {
  opacity: 0.55;
}
.today .track {
  box-shadow: inset 0 0 0 2px var(--ink);
}
.told {
  position: absolute;
  left: 50%;
  display: grid;
  place-items: center;
  width: 22px;
  height: 22px;
  translate: -50% 50%;
  border: 2px solid var(--ink);
  border-radius: 50%;
  background: var(--paper);
  font: 700 12px var(--display);
}
.number {
  display: flex;
  align-items: center;
  justify-content: center;
  gap: 3px;
  padding-top: 3px;
  font: 600 13px var(--display);
}
.today .number {
  background: var(--ink);
  color: var(--on-ink);
}
.refresh {
  width: 6px;
  height: 6px;
  background: currentColor;
  rotate: 45deg;
}
</style>
