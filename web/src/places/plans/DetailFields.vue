<script setup lang="ts">
/** Details of one step that can be done in several ways, on one line where there is room. */
import { ElOption, ElSelect } from 'element-plus'
import { useI18n } from 'vue-i18n'

import type { Schemas } from '@/api/client'

type DetailChoice = Schemas['DetailChoice']
type Manner = DetailChoice['chosen']

defineProps<{ choices: DetailChoice[] }>()
const emit = defineEmits<{ change: [detail: DetailChoice['detail'], manner: Manner | null] }>()
const { t } = useI18n()

const because = (choice: DetailChoice) =>
  choice.options.find((option) => option.manner === choice.chosen)?.because
/** What is usual is nothing that was chosen. */
const set = (choice: DetailChoice, manner: Manner) =>
  emit('change', choice.detail, manner === choice.usual ? null : manner)
</script>

<template>
  <div class="ways" role="group" :aria-label="t('plan.details')">
    <div v-for="choice in choices" :key="choice.detail" class="way" :title="because(choice)">
      <span class="quiet">{{ choice.title }}</span>
      <ElSelect
        :model-value="choice.chosen"
        :aria-label="choice.title"
        :class="{ own: choice.chosen !== choice.usual }"
        :fit-input-width="false"
        @update:model-value="set(choice, $event as Manner)"
      >
        <ElOption
          v-for="option in choice.options"
          :key="option.manner"
          :value="option.manner"
          :label="option.title"
        >
          {{ option.title }}
          <span v-if="option.manner === choice.usual" class="quiet">· {{ t('plan.usually') }}</span>
        </ElOption>
      </ElSelect>
    </div>
  </div>
</template>

<style scoped>
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  padding: 3px 0;
}
.way {
  display: flex;
  align-items: center;
  gap: 8px;
  font-size: 14px;
}
.way :deep(.el-select) {
  width: 176px;
}
.way :deep(.el-select__wrapper) {
  min-height: 30px;
  padding-block: 2px;
  font-size: 14px;
}
.own :deep(.el-select__wrapper) {
  font-weight: 700;
}
@media (pointer: coarse) {
  .way :deep(.el-select__wrapper) {
    min-height: 44px;
  }
}
@media (max-width: 640px) {
  .way {
    flex: 1 1 100%;
    justify-content: space-between;
  }
}
</style>
