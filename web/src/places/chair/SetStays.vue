<script setup lang="ts">
/** The end of a visit whose set goes home closed: how it turned out is asked once it is open. */
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { comfortValues as COMFORTS } from '@/api/generated'
import Choice from '@/parts/Choice.vue'
import TextField from '@/parts/TextField.vue'

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
    <Choice
      :label="t('chair.comfort')"
      :model-value="comfort ?? undefined"
      :options="
        COMFORTS.map((value) => ({ value: value as string, text: t(`chair.comforts.${value}`) }))
      "
      @update:model-value="(value) => value && emit('comfort', value)"
    />
    <p v-if="comfort === 'pain'" class="wrong" role="alert">{{ t('chair.pain') }}</p>
    <p v-else-if="comfort === 'tight'" class="wrong" role="note">{{ t('chair.tight') }}</p>
    <div class="beside">
      <TextField v-model="said" :label="t('chair.abouts.client')" name="said" :maxlength="2000" />
      <TextField v-model="next" :label="t('chair.abouts.next')" name="next" :maxlength="2000" />
    </div>
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
