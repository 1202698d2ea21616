<script setup lang="ts">
/** A word of the trade: tapped, it says in one sentence what it means. */
import { ElPopover } from 'element-plus'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Language } from '@/text'
import type { Entry } from '@/text/glossary'

import { useLayer } from './useLayer'

const props = defineProps<{
  /** As the glossary has it. */
  word: string
}>()
const { locale, t } = useI18n()
const { open, button } = useLayer()
const entry = ref<Entry>()

async function toggle() {
  // Few words are asked for: the glossary comes with the first of them.
  entry.value = (await import('@/text/glossary')).entryOf(props.word, locale.value as Language)
  open.value = !open.value
}
</script>

<template>
  <button
    ref="button"
    type="button"
    class="plain term"
    :aria-expanded="open"
    :title="t('glossary.tap')"
    @click.prevent="toggle"
  >
    <slot>{{ word }}</slot>
  </button>
  <ElPopover
    v-if="entry"
    :visible="open"
    :virtual-ref="button ?? undefined"
    virtual-triggering
    trigger="click"
    :width="300"
    placement="bottom-start"
  >
    <p ref="layer" role="status">{{ entry.meaning }}</p>
  </ElPopover>
</template>

<style scoped>
.term {
  padding: 0;
  font: inherit;
  color: inherit;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
  cursor: help;
}
p {
  margin: 0;
}
</style>
