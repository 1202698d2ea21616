<script setup lang="ts">
/** Before a set is opened at home: does it feel dry? What to do then, and that it was opened. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { drynessValues as FEELS } from '@/api/generated'
import Choice from '@/parts/Choice.vue'

type Feel = (typeof FEELS)[number]

const props = defineProps<{
  /** How it is opened, in order; empty where the client reads it elsewhere. */
  steps?: string[]
  /** From when on it may be opened, in words. */
  from?: string
  /** What to do after what was told. */
  advice?: string
  busy?: boolean
  /** Noted by the salon, as its client tells it. */
  noted?: boolean
}>()
const emit = defineEmits<{ tell: [dryness: Feel, opened: boolean, at: Date] }>()
const { t } = useI18n()
const feels = ref<Feel>()
const title = computed(() => t(props.noted ? 'opening.noted' : 'opening.title'))
const word = computed(() => {
  if (props.noted) return 'opening.isOpen'
  return feels.value === 'dry' ? 'opening.opened' : 'opening.openedDamp'
})

function felt(next: Feel | undefined) {
  feels.value = next
  // Damp hair stays in: that is told at once, and answered.
  if (next && next !== 'dry') emit('tell', next, false, new Date())
}
/** It is told of later than it was done. */
const HOUR_MS = 3_600_000
const HOURS = [0, 1, 3, 6] as const
const hours = ref<number>(0)
const ago = computed(() => HOURS.map((value) => ({ value, text: t('opening.ago', value) })))
const tellOpen = (dryness: Feel) =>
  emit('tell', dryness, true, new Date(Date.now() - hours.value * HOUR_MS))
</script>

<template>
  <section class="opening" :aria-label="title">
    <h2>{{ title }}</h2>
    <p v-if="from">
      <b>{{ t('opening.from', { moment: from }) }}</b>
    </p>
    <Choice
      :label="t('opening.feel')"
      :model-value="feels"
      :options="FEELS.map((value) => ({ value, text: t(`opening.feels.${value}`) }))"
      @update:model-value="felt"
    />
    <p v-if="advice && feels !== 'dry'" role="status">{{ advice }}</p>
    <template v-if="feels">
      <ol v-if="feels === 'dry' && steps?.length">
        <li v-for="step in steps" :key="step">{{ step }}</li>
      </ol>
      <Choice
        :label="t('opening.when')"
        :model-value="hours"
        :options="ago"
        @update:model-value="hours = $event ?? 0"
      />
      <button
        class="act"
        :class="{ main: feels === 'dry' }"
        type="button"
        :disabled="busy"
        @click="tellOpen(feels)"
      >
        {{ t(word) }}
      </button>
    </template>
  </section>
</template>

<style scoped>
.opening {
  display: grid;
  justify-items: stretch;
  gap: 10px;
  padding: 12px 14px;
  background: var(--remind-ground);
}
h2,
p,
ol {
  margin: 0;
}
h2 {
  font: 700 20px var(--display);
}
ol {
  display: grid;
  gap: 6px;
  padding-left: 1.3em;
}
</style>
