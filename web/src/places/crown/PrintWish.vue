<script setup lang="ts">
/** The parting of the wish as it stands, on a page. */
import { computed } from 'vue'

import { useLiveCrown, useLiveDraft } from '@/api/crown'
import { useClient, useReady } from '@/api/queries'
import { refusalOf } from '@/forms/refusal'
import WishView from '@/places/plans/WishView.vue'
import { useWish } from '@/wish/useWish'

import PrintSheet from './PrintSheet.vue'

const props = defineProps<{ client: number }>()
const desk = useWish(props.client)
const wish = desk.wish
const client = useClient(() => props.client)
const ready = useReady(() => props.client)
const draft = useLiveDraft(wish, ready)
const crown = useLiveCrown(wish, ready)
const refusal = refusalOf(draft.error)
const page = computed(() => {
  const answer = draft.answer.value?.answer
  return answer && client.data.value ? { answer, name: client.data.value.name } : undefined
})
</script>

<template>
  <WishView
    v-slot="{ data }"
    :client="props.client"
    :desk="desk"
    :data="page"
    :refusal="refusal"
    :refused="Boolean(draft.error.value)"
    :pending="draft.pending.value"
    @retry="draft.retry()"
  >
    <PrintSheet
      :name="data.name"
      :title="data.answer.title"
      :answer="data.answer"
      :views="crown.answer.value?.views"
      :radius="crown.answer.value?.radius_cm"
      :person="draft.answer.value?.request?.person"
    />
  </WishView>
</template>
