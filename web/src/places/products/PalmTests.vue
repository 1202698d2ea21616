<script setup lang="ts">
/** Pairs that were rubbed on the palm or seen on clients, and a new test. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { type Row, usePalmTest } from '@/api/products'
import { provideRefusal } from '@/forms/refusal'
import Choice from '@/parts/Choice.vue'
import Pick from '@/parts/Pick.vue'
import Refusals from '@/parts/Refusals.vue'

const props = defineProps<{ products: Row[]; pairs: Schemas['Pair'][] }>()
const { t } = useI18n()
const test = usePalmTest()
const first = ref<number>()
const second = ref<number>()
const result = ref<'clear' | 'flakes'>()

const options = computed(() =>
  props.products
    .filter((product) => product.stays_in)
    .map(({ id, name }) => ({ value: id, text: name })),
)
const worst = computed(() =>
  [...props.pairs].sort((pair, other) => Number(other.flakes) - Number(pair.flakes)),
)
const word = (pair: Schemas['Pair']) =>
  pair.flakes ? (pair.tested ? 'flakes' : 'suspected') : pair.tested ? 'clear' : 'maybe'
const refusal = provideRefusal(test.error)

async function keep() {
  if (!first.value || !second.value || !result.value) return
  const body = { first: first.value, second: second.value, result: result.value }
  const done = await test.mutateAsync(body).catch(() => undefined)
  if (done) first.value = second.value = result.value = undefined
}
</script>

<template>
  <section>
    <h2>{{ t('pairs.title') }}</h2>
    <p class="quiet">{{ t('pairs.hint') }}</p>
    <p v-if="!pairs.length" class="quiet">{{ t('pairs.none') }}</p>
    <ul>
      <li v-for="pair in worst" :key="`${pair.first} ${pair.second}`" :title="pair.because">
        {{ pair.first_name }} + {{ pair.second_name }}
        <b :class="word(pair)">{{ t(`pairs.${word(pair)}`) }}</b>
      </li>
    </ul>
    <form @submit.prevent="keep">
      <Pick
        v-model="first"
        :label="t('pairs.first')"
        name="first"
        hide-label
        filterable
        :options="options"
        :placeholder="t('pairs.first')"
      />
      <Pick
        v-model="second"
        :label="t('pairs.second')"
        name="second"
        hide-label
        filterable
        :options="options"
        :placeholder="t('pairs.second')"
      />
      <div class="row">
        <Choice
          v-model="result"
          :label="t('pairs.result')"
          hide-label
          :options="
            (['clear', 'flakes'] as const).map((value) => ({
              value,
              text: t(`pairs.results.${value}`),
            }))
          "
        />
        <button class="act" type="submit" :disabled="!first || !second || !result">
          {{ t('product.keep') }}
        </button>
      </div>
      <Refusals :refusal="refusal" @retry="keep" />
      <p v-if="test.isSuccess.value" class="quiet" role="status">{{ t('pairs.kept') }}</p>
    </form>
  </section>
</template>

<style scoped>
h2 {
  padding-bottom: 6px;
  border-bottom: 2px solid var(--ink);
  margin-bottom: 6px;
}
ul {
  margin: 6px 0 10px;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 5px 0;
  border-bottom: 1px solid var(--line);
  font-size: 14px;
}
li b {
  white-space: nowrap;
}
.maybe {
  font-weight: 400;
}
.suspected,
.flakes {
  color: var(--caution);
}
form {
  display: grid;
  gap: 8px;
}
.row {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
</style>
