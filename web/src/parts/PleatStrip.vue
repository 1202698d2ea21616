<script setup lang="ts">
/**
 * A service as a pleated strip: each step a fold, width = minutes. Raised and filled is hands-on,
 * low and dotted is waiting.
 */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { minutes } from '@/text/format'

type Fold = Schemas['Fold'] & {
  wait_title?: string
  cautions?: string[]
  cycle?: Schemas['Cycle'] | null
}

const props = withDefaults(
  defineProps<{ steps: Fold[]; size?: 'full' | 'row'; picked?: string; scale?: number }>(),
  { size: 'full', picked: undefined, scale: undefined },
)
const emit = defineEmits<{ pick: [key: string] }>()
const { t } = useI18n()

const GAP_MIN = 6
const total = computed(() =>
  props.steps.reduce((sum, step) => sum + step.hands_on_min + step.wait_min, 0),
)
const sittings = computed(() => {
  const first = props.steps.filter((step) => step.sitting === 1)
  const later = props.steps.filter((step) => step.sitting > 1)
  return [first, later].filter((steps) => steps.length)
})
/** Room left of the longest strip, when strips are compared. */
const rest = computed(() => Math.max(0, (props.scale ?? total.value) - total.value))

/** Width by minutes; height by minutes where the strip stands upright. */
const grow = (value: number) => ({ flexGrow: Math.max(value, 0.5), '--minutes': value })
/** Share of a turn before the section is shaped: parting, water, products. */
function laidIn(cycle: Schemas['Cycle']): number {
  const sum = (acts: Schemas['Act'][]) => acts.reduce((minutes, act) => minutes + act.min_each, 0)
  return sum(cycle.acts.filter(({ key }) => key !== 'shape' && key !== 'fasten')) / sum(cycle.acts)
}
const isWide = (value: number) => value / (props.scale ?? total.value) > 0.045
</script>

<template>
  <div
    class="strip"
    :class="size"
    role="group"
    :aria-label="t('plan.describeStrip', { total: minutes(total) })"
  >
    <template v-for="(folds, sitting) in sittings" :key="sitting">
      <div v-if="sitting > 0" class="gap" :style="grow(GAP_MIN)" aria-hidden="true">
        <span v-if="size === 'full'">{{ t('plan.sitting2') }}</span>
      </div>
      <template v-for="step in folds" :key="step.key">
        <component
          :is="size === 'full' ? 'button' : 'div'"
          v-if="step.hands_on_min > 0"
          :type="size === 'full' ? 'button' : undefined"
          :role="size === 'full' ? undefined : 'img'"
          class="fold"
          :class="[
            step.family,
            { picked: picked === step.key, narrow: !isWide(step.hands_on_min) },
          ]"
          :style="grow(step.hands_on_min)"
          :title="`${step.title}, ${minutes(step.hands_on_min)}`"
          :aria-pressed="size === 'full' ? picked === step.key : undefined"
          :aria-label="
            t('plan.describeFold', {
              title: step.title,
              hands: Math.round(step.hands_on_min),
              wait: Math.round(step.wait_min),
            })
          "
          @click="size === 'full' && emit('pick', step.key)"
        >
          <span v-if="step.cycle" class="rhythm" aria-hidden="true">
            <i
              v-for="turn in step.cycle.turns"
              :key="turn.section"
              :style="{ flexGrow: turn.minutes, '--laid': `${laidIn(step.cycle) * 100}%` }"
            />
          </span>
          <span v-if="size === 'full'" class="name">{{ step.title }}</span>
          <span v-if="isWide(step.hands_on_min) || size === 'full'" class="figure">
            {{ Math.round(step.hands_on_min) }}
          </span>
          <span v-if="size === 'full' && step.cautions?.length" class="mark" aria-hidden="true"
            >!</span
          >
        </component>
        <div
          v-if="step.wait_min > 0"
          class="wait"
          :style="grow(step.wait_min)"
          :title="`${step.wait_title ?? ''} ${minutes(step.wait_min)}`"
        >
          <span v-if="size === 'full'" class="what" :class="{ thin: !isWide(step.wait_min) }">
            {{ step.wait_title }}
          </span>
          <span class="figure">{{ Math.round(step.wait_min) }}</span>
        </div>
      </template>
    </template>
    <div v-if="rest > 0" :style="grow(rest)" />
  </div>
</template>

