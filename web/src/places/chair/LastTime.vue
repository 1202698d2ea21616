<script setup lang="ts">
/** Of the visit before: its last picture, what went wrong and why. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import type { Chair } from '@/api/chairLog'
import { imageOf, useLooks } from '@/api/looks'
import { useVisitBefore } from '@/api/queries'
import FaultList from '@/parts/FaultList.vue'
import { day } from '@/text/format'

const props = defineProps<{
  chair: Chair
  /** Where the hands are: what failed there stands first. */
  zone?: string
}>()
const { t } = useI18n()
const before = useVisitBefore(() => props.chair.visit)
const looks = useLooks(() => props.chair.client)

const faults = computed(() => {
  const rows = before.data.value?.last_time?.faults ?? []
  const here = (zones: string[]) => Number(Boolean(props.zone && zones.includes(props.zone)))
  return [...rows].sort((one, other) => here(other.zones) - here(one.zones))
})
/** The newest picture that is not of this visit; they come newest first. */
const picture = computed(() => looks.data.value?.find(({ visit }) => visit !== props.chair.visit))
const uneven = computed(() => before.data.value?.last_time?.uneven ?? [])
</script>

<template>
  <section v-if="picture || faults.length || uneven.length" class="last">
    <h3>
      <RouterLink v-if="before.data.value?.visit" :to="`/visits/${before.data.value.visit}`">{{
        t('chair.lastTime')
      }}</RouterLink>
      <template v-else>{{ t('chair.lastTime') }}</template>
      <span v-if="before.data.value?.at" class="quiet"> · {{ day(before.data.value.at) }}</span>
    </h3>
    <FaultList v-if="faults.length" :findings="faults" />
    <p v-for="line in uneven" :key="line">{{ line }}</p>
    <figure v-if="picture">
      <img :src="imageOf(picture)" :alt="t('chair.lastPicture')" />
      <figcaption class="quiet">{{ day(picture.taken_at ?? '') }}</figcaption>
    </figure>
  </section>
</template>

<style scoped>
.last {
  display: grid;
  gap: 6px;
  margin-top: 12px;
  padding: 10px 14px;
  background: var(--paper);
  font-size: 15px;
}
.last h3 {
  margin: 0;
  font: 700 17px var(--display);
}
p,
figure {
  margin: 0;
}
img {
  display: block;
  max-width: 100%;
  max-height: 170px;
}
</style>
