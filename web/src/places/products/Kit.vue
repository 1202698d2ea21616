<script setup lang="ts">
/** What is in the drawer: free at an hour, on clients, in the disinfectant, promised to plans. */
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import type { Schemas } from '@/api/client'
import { kitKindValues } from '@/api/generated'
import { useChangeSalon } from '@/api/queries'
import {
  type FreeItem,
  type KitUse,
  useChangeKit,
  useCleaning,
  useDropKit,
  useKit,
  usePutBack,
  useTakeKit,
} from '@/api/products'
import { useMay } from '@/api/staff'
import { refusalOf } from '@/forms/refusal'
import Amount from '@/parts/Amount.vue'
import Await from '@/parts/Await.vue'
import Figures from '@/parts/Figures.vue'
import Moment from '@/parts/Moment.vue'
import { useLaterRemoval } from '@/parts/laterNote'
import Refusals from '@/parts/Refusals.vue'
import { minutes, when } from '@/text/format'
import { measure } from '@/text/measures'

import KitForm from './KitForm.vue'
import ShelfTop from './ShelfTop.vue'

const SECOND_MS = 1000
const MINUTE_MS = 60 * SECOND_MS

const { t } = useI18n()
const may = useMay()
const at = ref<string | null>(null)
const hours = ref<number | null>(3)
const iso = computed(() => at.value ?? '')
const kit = useKit(iso, () => hours.value || 3)
const now = ref(new Date())
useIntervalFn(() => (now.value = new Date()), SECOND_MS)

const change = useChangeKit()
const drop = useDropKit()
const take = useTakeKit()
const cleaning = useCleaning()
const putBack = usePutBack()
const salon = useChangeSalon()

const counting = refusalOf(change.error, drop.error)
const taking = refusalOf(take.error)
const returning = refusalOf(cleaning.error, putBack.error)
const asked = refusalOf(kit.error)
const bath = refusalOf(salon.error)

const removal = useLaterRemoval((id) => drop.mutateAsync(id))
const groups = computed(() =>
  kitKindValues
    .map((kind) => ({
      kind,
      items: (kit.data.value?.items ?? []).filter(
        (row) => row.item.kind === kind && !removal.hidden.value.has(row.item.id),
      ),
    }))
    .filter((group) => group.items.length),
)
const label = (item: Schemas['KitItem']) =>
  item.diameter_mm
    ? `${measure(item.diameter_mm, 'mm')}`
    : item.name || t(`kit.kinds.${item.kind}`, 2)
const elsewhere = (row: FreeItem) =>
  row.elsewhere.map(({ count, holder, end }) => {
    const words = { count, who: holder, when: when(new Date(end), now.value) }
    return holder ? t('kit.until', words) : t('kit.cleaningUntil', words)
  })

/** What came out for one plan goes into the bath together. */
const leftMs = (use: KitUse) => new Date(use.ready_at).getTime() - now.value.getTime()
const clockOf = (use: KitUse) => {
  const left = Math.max(0, leftMs(use))
  const seconds = String(Math.floor((left % MINUTE_MS) / SECOND_MS)).padStart(2, '0')
  return `${Math.floor(left / MINUTE_MS)}:${seconds}`
}
const needs = (needed: Schemas['KitNeed'][]) =>
  needed
    .map((entry) => {
      const size = entry.diameter_mm ? ` ${measure(entry.diameter_mm, 'mm')}` : ''
      return `${entry.count} ${t(`kit.kinds.${entry.kind}`, entry.count)}${size}`
    })
    .join(', ')
const lacking = (needed: Schemas['KitNeed'][]) =>
  needed
    .filter((entry) => entry.short)
    .map((entry) => {
      const size = entry.diameter_mm ? ` ${measure(entry.diameter_mm, 'mm')}` : ''
      return `${t('kit.missing', { missing: entry.short })}: ${t(`kit.kinds.${entry.kind}`, entry.short)}${size}`
    })
    .join(', ')

async function setCount(item: Schemas['KitItem'], value: number) {
  const body = { id: item.id, count: value, version: item.version }
  // Somebody was first: their count is shown beside the refusal, to be looked at.
  if (!(await change.mutateAsync(body).catch(() => undefined))) void kit.refetch()
}
</script>

