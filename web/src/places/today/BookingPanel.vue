<script setup lang="ts">
/** One booking: what becomes of it, and what its being late does to the others. */
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'

import type { Schemas } from '@/api/client'
import {
  type Board,
  type Booking,
  useBeginVisit,
  useKeepChange,
  useLate,
  useNoted,
  useSetState,
} from '@/api/days'
import type { Reason } from '@/api/queries'
import { useMay } from '@/api/staff'
import { provideRefusal } from '@/forms/refusal'
import Amount from '@/parts/Amount.vue'
import Pick from '@/parts/Pick.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'
import WhyList from '@/parts/WhyList.vue'
import { clock, percent } from '@/text/format'

import PastClosing from './PastClosing.vue'

import { isBusy, MINUTE_MS } from './now'

type State = Schemas['StateRequest']['state']

const props = defineProps<{
  booking: Booking
  /** How sure its hour is, and what that rests on. */
  odds?: Board['odds'][number]
  why?: Reason
}>()
const emit = defineEmits<{ move: [start: Date, segment: number] }>()
const { t } = useI18n()
const may = useMay()
const setState = useSetState()
const late = useLate()
const keep = useKeepChange()
const noted = useNoted()
const begin = useBeginVisit()
const refusal = provideRefusal(setState.error, late.error, keep.error, noted.error, begin.error)

const next = computed(() => props.booking.may_become)
const reason = ref('')
const asking = ref(false)
const lateMin = ref<number | null>(props.booking.late_min || 10)
const what = ref<Schemas['Replan']>()

async function become(state: State) {
  if (state === 'cancelled' && !asking.value) {
    asking.value = true
    return
  }
  asking.value = false
  await setState
    .mutateAsync({ pk: props.booking.id, state, reason: reason.value })
    .catch(() => undefined)
}
async function comesLate() {
  what.value = await late
    .mutateAsync({ pk: props.booking.id, minutes: lateMin.value ?? 0 })
    .catch(() => undefined)
}
async function keepLate() {
  if (!what.value) return
  const kept = await keep.mutateAsync(what.value.change).catch(() => false)
  if (kept) what.value = undefined
}
const router = useRouter()
async function sit(plan: number) {
  const visit = await begin.mutateAsync(plan).catch(() => undefined)
  if (visit) await router.push(`/chair/${visit}`)
}
/** Steps that are still to come can be moved, each with what follows it. */
const steps = computed(() =>
  isBusy(props.booking)
    ? props.booking.segments
        .filter((part) => Date.parse(part.start) > Date.now())
        .map((part) => ({
          value: String(part.index),
          text: `${clock(new Date(part.start))} ${part.title}`,
        }))
    : [],
)
const step = ref('')
watch(
  steps,
  (now) => {
    if (!now.some((one) => one.value === step.value)) step.value = now[0]?.value ?? ''
  },
  { immediate: true },
)
function shift(minutes: number) {
  const part = props.booking.segments[Number(step.value)]
  if (part) emit('move', new Date(Date.parse(part.start) + minutes * MINUTE_MS), part.index)
}
const moved = computed(() =>
  (what.value?.changes ?? []).filter((change) => change.booking !== props.booking.id),
)
</script>

<template>
  <section class="panel" :aria-label="booking.client_name">
    <p>
      <b>{{ booking.client_name }}</b>
      {{ clock(new Date(booking.start)) }} – {{ clock(new Date(booking.end)) }} ·
      {{ booking.title }}
      <span v-if="odds && why && isBusy(booking)" class="quiet">
        {{ t('today.onTimeShort', { odds: percent(odds.on_time) }) }}
        <WhyList :reasons="[why]" :about="t('today.hourOf', { name: booking.client_name })" />
      </span>
      <span v-if="booking.allergies?.length" class="wrong">{{ booking.allergies.join(', ') }}</span>
      <span v-if="booking.note" class="quiet">{{ booking.note }}</span>
      <span v-if="booking.reason" class="quiet">({{ booking.reason }})</span>
    </p>
    <div class="beside">
      <button
        v-for="(state, i) in next"
        :key="state"
        class="act"
        :class="{ main: i === 0 && !booking.plan }"
        type="button"
        @click="become(state)"
      >
        {{ t(`today.become.${state}`) }}
      </button>
      <button
        v-if="!booking.client_knows"
        class="act warn"
        type="button"
        @click="noted.mutate({ pk: booking.id, client_knows: true })"
      >
        {{ t('today.told') }}
      </button>
      <button
        v-if="booking.plan && isBusy(booking) && may.write('begin-visit')"
        class="act main"
        type="button"
        :disabled="begin.isPending.value"
        @click="sit(booking.plan)"
      >
        {{ t('chair.begin') }}
      </button>
      <RouterLink v-if="booking.plan" class="act" :to="`/plans/${booking.plan}`">{{
        t('today.open')
      }}</RouterLink>
      <template v-if="booking.state === 'booked'">
        <Amount
          v-model="lateMin"
          :label="t('today.lateMin')"
          name="minutes"
          unit="min"
          width="96px"
        />
        <button class="act" type="button" :disabled="late.isPending.value" @click="comesLate">
          {{ t('today.lateTry') }}
        </button>
      </template>
    </div>
    <div v-if="steps.length > 1 && may.write('booking-move')" class="beside">
      <Pick v-model="step" :label="t('today.step')" name="step" :options="steps" width="260px" />
      <button class="act" type="button" @click="shift(-5)">{{ t('today.sooner') }}</button>
      <button class="act" type="button" @click="shift(5)">{{ t('today.afterwards') }}</button>
    </div>
    <form v-if="asking" class="beside" @submit.prevent="become('cancelled')">
      <TextField v-model="reason" :label="t('today.reason')" name="reason" :maxlength="200" />
      <button class="act warn" type="submit">{{ t('today.become.cancelled') }}</button>
    </form>
    <div v-if="what" role="status">
      <p v-if="!what.possible">{{ what.why_not }} {{ what.relaxations.slice(1).join(' ') }}</p>
      <template v-else>
        <p v-for="change in what.changes" :key="change.booking">{{ change.text }}</p>
        <p v-if="!moved.length" class="quiet">{{ t('today.lateNobody') }}</p>
        <PastClosing :plan="what" />
        <button class="act main" type="button" :disabled="keep.isPending.value" @click="keepLate">
          {{ t('today.lateKeep') }}
        </button>
      </template>
    </div>
    <Refusals :refusal="refusal" />
  </section>
</template>

<style scoped>
.panel {
  position: relative;
  z-index: 3;
  display: grid;
  gap: 8px;
  margin-top: 10px;
  padding: 10px 14px;
  border: 1px solid var(--line);
  background: var(--paper);
}
</style>
