<script setup lang="ts">
/** A product that is new on the shelf; what was typed stays on this device until it is kept. */
import { onKeyStroke, useLocalStorage } from '@vueuse/core'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'

import { useHouse } from '@/api/queries'
import { type ProductBody, useAddProduct } from '@/api/shelf'
import { provideRefusal } from '@/forms/refusal'
import PageHead from '@/parts/PageHead.vue'
import Refusals from '@/parts/Refusals.vue'

import ProductFields from './ProductFields.vue'

const empty = (): ProductBody => ({ name: '', role: 'leave_in', weight: 'medium', unit: 'pump' })
const { t } = useI18n()
const router = useRouter()
const house = useHouse()
const add = useAddProduct()
const typed = useLocalStorage<ProductBody>('gauffer:new-product', empty())
const refusal = provideRefusal(add.error)

async function save() {
  const product = await add.mutateAsync(typed.value).catch(() => undefined)
  if (!product) return
  typed.value = empty()
  await router.push(`/shelf/products/${product.id}`)
}
onKeyStroke('Enter', (event) => {
  if (event.ctrlKey || event.metaKey) void save()
})
</script>

<template>
  <form novalidate @submit.prevent="save">
    <PageHead :title="t('product.newTitle')" :state="t('newHead.kept')">
      <button class="act main" type="submit" :disabled="add.isPending.value">
        {{ t('product.save') }}
      </button>
    </PageHead>
    <Refusals :refusal="refusal" @retry="save" />
    <ProductFields v-model="typed" :currency="house.data.value?.currency ?? ''" fresh />
  </form>
</template>
