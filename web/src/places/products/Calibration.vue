<script setup lang="ts">
/** Weigh what the hand counts: readings from the scale or typed, their mean and spread. */
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'

import { useCalibrate, useCalibrationOf, useProduct } from '@/api/products'
import { provideRefusal } from '@/forms/refusal'
import Amount from '@/parts/Amount.vue'
import Await from '@/parts/Await.vue'
import Field from '@/parts/Field.vue'
import Figures from '@/parts/Figures.vue'
import PageHeader from '@/parts/PageHeader.vue'
import Refusals from '@/parts/Refusals.vue'
import ScalePanel from '@/parts/ScalePanel.vue'
import TextField from '@/parts/TextField.vue'
import { ago, number, percent } from '@/text/format'
import { exactFigure, exactMeasure } from '@/text/measures'

const props = defineProps<{ product: number }>()
const { t } = useI18n()
const router = useRouter()
const sheet = useProduct(() => props.product)
const calibrate = useCalibrate(() => props.product)

const unit = ref('')
const units = ref<number | null>(1)
const typed = ref<number | null>(null)
const readings = ref<{ units: number; grams: number }[]>([])
const LEAST = 3

const weighed = computed(() => sheet.data.value?.product)
const before = computed(() => sheet.data.value?.calibrations[0])
watch(weighed, (product) => (unit.value ||= product?.unit ?? ''), { immediate: true })
const result = useCalibrationOf(readings)
const refusal = provideRefusal(calibrate.error)

function take(grams: number | null) {
  if (grams === null || !(grams > 0) || !units.value) return
  readings.value = [...readings.value, { units: units.value, grams }]
  typed.value = null
}
const drop = (i: number) => (readings.value = readings.value.filter((_, place) => place !== i))

async function keep() {
  const done = await calibrate
    .mutateAsync({ unit: unit.value, readings: readings.value })
    .catch(() => undefined)
  if (done) await router.push(`/products/${props.product}`)
}
const change = computed(() => {
  const now = result.data.value?.unit_g
  const then = before.value?.unit_g
  if (!now || !then) return ''
  const share = now / then - 1
  return `${share < 0 ? '−' : '+'}${percent(Math.abs(share))}`
})
</script>

<template>
  <Await
    v-slot="{ data: bottle }"
    :data="weighed"
    :error="sheet.error.value"
    @retry="sheet.refetch()"
  >
    <form novalidate @submit.prevent="keep">
      <PageHeader
        :title="bottle.name"
        :to="`/products/${props.product}`"
        :about="t('calibrate.title')"
      >
        <button
          class="act main"
          type="submit"
          :disabled="!readings.length || calibrate.isPending.value"
        >
          {{ t('calibrate.keep') }}
        </button>
      </PageHeader>
      <Refusals :refusal="refusal" @retry="keep" />
      <div class="columns">
        <section class="weigh">
          <p class="quiet">{{ t('calibrate.hint') }}</p>
          <div class="row">
            <TextField
              v-model="unit"
              :label="t('calibrate.unit')"
              name="unit"
              :maxlength="30"
              width="180px"
            />
            <Amount v-model="units" :label="t('calibrate.units')" width="110px" />
          </div>
          <ScalePanel :unit-g="(bottle.unit_g ?? 2) * (units ?? 1)" @take="take" />
          <div class="row end">
            <Amount
              v-model="typed"
              :label="t('calibrate.typed')"
              unit="g"
              width="140px"
              @keydown.enter.prevent="take(typed)"
            />
            <button
              class="act"
              type="button"
              :disabled="!(typed && typed > 0)"
              @click="take(typed)"
            >
              {{ t('calibrate.add') }}
            </button>
          </div>
        </section>
        <section>
          <Figures>
            <thead>
              <tr>
                <th>{{ t('calibrate.reading') }}</th>
                <th class="n">{{ t('calibrate.grams') }}</th>
                <th class="n">{{ t('calibrate.each') }}</th>
                <th />
              </tr>
            </thead>
            <tbody>
              <tr v-if="!readings.length">
                <td colspan="4" class="quiet">{{ t('calibrate.none') }}</td>
              </tr>
              <tr v-for="(reading, i) in readings" :key="i">
                <td>
                  {{ i + 1 }}. {{ number(reading.units, reading.units % 1 ? 2 : 0) }} ×
                  <Field
                    v-for="field in ['units', 'grams']"
                    :key="field"
                    hide-label
                    group
                    :label="t(`calibrate.${field}`)"
                    :name="`readings.${i}.${field}`"
                  />
                </td>
                <td class="n">{{ exactMeasure(reading.grams, 'g') }}</td>
                <td class="n">{{ exactMeasure(reading.grams / reading.units, 'g', 2) }}</td>
                <td class="n">
                  <button class="plain link" type="button" @click="drop(i)">
                    {{ t('calibrate.drop') }}
                  </button>
                </td>
              </tr>
            </tbody>
          </Figures>
        </section>
        <section class="result">
          <h2 class="ruled">{{ t('calibrate.mean', { unit: unit || '…' }) }}</h2>
          <template v-if="result.data.value && readings.length">
            <p class="big">{{ exactMeasure(result.data.value.unit_g, 'g', 2) }}</p>
            <p v-if="readings.length >= LEAST && result.data.value.spread_g != null">
              {{
                t('product.spread', { spread: exactMeasure(result.data.value.spread_g, 'g', 2) })
              }}
            </p>
            <p v-if="readings.length >= LEAST && result.data.value.low_g != null" class="quiet">
              {{
                t('product.interval', {
                  low: exactFigure(result.data.value.low_g, 'g', 2),
                  high: exactMeasure(result.data.value.high_g ?? 0, 'g', 2),
                })
              }}
            </p>
            <p v-if="readings.length < LEAST" class="quiet">
              {{ t('calibrate.tooFew', { n: LEAST - readings.length }, LEAST - readings.length) }}
            </p>
          </template>
          <p v-else class="big quiet">–</p>
          <p v-if="before" class="quiet">
            {{
              t('calibrate.before', {
                grams: exactMeasure(before.unit_g, 'g', 2),
                ago: ago(before.at),
              })
            }}
            <b v-if="change">{{ change }}</b>
          </p>
        </section>
      </div>
    </form>
  </Await>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr) minmax(0, 0.8fr);
  gap: 36px;
}
.weigh {
  display: grid;
  gap: 12px;
  align-content: start;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
}
.end {
  align-items: end;
}
.big {
  font: 700 40px var(--display);
}
.link {
  min-height: 28px;
  text-decoration: underline;
  font-size: 13px;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: 1fr 1fr;
  }
  .weigh {
    grid-column: 1 / -1;
  }
}
</style>
