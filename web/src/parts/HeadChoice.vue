<script setup lang="ts">
/** Choose a head by part of its name, or nobody. */
import { ElOption, ElSelect } from 'element-plus'
import { onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import { api, answerOf } from '@/api/client'

defineProps<{ label: string }>()
const head = defineModel<number | undefined>()
const { t } = useI18n()
const heads = ref<{ id: number; name: string }[]>([])

async function find(search = '') {
  const page = await answerOf(
    api.GET('/api/heads/', { params: { query: { search, limit: 12 } } }),
  ).catch(() => undefined)
  if (page) heads.value = page.results.map(({ id, name }) => ({ id, name }))
}
async function name(id: number | undefined) {
  if (id === undefined || heads.value.some((head) => head.id === id)) return
  const head = await answerOf(api.GET('/api/heads/{pk}/', { params: { path: { pk: id } } })).catch(
    () => undefined,
  )
  if (head) heads.value.push({ id: head.id, name: head.name })
}
onMounted(async () => {
  await find()
  await name(head.value)
})
watch(head, name)
</script>

<template>
  <ElSelect
    v-model="head"
    :aria-label="label"
    :placeholder="t('shelf.anybody')"
    filterable
    default-first-option
    remote
    clearable
    :remote-method="find"
    :empty-values="[undefined, null]"
    :value-on-clear="() => undefined"
  >
    <ElOption v-for="match in heads" :key="match.id" :value="match.id" :label="match.name" />
  </ElSelect>
</template>