<template>
  <ShelfTop :title="t('kit.title')">
    <div class="at">
      <span class="quiet">{{ t('kit.at') }}</span>
      <Moment
        v-model="at"
        :label="t('kit.at')"
        hide-label
        :placeholder="t('kit.now')"
        width="180px"
      />
      <Amount
        v-model="hours"
        :label="t('kit.hours')"
        hide-label
        :unit="t('plan.hours')"
        :wrong="asked.at('hours')"
        width="86px"
      />
    </div>
  </ShelfTop>
  <Await
    v-slot="{ data }"
    :data="kit.data.value"
    :error="asked.at('hours') ? undefined : kit.error.value"
    @retry="kit.refetch()"
  >
    <div class="columns">
      <section>
        <p v-if="!groups.length">{{ t('kit.empty') }}</p>
        <Figures v-else>
          <thead>
            <tr>
              <th colspan="2">{{ t('kit.what') }}</th>
              <th class="n">{{ t('kit.count') }}</th>
              <th class="n">{{ t('kit.free') }}</th>
              <th>{{ t('kit.where') }}</th>
              <th />
            </tr>
          </thead>
          <tbody v-for="group in groups" :key="group.kind">
            <tr
              v-for="(row, i) in group.items"
              :key="row.item.id"
              :class="{ first: i === 0, gone: row.elsewhere.length && !row.free }"
            >
              <td class="kind">{{ i === 0 ? t(`kit.kinds.${group.kind}`, 2) : '' }}</td>
              <td :class="{ size: row.item.diameter_mm }">
                <svg
                  v-if="row.item.diameter_mm"
                  class="rod"
                  viewBox="-15 -15 30 30"
                  aria-hidden="true"
                >
                  <circle :r="row.item.diameter_mm / 2" />
                </svg>
                {{ row.item.diameter_mm || row.item.name ? label(row.item) : '' }}
              </td>
              <td class="n entry">
                <template v-if="!may.write('kit-item')">{{ row.item.count }}</template>
                <Amount
                  v-else
                  :model-value="row.item.count"
                  :label="`${t(`kit.kinds.${group.kind}`, 2)} ${label(row.item)}: ${t('kit.count')}`"
                  hide-label
                  width="76px"
                  @change="setCount(row.item, Number(($event.target as HTMLInputElement).value))"
                />
              </td>
              <td class="n free">{{ row.free }}</td>
              <td class="where">
                <span v-for="entry in elsewhere(row)" :key="entry">{{ entry }}</span>
              </td>
              <td class="n">
                <button
                  v-if="may.write('kit-item')"
                  class="plain link"
                  type="button"
                  :aria-label="`${t('kit.drop')}: ${t(`kit.kinds.${group.kind}`, 2)} ${label(row.item)}`"
                  @click="
                    removal.removeLater(
                      row.item.id,
                      t('kit.dropped', {
                        what: label(row.item) || t(`kit.kinds.${group.kind}`, 2),
                      }),
                      t('app.undo'),
                    )
                  "
                >
                  {{ t('kit.drop') }}
                </button>
              </td>
            </tr>
          </tbody>
        </Figures>
        <Refusals :refusal="counting" @retry="kit.refetch()" />
        <KitForm v-if="may.write('kit')" />
      </section>
      <aside>
        <h2>{{ t('kit.coming') }}</h2>
        <p v-if="!data.coming.length" class="quiet">{{ t('kit.noneComing') }}</p>
        <ul>
          <li v-for="plan in data.coming" :key="plan.plan">
            <div class="line">
              <RouterLink :to="`/plans/${plan.plan}`">{{ plan.client_name }}</RouterLink>
              <span>{{ when(new Date(plan.planned_start), now) }}</span>
            </div>
            <p class="quiet">{{ plan.title }}: {{ needs(plan.needs) }}</p>
            <div class="line">
              <b v-if="lacking(plan.needs)" class="wrong">{{ lacking(plan.needs) }}</b>
              <b v-else-if="plan.substitutes.length">{{
                plan.substitutes
                  .map((substitute) =>
                    t('kit.standsIn', {
                      n: substitute.count,
                      what: t('kit.kinds.rod', substitute.count),
                      mm: measure(substitute.diameter_mm, 'mm'),
                    }),
                  )
                  .join(', ')
              }}</b>
              <span v-else class="quiet">{{ t('kit.enough') }}</span>
              <span v-if="plan.taken" class="quiet">{{ t('kit.taken') }}</span>
              <button
                v-else-if="may.write('kit-take')"
                class="act small"
                type="button"
                @click="take.mutate(plan.plan)"
              >
                {{ t('kit.takeFor') }}
              </button>
            </div>
          </li>
        </ul>
        <Refusals :refusal="taking" @retry="kit.refetch()" />
        <h2>{{ t('kit.out') }}</h2>
        <p v-if="!data.out.length" class="quiet">{{ t('kit.nothingOut') }}</p>
        <ul>
          <li v-for="use in data.out" :key="use.id">
            <div class="line">
              <b>{{ use.count }} {{ use.what }}</b>
              <span v-if="!use.cleaning_since" class="quiet">
                {{
                  t('kit.onHead', { who: use.holder, when: when(new Date(use.expected_back), now) })
                }}
              </span>
              <span v-else-if="leftMs(use) > 0" class="clock">{{ clockOf(use) }}</span>
            </div>
            <p v-if="use.cleaning_since" class="quiet">
              {{
                leftMs(use) > 0
                  ? `${t('kit.cleaning')}, ${t('kit.timeLeft', { minutes: minutes(Math.ceil(leftMs(use) / MINUTE_MS)) })}`
                  : t('kit.clean')
              }}
            </p>
            <div v-if="may.write('kit-cleaning')" class="line">
              <button
                v-if="!use.cleaning_since"
                class="act small"
                type="button"
                @click="cleaning.mutate({ id: use.id })"
              >
                {{ t('kit.toClean') }}
              </button>
              <template v-else>
                <button
                  class="act small"
                  type="button"
                  :disabled="leftMs(use) > 0"
                  @click="putBack.mutate({ id: use.id })"
                >
                  {{ t('kit.back') }}
                </button>
                <button
                  class="plain link"
                  type="button"
                  @click="putBack.mutate({ id: use.id, undo: true })"
                >
                  {{ t('kit.stepBack') }}
                </button>
              </template>
            </div>
          </li>
        </ul>
        <Refusals :refusal="returning" @retry="kit.refetch()" />
        <Amount
          v-if="may.write('salon')"
          :model-value="data.contact_min"
          :label="`${data.disinfectant || t('kit.disinfectant')}: ${t('kit.contact')}`"
          unit="min"
          :hint="data.contact_min ? undefined : t('kit.contactMissing')"
          :wrong="bath.at('contact_min')"
          @change="
            salon.mutate({ contact_min: Number(($event.target as HTMLInputElement).value) || null })
          "
        />
      </aside>
    </div>
  </Await>
