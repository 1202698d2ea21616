<script setup lang="ts">
/** That a day goes on after the salon closes. */
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { clock, minutes } from '@/text/format'

defineProps<{ plan: Schemas['Replan'] }>()
const { t } = useI18n()
</script>

<template>
  <p v-if="plan.past_closing_min" class="wrong" role="note">
    {{
      t('today.pastClosing', {
        minutes: minutes(plan.past_closing_min),
        at: clock(new Date(plan.closes)),
      })
    }}
  </p>
</template>
