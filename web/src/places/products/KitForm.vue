<script setup lang="ts">
/** Something more in the drawer. */
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { kitKindValues } from '@/api/generated'
import { useAddKit } from '@/api/products'
import { provideRefusal } from '@/forms/refusal'
import Amount from '@/parts/Amount.vue'
import Pick from '@/parts/Pick.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'

const { t } = useI18n()
const add = useAddKit()
const refusal = provideRefusal(add.error)

const kind = ref<(typeof kitKindValues)[number]>('rod')
const diameter = ref<number | null>(null)
const name = ref('')
const count = ref<number | null>(null)

async function save() {
  const body = {
    kind: kind.value,
    diameter_mm: kind.value === 'rod' ? diameter.value : null,
    name: name.value,
    count: count.value as number,
  }
  const added = await add.mutateAsync(body).catch(() => undefined)
  if (!added) return
  diameter.value = count.value = null
  name.value = ''
}
</script>

<template>
  <form novalidate :aria-label="t('kit.addTitle')" @submit.prevent="save">
    <Pick
      v-model="kind"
      :label="t('kit.kind')"
      name="kind"
      :options="kitKindValues.map((value) => ({ value, text: t(`kit.kinds.${value}`, 2) }))"
      width="130px"
    />
    <Amount
      v-if="kind === 'rod'"
      v-model="diameter"
      :label="t('kit.diameter')"
      name="diameter_mm"
      unit="mm"
      width="96px"
    />
    <TextField
      v-else
      v-model="name"
      :label="t('kit.name')"
      name="name"
      :maxlength="80"
      width="200px"
    />
    <Amount v-model="count" :label="t('kit.count')" name="count" width="86px" />
    <button class="act" type="submit" :disabled="count === null || add.isPending.value">
      {{ t('kit.add') }}
    </button>
    <Refusals :refusal="refusal" @retry="save" />
  </form>
</template>

<style scoped>
form {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 14px;
  margin-top: 14px;
}
</style>
