<script setup lang="ts">
/** The language one reads Gauffer in. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import { useSession } from '@/api/queries'
import { useOwnLanguage } from '@/api/staff'
import { provideRefusal } from '@/forms/refusal'
import Pick from '@/parts/Pick.vue'
import Refusals from '@/parts/Refusals.vue'
import { type Language, LANGUAGES } from '@/text'

/** As the salon; the server reads it as no choice. */
const AS_SALON = 'salon'
const { t } = useI18n()
const session = useSession()
const change = useOwnLanguage()
const refusal = provideRefusal(change.error)
const chosen = computed({
  get: () => session.data.value?.own_language || AS_SALON,
  set: (value) => change.mutate(value === AS_SALON ? '' : (value as Language & ('en' | 'de'))),
})
const options = computed(() => [{ value: AS_SALON, text: t('staff.asSalon') }, ...LANGUAGES])
</script>

<template>
  <section>
    <h2 class="ruled">{{ t('staff.language') }}</h2>
    <Pick v-model="chosen" :label="t('staff.language')" :options hide-label width="220px" />
    <Refusals :refusal="refusal" />
  </section>
</template>
