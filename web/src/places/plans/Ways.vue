<script setup lang="ts">
/** Up to three different routines for the wish as it stands, and any two side by side. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'

import { useStyles } from '@/api/styles'
import type { Schemas } from '@/api/client'
import { useComparison, useSalon, useProposals, type Wish } from '@/api/queries'
import Await from '@/parts/Await.vue'
import Figures from '@/parts/Figures.vue'
import PleatStrip from '@/parts/PleatStrip.vue'
import { minutes, money, percent, short } from '@/text/format'
import { measure } from '@/text/measures'
import { patched, patchOf } from '@/wish/patch'
import { useWish } from '@/wish/useWish'

import PlanTop from './PlanTop.vue'

type Measures = Schemas['Measures']

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const styles = useStyles()
const router = useRouter()
const desk = useWish(props.client)
const wish = desk.wish
const salon = useSalon()
const ways = useProposals(() => wish.value)

const proposals = computed(() => ways.data.value?.proposals ?? [])
const longest = computed(() =>
  Math.max(0, ...proposals.value.map((proposal) => proposal.plan.totals.client_min)),
)
const picked = ref<string[]>([])
const wishOf = (key: string): Wish | undefined => {
  const proposal = proposals.value.find((other) => other.key === key)
  return proposal ? patched(wish.value, patchOf(proposal.change)) : undefined
}
function pick(key: string) {
  picked.value = picked.value.includes(key)
    ? picked.value.filter((other) => other !== key)
    : [...picked.value.slice(-1), key]
}
const pair = computed(() =>
  picked.value.length ? picked.value : proposals.value.slice(0, 2).map((proposal) => proposal.key),
)
const compared = useComparison(
  () => wishOf(pair.value[0] ?? ''),
  () => wishOf(pair.value[1] ?? ''),
)
const titleOf = (key: string | undefined) =>
  proposals.value.find((proposal) => proposal.key === key)?.title ?? ''
const rows = computed(() => compared.data.value?.rows ?? [])

const folds = (plan: Schemas['PlanAnswer']) =>
  plan.steps.map((step) => ({ ...step, cautions: step.cautions ?? [] }))
const figures = (m: Measures) => [
  [minutes(m.today_min), t('ways.today')],
  [minutes(m.hands_on_min), t('ways.hands')],
  [percent(m.definition), t('ways.definition')],
  [`${measure(m.length_cm, 'cm')}`, t('ways.length')],
  [`${short(m.release_after_h)} h`, t('ways.release')],
  [percent(m.odds_dry), t('ways.odds')],
  [
    `${measure(m.product_g, 'g', 0)}${m.product_cost && salon.data.value ? ` · ${money(m.product_cost, salon.data.value.currency)}` : ''}`,
    t('ways.product'),
  ],
]
async function take(change: Record<string, unknown>) {
  desk.take(patchOf(change))
  await router.push(`/clients/${props.client}/plan`)
}
function giveWay(change: Record<string, unknown>) {
  desk.take(patchOf(change))
}
const cell = (step: Schemas['Step'] | null) =>
  step ? `${minutes(step.hands_on_min)}${step.wait_min ? ` + ${minutes(step.wait_min)}` : ''}` : '–'
</script>

<template>
  <PlanTop
    :client="props.client"
    :desk="desk"
    :about="`${t('ways.title')}: ${styles.titleOf(wish.goal.style)}`"
    :state="ways.data.value ? t('ways.tried', { n: ways.data.value.tried }) : ''"
  />
  <p class="quiet lead">{{ t('ways.lead') }}</p>
  <Await
    v-slot="{ data }"
    :data="ways.data.value"
    :error="ways.error.value"
    :loading="t('plan.computing')"
    @retry="ways.refetch()"
  >
    <section v-if="data.relax.length" class="relax" role="note">
      <h2>{{ t('ways.noneFits') }}</h2>
      <p v-for="relaxation in data.relax" :key="relaxation.wish">
        {{ relaxation.text }}
        <button class="act" type="button" @click="giveWay(relaxation.change)">
          {{ t('ways.relax') }}
        </button>
      </p>
    </section>
    <div class="ways">
      <section
        v-for="proposal in proposals"
        :key="proposal.key"
        :aria-label="proposal.title"
        :class="{ on: pair.includes(proposal.key) }"
      >
        <h2>{{ proposal.title }}</h2>
        <p v-if="!proposal.fits" class="wrong">{{ t('ways.fitsNot') }}</p>
        <p class="quiet">
          {{ proposal.plan.sections.length }} ·
          {{ t(`plan.dryers.${String(proposal.change['dry'] ?? 'air')}`) }}
          <template v-if="proposal.change['blot']">
            · {{ t(`plan.blots.${String(proposal.change['blot'])}`) }}
          </template>
        </p>
        <PleatStrip :steps="folds(proposal.plan)" size="row" :scale="longest" />
        <dl>
          <template v-for="[value, label] in figures(proposal.measures)" :key="label">
            <dt>{{ label }}</dt>
            <dd>{{ value }}</dd>
          </template>
        </dl>
        <p class="gives">
          {{ t('ways.givesUp') }}: {{ proposal.gives_up.join(', ') || t('ways.nothing') }}
        </p>
        <div class="end">
          <button class="act main" type="button" @click="take(proposal.change)">
            {{ t('ways.take') }}
          </button>
          <button
            class="act"
            type="button"
            :aria-pressed="pair.includes(proposal.key)"
            @click="pick(proposal.key)"
          >
            {{ t('ways.compare') }}
          </button>
        </div>
      </section>
    </div>
    <section v-if="pair.length === 2 && compared.data.value" class="compare">
      <p>
        <b>{{ titleOf(pair[1]) }}</b>:
        {{ compared.data.value.summary.join(', ') || t('ways.same') }}
      </p>
      <Figures>
        <thead>
          <tr>
            <th>{{ t('ways.step') }}</th>
            <th class="n">{{ titleOf(pair[0]) }}</th>
            <th class="n">{{ titleOf(pair[1]) }}</th>
            <th>{{ t('ways.differs') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.key" :class="{ same: !row.differs.length }">
            <td>{{ (row.first ?? row.second)?.title.replace(/, \d+$/, '') }}</td>
            <td class="n">{{ cell(row.first) }}</td>
            <td class="n">{{ cell(row.second) }}</td>
            <td>{{ row.differs.join(', ') }}</td>
          </tr>
        </tbody>
      </Figures>
    </section>
    <p v-else class="quiet">
      {{ proposals.length < 2 ? t('ways.only') : t('ways.choose') }}
    </p>
  </Await>
</template>

<style scoped>
.lead {
  margin-bottom: 10px;
}
.relax {
  margin-bottom: 14px;
  padding: 10px 14px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
}
.relax .act {
  min-height: 34px;
  margin-left: 10px;
}
.ways {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 24px;
}
.ways section {
  display: grid;
  align-content: start;
  gap: 6px;
  padding-top: 8px;
  border-top: 2px solid var(--line-strong);
}
.ways .on {
  border-top-color: var(--ink);
  box-shadow: 0 -2px 0 var(--ink);
}
.ways h2 {
  font-size: 20px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 1px 14px;
  margin: 4px 0;
}
dt {
  color: var(--ink-2);
  font-size: 14px;
}
dd {
  margin: 0;
  font-weight: 700;
}
.gives {
  min-height: 44px;
  font-size: 14px;
}
.end {
  display: flex;
  gap: 10px;
}
.compare {
  margin-top: 18px;
}
.compare th:last-child,
.compare td:last-child {
  padding-left: 32px;
}
.same td {
  color: var(--ink-2);
}
@media (max-width: 900px) {
  .ways {
    grid-template-columns: minmax(0, 1fr);
  }
  dl {
    grid-template-columns: repeat(3, auto 1fr);
  }
  .gives {
    min-height: 0;
  }
}
</style>
