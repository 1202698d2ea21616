<script setup lang="ts">
/** What somebody else typed meanwhile, to be taken or left. */
import { useI18n } from 'vue-i18n'

defineProps<{ value: string }>()
defineEmits<{ take: [] }>()
const { t } = useI18n()
</script>

<template>
  <span class="theirs" role="status">
    {{ t('app.theirs', { value: value || t('app.blank') }) }}
    <button class="plain" type="button" @click="$emit('take')">{{ t('app.takeTheirs') }}</button>
  </span>
</template>

<style scoped>
.theirs {
  padding: 2px 6px;
  border-left: 3px solid var(--ink);
  background: var(--remind-ground);
  font-size: 13px;
}
.theirs button {
  text-decoration: underline;
  text-underline-offset: 3px;
}
</style>
