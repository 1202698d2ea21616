<script setup lang="ts">
/** A caution with its fix inside, the cheapest first. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { minutes, percent, short } from '@/text/format'

import WhyList from './WhyList.vue'

type Fix = Schemas['Fix']

const props = defineProps<{ caution: Schemas['Caution']; fixes?: Fix[] }>()
const emit = defineEmits<{ apply: [fix: Fix] }>()
const { t } = useI18n()

const answers = computed(() =>
  (props.fixes ?? []).filter((fix) => fix.caution === props.caution.key),
)
const reasons = computed(() => [
  {
    rule: props.caution.key,
    because: props.caution.text,
    trigger: props.caution.trigger,
    source: props.caution.source,
  },
])
/** What it changes, where that is more than time. */
const cost = (fix: Fix) => [fix.effect, time(fix)].filter(Boolean).join('; ')
const time = (fix: Fix) =>
  fix.effect && !fix.hands_on_min
    ? ''
    : fix.later_h > 0
      ? t('plan.fixLater', { hours: short(fix.later_h), odds: percent(fix.odds_dry) })
      : t('plan.fixCost', {
          hands: `+${minutes(fix.hands_on_min)}`,
          client: `+${minutes(fix.client_min)}`,
          odds: percent(fix.odds_dry),
        })
</script>

<template>
  <div class="caution" :class="caution.severity" role="note">
    <p>
      {{ caution.text }}
      <WhyList :reasons="reasons" :about="caution.key.replaceAll('_', ' ')" />
    </p>
    <div v-if="answers.length" class="fixes">
      <template v-for="(fix, i) in answers" :key="fix.key">
        <button
          class="act"
          :class="i === 0 ? 'warn first' : 'other'"
          type="button"
          :title="cost(fix)"
          @click="emit('apply', fix)"
        >
          {{ fix.title }}
        </button>
        <span v-if="i === 0" class="quiet">{{ cost(fix) }}</span>
      </template>
    </div>
  </div>
</template>

<style scoped>
.caution {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 20px;
  padding: 6px 12px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
  font-size: 14px;
}
.remind {
  border-left-color: var(--ink-2);
  background: var(--remind-ground);
}
.fixes {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
}
.act {
  min-height: 36px;
  padding: 0 12px;
}
.other {
  border-color: var(--line-strong);
  background: transparent;
  font-weight: 500;
}
</style>
