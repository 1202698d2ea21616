<script setup lang="ts">
/** Finished length and look over the days, of this wish and of another plan beside it. */
import { ElOption, ElSelect } from 'element-plus'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { useLiveLook, usePlanLook } from '@/api/crown'
import { usePlans, useReady } from '@/api/queries'
import { refusalOf } from '@/forms/refusal'
import Silhouette from '@/parts/Silhouette.vue'
import WhyList from '@/parts/WhyList.vue'
import { ago, percent } from '@/text/format'
import { useWish } from '@/wish/useWish'

import WishView from './WishView.vue'

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const desk = useWish(props.client)
const wish = desk.wish
const ready = useReady(() => props.client)
const mine = useLiveLook(wish, ready)
const refusal = refusalOf(mine.error)
const plans = usePlans(() => props.client)
const beside = ref<number>()
const other = usePlanLook(() => beside.value ?? 0)

const looks = computed(() => {
  const current = mine.answer.value ? [{ name: t('look.now'), look: mine.answer.value }] : []
  const saved = beside.value ? other.data.value : undefined
  return saved ? [...current, { name: saved.title, look: saved }] : current
})
/** Both drawn to one scale. */
const depth = computed(() =>
  Math.max(
    46,
    ...looks.value.flatMap((look) => look.look.moments.map((moment) => moment.length_cm + 3)),
  ),
)
/** How high above the vertex full hair stands. */
const above = computed(() =>
  Math.max(
    7,
    ...looks.value.flatMap((look) =>
      look.look.moments.flatMap((moment) => moment.outline.map((point) => 0.5 - Number(point[1]))),
    ),
  ),
)
const reach = computed(() =>
  Math.max(
    14,
    ...looks.value.flatMap((look) => look.look.moments.map((moment) => moment.breadth_cm / 2 + 1)),
  ),
)
</script>

<template>
  <WishView
    :client="props.client"
    :desk="desk"
    :data="mine.answer.value"
    :refusal="refusal"
    :refused="Boolean(mine.error.value)"
    :pending="mine.pending.value"
    @retry="mine.retry()"
  >
    <template #top>
      <div class="beside">
        <label for="beside" class="sr">{{ t('look.compare') }}</label>
        <ElSelect
          id="beside"
          v-model="beside"
          clearable
          :placeholder="t('look.none')"
          :aria-label="t('look.compare')"
          style="width: 250px"
        >
          <ElOption
            v-for="plan in plans.data.value?.results ?? []"
            :key="plan.id"
            :value="plan.id"
            :label="`${plan.title}, ${ago(plan.made_at)}`"
          />
        </ElSelect>
      </div>
    </template>
    <section v-for="look in looks" :key="look.name" class="row" :class="{ two: looks.length > 1 }">
      <h2>
        {{ look.name }}
        <span class="quiet">{{ t('look.humid', { rh: percent(look.look.rh) }) }}</span>
        <WhyList :reasons="look.look.reasons" :about="look.name" />
      </h2>
      <div class="moments">
        <Silhouette
          v-for="moment in look.look.moments"
          :key="moment.key"
          :moment="moment"
          :kept-of="look.look.kept_of"
          :marks="look.look.landmarks"
          :half-width="look.look.half_width_cm"
          :chin="look.look.chin_cm"
          :depth="depth"
          :reach="reach"
          :above="above"
        />
      </div>
    </section>
    <p class="quiet">{{ t('look.drawn') }}</p>
  </WishView>
</template>

<style scoped>
.beside {
  margin-left: 8px;
}
.row {
  margin-bottom: 10px;
}
h2 {
  display: flex;
  align-items: baseline;
  gap: 12px;
  margin-bottom: 4px;
}
.moments {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 24px;
}
.two :deep(svg) {
  max-height: 212px;
}
@media (max-width: 700px) {
  .moments {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
