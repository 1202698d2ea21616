<script setup lang="ts">
/** A product that is new on the shelf; what was typed stays on this device until it is kept. */
import { onKeyStroke, useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'

import { Refused, untold } from '@/api/client'
import { useHouse } from '@/api/queries'
import { type ProductBody, useAddProduct } from '@/api/shelf'
import Trouble from '@/parts/Trouble.vue'

import ProductFields from './ProductFields.vue'

const empty = (): ProductBody => ({ name: '', role: 'leave_in', weight: 'medium', unit: 'pump' })
const { t } = useI18n()
const router = useRouter()
const house = useHouse()
const add = useAddProduct()
const typed = useLocalStorage<ProductBody>('gauffer:new-product', empty())
const problems = computed(() =>
  add.error.value instanceof Refused ? add.error.value.problems : [],
)

async function save() {
  const made = await add.mutateAsync(typed.value).catch(() => undefined)
  if (!made) return
  typed.value = empty()
  await router.push(`/shelf/products/${made.id}`)
}
onKeyStroke('Enter', (event) => {
  if (event.ctrlKey || event.metaKey) void save()
})
</script>

<template>
  <form novalidate @submit.prevent="save">
    <div class="top">
      <h1>{{ t('product.newTitle') }}</h1>
      <span class="quiet">{{ t('newHead.kept') }}</span>
      <button class="act main" type="submit" :disabled="add.isPending.value">
        {{ t('product.save') }}
      </button>
    </div>
    <Trouble
      v-if="add.error.value && untold(add.error.value)"
      :error="add.error.value"
      @retry="save"
    />
    <ProductFields
      v-model="typed"
      :problems="problems"
      :currency="house.data.value?.currency ?? ''"
      fresh
    />
  </form>
</template>

<style scoped>
.top {
  display: flex;
  align-items: center;
  gap: 16px;
  margin-bottom: 14px;
}
.top .quiet {
  margin-left: auto;
}
</style>
