<script setup lang="ts">
/** One section at a time: what is done to it, with how much; one large tap finishes it. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Chair } from '@/api/chairLog'
import type { Schemas } from '@/api/client'
import Choice from '@/parts/Choice.vue'
import WhyList from '@/parts/WhyList.vue'
import { short } from '@/text/format'
import { counted, figure, measure, unitName } from '@/text/measures'

import type { Amount } from './useAmounts'

type Section = Chair['answer']['sections'][number]

const props = defineProps<{
  /** With the cycle, its products and why it takes so long. */
  step: Schemas['Step']
  cycle: Schemas['Cycle']
  sections: Section[]
  /** The section at hand. */
  section: number
  /** What it gets of each product. */
  amounts: Amount[]
  /** Since the last section was finished. */
  elapsed: string
}>()
const emit = defineEmits<{
  change: [amount: Amount, by: 1 | -1]
  carry: [amount: Amount, onward: boolean]
}>()
const { t } = useI18n()

const own = computed(() => props.sections.find(({ number }) => number === props.section))
const turn = computed(() => props.cycle.turns.find(({ section }) => section === props.section))
const side = computed(() => {
  const across = own.value?.centre[0] ?? 0
  return across ? t(across > 0 ? 'chair.cycle.right' : 'chair.cycle.left') : ''
})
const place = computed(() =>
  [own.value ? t(`hair.zones.${own.value.zone}`) : '', side.value].filter(Boolean).join(', '),
)
/** What is done to this section: water only where it has dried. */
const acts = computed(() =>
  props.cycle.acts
    .filter((act) => act.key !== 'wet' || (turn.value?.wetted_g ?? 0) > 0)
    .map((act) => ({
      act,
      amount: props.amounts.find(
        ({ target }) => act.key === 'layer' && layers.value.get(act) === target,
      ),
    })),
)
/** The same role may be laid in twice: the acts of a role in their order. */
const layers = computed(() => {
  const seen = new Map<string, number>()
  return new Map(
    props.cycle.acts
      .filter(({ key }) => key === 'layer')
      .map((act) => {
        const place = (seen.get(act.role ?? '') ?? 0) + 1
        seen.set(act.role ?? '', place)
        const found = props.amounts.find(
          ({ target }) => target.role === act.role && target.layer === place,
        )
        return [act, found?.target] as const
      }),
  )
})
/** Why an act is done, or why so much of a product. */
const reasonsOf = (act: Schemas['Act']) =>
  act.reasons?.length
    ? act.reasons
    : (props.step.products.find(({ layer }) => act.key === 'layer' && layer === act.layer)
        ?.reasons ?? [])
const waterText = computed(() => {
  const water = turn.value
  if (!water) return ''
  return water.sprays
    ? t('chair.cycle.sprays', { n: water.sprays }, water.sprays)
    : t('chair.cycle.drips')
})
const amountText = ({ units, grams, target }: Amount) =>
  units !== null && target.unit ? counted(units, target.unit) : measure(grams, 'g')
const sharedBy = ({ part }: Amount) =>
  part.sections.length > 1
    ? t('chair.shared', { first: part.sections[0], last: part.sections.at(-1) })
    : ''
</script>

<template>
  <header>
    <b class="number">{{ section }}</b>
    <div>
      <h2>{{ t('chair.cycle.of', { all: sections.length, place }) }}</h2>
      <p class="quiet">
        <WhyList :reasons="step.reasons" :about="step.title">{{
          t('chair.cycle.hair', {
            grams: measure(own?.grams ?? 0, 'g'),
            minutes: short(turn?.minutes ?? 0, 1),
          })
        }}</WhyList>
      </p>
    </div>
    <span class="elapsed" role="timer">{{ elapsed }}</span>
  </header>
  <ol>
    <li
      v-for="{ act, amount } in acts"
      :key="`${act.key} ${act.layer}`"
      :class="['fold', act.family]"
    >
      <div class="what">
        <WhyList v-if="reasonsOf(act).length" :reasons="reasonsOf(act)" :about="act.title">{{
          act.title
        }}</WhyList>
        <b v-else>{{ act.title }}</b>
        <span v-if="act.key === 'wet'" class="quiet">{{
          t('chair.cycle.waited', { minutes: Math.round(turn?.waited_min ?? 0) })
        }}</span>
        <span v-else-if="amount && sharedBy(amount)" class="quiet">{{ sharedBy(amount) }}</span>
        <span v-else-if="act.how" class="quiet how">{{ act.how }}</span>
      </div>
      <b v-if="act.key === 'wet'" class="much">{{ waterText }}</b>
      <template v-if="amount">
        <span v-if="amount.had" class="quiet">{{ t('chair.cycle.had') }}</span>
        <template v-else>
          <b class="much" :class="{ changed: amount.changed }">
            {{ amountText(amount) }}
            <small v-if="amount.units !== null">{{
              `${figure(amount.grams, 'g')} ${unitName('g')}`
            }}</small>
          </b>
          <span class="by">
            <button
              class="act big"
              type="button"
              :aria-label="t('chair.cycle.less', { name: act.title })"
              @click="emit('change', amount, -1)"
            >
              −
            </button>
            <button
              class="act big"
              type="button"
              :aria-label="t('chair.cycle.more', { name: act.title })"
              @click="emit('change', amount, 1)"
            >
              +
            </button>
          </span>
        </template>
      </template>
      <Choice
        v-if="amount?.changed && !amount.had"
        class="scope"
        :label="t('chair.cycle.scope', { name: act.title })"
        hide-label
        :options="[
          { value: 'section', text: t('chair.cycle.once') },
          { value: 'onward', text: t('chair.cycle.onward') },
        ]"
        :model-value="amount.onward ? 'onward' : 'section'"
        @update:model-value="emit('carry', amount, $event === 'onward')"
      />
    </li>
  </ol>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 14px;
}
header > div {
  flex: 1;
  min-width: 0;
}
header p {
  margin: 0;
}
.number {
  min-width: 1ch;
  font: 700 76px/0.9 var(--display);
}
h2 {
  margin: 0;
  font: 700 26px/1.1 var(--display);
}
.elapsed {
  white-space: nowrap;
  font: 700 40px var(--display);
}
ol {
  display: grid;
  gap: 5px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  min-height: 44px;
  padding: 2px 12px;
  border-left: 10px solid var(--fill);
  background: var(--paper);
}
.what {
  display: flex;
  flex: 1 1 180px;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 12px;
  font-size: 19px;
}
.what b {
  font-weight: 600;
}
.quiet {
  font-size: 15px;
}

.much {
  font: 700 26px var(--display);
  white-space: nowrap;
}
.much small {
  margin-left: 6px;
  color: var(--ink-2);
  font: 500 15px var(--text);
}
.changed {
  text-decoration: underline;
  text-underline-offset: 5px;
}
.by {
  display: flex;
  gap: 6px;
}
.by .act {
  min-width: 56px;
  min-height: 48px;
  font-size: 24px;
}
.scope {
  flex-basis: 100%;
}
@media (max-width: 640px) {
  .number {
    font-size: 64px;
  }
  h2 {
    font-size: 21px;
  }
  .elapsed {
    font-size: 30px;
  }
}
</style>
