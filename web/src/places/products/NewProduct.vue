<script setup lang="ts">
/** A product that is new on the shelf; what was typed stays on this device until it is kept. */
import { onKeyStroke, useLocalStorage } from '@vueuse/core'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'

import { useSalon } from '@/api/queries'
import { type ProductBody, useAddProduct } from '@/api/products'
import { provideRefusal } from '@/forms/refusal'
import PageHeader from '@/parts/PageHeader.vue'
import Refusals from '@/parts/Refusals.vue'

import ProductFields from './ProductFields.vue'

const empty = (): ProductBody => ({ name: '', role: 'leave_in', weight: 'medium', unit: 'pump' })
const { t } = useI18n()
const router = useRouter()
const salon = useSalon()
const add = useAddProduct()
const typed = useLocalStorage<ProductBody>('gauffer:new-product', empty())
const refusal = provideRefusal(add.error)

async function save() {
  const product = await add.mutateAsync(typed.value).catch(() => undefined)
  if (!product) return
  typed.value = empty()
  await router.push(`/products/${product.id}`)
}
onKeyStroke('Enter', (event) => {
  if (event.ctrlKey || event.metaKey) void save()
})
</script>

<template>
  <form novalidate @submit.prevent="save">
    <PageHeader :title="t('product.newTitle')" :state="t('newClient.kept')">
      <button class="act main" type="submit" :disabled="add.isPending.value">
        {{ t('product.save') }}
      </button>
    </PageHeader>
    <Refusals :refusal="refusal" @retry="save" />
    <ProductFields v-model="typed" :currency="salon.data.value?.currency ?? ''" fresh />
  </form>
</template>
