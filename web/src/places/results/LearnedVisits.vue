<script setup lang="ts">
/** The visits behind one learned value: leave one out, or all, after seeing what that changes. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import {
  type LearnedKey,
  type LearnedRow,
  useLearnedVisits,
  useLearningChoice,
} from '@/api/results'
import { useMay } from '@/api/staff'
import Await from '@/parts/Await.vue'
import Figures from '@/parts/Figures.vue'
import { undoNote } from '@/parts/undoNote'
import { day, number, short } from '@/text/format'

const props = defineProps<{ row: LearnedRow; amount: (value: number) => string }>()
const { t } = useI18n()
const may = useMay()
const key = computed<LearnedKey>(() => ({
  quantity: props.row.quantity,
  group: props.row.group,
  hands: props.row.username,
}))
const behind = useLearnedVisits(key)
const choice = useLearningChoice()

/** What is asked before it is done. */
const asked = ref<{ visits: number[]; used: boolean; before: number; after: number }>()
const counting = computed(() => (behind.data.value?.visits ?? []).filter((one) => one.used))

async function ask(visits: number[], used: boolean) {
  const body = { ...key.value, visits, used }
  const effect = await choice.mutateAsync({ ...body, preview: true }).catch(() => undefined)
  if (effect) asked.value = { visits, used, before: effect.before, after: effect.after }
}
async function choose(visits: number[], used: boolean) {
  asked.value = undefined
  return choice.mutateAsync({ ...key.value, visits, used }).catch(() => undefined)
}
async function confirm() {
  if (!asked.value) return
  const { visits, used } = asked.value
  if (!(await choose(visits, used))) return
  const done = t(used ? 'learned.countedAgain' : 'learned.leftOut', visits.length)
  undoNote(done, t('learned.undo'), () => choose(visits, !used))
}
</script>

<template>
  <Await :data="behind.data.value" :error="behind.error.value" @retry="behind.refetch()">
    <template #default="{ data }">
      <p v-if="asked" class="asked" role="alertdialog" :aria-label="t('learned.effect')">
        {{ t(asked.used ? 'learned.wouldCount' : 'learned.wouldLeaveOut', asked.visits.length) }}
        <b>{{
          t('learned.change', { before: number(asked.before, 2), after: number(asked.after, 2) })
        }}</b>
        <button class="act main" type="button" @click="confirm">
          {{ t(asked.used ? 'learned.count' : 'learned.leaveOut') }}
        </button>
        <button class="act" type="button" @click="asked = undefined">
          {{ t('learned.cancel') }}
        </button>
      </p>
      <p v-if="choice.error.value" class="asked" role="alert">{{ choice.error.value.message }}</p>
      <Figures stack :label="t('learned.title')">
        <thead>
          <tr>
            <th>{{ t('learned.date') }}</th>
            <th>{{ t('learned.client') }}</th>
            <th class="n">{{ t('learned.usual') }}</th>
            <th class="n">{{ t('learned.actual') }}</th>
            <th>{{ t('learned.use') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in data.visits" :key="one.visit" :class="{ quiet: !one.used }">
            <td :data-label="t('learned.date')">
              <RouterLink :to="`/visits/${one.visit}`">{{ day(one.at) }}</RouterLink>
            </td>
            <td :data-label="t('learned.client')">{{ one.name }}</td>
            <td class="n" :data-label="t('learned.usual')">{{ amount(one.usual) }}</td>
            <td class="n" :data-label="t('learned.actual')">
              {{
                one.found
                  ? t('learned.found', {
                      found: t(`chair.feels.${one.found}`),
                      after: amount(one.actual),
                    })
                  : one.at_least === null
                    ? amount(one.actual)
                    : one.at_most === null
                      ? t('learned.orMore', { amount: amount(one.at_least) })
                      : t('learned.between', {
                          low: short(one.at_least),
                          high: amount(one.at_most),
                        })
              }}
            </td>
            <td :data-label="t('learned.use')">
              {{
                t(one.used ? 'learned.used' : one.doubtful ? 'learned.doubtful' : 'learned.unused')
              }}
              <button
                v-if="may.write('learned-value')"
                class="act"
                type="button"
                :disabled="choice.isPending.value"
                @click="ask([one.visit], !one.used)"
              >
                {{ t(one.used ? 'learned.leaveOut' : 'learned.count') }}
              </button>
            </td>
          </tr>
        </tbody>
      </Figures>
      <p v-if="may.write('learned-value') && counting.length > 1">
        <button
          class="act"
          type="button"
          :disabled="choice.isPending.value"
          @click="
            ask(
              counting.map((one) => one.visit),
              false,
            )
          "
        >
          {{ t('learned.reset') }}
        </button>
      </p>
    </template>
  </Await>
</template>

<style scoped>
.asked {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  margin: 0 0 8px;
  padding: 8px 12px;
  border-left: 4px solid var(--ink);
  background: var(--remind-ground);
}
</style>
