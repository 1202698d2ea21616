<script setup lang="ts">
/** Take a picture of a style: which view, at which moment, with the consent it needs. */
import { ElCheckbox } from 'element-plus'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { type LookPicture, useKeepLook } from '@/api/looks'
import { provideRefusal } from '@/forms/refusal'
import Choice from '@/parts/Choice.vue'
import Pick from '@/parts/Pick.vue'
import Refusals from '@/parts/Refusals.vue'

const VIEWS = ['back', 'front', 'left', 'right'] as const
const MOMENTS = ['done', 'settled', 'arrival', 'home'] as const

const props = defineProps<{ client: number; visit?: number | null }>()
const view = defineModel<LookPicture['view']>('view', { default: 'back' })
const moment = defineModel<LookPicture['moment']>('moment', { default: 'done' })
const emit = defineEmits<{ taken: [] }>()
const { t } = useI18n()
const keep = useKeepLook(() => props.client)
const refusal = provideRefusal(keep.error)
const consent = ref(false)

const named = <Value extends string>(values: readonly Value[], words: string) =>
  values.map((value) => ({ value, text: t(`looks.${words}.${value}`) }))

async function send(event: Event) {
  const input = event.target as HTMLInputElement
  const picture = input.files?.[0]
  input.value = ''
  if (!picture) return
  const visit = props.visit ?? undefined
  const values = { picture, view: view.value, moment: moment.value, visit, consent: consent.value }
  if (!(await keep.mutateAsync(values).catch(() => undefined))) return
  consent.value = false
  emit('taken')
}
</script>

<template>
  <div class="bar">
    <Choice v-model="view" :label="t('looks.view')" :options="named(VIEWS, 'views')" />
    <Pick
      v-model="moment"
      :label="t('looks.moment')"
      :options="named(MOMENTS, 'moments')"
      width="170px"
    />
    <ElCheckbox v-model="consent">{{ t('looks.consent') }}</ElCheckbox>
    <label class="act main" :class="{ off: !consent }">
      {{ keep.isPending.value ? t('looks.sending') : t('looks.take') }}
      <input
        class="sr"
        type="file"
        accept="image/png,image/jpeg"
        capture="environment"
        :disabled="!consent || keep.isPending.value"
        @change="send"
      />
    </label>
  </div>
  <Refusals :refusal="refusal" />
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 10px 20px;
  margin-bottom: 14px;
}
.off {
  opacity: 0.5;
}
</style>
