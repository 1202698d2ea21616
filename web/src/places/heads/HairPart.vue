<script setup lang="ts">
/** What is known of the hair, how and since when; and measuring it again. */
import { ElMessage } from 'element-plus'
import { computed, h, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import {
  type Observation,
  useObservations,
  useObserve,
  useProfile,
  useQuestions,
  useWithdraw,
} from '@/api/queries'
import { provideRefusal } from '@/forms/refusal'
import Choice from '@/parts/Choice.vue'
import Figures from '@/parts/Figures.vue'
import Refusals from '@/parts/Refusals.vue'
import { ago, day, short } from '@/text/format'
import { useWording } from '@/text/wording'

import HairFields from './HairFields.vue'
import { found, isZone, type Typed, type Zone, ZONES } from './observing'

const props = defineProps<{ head: number }>()
const { t, te } = useI18n()
const profile = useProfile(() => props.head)
const all = useObservations(() => props.head)
const observe = useObserve(() => props.head)
const withdraw = useWithdraw()
const questions = useQuestions()

const measuring = ref(false)
const showAll = ref(false)
const typed = ref<Typed>({})
const zone = ref<Zone>('')
const nothing = ref(false)

const refusal = provideRefusal(observe.error)
const order = (one: Observation) => {
  const asked = questions.data.value?.questions ?? []
  const place = asked.findIndex((question) => question.key === one.kind)
  // Curl and length stand first: they are asked for most.
  return place - (asked[place]?.part === 'curl' ? asked.length : 0)
}
const current = computed(() =>
  [...(profile.data.value?.current ?? [])].sort(
    (a, b) => a.zone?.localeCompare(b.zone ?? '') || order(a) - order(b),
  ),
)
const rows = computed(() => (showAll.value ? (all.data.value ?? []) : measured.value))
/** What was measured or looked at stands first, what was only told after it. */
const TOLD_PARTS = ['reason', 'history', 'person']
const partOf = (one: Observation) =>
  questions.data.value?.questions.find((question) => question.key === one.kind)?.part ?? ''
const measured = computed(() => current.value.filter((one) => !TOLD_PARTS.includes(partOf(one))))
const told = computed(() => current.value.filter((one) => TOLD_PARTS.includes(partOf(one))))

const word = useWording()
const value = (one: Observation) => {
  const question = questions.data.value?.questions.find((asked) => asked.key === one.kind)
  if (typeof one.value === 'number') return `${short(one.value)} ${question?.unit ?? ''}`.trim()
  const worded = question?.answer === 'choice' || question?.answer === 'many'
  return worded || question?.options.length
    ? one.value
        .split(', ')
        .map((text) => word(one.kind, text))
        .join(', ')
    : one.value
}
const what = (one: Observation) =>
  (te(`hair.kind.${one.kind}`) ? t(`hair.kind.${one.kind}`) : t(`consult.ask.${one.kind}`)) +
  (one.zone ? `, ${t(`hair.zones.${one.zone}`)}` : '')

async function save() {
  const seen = found(typed.value, zone.value)
  nothing.value = seen.length === 0
  if (nothing.value) return
  const saved = await observe.mutateAsync(seen).catch(() => undefined)
  if (!saved) return
  typed.value = {}
  zone.value = ''
  measuring.value = false
}

async function takeBack(one: Observation) {
  await withdraw.mutateAsync({ id: one.id, back: false })
  const note = ElMessage({
    duration: 8000,
    showClose: true,
    message: h('span', [
      `${t('hair.withdrew', { what: what(one) })} `,
      h(
        'button',
        {
          class: 'act',
          onClick: () => {
            withdraw.mutate({ id: one.id, back: true })
            note.close()
          },
        },
        t('app.undo'),
      ),
    ]),
  })
}
</script>

<template>
  <section>
    <div class="head">
      <h2>{{ t('hair.title') }}</h2>
      <button v-if="!measuring" class="act" type="button" @click="measuring = true">
        {{ t('hair.measure') }}
      </button>
    </div>
    <form v-if="measuring" novalidate @submit.prevent="save">
      <Choice
        :label="t('hair.zone')"
        :model-value="zone"
        :options="[
          { value: '', text: t('hair.whole') },
          ...ZONES.map((one) => ({ value: one as string, text: t(`hair.zones.${one}`) })),
        ]"
        class="zones"
        @update:model-value="zone = isZone($event ?? '') ? ($event as Zone) : ''"
      />
      <HairFields v-model="typed" :zone="zone" />
      <p v-if="nothing" class="wrong" role="alert">{{ t('hair.nothingTyped') }}</p>
      <Refusals :refusal="refusal" @retry="save" />
      <div class="end">
        <button class="act main" type="submit" :disabled="observe.isPending.value">
          {{ t('hair.save') }}
        </button>
        <button class="act" type="button" @click="measuring = false">{{ t('app.cancel') }}</button>
      </div>
    </form>
    <p v-if="!rows.length" class="quiet">{{ t('hair.nothing') }}</p>
    <Figures v-else>
      <thead class="sr">
        <tr>
          <th>{{ t('hair.what') }}</th>
          <th>{{ t('hair.value') }}</th>
          <th>{{ t('hair.how') }}</th>
          <th>{{ t('hair.seen') }}</th>
          <th v-if="showAll">{{ t('hair.withdraw') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in rows" :key="one.id" :class="{ gone: one.withdrawn_at }">
          <td>{{ what(one) }}</td>
          <td class="value">{{ value(one) }}</td>
          <td class="quiet">{{ t(`hair.method.${one.method}`) }}</td>
          <td class="quiet" :title="`${day(one.taken_at)} ${one.taken_by}`">
            {{ ago(one.taken_at) }}
          </td>
          <td v-if="showAll" class="n">
            <button
              v-if="one.withdrawn_at"
              class="plain link"
              type="button"
              @click="withdraw.mutate({ id: one.id, back: true })"
            >
              {{ t('hair.restore') }}
            </button>
            <button v-else class="plain link" type="button" @click="takeBack(one)">
              {{ t('hair.withdraw') }}
            </button>
          </td>
        </tr>
      </tbody>
    </Figures>
    <template v-if="!showAll && told.length">
      <h3>{{ t('hair.told') }}</h3>
      <Figures>
        <tbody>
          <tr v-for="one in told" :key="one.id">
            <td>{{ what(one) }}</td>
            <td class="value">{{ value(one) }}</td>
            <td class="quiet">{{ ago(one.taken_at) }}</td>
          </tr>
        </tbody>
      </Figures>
    </template>
    <button class="plain link more" type="button" @click="showAll = !showAll">
      {{ showAll ? t('hair.hideHistory') : t('hair.history') }}
    </button>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  align-items: end;
  justify-content: space-between;
  min-height: 46px;
  padding-bottom: 5px;
  border-bottom: 2px solid var(--ink);
}
form {
  padding: 14px 0 18px;
  border-bottom: 1px solid var(--line);
}
.zones {
  margin-bottom: 14px;
  overflow-x: auto;
}
.end {
  display: flex;
  gap: 12px;
  margin-top: 16px;
}
.value {
  font-weight: 650;
}
h3 {
  margin-top: 16px;
  padding-bottom: 4px;
  border-bottom: 1px solid var(--line-strong);
}
.gone td {
  text-decoration: line-through;
  color: var(--ink-2);
}
.link {
  min-height: 32px;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.more {
  margin-top: 8px;
}
</style>
