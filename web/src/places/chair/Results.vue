<script setup lang="ts">
/** How it turned out: anchored scores, comfort, length, what the client said; under a minute. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { residueValues as RESIDUES, traitValues as TRAITS } from '@/api/generated'
import type { Chair } from '@/api/chairLog'
import type { Schemas } from '@/api/client'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'

import Anchor from './Anchor.vue'
import ClientSays from './ClientSays.vue'
import FaultMap from './FaultMap.vue'
import type { Progress } from './fold'

const props = defineProps<{
  scores: Record<string, number>
  /** Judged again once it had settled. */
  settled: Record<string, number>
  /** Where a zone was judged apart: by trait, then by zone. */
  zoneScores: Record<string, Record<string, number>>
  /** Zones of this client that have hair in a section. */
  zones: string[]
  comfort?: string | null
  residue?: string | null
  /** What failed where, as far as this device knows, and as the server found causes. */
  faults: NonNullable<Progress['faults']>
  findings: Schemas['FaultFinding'][]
  answer: Chair['answer']
}>()
const emit = defineEmits<{
  score: [trait: string, value: number, zone?: string, settled?: boolean]
  fault: [data: { fault: string; sections: number[]; gone: boolean }]
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
/** Judged as it was opened, and again a while later. */
const when = ref<'opened' | 'settled'>('opened')
const again = computed(() => when.value === 'settled')
const scoreOf = (trait: string) => {
  if (again.value) return props.settled[trait]
  return zone.value ? props.zoneScores[trait]?.[zone.value] : props.scores[trait]
}
const score = (trait: string, value: number) =>
  again.value
    ? emit('score', trait, value, undefined, true)
    : emit('score', trait, value, zone.value)
const length = ref<number | null>(null)
const said = ref('')
const next = ref('')
const ends = (trait: string) => tm(`chair.traits.${trait}`) as string[]
/** Whether anything says how it turned out. */
const scored = computed(
  () =>
    Object.keys(props.scores).length > 0 ||
    Object.keys(props.settled).length > 0 ||
    Object.keys(props.zoneScores).length > 0 ||
    Boolean(props.residue) ||
    props.faults.length > 0 ||
    length.value != null,
)
/** A visit without any result is only closed once somebody is sure. */
const asked = ref(false)
function close() {
  if (!scored.value && !asked.value) {
    asked.value = true
    return
  }
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
      v-if="Object.keys(scores).length"
      v-model="when"
      :label="t('chair.judged')"
      :options="[
        { value: 'opened', text: t('chair.judgedOpened') },
        { value: 'settled', text: t('chair.judgedSettled') },
      ]"
    />
    <Choice
      v-if="!again"
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
          :class="{ on: scoreOf(trait) === value, before: again && scores[trait] === value }"
          :aria-pressed="scoreOf(trait) === value"
          :aria-label="`${t(`visit.score.${trait}`)} ${value}`"
          @click="score(trait, value)"
        >
          <Anchor :trait="trait" :value="value" />
          <span>{{ value }}</span>
        </button>
        <span class="end">{{ ends(trait)[1] }}</span>
      </fieldset>
    </div>
    <FaultMap
      v-if="answer.sections.length"
      :answer="answer"
      :faults="faults"
      :findings="findings"
      @fault="(data) => emit('fault', data)"
    />
    <ClientSays
      v-model:said="said"
      v-model:next="next"
      :comfort="comfort"
      @comfort="emit('comfort', $event)"
    >
      <Choice
        :label="t('visit.residue')"
        :model-value="residue ?? undefined"
        :options="
          RESIDUES.map((value) => ({ value: value as string, text: t(`visit.residues.${value}`) }))
        "
        @update:model-value="(value) => value && emit('residue', value)"
      />
      <Amount v-model="length" :label="t('chair.hangs')" unit="cm" name="length_cm" width="104px" />
    </ClientSays>
    <slot />
    <p v-if="asked && !scored" class="ask" role="alert">{{ t('chair.nothingScored') }}</p>
    <button class="act big main" type="button" @click="close">
      {{ t(asked && !scored ? 'chair.closeUnscored' : 'chair.close') }}
    </button>
  </section>
</template>

<style scoped>
.results {
  display: grid;
  justify-items: start;
  gap: 10px;
}
.ask {
  padding: 10px 14px;
  border-left: 4px solid var(--ink);
  background: var(--remind-ground);
}
.traits {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(316px, 1fr));
  gap: 10px 24px;
  width: 100%;
}
.trait {
  display: grid;
  grid-template-columns: repeat(5, 60px);
  gap: 2px 4px;
  margin: 0;
  padding: 0;
  border: 0;
}
.trait legend {
  float: left;
  grid-column: 1 / -1;
  padding: 0;
  font: 700 17px var(--display);
}
.end {
  grid-row: 3;
  grid-column: 1 / 4;
  color: var(--ink-2);
  font-size: 14px;
}
.end:last-child {
  grid-column: 4 / 6;
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
.anchor.before {
  border: 2px dashed var(--ink);
}
.anchor.on {
  background: var(--ink);
  color: var(--on-ink);
}
</style>
