<script setup lang="ts">
import { ElPopover } from 'element-plus'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Reason } from '@/api/queries'

import { useLayer } from './useLayer'

defineProps<{ reasons: Reason[]; about: string }>()
const { t } = useI18n()
const { open, button } = useLayer()
/** Most reasons are never asked for: the layer is made when it is opened for the first time. */
const made = ref(false)
function toggle() {
  made.value = true
  open.value = !open.value
}
</script>

<template>
  <button
    ref="button"
    type="button"
    class="plain why"
    :class="{ number: $slots.default }"
    :aria-label="$slots.default ? undefined : `${about}: ${t('why.word')}`"
    :aria-expanded="open"
    @click="toggle"
  >
    <template v-if="$slots.default">
      <slot /><span class="sr">, {{ about }}: {{ t('why.word') }}</span>
    </template>
    <template v-else>{{ t('why.word') }}</template>
  </button>
  <ElPopover
    v-if="made"
    :visible="open"
    :virtual-ref="button ?? undefined"
    virtual-triggering
    trigger="click"
    :width="380"
    placement="bottom-start"
  >
    <div ref="layer">
      <h3>{{ about }}</h3>
      <ul>
        <li v-for="reason in reasons" :key="reason.rule">
          <p>{{ reason.because }}</p>
          <p class="quiet">{{ t('why.because') }}: {{ reason.trigger }}</p>
          <p class="quiet">{{ t('why.source') }}: {{ reason.source }}</p>
        </li>
      </ul>
    </div>
  </ElPopover>
</template>

<style scoped>
.why {
  flex: none;
  white-space: nowrap;
  border-bottom: 2px dotted currentColor;
  font-weight: 650;
}
/* A number opens its own reasons. */
.number {
  /* What only a screen reader reads stays inside whatever scrolls. */
  position: relative;
  border-bottom-width: 1px;
  color: inherit;
  font: inherit;
}
h3 {
  margin-bottom: 8px;
  font-size: 15px;
}
ul {
  display: grid;
  gap: 10px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  padding-top: 8px;
  border-top: 1px solid var(--line);
}
</style>
