<script setup lang="ts">
/**
 * A number with its unit; blank is nothing. What cannot be read is told here and passed on as typed:
 * it must not be dropped in silence, and the server refuses it by name.
 */
import { ElInput } from 'element-plus'
import { computed, ref, useId, watch } from 'vue'
import { useI18n } from 'vue-i18n'

const props = defineProps<{
  label: string
  unit?: string
  hint?: string
  wrong?: string
  placeholder?: string
  width?: string
  hideLabel?: boolean
}>()
const value = defineModel<number | null>()
const { t } = useI18n()
const id = useId()
const typed = ref(value.value?.toString() ?? '')

const read = (text: string) => {
  const clean = text.trim().replace(',', '.')
  return clean === '' ? null : Number(clean)
}
const unreadable = computed(() => Number.isNaN(read(typed.value)))

watch(value, (now) => {
  if (now !== read(typed.value)) typed.value = now?.toString() ?? ''
})

function take(text: string) {
  typed.value = text
  const number = read(text)
  value.value = Number.isNaN(number) ? (text as unknown as number) : number
}
const told = computed(() =>
  unreadable.value ? t('app.notNumber', { typed: typed.value }) : props.wrong,
)
</script>

<template>
  <div class="field">
    <label :for="id" :class="{ sr: hideLabel }">{{ label }}</label>
    <ElInput
      :id="id"
      :model-value="typed"
      inputmode="decimal"
      :placeholder="placeholder"
      :style="{ width: width ?? '120px' }"
      :aria-invalid="Boolean(told)"
      :aria-describedby="told || hint ? `${id}-told` : undefined"
      :class="{ bad: told }"
      autocomplete="off"
      @update:model-value="take"
    >
      <template v-if="unit" #suffix>{{ unit }}</template>
    </ElInput>
    <span v-if="told" :id="`${id}-told`" class="wrong" role="alert">{{ told }}</span>
    <span v-else-if="hint" :id="`${id}-told`" class="quiet">{{ hint }}</span>
  </div>
</template>

<style scoped>
.bad :deep(.el-input__wrapper) {
  box-shadow: 0 0 0 2px var(--caution) inset;
}
</style>
