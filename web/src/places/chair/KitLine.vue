<script setup lang="ts">
/** What lies ready, what is on the head, and what has to be counted back in. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useTakeKit } from '@/api/shelf'
import { refusalOf } from '@/forms/refusal'
import Refusals from '@/parts/Refusals.vue'
import { short } from '@/text/format'

import type { Chair } from '@/api/chairLog'

const props = defineProps<{ chair: Chair }>()
const emit = defineEmits<{ taken: [] }>()
const { t } = useI18n()
const take = useTakeKit()
const refusal = refusalOf(take.error)

const needed = computed(() => {
  const { rods, pins, bands, clips, ties } = props.chair.answer.kit_needed
  return [
    ...rods.map((rod) => t('plan.rods', { n: rod.count, mm: short(rod.diameter_mm) })),
    ...(
      [
        ['pin', pins],
        ['band', bands],
        ['clip', clips],
        ['scrunchy', ties ?? 0],
      ] as const
    ).flatMap(([kind, count]) => (count ? [`${count} ${t(`kit.kinds.${kind}`)}`] : [])),
  ]
})
const out = computed(() =>
  props.chair.chair.visit.kit
    .filter((run) => !run.cleaning_since && !run.returned_at)
    .map((run) => `${run.count} ${t(`kit.kinds.${run.kind}`)}`),
)
async function takeOut() {
  if (await take.mutateAsync(props.chair.plan).catch(() => undefined)) emit('taken')
}
</script>

<template>
  <p v-if="out.length" class="kit">
    {{ t('chair.kitOut', { what: out.join(', ') }) }}
    <RouterLink to="/shelf/kit">{{ t('chair.kitBack') }}</RouterLink>
  </p>
  <p v-else-if="needed.length && !chair.chair.visit.kit.length" class="kit">
    {{ t('chair.kit', { what: needed.join(', ') }) }}
    <button class="act big" type="button" :disabled="take.isPending.value" @click="takeOut">
      {{ t('chair.kitTake') }}
    </button>
  </p>
  <Refusals :refusal="refusal" />
</template>

<style scoped>
.kit {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  margin: 0;
}
</style>
