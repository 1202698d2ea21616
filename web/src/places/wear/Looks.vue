<script setup lang="ts">
/** Pictures of a client: another one, two of the same view beside each other, and what they measure. */
import { ElCheckbox } from 'element-plus'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import { imageOf, type LookPicture, useDeleteLook, useLooks } from '@/api/looks'
import { useClient } from '@/api/queries'
import { useWearing } from '@/api/wear'
import { provideRefusal } from '@/forms/refusal'
import Await from '@/parts/Await.vue'
import Choice from '@/parts/Choice.vue'
import Figures from '@/parts/Figures.vue'
import { useLaterRemoval } from '@/parts/laterNote'
import PageHeader from '@/parts/PageHeader.vue'
import Refusals from '@/parts/Refusals.vue'
import { day } from '@/text/format'
import { figure, unitName } from '@/text/measures'

import Outlines from './Outlines.vue'
import TakePicture from './TakePicture.vue'

const WAYS = ['beside', 'wipe', 'over', 'outlines'] as const
const MEASURES = [
  ['silhouette_cm2', 'cm²', 0],
  ['roughness_mm', 'mm', 2],
  ['coherence', '', 2],
  ['length_cm', 'cm', 1],
  ['evenness', '', 2],
] as const

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const client = useClient(() => props.client)
const wearing = useWearing(() => props.client)
const looks = useLooks(() => props.client)
const remove = useDeleteLook(() => props.client)
const refusal = provideRefusal(remove.error)

const view = ref<LookPicture['view']>('back')
const way = ref<(typeof WAYS)[number]>('beside')
const share = ref(50)
const chosen = ref<number[]>([])

const named = <Value extends string>(values: readonly Value[], words: string) =>
  values.map((value) => ({ value, text: t(`looks.${words}.${value}`) }))
const removal = useLaterRemoval((id) => remove.mutateAsync(id))
const rows = computed(() =>
  (looks.data.value ?? []).filter(
    (one) => one.view === view.value && !removal.hidden.value.has(one.id),
  ),
)
const pair = computed(() =>
  chosen.value
    .map((id) => rows.value.find((one) => one.id === id))
    .filter((one) => one !== undefined)
    // The earlier one first, as one reads.
    .sort((one, other) => (one.taken_at ?? '').localeCompare(other.taken_at ?? '')),
)
/** How wide what a picture shows is, by its scale; both are shown at the same one [cm]. */
const wide = ({ width_px, measures }: LookPicture) =>
  measures ? width_px / measures.px_per_cm : undefined
function sized(picture: LookPicture) {
  const all = pair.value.map(wide)
  const own = wide(picture)
  if (own === undefined || all.includes(undefined)) return {}
  return { width: `${(100 * own) / Math.max(...(all as number[]))}%` }
}
/** The newest two of a view, until others are chosen. */
watch(
  rows,
  (now) => {
    if (pair.value.length < Math.min(2, now.length))
      chosen.value = now.slice(0, 2).map((one) => one.id)
  },
  { immediate: true },
)
function choose(id: number) {
  chosen.value = chosen.value.includes(id)
    ? chosen.value.filter((one) => one !== id)
    : [...chosen.value, id].slice(-2)
}
const about = (picture: LookPicture) =>
  `${day(picture.taken_at)}, ${t(`looks.moments.${picture.moment}`)}`
function shown(picture: LookPicture, [name, unit, digits]: (typeof MEASURES)[number]) {
  const one = picture.measures?.[name]
  return one
    ? `${figure(one.value, unit, digits)} ± ${figure(one.sd, unit, digits)} ${unitName(unit)}`
    : ''
}
/** Outlines of both, where both could be measured. */
const outlines = computed(() =>
  pair.value.flatMap((picture) => {
    const points = picture.measures?.outline_cm
    return points ? [{ id: picture.id, about: about(picture), points }] : []
  }),
)
const ways = computed(() => named(outlines.value.length === 2 ? WAYS : WAYS.slice(0, -1), 'ways'))
watch(outlines, (now) => {
  if (now.length < 2 && way.value === 'outlines') way.value = 'beside'
})
const state = (picture: LookPicture) => {
  if (!picture.measured_at) return t('looks.measuring')
  return picture.cannot ? t(`looks.cannot.${picture.cannot}`) : ''
}
</script>

