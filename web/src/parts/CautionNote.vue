<script setup lang="ts">
/** A caution on a line with its cheapest fix; all of it on tap. What stops is shown whole. */
import { computed, ref } from 'vue'
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
const open = ref(false)
const isOpen = computed(() => open.value || props.caution.severity === 'stop')
const shown = computed(() => (isOpen.value ? answers.value : answers.value.slice(0, 1)))
/** Letters that surely stand on one line beside a fix; reminders share theirs. */
const ONE_LINE = { stop: 110, adjust: 110, remind: 72 }
const hasMore = computed(
  () =>
    props.caution.severity !== 'stop' &&
    (answers.value.length > 0 || props.caution.text.length > ONE_LINE[props.caution.severity]),
)
const reasons = computed(() => [
  {
    rule: props.caution.key,
    because: props.caution.text,
    trigger: props.caution.trigger,
    source: props.caution.source,
  },
])
const signed = (more: number) => `${more < 0 ? '−' : '+'}${minutes(Math.abs(more))}`
/** What it changes, where that is more than time. */
const cost = (fix: Fix) => [fix.effect, time(fix)].filter(Boolean).join('; ')
const time = (fix: Fix) =>
  fix.effect && !fix.hands_on_min
    ? ''
    : fix.later_h > 0
      ? t('plan.fixLater', { hours: short(fix.later_h), odds: percent(fix.odds_dry) })
      : t('plan.fixCost', {
          hands: signed(fix.hands_on_min),
          client: signed(fix.client_min),
          odds: percent(fix.odds_dry),
        })
</script>

<template>
  <div class="caution" :class="[caution.severity, { open: isOpen }]" role="note">
    <p :title="isOpen ? undefined : caution.text">{{ caution.text }}</p>
    <WhyList :reasons="reasons" :about="caution.key.replaceAll('_', ' ')" />
    <div v-if="shown.length" class="fixes">
      <template v-for="(fix, i) in shown" :key="fix.key">
        <button
          class="act"
          :class="i === 0 ? 'warn first' : 'other'"
          type="button"
          :title="cost(fix)"
          @click="emit('apply', fix)"
        >
          {{ fix.title }}
        </button>
        <span v-if="i === 0 && isOpen" class="quiet">{{ cost(fix) }}</span>
      </template>
    </div>
    <button
      v-if="hasMore"
      class="plain more"
      type="button"
      :aria-expanded="open"
      @click="open = !open"
    >
      {{ open ? t('plan.cautionLess') : t('plan.cautionMore') }}
    </button>
  </div>
</template>

<style scoped>
.caution {
  display: flex;
  align-items: center;
  gap: 4px 14px;
  min-height: 34px;
  padding: 1px 12px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
  font-size: 14px;
}
.remind {
  border-left-color: var(--ink-2);
  background: var(--remind-ground);
}
.caution p {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.open {
  flex-wrap: wrap;
  padding-block: 6px;
}
.open p {
  white-space: normal;
}
.more {
  flex: none;
  margin-left: auto;
  min-height: 28px;
  font-size: 13px;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.fixes {
  display: flex;
  flex: none;
  flex-wrap: wrap;
  max-width: 100%;
  align-items: center;
  gap: 6px 10px;
}
.act {
  min-height: 30px;
  padding: 0 10px;
}
@media (max-width: 820px) {
  .caution {
    flex-wrap: wrap;
    padding-block: 6px;
  }
  .caution p {
    white-space: normal;
  }
  .fixes {
    flex: initial;
  }
  .act {
    min-height: 40px;
    white-space: normal;
  }
}
.other {
  border-color: var(--line-strong);
  background: transparent;
  font-weight: 500;
}
</style>
