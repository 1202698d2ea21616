<script setup lang="ts">
/** Whose plan it is, the views of it, and the one history of its wish. */
import { onKeyStroke } from '@vueuse/core'
import { useI18n } from 'vue-i18n'

import { useStyles } from '@/api/styles'
import { useClient } from '@/api/queries'
import { isTyping } from '@/parts/keys'
import PageHeader from '@/parts/PageHeader.vue'
import type { WishDesk } from '@/wish/useWish'

import PlanTabs from './PlanTabs.vue'

const props = defineProps<{
  client: number
  desk: WishDesk
  about?: string
  state?: string
  stacked?: boolean
}>()
const { t } = useI18n()
const styles = useStyles()
const client = useClient(() => props.client)

onKeyStroke(['z', 'Z'], (event) => {
  if (!(event.ctrlKey || event.metaKey) || isTyping(event)) return
  event.preventDefault()
  if (event.shiftKey) props.desk.redo()
  else props.desk.undo()
})
</script>

<template>
  <PageHeader
    :title="client.data.value?.name ?? '…'"
    :to="`/clients/${props.client}`"
    :about="about ?? styles.titleOf(desk.wish.value.goal.style)"
    :state="state"
    :stacked="stacked"
  >
    <template #tabs><PlanTabs :client="props.client" class="tabs" /></template>
    <button
      class="act small"
      type="button"
      :disabled="!desk.canUndo.value"
      :aria-label="t('crown.undo')"
      :title="t('crown.undo')"
      @click="desk.undo()"
    >
      ↶
    </button>
    <button
      class="act small"
      type="button"
      :disabled="!desk.canRedo.value"
      :aria-label="t('crown.redo')"
      :title="t('crown.redo')"
      @click="desk.redo()"
    >
      ↷
    </button>
    <slot />
  </PageHeader>
</template>

<style scoped>
.small {
  min-width: 40px;
  padding: 0;
  font-size: 18px;
}
</style>
