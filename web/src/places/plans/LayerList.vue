<script setup lang="ts">
/** What stays in, composed in place: whatever product, wherever, in whatever order. */
import { computed, nextTick, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { layerOnValues, layerOverValues, layerWayValues, zoneValues } from '@/api/generated'
import type { PlanAnswer } from '@/api/queries'
import Amount from '@/parts/Amount.vue'
import Pick from '@/parts/Pick.vue'
import { figure } from '@/text/measures'

type Layer = Schemas['Layer']
type Role = Layer['role']

const props = defineProps<{
  answer: PlanAnswer
  /** Bottles that may be chosen. */
  shelf: Schemas['ShelfItem'][]
  /** The list where it is the specialist's own: ahead of the answer while one is computed. */
  own?: Layer[]
}>()
const emit = defineEmits<{ change: [layers: Layer[] | null] }>()
const { t } = useI18n()

const STRENGTHS = [1, 0.75, 0.5, 0.25]
const layers = computed(() => props.own ?? ((props.answer.layers ?? []) as Layer[]))
const doses = computed(() => props.answer.steps.flatMap((step) => step.products))
const doseOf = (place: number) => doses.value.find((product) => product.layer === place)
/** Only in a cycle layers go over different parts of the head before the next thing is done. */
const cycle = computed(() => props.answer.steps.some((step) => step.cycle))
const overs = computed(() => [
  { value: 'school', text: t('layers.overs.school') },
  ...layerOverValues.map((value) => ({ value: value as string, text: t(`layers.overs.${value}`) })),
])

const roles = computed(() =>
  (props.answer.may_stay ?? []).map((value) => ({ value, text: t(`plan.roles.${value}`) })),
)
const bottles = (role: Role) => [
  { value: '', text: t('plan.suitsBest') },
  ...props.shelf
    .filter((item) => item.role === role || (item.also ?? []).includes(role))
    .map((item) => ({ value: item.id, text: item.name || item.id })),
]
const lying = computed(() => new Set(props.answer.sections.map((section) => section.zone)))
const places = computed(() => [
  ...layerOnValues.map((value) => ({ value: value as string, text: t(`layers.ons.${value}`) })),
  ...zoneValues
    .filter((zone) => lying.value.has(zone))
    .map((zone) => ({ value: `zone ${zone}`, text: t(`hair.zones.${zone}`) })),
])
const strengths = computed(() =>
  STRENGTHS.map((value) => ({ value, text: t('layers.strengths', { n: value * 100 }) })),
)
const ways = computed(() =>
  (['usual', ...layerWayValues] as const).map((value) => ({
    value,
    text: t(`layers.ways.${value}`),
  })),
)
const whereOf = (layer: Layer) => (layer.zone ? `zone ${layer.zone}` : (layer.on ?? 'all'))

function change(place: number, by: Partial<Layer>) {
  emit(
    'change',
    layers.value.map((layer, i) => (i === place ? { ...layer, ...by } : layer)),
  )
}
function put(place: number, where: string | undefined) {
  const zone = where?.startsWith('zone ') ? where.slice('zone '.length) : null
  change(place, {
    zone: zone as Layer['zone'],
    on: zone ? 'all' : ((where ?? 'all') as Layer['on']),
  })
}
/** Another product has another bottle and another dose. */
const become = (place: number, role: Role | undefined) =>
  role && change(place, { role, bottle: null, grams: null })
function move(place: number, by: number) {
  const next = [...layers.value]
  const [moved] = next.splice(place, 1)
  if (moved) next.splice(place + by, 0, moved)
  emit('change', next)
}
const remove = (place: number) =>
  emit(
    'change',
    layers.value.filter((_, i) => i !== place),
  )

const list = ref<HTMLElement>()
async function add(role: Role | undefined) {
  if (!role) return
  emit('change', [...layers.value, { role }])
  await nextTick()
  list.value?.lastElementChild?.scrollIntoView({ block: 'nearest' })
}
const most = computed(() => props.answer.layers_most ?? layers.value.length)
</script>

<template>
  <section class="layers" :aria-label="t('layers.title')">
    <div class="client">
      <h3>{{ t('layers.title') }}</h3>
      <span class="quiet">{{ own ? t('layers.own') : t('layers.school') }}</span>
      <button v-if="own" class="act" type="button" @click="emit('change', null)">
        {{ t('layers.asSchool') }}
      </button>
    </div>
    <ol ref="list">
      <li v-for="(layer, place) in layers" :key="`${place} ${layer.role}`">
        <span class="n">{{ place + 1 }}</span>
        <Pick
          :label="t('layers.product', { n: place + 1 })"
          :name="`layers.${place}.role`"
          hide-label
          :options="roles"
          width="140px"
          :model-value="layer.role"
          @update:model-value="become(place, $event)"
        />
        <Pick
          :label="t('layers.bottle', { n: place + 1 })"
          :name="`layers.${place}.bottle`"
          hide-label
          :options="bottles(layer.role)"
          :placeholder="doseOf(place)?.name"
          width="190px"
          :model-value="layer.bottle ?? (doseOf(place)?.id ? undefined : '')"
          @update:model-value="change(place, { bottle: $event || null })"
        />
        <Pick
          :label="t('layers.where', { n: place + 1 })"
          :name="`layers.${place}.zone`"
          hide-label
          :options="places"
          width="130px"
          :model-value="whereOf(layer)"
          @update:model-value="put(place, $event)"
        />
        <Pick
          :label="t('layers.strength', { n: place + 1 })"
          :name="`layers.${place}.strength`"
          hide-label
          :options="strengths"
          width="104px"
          :model-value="layer.strength ?? 1"
          @update:model-value="change(place, { strength: $event ?? 1 })"
        />
        <Pick
          :label="t('layers.way', { n: place + 1 })"
          :name="`layers.${place}.way`"
          hide-label
          :options="ways"
          width="140px"
          :model-value="layer.way ?? 'usual'"
          @update:model-value="
            change(place, { way: !$event || $event === 'usual' ? null : $event })
          "
        />
        <Pick
          v-if="cycle"
          :label="t('layers.over', { n: place + 1 })"
          :name="`layers.${place}.over`"
          hide-label
          :options="overs"
          width="124px"
          :model-value="layer.over ?? 'school'"
          @update:model-value="
            change(place, { over: ($event === 'school' ? null : $event) as Layer['over'] })
          "
        />
        <Amount
          :label="t('layers.grams', { n: place + 1 })"
          :name="`layers.${place}.grams`"
          hide-label
          unit="g"
          width="100px"
          :placeholder="doseOf(place) ? figure(doseOf(place)?.grams ?? 0, 'g', 2) : ''"
          :model-value="layer.grams ?? null"
          @update:model-value="change(place, { grams: $event })"
        />
        <span class="acts">
          <button
            class="act"
            type="button"
            :disabled="place === 0"
            :aria-label="t('layers.sooner', { n: place + 1 })"
            @click="move(place, -1)"
          >
            ↑
          </button>
          <button
            class="act"
            type="button"
            :disabled="place === layers.length - 1"
            :aria-label="t('layers.later', { n: place + 1 })"
            @click="move(place, 1)"
          >
            ↓
          </button>
          <button
            class="act"
            type="button"
            :aria-label="t('layers.out', { n: place + 1 })"
            @click="remove(place)"
          >
            ×
          </button>
        </span>
      </li>
    </ol>
    <p v-if="!layers.length" class="quiet">{{ t('layers.none') }}</p>
    <Pick
      v-if="layers.length < most"
      :label="t('layers.add')"
      hide-label
      :placeholder="t('layers.add')"
      :options="roles"
      width="190px"
      :model-value="undefined"
      @update:model-value="add($event)"
    />
  </section>
</template>

<style scoped>
.layers {
  padding: 8px 0 10px 54px;
  border-bottom: 1px solid var(--line);
}
.client {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 14px;
}
h3 {
  font: 700 15px var(--display);
}
ol {
  display: grid;
  gap: 4px;
  margin: 6px 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 6px;
}
.n {
  width: 18px;
  color: var(--ink-2);
}
.acts {
  display: flex;
  gap: 4px;
}
.acts .act {
  width: 40px;
  padding: 0;
}
@media (max-width: 1000px) {
  .layers {
    padding-left: 0;
  }
  li {
    padding-bottom: 6px;
    border-bottom: 1px solid var(--line);
  }
}
</style>
