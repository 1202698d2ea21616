<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import { Offline, Refused } from '@/api/client'

const props = defineProps<{ error: Error }>()
const emit = defineEmits<{ retry: [] }>()

const { t } = useI18n()
const text = computed(() => {
  if (props.error instanceof Offline) return t('app.offline')
  if (props.error instanceof Refused && props.error.status === 404) return t('app.notFound')
  return t('app.failed', { what: props.error.message })
})
</script>

<template>
  <div class="problem" role="alert">
    <p>{{ text }}</p>
    <button class="act" type="button" @click="emit('retry')">{{ t('app.retry') }}</button>
  </div>
</template>

<style scoped>
.problem {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 16px;
  margin: 16px 0;
  padding: 12px 16px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
}
</style>
