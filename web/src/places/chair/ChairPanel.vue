<script lang="ts">
export type Panel = 'skip' | 'end' | 'note' | 'swap' | 'handover' | 'sections' | 'picture'
</script>

<script setup lang="ts">
/** What is asked beside the step: why it is skipped, a note, another product, other hands. */
import { computed, onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { useReplanRest, useSwapCheck } from '@/api/days'
import { useShelf } from '@/api/products'
import { provideRefusal } from '@/forms/refusal'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import Pick from '@/parts/Pick.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'
import TakePicture from '@/places/wear/TakePicture.vue'
import type { LookPicture } from '@/api/looks'

import type { Chair } from '@/api/chairLog'

const SKIPS = ['time', 'client', 'needless'] as const
const ABOUTS = ['visit', 'client', 'next'] as const

const props = defineProps<{
  panel: Panel
  client: number
  visit: number
  targets: Chair['chair']['steps'][number]['targets']
  people: Schemas['Hands'][]
  /** Whether it is set on rods. */
  rods: boolean
  moment: LookPicture['moment']
}>()
const emit = defineEmits<{
  skip: [why: string]
  /** The visit ends here: what is left is skipped. */
  end: [why: string]
  note: [text: string, about: string]
  swap: [role: string, product: string]
  hand: [to: string]
  planned: []
  done: []
}>()
const { t } = useI18n()
const root = ref<HTMLElement>()
// On a phone it opens behind the buttons that called it.
onMounted(() => root.value?.scrollIntoView({ block: 'center' }))

const reason = ref('')
function skip(why: string) {
  if (!why.trim()) return
  if (props.panel === 'end') emit('end', why.trim())
  else emit('skip', why.trim())
  emit('done')
}
const text = ref('')
const about = ref<string>('visit')
function keepNote() {
  if (!text.value.trim()) return
  emit('note', text.value.trim(), about.value)
  emit('done')
}

// Another product: checked again against this client, the others, the stock and the film.
const shelf = useShelf(() => props.client)
const role = ref<string>(props.targets[0]?.role ?? '')
const bottle = ref('')
const bottles = computed(() =>
  (shelf.data.value?.products ?? [])
    .filter((row) => [row.role, ...row.also].includes(role.value as never))
    .map((row) => ({
      value: String(row.id),
      text: [row.name, row.fit ? t(`shelf.fits.${row.fit.fits}`) : ''].filter(Boolean).join(' · '),
      disabled: row.fit?.fits === 'no',
    })),
)
const check = useSwapCheck(() => props.visit, role, bottle)
const instead = computed(
  () => props.targets.find((target) => target.role === role.value)?.name ?? '',
)
function swap() {
  if (!bottle.value) return
  emit('swap', role.value, bottle.value)
  emit('done')
}
// Rods or time run out: the rest is planned again with another number of sections.
const count = ref<number | null>(null)
const rod = ref<number | null>(null)
const other = computed(() => ({
  ...(count.value && { sections: count.value }),
  ...(rod.value && { rod_mm: rod.value }),
}))
const replan = useReplanRest(() => props.visit)
const refusal = provideRefusal(replan.error)
const asked = ref<typeof other.value>()
async function look() {
  asked.value = other.value
  await replan.mutateAsync(asked.value).catch(() => undefined)
}
async function goOn() {
  const kept = await replan.mutateAsync({ ...asked.value, keep: true }).catch(() => undefined)
  if (!kept) return
  emit('planned')
  emit('done')
}

const person = ref('')
function hand() {
  if (!person.value) return
  emit('hand', person.value)
  emit('done')
}
</script>

<template>
  <form
    v-if="panel === 'skip' || panel === 'end'"
    ref="root"
    class="panel"
    @submit.prevent="skip(reason)"
  >
    <div class="beside">
      <button
        v-for="why in SKIPS"
        :key="why"
        class="act big"
        type="button"
        @click="skip(t(`chair.skips.${why}`))"
      >
        {{ t(`chair.skips.${why}`) }}
      </button>
      <TextField
        v-model="reason"
        :label="t(panel === 'end' ? 'chair.endWhy' : 'chair.skipWhy')"
        name="reason"
        :maxlength="500"
      />
      <button class="act big" type="submit" :disabled="!reason.trim()">
        {{ t(panel === 'end' ? 'chair.end' : 'chair.skip') }}
      </button>
    </div>
  </form>
  <form v-else-if="panel === 'note'" ref="root" class="panel" @submit.prevent="keepNote">
    <Choice
      v-model="about"
      :label="t('chair.noteAbout')"
      :options="
        ABOUTS.map((value) => ({ value: value as string, text: t(`chair.abouts.${value}`) }))
      "
    />
    <TextField
      v-model="text"
      :label="t('chair.noteText')"
      name="text"
      :maxlength="2000"
      :rows="2"
    />
    <button class="act big" type="submit" :disabled="!text.trim()">{{ t('chair.keep') }}</button>
  </form>
  <form v-else-if="panel === 'swap'" ref="root" class="panel" @submit.prevent="swap">
    <Choice
      v-if="targets.length > 1"
      v-model="role"
      :label="t('chair.swap')"
      hide-label
      :options="targets.map((target) => ({ value: target.role as string, text: target.name }))"
    />
    <Pick
      v-model="bottle"
      :label="t('chair.swapFor', { name: instead })"
      name="product"
      :options="bottles"
      width="320px"
    />
    <p
      v-for="line in check.data.value?.check.lines"
      :key="line.text"
      :class="line.fits === 'yes' ? 'quiet' : 'wrong'"
    >
      {{ line.text }}
    </p>
    <button class="act big" type="submit" :disabled="!bottle">{{ t('chair.keep') }}</button>
  </form>
  <form v-else-if="panel === 'sections'" ref="root" class="panel" @submit.prevent="look">
    <div class="beside">
      <Amount v-model="count" :label="t('chair.sectionCount')" name="sections" width="104px" />
      <Amount
        v-if="rods"
        v-model="rod"
        :label="t('chair.rods')"
        unit="mm"
        name="rod_mm"
        width="104px"
      />
      <button class="act big" type="submit" :disabled="!(count || rod) || replan.isPending.value">
        {{ t('chair.whatThen') }}
      </button>
    </div>
    <template v-if="replan.data.value">
      <p v-for="line in replan.data.value.summary" :key="line">{{ line }}</p>
      <p v-if="!replan.data.value.summary.length">{{ t('chair.nothingElse') }}</p>
      <button class="act big main" type="button" :disabled="replan.isPending.value" @click="goOn">
        {{ t('chair.goOnSo') }}
      </button>
    </template>
    <Refusals :refusal="refusal" />
  </form>
  <div v-else-if="panel === 'picture'" ref="root" class="panel">
    <TakePicture :client="client" :visit="visit" :moment="moment" @taken="emit('done')" />
  </div>
  <form v-else ref="root" class="panel" @submit.prevent="hand">
    <Pick
      v-model="person"
      :label="t('chair.handoverTo')"
      name="to"
      :options="people.map((one) => ({ value: one.username, text: one.name }))"
      width="240px"
    />
    <button class="act big" type="submit" :disabled="!person">{{ t('chair.handover') }}</button>
  </form>
</template>

<style scoped>
.panel {
  display: grid;
  justify-items: start;
  gap: 8px;
  padding: 12px 14px;
  border: 1px solid var(--line);
  background: var(--paper);
}
.panel :deep(.choice label),
.panel :deep(.act),
.panel :deep(.el-checkbox) {
  min-height: 56px;
}
</style>
