<script setup lang="ts">
/** Whose plan it is, and the views of it: the routine, the crown map, the drying, the look. */
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useHead } from '@/api/queries'

import PlanTabs from './PlanTabs.vue'

const props = defineProps<{ head: number; style: string; state?: string }>()
const { t } = useI18n()
const head = useHead(() => props.head)
</script>

<template>
  <div class="top">
    <h1>
      <RouterLink :to="`/heads/${props.head}`">{{ head.data.value?.name ?? '…' }}</RouterLink>
    </h1>
    <p class="style">{{ t(`plan.styles.${style}`) }}</p>
    <PlanTabs :head="props.head" class="tabs" />
    <span class="quiet state" role="status">{{ state }}</span>
    <slot />
  </div>
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 6px 16px;
  margin-bottom: 12px;
}
h1 {
  white-space: nowrap;
}
h1 a {
  text-decoration: none;
}
.style {
  font: 700 16px var(--display);
  white-space: nowrap;
}
.tabs {
  margin-left: 8px;
}
.state {
  margin-left: auto;
}
@media print {
  .top {
    display: none;
  }
}
</style>
