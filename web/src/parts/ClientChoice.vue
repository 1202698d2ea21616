<script setup lang="ts">
/** Choose a client by part of its name, or nobody. */
import { ElOption, ElSelect } from 'element-plus'
import { onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import { api, answerOf } from '@/api/client'

defineProps<{ label: string }>()
const client = defineModel<number | undefined>()
const { t } = useI18n()
const clients = ref<{ id: number; name: string }[]>([])

async function find(search = '') {
  const page = await answerOf(
    api.GET('/api/clients/', { params: { query: { search, limit: 12 } } }),
  ).catch(() => undefined)
  if (page) clients.value = page.results.map(({ id, name }) => ({ id, name }))
}
async function name(id: number | undefined) {
  if (id === undefined || clients.value.some((client) => client.id === id)) return
  const client = await answerOf(
    api.GET('/api/clients/{pk}/', { params: { path: { pk: id } } }),
  ).catch(() => undefined)
  if (client) clients.value.push({ id: client.id, name: client.name })
}
onMounted(async () => {
  await find()
  await name(client.value)
})
watch(client, name)
</script>

<template>
  <ElSelect
    v-model="client"
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
    <ElOption v-for="match in clients" :key="match.id" :value="match.id" :label="match.name" />
  </ElSelect>
</template>
