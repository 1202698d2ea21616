<script setup lang="ts">
/** Erasing a client for good: asked twice, the second time by typing the name. */
import { ElCheckbox } from 'element-plus'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'

import { useErase } from '@/api/archive'
import type { Client } from '@/api/queries'
import { provideRefusal } from '@/forms/refusal'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'

const props = defineProps<{ client: Client }>()
const { t } = useI18n()
const router = useRouter()
const erase = useErase(() => props.client.id)
const refusal = provideRefusal(erase.error)
const asked = ref(false)
const name = ref('')
const backups = ref(true)

async function send() {
  const done = await erase.mutateAsync({ name: name.value, backups: backups.value }).then(
    () => true,
    () => false,
  )
  if (done) await router.push('/clients')
}
</script>

<template>
  <section class="erase">
    <button v-if="!asked" class="plain quiet" type="button" @click="asked = true">
      {{ t('erase.ask') }}
    </button>
    <form v-else novalidate @submit.prevent="send">
      <h2>{{ t('erase.title', { name: client.name }) }}</h2>
      <p>{{ t('erase.about') }}</p>
      <TextField
        v-model="name"
        :label="t('erase.typeName', { name: client.name })"
        name="name"
        :maxlength="120"
        autofocus
      />
      <ElCheckbox v-model="backups">{{ t('erase.backups') }}</ElCheckbox>
      <Refusals :refusal="refusal" @retry="send" />
      <div class="row">
        <button
          class="act warn"
          type="submit"
          :disabled="name.trim() !== client.name || erase.isPending.value"
        >
          {{ t('erase.go') }}
        </button>
        <button class="act" type="button" @click="asked = false">{{ t('app.cancel') }}</button>
      </div>
    </form>
  </section>
</template>

<style scoped>
.erase {
  margin-top: 26px;
}
.plain {
  min-height: 44px;
  text-decoration: underline;
  text-underline-offset: 3px;
}
form {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  justify-items: start;
  padding: 12px 14px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
}
form :deep(.el-checkbox) {
  height: auto;
  min-height: 32px;
  white-space: normal;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
</style>
