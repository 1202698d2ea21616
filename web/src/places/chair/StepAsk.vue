<script setup lang="ts">
/** Asked before a step is begun or done: what sits too short, what is not ticked, how long it took. */
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

import Amount from '@/parts/Amount.vue'
import { short } from '@/text/format'

import type { Ask } from './useWork'

defineProps<{
  ask: Ask
  /** Sections that are not ticked. */
  left: number[]
  /** Whether it is not done before they are. */
  strict: boolean
  /** Minutes from start to now, and as planned. */
  running: number
  planned: number
  /** What sits, and how long yet. */
  title?: string
  rest?: string
  /** The tap that asked is not yet over. */
  bounces: boolean
}>()
const emit = defineEmits<{ sure: []; leave: []; minutes: [worked: number] }>()
const { t } = useI18n()
const typed = ref<number | null>(null)
</script>

<template>
  <div class="ask" role="alert">
    <template v-if="ask === 'minutes'">
      <p>{{ t('chair.ask', { minutes: short(running, 0) }) }}</p>
      <div class="beside">
        <button class="act big" type="button" @click="emit('minutes', planned)">
          {{ t('chair.askPlanned', { minutes: short(planned, 0) }) }}
        </button>
        <button class="act big" type="button" @click="emit('minutes', running)">
          {{ t('chair.askAll') }}
        </button>
        <form class="beside" @submit.prevent="typed != null && emit('minutes', typed)">
          <Amount
            v-model="typed"
            :label="t('chair.askTyped')"
            unit="min"
            name="minutes"
            width="104px"
          />
          <button class="act big" type="submit">{{ t('chair.keep') }}</button>
        </form>
      </div>
    </template>
    <template v-else>
      <p v-if="ask === 'sections'">
        {{ t(strict ? 'chair.notOpened' : 'chair.notAll', { list: left.join(', ') }, left.length) }}
      </p>
      <p v-else>{{ t('chair.early', { title, left: rest }) }}</p>
      <div class="beside">
        <button
          v-if="!strict"
          class="act big"
          type="button"
          :aria-disabled="bounces"
          @click="emit('sure')"
        >
          {{ t(ask === 'sections' ? 'chair.anyway' : 'chair.earlyAnyway') }}
        </button>
        <button class="act big main" type="button" @click="emit('leave')">
          {{ t(ask === 'sections' ? 'chair.leave' : 'chair.wait') }}
        </button>
      </div>
    </template>
  </div>
</template>

<style scoped>
.ask {
  padding: 10px 14px;
  border-left: 6px solid var(--caution);
  background: var(--caution-ground);
  font-weight: 650;
}
p {
  margin: 0 0 8px;
}
</style>
