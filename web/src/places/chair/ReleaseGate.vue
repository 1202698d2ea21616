<script setup lang="ts">
/** Before a set is opened: the forecast, and what three places feel like. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import Choice from '@/parts/Choice.vue'
import TextField from '@/parts/TextField.vue'
import WhyList from '@/parts/WhyList.vue'
import { percent, short } from '@/text/format'

import type { Chair } from '@/api/chairLog'

const PLACES = ['roots', 'nape', 'thickest'] as const
const FEELS = ['dry', 'damp_roots', 'wet'] as const

const props = defineProps<{
  gate: NonNullable<Chair['chair']['gate']>
  /** As felt so far, by place. */
  touches: Record<string, string>
}>()
const emit = defineEmits<{
  touch: [place: string, dryness: string]
  /** Somebody was asked, and it really is dry. */
  sure: []
  open: [because: string]
}>()
const { t } = useI18n()

const because = ref('')
const damp = computed(() => PLACES.some((place) => (props.touches[place] ?? 'dry') !== 'dry'))
const felt = computed(() => PLACES.every((place) => props.touches[place]))
const feels = computed(() => FEELS.map((value) => ({ value, text: t(`chair.feels.${value}`) })))
</script>

<template>
  <section class="gate" :aria-label="t('chair.gate')">
    <h3>{{ t('chair.gate') }}</h3>
    <p v-if="gate.gone !== null && gate.odds_dry !== null" class="quiet">
      {{
        t('chair.gateForecast', {
          hours: short(gate.since_h),
          gone: percent(gate.gone),
          odds: percent(gate.odds_dry),
        })
      }}
      <WhyList :reasons="gate.reasons" :about="t('chair.gate')" />
    </p>
    <p>{{ t('chair.gateFeel') }}</p>
    <div class="beside">
      <Choice
        v-for="place in PLACES"
        :key="place"
        :label="t(`chair.places.${place}`)"
        :model-value="touches[place]"
        :options="feels"
        class="touch"
        @update:model-value="(dryness) => dryness && emit('touch', place, dryness)"
      />
    </div>
    <template v-if="damp && gate.options.length">
      <h3>{{ t('chair.helps') }}</h3>
      <ul>
        <li v-for="option in gate.options" :key="option.key">
          <b>{{ option.title }}</b>
          {{ option.effect }}
          <template v-if="option.odds_dry">
            {{ t('chair.helpsOdds', { odds: percent(option.odds_dry) }) }}
          </template>
        </li>
      </ul>
    </template>
    <form v-if="damp" class="beside" @submit.prevent="because && emit('open', because)">
      <TextField
        v-model="because"
        :label="t('chair.gateWhy')"
        name="damp_because"
        :maxlength="500"
      />
      <button class="act big warn" type="submit" :disabled="!because.trim()">
        {{ t('chair.gateDamp') }}
      </button>
    </form>
    <div v-else-if="gate.doubt && felt" class="doubt" role="alert">
      <p>{{ gate.doubt }}</p>
      <button class="act big warn" type="button" @click="emit('sure')">
        {{ t('chair.gateSure') }}
      </button>
    </div>
    <button v-else class="act big main" type="button" :disabled="!felt" @click="emit('open', '')">
      {{ t('chair.gateOpen') }}
    </button>
  </section>
</template>

<style scoped>
.gate {
  display: grid;
  justify-items: start;
  gap: 10px;
}
h3 {
  margin: 0;
  font: 700 22px var(--display);
}
ul {
  display: grid;
  gap: 6px;
  margin: 0;
  padding: 0;
  list-style: none;
}
.doubt {
  display: grid;
  gap: 8px;
  padding: 10px 14px;
  border-left: 4px solid var(--ink);
  background: var(--remind-ground);
}
.touch :deep(label) {
  min-width: 64px;
  min-height: 56px;
  font-size: 17px;
}
</style>
