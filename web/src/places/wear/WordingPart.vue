<script setup lang="ts">
/** How a kind of message is worded, and how it reads. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { useLive } from '@/api/live'
import { previewOf, useKeepWording, type Wording } from '@/api/wear'
import { provideRefusal } from '@/forms/refusal'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'

const props = defineProps<{ wording: Wording; fixed: boolean }>()
const { t } = useI18n()
const keep = useKeepWording()
const text = ref(props.wording.text)
const changed = computed(() => text.value !== props.wording.text)
const live = useLive(
  () => text.value,
  (typed) => previewOf(props.wording.kind, typed),
  () => changed.value && !props.fixed,
)
const refusal = provideRefusal(keep.error, live.error)
const shown = computed(() =>
  changed.value ? (live.answer.value?.preview ?? '') : props.wording.preview,
)
</script>

<template>
  <form novalidate @submit.prevent="keep.mutate({ kind: wording.kind, text })">
    <h3>{{ t(`messages.kinds.${wording.kind}`) }}</h3>
    <TextField
      v-if="!fixed"
      v-model="text"
      :label="t(`messages.kinds.${wording.kind}`)"
      hide-label
      name="text"
      :maxlength="480"
      :rows="3"
      width="100%"
    />
    <p class="preview">{{ shown }}</p>
    <Refusals :refusal="refusal" />
    <button v-if="changed" class="act main" type="submit">{{ t('messages.keep') }}</button>
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 10px 0;
  border-bottom: 1px solid var(--line);
}
.preview {
  padding-left: 10px;
  border-left: 3px solid var(--line-strong);
  overflow-wrap: anywhere;
}
form > :deep(.field) {
  width: 100%;
}
</style>
