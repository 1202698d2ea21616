<script setup lang="ts">
/** How it feels, what the client said, and what is for the next time: the end of every visit. */
import { useI18n } from 'vue-i18n'

import { comfortValues as COMFORTS } from '@/api/generated'
import Choice from '@/parts/Choice.vue'
import TextField from '@/parts/TextField.vue'

defineProps<{ comfort?: string | null }>()
const emit = defineEmits<{ comfort: [comfort: string] }>()
const said = defineModel<string>('said', { required: true })
const next = defineModel<string>('next', { required: true })
const { t } = useI18n()
</script>

<template>
  <div class="beside">
    <Choice
      :label="t('chair.comfort')"
      :model-value="comfort ?? undefined"
      :options="
        COMFORTS.map((value) => ({ value: value as string, text: t(`chair.comforts.${value}`) }))
      "
      @update:model-value="(value) => value && emit('comfort', value)"
    />
    <slot />
  </div>
  <p v-if="comfort === 'pain'" class="wrong" role="alert">{{ t('chair.pain') }}</p>
  <p v-else-if="comfort === 'tight'" class="wrong" role="note">{{ t('chair.tight') }}</p>
  <div class="beside">
    <TextField v-model="said" :label="t('chair.abouts.client')" name="said" :maxlength="2000" />
    <TextField v-model="next" :label="t('chair.abouts.next')" name="next" :maxlength="2000" />
  </div>
</template>
