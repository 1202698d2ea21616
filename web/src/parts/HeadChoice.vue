<script setup lang="ts">
/** Choose a head by part of its name, or nobody. */
import { ElOption, ElSelect } from 'element-plus'
import { onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'

import { api, got } from '@/api/client'

defineProps<{ label: string }>()
const head = defineModel<number | undefined>()
const { t } = useI18n()
const found = ref<{ id: number; name: string }[]>([])

async function find(search = '') {
  const page = await got(
    api.GET('/api/heads/', { params: { query: { search, limit: 12 } } }),
  ).catch(() => undefined)
  if (page) found.value = page.results.map(({ id, name }) => ({ id, name }))
}
async function name(id: number | undefined) {
  if (id === undefined || found.value.some((one) => one.id === id)) return
  const one = await got(api.GET('/api/heads/{pk}/', { params: { path: { pk: id } } })).catch(
    () => undefined,
  )
  if (one) found.value.push({ id: one.id, name: one.name })
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
    <ElOption v-for="one in found" :key="one.id" :value="one.id" :label="one.name" />
  </ElSelect>
</template>
