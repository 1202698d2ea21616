<script setup lang="ts">
/** The end of a visit whose set goes home closed: how it turned out is asked once it is open. */
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

import ClientSays from './ClientSays.vue'

defineProps<{
  /** When and where it is opened, in words. */
  when: string
  comfort?: string | null
}>()
const emit = defineEmits<{
  comfort: [comfort: string]
  note: [about: string, text: string]
  close: []
}>()
const { t } = useI18n()
const said = ref('')
const next = ref('')

function close() {
  if (said.value.trim()) emit('note', 'client', said.value.trim())
  if (next.value.trim()) emit('note', 'next', next.value.trim())
  emit('close')
}
</script>

<template>
  <section class="stays" :aria-label="t('chair.setStays')">
    <h2>{{ t('chair.setStays') }}</h2>
    <p>{{ t('chair.goesHome', { when }) }}</p>
    <ClientSays
      v-model:said="said"
      v-model:next="next"
      :comfort="comfort"
      @comfort="emit('comfort', $event)"
    />
    <slot />
    <button class="act big main" type="button" @click="close">{{ t('chair.close') }}</button>
  </section>
</template>

<style scoped>
.stays {
  display: grid;
  justify-items: start;
  gap: 10px;
}
p {
  margin: 0;
}
</style>
