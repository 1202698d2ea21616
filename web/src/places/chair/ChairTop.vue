<script setup lang="ts">
/** Who sits there, what is done, whose hands; and what the server does not have yet. */
import { useTitle } from '@vueuse/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import PleatStrip from '@/parts/PleatStrip.vue'
import RemarkList from '@/parts/RemarkList.vue'

import type { Chair, RefusedEntry } from '@/api/chairLog'

const props = defineProps<{
  chair: Chair
  /** Place of the step among all, from 0; -1 once all are over. */
  place: number
  here?: string
  hands: string
  waits: number
  offline: boolean
  refused: RefusedEntry[]
  /** What keeps the server from answering, besides a lost connection. */
  trouble?: string
}>()
const emit = defineEmits<{ whole: []; end: []; dismiss: [id: string] }>()
const sound = defineModel<boolean>('sound', { required: true })
const { t } = useI18n()
const step = computed(() => props.chair.answer.steps[props.place]?.title)
useTitle(
  computed(() => [props.chair.client_name, step.value, t('app.name')].filter(Boolean).join(' · ')),
)
</script>

<template>
  <header class="line">
    <RouterLink class="act" to="/today">‹ {{ t('app.today') }}</RouterLink>
    <h1>{{ chair.client_name }}</h1>
    <span v-if="chair.allergies.length" class="wrong">{{ chair.allergies.join(', ') }}</span>
    <span class="quiet">{{ chair.answer.title }}</span>
    <span v-if="place >= 0" class="quiet">
      {{ t('chair.stepOf', { n: place + 1, of: chair.answer.steps.length }) }}
    </span>
    <span class="grow" />
    <button class="plain word" type="button" :aria-pressed="sound" @click="sound = !sound">
      {{ t(sound ? 'chair.soundOn' : 'chair.sound') }}
    </button>
    <button v-if="place >= 0" class="plain word" type="button" @click="emit('whole')">
      {{ t('chair.whole') }}
    </button>
    <!-- Seldom needed, so out of the way of quick taps. -->
    <button v-if="place >= 0" class="plain word" type="button" @click="emit('end')">
      {{ t('chair.end') }}
    </button>
    <span class="quiet">{{ t('chair.working', { name: hands }) }}</span>
    <span class="sent" :class="{ waits: waits || offline }" role="status">
      {{ waits ? t('chair.waits', { n: waits }, waits) : t('chair.saved') }}
    </span>
  </header>
  <RemarkList
    v-if="chair.remarks.length"
    :remarks="chair.remarks"
    :aria-label="t('remarks.title')"
  />
  <p v-if="trouble" class="wrong" role="alert">{{ t('chair.refused', { why: trouble }) }}</p>
  <p v-if="offline" class="offline" role="status">{{ t('chair.offline') }}</p>
  <p v-for="one in refused" :key="one.entry.id" class="wrong" role="alert">
    {{ t('chair.refused', { why: one.why }) }}
    <button class="act" type="button" @click="emit('dismiss', one.entry.id)">
      {{ t('chair.drop') }}
    </button>
  </p>
  <PleatStrip :steps="chair.answer.steps" size="row" :picked="here" aria-hidden="true" />
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 16px;
  font-size: 15px;
}
h1 {
  margin: 0;
  font: 700 30px/1 var(--display);
}
.grow {
  flex: 1;
}
.quiet {
  font-size: 15px;
}
.word {
  text-decoration: underline;
}
.sent.waits,
.offline {
  padding: 4px 10px;
  background: var(--signal);
  color: var(--signal-ink);
  font-weight: 650;
}
.offline {
  margin: 0;
}
</style>
