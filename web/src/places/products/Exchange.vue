<script setup lang="ts">
/** The shelf as a table: out, and in after it was looked at row by row. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { useTakeIn } from '@/api/products'
import { refusalOf } from '@/forms/refusal'
import Figures from '@/parts/Figures.vue'
import Refusals from '@/parts/Refusals.vue'

import ShelfTop from './ShelfTop.vue'

type Preview = Schemas['Preview']
const { t } = useI18n()
const takeIn = useTakeIn()
const file = ref<File>()
const preview = ref<Preview>()
/** Row the slice on its way begins with; null after the last one. */
const begin = ref<number | null>(null)

const rows = computed(() => preview.value?.rows ?? [])
const count = (action: string) => rows.value.filter((row) => row.action === action).length
const counts = computed(() => ({
  add: count('add'),
  change: count('change'),
  same: count('same'),
}))
const wrong = computed(() => rows.value.filter((row) => row.problems.length).length)
const toDo = computed(() => counts.value.add + counts.value.change)
const refusal = refusalOf(takeIn.error)

async function look(event: Event) {
  const input = event.target as HTMLInputElement
  file.value = input.files?.[0]
  preview.value = undefined
  if (file.value) await send()
  // The same file, mended, can be chosen again.
  input.value = ''
}
async function send() {
  if (!file.value) return
  const answer = await takeIn.mutateAsync({ file: file.value }).catch(() => undefined)
  if (answer) preview.value = answer as Preview
}
/** Slice by slice, so that one sees how far it is and others who write do not wait for all of it. */
async function accept() {
  const looked = preview.value
  if (!file.value || !looked) return
  for (begin.value = 0; begin.value !== null;) {
    const answer: Preview | undefined = await takeIn
      .mutateAsync({ file: file.value, start: begin.value })
      .catch(() => undefined)
    if (!answer) return
    begin.value = answer.next
  }
  preview.value = { ...looked, taken_in: true }
}
function again() {
  file.value = undefined
  preview.value = undefined
  takeIn.reset()
}
</script>

<template>
  <ShelfTop :title="t('exchange.title')" />
  <div class="columns">
    <section>
      <h2 class="ruled">{{ t('exchange.out') }}</h2>
      <p class="quiet">{{ t('exchange.outHint') }}</p>
      <a class="act" href="/api/products/export/" download>{{ t('exchange.download') }}</a>
    </section>
    <section>
      <h2 class="ruled">{{ t('exchange.in') }}</h2>
      <p class="quiet">{{ t('exchange.inHint') }}</p>
      <label class="act" :class="{ main: !preview }">
        {{ preview ? t('exchange.another') : t('exchange.choose') }}
        <input class="sr" type="file" accept=".csv,text/csv" @change="look" />
      </label>
      <p v-if="begin !== null && takeIn.isPending.value" class="quiet" role="status">
        <progress :value="begin" :max="rows.length" :aria-label="t('exchange.in')" />
        {{ t('exchange.progress', { n: begin, all: rows.length }) }}
      </p>
      <p v-else-if="takeIn.isPending.value" class="quiet" role="status">{{ t('app.loading') }}</p>
      <Refusals :refusal="refusal" @retry="send()" />
      <template v-if="preview">
        <p v-if="preview.taken_in" class="done" role="status">
          {{ t('exchange.done', counts) }}
          <button class="act" type="button" @click="again">{{ t('exchange.another') }}</button>
        </p>
        <div v-else class="verdict">
          <b>{{ file?.name }}:</b> {{ t('exchange.summary', counts) }}.
          <b v-if="wrong" class="wrong" role="alert">{{
            t('exchange.wrong', { n: wrong }, wrong)
          }}</b>
          <button
            v-else-if="toDo"
            class="act main"
            type="button"
            :disabled="takeIn.isPending.value"
            @click="accept()"
          >
            {{ t('exchange.accept', { n: toDo }, toDo) }}
          </button>
        </div>
        <Figures>
          <thead>
            <tr>
              <th class="n">{{ t('exchange.line') }}</th>
              <th>{{ t('exchange.name') }}</th>
              <th>{{ t('exchange.does') }}</th>
              <th>{{ t('exchange.problem') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.line" :class="{ bad: row.problems.length }">
              <td class="n">{{ row.line }}</td>
              <td>{{ row.name || '–' }}</td>
              <td>
                {{ t(`exchange.actions.${row.action}`) }}
                <span class="quiet">{{ row.changes.join(', ') }}</span>
              </td>
              <td>
                <span v-if="!row.problems.length" class="quiet">{{ t('exchange.fine') }}</span>
                <span
                  v-for="problem in row.problems"
                  :key="problem.field + problem.message"
                  class="wrong"
                >
                  <b v-if="problem.field">{{ problem.field }}:</b> {{ problem.message }}
                </span>
              </td>
            </tr>
          </tbody>
        </Figures>
      </template>
    </section>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 300px) minmax(0, 1fr);
  gap: 48px;
}
.quiet {
  margin-bottom: 10px;
}
label.act:focus-within {
  outline: 3px solid var(--ink);
  outline-offset: 2px;
}
progress {
  width: 160px;
  accent-color: var(--ink);
}
.verdict,
.done {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  margin: 12px 0;
}
.figures td:nth-child(2) {
  min-width: 160px;
}
.figures td:first-child,
.figures th:first-child {
  padding-right: 16px;
}
td .wrong {
  display: block;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