<style scoped>
.strip {
  --height: 80px;
  --low: 30px;
  --side: 6px;
  display: flex;
  align-items: flex-end;
  height: var(--height);
}
.strip.row {
  --height: 36px;
  --low: 16px;
  --side: 3px;
}
.fold,
.wait,
.gap {
  flex: 1 1 0;
  min-width: 0;
  overflow: hidden;
}
.fold {
  position: relative;
  height: 100%;
  min-width: 24px;
  margin-right: 1px;
  padding: 0 calc(var(--side) + 2px) 2px 6px;
  border: 0;
  border-bottom: 2px solid var(--ink);
  background: var(--texture), var(--fill);
  color: var(--fold-ink);
  text-align: left;
  font-family: var(--text);
  transition: flex-grow 0.15s;
}
.row .fold {
  min-width: 5px;
  padding: 0 4px;
}
/* The inner rhythm of a cycle: in each section what is laid in, then the shaping. */
.rhythm {
  position: absolute;
  inset: 28px var(--side) 0 0;
  display: flex;
  gap: 1px;
}
.row .rhythm {
  inset: 0 var(--side) 0 0;
}
.rhythm i {
  flex: 1 1 0;
  min-width: 0;
  background: linear-gradient(90deg, var(--lay_in) var(--laid), transparent 0);
}
/* The under-edge of a raised fold. */
.fold::after {
  content: '';
  position: absolute;
  inset: 0 0 0 auto;
  width: var(--side);
  background: color-mix(in oklab, var(--fill), var(--deep) 55%);
  clip-path: polygon(0 0, 100% 8px, 100% 100%, 0 100%);
}
.name {
  position: absolute;
  inset: 4px var(--side) auto 6px;
  overflow: hidden;
  font-size: 12.5px;
  font-weight: 600;
  text-overflow: ellipsis;
  white-space: nowrap;
}
/* On a narrow fold its name stands upright. */
@media (min-width: 641px) {
  .narrow .name {
    inset: 4px auto 25px 4px;
    font-size: 11.5px;
    writing-mode: vertical-rl;
    rotate: 180deg;
  }
  .narrow:has(.mark) .name {
    top: 24px;
  }
  .narrow .mark {
    top: 4px;
    bottom: auto;
  }
}
.fold .figure {
  position: absolute;
  left: 6px;
  bottom: 3px;
  font: 700 16px var(--display);
}
.row .fold .figure {
  left: 4px;
  font-size: 12px;
}
/* Above the minutes, however narrow the fold. */
.mark {
  position: absolute;
  left: 5px;
  bottom: 26px;
  width: 16px;
  height: 16px;
  background: var(--caution-ground);
  color: var(--caution);
  font: 700 13px/16px var(--display);
  text-align: center;
}
.fold.picked {
  outline: 3px solid var(--ink);
  outline-offset: -3px;
}
.wait {
  display: grid;
  place-items: center;
  position: relative;
  height: var(--low);
  border-top: 1px dashed var(--line-strong);
  border-bottom: 2px solid var(--ink);
  background: var(--paper);
  color: var(--ink-2);
  font-size: 12px;
  overflow: visible;
}
.wait .what {
  position: absolute;
  bottom: 100%;
  padding-bottom: 2px;
  white-space: nowrap;
}
.row .wait .figure {
  font-size: 11px;
  line-height: 1;
}
.gap {
  display: grid;
  place-items: center;
  height: var(--low);
  border-bottom: 2px dotted var(--line-strong);
  color: var(--ink-2);
  font-size: 12px;
  white-space: nowrap;
  overflow: visible;
}
.strip:not(.row) .gap {
  min-width: 60px;
}
.gap span {
  position: relative;
  top: -36px;
}

.thin {
  display: none;
}
/* Upright where the page is narrow: down the page is on through the service. */
@media (max-width: 640px) {
  .strip.full {
    flex-direction: column;
    align-items: stretch;
    height: auto;
    border-left: 2px solid var(--ink);
  }
  .full .thin {
    display: block;
  }
  .full .fold,
  .full .wait {
    display: flex;
    flex: none;
    align-items: center;
    justify-content: flex-start;
    gap: 10px;
    height: max(34px, calc(var(--minutes) * 1.5px));
    border-bottom: 1px solid var(--ground);
  }
  .full .wait {
    height: max(26px, calc(var(--minutes) * 0.9px));
    width: 72%;
    padding-left: 6px;
    border-top: 0;
    border-right: 1px dashed var(--line-strong);
  }
  .full .name,
  .full .what,
  .full .figure,
  .full .mark {
    position: static;
    padding: 0;
  }
  .full .name {
    order: 1;
    font-size: 14px;
  }
  .full .what {
    order: 1;
  }
  .full .figure {
    min-width: 28px;
    text-align: right;
  }
  .full .rhythm {
    inset: auto 0 0;
    height: 8px;
  }
  .full .mark {
    order: 2;
    margin-left: auto;
  }
  .full .gap {
    flex: none;
    height: 30px;
    justify-items: start;
    padding-left: 6px;
    border-bottom: 0;
  }
  .gap span {
    position: static;
  }
}
</style>
