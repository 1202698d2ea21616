<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import { ElAutocomplete } from 'element-plus'
import { onMounted, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'

import { api, answerOf } from '@/api/client'

import { isTyping } from './keys'

const { t } = useI18n()
const router = useRouter()
const field = useTemplateRef('field')
const words = ref('')

interface Hit {
  value: string
  id: number
}

async function find(search: string, show: (hits: Hit[]) => void) {
  if (!search.trim()) return show([])
  const page = await answerOf(
    api.GET('/api/clients/', { params: { query: { search, limit: 8 } } }),
  ).catch(() => undefined)
  show(page?.results.map((client) => ({ value: client.name, id: client.id })) ?? [])
}

/** Where one was before `/` was pressed. */
let before: HTMLElement | null = null

async function open(hit: Record<string, unknown>) {
  words.value = ''
  before = null
  await router.push(`/clients/${String(hit.id)}`)
  // Keys go to the page that was opened, not to the field that led there.
  document.getElementById('content')?.focus()
}
/** Escape leaves the field for where one was. */
function leave() {
  if (words.value) words.value = ''
  field.value?.blur()
  ;(before ?? document.getElementById('content'))?.focus()
  before = null
}

// The library points at its list from the start, though it only draws the list once there are hits.
onMounted(() => {
  const input = field.value?.inputRef?.input
  input?.setAttribute('role', 'combobox')
  input?.setAttribute('aria-expanded', 'false')
  input?.removeAttribute('aria-controls')
  input?.removeAttribute('aria-activedescendant')
})

onKeyStroke('/', (event) => {
  if (isTyping(event)) return
  event.preventDefault()
  before = document.activeElement instanceof HTMLElement ? document.activeElement : null
  field.value?.focus()
})
</script>

<template>
  <ElAutocomplete
    ref="field"
    v-model="words"
    :fetch-suggestions="find"
    :placeholder="t('app.find')"
    :aria-label="t('app.find')"
    :trigger-on-focus="false"
    :debounce="120"
    highlight-first-item
    @select="open"
    @keydown.esc="leave"
  >
    <template #prefix><kbd aria-hidden="true">/</kbd></template>
  </ElAutocomplete>
</template>

<style scoped>
kbd {
  padding: 0 5px;
  border: 1px solid var(--line-strong);
  font: 12px/18px var(--text);
}
:deep(.el-input .el-input__wrapper) {
  min-height: 34px;
}
</style>
