<script setup lang="ts">
/** One product: its label read, what is left, how it is counted, what came and went. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { useMay } from '@/api/staff'
import { RouterLink } from 'vue-router'

import { useSalon } from '@/api/queries'
import { type ProductBody, useChangeProduct, useProduct, useRetire } from '@/api/products'
import { useMeeting } from '@/forms/meeting'
import { useUnsaved } from '@/forms/unsaved'
import { provideRefusal } from '@/forms/refusal'
import { without } from '@/parts/objects'
import Await from '@/parts/Await.vue'
import PageHeader from '@/parts/PageHeader.vue'
import Refusals from '@/parts/Refusals.vue'
import { undoNote } from '@/parts/undoNote'
import { ago, calendarDay, money, percent, short } from '@/text/format'
import { exactMeasure, measure } from '@/text/measures'

import LabelRead from './LabelRead.vue'
import ProductFields from './ProductFields.vue'
import StockPart from './StockPart.vue'

const props = defineProps<{ product: number }>()
const { t } = useI18n()
const may = useMay()
const sheet = useProduct(() => props.product)
const salon = useSalon()
const change = useChangeProduct(() => props.product)
const retire = useRetire(() => props.product)
type Form = ProductBody & { version?: number }
const typed = ref<Form>()
const kept = computed(() => sheet.data.value?.product)
const newest = computed(() => sheet.data.value?.calibrations[0])
const refusal = provideRefusal(change.error)
const conflict = computed(() => meeting.wasFirst(change.error.value))

const current = (): Form | undefined =>
  kept.value && without(kept.value, 'id', 'retired_at', 'stock_g')
const meeting = useMeeting<Form>(typed, current, () => sheet.refetch())
useUnsaved(() => Object.keys(meeting.changes()).some((key) => key !== 'version'))
const { met, loading, elsewhere } = meeting
async function save() {
  if (!typed.value) return
  met.value = false
  const done = await change.mutateAsync(typed.value).catch(() => undefined)
  if (done) typed.value = undefined
  else if (conflict.value) {
    await meeting.meet()
    change.reset()
  }
}
async function takeOff() {
  await retire.mutateAsync(false)
  undoNote(t('product.retired', { name: kept.value?.name }), t('app.undo'), () =>
    retire.mutateAsync(true),
  )
}

const facts = computed(() => {
  const product = kept.value
  if (!product) return []
  const dwell = [product.dwell_min, product.dwell_max_min].filter((value) => value != null)
  return [
    [
      t('product.role'),
      [product.role, ...(product.also ?? [])].map((r) => t(`plan.roles.${r}`)).join(', '),
    ],
    [t('product.weight'), t(`shelf.weights.${product.weight}`)],
    [t('product.hold'), product.hold ? t(`shelf.holds.${product.hold}`) : ''],
    [
      t('product.directions'),
      product.directions ? t(`product.directionsOf.${product.directions}`) : '',
    ],
    [t('product.dwell'), dwell.length ? `${dwell.map((v) => short(v)).join('–')} min` : ''],
    [t('shelf.keeps'), sheet.data.value?.row?.keeps_until ? keeps.value : ''],
    [
      t('product.price'),
      product.price == null
        ? ''
        : money(Number(product.price), salon.data.value?.currency ?? 'EUR'),
    ],
    [t('product.full'), product.full_g == null ? '' : `${measure(product.full_g, 'g')}`],
    [t('product.batch'), product.batch ?? ''],
    [t('product.barcode'), product.barcode ?? ''],
    [t('product.note'), product.note ?? ''],
  ].filter(([, value]) => value)
})
const keeps = computed(() => {
  const product = sheet.data.value?.row
  if (!product?.keeps_until) return ''
  const over = product.days_left !== null && product.days_left < 0
  const when = over
    ? t('shelf.past', { n: -(product.days_left ?? 0) }, -(product.days_left ?? 0))
    : calendarDay(product.keeps_until)
  return `${when} (${product.keeps_because})`
})
</script>

<template>
  <Await
    v-slot="{ data: { product: bottle, row, ...data } }"
    :data="sheet.data.value"
    :error="sheet.error.value"
    @retry="sheet.refetch()"
  >
    <form v-if="typed" novalidate @submit.prevent="save">
      <PageHeader :title="bottle.name">
        <button class="act" type="button" @click="typed = undefined">
          {{ t('product.discard') }}
        </button>
        <button class="act main" type="submit" :disabled="change.isPending.value || loading">
          {{ t('product.keep') }}
        </button>
      </PageHeader>
      <p v-if="met" class="conflict" role="alert">
        {{ t(elsewhere.both.value.length ? 'product.metBoth' : 'product.met') }}
      </p>
      <Refusals v-if="!conflict" :refusal="refusal" @retry="save" />
      <ProductFields v-model="typed" :currency="salon.data.value?.currency ?? ''" />
    </form>
    <template v-else>
      <PageHeader :title="bottle.name">
        <RouterLink class="quiet" to="/products">{{ t('shelf.title') }}</RouterLink>
        <template v-if="may.write('product')">
          <button v-if="bottle.retired_at" class="act" type="button" @click="retire.mutate(true)">
            {{ t('product.putBack') }}
          </button>
          <button v-else class="act" type="button" @click="takeOff">
            {{ t('product.retire') }}
          </button>
          <button class="act main" type="button" @click="meeting.begin()">
            {{ t('product.change') }}
          </button>
        </template>
      </PageHeader>
      <p v-if="bottle.retired_at" class="conflict">
        {{ t('product.isRetired', { ago: ago(bottle.retired_at) }) }}
      </p>
      <div class="columns">
        <section>
          <h2 class="ruled">{{ t('label.title') }}</h2>
          <LabelRead :label="data.label" />
        </section>
        <section>
          <StockPart :sheet="{ product: bottle, row, ...data }" />
        </section>
        <section>
          <h2 class="ruled">{{ t('product.calibration', { unit: bottle.unit }) }}</h2>
          <p v-if="row.unit_g !== null" class="big">
            {{ exactMeasure(row.unit_g, 'g', 2) }}
            <span v-if="newest?.spread_g" class="quiet">{{
              t('product.spread', { spread: exactMeasure(newest.spread_g, 'g', 2) })
            }}</span>
          </p>
          <p v-else>{{ t('product.notYet') }}</p>
          <p v-if="newest" class="quiet">
            {{ t('product.weighedTimes', { n: newest.readings.length }, newest.readings.length) }},
            {{ ago(newest.at) }}, {{ newest.by }}
          </p>
          <p v-if="row.drift?.drifted" class="wrong" role="note">
            {{
              t('product.drifted', {
                now: exactMeasure(row.drift.now_g, 'g', 2),
                change: `${row.drift.change > 0 ? '+' : '−'}${percent(Math.abs(row.drift.change))}`,
                p: short(row.drift.p_value, 4),
              })
            }}
          </p>
          <p v-else-if="row.drift" class="quiet">{{ t('product.steady') }}</p>
          <RouterLink class="act" :to="`/products/${props.product}/calibration`">{{
            t('product.calibrate')
          }}</RouterLink>
          <h2 class="ruled">{{ t('product.facts') }}</h2>
          <dl>
            <template v-for="[name, value] in facts" :key="name">
              <dt>{{ name }}</dt>
              <dd>{{ value }}</dd>
            </template>
          </dl>
          <template v-if="data.pairs.length">
            <h2 class="ruled">{{ t('product.pairsTitle') }}</h2>
            <p v-for="pair in data.pairs" :key="`${pair.first} ${pair.second}`">
              <b :class="{ wrong: pair.flakes }">
                {{ pair.first === props.product ? pair.second_name : pair.first_name }}</b
              >
              <span class="quiet because">{{ pair.because }}</span>
            </p>
          </template>
        </section>
      </div>
    </template>
  </Await>
</template>

<style scoped>
.conflict {
  display: flex;
  align-items: center;
  gap: 16px;
  margin-bottom: 12px;
  padding: 10px 14px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr) minmax(0, 0.85fr);
  gap: 36px;
}
section > .act + h2,
dl + h2 {
  margin-top: 22px;
}
.big {
  font: 700 26px var(--display);
}
.big .quiet {
  font: 400 13px var(--text);
}
section > .act {
  margin-top: 10px;
}
dl {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 5px 14px;
  margin: 0;
}
dt {
  color: var(--ink-2);
  font-size: 13px;
}
dd {
  margin: 0;
}
b.wrong {
  font-size: inherit;
}
.because {
  display: block;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
