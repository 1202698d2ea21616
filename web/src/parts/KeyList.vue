<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import { ElDialog } from 'element-plus'
import { useI18n } from 'vue-i18n'

import { isTyping } from './keys'

const open = defineModel<boolean>({ required: true })
const { t } = useI18n()

const keys = [
  ['/', 'keys.find'],
  ['n', 'keys.new'],
  ['Ctrl + Enter', 'keys.save'],
  ['← →', 'keys.arrows'],
  ['Enter', 'keys.take'],
  ['Tab, ← → ↑ ↓', 'keys.lines'],
  ['Ctrl + Z', 'keys.undo'],
  ['Space', 'keys.main'],
  ['Backspace', 'keys.back'],
  ['1 … 99', 'keys.sections'],
  ['s, n, f', 'keys.chair'],
  ['?', 'keys.help'],
] as const

onKeyStroke('?', (event) => {
  if (!isTyping(event)) open.value = !open.value
})
</script>

<template>
  <ElDialog v-model="open" :title="t('keys.title')" width="420px">
    <dl>
      <template v-for="[key, what] in keys" :key="key">
        <dt>
          <kbd>{{ key }}</kbd>
        </dt>
        <dd>{{ t(what) }}</dd>
      </template>
    </dl>
  </ElDialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 10px 20px;
  margin: 0;
}
dd {
  margin: 0;
}
kbd {
  padding: 2px 8px;
  border: 1px solid var(--line-strong);
  font: 600 13px var(--text);
}
</style>
