<script setup lang="ts">
/** Book a plan or a quick hold: at an hour, or where it first fits. */
import { v4 as uuid } from 'uuid'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import { Refused, type Schemas } from '@/api/client'
import { useBook, usePlansOf, useSlots } from '@/api/days'
import { provideRefusal } from '@/forms/refusal'
import Amount from '@/parts/Amount.vue'
import Field from '@/parts/Field.vue'
import ClientChoice from '@/parts/ClientChoice.vue'
import Moment from '@/parts/Moment.vue'
import Pick from '@/parts/Pick.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'
import { clock, day } from '@/text/format'

const props = defineProps<{
  date: string
  /** A plan that is to be booked, and whose. */
  ofClient?: number
  ofPlan?: number
}>()
const emit = defineEmits<{ done: [] }>()
const { t } = useI18n()
const book = useBook()
const slots = useSlots()
const refusal = provideRefusal(book.error, slots.error)

/** Made once for this form: sent twice it is booked once. */
let key = uuid()
const client = ref<number | undefined>(props.ofClient)
const chosen = ref('hold')
const title = ref('')
const minutes = ref<number | null>(30)
const start = ref<string | null>(null)
const plans = usePlansOf(client)
watch(client, () => (chosen.value = 'hold'))
/** Until the plans have come nothing is booked: a quick tap would book a hold in their place. */
const ready = computed(() => client.value !== undefined && !plans.isLoading.value)

const RELEASED = /:2$/
const options = computed(() => {
  const open = client.value ? (plans.data.value ?? []).filter((plan) => !plan.cancelled_at) : []
  return [
    ...open
      .slice(0, 8)
      .flatMap((plan) => [
        { value: `${plan.id}:1`, text: plan.title },
        ...(plan.steps.some((step) => step.sitting === 2)
          ? [{ value: `${plan.id}:2`, text: t('today.release', { title: plan.title }) }]
          : []),
      ]),
    { value: 'hold', text: t('today.hold') },
  ]
})
watch(options, (now) => {
  const asked = now.find(({ value }) => value === `${props.ofPlan}:1`) ?? now[0]
  if (chosen.value === 'hold' && asked) chosen.value = asked.value
})
const wanted = computed<Schemas['SlotsRequest']>(() => ({
  client: client.value ?? 0,
  ...(chosen.value === 'hold'
    ? { title: title.value, minutes: minutes.value ?? 30 }
    : {
        plan: Number(chosen.value.split(':')[0]),
        sitting: RELEASED.test(chosen.value) ? 2 : 1,
      }),
}))
// Free places are those of one wish: for another client or plan they are asked for again.
watch(wanted, () => slots.reset())
async function keep(at: string, walkIn = false) {
  const body = { ...wanted.value, start: at, uuid: key, walk_in: walkIn }
  try {
    await book.mutateAsync(body)
    emit('done')
  } catch (error) {
    // Refused it is something new; where the answer was lost on its way, the same is sent again.
    if (error instanceof Refused) key = uuid()
  }
}
const find = () => slots.mutateAsync({ ...wanted.value, date: props.date }).catch(() => undefined)
</script>

<template>
  <form class="book" @submit.prevent="start && keep(start)">
    <Field :label="t('today.who')" name="client" group>
      <ClientChoice v-model="client" :label="t('today.who')" />
    </Field>
    <Pick v-model="chosen" :label="t('today.what')" name="plan" :options="options" width="240px" />
    <template v-if="chosen === 'hold'">
      <TextField v-model="title" :label="t('today.hold')" name="title" :maxlength="120" />
      <Amount
        v-model="minutes"
        :label="t('today.minutes')"
        name="minutes"
        unit="min"
        width="96px"
      />
    </template>
    <Moment v-model="start" :label="t('today.at')" name="start" width="170px" />
    <button class="act main" type="submit" :disabled="!ready || !start || book.isPending.value">
      {{ t('today.bookIt') }}
    </button>
    <button class="act" type="button" :disabled="!ready || slots.isPending.value" @click="find">
      {{ t('today.find') }}
    </button>
    <button
      class="act"
      type="button"
      :disabled="!ready || book.isPending.value"
      @click="keep(new Date().toISOString(), true)"
    >
      {{ t('today.walkIn') }}
    </button>
    <div v-if="slots.data.value" class="slots" role="status">
      <button
        v-for="slot in slots.data.value"
        :key="slot.start"
        class="act"
        type="button"
        @click="keep(slot.start)"
      >
        {{
          t('today.slot', {
            day: day(slot.start),
            at: clock(new Date(slot.start)),
            end: clock(new Date(slot.end)),
          })
        }}
        <span class="quiet">{{ [slot.specialist, ...slot.kit].join(' · ') }}</span>
      </button>
      <span v-if="!slots.data.value.length">{{ t('today.noSlot') }}</span>
    </div>
    <Refusals :refusal="refusal" class="slots" />
  </form>
</template>

<style scoped>
.book {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 10px 16px;
  margin-bottom: 12px;
  padding: 12px 14px;
  border: 1px solid var(--line);
  background: var(--paper);
}
.slots {
  display: flex;
  flex: 1 1 100%;
  flex-wrap: wrap;
  gap: 8px;
}
.slots .quiet {
  margin-left: 8px;
}
</style>
