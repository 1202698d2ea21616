<script setup lang="ts">
import { ElInput } from 'element-plus'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { Refused } from '@/api/client'
import { useSignIn } from '@/api/queries'

const { t } = useI18n()
const signIn = useSignIn()
const username = ref('')
const password = ref('')

const wrong = (field: string) =>
  signIn.error.value instanceof Refused ? signIn.error.value.at(field) : undefined
</script>

<template>
  <div class="door" role="main">
    <div class="pleats" aria-hidden="true"><i v-for="n in 9" :key="n" /></div>
    <form @submit.prevent="signIn.mutate({ username, password })">
      <p class="brand">{{ t('app.name') }}</p>
      <h1>{{ t('signin.title') }}</h1>
      <div class="field">
        <label for="username">{{ t('signin.name') }}</label>
        <ElInput id="username" v-model="username" autocomplete="username" autofocus />
        <span v-if="wrong('username')" class="wrong" role="alert">{{ wrong('username') }}</span>
      </div>
      <div class="field">
        <label for="password">{{ t('signin.password') }}</label>
        <ElInput id="password" v-model="password" type="password" autocomplete="current-password" />
        <span v-if="wrong('password')" class="wrong" role="alert">{{ wrong('password') }}</span>
      </div>
      <p
        v-if="signIn.error.value && !(signIn.error.value instanceof Refused)"
        class="wrong"
        role="alert"
      >
        {{ t('app.offline') }}
      </p>
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
