<script setup lang="ts">
/** A new password of one's own. */
import { reactive } from 'vue'
import { useI18n } from 'vue-i18n'

import { useOwnPassword } from '@/api/staff'
import { provideRefusal } from '@/forms/refusal'
import PasswordField from '@/parts/PasswordField.vue'
import Refusals from '@/parts/Refusals.vue'

const { t } = useI18n()
const change = useOwnPassword()
const refusal = provideRefusal(change.error)
const typed = reactive({ old: '', password: '' })

async function save() {
  const done = await change.mutateAsync({ ...typed }).then(
    () => true,
    () => false,
  )
  if (done) Object.assign(typed, { old: '', password: '' })
}
</script>

<template>
  <section>
    <h2 class="ruled">{{ t('staff.password') }}</h2>
    <form novalidate @submit.prevent="save">
      <PasswordField v-model="typed.old" :label="t('staff.oldPassword')" name="old" />
      <PasswordField
        v-model="typed.password"
        :label="t('staff.newPassword')"
        :hint="t('staff.passwordHint')"
        name="password"
        fresh
      />
      <Refusals :refusal="refusal" @retry="save" />
      <p v-if="change.isSuccess.value" class="quiet" role="status">
        {{ t('staff.passwordChanged') }}
      </p>
      <button class="act" type="submit" :disabled="change.isPending.value">
        {{ t('staff.changePassword') }}
      </button>
    </form>
  </section>
</template>

<style scoped>
form {
  display: grid;
  gap: 12px;
  justify-items: start;
  max-width: 360px;
}
form :deep(.field) {
  width: 100%;
}
</style>
