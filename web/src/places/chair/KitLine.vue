<script setup lang="ts">
/** What lies ready, what is on the head, and what has to be counted back in. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useCleaning, usePutBack, useTakeKit } from '@/api/products'
import { refusalOf } from '@/forms/refusal'
import Refusals from '@/parts/Refusals.vue'
import { clock } from '@/text/format'
import { measure } from '@/text/measures'

import type { Chair } from '@/api/chairLog'

const props = defineProps<{
  chair: Chair
  /** Whether it is about the release: nothing is laid ready for it. */
  releasing?: boolean
  /** Whether pieces come off the head now. */
  back?: boolean
}>()
const emit = defineEmits<{ taken: [] }>()
const { t } = useI18n()
const take = useTakeKit()
const cleaning = useCleaning()
const putBack = usePutBack()
const refusal = refusalOf(take.error, cleaning.error, putBack.error)

const needed = computed(() => {
  const { rods, pins, bands, clips, ties } = props.chair.answer.kit_needed
  return [
    ...rods.map((rod) => t('plan.rods', { n: rod.count, mm: measure(rod.diameter_mm, 'mm') })),
    ...(
      [
        ['pin', pins],
        ['band', bands],
        ['clip', clips],
        ['scrunchy', ties ?? 0],
      ] as const
    ).flatMap(([kind, count]) => (count ? [`${count} ${t(`kit.kinds.${kind}`, count)}`] : [])),
  ]
})
const busy = computed(() => cleaning.isPending.value || putBack.isPending.value)
async function moved(work: Promise<unknown>) {
  if (await work.catch(() => undefined)) emit('taken')
}
async function takeOut() {
  if (await take.mutateAsync(props.chair.plan).catch(() => undefined)) emit('taken')
}
</script>

<template>
  <ul v-if="chair.kit.length" class="out">
    <li v-for="use in chair.kit" :key="use.id" class="kit">
      <template v-if="use.cleaning_since">
        <span>{{
          t('chair.kitCleaning', {
            n: use.count,
            what: use.what,
            until: clock(new Date(use.ready_at)),
          })
        }}</span>
        <button
          class="act big"
          type="button"
          :disabled="busy"
          @click="moved(putBack.mutateAsync({ id: use.id }))"
        >
          {{ t('chair.kitDrawer') }}
        </button>
      </template>
      <template v-else>
        <span>{{ t('chair.kitOut', { n: use.count, what: use.what }) }}</span>
        <button
          v-if="back"
          class="act big"
          type="button"
          :disabled="busy"
          @click="moved(cleaning.mutateAsync({ id: use.id }))"
        >
          {{ t('chair.kitBack', { n: use.count }) }}
        </button>
      </template>
    </li>
    <RouterLink v-if="back" to="/products/kit">{{ t('chair.kitFewer') }}</RouterLink>
  </ul>
  <p v-else-if="!releasing && needed.length && !chair.chair.visit.kit.length" class="kit">
    {{ t('chair.kit', { what: needed.join(', ') }) }}
    <button class="act big" type="button" :disabled="take.isPending.value" @click="takeOut">
      {{ t('chair.kitTake') }}
    </button>
  </p>
  <Refusals :refusal="refusal" />
</template>

<style scoped>
.out {
  display: grid;
  gap: 6px;
  margin: 0;
  padding: 0;
  list-style: none;
}
.kit {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  margin: 0;
}
</style>
