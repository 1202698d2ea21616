<script setup lang="ts">
import { ElInput } from 'element-plus'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { useSignIn } from '@/api/queries'
import { provideRefusal } from '@/forms/refusal'
import Field from '@/parts/Field.vue'
import Refusals from '@/parts/Refusals.vue'

const { t } = useI18n()
const signIn = useSignIn()
const username = ref('')
const password = ref('')

const refusal = provideRefusal(signIn.error)
const enter = () => signIn.mutate({ username: username.value, password: password.value })
</script>

<template>
  <div class="door" role="main">
    <div class="pleats" aria-hidden="true"><i v-for="n in 9" :key="n" /></div>
    <form @submit.prevent="enter">
      <p class="brand">{{ t('app.name') }}</p>
      <h1>{{ t('signin.title') }}</h1>
      <Field v-slot="{ id, described }" :label="t('signin.name')" name="username">
        <ElInput
          :id="id"
          v-model="username"
          :aria-describedby="described"
          autocomplete="username"
          autofocus
        />
      </Field>
      <Field v-slot="{ id, described }" :label="t('signin.password')" name="password">
        <ElInput
          :id="id"
          v-model="password"
          :aria-describedby="described"
          type="password"
          autocomplete="current-password"
        />
      </Field>
      <Refusals :refusal="refusal" @retry="enter" />
      <button class="act main" type="submit" :disabled="signIn.isPending.value">
        {{ t('signin.go') }}
      </button>
    </form>
  </div>
</template>

<style scoped>
.door {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(320px, 480px);
  min-height: 100vh;
}
.pleats {
  display: flex;
  background: var(--line);
}
.pleats i {
  flex: 1;
  background: linear-gradient(90deg, #0f2e29 0 82%, #47605a 82% 100%);
}
.pleats i:nth-child(3n) {
  flex: 2.2;
  background: linear-gradient(90deg, #173a34 0 91%, #47605a 91% 100%);
}
form {
  display: grid;
  align-content: center;
  gap: 16px;
  padding: 32px 48px;
}
.brand {
  font: 700 19px var(--display);
}
h1 {
  margin-bottom: 8px;
}
@media (max-width: 700px) {
  .door {
    grid-template-columns: minmax(0, 1fr);
  }
  .pleats {
    display: none;
  }
}
</style>
