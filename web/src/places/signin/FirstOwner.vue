<script setup lang="ts">
/** Opens a salon that has nobody yet. */
import { reactive } from 'vue'
import { useI18n } from 'vue-i18n'

import { useFirstOwner } from '@/api/staff'
import { provideRefusal } from '@/forms/refusal'
import PasswordField from '@/parts/PasswordField.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'

import Door from './Door.vue'

const { t } = useI18n()
const open = useFirstOwner()
const refusal = provideRefusal(open.error)
const typed = reactive({ code: '', salon: '', name: '', username: '', password: '' })
const enter = () => {
  open.mutate({ ...typed })
}
</script>

<template>
  <Door @enter="enter">
    <h1>{{ t('first.title') }}</h1>
    <p class="quiet">{{ t('first.about') }}</p>
    <TextField
      v-model="typed.code"
      :label="t('first.code')"
      :hint="t('first.codeHint')"
      name="code"
      :maxlength="40"
      autofocus
    />
    <TextField v-model="typed.salon" :label="t('first.salon')" name="salon" :maxlength="120" />
    <TextField v-model="typed.name" :label="t('first.name')" name="name" :maxlength="150" />
    <TextField
      v-model="typed.username"
      :label="t('staff.username')"
      name="username"
      :maxlength="150"
      autocomplete="username"
    />
    <PasswordField
      v-model="typed.password"
      :label="t('signin.password')"
      :hint="t('staff.passwordHint')"
      name="password"
      fresh
    />
    <Refusals :refusal="refusal" @retry="enter" />
    <button class="act main" type="submit" :disabled="open.isPending.value">
      {{ t('first.go') }}
    </button>
  </Door>
</template>
