<script setup lang="ts">
/** What changes of somebody who works here. */
import { reactive } from 'vue'
import { useI18n } from 'vue-i18n'

import { Refused } from '@/api/client'
import { type Colleague, useChangeColleague } from '@/api/staff'
import { provideRefusal } from '@/forms/refusal'
import Amount from '@/parts/Amount.vue'
import PasswordField from '@/parts/PasswordField.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'

import RoleChoice from './RoleChoice.vue'

const props = defineProps<{ person: Colleague }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const change = useChangeColleague(() => props.person.id)
const refusal = provideRefusal(change.error)
const typed = reactive({
  name: props.person.name,
  role: props.person.role,
  pace: props.person.pace ?? 1,
  password: '',
})

async function send(values: Parameters<typeof change.mutateAsync>[0]) {
  const version = props.person.version
  const done = await change.mutateAsync({ ...values, version }).catch((error: unknown) => error)
  if (!(done instanceof Refused)) emit('close')
}
const save = () =>
  send({
    name: typed.name,
    role: typed.role,
    pace: typed.pace,
    ...(typed.password ? { password: typed.password } : {}),
  })
</script>

<template>
  <form novalidate @submit.prevent="save">
    <div class="row">
      <TextField v-model="typed.name" :label="t('staff.name')" name="name" :maxlength="150" />
      <Amount v-model="typed.pace" :label="t('staff.pace')" unit="×" name="pace" width="110px" />
      <PasswordField
        v-model="typed.password"
        :label="t('staff.resetPassword')"
        :hint="t('staff.resetHint')"
        name="password"
        fresh
      />
    </div>
    <RoleChoice v-model="typed.role" />
    <Refusals :refusal="refusal" @retry="save" />
    <div class="row">
      <button class="act main" type="submit" :disabled="change.isPending.value">
        {{ t('staff.save') }}
      </button>
      <button class="act" type="button" @click="send({ active: !person.active })">
        {{ t(person.active ? 'staff.bar' : 'staff.letIn') }}
      </button>
      <button v-if="person.codes" class="act" type="button" @click="send({ codes: false })">
        {{ t('staff.noCodes') }}
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
  padding: 8px 0 14px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 20px;
}
</style>
