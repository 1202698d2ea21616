<script setup lang="ts">
/** The parting of a saved plan, on a page. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { usePlanCrown } from '@/api/crown'
import { usePlan } from '@/api/queries'
import Problem from '@/parts/Problem.vue'

import PrintSheet from './PrintSheet.vue'

const props = defineProps<{ plan: number }>()
const { t } = useI18n()
const plan = usePlan(() => props.plan)
/** Plans of older rules have no lines; their parting may have been another. */
const same = computed(() => Boolean(plan.data.value?.answer.lines?.length))
const crown = usePlanCrown(() => props.plan, same)
</script>

<template>
  <Problem v-if="plan.error.value" :error="plan.error.value" @retry="plan.refetch()" />
  <p v-else-if="!plan.data.value" class="quiet" role="status">{{ t('app.loading') }}</p>
  <template v-else>
    <RouterLink class="quiet back" :to="`/plans/${props.plan}`">
      {{ plan.data.value.head_name }}: {{ plan.data.value.title }}
    </RouterLink>
    <PrintSheet
      :name="plan.data.value.head_name"
      :title="plan.data.value.title"
      :answer="plan.data.value.answer"
      :views="crown.data.value?.views"
      :radius="crown.data.value?.radius_cm"
    />
  </template>
</template>

<style scoped>
@media print {
  .back {
    display: none;
  }
}
</style>
