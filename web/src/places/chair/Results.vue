<script setup lang="ts">
/** How it turned out: anchored scores, comfort, length, what the client said; under a minute. */
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

import {
  comfortValues as COMFORTS,
  residueValues as RESIDUES,
  traitValues as TRAITS,
} from '@/api/generated'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import TextField from '@/parts/TextField.vue'

import Anchor from './Anchor.vue'

const props = defineProps<{
  scores: Record<string, number>
  /** Where a zone was judged apart: by trait, then by zone. */
  zoneScores: Record<string, Record<string, number>>
  /** Zones of this head that have hair in a section. */
  zones: string[]
  comfort?: string | null
  residue?: string | null
}>()
const emit = defineEmits<{
  score: [trait: string, value: number, zone?: string]
  comfort: [comfort: string]
  residue: [residue: string]
  length: [cm: number, zone?: string]
  note: [about: string, text: string]
  close: []
}>()
const { t, tm } = useI18n()

const VALUES = [1, 2, 3, 4, 5]
/** Where it differs from the rest; nothing: the whole head. */
const zone = ref<string>()
const scoreOf = (trait: string) =>
  zone.value ? props.zoneScores[trait]?.[zone.value] : props.scores[trait]
const length = ref<number | null>(null)
const said = ref('')
const next = ref('')
const ends = (trait: string) => tm(`chair.traits.${trait}`) as string[]
function close() {
  if (length.value != null) emit('length', length.value, zone.value)
  if (said.value.trim()) emit('note', 'client', said.value.trim())
  if (next.value.trim()) emit('note', 'next', next.value.trim())
  emit('close')
}
</script>

<template>
  <section class="results" :aria-label="t('chair.results')">
    <h2>{{ t('chair.results') }}</h2>
    <Choice
      v-model="zone"
      :label="t('chair.differs')"
      clearable
      :options="zones.map((value) => ({ value, text: t(`hair.zones.${value}`) }))"
    />
    <div class="traits">
      <fieldset v-for="trait in TRAITS" :key="trait" class="trait">
        <legend>{{ t(`visit.score.${trait}`) }}</legend>
        <span class="end">{{ ends(trait)[0] }}</span>
        <button
          v-for="value in VALUES"
          :key="value"
          type="button"
          class="anchor"
          :class="{ on: scoreOf(trait) === value }"
          :aria-pressed="scoreOf(trait) === value"
          :aria-label="`${t(`visit.score.${trait}`)} ${value}`"
          @click="emit('score', trait, value, zone)"
        >
          <Anchor :trait="trait" :value="value" />
          <span>{{ value }}</span>
        </button>
        <span class="end">{{ ends(trait)[1] }}</span>
      </fieldset>
    </div>
    <div class="beside">
      <Choice
        :label="t('visit.residue')"
        :model-value="residue ?? undefined"
        :options="
          RESIDUES.map((value) => ({ value: value as string, text: t(`visit.residues.${value}`) }))
        "
        @update:model-value="(value) => value && emit('residue', value)"
      />
      <Choice
        :label="t('chair.comfort')"
        :model-value="comfort ?? undefined"
        :options="
          COMFORTS.map((value) => ({ value: value as string, text: t(`chair.comforts.${value}`) }))
        "
        @update:model-value="(value) => value && emit('comfort', value)"
      />
      <Amount v-model="length" :label="t('chair.hangs')" unit="cm" name="length_cm" width="104px" />
    </div>
    <p v-if="comfort === 'pain'" class="wrong" role="alert">{{ t('chair.pain') }}</p>
    <p v-else-if="comfort === 'tight'" class="wrong" role="note">{{ t('chair.tight') }}</p>
    <div class="beside">
      <TextField v-model="said" :label="t('chair.abouts.client')" name="said" :maxlength="2000" />
      <TextField v-model="next" :label="t('chair.abouts.next')" name="next" :maxlength="2000" />
    </div>
    <button class="act big main" type="button" @click="close">{{ t('chair.close') }}</button>
  </section>
</template>

<style scoped>
.results {
  display: grid;
  justify-items: start;
  gap: 10px;
}
.traits {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 580px), 1fr));
  gap: 8px 24px;
  width: 100%;
}
.trait {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px;
  margin: 0;
  padding: 0;
  border: 0;
}
.trait legend {
  float: left;
  min-width: 100px;
  padding: 0;
  font: 700 17px var(--display);
}
.end {
  min-width: 92px;
  color: var(--ink-2);
  font-size: 14px;
}
.end:first-of-type {
  text-align: right;
}
.anchor {
  display: grid;
  justify-items: center;
  min-width: 60px;
  min-height: 60px;
  padding: 3px 8px;
  border: 1px solid var(--line-strong);
  background: var(--paper);
  color: var(--ink);
  font: 700 15px var(--display);
  cursor: pointer;
}
.anchor.on {
  background: var(--ink);
  color: var(--on-ink);
}
</style>
