<script setup lang="ts">
/** What lies on the bowl scale, large; with a target, how far it is. Typing is always possible. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import { exactFigure, exactMeasure, unitName } from '@/text/measures'

import { useScale } from './useScale'

const props = defineProps<{ target?: number; unitG?: number | null }>()
const emit = defineEmits<{ take: [grams: number] }>()
const { t } = useI18n()
const { reading, connected, tare, standIn } = useScale()

const state = computed(() => {
  if (!reading.value) return 'connecting'
  return connected.value ? reading.value.state : 'lost'
})
const grams = computed(() =>
  state.value === 'lost' ? undefined : (reading.value?.grams ?? undefined),
)
/** A reading can be taken when it stands still and something lies there. */
const usable = computed(() => state.value === 'steady' && (grams.value ?? 0) > 0)
const share = computed(() =>
  props.target ? Math.min(1.25, Math.max(0, (grams.value ?? 0) / props.target)) : 0,
)
const gap = computed(() => (props.target ?? 0) - (grams.value ?? 0))
const portion = computed(() => props.unitG ?? 2)
/** A hand is never exact. */
const HAND_SPREAD = 0.06
const pour = () => {
  const wobble = 1 + HAND_SPREAD * (Math.random() + Math.random() - 1)
  return standIn({ grams: Math.round(portion.value * wobble * 100) / 100 })
}
</script>

<template>
  <section class="scale" :class="state" :aria-label="t('scale.title')">
    <div class="shown">
      <output class="grams" aria-live="off">{{
        grams === undefined ? '– – –' : exactFigure(grams, 'g')
      }}</output>
      <span class="g">{{ unitName('g') }}</span>
      <span class="state" role="status">{{ t(`scale.${state}`) }}</span>
    </div>
    <div v-if="target" class="bar" aria-hidden="true">
      <i :style="{ width: `${share * 80}%` }" />
      <b />
    </div>
    <p v-if="target && grams !== undefined" class="quiet">
      {{
        gap >= 0
          ? t('scale.short', { grams: exactMeasure(gap, 'g') })
          : t('scale.over', { grams: exactMeasure(-gap, 'g') })
      }}
      {{ t('scale.target', { grams: exactMeasure(target, 'g') }) }}
    </p>
    <div class="acts">
      <button class="act" type="button" :disabled="grams === undefined" @click="tare()">
        {{ t('scale.tare') }}
      </button>
      <button
        class="act main"
        type="button"
        :disabled="!usable"
        @click="emit('take', grams as number)"
      >
        {{
          usable
            ? t('scale.takeIt', { grams: exactMeasure(grams as number, 'g') })
            : t('calibrate.take')
        }}
      </button>
    </div>
    <div v-if="reading?.simulated" class="stand-in">
      <span class="quiet">{{ t('scale.standIn') }}</span>
      <button class="act small" type="button" @click="pour()">
        {{ t('scale.pour', { grams: exactMeasure(portion, 'g') }) }}
      </button>
      <button class="act small" type="button" @click="standIn({ empty: true })">
        {{ t('scale.empty') }}
      </button>
      <button
        class="act small"
        type="button"
        @click="standIn({ plugged_in: reading?.state === 'lost' })"
      >
        {{ reading.state === 'lost' ? t('scale.plug') : t('scale.unplug') }}
      </button>
    </div>
  </section>
</template>

<style scoped>
.scale {
  display: grid;
  gap: 10px;
  padding: 14px 16px;
  border: 1px solid var(--ink);
  background: var(--paper);
}
.shown {
  display: flex;
  align-items: baseline;
  gap: 8px;
}
.grams {
  min-width: 3.6ch;
  font: 700 56px/1 var(--display);
  font-variant-numeric: tabular-nums;
  text-align: right;
}
.g {
  font: 600 22px var(--display);
}
.state {
  margin-left: auto;
  font-weight: 600;
}
.moving .grams {
  color: var(--ink-2);
}
.lost .state,
.overload .state {
  color: var(--caution);
}
.bar {
  position: relative;
  height: 12px;
  border: 1px solid var(--line-strong);
}
.bar i {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--lay_in);
}
.bar b {
  position: absolute;
  inset: -4px auto -4px 80%;
  border-left: 2px solid var(--ink);
}
.acts,
.stand-in {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
.acts .act {
  min-height: 44px;
}
.stand-in {
  padding-top: 8px;
  border-top: 1px dashed var(--line-strong);
}
.small {
  min-height: 32px;
  padding: 0 10px;
  font-size: 13px;
}
</style>
