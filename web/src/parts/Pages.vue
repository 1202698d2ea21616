<script setup lang="ts">
/** From page to page of a long list. */
import { useI18n } from 'vue-i18n'

const PAGE = 60

defineProps<{ count: number }>()
const offset = defineModel<number>({ required: true })
const { t } = useI18n()
</script>

<template>
  <nav v-if="count > PAGE" :aria-label="t('heads.pages')">
    <button class="act" type="button" :disabled="!offset" @click="offset -= PAGE">
      {{ t('heads.back') }}
    </button>
    <button class="act" type="button" :disabled="offset + PAGE >= count" @click="offset += PAGE">
      {{ t('heads.more', { n: PAGE }) }}
    </button>
    <span class="quiet">{{ offset + 1 }}–{{ Math.min(offset + PAGE, count) }}</span>
  </nav>
</template>

<style scoped>
nav {
  display: flex;
  align-items: center;
  gap: 12px;
  margin-top: 12px;
}
</style>
