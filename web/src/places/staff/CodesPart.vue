<script setup lang="ts">
/** Codes of an authenticator, asked for besides the password. */
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { useBeginCodes, useCodes, useConfirmCodes, useNoCodes } from '@/api/staff'
import { provideRefusal } from '@/forms/refusal'
import Await from '@/parts/Await.vue'
import PasswordField from '@/parts/PasswordField.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'

const { t } = useI18n()
const codes = useCodes()
const begin = useBeginCodes()
const confirm = useConfirmCodes()
const stop = useNoCodes()
const refusal = provideRefusal(begin.error, confirm.error, stop.error)
const code = ref('')
const password = ref('')

async function start() {
  confirm.reset()
  await begin.mutateAsync({ password: password.value }).catch(() => undefined)
  password.value = ''
}
async function check() {
  const done = await confirm.mutateAsync({ code: code.value }).catch(() => undefined)
  if (!done) return
  code.value = ''
  begin.reset()
}
async function end() {
  await stop.mutateAsync({ password: password.value }).catch(() => undefined)
  password.value = ''
  confirm.reset()
}
</script>

<template>
  <section>
    <h2 class="ruled">{{ t('codes.title') }}</h2>
    <Await
      v-slot="{ data }"
      :data="codes.data.value"
      :error="codes.error.value"
      @retry="codes.refetch()"
    >
      <template v-if="confirm.data.value?.spare.length">
        <p>{{ t('codes.spare') }}</p>
        <ul class="spare">
          <li v-for="one in confirm.data.value.spare" :key="one">{{ one }}</li>
        </ul>
        <p class="quiet">{{ t('codes.spareHint') }}</p>
      </template>
      <form v-if="data.on" novalidate @submit.prevent="end">
        <p>{{ t('codes.on') }}</p>
        <PasswordField v-model="password" :label="t('codes.password')" name="password" />
        <Refusals :refusal="refusal" @retry="end" />
        <button class="act" type="submit" :disabled="stop.isPending.value">
          {{ t('codes.stop') }}
        </button>
      </form>
      <form v-else-if="begin.data.value" novalidate @submit.prevent="check">
        <p>{{ t('codes.scan') }}</p>
        <img :src="begin.data.value.picture" :alt="t('codes.picture')" width="180" height="180" />
        <p class="quiet">{{ t('codes.byHand', { secret: begin.data.value.secret }) }}</p>
        <TextField
          v-model="code"
          :label="t('signin.code')"
          name="code"
          :maxlength="40"
          inputmode="numeric"
          autocomplete="one-time-code"
        />
        <Refusals :refusal="refusal" @retry="check" />
        <button class="act main" type="submit" :disabled="confirm.isPending.value">
          {{ t('codes.check') }}
        </button>
      </form>
      <form v-else novalidate @submit.prevent="start">
        <p>{{ t('codes.off') }}</p>
        <PasswordField v-model="password" :label="t('codes.password')" name="password" />
        <Refusals :refusal="refusal" @retry="start" />
        <button class="act" type="submit" :disabled="begin.isPending.value">
          {{ t('codes.start') }}
        </button>
      </form>
    </Await>
  </section>
</template>

<style scoped>
form {
  display: grid;
  gap: 12px;
  justify-items: start;
}
.spare {
  columns: 2;
  padding: 0;
  margin: 8px 0;
  list-style: none;
  font-variant-numeric: tabular-nums;
  font-weight: 600;
}
img {
  background: #fff;
}
</style>
