<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { unsent } from '@/api/leaving'
import { useSignIn } from '@/api/queries'
import { provideRefusal } from '@/forms/refusal'
import PasswordField from '@/parts/PasswordField.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'

import Door from './Door.vue'

defineProps<{
  /** The server forgot who is here; what was typed waits behind. */
  again?: boolean
}>()
const { t } = useI18n()
const signIn = useSignIn()
const username = ref('')
const password = ref('')
const code = ref('')

const refusal = provideRefusal(signIn.error)
/** Entries that wait on this device: whoever leaves it should know. */
const waiting = ref(0)
onMounted(async () => (waiting.value = await unsent()))
/** Asked for once the server has asked for it. */
const askedForCode = ref(false)
const needsCode = computed(() => askedForCode.value || Boolean(refusal.at('code')))

async function enter() {
  const body = { username: username.value, password: password.value, code: code.value }
  await signIn.mutateAsync(body).catch(() => undefined)
  askedForCode.value = needsCode.value
}
</script>

<template>
  <Door @enter="enter">
    <h1>{{ t('signin.title') }}</h1>
    <p v-if="again" role="alert">{{ t('signin.again') }}</p>
    <p v-if="waiting" role="status">{{ t('signin.unsent', waiting) }}</p>
    <TextField
      v-model="username"
      :label="t('signin.name')"
      name="username"
      :maxlength="150"
      autocomplete="username"
      autofocus
    />
    <PasswordField v-model="password" :label="t('signin.password')" name="password" />
    <TextField
      v-if="needsCode"
      v-model="code"
      :label="t('signin.code')"
      :hint="t('signin.codeHint')"
      name="code"
      :maxlength="40"
      autocomplete="one-time-code"
      autofocus
    />
    <Refusals :refusal="refusal" @retry="enter" />
    <button class="act main" type="submit" :disabled="signIn.isPending.value">
      {{ t('signin.go') }}
    </button>
  </Door>
</template>
