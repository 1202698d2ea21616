<script setup lang="ts">
/** The link by which a client tells how a style wears: opened, shown once, ended. */
import { useClipboard } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'
import { useCheckinLink } from '@/api/wear'
import { refusalOf } from '@/forms/refusal'
import Refusals from '@/parts/Refusals.vue'
import { day } from '@/text/format'

const props = defineProps<{
  client: number
  visit: number | null
  link: Schemas['CheckinLink'] | null
}>()
const { t } = useI18n()
const { open, end } = useCheckinLink(
  () => props.client,
  () => props.visit,
)
const refusal = refusalOf(open.error)
const opened = ref<string>()
const address = computed(() => opened.value && `${location.origin}${opened.value}`)
const { copy, copied, isSupported } = useClipboard()

async function renew() {
  opened.value = (await open.mutateAsync().catch(() => undefined))?.address
}
async function finish() {
  await end.mutateAsync().catch(() => undefined)
  opened.value = undefined
}
</script>

<template>
  <section>
    <h2 class="ruled">{{ t('wear.link') }}</h2>
    <template v-if="address">
      <p>{{ t('wear.linkShow') }}</p>
      <p class="address">
        <a :href="address">{{ address }}</a>
      </p>
    </template>
    <p v-else-if="link">{{ t('wear.linkOpen', { date: day(link.expires_at) }) }}</p>
    <p v-else class="quiet">{{ t('wear.linkNone') }}</p>
    <div class="acts">
      <button v-if="address && isSupported" class="act main" type="button" @click="copy(address)">
        {{ copied ? t('wear.copied') : t('wear.copy') }}
      </button>
      <button class="act" type="button" :disabled="open.isPending.value" @click="renew">
        {{ t('wear.linkNew') }}
      </button>
      <button v-if="link" class="act" type="button" @click="finish">{{ t('wear.linkEnd') }}</button>
    </div>
    <Refusals :refusal="refusal" />
  </section>
</template>

<style scoped>
section {
  margin-top: 26px;
}
.address {
  overflow-wrap: anywhere;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 8px;
}
</style>
