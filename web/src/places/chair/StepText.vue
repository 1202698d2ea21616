<script setup lang="ts">
/** What a step says: what to mind, what to do, why, for how long. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Chair } from '@/api/chairLog'
import type { Schemas } from '@/api/client'
import CautionNote from '@/parts/CautionNote.vue'
import { countdown } from '@/places/today/now'
import { short } from '@/text/format'

const SECOND_MS = 1000

const props = defineProps<{
  step: Schemas['Step']
  asks: Schemas['ChairStep']
  answer: Chair
  now: Date
  /** Minutes it has run; nothing while it does not. */
  running?: number
  /** Only what to see to: the rest is said elsewhere. */
  brief?: boolean
}>()
const { t } = useI18n()

const cautions = computed(() => {
  const keys = props.step.cautions ?? []
  return props.answer.answer.cautions.filter((one) => keys.includes(one.key))
})
const sits = computed(() => {
  const dwell = props.asks.dwell
  if (!dwell) return ''
  const [least, most] = [short(dwell.least_min, 0), short(dwell.most_min, 0)]
  return least === most ? t('chair.sitsJust', { least }) : t('chair.sits', { least, most })
})
const spot = computed(() => {
  const every = props.asks.spot_s
  if (!every || props.running === undefined) return ''
  const ends = props.now.getTime() + (every - ((props.running * 60) % every)) * SECOND_MS
  return countdown(new Date(ends), props.now.getTime())
})
</script>

<template>
  <CautionNote v-for="caution in cautions" :key="caution.key" :caution="caution" />
  <p
    v-for="row in answer.chair.uneven"
    :key="`${row.step} ${row.role} ${row.more}`"
    class="uneven"
    role="alert"
  >
    {{ row.text }}
  </p>
  <p v-for="mishap in answer.chair.mishaps" :key="mishap.key" class="uneven" role="alert">
    {{ mishap.text }} <span class="quiet">{{ mishap.trigger }}.</span>
  </p>
  <p v-if="asks.targets.length && answer.chair.film?.text" class="uneven" role="alert">
    {{ answer.chair.film.text }}
  </p>
  <template v-if="!brief">
    <h2>{{ step.title }}</h2>
    <p class="how">{{ step.how }}</p>
    <p v-if="asks.reason" class="quiet why">{{ asks.reason }}</p>
  </template>
  <p v-if="asks.posture" class="quiet why">{{ asks.posture }}</p>
  <p v-if="asks.spot_s" class="quiet why">
    {{ t('chair.spot', { seconds: asks.spot_s }) }}
    <b v-if="spot" class="spot" role="timer">{{ spot }}</b>
  </p>
  <p v-if="sits" class="quiet why">{{ sits }}</p>
  <p v-if="answer.chair.rest?.due" class="rest" role="status">{{ answer.chair.rest.text }}</p>
</template>

<style scoped>
.how {
  margin: 0;
  font-size: 20px;
}
.why {
  margin: 0;
  font-size: 16px;
}
.uneven {
  margin: 0;
  padding: 10px 14px;
  border-left: 6px solid var(--caution);
  background: var(--caution-ground);
  font-weight: 650;
}
.spot {
  margin-left: 12px;
  color: var(--ink);
  font: 700 26px var(--display);
}
.rest {
  margin: 0;
  padding: 8px 14px;
  border-left: 6px solid var(--signal);
  background: var(--paper);
}
h2 {
  margin: 0;
  font: 700 42px/1.05 var(--display);
}
@media (max-width: 860px) {
  h2 {
    font-size: 34px;
  }
}
</style>