</template>

<style scoped>
.at {
  display: flex;
  align-items: center;
  gap: 8px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 360px;
  gap: 40px;
}
.first td {
  border-top: 1px solid var(--line-strong);
}
.kind {
  width: 96px;
  font: 700 14px var(--display);
}
.figures td:nth-child(5),
.figures th:nth-child(4) {
  padding-left: 24px;
}
.size {
  white-space: nowrap;
}
td.entry :deep(input) {
  text-align: right;
}
.rod {
  width: 30px;
  height: 30px;
  margin: -6px 4px -8px 0;
  vertical-align: middle;
}
.rod circle {
  fill: var(--shape);
  stroke: var(--shape-deep);
}
td.entry {
  padding-top: 2px !important;
  padding-bottom: 2px !important;
}
td.entry :deep(.field) {
  justify-items: end;
}
.free {
  font: 700 17px var(--display);
}
.gone .free {
  color: var(--caution);
}
.where span {
  display: block;
  font-size: 13px;
}
h2 {
  padding-bottom: 6px;
  border-bottom: 2px solid var(--ink);
}
ul {
  margin: 0 0 22px;
  padding: 0;
  list-style: none;
}
li {
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 6px 12px;
}
.line a {
  font: 700 15px var(--display);
}
.small {
  min-height: 36px;
  padding: 0 12px;
}
.clock {
  font: 700 22px var(--display);
}
.link {
  min-height: 32px;
  text-decoration: underline;
  font-size: 13px;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