<template>
  <PageHeader
    :title="client.data.value?.name ?? ''"
    :to="`/clients/${props.client}`"
    :about="t('looks.title')"
  >
    <a class="act" href="/api/scale-strip.pdf" target="_blank" rel="noopener">{{
      t('looks.strip')
    }}</a>
  </PageHeader>
  <TakePicture v-model:view="view" :client="props.client" :visit="wearing.data.value?.visit" />
  <Refusals :refusal="refusal" />
  <Await
    :data="looks.data.value"
    :error="looks.error.value"
    :empty="looks.data.value && !rows.length ? t('looks.none') : undefined"
    @retry="looks.refetch()"
  >
    <Choice v-if="pair.length === 2" v-model="way" :label="t('looks.way')" :options="ways" />
    <Outlines v-if="way === 'outlines' && outlines.length === 2" :outlines="outlines" />
    <div v-else class="pair" :class="[way, { two: pair.length === 2 }]">
      <figure
        v-for="(picture, at) in pair"
        :key="picture.id"
        :style="
          way === 'wipe' && at
            ? { clipPath: `inset(0 0 0 ${share}%)` }
            : way === 'over' && at
              ? { opacity: share / 100 }
              : {}
        "
      >
        <img
          :style="sized(picture)"
          :src="imageOf(picture)"
          :alt="`${t(`looks.views.${picture.view}`)}, ${about(picture)}`"
        />
        <figcaption v-if="way === 'beside'" class="quiet">{{ about(picture) }}</figcaption>
      </figure>
    </div>
    <label v-if="pair.length === 2 && (way === 'wipe' || way === 'over')" class="share">
      {{ t('looks.share') }}
      <input v-model.number="share" type="range" min="0" max="100" />
    </label>
    <Figures class="table">
      <thead>
        <tr>
          <th>{{ t('looks.shown') }}</th>
          <th v-for="one in MEASURES" :key="one[0]" class="n">
            {{ t(`looks.measures.${one[0]}`) }}
          </th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="picture in rows" :key="picture.id">
          <td>
            <ElCheckbox
              :model-value="chosen.includes(picture.id)"
              @update:model-value="choose(picture.id)"
            >
              {{ about(picture) }}
            </ElCheckbox>
          </td>
          <td v-if="state(picture)" :colspan="MEASURES.length" class="quiet">
            {{ state(picture) }}
          </td>
          <template v-else>
            <td v-for="one in MEASURES" :key="one[0]" class="n">{{ shown(picture, one) }}</td>
          </template>
          <td class="n">
            <button
              class="act"
              type="button"
              @click="removal.removeLater(picture.id, t('looks.deleted'), t('app.undo'))"
            >
              {{ t('looks.delete') }}
            </button>
          </td>
        </tr>
      </tbody>
    </Figures>
    <p class="quiet">{{ t('looks.limits') }}</p>
  </Await>
</template>

<style scoped>
.pair {
  display: grid;
  gap: 12px;
  max-width: 760px;
  margin: 10px 0;
}
.pair.beside.two {
  grid-template-columns: 1fr 1fr;
}
.pair.wipe figure,
.pair.over figure {
  grid-area: 1 / 1;
  max-width: 420px;
}
figure {
  margin: 0;
}
img {
  display: block;
  width: 100%;
}
.share {
  display: flex;
  align-items: center;
  gap: 12px;
  max-width: 520px;
}
.share input {
  flex: 1;
  min-height: 44px;
}
.table {
  margin: 12px 0;
}
</style>
