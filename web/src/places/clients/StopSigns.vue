<script setup lang="ts">
/** Stop signs on a scalp: open ones close planning, and are cleared with a note. */
import { ElInput } from 'element-plus'
import { computed, reactive } from 'vue'
import { useI18n } from 'vue-i18n'

import { useClearStop, useStopSigns } from '@/api/queries'
import { refusalOf } from '@/forms/refusal'
import Refusals from '@/parts/Refusals.vue'
import { ago } from '@/text/format'

const props = defineProps<{ client: number }>()
const { t } = useI18n()
const signs = useStopSigns(() => props.client)
const clear = useClearStop()
const notes = reactive<Record<number, string>>({})

const open = computed(() => (signs.data.value ?? []).filter((sign) => !sign.cleared_at))
const cleared = computed(() => (signs.data.value ?? []).filter((sign) => sign.cleared_at))
const refusal = refusalOf(clear.error)
</script>

<template>
  <section v-if="open.length" class="stop" role="alert">
    <h2>{{ t('stop.title') }}</h2>
    <p>{{ t('stop.referred') }}</p>
    <form
      v-for="sign in open"
      :key="sign.id"
      novalidate
      @submit.prevent="clear.mutate({ id: sign.id, note: notes[sign.id] ?? '' })"
    >
      <b>{{
        t('stop.raised', {
          sign: t(`consult.words.${sign.sign}`),
          ago: ago(sign.raised_at),
          who: sign.raised_by,
        })
      }}</b>
      <ElInput
        v-model="notes[sign.id]"
        :aria-label="t('stop.note')"
        :placeholder="t('stop.note')"
        maxlength="300"
      />
      <button class="act warn" type="submit">{{ t('stop.clear') }}</button>
    </form>
    <Refusals :refusal="refusal" @retry="clear.reset()" />
  </section>
  <p v-for="sign in cleared.slice(0, 2)" :key="sign.id" class="quiet">
    {{
      t('stop.cleared', {
        sign: t(`consult.words.${sign.sign}`),
        raised: ago(sign.raised_at),
        cleared: ago(sign.cleared_at ?? undefined),
        who: sign.cleared_by,
        note: sign.clear_note,
      })
    }}
  </p>
</template>

<style scoped>
.stop {
  margin-bottom: 16px;
  padding: 10px 14px 12px;
  border-left: 4px solid var(--caution);
  background: var(--caution-ground);
}
form {
  display: grid;
  grid-template-columns: auto minmax(200px, 1fr) auto;
  align-items: center;
  gap: 12px;
  margin-top: 8px;
}
@media (max-width: 900px) {
  form {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
