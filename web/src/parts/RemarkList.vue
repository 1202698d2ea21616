<script setup lang="ts">
/** What a client said or felt, and what was noted for next time; seen to with a tap, and back. */
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { type Remark, useRemarkSeen } from '@/api/wear'
import { useMay } from '@/api/staff'
import { undoNote } from '@/parts/undoNote'
import { day } from '@/text/format'

defineProps<{
  remarks: Remark[]
  /** Whose they are is said, and leads to the client. */
  named?: boolean
}>()
const { t } = useI18n()
const may = useMay()
const seen = useRemarkSeen()
const GRAVE = ['sores', 'loss', 'pain', 'tight']

async function see(remark: Remark) {
  const id = remark.id
  if (!(await seen.mutateAsync({ id, back: false }).catch(() => undefined))) return
  undoNote(t('remarks.done'), t('app.undo'), () => seen.mutate({ id, back: true }))
}
</script>

<template>
  <ul class="remarks">
    <li v-for="one in remarks" :key="one.id" :class="{ grave: GRAVE.includes(one.kind) }">
      <RouterLink v-if="named" :to="`/clients/${one.client}`">{{ one.client_name }}</RouterLink>
      <b>{{ t(`remarks.kinds.${one.kind}`) }}</b>
      <span v-if="one.text">{{ one.text }}</span>
      <span class="quiet">
        {{ t(one.from_home ? 'remarks.fromHome' : 'remarks.atChair', { date: day(one.at) }) }}
      </span>
      <button
        v-if="!one.seen_at && may.write('remark-seen')"
        class="act"
        type="button"
        @click="see(one)"
      >
        {{ t('remarks.seen') }}
      </button>
    </li>
  </ul>
</template>

<style scoped>
.remarks {
  display: grid;
  gap: 4px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  padding-left: 10px;
  border-left: 4px solid var(--line);
}
.grave {
  border-left-color: var(--caution);
}
.grave b {
  color: var(--caution);
}
.act {
  min-height: 36px;
  padding: 0 12px;
}
</style>
