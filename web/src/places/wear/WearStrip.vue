<script setup lang="ts">
/** The wear as one line: a fold a day, as high as its definition, with what clients reported from home. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { LookPicture } from '@/api/looks'
import type { Checkin, WearDay } from '@/api/wear'
import { calendarDay, percent, short } from '@/text/format'
import { measure } from '@/text/measures'
import { isoDay } from '@/text/zone'

const props = defineProps<{
  days: WearDay[]
  today: string
  checkins: Checkin[]
  /** What is kept of the set: curl, or stretch. */
  keptOf?: 'curl' | 'stretch' | null
  /** Pictures, for what they measured. */
  looks?: LookPicture[]
}>()
const { t } = useI18n()

/** Lengths that pictures measured, by day [cm]. */
const lengths = computed(
  () =>
    new Map(
      (props.looks ?? []).flatMap((one) =>
        one.measures && one.taken_at
          ? [[isoDay(new Date(one.taken_at)), one.measures.length_cm.value] as const]
          : [],
      ),
    ),
)
const told = computed(() => new Map(props.checkins.map((one) => [one.date, one.looks])))
const bars = computed(() =>
  props.days.map((day) => {
    const looks = told.value.get(day.date)
    const measured = lengths.value.get(day.date)
    const words = [
      t('wear.stripBar', { day: calendarDay(day.date), phase: t(`wear.phases.${day.phase}`) }),
      day.definition == null ? '' : t('wear.definition', { share: percent(day.definition) }),
      looks === undefined ? '' : t('wear.told', { n: looks }),
      day.kept == null || !props.keptOf
        ? ''
        : t(`wear.kept.${props.keptOf}`, { share: short(day.kept, 0) }),
      measured === undefined ? '' : t('wear.measured', { length: measure(measured, 'cm') }),
    ]
    return { ...day, looks, measured, words: words.filter(Boolean).join(', ') }
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
        <i v-if="bar.kept != null" class="kept" :style="{ bottom: height(bar.kept / 100) }" />
        <i v-if="bar.measured !== undefined" class="measured" />
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
.kept {
  position: absolute;
  right: 2px;
  left: 0;
  border-top: 2px dotted var(--ink);
}
.measured {
  position: absolute;
  bottom: 2px;
  left: 50%;
  width: 9px;
  height: 9px;
  translate: -50% 0;
  border: 2px solid var(--ink);
  background: var(--paper);
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
