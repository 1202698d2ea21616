<script setup lang="ts">
/** The parting of a saved plan, on a page. */
import { computed } from 'vue'
import { RouterLink } from 'vue-router'

import { usePlanCrown } from '@/api/crown'
import { usePlan } from '@/api/queries'
import Await from '@/parts/Await.vue'

import PrintSheet from './PrintSheet.vue'

const props = defineProps<{ plan: number }>()
const plan = usePlan(() => props.plan)
/** Plans of older rules have no lines; their parting may have been another. */
const same = computed(() => Boolean(plan.data.value?.answer.lines?.length))
const crown = usePlanCrown(() => props.plan, same)
</script>

<template>
  <Await
    v-slot="{ data }"
    :data="plan.data.value"
    :error="plan.error.value"
    @retry="plan.refetch()"
  >
    <RouterLink class="quiet back" :to="`/plans/${props.plan}`">
      {{ data.client_name }}: {{ data.title }}
    </RouterLink>
    <PrintSheet
      :name="data.client_name"
      :title="data.title"
      :answer="data.answer"
      :views="crown.data.value?.views"
      :radius="crown.data.value?.radius_cm"
      :person="data.request?.person"
    />
  </Await>
</template>

<style scoped>
@media print {
  .back {
    display: none;
  }
}
</style>
