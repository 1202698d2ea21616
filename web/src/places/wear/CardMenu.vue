<script setup lang="ts">
/** The card for home, on paper, on a phone or in a calendar. */
import { ElDropdown, ElDropdownItem, ElDropdownMenu } from 'element-plus'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import { CLIENT_LANGUAGES } from '@/text'

const props = defineProps<{ plan: number }>()
const { t } = useI18n()
const files = computed(() => {
  const path = `/api/plans/${props.plan}/card`
  return [
    { to: `${path}.pdf`, text: t('wear.cardPdf') },
    { to: `${path}.pdf?size=large`, text: t('wear.cardLarge') },
    { to: `${path}.pdf?size=phone`, text: t('wear.cardPhone') },
    { to: `${path}/`, text: t('wear.cardPage') },
    { to: `${path}.ics`, text: t('wear.cardDays') },
    ...CLIENT_LANGUAGES.map(({ value, text: language }) => ({
      to: `${path}.pdf?language=${value}`,
      text: t('wear.cardIn', { language }),
    })),
  ]
})
const open = (to: string) => window.open(to, '_blank', 'noopener')
</script>

<template>
  <ElDropdown trigger="click" @command="open">
    <button class="act" type="button">{{ t('wear.card') }}</button>
    <template #dropdown>
      <ElDropdownMenu>
        <ElDropdownItem v-for="file in files" :key="file.to" :command="file.to">
          {{ file.text }}
        </ElDropdownItem>
      </ElDropdownMenu>
    </template>
  </ElDropdown>
</template>
