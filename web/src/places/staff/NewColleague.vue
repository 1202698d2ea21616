<script setup lang="ts">
/** Somebody new in the salon. */
import { reactive } from 'vue'
import { useI18n } from 'vue-i18n'

import { type Colleague, useAddColleague } from '@/api/staff'
import { provideRefusal } from '@/forms/refusal'
import PasswordField from '@/parts/PasswordField.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'

import RoleChoice from './RoleChoice.vue'

const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const add = useAddColleague()
const refusal = provideRefusal(add.error)
const typed = reactive({
  username: '',
  name: '',
  password: '',
  role: 'specialist' as Colleague['role'],
})

async function save() {
  const added = await add
    .mutateAsync({ ...typed, role: typed.role ?? 'specialist' })
    .catch(() => undefined)
  if (added) emit('close')
}
</script>

<template>
  <form novalidate @submit.prevent="save">
    <h2>{{ t('staff.add') }}</h2>
    <div class="row">
      <TextField
        v-model="typed.name"
        :label="t('staff.name')"
        name="name"
        :maxlength="150"
        autofocus
      />
      <TextField
        v-model="typed.username"
        :label="t('staff.username')"
        name="username"
        :maxlength="150"
      />
      <PasswordField
        v-model="typed.password"
        :label="t('staff.firstPassword')"
        :hint="t('staff.firstPasswordHint')"
        name="password"
        fresh
      />
    </div>
    <RoleChoice v-model="typed.role" />
    <Refusals :refusal="refusal" @retry="save" />
    <div class="row">
      <button class="act main" type="submit" :disabled="add.isPending.value">
        {{ t('staff.save') }}
      </button>
      <button class="act" type="button" @click="emit('close')">{{ t('app.cancel') }}</button>
    </div>
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 14px;
  justify-items: start;
  padding: 14px 16px;
  margin-bottom: 20px;
  border: 1px solid var(--line);
  background: var(--paper);
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 20px;
}
</style>
