<script setup lang="ts">
/** Help under `?`: the keys, and the words of the trade. */
import { onKeyStroke } from '@vueuse/core'
import { ElDialog } from 'element-plus'
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Language } from '@/text'
import type { Entry } from '@/text/glossary'

import Choice from './Choice.vue'
import { isTyping } from './keys'
import TextField from './TextField.vue'

const open = defineModel<boolean>({ required: true })
const { locale, t } = useI18n()

const keys = [
  ['/', 'keys.find'],
  ['n', 'keys.new'],
  ['keys.name.save', 'keys.save'],
  ['← →', 'keys.arrows'],
  ['keys.name.enter', 'keys.take'],
  ['keys.name.lines', 'keys.lines'],
  ['keys.name.undo', 'keys.undo'],
  ['keys.name.space', 'keys.main'],
  ['keys.name.back', 'keys.back'],
  ['1 … 99', 'keys.sections'],
  ['s, n, f', 'keys.chair'],
  ['?', 'keys.help'],
] as const

const page = ref<'keys' | 'words'>('keys')
const words = ref<readonly Entry[]>([])
const sought = ref('')
watch([page, locale], async ([shown, language]) => {
  if (shown !== 'words') return
  words.value = (await import('@/text/glossary')).glossaryIn(language as Language)
})
const listed = computed(() => {
  const part = sought.value.trim().toLowerCase()
  return words.value.filter(({ word, meaning }) =>
    `${word} ${meaning}`.toLowerCase().includes(part),
  )
})

onKeyStroke('?', (event) => {
  if (!isTyping(event)) open.value = !open.value
})
</script>

<template>
  <ElDialog v-model="open" :title="t('keys.title')" width="min(560px, 94vw)">
    <Choice
      v-model="page"
      :label="t('keys.title')"
      hide-label
      :options="[
        { value: 'keys', text: t('keys.keys') },
        { value: 'words', text: t('glossary.title') },
      ]"
    />
    <dl v-if="page === 'keys'">
      <template v-for="[key, what] in keys" :key="key">
        <dt>
          <kbd>{{ key.startsWith('keys.') ? t(key) : key }}</kbd>
        </dt>
        <dd>{{ t(what) }}</dd>
      </template>
    </dl>
    <template v-else>
      <TextField v-model="sought" class="find" :label="t('glossary.find')" :maxlength="40" />
      <dl class="words">
        <template v-for="{ word, meaning } in listed" :key="word">
          <dt>{{ word }}</dt>
          <dd>{{ meaning }}</dd>
        </template>
      </dl>
      <p v-if="words.length && !listed.length" class="quiet">{{ t('glossary.none') }}</p>
    </template>
  </ElDialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 10px 20px;
  margin: 14px 0 0;
}
dd {
  margin: 0;
}
.find {
  margin-top: 12px;
}
.words {
  max-height: 56vh;
  overflow-y: auto;
}
.words dt {
  font-weight: 700;
}
kbd {
  padding: 2px 8px;
  border: 1px solid var(--line-strong);
  font: 600 13px var(--text);
}
</style>
