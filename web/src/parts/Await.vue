<script setup lang="ts" generic="Data">
/** What was asked for, or why it is not there yet: loading, offline, failed, empty. */
import { useI18n } from 'vue-i18n'

import Problem from './Problem.vue'

defineProps<{
  data: Data | undefined
  error?: Error | null
  /** Said in the place of nothing. */
  empty?: string
  loading?: string
}>()
const emit = defineEmits<{ retry: [] }>()
defineSlots<{ default(props: { data: Data }): unknown }>()
const { t } = useI18n()
</script>

<template>
  <Problem v-if="error" :error="error" @retry="emit('retry')" />
  <p v-else-if="data === undefined" class="quiet" role="status">
    {{ loading ?? t('app.loading') }}
  </p>
  <p v-else-if="empty" class="quiet">{{ empty }}</p>
  <slot v-else :data="data" />
</template>
