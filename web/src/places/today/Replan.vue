<script setup lang="ts">
/** Planning the day again: shown first, searched for longer on request, then kept exactly so. */
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { searchDay, type SearchProgress, useKeepChange, useReplan } from '@/api/days'
import { provideRefusal } from '@/forms/refusal'
import Refusals from '@/parts/Refusals.vue'
import { clock, percent, short } from '@/text/format'

import PastClosing from './PastClosing.vue'

const props = defineProps<{
  date: string
  /** Who is who, by booking. */
  names: Record<number, string>
}>()
const emit = defineEmits<{ done: [] }>()
const { t } = useI18n()
const replan = useReplan()
const keep = useKeepChange()
const failure = shallowRef<Error | null>(null)
const refusal = provideRefusal(replan.error, keep.error, failure)
const plan = ref<Schemas['Replan']>()

async function look() {
  plan.value = await replan.mutateAsync({ date: props.date }).catch(() => undefined)
}
void look()

/** A search that goes on; whoever leaves or stops it ends it. */
const search = shallowRef<AbortController>()
const far = ref<SearchProgress>()
async function longer() {
  const own = new AbortController()
  search.value = own
  failure.value = null
  far.value = undefined
  try {
    plan.value = await searchDay(props.date, own.signal, (progress) => (far.value = progress))
  } catch (error) {
    if (!own.signal.aborted) failure.value = error as Error
  }
  search.value = undefined
}
onBeforeUnmount(() => search.value?.abort())

async function take() {
  if (!plan.value) return
  const kept = await keep.mutateAsync(plan.value.change).catch(() => false)
  if (kept) emit('done')
}
/** Hours that are least sure first. */
const odds = computed(() =>
  [...(plan.value?.odds ?? [])].sort((a, b) => (a.on_time ?? 1) - (b.on_time ?? 1)),
)
const at = (iso: string | null | undefined) => (iso ? clock(new Date(iso)) : '')
</script>

<template>
  <section class="plan" role="status">
    <p v-if="replan.isPending.value" class="quiet">{{ t('today.planning') }}</p>
    <template v-else-if="plan?.possible">
      <p v-if="!plan.changes.length">{{ t('today.unchanged') }}</p>
      <p v-for="change in plan.changes" :key="change.booking">{{ change.text }}</p>
      <PastClosing :plan="plan" />
      <p class="quiet">
        {{ t('today.finish', { at: at(plan.finish) }) }}
        <template v-if="plan.proven">· {{ t('today.proven') }}</template>
        <span v-for="one in odds" :key="one.booking">
          · {{ names[one.booking] }}
          {{ t('today.onTimeShort', { odds: percent(one.on_time ?? 1) }) }}
        </span>
      </p>
    </template>
    <template v-else-if="plan">
      <p>{{ plan.why_not }}</p>
      <p v-for="offer in plan.relaxations.slice(1)" :key="offer" class="quiet">{{ offer }}</p>
    </template>
    <p v-if="search">
      {{ t('today.searching') }}
      <template v-if="far">
        {{
          t('today.searched', {
            at: at(far.finish),
            earliest: at(far.earliest),
            seconds: short(far.seconds),
          })
        }}
      </template>
    </p>
    <Refusals :refusal="refusal" />
    <div class="beside">
      <button
        v-if="plan?.possible && plan.changes.length && !search"
        class="act main"
        type="button"
        :disabled="keep.isPending.value"
        @click="take"
      >
        {{ t('today.lateKeep') }}
      </button>
      <button v-if="search" class="act" type="button" @click="search.abort()">
        {{ t('today.stop') }}
      </button>
      <button
        v-else-if="plan && !plan.proven"
        class="act"
        type="button"
        :disabled="replan.isPending.value"
        @click="longer"
      >
        {{ t('today.longer') }}
      </button>
      <button class="act" type="button" @click="emit('done')">{{ t('today.leave') }}</button>
    </div>
  </section>
</template>

<style scoped>
.plan {
  display: grid;
  justify-items: start;
  gap: 6px;
  margin: 8px 0;
  padding: 10px 14px;
  border: 1px solid var(--line);
  background: var(--paper);
}
</style>
