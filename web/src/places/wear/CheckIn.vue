<script setup lang="ts">
/** For the client, on a phone: how it wears today, in two taps; kept until there is a connection. */
import { useEventListener, useIntervalFn, useTitle } from '@vueuse/core'
import { ElCheckbox, ElCheckboxGroup } from 'element-plus'
import { computed, onMounted, reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import {
  ask,
  type CheckinPage,
  keep,
  keepShot,
  send,
  shotOf,
  shots,
  stop,
  openings,
  keepOpening,
  type Told,
  tellingOf,
  waiting,
} from '@/api/checkin'
import { Offline, type Schemas } from '@/api/client'
import Choice from '@/parts/Choice.vue'
import Pick from '@/parts/Pick.vue'
import TextField from '@/parts/TextField.vue'
import Opening from './Opening.vue'
import Anchor from '@/places/chair/Anchor.vue'
import { speak } from '@/text'
import { calendarDay } from '@/text/format'
import { region } from '@/text/region'
import { addDays, daysBetween } from '@/text/zone'

type Dryness = Schemas['HomeOpeningRequest']['dryness']

const props = defineProps<{ secret: string }>()
const { t } = useI18n()
useTitle(computed(() => `${t('checkin.title')} · ${t('app.name')}`))

const LOOKS = [1, 2, 3, 4, 5] as const
const SIGNS = ['itch', 'flakes', 'pain', 'sores', 'loss'] as const
const AGAIN_MS = 15_000

const page = ref<CheckinPage>()
const waits = ref(0)
const shotWaits = ref(false)
const openingWaits = ref(false)
const ended = ref(false)
const trouble = ref('')
const sent = ref(false)
const blank = () => ({
  date: page.value?.last ?? '',
  looks: 0,
  dry: undefined as 'yes' | 'no' | undefined,
  slept_with: undefined as 'scarf' | 'bonnet' | 'none' | undefined,
  refreshed_with: undefined as 'styler_spray' | 'water' | 'oil' | 'retwist' | undefined,
  signs: [] as (typeof SIGNS)[number][],
  note: '',
})
const typed = reactive(blank())

const days = computed(() => {
  const { first, last } = page.value ?? { first: '', last: '' }
  if (!first) return []
  return Array.from({ length: daysBetween(first, last) + 1 }, (_, n) => {
    const value = addDays(last, -n)
    return { value, text: calendarDay(value) }
  })
})
const told = computed(() => (page.value?.told ?? []).map((one) => calendarDay(one.date)))
const nights = computed(() =>
  (['scarf', 'bonnet', 'none'] as const).map((value) => ({
    value,
    text: t(`person.nights.${value}`),
  })),
)
const ways = computed(() =>
  (['water', 'styler_spray', 'oil', 'retwist'] as const).map((value) => ({
    value,
    text: t(`wear.ways.${value}`),
  })),
)
const yesNo = computed(() =>
  (['yes', 'no'] as const).map((value) => ({ value, text: t(`checkin.${value}`) })),
)

async function load() {
  try {
    page.value = await ask(props.secret)
    region.value = page.value.region
    await speak(page.value.language)
    typed.date ||= page.value.last
    trouble.value = ''
  } catch (error) {
    if (error instanceof Offline) trouble.value = error.message
    else ended.value = true
  }
}
async function pass() {
  const { page: next, refused } = await send(props.secret)
  if (next) page.value = next
  if (refused) {
    trouble.value = refused.message
    // What was refused was told by somebody else meanwhile: the page is another one.
    page.value = await ask(props.secret).catch(() => page.value)
  }
  openingWaits.value = (await openings(props.secret)).length > 0
  waits.value = (await waiting(props.secret)).length
  shotWaits.value = (await shots(props.secret)).length > 0
}
async function tell() {
  const { dry, looks, ...rest } = typed
  const values: Omit<Told, 'uuid'> = {
    ...rest,
    looks,
    // A plain list: what is watched cannot be kept.
    signs: [...rest.signs],
    slept_with: rest.slept_with ?? '',
    refreshed_with: rest.refreshed_with ?? '',
    dry_when_opened: dry === undefined ? null : dry === 'yes',
  }
  // Kept first: whatever happens then, it is not lost.
  await keep(props.secret, tellingOf(values))
  trouble.value = ''
  await pass()
  sent.value = !waits.value && !trouble.value
  if (!trouble.value) Object.assign(typed, blank())
}
const opening = ref(false)
async function tellOpening(dryness: Dryness, opened: boolean, at: Date) {
  opening.value = true
  // Kept first, with its moment: told later it was opened then all the same.
  await keepOpening(props.secret, { dryness, opened, at: at.toISOString() })
  trouble.value = ''
  await pass()
  opening.value = false
}
const agreed = ref(false)
const sending = ref(false)
const shown = ref(false)
async function show(event: Event) {
  const input = event.target as HTMLInputElement
  const picture = input.files?.[0]
  input.value = ''
  if (!picture) return
  sending.value = true
  shown.value = false
  await keepShot(props.secret, shotOf(picture, 'back'))
  agreed.value = false
  trouble.value = ''
  await pass()
  shown.value = !trouble.value
  sending.value = false
}
const stopped = ref(false)
async function leave() {
  try {
    await stop(props.secret)
    stopped.value = true
  } catch (error) {
    trouble.value = (error as Error).message
  }
}
onMounted(async () => {
  await load()
  await pass()
})
useEventListener(window, 'online', () => void pass())
useIntervalFn(() => (waits.value || shotWaits.value || openingWaits.value) && void pass(), AGAIN_MS)
</script>

<template>
  <main class="home">
    <p v-if="ended" role="alert">{{ t('checkin.ended') }}</p>
    <p v-else-if="!page" class="quiet" role="status">{{ trouble || t('app.loading') }}</p>
    <form v-else novalidate @submit.prevent="tell">
      <header>
        <h1>{{ t(page.to_open ? 'opening.page' : 'checkin.title') }}</h1>
        <p class="quiet">{{ t('checkin.about', { style: page.title, salon: page.salon }) }}</p>
      </header>
      <p v-if="page.advice && !page.to_open" class="advice" role="alert">{{ page.advice }}</p>
      <p v-if="waits || openingWaits" class="waits" role="status">{{ t('checkin.waits') }}</p>
      <p v-else-if="sent" class="sent" role="status">{{ t('checkin.sent') }}</p>
      <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
      <Opening
        v-if="page.to_open"
        :steps="page.opening_steps"
        :advice="page.advice || page.if_damp"
        :from="page.opens_from"
        :busy="opening"
        @tell="tellOpening"
      />
      <template v-else>
        <section v-if="page.today" class="today">
          <h2>{{ t('checkin.todayAs', { look: page.today.look }) }}</h2>
          <p v-if="page.today.morning">
            <span class="quiet">{{ t('checkin.todayMorning') }}:</span> {{ page.today.morning }}
          </p>
          <p v-if="page.today.night">
            <span class="quiet">{{ t('checkin.todayNight') }}:</span> {{ page.today.night }}
          </p>
        </section>
        <fieldset class="looks">
          <legend>{{ t('checkin.looks') }}</legend>
          <button
            v-for="(n, at) in LOOKS"
            :key="n"
            type="button"
            :aria-pressed="typed.looks === n"
            :class="{ on: typed.looks === n }"
            @click="((typed.looks = n), (sent = false))"
          >
            <Anchor trait="definition" :value="n" />
            {{ t(`checkin.scale[${at}]`) }}
          </button>
        </fieldset>
        <button class="act main send" type="submit" :disabled="!typed.looks">
          {{ t('checkin.send') }}
        </button>
        <h2>{{ t('checkin.more') }}</h2>
        <Pick v-model="typed.date" :label="t('checkin.day')" name="date" :options="days" />
        <Choice
          v-if="page.opens"
          v-model="typed.dry"
          :label="t('checkin.dry')"
          :options="yesNo"
          clearable
        />
        <Choice
          v-model="typed.slept_with"
          :label="t('checkin.slept')"
          :options="nights"
          clearable
        />
        <Choice
          v-model="typed.refreshed_with"
          :label="t('checkin.refreshed')"
          :options="ways"
          clearable
        />
        <fieldset>
          <legend class="quiet">{{ t('checkin.signs') }}</legend>
          <ElCheckboxGroup v-model="typed.signs" :aria-label="t('checkin.signs')">
            <ElCheckbox v-for="sign in SIGNS" :key="sign" :value="sign">
              {{ t(`wear.signs.${sign}`) }}
            </ElCheckbox>
          </ElCheckboxGroup>
        </fieldset>
        <TextField
          v-model="typed.note"
          :label="t('checkin.note')"
          name="note"
          :maxlength="300"
          :rows="2"
          width="100%"
        />
        <fieldset>
          <legend class="quiet">{{ t('checkin.picture') }}</legend>
          <ElCheckbox v-model="agreed">{{ t('checkin.mayKeep') }}</ElCheckbox>
          <label class="act" :class="{ off: !agreed || sending }">
            {{ sending ? t('looks.sending') : t('looks.take') }}
            <input
              class="sr"
              type="file"
              accept="image/png,image/jpeg"
              capture="environment"
              :disabled="!agreed || sending"
              @change="show"
            />
          </label>
          <p v-if="shotWaits" role="status">{{ t('checkin.shotWaits') }}</p>
          <p v-else-if="shown" role="status">{{ t('checkin.shown') }}</p>
        </fieldset>
      </template>
      <p v-if="told.length" class="quiet">{{ t('checkin.told', { days: told.join(', ') }) }}</p>
      <p class="quiet">{{ t('checkin.private') }}</p>
      <p v-if="stopped" role="status">{{ t('checkin.stopped') }}</p>
      <button v-else-if="page.written" class="plain quiet stop" type="button" @click="leave">
        {{ t('checkin.stop') }}
      </button>
    </form>
  </main>
</template>

<style scoped>
.off {
  opacity: 0.5;
}
.home {
  max-width: 480px;
  min-height: 100vh;
  margin: 0 auto;
  padding: 20px 14px 32px;
}
form {
  display: grid;
  gap: 14px;
}
h2 {
  margin-top: 8px;
  padding-top: 12px;
  border-top: 1px solid var(--line-strong);
}
fieldset {
  min-width: 0;
  margin: 0;
  padding: 0;
  border: 0;
}
.looks legend {
  margin-bottom: 6px;
  font-weight: 650;
}
.looks {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
  gap: 4px;
}
.looks button {
  display: grid;
  justify-items: center;
  gap: 4px;
  min-height: 92px;
  padding: 8px 2px;
  border: 1px solid var(--ink);
  background: var(--paper);
  color: var(--ink);
  font: 600 13px var(--text);
  cursor: pointer;
}
.looks .on {
  background: var(--ink);
  color: var(--on-ink);
}
.stop {
  min-height: 44px;
  text-decoration: underline;
}
.send {
  min-height: 56px;
  font-size: 18px;
}
.today h2 {
  margin: 0;
  padding: 0;
  border: 0;
}
.today p {
  margin: 4px 0 0;
}
.advice {
  padding: 10px 12px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
}
.waits,
.sent {
  padding: 8px 12px;
  background: var(--remind-ground);
  font-weight: 650;
}
.home :deep(.row) {
  width: 100%;
}
.home :deep(.choice label) {
  flex: 1;
  min-height: 46px;
  padding: 0 6px;
  text-align: center;
  white-space: normal;
}
</style>
