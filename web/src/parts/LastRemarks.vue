<script setup lang="ts">
/** What the next visit of a client should know: said, felt and noted since the last ones. */
import { useI18n } from 'vue-i18n'

import { useRemarks } from '@/api/wear'

import RemarkList from './RemarkList.vue'

const props = defineProps<{ client?: number; visit?: number }>()
const { t } = useI18n()
const remarks = useRemarks(() => ({ client: props.client, visit: props.visit }))
</script>

<template>
  <section v-if="remarks.data.value?.length" class="last" :aria-label="t('remarks.title')">
    <h2>{{ t(props.visit ? 'remarks.ofVisit' : 'remarks.title') }}</h2>
    <RemarkList :remarks="remarks.data.value" />
  </section>
</template>

<style scoped>
.last {
  margin: 8px 0 14px;
  padding: 8px 12px;
  background: var(--remind-ground);
}
h2 {
  min-height: 0;
  margin: 0 0 4px;
  font: 700 16px var(--display);
}
</style>
