<script setup lang="ts">
/** The strand scope: take a picture of a spot, see what was counted, correct it by tapping. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { api, answerOf, asForm, Refused, type Schemas } from '@/api/client'
import Amount from '@/parts/Amount.vue'
import Choice from '@/parts/Choice.vue'
import { zoneValues } from '@/api/generated'
import { short } from '@/text/format'

import { type Consulting, fieldOf } from './consulting'

type Picture = Schemas['Picture']

const props = defineProps<{ client: number; consulting: Consulting }>()
const { t } = useI18n()
const cache = useQueryClient()

const zone = ref<string>('crown')
const shown = ref<Picture | null>(null)
const scale = ref<number | null>(6.25)
const device = useQuery({
  queryKey: ['scope', computed(() => props.client)],
  queryFn: () =>
    answerOf(api.GET('/api/clients/{pk}/scope/', { params: { path: { pk: props.client } } })),
})

function take(picture: Picture) {
  shown.value = picture
  void cache.invalidateQueries({ queryKey: ['scope'] })
}
const shoot = useMutation({
  mutationFn: () =>
    answerOf(
      api.POST('/api/clients/{pk}/scope/', {
        params: { path: { pk: props.client } },
        body: { zone: zone.value as Picture['zone'] },
      }),
    ),
  onSuccess: take,
})
const upload = useMutation({
  mutationFn: (file: File) =>
    answerOf(
      api.POST('/api/clients/{pk}/scope/upload/', {
        params: { path: { pk: props.client } },
        ...asForm<Schemas['UploadRequest']>({
          zone: zone.value,
          um_per_px: scale.value ?? 0,
          picture: file,
        }),
      }),
    ),
  onSuccess: take,
})
const correct = useMutation({
  mutationFn: (roots: number[][]) =>
    answerOf(
      api.PATCH('/api/scope/{pk}/', {
        params: { path: { pk: shown.value?.id ?? 0 } },
        body: { roots },
      }),
    ),
  onSuccess: take,
})

const failure = computed(() => shoot.error.value ?? upload.error.value ?? correct.error.value)
const message = computed(() =>
  failure.value instanceof Refused ? failure.value.message : failure.value ? t('app.offline') : '',
)
function pick(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (file) upload.mutate(file)
  input.value = ''
}

/** A tap on a mark takes it away, a tap beside adds one. */
const NEAR_UM = 60
function tap(event: MouseEvent) {
  const picture = shown.value
  if (!picture) return
  const box = (event.currentTarget as SVGElement).getBoundingClientRect()
  const x = ((event.clientX - box.left) / box.width) * picture.width_px
  const y = ((event.clientY - box.top) / box.height) * picture.height_px
  const near = NEAR_UM / picture.um_per_px
  const left = picture.roots.filter(
    (root) => Math.hypot((root[0] ?? 0) - x, (root[1] ?? 0) - y) > near,
  )
  correct.mutate(left.length < picture.roots.length ? left : [...picture.roots, [x, y]])
}

const used = computed(() => {
  const given = props.consulting.given(fieldOf('density_per_cm2', shown.value?.zone ?? ''))
  return (
    given?.detail?.['picture'] === shown.value?.id &&
    given?.detail?.['hairs'] === shown.value?.roots.length
  )
})
function use() {
  const picture = shown.value
  if (!picture?.density) return
  const detail = {
    hairs: picture.roots.length,
    field_cm2: picture.area_cm2,
    picture: picture.id,
  }
  props.consulting.set(fieldOf('density_per_cm2', picture.zone ?? ''), {
    value: picture.density.value,
    detail,
  })
  props.consulting.set('diameter_um', { value: picture.diameter_um, detail })
}
const frame = computed(() => {
  const [left = 0, top = 0, right = 0, bottom = 0] = shown.value?.frame ?? []
  return { x: left, y: top, width: right - left, height: bottom - top }
})
</script>

<template>
  <section class="scope">
    <div class="spots">
      <h3>{{ t('scope.title') }}</h3>
      <Choice
        v-model="zone"
        :label="t('scope.spot')"
        :options="
          zoneValues.map((zone) => ({ value: zone as string, text: t(`hair.zones.${zone}`) }))
        "
        hide-label
      />
    </div>
    <div class="how">
      <template v-if="device.data.value?.name !== ''">
        <button
          class="act main"
          type="button"
          :disabled="shoot.isPending.value"
          @click="shoot.mutate()"
        >
          {{ shoot.isPending.value ? t('scope.counting') : t('scope.take') }}
        </button>
        <p class="quiet">{{ t('scope.device', { name: device.data.value?.name ?? '…' }) }}</p>
      </template>
      <p v-else class="quiet">{{ t('scope.none') }}</p>
      <details :open="device.data.value?.name === ''">
        <summary class="quiet">{{ t('scope.other') }}</summary>
        <div class="upload">
          <Amount v-model="scale" :label="t('scope.scale')" unit="µm" width="120px" />
          <label class="act">
            {{ upload.isPending.value ? t('scope.counting') : t('scope.upload') }}
            <input class="sr" type="file" accept="image/png,image/jpeg" @change="pick" />
          </label>
        </div>
      </details>
      <p v-if="message" class="wrong" role="alert">{{ message }}</p>
      <template v-if="shown">
        <p class="count">
          <b>{{ shown.roots.length }}</b> {{ t('scope.hairs') }}
        </p>
        <p v-if="shown.density">
          {{ short(shown.density.value, 0) }} {{ t('hair.unit.density_per_cm2') }}
          <span class="quiet">
            ({{ short(shown.density.low, 0) }}–{{ short(shown.density.high, 0) }})
          </span>
        </p>
        <p class="quiet">
          {{ t('scope.strand', { um: short(shown.diameter_um, 0) }) }}<br />
          {{ shown.by_hand ? t('scope.byHand') : t('scope.tap') }}
        </p>
        <button class="act" type="button" :disabled="used" @click="use">
          {{
            used
              ? `✓ ${t('scope.used')}`
              : t('scope.use', { zone: shown.zone ? t(`hair.zones.${shown.zone}`) : '' })
          }}
        </button>
      </template>
    </div>
    <div class="picture">
      <svg
        v-if="shown"
        :viewBox="`0 0 ${shown.width_px} ${shown.height_px}`"
        role="img"
        :aria-label="t('scope.describe', { n: shown.roots.length })"
        @click="tap"
      >
        <image
          :href="`/api/scope/${shown.id}/image/`"
          :width="shown.width_px"
          :height="shown.height_px"
        />
        <rect v-bind="frame" class="frame" />
        <g v-for="(root, i) in shown.roots" :key="i" class="root">
          <circle :cx="root[0]" :cy="root[1]" r="11" />
          <circle :cx="root[0]" :cy="root[1]" r="3.5" class="core" />
        </g>
      </svg>
      <p v-else class="quiet empty">{{ t('scope.empty') }}</p>
    </div>
  </section>
</template>

<style scoped>
.scope {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 340px);
  gap: 18px;
  padding: 12px;
  border-bottom: 1px solid var(--line);
}
.how {
  display: grid;
  gap: 8px;
  align-content: start;
  justify-items: start;
}
.spots {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 16px;
}
.spots :deep(label) {
  padding: 0 10px;
}
.upload {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 10px;
  padding-top: 6px;
}
.count b {
  font: 700 30px var(--display);
}
.picture {
  display: grid;
  place-items: center;
  aspect-ratio: 1;
  border: 1px solid var(--line-strong);
  background: var(--remind-ground);
}
.picture svg {
  display: block;
  width: 100%;
  cursor: crosshair;
}
.empty {
  padding: 20px;
  text-align: center;
}
.frame {
  fill: none;
  stroke: #f8faf9;
  stroke-dasharray: 6 8;
  stroke-width: 2;
}
.root circle {
  fill: none;
  stroke: #f8faf9;
  stroke-width: 4;
}
.root .core {
  fill: #0f2e29;
  stroke-width: 2;
}
@media (max-width: 900px) {
  .scope {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
